// Figure stage, fifth page: shape that was not sculpted, raised or hollowed for the light.
#pragma once

#include <QButtonGroup>
#include <QListWidget>

#include "app/pages/plan_page.h"
#include "app/view/figure_view.h"

namespace glaukophos {

class VolumePage : public PlanPage {
    Q_OBJECT

  public:
    VolumePage(Document& document, FigureView& view, QWidget* parent = nullptr);

  private:
    void addTools();
    void addFields();
    void addList();
    void takeBrush(int tool);
    void stroke(const std::vector<SurfacePoint>& points, bool reversed);
    void showWhere(int row);
    void remove();
    void hideEvent(QHideEvent* event) override;
    void showPlan(const Plan& plan) override;

    FigureView& m_view;
    int m_stroke_key;
    PaintedVolume m_stroke;
    bool m_stroke_begun = false;
    QButtonGroup* m_tools = nullptr;  // owned by Qt, as are the following
    NumberField* m_height = nullptr;
    NumberField* m_radius = nullptr;
    QListWidget* m_list = nullptr;
    QPushButton* m_remove = nullptr;
};

}  // namespace glaukophos
