// In the order of the work: see, choose, mix.
#include "app/stages/colours/colours_panel.h"

#include "app/stages/colours/glow_page.h"
#include "app/stages/colours/hues_page.h"
#include "app/stages/colours/lines_page.h"
#include "app/stages/colours/night_page.h"
#include "app/stages/colours/pots_page.h"
#include "app/stages/colours/shading_page.h"
#include "app/stages/colours/under_page.h"

namespace glaukophos {

ColoursPanel::ColoursPanel(Document& document, FigureView& view, QWidget* parent)
    : StagePanel(tr("Colours"), {}, parent),
      m_pages(new PageTabs(this, 5)),
      m_all(new WheelPage(document, this)),
      m_rack(new RackPage(document, this)) {
    m_pages->addPage(tr("All"), tr("Every part's ladder, and how the hues go together"), "pageAll",
                     m_all);
    m_pages->addPage(tr("Shade"), tr("What makes shadows and lights: schools of shading"),
                     "pageShade", new ShadingPage(document, view, this));
    m_pages->addPage(tr("Hues"), tr("Other hues in places: cheeks, knuckles, large areas"),
                     "pageHues", new HuesPage(document, view, this));
    m_pages->addPage(tr("Night"), tr("What the eye makes of moonlight"), "pageNight",
                     new NightPage(document, view, this));
    m_pages->addPage(tr("Glow"), tr("Shells of a glow, the source, and the rest"),
                     "pageGlowColours", new GlowPage(document, view, this));
    m_pages->addPage(tr("Lines"), tr("Bolts, nets of light, cracks and signs"), "pageLines",
                     new LinesPage(document, view, this));
    m_pages->addPage(tr("Under"), tr("Underpainting: sprays, then a transparent colour"),
                     "pageUnder", new UnderPage(document, view, this));
    m_pages->addPage(tr("Rack"), tr("Your paints"), "pageRack", m_rack);
    m_pages->addPage(tr("Pots"), tr("A part's ladder from your own pots"), "pagePots",
                     new PotsPage(document, this));
    auto* mixing = new MixingPage(document, this);
    m_pages->addPage(tr("Mix"), tr("Drops for every colour"), "pageMix", mixing);
    connect(mixing, &MixingPage::problem, this, &ColoursPanel::problem);
    column().addWidget(m_pages, 1);
    connect(m_pages, &PageTabs::pageShown, this, [this, &view] { view.setOverlay(overlay()); });
    connect(m_all, &WheelPage::stepsToggled, this, &ColoursPanel::stepsToggled);
    connect(m_rack, &RackPage::problem, this, &ColoursPanel::problem);
}

Overlay ColoursPanel::overlay() const {
    return static_cast<Page>(m_pages->shownPage()) == Page::Under ? Overlay::Under
                                                                  : Overlay::Colours;
}

}  // namespace glaukophos
