// The map in the view follows the step that is chosen in the list.
#include "app/stages/steps/steps_panel.h"

#include "app/stages/steps/ways_page.h"
#include "app/widgets/text.h"
#include "core/picture/layer_map.h"

namespace glaukophos {

StepsPanel::StepsPanel(Document& document, FigureView& view, KeptLog& log, QWidget* parent)
    : StagePanel(tr("Steps"), {}, parent),
      m_document(document),
      m_view(view),
      m_pages(new PageTabs(this, 4)),
      m_order(new OrderPage(document, log, this)) {
    m_pages->addPage(tr("Order"), tr("Every layer in working order, and where it goes"),
                     "pageOrder", m_order);
    m_pages->addPage(tr("Ways"), tr("How layers follow each other: schools of building up"),
                     "pageWays", new WaysPage(document, this));
    auto* time = new TimePage(document, log, this);
    m_pages->addPage(tr("Time"), tr("Figures, evenings, and what is saved"), "pageTime", time);
    m_pages->addPage(tr("Findings"), tr("What will go wrong, where, and the cure"), "pageFindings",
                     new FindingsPage(document, view, this));
    column().addWidget(m_pages, 1);
    connect(m_order, &OrderPage::stepChosen, this, &StepsPanel::showLayer);
    connect(&document, &Document::evaluatedChanged, this, [this] {
        // The map may be shown while another page is open.
        if (m_view.overlay() == Overlay::Layer && !m_order->isVisible()) showLayer();
    });
    connect(time, &TimePage::calendarRequested, this, &StepsPanel::calendarRequested);
    connect(m_pages, &PageTabs::pageShown, this, [this] {
        m_view.forgetPlace();
        m_view.setOverlay(overlay());
        emit pageShown();
    });
}

Overlay StepsPanel::overlay() const {
    return page() == Page::Order ? Overlay::Layer : Overlay::Colours;
}

void StepsPanel::showLayer() {
    const EvaluatedPtr& evaluated = m_document.evaluated();
    if (evaluated == nullptr || evaluated->desk == nullptr) return;
    const Work& work = evaluated->desk->work;
    const std::size_t at = indexOf(work.steps, m_order->chosen().toStdString());
    if (at >= work.steps.size() || work.lightness.size() != evaluated->plan.figure->vertexCount()) {
        m_view.setLayer(nullptr, {});
        return;
    }
    const Step& step = work.steps[at];
    if (m_order->sight() != OrderPage::Sight::Map) {
        const bool after = m_order->sight() == OrderPage::Sight::After;
        m_view.setLayer(
            std::make_shared<const LayerMap>(m_laid.after(evaluated, at + (after ? 1 : 0))),
            (after ? tr("After: %1") : tr("Before: %1")).arg(q(step.title)));
        return;
    }
    m_view.setLayer(std::make_shared<const LayerMap>(
                        layerMapOf(evaluated->plan, *evaluated->appearance, work, step, true)),
                    q(step.title));
}

}  // namespace glaukophos
