// The hand moves 60 times a second and does not wait for pictures.
#include "app/scripts/drag_trial.h"

#include <QEvent>
#include <algorithm>
#include <cmath>

namespace glaukophos {
namespace {

constexpr int kHand_ms = 16;

}  // namespace

DragTrial::DragTrial(MainWindow& window, int steps) : m_window(window), m_left(steps) {
    m_hand.setInterval(kHand_ms);
    connect(&m_hand, &QTimer::timeout, this, &DragTrial::move);
    connect(&window.figureView(), &FigureView::pictureShown, this, [this] { m_arrived = true; });
    window.figureView().installEventFilter(this);
}

void DragTrial::start() {
    m_clock.start();
    m_hand.start();
}

bool DragTrial::eventFilter(QObject* watched, QEvent* event) {
    if (event->type() == QEvent::Paint && m_arrived && m_hand.isActive()) {
        m_arrived = false;
        // The filter comes before the painting.
        QTimer::singleShot(0, this, &DragTrial::count);
    }
    return QObject::eventFilter(watched, event);
}

void DragTrial::count() {
    const auto& plan = m_window.figureView().shownPlan();
    const std::size_t light = m_window.document().selectedLight();
    if (plan == nullptr || light >= plan->lights.size()) return;
    const auto shown = std::ranges::find(m_moves, plan->lights[light].kind, &Move::kind);
    if (shown == m_moves.end()) return;
    m_delays_ms.push_back(m_clock.elapsed() - shown->time_ms);
    m_moves.erase(m_moves.begin(), std::next(shown));
}

void DragTrial::move() {
    if (m_left-- <= 0) {
        m_hand.stop();
        emit finished(report());
        return;
    }
    Document& document = m_window.document();
    const double angle = 0.05 * m_left;
    document.editLight(
        document.selectedLight(), QStringLiteral("drag"),
        [&](Light& light) {
            if (auto* far = std::get_if<FarLight>(&light.kind)) {
                far->direction = {6.0 + 5.0 * std::sin(angle), 40.0 + 20.0 * std::cos(angle)};
            } else if (auto* lamp = std::get_if<Lamp>(&light.kind)) {
                lamp->centre_mm.x() += 0.1F * static_cast<float>(std::cos(angle));
                lamp->centre_mm.z() += 0.1F * static_cast<float>(std::sin(angle));
            }
        },
        1);
    m_moves.push_back({document.plan().lights[document.selectedLight()].kind, m_clock.elapsed()});
}

QString DragTrial::report() const {
    const double seconds = 1e-3 * static_cast<double>(m_clock.elapsed());
    std::vector<qint64> delays = m_delays_ms;
    std::ranges::sort(delays);
    const qint64 most = delays.empty() ? 0 : delays[(9 * (delays.size() - 1)) / 10];
    return QStringLiteral("%1 pictures in %2 s, %3 a second; 9 in 10 within %4 ms of the hand")
        .arg(delays.size())
        .arg(seconds, 0, 'f', 1)
        .arg(static_cast<double>(delays.size()) / std::max(1e-3, seconds), 0, 'f', 1)
        .arg(most);
}

}  // namespace glaukophos
