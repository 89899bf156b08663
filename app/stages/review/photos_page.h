// Review stage, first page: the photographs of the plan.
#pragma once

#include <QLineEdit>
#include <QListWidget>
#include <QPushButton>

#include "app/pages/plan_page.h"
#include "app/stages/review/photo_desk.h"

namespace glaukophos {

class PhotosPage : public PlanPage {
    Q_OBJECT

  public:
    PhotosPage(PhotoDesk& desk, QWidget* parent = nullptr);

  private:
    void askFiles();
    void askFolder();
    void showPlan(const Plan& plan) override;

    PhotoDesk& m_desk;
    QListWidget* m_list;  // owned by Qt, as are the following
    QLabel* m_watched;
    QLineEdit* m_note;
    QPushButton* m_remove;
    std::vector<PhotoBytes> m_listed;  // what the rows show
};

}  // namespace glaukophos
