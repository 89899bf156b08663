// Page "Shade" of the Colours stage: which school makes shadows and lights, for all parts or one.
#pragma once

#include <QCheckBox>

#include "app/pages/plan_page.h"
#include "app/view/figure_view.h"
#include "app/widgets/choice_cards.h"

namespace glaukophos {

class ShadingPage : public PlanPage {
    Q_OBJECT

  public:
    ShadingPage(Document& document, FigureView& view, QWidget* parent);

  protected:
    void showPlan(const Plan& plan) override;
    void showResults(const Evaluated& evaluated) override;

  private:
    void addScope();
    void addSchools();
    void addLights();
    // Changes the shading that is shown: the part's own or everyone's.
    void edit(const QString& text, const std::function<void(Shading&)>& change);

    FigureView& m_view;
    std::pair<int, PartIndex> m_pictured{-1, 0};  // results and part that the pictures show
    QCheckBox* m_own = nullptr;                   // owned by Qt, as are the following
    ChoiceCards* m_schools = nullptr;
    QLabel* m_words = nullptr;
    QComboBox* m_highlight = nullptr;
    QComboBox* m_black = nullptr;
    QCheckBox* m_red_guard = nullptr;
};

}  // namespace glaukophos
