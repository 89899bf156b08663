// Values stage, fourth page: does it read in greys, from arm's length?
#pragma once

#include <QListWidget>
#include <QTimer>

#include "app/pages/plan_page.h"
#include "core/picture/look.h"
#include "core/picture/study.h"

namespace glaukophos {

class FigureView;

class StudyPage : public PlanPage {
    Q_OBJECT

  public:
    StudyPage(Document& document, FigureView& view, QWidget* parent = nullptr);

  signals:
    void overlayRequested(glaukophos::Overlay overlay);
    void printRequested();

  private:
    void addMerges();
    void lookForMerges();
    void showPlan(const Plan& plan) override;
    void showResults(const Evaluated& evaluated) override;

    FigureView& m_view;
    QTimer m_rest;              // looks when view and light have rested
    QLabel* m_words = nullptr;  // owned by Qt, as are the following
    QLabel* m_headline = nullptr;
    QListWidget* m_list = nullptr;  // what runs together
    std::vector<Merge> m_merges;
};

}  // namespace glaukophos
