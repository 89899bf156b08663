// Opening and saving from the window.
#include <QDir>
#include <QDragEnterEvent>
#include <QFileDialog>
#include <QFileInfo>
#include <QMessageBox>
#include <QMimeData>
#include <algorithm>

#include "app/widgets/text.h"
#include "app/window/main_window.h"
#include "core/plan/new_figure.h"

namespace glaukophos {
namespace {

QString openFilter() {
    return QObject::tr(
        "Plans and figures (*.glauk *.json *.stl *.obj *.ply *.3mf *.gltf *.glb);;"
        "A photograph, for a study without a figure (*.jpg *.jpeg *.png *.JPG);;All files (*)");
}

bool isPicture(const QString& file) {
    return QDir::match(photographPatterns(), QFileInfo(file).fileName());
}

}  // namespace

void MainWindow::openFiles(const QStringList& files) {
    if (files.isEmpty() || !mayDiscard()) return;
    if (files.front() != m_example) m_example.clear();
    m_banner->showWork(tr("Opening %1 …").arg(QFileInfo(files.front()).fileName()));
    if (isVisible()) tellLoaderOfSize();
    m_loader.load(files);
}

void MainWindow::tellLoaderOfSize() {
    const QSize size = devicePixelRatioF() * m_middle->contentsRect().size();
    m_loader.setPreview(
        m_document.isOpen() ? m_view->grid() : PixelGrid{size.width(), size.height()},
        currentTheme().backdrop);
}

void MainWindow::showEvent(QShowEvent* event) {
    QMainWindow::showEvent(event);
    tellLoaderOfSize();
}

void MainWindow::backToStart() {
    if (m_document.isOpen()) return;
    m_view->showPreview({});
    showFigureOrCompared();
}

void MainWindow::openExample(const QString& file) {
    m_example = file;
    openFiles({file});
}

void MainWindow::connectStart() {
    connect(m_start, &StartPage::openRequested, this, &MainWindow::askOpen);
    connect(m_start, &StartPage::planRequested, this,
            [this](const QString& file) { openFiles({file}); });
    connect(m_start, &StartPage::exampleRequested, this, [this](const QString& file) {
        openExample(file);
        m_walk->begin();
    });
    connect(m_walk, &Walk::stageWanted, this, &MainWindow::showStagePage);
    connect(m_view, &FigureView::pictureFinished, this, &MainWindow::keepRecentPicture);
    m_start->showRecent(m_recent.list());
    showFigureOrCompared();
}

void MainWindow::noteRecent() {
    if (m_document.path().isEmpty()) return;
    m_recent.note(m_document.path(), q(m_document.plan().title));
}

// As the figure is seen in its colours, the last time it was.
void MainWindow::keepRecentPicture() {
    if (m_document.path().isEmpty() || m_view->overlay() != Overlay::Colours) return;
    m_recent.keepPicture(m_document.path(), m_view->picture());
}

void MainWindow::fillRecentMenu(QMenu& menu) {
    menu.clear();
    for (const RecentPlan& plan : m_recent.list()) {
        QAction* action = menu.addAction(plan.title);
        action->setToolTip(plan.path);
        connect(action, &QAction::triggered, this, [this, path = plan.path] { openFiles({path}); });
    }
    if (menu.isEmpty()) menu.addAction(tr("None yet"))->setEnabled(false);
}

void MainWindow::openExports(Output output) {
    ExportsPage page(*m_exports, this);
    page.showOutput(output);
    page.exec();
}

void MainWindow::askReimport() {
    reimport(QFileDialog::getOpenFileNames(this, tr("Same figure, new file"), {}, openFilter()));
}

void MainWindow::askStandBeside(const Beside& where) {
    standBeside(QFileDialog::getOpenFileNames(this, tr("Another figure"), {}, openFilter()), where);
}

void MainWindow::reimport(const QStringList& files) {
    importInto(files, tr("New file of the figure"), withNewFigure);
}

void MainWindow::standBeside(const QStringList& files, const Beside& where) {
    importInto(files, tr("Stand another figure there"),
               [where](const Plan& plan, ImportedFigure imported, const Progress& progress) {
                   return withFigure(plan, std::move(imported), where, progress);
               });
}

void MainWindow::importInto(const QStringList& files, const QString& text, const TakeIn& take_in) {
    if (files.isEmpty() || !m_document.isOpen()) return;
    std::vector<std::filesystem::path> paths;
    for (const QString& file : files) paths.emplace_back(file.toStdString());
    m_banner->showWork(tr("Opening %1 …").arg(QFileInfo(files.front()).fileName()));
    m_loader.rework(text, [plan = m_document.plan(), paths, take_in](const Progress& progress) {
        auto imported = importFigure(paths, plan.figure->form->imported.unit_mm,
                                     {progress.stop, [&](double f) { progress.at(0.4 * f); }});
        if (!imported) return Result<Plan>(tl::unexpected(imported.error()));
        return take_in(plan, std::move(*imported),
                       {progress.stop, [&](double f) { progress.at(0.4 + 0.6 * f); }});
    });
}

void MainWindow::offerRecovery() {
    const QString file = m_recovery.leftBehind();
    if (file.isEmpty()) return;
    m_banner->showQuestion(
        tr("The last run ended before its changes were saved. Open them?"), tr("Open them"),
        [this, file] { openFiles({file}); }, [this] { m_recovery.forgetLeftBehind(); });
}

bool MainWindow::mayDiscard() {
    if (!m_document.isOpen() || !m_document.isModified()) return true;
    QMessageBox box(QMessageBox::Question, tr("Unsaved changes"),
                    tr("\"%1\" has changes that are not saved.").arg(q(m_document.plan().title)),
                    QMessageBox::Save | QMessageBox::Discard | QMessageBox::Cancel, this);
    box.setObjectName(QStringLiteral("unsavedBox"));
    switch (box.exec()) {
        case QMessageBox::Save:
            return save();
        case QMessageBox::Discard:
            return true;
        default:
            return false;
    }
}

bool MainWindow::report(const Result<void>& result) {
    if (result) return true;
    m_banner->showMessage(q(result.error().message));
    return false;
}

bool MainWindow::saveTo(const QString& file) {
    if (!report(savePlan(m_document.plan(), file.toStdString(), m_document.benchLog())))
        return false;
    m_document.markSaved(file);
    noteRecent();
    keepRecentPicture();
    return true;
}

bool MainWindow::save() {
    return m_document.path().isEmpty() ? saveAs() : saveTo(m_document.path());
}

bool MainWindow::saveAs() {
    QString file = QFileDialog::getSaveFileName(this, tr("Save plan"), m_document.path(),
                                                tr("Plans (*.glauk)"));
    if (file.isEmpty()) return false;
    if (!file.endsWith(QStringLiteral(".glauk"))) file += QStringLiteral(".glauk");
    return saveTo(file);
}

void MainWindow::askOpen() {
    openFiles(QFileDialog::getOpenFileNames(this, tr("Open plan or figure"), {}, openFilter()));
}

void MainWindow::dragEnterEvent(QDragEnterEvent* event) {
    if (event->mimeData()->hasUrls()) event->acceptProposedAction();
}

void MainWindow::dropEvent(QDropEvent* event) {
    QStringList files;
    for (const QUrl& url : event->mimeData()->urls()) {
        if (url.isLocalFile()) files << url.toLocalFile();
    }
    event->acceptProposedAction();
    if (!files.isEmpty() && std::ranges::all_of(files, isPicture)) return addPhotographs(files);
    openFiles(files);
}

void MainWindow::addPhotographs(const QStringList& files) {
    // Without a figure a photograph is all there is.
    if (!m_document.isOpen() && files.size() == 1) return openFiles(files);
    if (!m_document.isOpen()) {
        m_banner->showMessage(
            tr("These are pictures: open the figure they show first, or drop a "
               "single one for a study of it alone."));
        return;
    }
    setStage(Stage::Review);
    m_review_panel->desk().add(files);
}

void MainWindow::askPhotographs() {
    const QStringList files = QFileDialog::getOpenFileNames(this, tr("Photographs of the figure"),
                                                            {}, photographFilter());
    if (!files.isEmpty()) addPhotographs(files);
}

}  // namespace glaukophos
