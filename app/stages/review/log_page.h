// Review stage, fourth page: what was painted when, over all figures.
#pragma once

#include <QLineEdit>
#include <QListWidget>
#include <QPushButton>

#include "app/document/kept_log.h"
#include "app/pages/plan_page.h"

namespace glaukophos {

class LogPage : public PlanPage {
    Q_OBJECT

  public:
    LogPage(Document& document, KeptLog& log, QWidget* parent = nullptr);

  private:
    void addList();
    void addTables();
    void fill();
    void rate(int rated);
    void showEvent(QShowEvent* event) override;

    KeptLog& m_log;
    QLineEdit* m_search;  // owned by Qt, as are the following
    QListWidget* m_list;
    QLabel* m_words;
    QLabel* m_progress;
    QPushButton* m_worked = nullptr;
    QPushButton* m_failed = nullptr;
    std::vector<LogEntry> m_shown;  // one entry a row
};

}  // namespace glaukophos
