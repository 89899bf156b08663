// Review stage: the light that fell on the primed figure.
#pragma once

#include <QProgressBar>
#include <QPushButton>

#include "app/pages/plan_page.h"
#include "app/stages/review/photo_verdicts.h"

namespace glaukophos {

class RelightPage : public PlanPage {
    Q_OBJECT

  public:
    RelightPage(PhotoDesk& desk, PhotoVerdicts& verdicts, QWidget* parent = nullptr);

  private:
    void showPlan(const Plan& plan) override;

    PhotoDesk& m_desk;
    PhotoVerdicts& m_verdicts;
    QPushButton* m_find;  // owned by Qt, as are the following
    QProgressBar* m_progress;
    QLabel* m_found;
    QPushButton* m_take;
    QLabel* m_taken;
};

}  // namespace glaukophos
