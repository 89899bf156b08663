// Stage "Values": from light to a map that a brush can follow.
#pragma once

#include "app/pages/stage_panel.h"
#include "app/stages/values/bands_page.h"
#include "app/stages/values/edges_page.h"
#include "app/stages/values/hand_page.h"
#include "app/stages/values/study_page.h"
#include "app/stages/values/tone_page.h"
#include "app/widgets/page_tabs.h"

namespace glaukophos {

class ValuesPanel : public StagePanel {
    Q_OBJECT

  public:
    ValuesPanel(Document& document, FigureView& view, QWidget* parent = nullptr);

    enum class Page { Tone, Bands, Edges, Study, Hand, Along };
    void showPage(Page page) { m_pages->showPage(static_cast<int>(page)); }
    // What the shown page is about.
    [[nodiscard]] Overlay overlay() const override;
    [[nodiscard]] BandsPage& bandsPage() { return *m_bands; }

  signals:
    void printStudyRequested();

  private:
    PageTabs* m_pages;  // owned by Qt, as are the following
    BandsPage* m_bands;
    HandPage* m_hand;
};

}  // namespace glaukophos
