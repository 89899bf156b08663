// Stage "Figure": how it stands, its parts, what they are made of.
#pragma once

#include "app/pages/stage_panel.h"
#include "app/stages/figure/material_page.h"
#include "app/stages/figure/parts_page.h"
#include "app/stages/figure/standing_page.h"
#include "app/widgets/page_tabs.h"

namespace glaukophos {

class FigurePanel : public StagePanel {
    Q_OBJECT

  public:
    FigurePanel(Document& document, Loader& loader, FigureView& view, QWidget* parent = nullptr);

    enum class Page { Standing, Parts, Material };
    void showPage(Page page);
    [[nodiscard]] PartsPage& partsPage() { return *m_parts; }

    [[nodiscard]] Overlay overlay() const override { return Overlay::Parts; }

  signals:
    void openRequested();
    void reimportRequested();

  private:
    PageTabs* m_pages;  // owned by Qt, as are the following
    StandingPage* m_standing;
    PartsPage* m_parts;
    MaterialPage* m_material;
};

}  // namespace glaukophos
