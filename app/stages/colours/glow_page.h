// Page "Glow" of the Colours stage: what a glow is painted with, and what is done to the rest
// first.
#pragma once

#include <QCheckBox>
#include "app/pages/plan_page.h"
#include "app/view/figure_view.h"
#include "app/widgets/choice_cards.h"
#include "app/widgets/colour_field.h"

namespace glaukophos {

// Shells of one glow: swatch, reach, share of the light, drops.
class ShellList : public QWidget {
    Q_OBJECT

  public:
    explicit ShellList(QWidget* parent);
    void setGlow(const Evaluated& evaluated, std::size_t light);
    [[nodiscard]] QSize sizeHint() const override;
    [[nodiscard]] const QStringList& rows() const { return m_rows; }
    // What is said instead of rows.
    [[nodiscard]] const QString& emptyWords() const { return m_empty; }

  protected:
    void paintEvent(QPaintEvent* event) override;

  private:
    QStringList m_rows;
    QString m_empty;  // said where there are none
    std::vector<QColor> m_targets;
    std::vector<QColor> m_mixed;
};

class GlowPage : public PlanPage {
    Q_OBJECT

  public:
    GlowPage(Document& document, FigureView& view, QWidget* parent);

  protected:
    void showPlan(const Plan& plan) override;
    void showResults(const Evaluated& evaluated) override;

  private:
    void addRest();
    void addShells();

    QLabel* m_light_words;  // owned by Qt, as are the following
    ShellList* m_shells;
    QCheckBox* m_cloth = nullptr;
};

}  // namespace glaukophos
