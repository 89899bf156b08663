// What leaves the program: paper, tables, pictures, calendars.
#pragma once

#include <QObject>
#include <QPageSize>
#include <functional>

#include "app/document/document.h"
#include "app/view/figure_view.h"

namespace glaukophos {

// Each `export...` writes at once and says what went wrong by `problem`; true when it was written.
// Each `ask...` asks for the file first.
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

    void askSheet(QPageSize::PageSizeId page);
    void askStudy(QPageSize::PageSizeId page);
    void askLadders();
    void askWork(const QString& title, const QString& filter);
    void askWorkSheet(QPageSize::PageSizeId page);
    void askMaps();

  signals:
    void problem(const QString& sentence);

  private:
    // What is known so far, as it is seen now, when there are steps; else says why not, and
    // nothing.
    std::optional<Evaluated> withSteps();
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
