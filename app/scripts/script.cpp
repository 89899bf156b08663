// Every settled result and every finished picture asks anew whether all is there.
#include "app/scripts/script.h"

#include <QAbstractButton>
#include <QCoreApplication>
#include <QTimer>
#include <cstdio>

#include "app/widgets/text.h"

namespace glaukophos {

bool ScriptOptions::isAsked() const {
    return !picture.isEmpty() || !sheet.isEmpty() || !study.isEmpty() || !work.isEmpty() ||
           !maps.isEmpty() || drag_steps > 0 || turn_steps > 0 || opening;
}

QPointF spotOf(const FigureView& view, const QString& shares) {
    const QStringList pair = shares.split(QLatin1Char(','));
    if (pair.size() != 2) return {-1, -1};
    return {view.width() * pair[0].toDouble(), view.height() * pair[1].toDouble()};
}

Script::Script(MainWindow& window, ScriptOptions options)
    : m_window(window), m_options(std::move(options)) {
    if (m_options.opening) measureOpening();
    connect(&m_window.figureView(), &FigureView::pictureFinished, this, [this] { finish(); });
    connect(&m_window.sideBySide(), &SideBySide::finished, this, [this] { finish(); });
    connect(&m_window.reviewPanel(), &ReviewPanel::made, this, [this] { finish(); });
    connect(&m_window.document(), &Document::evaluatedChanged, this,
            [this] { QTimer::singleShot(0, this, [this] { finish(); }); });
    // Without a file there are only the ways to begin.
    QTimer::singleShot(500, this, [this] {
        if (m_done || m_window.document().isOpen() || m_window.loader().isLoading()) return;
        m_done = true;
        QCoreApplication::exit(write() ? 0 : 2);
    });
    connect(&m_window.loader(), &Loader::failed, this, [](const QString& message) {
        std::fprintf(stderr, "glaukophos: %s\n", qUtf8Printable(message));
        QCoreApplication::exit(2);
    });
}

bool Script::isReady() const {
    const EvaluatedPtr& evaluated = m_window.document().evaluated();
    if (evaluated == nullptr || !evaluated->complete || evaluated->desk == nullptr) return false;
    if (m_options.scored && !evaluated->score) return false;
    if (evaluated->plan.figure != m_window.document().plan().figure) return false;
    return !m_window.figurePanel().partsPage().divider().isBusy();
}

void Script::finish() {
    if (m_done || m_opening != nullptr || !isReady()) return;
    if (!m_placed) {
        m_placed = true;
        placeWork(*m_window.document().evaluated());
    }
    FigureView& view = m_window.figureView();
    const SideBySide& compared = m_window.sideBySide();
    if (compared.isVisible() ? !compared.isFinished() : view.isVisible() && !view.isFinished()) {
        return;
    }
    if (m_window.photoView().isVisible() && !m_window.reviewPanel().isFinished()) return;
    if (m_window.reviewPanel().verdicts().isBusy()) return;
    if (m_window.figurePanel().isBusy()) return;
    if (m_options.bench && !m_window.bench().figureView().isFinished()) return;
    if (!m_options.sight.isEmpty()) view.sightFrom(spotOf(view, m_options.sight));
    m_done = true;
    if (m_options.drag_steps > 0) return measure(Dragged::Light, m_options.drag_steps);
    if (m_options.turn_steps > 0) return measure(Dragged::Figure, m_options.turn_steps);
    QCoreApplication::exit(write() ? 0 : 2);
}

bool Script::write() {
    bool written = true;
    const auto note = [&](bool done) { written = done && written; };
    Exports& exports = m_window.exports();
    if (!m_options.picture.isEmpty()) {
        QWidget& shown = m_options.bench ? static_cast<QWidget&>(m_window.bench()) : m_window;
        note(shown.grab().save(m_options.picture));
    }
    if (!m_options.sheet.isEmpty()) note(exports.exportSheet(m_options.sheet, m_options.page));
    if (!m_options.study.isEmpty()) note(exports.exportStudy(m_options.study, m_options.page));
    if (!m_options.work.isEmpty()) note(exports.exportWorkSheet(m_options.work, m_options.page));
    if (!m_options.maps.isEmpty()) note(exports.exportMaps(m_options.maps));
    return written;
}

// Steps and findings are known last of all.
void Script::placeWork(const Evaluated& evaluated) {
    const Desk& desk = *evaluated.desk;
    const auto step = static_cast<std::size_t>(m_options.step);
    if (step > 0 && step <= desk.work.steps.size()) {
        m_window.stepsPanel().orderPage().choose(q(desk.work.steps[step - 1].key));
    }
    if (m_options.after) {
        m_window.findChild<QAbstractButton*>(QStringLiteral("sightAfter"))->click();
    }
    if (m_options.bench) openBench();
    if (m_options.photo > 0) judgePhoto();
    const auto finding = static_cast<std::size_t>(m_options.finding);
    if (finding == 0 || finding > desk.findings.size()) return;
    const auto vertex = desk.findings[finding - 1].vertex;
    if (!vertex) return;
    const Surface& surface = evaluated.plan.figure->surface;
    m_window.figureView().showPlace(surface.mesh.positions_mm[*vertex], surface.normals[*vertex]);
}

void Script::judgePhoto() {
    ReviewPanel& review = m_window.reviewPanel();
    review.desk().choose(static_cast<std::size_t>(m_options.photo - 1));
    const bool light = review.page() == ReviewPanel::Page::Light;
    if (!light && review.page() != ReviewPanel::Page::Painted) return;
    connect(&review.verdicts(), &PhotoVerdicts::changed, this,
            [this] { QTimer::singleShot(0, this, [this] { finish(); }); });
    const auto button = light ? QStringLiteral("findLight") : QStringLiteral("comparePhoto");
    m_window.findChild<QAbstractButton*>(button)->click();
}

// As far as the step that was asked for.
void Script::openBench() {
    connect(&m_window.bench().figureView(), &FigureView::pictureFinished, this,
            [this] { finish(); });
    m_window.openBench();
    for (int i = 1; i < m_options.step; ++i) {
        m_window.bench().finishCoat();
        m_window.bench().finishCoat();
    }
}

void Script::measure(Dragged dragged, int steps) {
    m_trial = std::make_unique<DragTrial>(m_window, dragged, steps);
    connect(m_trial.get(), &DragTrial::finished, this, &Script::printAndQuit);
    m_trial->start();
}

void Script::measureOpening() {
    m_opening = std::make_unique<OpenTrial>(m_window);
    connect(m_opening.get(), &OpenTrial::finished, this, &Script::printAndQuit);
}

void Script::printAndQuit(const QString& report) {
    std::printf("%s\n", qUtf8Printable(report));
    QCoreApplication::exit(0);
}

}  // namespace glaukophos
