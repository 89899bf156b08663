// The view on screen is the one on paper.
#include "app/paper/exports.h"

#include <QApplication>
#include <QFileDialog>
#include <QProgressDialog>

#include "app/paper/sheet.h"
#include "app/paper/study_sheet.h"
#include "app/paper/work_sheet.h"
#include "app/widgets/text.h"
#include "core/io/file_bytes.h"
#include "core/io/tables_csv.h"
#include "core/io/work_files.h"

namespace glaukophos {

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

std::optional<Evaluated> Exports::withSteps() {
    const EvaluatedPtr& known = m_document.evaluated();
    if (known == nullptr || known->desk == nullptr) {
        emit problem(tr("The steps are still being worked out; try again in a moment."));
        return std::nullopt;
    }
    if (known->desk->work.steps.empty()) {
        emit problem(q(known->desk->problem));
        return std::nullopt;
    }
    Evaluated evaluated = *known;
    evaluated.plan.view = m_view.view();
    return evaluated;
}

bool Exports::exportSheet(const QString& file, QPageSize::PageSizeId page) {
    if (m_document.evaluated() == nullptr) return false;
    Evaluated evaluated = *m_document.evaluated();
    evaluated.plan.view = m_view.view();
    return patiently([&] { return writePlanSheet(evaluated, file, page); });
}

bool Exports::exportStudy(const QString& file, QPageSize::PageSizeId page) {
    if (m_document.evaluated() == nullptr) return false;
    const Evaluated evaluated = *m_document.evaluated();
    return patiently([&] { return writeStudy(evaluated, file, page); });
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
    const Desk& desk = *evaluated->desk;
    if (file.endsWith(QStringLiteral(".ics"))) {
        if (!desk.batch) {
            emit problem(q(desk.problem));
            return false;
        }
        return report(writeAtomically(file.toStdString(),
                                      calendarText(evaluated->plan, desk.work, *desk.batch)));
    }
    std::string text = stepsCsv(evaluated->plan, desk.work);
    if (file.endsWith(QStringLiteral(".json"))) {
        text = workJsonText(evaluated->plan, desk.work, desk.batch ? &*desk.batch : nullptr,
                            desk.findings);
    } else if (file.endsWith(QStringLiteral(".gpl"))) {
        text = mixPalette(evaluated->plan, desk.work);
    }
    return report(writeAtomically(file.toStdString(), text));
}

// With the ending of the kind that was chosen.
QString Exports::askFile(const QString& title, const QString& filter) {
    QString chosen;
    QString file = QFileDialog::getSaveFileName(m_window, title, {}, filter, &chosen);
    if (file.isEmpty() || chosen.isEmpty()) return file;
    const qsizetype dot = chosen.lastIndexOf(QLatin1Char('.'));
    const QString ending = chosen.mid(dot, chosen.lastIndexOf(QLatin1Char(')')) - dot);
    if (!file.endsWith(ending)) file += ending;
    return file;
}

void Exports::askSheet(QPageSize::PageSizeId page) {
    const QString file = askFile(tr("Plan sheet"), tr("PDF (*.pdf)"));
    if (!file.isEmpty()) exportSheet(file, page);
}

void Exports::askStudy(QPageSize::PageSizeId page) {
    const QString file = askFile(tr("Study in greys"), tr("PDF (*.pdf)"));
    if (!file.isEmpty()) exportStudy(file, page);
}

void Exports::askLadders() {
    const QString file = askFile(tr("Ladders as a table"), tr("Tables (*.csv)"));
    if (!file.isEmpty()) exportLadders(file);
}

void Exports::askWork(const QString& title, const QString& filter) {
    const QString file = askFile(title, filter);
    if (!file.isEmpty()) exportWork(file);
}

void Exports::askWorkSheet(QPageSize::PageSizeId page) {
    const QString file = askFile(tr("Whole plan for the bench"), tr("PDF (*.pdf)"));
    if (!file.isEmpty()) exportWorkSheet(file, page);
}

void Exports::askMaps() {
    const QString folder = QFileDialog::getExistingDirectory(m_window, tr("A folder for the maps"));
    if (!folder.isEmpty()) exportMaps(folder);
}

}  // namespace glaukophos
