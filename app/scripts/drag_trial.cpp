// The hand moves 60 times a second and does not wait for pictures.
#include "app/scripts/drag_trial.h"

#include <QEvent>
#include <algorithm>
#include <cmath>

#include "app/scripts/picture_jump.h"

namespace glaukophos {
namespace {

constexpr int kHand_ms = 16;
constexpr int kLook_ms = 5;
constexpr double kJump = 2.0;  // L* that an eye notices when a picture settles

double rate(std::size_t pictures, qint64 time_ms) {
    return 1000.0 * static_cast<double>(pictures) /
           static_cast<double>(std::max<qint64>(1, time_ms));
}

double seconds(qint64 time_ms) { return 1e-3 * static_cast<double>(time_ms); }

}  // namespace

DragTrial::DragTrial(MainWindow& window, Dragged dragged, int steps)
    : m_window(window), m_dragged(dragged), m_left(steps) {
    m_hand.setInterval(kHand_ms);
    connect(&m_hand, &QTimer::timeout, this, &DragTrial::move);
    m_resting.setInterval(kLook_ms);
    connect(&m_resting, &QTimer::timeout, this, &DragTrial::watchRest);
    connect(&window.figureView(), &FigureView::pictureShown, this, [this] { m_arrived = true; });
    window.figureView().installEventFilter(this);
}

void DragTrial::start() {
    constexpr int kReach_ms = 2500;  // until the hand is there
    QTimer::singleShot(kReach_ms, this, [this] {
        m_clock.start();
        m_hand.start();
    });
}

bool DragTrial::eventFilter(QObject* watched, QEvent* event) {
    if (event->type() == QEvent::Paint && m_arrived) {
        m_arrived = false;
        // The filter comes before the painting.
        QTimer::singleShot(0, this, &DragTrial::count);
    }
    return QObject::eventFilter(watched, event);
}

void DragTrial::count() {
    if (m_dragged == Dragged::Figure) {
        if (m_hand.isActive()) ++m_pictures;
        return;
    }
    const auto& plan = m_window.figureView().shownPlan();
    const std::size_t light = m_window.document().selectedLight();
    if (plan == nullptr || light >= plan->lights.size()) return;
    const auto shown = std::ranges::find(m_moves, plan->lights[light].kind, &Move::kind);
    if (shown == m_moves.end()) {
        countHalted(*plan);
        return;
    }
    const qint64 moved_ms = shown->time_ms;
    m_moves.erase(m_moves.begin(), std::next(shown));
    if (m_hand.isActive()) {
        ++m_pictures;
        m_delays_ms.push_back(m_clock.elapsed() - moved_ms);
    } else if (m_moves.empty()) {
        m_last_moving = m_window.figureView().picture();
    }
}

// The place of the last picture once more, finer, before its results have come.
void DragTrial::countHalted(const Plan& shown) {
    const Document& document = m_window.document();
    const bool ahead =
        shown.lights == document.plan().lights && document.evaluated()->plan.lights != shown.lights;
    if (m_hand.isActive() || m_last_moving.isNull() || !ahead) return;
    m_halted = m_window.figureView().picture();
    m_halted_ms = m_clock.elapsed();
}

void DragTrial::move() {
    if (m_left-- <= 0) {
        m_hand.stop();
        m_drag_ms = m_clock.restart();
        m_resting.start();
        return;
    }
    if (m_dragged == Dragged::Figure) {
        m_window.figureView().turn(0.05, 0.0);
    } else {
        dragLight();
    }
}

void DragTrial::dragLight() {
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

void DragTrial::watchRest() {
    const Document& document = m_window.document();
    const EvaluatedPtr& evaluated = document.evaluated();
    const FigureView& view = m_window.figureView();
    if (!evaluated->complete || evaluated->plan.lights != document.plan().lights) return;
    if (m_settled_ms == 0 && view.isFinished()) m_settled_ms = m_clock.elapsed();
    if (m_settled_ms == 0 || evaluated->desk == nullptr) return;
    m_whole_ms = m_clock.elapsed();
    m_resting.stop();
    const auto alike = [&](const QImage& before) {
        return shareAlike(before, view.picture(), *evaluated->plan.figure, view.camera(),
                          view.grid(), kJump);
    };
    m_alike = alike(m_last_moving);
    m_halted_alike = alike(m_halted);
    emit finished(report());
}

QString DragTrial::report() const {
    QString text = QStringLiteral("%1 pictures in %2 s, %3 a second")
                       .arg(m_pictures)
                       .arg(seconds(m_drag_ms), 0, 'f', 1)
                       .arg(rate(m_pictures, m_drag_ms), 0, 'f', 1);
    if (m_dragged == Dragged::Light) {
        std::vector<qint64> delays = m_delays_ms;
        std::ranges::sort(delays);
        const qint64 most = delays.empty() ? 0 : delays[(9 * (delays.size() - 1)) / 10];
        text += QStringLiteral("; 9 in 10 within %1 ms of the hand").arg(most);
    }
    text += QStringLiteral("; settled after %1 s, the whole plan after %2 s")
                .arg(seconds(m_settled_ms), 0, 'f', 2)
                .arg(seconds(m_whole_ms), 0, 'f', 2);
    if (m_dragged == Dragged::Light) {
        text += QStringLiteral("; %1 % of the figure as in the last picture of the drag")
                    .arg(100.0 * m_alike, 0, 'f', 1);
        if (!m_halted.isNull()) {
            text += QStringLiteral(", %1 % as in that of the halted hand, after %2 s")
                        .arg(100.0 * m_halted_alike, 0, 'f', 1)
                        .arg(seconds(m_halted_ms), 0, 'f', 2);
        }
    }
    return text;
}

}  // namespace glaukophos
