// Stage "Colours": from light to colours, and from colours to drops.
#pragma once

#include "app/pages/stage_panel.h"
#include "app/stages/colours/mixing_page.h"
#include "app/stages/colours/rack_page.h"
#include "app/stages/colours/wheel_page.h"
#include "app/view/figure_view.h"
#include "app/widgets/page_tabs.h"

namespace glaukophos {

class ColoursPanel : public StagePanel {
    Q_OBJECT

  public:
    ColoursPanel(Document& document, FigureView& view, QWidget* parent = nullptr);

    enum class Page { All, Shade, Hues, Night, Glow, Lines, Under, Rack, Pots, Mix };
    void showPage(Page page) { m_pages->showPage(static_cast<int>(page)); }
    // What the shown page is about.
    [[nodiscard]] Overlay overlay() const override;
    void showSteps(bool in_steps) { m_all->showSteps(in_steps); }
    [[nodiscard]] RackPage& rackPage() { return *m_rack; }

  signals:
    void stepsToggled(bool in_steps);
    void problem(const QString& message);

  private:
    PageTabs* m_pages;  // owned by Qt, as are the following
    WheelPage* m_all;
    RackPage* m_rack;
};

}  // namespace glaukophos
