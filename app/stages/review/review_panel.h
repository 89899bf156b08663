// Stage "Review": the figure in the hand, photographed, against the plan.
#pragma once

#include "app/jobs/photo_maker.h"
#include "app/pages/stage_panel.h"
#include "app/stages/review/log_page.h"
#include "app/stages/review/over_page.h"
#include "app/stages/review/painted_page.h"
#include "app/stages/review/pairs_page.h"
#include "app/stages/review/photos_page.h"
#include "app/stages/review/relight_page.h"
#include "app/view/photo_view.h"
#include "app/widgets/page_tabs.h"

namespace glaukophos {

class ReviewPanel : public StagePanel {
    Q_OBJECT

  public:
    // Shows photographs in `photo_view`, beside the figure in `view`.
    ReviewPanel(Document& document, FigureView& view, PhotoView& photo_view, KeptLog& log,
                QWidget* parent = nullptr);

    enum class Page { Photographs, Match, Over, Painted, Light, Log };
    void showPage(Page page) { m_pages->showPage(static_cast<int>(page)); }
    [[nodiscard]] Page page() const { return static_cast<Page>(m_pages->shownPage()); }
    [[nodiscard]] PhotoDesk& desk() { return m_desk; }
    [[nodiscard]] PhotoVerdicts& verdicts() { return m_verdicts; }
    // The figure stands beside the photograph while places are paired.
    [[nodiscard]] bool showsFigure() const {
        return page() != Page::Over && page() != Page::Painted;
    }
    [[nodiscard]] Overlay overlay() const override {
        return page() == Page::Match ? Overlay::Bare : Overlay::Colours;
    }
    Overlay enter() override;
    void leave() override;
    void savePicture(const QString& file);
    [[nodiscard]] bool isFinished() const { return !m_making; }

  signals:
    void pageShown();
    void problem(const QString& sentence);
    void made();  // the photograph is shown as it is to be

  private:
    void refresh();
    void showMade(const MadePhoto& photo);
    void showMarks();
    void askSave();
    void showVerdict();
    void markFaults(double factor);
    void lookAtFigure();
    [[nodiscard]] PhotoRequest request() const;

    Document& m_document;
    FigureView& m_view;
    PhotoView& m_photo_view;
    PhotoDesk m_desk;
    PhotoVerdicts m_verdicts;
    PageTabs* m_pages;  // owned by Qt, as is the page
    OverPage* m_over;
    PaintedPage* m_painted;
    bool m_entered = false;
    bool m_making = false;  // the photograph that is shown will be another in a moment
    int m_factor = 1;       // of the photograph that is shown
    PhotoBytes m_seen;      // that the view was brought to
    Page m_seen_on = Page::Photographs;
    QString m_save_to;   // where the picture that is being made goes; empty: it is shown
    PhotoMaker m_maker;  // last: their workers end first
    PhotoMaker m_saver;
};

}  // namespace glaukophos
