// Schools of building up, for the plan, for the chosen part and for glows; the order of parts.
#pragma once

#include <QCheckBox>
#include <QComboBox>

#include "app/pages/plan_page.h"
#include "app/widgets/choice_cards.h"

namespace glaukophos {

class WaysPage : public PlanPage {
    Q_OBJECT

  public:
    WaysPage(Document& document, QWidget* parent);

  protected:
    void showPlan(const Plan& plan) override;

  private:
    ChoiceCards* m_ways;  // owned by Qt, as are the following
    ChoiceCards* m_glows;
    QLabel* m_scope_words;
    QPushButton* m_as_plan;
    QComboBox* m_blending = nullptr;
    QComboBox* m_order;
    QComboBox* m_recesses;
    QCheckBox* m_varnished;
};

}  // namespace glaukophos
