// Review stage, second page: where the camera stood.
#pragma once

#include <QListWidget>
#include <QProgressBar>
#include <QPushButton>

#include "app/pages/plan_page.h"
#include "app/stages/review/photo_desk.h"
#include "app/view/figure_view.h"

namespace glaukophos {

class PairsPage : public PlanPage {
    Q_OBJECT

  public:
    PairsPage(PhotoDesk& desk, FigureView& view, QWidget* parent = nullptr);

    // How far each pair is from where the matched camera sees it, in pixels; empty: not matched.
    [[nodiscard]] static std::vector<double> missesOf(const PlanPhotograph& photo);
    // Whether a matched photograph's pair misses by so much that it is to be clicked again.
    [[nodiscard]] static bool isOff(const PlanPhotograph& photo, double miss_px);

  private:
    void propose();
    void choosePlace();
    void removePair();
    void refreshState();
    void hideEvent(QHideEvent* event) override;
    void showPlan(const Plan& plan) override;

    PhotoDesk& m_desk;
    FigureView& m_view;
    QLabel* m_next;  // owned by Qt, as are the following
    QPushButton* m_propose;
    QPushButton* m_place;
    QListWidget* m_list;
    QPushButton* m_remove;
    QPushButton* m_match;
    QPushButton* m_alone;
    QProgressBar* m_progress;
    QLabel* m_remark;
    std::vector<Vec3> m_passed;  // places that were proposed and not wanted
};

}  // namespace glaukophos
