// Stage "Figure": how it stands, its parts, what they are made of.
#pragma once

#include "app/pages/stage_panel.h"
#include "app/stages/figure/depth_page.h"
#include "app/stages/figure/material_page.h"
#include "app/stages/figure/parts_page.h"
#include "app/stages/figure/standing_page.h"
#include "app/widgets/page_tabs.h"
#include "core/plan/scene.h"

namespace glaukophos {

class FigurePanel : public StagePanel {
    Q_OBJECT

  public:
    FigurePanel(Document& document, Loader& loader, FigureView& view, QWidget* parent = nullptr);

    enum class Page { Standing, Parts, Depth, Material, Volume, Scene };
    void showPage(Page page);
    // While depths are looked for.
    [[nodiscard]] bool isBusy() const { return m_depth->isBusy(); }
    [[nodiscard]] PartsPage& partsPage() { return *m_parts; }

    Overlay enter() override;
    void leave() override { m_depth->leave(); }
    [[nodiscard]] Overlay overlay() const override;

  signals:
    void openRequested();
    void reimportRequested();
    void figureRequested(const glaukophos::Beside& where);

  private:
    void followPage();

    FigureView& m_view;
    PageTabs* m_pages;  // owned by Qt, as are the following
    StandingPage* m_standing;
    PartsPage* m_parts;
    DepthPage* m_depth;
    MaterialPage* m_material;
};

}  // namespace glaukophos
