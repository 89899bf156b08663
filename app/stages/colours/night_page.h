// Page "Night" of the Colours stage: what the eye makes of the moon, and how its dullness is mixed.
#pragma once

#include <QCheckBox>

#include "app/pages/plan_page.h"
#include "app/view/figure_view.h"
#include "app/widgets/choice_cards.h"

namespace glaukophos {

class NightPage : public PlanPage {
    Q_OBJECT

  public:
    NightPage(Document& document, FigureView& view, QWidget* parent);

  protected:
    void showPlan(const Plan& plan) override;
    void showResults(const Evaluated& evaluated) override;

  private:
    void addNumbers();
    void addWays();
    void showWays(const Evaluated& evaluated, PartIndex part);

    FigureView& m_view;
    std::pair<int, PartIndex> m_pictured{-1, 0};
    QCheckBox* m_used = nullptr;  // owned by Qt, as are the following
    QLabel* m_licence_words = nullptr;
    QLabel* m_part_words = nullptr;
    ChoiceCards* m_ways = nullptr;
};

}  // namespace glaukophos
