// Shown while no plan is open: ways to begin, and the last plans with their pictures.
#pragma once

#include <QBoxLayout>
#include <QWidget>

#include "app/document/recent_plans.h"

namespace glaukophos {

class StartPage : public QWidget {
    Q_OBJECT

  public:
    explicit StartPage(QWidget* parent = nullptr);

    void showRecent(const std::vector<RecentPlan>& plans);

  signals:
    void openRequested();                        // asks for a file
    void planRequested(const QString& file);     // one of the last plans
    void exampleRequested(const QString& file);  // a demo, to be kept as it is

  private:
    QWidget* buildWays();

    QWidget* m_recent = nullptr;  // owned by Qt
};

// Where the demo plans are; empty when they are not there.
QString demoFolder();

}  // namespace glaukophos
