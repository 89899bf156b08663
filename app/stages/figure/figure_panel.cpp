// Six pages under one heading.
#include "app/stages/figure/figure_panel.h"

#include "app/stages/figure/scene_page.h"
#include "app/stages/figure/volume_page.h"

namespace glaukophos {

FigurePanel::FigurePanel(Document& document, Loader& loader, FigureView& view, QWidget* parent)
    : StagePanel(tr("Figure"), tr("Stand it, divide it, say what each part is."), parent),
      m_view(view),
      m_pages(new PageTabs(this, 3)),
      m_standing(new StandingPage(document, loader, this)),
      m_parts(new PartsPage(document, view, this)),
      m_depth(new DepthPage(document, view, this)),
      m_material(new MaterialPage(document, this)) {
    m_pages->addPage(tr("Stand"), tr("Size, front and what was repaired"), "pageStanding",
                     m_standing);
    m_pages->addPage(tr("Parts"), tr("Which surface belongs together"), "pageParts", m_parts);
    m_pages->addPage(tr("Depth"), tr("Cracks, vents and panel lines as a part"), "pageDepth",
                     m_depth);
    m_pages->addPage(tr("Material"), tr("Name, material, colour and focus of the chosen part"),
                     "pageMaterial", m_material);
    m_pages->addPage(tr("Volume"), tr("Shape for the light that was not sculpted"), "pageVolume",
                     new VolumePage(document, view, this));
    auto* scene = new ScenePage(document, loader, this);
    m_pages->addPage(tr("Scene"), tr("Several figures on one base"), "pageScene", scene);
    connect(scene, &ScenePage::figureRequested, this, &FigurePanel::figureRequested);
    column().addWidget(m_pages, 1);
    connect(m_pages, &PageTabs::pageShown, &view, &FigureView::layDownTool);
    connect(m_standing, &StandingPage::openRequested, this, &FigurePanel::openRequested);
    connect(m_standing, &StandingPage::reimportRequested, this, &FigurePanel::reimportRequested);
    connect(&view, &FigureView::viewChanged, m_standing,
            [this, &view] { m_standing->setView(view.view()); });
    showPage(Page::Parts);
    connect(m_pages, &PageTabs::pageShown, this, &FigurePanel::followPage);
}

void FigurePanel::showPage(Page page) { m_pages->showPage(static_cast<int>(page)); }

Overlay FigurePanel::overlay() const {
    switch (static_cast<Page>(m_pages->shownPage())) {
        case Page::Depth:
            return Overlay::Layer;
        case Page::Volume:
            return Overlay::Values;
        default:
            return Overlay::Parts;
    }
}

Overlay FigurePanel::enter() {
    if (overlay() == Overlay::Layer) m_depth->enter();
    return overlay();
}

void FigurePanel::followPage() {
    const bool depth = overlay() == Overlay::Layer;
    if (!depth) m_depth->leave();
    m_view.setOverlay(overlay());
    if (depth) m_depth->enter();
}

}  // namespace glaukophos
