// The hand moves 60 times a second and does not wait for pictures.
#include "app/scripts/drag_trial.h"

#include <algorithm>
#include <cmath>

namespace glaukophos {
namespace {

constexpr int kHand_ms = 16;

}  // namespace

DragTrial::DragTrial(MainWindow& window, int steps) : m_window(window), m_left(steps) {
    m_hand.setInterval(kHand_ms);
    connect(&m_hand, &QTimer::timeout, this, &DragTrial::move);
    connect(&window.figureView(), &FigureView::pictureShown, this, [this] {
        if (m_hand.isActive()) ++m_pictures;
    });
}

void DragTrial::start() {
    m_clock.start();
    m_hand.start();
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
}

QString DragTrial::report() const {
    const double seconds = 1e-3 * static_cast<double>(m_clock.elapsed());
    return QStringLiteral("%1 pictures in %2 s, %3 a second")
        .arg(m_pictures)
        .arg(seconds, 0, 'f', 1)
        .arg(m_pictures / std::max(1e-3, seconds), 0, 'f', 1);
}

}  // namespace glaukophos
