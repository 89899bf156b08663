// Stage "Values": from light to a map that a brush can follow.
#pragma once

#include "app/bands_page.h"
#include "app/edges_page.h"
#include "app/hand_page.h"
#include "app/page_tabs.h"
#include "app/stage_panel.h"
#include "app/study_page.h"
#include "app/tone_page.h"

namespace glaukophos {

class ValuesPanel : public StagePanel {
    Q_OBJECT

  public:
    ValuesPanel(Document& document, FigureView& view, QWidget* parent = nullptr);

    enum class Page { Tone, Bands, Edges, Study, Hand };
    void showPage(Page page) { m_pages->showPage(static_cast<int>(page)); }
    // What the shown page is about.
    [[nodiscard]] Overlay overlay() const;
    [[nodiscard]] BandsPage& bandsPage() { return *m_bands; }
    void layDownBrush() { m_hand->layDownBrush(); }

  signals:
    void printStudyRequested();

  private:
    PageTabs* m_pages;  // owned by Qt, as are the following
    BandsPage* m_bands;
    HandPage* m_hand;
};

}  // namespace glaukophos
