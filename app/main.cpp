// Starts the window; options let scripts take its picture or print a sheet.
#include <QApplication>
#include <QCommandLineParser>
#include <QStandardPaths>
#include <QTimer>
#include <cstdio>

#include "app/scripts/drag_trial.h"
#include "app/widgets/text.h"
#include "app/window/main_window.h"
#include "core/painted/licences.h"
#include "core/picture/named_view.h"
#include "core/plan/light_setup.h"

namespace {

using namespace glaukophos;

QPointF spotOf(const FigureView& view, const QString& shares) {
    const QStringList pair = shares.split(QLatin1Char(','));
    if (pair.size() != 2) return {-1, -1};
    return {view.width() * pair[0].toDouble(), view.height() * pair[1].toDouble()};
}

struct ScriptOptions {
    QString picture;
    QString sheet;
    QString study;
    QString work;
    QString maps;
    QPageSize::PageSizeId page = QPageSize::A4;
    QString sight;
    int step = 0;
    int finding = 0;
    bool bench = false;
    int drag_steps = 0;
    bool scored = false;  // wait for the scores of directions
};

// Once everything is traced: takes the pictures that were asked for, then quits.
class Script : public QObject {
  public:
    Script(MainWindow& window, ScriptOptions options)
        : m_window(window), m_options(std::move(options)) {
        connect(&m_window.figureView(), &FigureView::pictureFinished, this, [this] { finish(); });
        connect(&m_window.document(), &Document::evaluatedChanged, this,
                [this] { QTimer::singleShot(0, this, [this] { finish(); }); });
        connect(&m_window.loader(), &Loader::failed, this, [](const QString& message) {
            std::fprintf(stderr, "glaukophos: %s\n", qUtf8Printable(message));
            QCoreApplication::exit(2);
        });
    }

  private:
    void finish() {
        const EvaluatedPtr& evaluated = m_window.document().evaluated();
        if (m_done || evaluated == nullptr || !evaluated->complete) return;
        if (m_options.scored && !evaluated->score) return;
        if (evaluated->desk == nullptr) return;
        if (evaluated->plan.figure != m_window.document().plan().figure) return;
        if (m_window.figurePanel().partsPage().divider().isBusy()) return;
        FigureView& view = m_window.figureView();
        if (!m_placed) {
            m_placed = true;
            placeWork(*evaluated);
        }
        if (!view.isFinished()) return;
        if (m_options.bench && !m_window.bench().figureView().isFinished()) return;
        if (!m_options.sight.isEmpty()) view.sightFrom(spotOf(view, m_options.sight));
        m_done = true;
        if (m_options.drag_steps > 0) return measureDrag();
        bool written = true;
        if (!m_options.picture.isEmpty()) {
            QWidget& shown = m_options.bench ? static_cast<QWidget&>(m_window.bench()) : m_window;
            written = shown.grab().save(m_options.picture);
        }
        if (!m_options.sheet.isEmpty()) {
            written = m_window.exports().exportSheet(m_options.sheet, m_options.page) && written;
        }
        if (!m_options.study.isEmpty()) {
            written = m_window.exports().exportStudy(m_options.study, m_options.page) && written;
        }
        if (!m_options.work.isEmpty()) {
            written = m_window.exports().exportWorkSheet(m_options.work, m_options.page) && written;
        }
        if (!m_options.maps.isEmpty())
            written = m_window.exports().exportMaps(m_options.maps) && written;
        QCoreApplication::exit(written ? 0 : 2);
    }

    // Steps and findings are known last of all.
    void placeWork(const Evaluated& evaluated) {
        const Desk& desk = *evaluated.desk;
        const auto step = static_cast<std::size_t>(m_options.step);
        if (step > 0 && step <= desk.work.steps.size()) {
            m_window.stepsPanel().orderPage().choose(q(desk.work.steps[step - 1].key));
        }
        if (m_options.bench) {
            connect(&m_window.bench().figureView(), &FigureView::pictureFinished, this,
                    [this] { finish(); });
            m_window.openBench();
            // As far as the step that was asked for.
            for (std::size_t i = 1; i < step; ++i) {
                m_window.bench().finishCoat();
                m_window.bench().finishCoat();
            }
        }
        const auto finding = static_cast<std::size_t>(m_options.finding);
        if (finding == 0 || finding > desk.findings.size()) return;
        const auto vertex = desk.findings[finding - 1].vertex;
        const Surface& surface = evaluated.plan.figure->surface;
        if (vertex) {
            m_window.figureView().showPlace(surface.mesh.positions_mm[*vertex],
                                            surface.normals[*vertex]);
        }
    }

    void measureDrag() {
        m_trial = std::make_unique<DragTrial>(m_window, m_options.drag_steps);
        connect(m_trial.get(), &DragTrial::finished, this, [](const QString& report) {
            std::printf("%s\n", qUtf8Printable(report));
            QCoreApplication::exit(0);
        });
        m_trial->start();
    }

    MainWindow& m_window;
    ScriptOptions m_options;
    std::unique_ptr<DragTrial> m_trial;
    bool m_placed = false;
    bool m_done = false;
};

void addOptions(QCommandLineParser& parser) {
    parser.setApplicationDescription(
        QStringLiteral("Plan where light falls on a figure before painting it."));
    parser.addHelpOption();
    parser.addVersionOption();
    parser.addPositionalArgument(QStringLiteral("files"),
                                 QStringLiteral("A plan, or the meshes of one figure."));
    const auto add = [&](const char* name, const char* text, const char* value) {
        parser.addOption(QCommandLineOption(q(name), q(text), q(value)));
    };
    add("picture", "Save a picture of the window when it is ready, and quit.", "png");
    add("sheet", "Save the plan sheet when it is ready, and quit.", "pdf");
    add("page", "Page of the sheet: a4 or letter.", "size");
    add("stage", "Stage to show: 1 figure, 2 lights, 3 values, 4 colours, 5 steps.", "number");
    add("divide", "Divide the figure into this many parts at its creases.", "number");
    add("page-shown",
        "Page of a stage: standing, parts, material; place, glow, best, ready; tone, bands, edges, "
        "study, hand; all, shade, hues, night, shells, under, rack, mix; order, ways, time or "
        "findings.",
        "page");
    add("show",
        "Overlay: bare, parts, reach, shells, values, bands, borders, edges, squint, under, "
        "layer or colours.",
        "overlay");
    add("study", "Save the study in greys when it is ready, and quit.", "pdf");
    add("work", "Save the whole plan for the bench when it is ready, and quit.", "pdf");
    add("maps", "Save the map of every layer in this folder, and quit.", "folder");
    add("face", "Place the face by quarters at this share of the view, such as 0.5,0.2.", "x,y");
    add("view", "View: front, right, back, left, top, below, upside-down.", "view");
    add("from-light", "See from the light of this number, beginning with 1.", "number");
    add("step", "Choose the step of this number, beginning with 1.", "number");
    add("finding", "Show the place of the finding of this number, beginning with 1.", "number");
    add("light", "Choose the light of this number, beginning with 1.", "number");
    add("part", "Choose the part of this number, beginning with 1.", "number");
    add("ready", "Replace the lights by a ready plan, such as two-rods.", "name");
    add("sight", "Lines of sight from the spot at this share of the view, such as 0.5,0.4.", "x,y");
    add("measure-drag", "Drag the chosen light this many steps, print the rate, and quit.",
        "steps");
    add("theme", "Surroundings: dark or light.", "theme");
    parser.addOption(
        {QStringLiteral("bench"), QStringLiteral("Show the bench, with --step some coats later.")});
    parser.addOption({QStringLiteral("steps"), QStringLiteral("Colours in flat steps.")});
}

void placeFace(MainWindow& window, const QString& shares) {
    const auto place = window.figureView().placeAt(spotOf(window.figureView(), shares));
    if (!place) return;
    window.document().edit(QStringLiteral("face"), Aspect::Values,
                           [&](Plan& plan) { plan.values.face = faceAt(plan, place->point_mm); });
}

// Place of a word in a list of words; -1 when it is not there.
int indexIn(const char* words, const QString& word) {
    return static_cast<int>(q(words).split(QLatin1Char(' ')).indexOf(word));
}

void applyOptions(const QCommandLineParser& parser, MainWindow& window) {
    const auto number = [&](const char* name) { return parser.value(q(name)).toInt(); };
    if (number("stage") >= 1 && number("stage") <= 5) {
        window.setStage(static_cast<Stage>(number("stage") - 1));
    }
    if (number("divide") > 1) {
        window.figurePanel().partsPage().divideInto(number("divide"));
    }
    const QString page = parser.value(QStringLiteral("page-shown"));
    if (const int i = indexIn("standing parts material", page); i >= 0) {
        window.figurePanel().showPage(static_cast<FigurePanel::Page>(i));
    }
    if (const int i = indexIn("place glow best ready", page); i >= 0) {
        window.lightsPanel().showPage(static_cast<LightsPanel::Page>(i));
    }
    if (const int i = indexIn("tone bands edges study hand", page); i >= 0) {
        window.valuesPanel().showPage(static_cast<ValuesPanel::Page>(i));
    }
    if (const int i = indexIn("all shade hues night shells under rack mix", page); i >= 0) {
        window.coloursPanel().showPage(static_cast<ColoursPanel::Page>(i));
    }
    if (const int i = indexIn("order ways time findings", page); i >= 0) {
        window.stepsPanel().showPage(static_cast<StepsPanel::Page>(i));
    }
    if (const auto overlay = overlayFromKey(parser.value(QStringLiteral("show")).toStdString())) {
        window.figureView().setOverlay(*overlay);
    }
    if (const auto view = viewFromName(parser.value(QStringLiteral("view")).toStdString())) {
        window.figureView().setView(*view);
    }
    if (number("light") > 0) {
        window.document().selectLight(static_cast<std::size_t>(number("light") - 1));
    }
    if (number("part") > 0) {
        window.document().selectPart(static_cast<PartIndex>(number("part") - 1));
    }
    if (number("from-light") > 0) {
        window.figureView().seeFromLight(static_cast<std::size_t>(number("from-light") - 1));
    }
    const std::string ready = parser.value(QStringLiteral("ready")).toStdString();
    for (const LightSetup& setup : lightSetups(window.document().plan().figure->bounds())) {
        if (setup.key != ready) continue;
        window.document().edit(QStringLiteral("ready"), Aspect::Lights,
                               [&](Plan& plan) { plan.lights = setup.lights; });
    }
    if (parser.isSet(QStringLiteral("face"))) {
        placeFace(window, parser.value(QStringLiteral("face")));
    }
    window.figureView().setInSteps(parser.isSet(QStringLiteral("steps")));
}

}  // namespace

int main(int argc, char** argv) {
    QApplication app(argc, argv);
    QApplication::setApplicationName(QStringLiteral("glaukophos"));
    QApplication::setApplicationVersion(QStringLiteral("0.1.0"));
    QCommandLineParser parser;
    addOptions(parser);
    parser.process(app);

    const bool light = parser.value(QStringLiteral("theme")) == QStringLiteral("light");
    applyTheme(app, light ? ThemeKind::Light : ThemeKind::Dark);
    MainWindow window(QStandardPaths::writableLocation(QStandardPaths::AppDataLocation));
    const ScriptOptions options{
        parser.value(QStringLiteral("picture")),
        parser.value(QStringLiteral("sheet")),
        parser.value(QStringLiteral("study")),
        parser.value(QStringLiteral("work")),
        parser.value(QStringLiteral("maps")),
        parser.value(QStringLiteral("page")) == QStringLiteral("letter") ? QPageSize::Letter
                                                                         : QPageSize::A4,
        parser.value(QStringLiteral("sight")),
        parser.value(QStringLiteral("step")).toInt(),
        parser.value(QStringLiteral("finding")).toInt(),
        parser.isSet(QStringLiteral("bench")),
        parser.value(QStringLiteral("measure-drag")).toInt(),
        parser.value(QStringLiteral("page-shown")) == QStringLiteral("best")};
    std::unique_ptr<Script> script;
    if (!options.picture.isEmpty() || !options.sheet.isEmpty() || !options.study.isEmpty() ||
        !options.work.isEmpty() || !options.maps.isEmpty() || options.drag_steps > 0) {
        script = std::make_unique<Script>(window, options);
    } else {
        window.offerRecovery();
    }
    QObject::connect(&window.loader(), &Loader::loaded, &window,
                     [&] { applyOptions(parser, window); });
    window.show();
    window.openFiles(parser.positionalArguments());
    return QApplication::exec();
}
