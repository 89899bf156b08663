// What will go wrong: each finding with its place, its figure and its cure.
#pragma once

#include <optional>

#include "app/pages/plan_page.h"
#include "app/view/figure_view.h"

namespace glaukophos {

class FindingsPage : public PlanPage {
    Q_OBJECT

  public:
    FindingsPage(Document& document, FigureView& view, QWidget* parent);

  protected:
    void showResults(const Evaluated& evaluated) override;

  private:
    void addCard(const Evaluated& evaluated, const Finding& finding);
    void cureIt(const Finding& finding);

    FigureView& m_view;
    QLabel* m_summary;  // owned by Qt, as are the following
    QWidget* m_cards;   // replaced with every change
    std::shared_ptr<const Desk> m_shown;
    std::optional<Plan> m_found_in;  // as far as findings follow from it
};

}  // namespace glaukophos
