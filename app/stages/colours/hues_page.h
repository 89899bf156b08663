// Page "Hues" of the Colours stage: veils of another hue, proposed from the form, moved by hand.
#pragma once

#include <QListWidget>
#include <QPushButton>

#include "app/pages/plan_page.h"
#include "app/view/figure_view.h"
#include "app/widgets/colour_field.h"

namespace glaukophos {

class HuesPage : public PlanPage {
    Q_OBJECT

  public:
    HuesPage(Document& document, FigureView& view, QWidget* parent);

  protected:
    void showPlan(const Plan& plan) override;

  private:
    void addActions();
    void addPlacing(QPushButton* add);
    void addEditor();
    [[nodiscard]] std::optional<std::size_t> chosen() const;

    void fillList(const std::vector<HueVeil>& veils);

    FigureView& m_view;
    std::vector<HueVeil> m_listed;
    QListWidget* m_list = nullptr;  // owned by Qt, as are the following
    QPushButton* m_propose = nullptr;
    QPushButton* m_place = nullptr;
    QPushButton* m_remove = nullptr;
    ColourField* m_colour = nullptr;
};

}  // namespace glaukophos
