// What leaves the program: paper, tables, pictures, calendars.
#pragma once

#include <QImage>
#include <QObject>
#include <QPageSize>
#include <array>
#include <functional>

#include "app/document/document.h"
#include "app/view/figure_view.h"

namespace glaukophos {

enum class Output {
    Sheet,
    Study,
    WorkSheet,
    Maps,
    Ladders,
    StepsTable,
    StepsJson,
    Calendar,
    Palette
};
inline constexpr std::size_t kOutputCount = 9;

struct OutputEntry {
    const char* name;
    const char* sentence;  // what it is good for
    const char* filter;    // of its file; empty: a folder
    bool on_paper;
};
const OutputEntry& entryOf(Output output);

// Each `export...` writes at once and says what went wrong by `problem`; true when it was written.
class Exports : public QObject {
    Q_OBJECT

  public:
    Exports(Document& document, const FigureView& view, QWidget* window);

    bool exportSheet(const QString& file, QPageSize::PageSizeId page);
    bool exportStudy(const QString& file, QPageSize::PageSizeId page);
    bool exportLadders(const QString& file);  // CSV
    // What follows from the work, by the ending of the file: .csv, .json, .ics or .gpl.
    bool exportWork(const QString& file);
    // The whole plan for the bench as a PDF, or a PNG of each layer's map in a folder.
    bool exportWorkSheet(const QString& file, QPageSize::PageSizeId page);
    bool exportMaps(const QString& folder);

    bool write(Output output, const QString& file, QPageSize::PageSizeId page);
    // Asks for the file first; false when none was given.
    bool ask(Output output, QPageSize::PageSizeId page);

    // How it begins: a page or a map, or else the first lines of the file. Nothing while what it
    // shows is still being worked out.
    QImage picture(Output output, QPageSize::PageSizeId page, int dots_per_inch);
    QString lines(Output output);

  signals:
    void problem(const QString& sentence);

  private:
    // What is known so far, as it is seen now, when there are steps; else nothing, and the sentence
    // says why not.
    std::optional<Evaluated> withSteps(QString& why_not) const;
    std::optional<Evaluated> withSteps();  // says it by `problem`
    [[nodiscard]] std::optional<Evaluated> asSeen() const;
    bool report(const Result<void>& result);  // true when there is no error
    bool patiently(const std::function<Result<void>()>& write);
    // Long work with a bar and a button to stop it.
    bool withProgress(const QString& what, const std::function<Result<void>(const Progress&)>& run);
    QString askFile(const QString& title, const QString& filter);

    Document& m_document;
    const FigureView& m_view;
    QWidget* m_window;  // owns this
};

}  // namespace glaukophos
