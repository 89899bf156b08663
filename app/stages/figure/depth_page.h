// Figure stage: cracks, vents and panel lines found as one area by their depth.
#pragma once

#include <QLabel>
#include <QPushButton>
#include <QWidget>

#include "app/document/document.h"
#include "app/jobs/newest_wins.h"
#include "app/view/figure_view.h"
#include "app/widgets/number_field.h"
#include "core/figure/depth_area.h"

namespace glaukophos {

class DepthPage : public QWidget {
    Q_OBJECT

  public:
    DepthPage(Document& document, FigureView& view, QWidget* parent = nullptr);

    // Shows the area on the figure from now on, or no longer.
    void enter();
    void leave();
    [[nodiscard]] bool isBusy() const {
        return m_entered && m_document.isOpen() && m_depths_mm.empty();
    }

  private:
    struct Request {
        std::shared_ptr<const Form> form;
        double radius_mm = 1.0;
    };
    void work(const Request& request, const NewestWins<Request>::Turn& turn);  // on the worker
    void look();      // for the depths of the open form
    void showArea();  // of the depths that are known
    void showOnFigure();
    void makePart();

    Document& m_document;
    FigureView& m_view;
    bool m_entered = false;
    Request m_asked;                 // what the worker is at
    std::vector<float> m_depths_mm;  // of m_asked.form; empty until they are known
    DepthArea m_area;
    NumberField* m_ball;  // owned by Qt, as are the following
    NumberField* m_deeper;
    QLabel* m_status;
    QPushButton* m_make;
    NewestWins<Request> m_runner;  // last member
};

}  // namespace glaukophos
