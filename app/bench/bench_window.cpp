// A window of its own, since the keys of the main window mean other things.
#include "app/bench/bench_window.h"

#include <QCloseEvent>
#include <QDateTime>
#include <QDir>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QPainter>
#include <QPushButton>
#include <QScreen>
#include <QVBoxLayout>
#include <cmath>

#include "app/widgets/recipe_words.h"
#include "app/widgets/text.h"
#include "app/widgets/theme.h"
#include "core/io/bench_file.h"
#include "core/io/work_files.h"

namespace glaukophos {
namespace {

constexpr int kKeepEvery_s = 15;

double secondsNow() { return static_cast<double>(QDateTime::currentMSecsSinceEpoch()) / 1000.0; }

// "4:05".
QString clockWords(double seconds) {
    const auto whole = static_cast<int>(std::ceil(std::max(0.0, seconds)));
    return QStringLiteral("%1:%2").arg(whole / 60).arg(whole % 60, 2, 10, QLatin1Char('0'));
}

}  // namespace

BenchWindow::BenchWindow(Document& document, const QString& folder, QWidget* parent)
    : QWidget(parent, Qt::Window),
      m_document(document),
      m_folder(folder),
      m_view(new FigureView(document, this)),
      m_whole(new FigureView(document, m_view)),
      m_photo(new BenchPhoto(document, m_view)) {
    setObjectName(QStringLiteral("bench"));
    setWindowTitle(tr("Bench – Glaukophos"));
    setAttribute(Qt::WA_StyledBackground);
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(0);
    row->addWidget(m_view, 11);
    auto* words = new QWidget(this);
    words->setObjectName(QStringLiteral("benchWords"));
    words->setAttribute(Qt::WA_StyledBackground);
    new QVBoxLayout(words);
    words->layout()->setContentsMargins(26, 20, 26, 18);
    words->layout()->setSpacing(10);
    row->addWidget(words, 10);
    m_view->setOverlay(Overlay::Layer);
    m_view->installEventFilter(this);
    m_whole->setObjectName(QStringLiteral("benchWhole"));
    m_whole->setAttribute(Qt::WA_TransparentForMouseEvents);
    m_whole->setFocusPolicy(Qt::NoFocus);
    m_whole->setMinimumSize(1, 1);
    m_whole->setOverlay(Overlay::Layer);
    m_whole->hide();
    m_photo->hide();
    buildWords();
    m_shade = new Shade(this);
    m_tick.setInterval(1000);
    connect(&m_tick, &QTimer::timeout, this, [this] {
        if (m_task && isVisible()) m_log.spent_s += 1.0;
        if (++m_unsaved_s >= kKeepEvery_s) keep();
        showTimes();
    });
    connect(&document, &Document::evaluatedChanged, this, [this] {
        if (!isVisible() || known() == nullptr) return;
        m_answers->showResults(*known(), m_log);
        goOn();
    });
    connect(&document, &Document::changed, this, [this](Aspect aspect) {
        if (aspect == Aspect::Everything && isVisible()) close();
    });
}

BenchWindow::~BenchWindow() = default;

void BenchWindow::buildWords() {
    auto* words = findChild<QWidget*>(QStringLiteral("benchWords"));
    auto* column = static_cast<QVBoxLayout*>(words->layout());
    const auto label = [&](const char* object) {
        auto* made = new QLabel(words);
        made->setObjectName(q(object));
        made->setWordWrap(true);
        column->addWidget(made);
        return made;
    };
    m_place = label("benchPlace");
    m_title = label("benchTitle");
    m_drops = new DropsView(36, words);
    column->addWidget(m_drops);
    m_answers = new MixAnswers(m_document, words);
    column->addWidget(m_answers);
    connect(m_answers, &MixAnswers::problem, this, &BenchWindow::problem);
    m_tool = label("benchTool");
    m_coats = new CoatRings(words);
    column->addWidget(m_coats);
    m_how = label("benchHow");
    m_caution = label("benchCaution");
    column->addStretch(1);
    m_clock = label("benchClock");
    m_drying = label("benchDrying");
    m_note = new QLineEdit(words);
    m_note->setObjectName(QStringLiteral("benchNote"));
    m_note->setAccessibleName(tr("Note"));
    m_note->setToolTip(tr("Kept with the step in the log of the bench"));
    m_note->setPlaceholderText(tr("A note on this step; Enter keeps it, Esc drops it"));
    m_note->hide();
    m_note->installEventFilter(this);
    column->addWidget(m_note);
    connect(m_note, &QLineEdit::returnPressed, this, &BenchWindow::takeNote);
    column->addWidget(buildButtons());
}

QWidget* BenchWindow::buildButtons() {
    auto* box = new QWidget(this);
    auto* row = new QHBoxLayout(box);
    row->setContentsMargins(0, 0, 0, 0);
    const auto button = [&](const char* object, const QString& text, const QString& tip,
                            const std::function<void()>& run) {
        auto* made = new QPushButton(text, box);
        made->setObjectName(q(object));
        made->setToolTip(tip);
        made->setFocusPolicy(Qt::NoFocus);  // the space bar belongs to the work
        row->addWidget(made);
        connect(made, &QPushButton::clicked, this, run);
    };
    button("benchDone", tr("Done · Space"), tr("This coat is on (space, page down, or a pedal)"),
           [this] { finishCoat(); });
    button("benchBack", tr("Back · PgUp"), tr("It was not: take the last coat back"),
           [this] { undoCoat(); });
    button("benchNoteKey", tr("Note · N"), tr("Write something down"), [this] {
        m_note->show();
        m_note->setFocus();
    });
    button("benchAfter", tr("After · A"),
           tr("How the figure looks when this step is done, and back"), [this] { turnSight(); });
    button("benchPhotoKey", tr("Photo · P"),
           tr("Where the step goes, on your newest matched photograph, and back"),
           [this] { turnPhoto(); });
    button("benchDim", tr("Dim · D"), tr("Darker, for the evening"),
           [this] { setDim(!m_shade->isVisible()); });
    button("benchLeave", tr("Leave · Esc"), tr("Everything is kept"), [this] { close(); });
    return box;
}

QString BenchWindow::file() const {
    return QStringLiteral("%1/bench/%2.json").arg(m_folder, q(m_document.plan().key));
}

const Evaluated* BenchWindow::known() const {
    const EvaluatedPtr& evaluated = m_document.evaluated();
    const bool ready = evaluated != nullptr && evaluated->desk != nullptr &&
                       evaluated->desk->batch && evaluated->plan.figure == m_document.plan().figure;
    return ready ? evaluated.get() : nullptr;
}

void BenchWindow::load() {
    const QString wanted = file();
    if (wanted == m_log_file) return;
    m_log_file = wanted;
    auto read = readBench(wanted.toStdString());
    if (!read) {
        // What cannot be read is put aside, not written over.
        QFile::rename(wanted, wanted + QStringLiteral(".unreadable"));
        emit problem(tr("%1 It was put aside as %2; the bench begins anew.")
                         .arg(q(read.error().message), wanted + QStringLiteral(".unreadable")));
    }
    // The plan file has the log as it was saved, the folder as it was left, also by a crash.
    m_log = newerOf(read ? std::move(*read) : BenchLog{}, m_document.benchLog());
    m_document.setBenchLog(m_log);
    m_task.reset();
}

void BenchWindow::keep() {
    m_unsaved_s = 0;
    if (m_log_file.isEmpty()) return;
    m_document.setBenchLog(m_log);
    QDir().mkpath(m_folder + QStringLiteral("/bench"));
    if (auto written = writeBench(m_log, m_log_file.toStdString()); !written) {
        m_drying->setText(q(written.error().message));
    }
}

void BenchWindow::begin() {
    load();
    setStyleSheet(benchStyle(currentTheme()));
    m_turned_to.clear();
    m_view->setView(m_document.plan().view);
    m_view->setOverlay(Overlay::Layer);
    setGeometry(screen()->geometry());  // where no window manager does it
    showFullScreen();
    raise();
    activateWindow();  // the keys of the main window mean other things
    m_view->setFocus();
    m_tick.start();
    goOn();
}

void BenchWindow::goOn() {
    const Evaluated* evaluated = known();
    if (evaluated == nullptr) {
        m_task.reset();
        const EvaluatedPtr& so_far = m_document.evaluated();
        const bool problem = so_far != nullptr && so_far->desk != nullptr;
        m_title->setText(problem ? q(so_far->desk->problem)
                                 : tr("The steps are being worked out …"));
        return;
    }
    const Desk& desk = *evaluated->desk;
    const bool goes_on = m_task && *m_task < desk.batch->tasks.size() &&
                         doneOf(m_log, desk.work, *desk.batch, *m_task) == nullptr;
    if (!goes_on) {
        const auto next = nextTask(m_log, desk.work, *desk.batch, secondsNow());
        m_task = next ? std::optional(next->task) : std::nullopt;
        m_meanwhile = next && next->meanwhile;
    }
    m_warned = false;
    showTask();
}

void BenchWindow::showTask() {
    const Evaluated& evaluated = *known();
    const Work& work = evaluated.desk->work;
    const Batch& batch = *evaluated.desk->batch;
    for (QWidget* widget : std::initializer_list<QWidget*>{m_drops, m_tool, m_coats, m_how}) {
        widget->setVisible(m_task.has_value());
    }
    m_answers->setStep(m_task ? &work.steps[batch.tasks[*m_task].step] : nullptr);
    if (!m_task) {
        m_place->setText(tr("%1 coats done").arg(m_log.done.size()));
        m_title->setText(tr("All painted. Leave it for a night, then look with fresh eyes."));
        m_caution->hide();
        m_view->setOverlay(Overlay::Colours);
        m_whole->hide();
        showTimes();
        return;
    }
    const TaskOf& of = batch.tasks[*m_task];
    const Step& step = work.steps[of.step];
    const int figures = batch.figures;
    m_place->setText(figures > 1 ? tr("Step %1 of %2 · figure %3 of %4")
                                       .arg(of.step + 1)
                                       .arg(work.steps.size())
                                       .arg(of.figure + 1)
                                       .arg(figures)
                                 : tr("Step %1 of %2").arg(of.step + 1).arg(work.steps.size()));
    m_title->setText(q(step.title));
    m_drops->setRecipe(droppedRecipe(evaluated.plan, work, step));
    m_coats->setCoats(of.coat, step.coats);
    m_tool->setText(step.tool_words.empty() ? QString() : q(step.tool_words));
    m_how->setText(q(step.masking.empty() ? step.how : step.how + " " + step.masking));
    m_caution->setText(q(step.caution));
    m_caution->setVisible(!step.caution.empty());
    m_view->setOverlay(Overlay::Layer);
    turnTo(evaluated, of.step);
    showSight(evaluated, of.step);
    showTimes();
}

void BenchWindow::showTimes() {
    const Evaluated* evaluated = known();
    if (evaluated == nullptr) return;
    const Work& work = evaluated->desk->work;
    const Batch& batch = *evaluated->desk->batch;
    const double now = secondsNow();
    QStringList lines;
    if (m_meanwhile) lines << tr("While the step before it dries:");
    if (m_task) {
        const double ready = readyAt(m_log, work, batch, *m_task).value_or(0.0);
        const Step& step = work.steps[batch.tasks[*m_task].step];
        m_clock->setText(
            ready > now
                ? tr("Wait %1: it is still wet").arg(clockWords(ready - now))
                : tr("%1 of about %2").arg(clockWords(m_log.spent_s), q(timeWords(step.work_min))));
    } else {
        m_clock->clear();
    }
    const std::vector<CoatDone> wet = drying(m_log, now);
    for (std::size_t i = 0; i < std::min<std::size_t>(wet.size(), 3); ++i) {
        const std::size_t step = indexOf(work.steps, wet[i].steps.front());
        if (step >= work.steps.size()) continue;
        const QString which =
            batch.figures > 1 ? tr(", figure %1").arg(wet[i].figure + 1) : QString();
        lines << tr("dry in %1: %2%3")
                     .arg(clockWords(wet[i].dry_s - now), q(work.steps[step].title), which);
    }
    for (const BenchNote& note : m_log.notes) {
        if (m_task && isKnownAs(work.steps[batch.tasks[*m_task].step], note.step)) {
            lines << tr("Note: %1").arg(q(note.text));
        }
    }
    const OwnPace own = paceOf(m_log);
    const double of_planned = own.pace / batch.pace;
    if (of_planned > 0.05 && own.coats >= 3) {
        lines << tr("So far you take %1 of the minutes planned.")
                     .arg(QStringLiteral("%1 %").arg(100.0 * of_planned, 0, 'f', 0));
    }
    m_drying->setText(lines.join(QLatin1Char('\n')));
    m_drying->setVisible(!lines.isEmpty());
}

void BenchWindow::finishCoat() {
    const Evaluated* evaluated = known();
    if (evaluated == nullptr || !m_task) return;
    const Desk& desk = *evaluated->desk;
    const double now = secondsNow();
    const double ready = readyAt(m_log, desk.work, *desk.batch, *m_task).value_or(0.0);
    if (ready > now && !m_warned) {
        m_warned = true;
        m_clock->setText(tr("Still wet for %1. Press again if it is on all the same.")
                             .arg(clockWords(ready - now)));
        return;
    }
    markDone(m_log, desk.work, *desk.batch, *m_task, now);
    m_task.reset();
    keep();
    goOn();
}

void BenchWindow::undoCoat() {
    if (m_log.done.empty()) return;
    const CoatDone last = m_log.done.back();
    takeBack(m_log);
    m_task.reset();
    m_meanwhile = false;
    if (const Evaluated* evaluated = known()) {
        const Batch& batch = *evaluated->desk->batch;
        for (std::size_t i = 0; i < batch.tasks.size(); ++i) {
            const TaskOf& of = batch.tasks[i];
            if (of.figure == last.figure && of.coat == last.coat && !last.steps.empty() &&
                isKnownAs(evaluated->desk->work.steps[of.step], last.steps.front())) {
                m_task = i;
            }
        }
    }
    keep();
    goOn();
}

void BenchWindow::takeNote() {
    const QString text = m_note->text().trimmed();
    const Evaluated* evaluated = known();
    if (!text.isEmpty() && evaluated != nullptr && m_task) {
        const TaskOf& of = evaluated->desk->batch->tasks[*m_task];
        m_log.notes.push_back({evaluated->desk->work.steps[of.step].key, text.toStdString()});
        keep();
    }
    m_note->clear();
    m_note->hide();
    m_view->setFocus();
    showTimes();
}

void BenchWindow::setDim(bool dim) {
    m_shade->setGeometry(rect());
    m_shade->setVisible(dim);
    m_shade->raise();
}

void BenchWindow::closeEvent(QCloseEvent* event) {
    m_tick.stop();
    keep();
    event->accept();
    emit left();
}

}  // namespace glaukophos
