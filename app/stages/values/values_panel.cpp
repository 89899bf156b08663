// Each page shows the overlay that belongs to it.
#include "app/stages/values/values_panel.h"

#include "app/stages/values/along_page.h"

namespace glaukophos {

ValuesPanel::ValuesPanel(Document& document, FigureView& view, QWidget* parent)
    : StagePanel(tr("Values"), {}, parent),
      m_pages(new PageTabs(this, 3)),
      m_bands(new BandsPage(document, this)),
      m_hand(new HandPage(document, view, this)) {
    auto* tone = new TonePage(document, this);
    auto* edges = new EdgesPage(document, view, this);
    auto* study = new StudyPage(document, view, this);
    m_pages->addPage(tr("Tone"), tr("From light to lightness"), "pageTone", tone);
    m_pages->addPage(tr("Bands"), tr("Few values, each with a place, a border and a share"),
                     "pageBands", m_bands);
    m_pages->addPage(tr("Edges"), tr("Where to blend, and which edges to line"), "pageEdges",
                     edges);
    m_pages->addPage(tr("Study"), tr("Does it read in greys from arm's length"), "pageStudy",
                     study);
    m_pages->addPage(tr("Hand"), tr("Where you depart from the light"), "pageHand", m_hand);
    m_pages->addPage(tr("Along"), tr("Tone that runs along a thing"), "pageAlong",
                     new AlongPage(document, view, this));
    column().addWidget(m_pages, 1);
    connect(m_pages, &PageTabs::pageShown, this, [this, &view] {
        view.layDownTool();
        view.setOverlay(overlay());
    });
    const auto show = [&view](Overlay overlay) { view.setOverlay(overlay); };
    connect(edges, &EdgesPage::overlayRequested, &view, show);
    connect(study, &StudyPage::overlayRequested, &view, show);
    connect(study, &StudyPage::printRequested, this, &ValuesPanel::printStudyRequested);
    m_pages->showPage(static_cast<int>(Page::Bands));
}

Overlay ValuesPanel::overlay() const {
    constexpr std::array<Overlay, 6> kOverlays = {Overlay::Values, Overlay::Bands, Overlay::Borders,
                                                  Overlay::Squint, Overlay::Bands, Overlay::Bands};
    return kOverlays.at(static_cast<std::size_t>(m_pages->shownPage()));
}

}  // namespace glaukophos
