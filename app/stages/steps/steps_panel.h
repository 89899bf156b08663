// Stage "Steps": every layer with its map, how and when it is painted, and what will go wrong.
#pragma once

#include "app/pages/stage_panel.h"
#include "app/stages/steps/findings_page.h"
#include "app/stages/steps/order_page.h"
#include "app/stages/steps/time_page.h"
#include "app/view/figure_view.h"
#include "app/widgets/page_tabs.h"
#include "core/picture/laid_map.h"

namespace glaukophos {

class StepsPanel : public StagePanel {
    Q_OBJECT

  public:
    StepsPanel(Document& document, FigureView& view, KeptLog& log, QWidget* parent = nullptr);

    enum class Page { Order, Ways, Time, Findings };
    void showPage(Page page) { m_pages->showPage(static_cast<int>(page)); }
    [[nodiscard]] Page page() const { return static_cast<Page>(m_pages->shownPage()); }
    // What the shown page is about.
    [[nodiscard]] Overlay overlay() const override;
    [[nodiscard]] OrderPage& orderPage() { return *m_order; }

  signals:
    void pageShown();
    void calendarRequested();

  private:
    void showLayer();

    Document& m_document;
    FigureView& m_view;
    PageTabs* m_pages;  // owned by Qt, as is the page
    OrderPage* m_order;
    LaidSights m_laid;
};

}  // namespace glaukophos
