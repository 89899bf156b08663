// The view on screen is the one on paper.
#include "app/paper/exports.h"

#include <QApplication>
#include <QDir>
#include <QFileDialog>
#include <QFileInfo>
#include <QProgressDialog>

#include "app/paper/sheet.h"
#include "app/paper/study_sheet.h"
#include "app/paper/work_sheet.h"
#include "app/widgets/text.h"
#include "core/io/file_bytes.h"
#include "core/io/tables_csv.h"
#include "core/io/work_files.h"

namespace glaukophos {
namespace {

constexpr std::array<OutputEntry, kOutputCount> kOutputs = {{
    {QT_TR_NOOP("Plan sheet"),
     QT_TR_NOOP("Views with bands, the lights on a chart, all ladders with their drops."),
     "PDF (*.pdf)", true},
    {QT_TR_NOOP("Study in greys"),
     QT_TR_NOOP("The figure in its values from five sides and at real size, to paint by."),
     "PDF (*.pdf)", true},
    {QT_TR_NOOP("Whole plan for the bench"),
     QT_TR_NOOP("Every step with its map, drops and boxes to tick, the times and the cautions."),
     "PDF (*.pdf)", true},
    {QT_TR_NOOP("Maps of all layers"),
     QT_TR_NOOP("One picture a step, where it goes, from the view you have now."), "", false},
    {QT_TR_NOOP("Ladders as a table"),
     QT_TR_NOOP("Colours and shares of every band of every part, for a spreadsheet."),
     "Tables (*.csv)", false},
    {QT_TR_NOOP("Steps as a table"),
     QT_TR_NOOP("Order, areas, mixes, coats and minutes, for a spreadsheet."), "Tables (*.csv)",
     false},
    {QT_TR_NOOP("Steps with everything"),
     QT_TR_NOOP("All that is known of the work, for other programs."), "JSON (*.json)", false},
    {QT_TR_NOOP("Evenings for a calendar"),
     QT_TR_NOOP("When to sit down, and what is painted then."), "Calendars (*.ics)", false},
    {QT_TR_NOOP("Mixes as a palette"),
     QT_TR_NOOP("The mixed colours, for pictures you draw elsewhere."), "GIMP palettes (*.gpl)",
     false},
}};

QString beginningOf(const std::string& text) {
    constexpr int kLines = 60;
    const QStringList lines = q(text).split(QLatin1Char('\n'));
    QString beginning = lines.mid(0, kLines).join(QLatin1Char('\n'));
    if (lines.size() > kLines) beginning += QStringLiteral("\n…");
    return beginning;
}

std::string workText(const Evaluated& evaluated, Output output) {
    const Desk& desk = *evaluated.desk;
    switch (output) {
        case Output::StepsJson:
            return workJsonText(evaluated.plan, desk.work, desk.batch ? &*desk.batch : nullptr,
                                desk.findings);
        case Output::Palette:
            return mixPalette(evaluated.plan, desk.work);
        case Output::Calendar:
            return desk.batch ? calendarText(evaluated.plan, desk.work, *desk.batch) : "";
        default:
            return stepsCsv(evaluated.plan, desk.work);
    }
}

}  // namespace

const OutputEntry& entryOf(Output output) { return kOutputs.at(static_cast<std::size_t>(output)); }

Exports::Exports(Document& document, const FigureView& view, QWidget* window)
    : QObject(window), m_document(document), m_view(view), m_window(window) {}

bool Exports::report(const Result<void>& result) {
    if (!result && result.error().code != ErrorCode::Cancelled) {
        emit problem(q(result.error().message));
    }
    return result.has_value();
}

bool Exports::patiently(const std::function<Result<void>()>& write) {
    QApplication::setOverrideCursor(Qt::WaitCursor);
    const Result<void> written = write();
    QApplication::restoreOverrideCursor();
    return report(written);
}

bool Exports::withProgress(const QString& what,
                           const std::function<Result<void>(const Progress&)>& run) {
    QProgressDialog dialog(what, tr("Stop"), 0, 100, m_window);
    dialog.setObjectName(QStringLiteral("workProgress"));
    dialog.setWindowModality(Qt::WindowModal);
    dialog.setMinimumDuration(400);
    std::stop_source stop;
    connect(&dialog, &QProgressDialog::canceled, this, [&stop] { stop.request_stop(); });
    const Result<void> done = run({stop.get_token(), [&dialog](double fraction) {
                                       dialog.setValue(static_cast<int>(100.0 * fraction));
                                   }});
    dialog.reset();
    return report(done);
}

std::optional<Evaluated> Exports::asSeen() const {
    if (m_document.evaluated() == nullptr) return std::nullopt;
    Evaluated evaluated = *m_document.evaluated();
    evaluated.plan.view = m_view.view();
    return evaluated;
}

std::optional<Evaluated> Exports::withSteps(QString& why_not) const {
    auto evaluated = asSeen();
    if (!evaluated || evaluated->desk == nullptr) {
        why_not = tr("The steps are still being worked out; try again in a moment.");
        return std::nullopt;
    }
    if (evaluated->desk->work.steps.empty()) {
        why_not = q(evaluated->desk->problem);
        return std::nullopt;
    }
    return evaluated;
}

std::optional<Evaluated> Exports::withSteps() {
    QString why_not;
    auto evaluated = withSteps(why_not);
    if (!evaluated) emit problem(why_not);
    return evaluated;
}

bool Exports::exportSheet(const QString& file, QPageSize::PageSizeId page) {
    const auto evaluated = asSeen();
    return evaluated && patiently([&] { return writePlanSheet(*evaluated, file, page); });
}

bool Exports::exportStudy(const QString& file, QPageSize::PageSizeId page) {
    const auto evaluated = asSeen();
    return evaluated && patiently([&] { return writeStudy(*evaluated, file, page); });
}

bool Exports::exportLadders(const QString& file) {
    if (m_document.evaluated() == nullptr) return false;
    const Evaluated& evaluated = *m_document.evaluated();
    return report(
        writeAtomically(file.toStdString(), ladderCsv(evaluated.plan, *evaluated.appearance)));
}

bool Exports::exportWorkSheet(const QString& file, QPageSize::PageSizeId page) {
    const auto evaluated = withSteps();
    if (!evaluated) return false;
    return withProgress(tr("Drawing a map for every step …"), [&](const Progress& progress) {
        return writeWorkSheet(*evaluated, file, page, progress);
    });
}

bool Exports::exportMaps(const QString& folder) {
    const auto evaluated = withSteps();
    if (!evaluated) return false;
    return withProgress(tr("Drawing a map for every step …"), [&](const Progress& progress) {
        return writeLayerMaps(*evaluated, evaluated->plan.view, folder, progress);
    });
}

bool Exports::exportWork(const QString& file) {
    const auto evaluated = withSteps();
    if (!evaluated) return false;
    Output output = Output::StepsTable;
    if (file.endsWith(QStringLiteral(".ics"))) output = Output::Calendar;
    if (file.endsWith(QStringLiteral(".json"))) output = Output::StepsJson;
    if (file.endsWith(QStringLiteral(".gpl"))) output = Output::Palette;
    if (output == Output::Calendar && !evaluated->desk->batch) {
        emit problem(q(evaluated->desk->problem));
        return false;
    }
    return report(writeAtomically(file.toStdString(), workText(*evaluated, output)));
}

bool Exports::write(Output output, const QString& file, QPageSize::PageSizeId page) {
    switch (output) {
        case Output::Sheet:
            return exportSheet(file, page);
        case Output::Study:
            return exportStudy(file, page);
        case Output::WorkSheet:
            return exportWorkSheet(file, page);
        case Output::Maps:
            return exportMaps(file);
        case Output::Ladders:
            return exportLadders(file);
        default:
            return exportWork(file);
    }
}

bool Exports::ask(Output output, QPageSize::PageSizeId page) {
    const OutputEntry& entry = entryOf(output);
    const QString file = *entry.filter == '\0'
                             ? QFileDialog::getExistingDirectory(m_window, tr(entry.name))
                             : askFile(tr(entry.name), tr(entry.filter));
    return !file.isEmpty() && write(output, file, page);
}

QImage Exports::picture(Output output, QPageSize::PageSizeId page, int dots_per_inch) {
    QString why_not;
    const bool needs_steps = output == Output::WorkSheet || output == Output::Maps;
    const auto evaluated = needs_steps ? withSteps(why_not) : asSeen();
    if (!evaluated) return {};
    switch (output) {
        case Output::Sheet:
            return sheetPreview(*evaluated, page, dots_per_inch);
        case Output::Study:
            return studyPreview(*evaluated, page, dots_per_inch);
        case Output::WorkSheet:
            return workPreview(*evaluated, page, dots_per_inch);
        case Output::Maps:
            return mapPreview(*evaluated, evaluated->plan.view);
        default:
            return {};
    }
}

QString Exports::lines(Output output) {
    QString why_not;
    if (output == Output::Ladders) {
        const auto evaluated = asSeen();
        return evaluated ? beginningOf(ladderCsv(evaluated->plan, *evaluated->appearance))
                         : QString();
    }
    const auto evaluated = withSteps(why_not);
    return evaluated ? beginningOf(workText(*evaluated, output)) : why_not;
}

// With the ending of the kind that was chosen.
QString Exports::askFile(const QString& title, const QString& filter) {
    QString chosen;
    QString proposed = q(m_document.plan().title);
    if (!m_document.path().isEmpty()) {
        proposed = QFileInfo(m_document.path()).absoluteDir().filePath(proposed);
    }
    QString file = QFileDialog::getSaveFileName(m_window, title, proposed, filter, &chosen);
    if (file.isEmpty() || chosen.isEmpty()) return file;
    const qsizetype dot = chosen.lastIndexOf(QLatin1Char('.'));
    const QString ending = chosen.mid(dot, chosen.lastIndexOf(QLatin1Char(')')) - dot);
    if (!file.endsWith(ending)) file += ending;
    return file;
}

}  // namespace glaukophos
