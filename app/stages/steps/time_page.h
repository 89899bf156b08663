// When it is painted: how many figures, which evenings, how long, and what is saved.
#pragma once

#include <QCheckBox>
#include <QDateEdit>
#include <QTimeEdit>
#include <QToolButton>
#include <array>

#include "app/document/kept_log.h"
#include "app/pages/plan_page.h"

namespace glaukophos {

class TimePage : public PlanPage {
    Q_OBJECT

  public:
    TimePage(Document& document, KeptLog& log, QWidget* parent);

  signals:
    void calendarRequested();

  protected:
    void showPlan(const Plan& plan) override;
    void showResults(const Evaluated& evaluated) override;

  private:
    void addFigures();
    void addLearned();
    void showLearned(const Plan& plan);
    void addEvenings();
    QLayout* weekdays();
    void connectEvenings();

    KeptLog& m_log;
    QPushButton* m_own_pace = nullptr;  // owned by Qt, as are the following
    QPushButton* m_logged_pace = nullptr;
    QLabel* m_paces = nullptr;
    QCheckBox* m_hairdryer = nullptr;
    QCheckBox* m_evenings = nullptr;
    QWidget* m_when = nullptr;
    QDateEdit* m_first = nullptr;
    QTimeEdit* m_begin = nullptr;
    QTimeEdit* m_end = nullptr;
    std::array<QToolButton*, 7> m_days{};
    QLabel* m_totals = nullptr;
};

}  // namespace glaukophos
