// The glowing thing itself: which colours it runs through, and from where.
#pragma once

#include "app/pages/plan_page.h"
#include "app/stages/colours/zone_bar.h"
#include "app/view/figure_view.h"
#include "app/widgets/colour_field.h"

namespace glaukophos {

class GlowRampBox : public PlanPage {
    Q_OBJECT

  public:
    GlowRampBox(Document& document, FigureView& view, QWidget* parent);

  protected:
    void showPlan(const Plan& plan) override;

  private:
    void addColours();
    void addPlace();
    // Of the glowing part that is meant: the chosen one, or the first.
    void changeRamp(const QString& text, const std::function<void(GlowRamp&)>& change, int key = 0);
    [[nodiscard]] std::optional<PartIndex> glowingPart(const Plan& plan) const;

    FigureView& m_view;
    QLabel* m_words = nullptr;  // owned by Qt, as are the following
    QComboBox* m_kind = nullptr;
    QComboBox* m_brightest = nullptr;
    QPushButton* m_click = nullptr;
    ZoneBar* m_zones = nullptr;
    QPushButton* m_usual = nullptr;
    QLabel* m_ratios = nullptr;
    ColourField* m_hue = nullptr;
};

}  // namespace glaukophos
