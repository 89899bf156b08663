// What the figure shows at the bench: close up, and small as a whole beside it.
#include "app/bench/bench_window.h"
#include "app/widgets/text.h"
#include "core/picture/layer_map.h"
#include "core/picture/step_view.h"

namespace glaukophos {

// Once a step, so that the painter may turn it otherwise.
void BenchWindow::turnTo(const Evaluated& evaluated, std::size_t at) {
    const Work& work = evaluated.desk->work;
    if (m_turned_to == work.steps[at].key) return;
    m_turned_to = work.steps[at].key;
    const ViewChoice usual = m_document.plan().view;
    const ViewChoice close =
        viewOfSteps(evaluated.plan, *evaluated.appearance, work, {&work.steps[at], 1}, usual);
    m_view->setView(close);
    ViewChoice whole = close;
    whole.zoom = 1.0;
    whole.focus_mm = Vec3::Zero();
    m_whole->setView(whole);
    m_whole->setVisible(close.zoom > 1.3);
    placeWhole();
}

void BenchWindow::placeWhole() {
    const int width = m_view->width() * 3 / 10;
    const int height = std::min(m_view->height() * 2 / 5, 3 * width / 2);
    m_photo->setGeometry(m_view->rect());
    m_whole->setGeometry(m_view->width() - width, m_view->height() - height, width, height);
}

// Where the step goes, or how the figure looks when it is done.
void BenchWindow::showSight(const Evaluated& evaluated, std::size_t at) {
    const Work& work = evaluated.desk->work;
    const Step& step = work.steps[at];
    const auto map = std::make_shared<const LayerMap>(
        m_shows_after ? m_laid.after(m_document.evaluated(), at + 1)
                      : layerMapOf(evaluated.plan, *evaluated.appearance, work, step, true));
    m_view->setLayer(map,
                     m_shows_after ? tr("When it is done: %1").arg(q(step.title)) : q(step.title));
    m_whole->setLayer(map, {});
    if (m_photo->isVisible()) m_photo->showStep(at);
}

void BenchWindow::turnPhoto() {
    if (!m_photo->canShow()) {
        m_drying->setText(tr("No photograph is matched yet: Review, Match."));
        return m_drying->show();
    }
    m_photo->setVisible(!m_photo->isVisible());
    if (!m_photo->isVisible() || !m_task || known() == nullptr) return;
    m_photo->raise();
    m_photo->showStep(known()->desk->batch->tasks[*m_task].step);
}

void BenchWindow::turnSight() {
    m_shows_after = !m_shows_after;
    if (m_task && known() != nullptr) showTask();
}

}  // namespace glaukophos
