// Looks every few milliseconds how far the window is.
#include "app/scripts/open_trial.h"

#include <sys/resource.h>

#include <QEvent>
#include <chrono>

namespace glaukophos {
namespace {

constexpr int kGlance_ms = 5;

using Clock = std::chrono::steady_clock;
const Clock::time_point kProgramStart = Clock::now();

qint64 millisecondsSinceStart() {
    return std::chrono::duration_cast<std::chrono::milliseconds>(Clock::now() - kProgramStart)
        .count();
}

QString inSeconds(qint64 time_ms) {
    return QString::number(1e-3 * static_cast<double>(time_ms), 'f', 2) + QStringLiteral(" s");
}

// The most memory that the program has had, in MB.
long mostMegabytes() {
    rusage usage{};
    getrusage(RUSAGE_SELF, &usage);
    return usage.ru_maxrss / 1024;
}

}  // namespace

OpenTrial::OpenTrial(MainWindow& window) : m_window(window), m_made_ms(millisecondsSinceStart()) {
    window.figureView().installEventFilter(this);
    m_looking.setInterval(kGlance_ms);
    connect(&m_looking, &QTimer::timeout, this, &OpenTrial::look);
    m_looking.start();
}

bool OpenTrial::eventFilter(QObject* watched, QEvent* event) {
    const bool is_first = !m_window.document().isOpen() && m_first_ms == 0;
    if (event->type() == QEvent::Paint && is_first && !m_window.figureView().picture().isNull()) {
        // The filter comes before the painting.
        QTimer::singleShot(0, this, [this] { m_first_ms = millisecondsSinceStart(); });
    }
    return QObject::eventFilter(watched, event);
}

void OpenTrial::look() {
    const Document& document = m_window.document();
    if (!document.isOpen()) return;
    if (m_ready_ms == 0) m_ready_ms = millisecondsSinceStart();
    const EvaluatedPtr& evaluated = document.evaluated();
    if (evaluated == nullptr || !evaluated->complete) return;
    if (m_settled_ms == 0 && m_window.figureView().isFinished())
        m_settled_ms = millisecondsSinceStart();
    if (m_whole_ms == 0 && evaluated->desk != nullptr) m_whole_ms = millisecondsSinceStart();
    if (m_settled_ms == 0 || m_whole_ms == 0) return;
    m_looking.stop();
    emit finished(report());
}

QString OpenTrial::report() const {
    const QString first =
        m_first_ms == 0 ? QString()
                        : QStringLiteral("first picture after %1, ").arg(inSeconds(m_first_ms));
    return QStringLiteral("made after %1, ").arg(inSeconds(m_made_ms)) + first +
           QStringLiteral(
               "ready after %1, settled after %2, the whole plan after %3, "
               "%4 MB at most")
               .arg(inSeconds(m_ready_ms), inSeconds(m_settled_ms), inSeconds(m_whole_ms))
               .arg(mostMegabytes());
}

}  // namespace glaukophos
