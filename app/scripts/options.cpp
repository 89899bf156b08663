// Pages and stages are named by a word each, in the order in which the window shows them.
#include "app/scripts/options.h"

#include <QFileInfo>
#include <QSettings>

#include "app/widgets/text.h"
#include "core/painted/licences.h"
#include "core/picture/named_view.h"
#include "core/plan/light_setup.h"

namespace glaukophos {
namespace {

int numberFrom(const QCommandLineParser& parser, const char* name) {
    return parser.value(q(name)).toInt();
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

void showPage(MainWindow& window, const QString& page) {
    if (const int i = indexIn("standing parts depth material volume scene", page); i >= 0) {
        window.figurePanel().showPage(static_cast<FigurePanel::Page>(i));
    }
    if (const int i = indexIn("place glow best ready compare", page); i >= 0) {
        window.lightsPanel().showPage(static_cast<LightsPanel::Page>(i));
    }
    if (const int i = indexIn("tone bands edges study hand along", page); i >= 0) {
        window.valuesPanel().showPage(static_cast<ValuesPanel::Page>(i));
    }
    if (const int i = indexIn("all shade hues night shells lines under rack pots mix", page);
        i >= 0) {
        window.coloursPanel().showPage(static_cast<ColoursPanel::Page>(i));
    }
    if (const int i = indexIn("order ways time findings", page); i >= 0) {
        window.stepsPanel().showPage(static_cast<StepsPanel::Page>(i));
    }
    if (const int i = indexIn("photographs match on-it painted light log", page); i >= 0) {
        window.reviewPanel().showPage(static_cast<ReviewPanel::Page>(i));
    }
}

void placeLights(MainWindow& window, const std::string& ready) {
    for (const LightSetup& setup : lightSetups(window.document().plan().figure->bounds())) {
        if (setup.key != ready) continue;
        window.document().edit(QStringLiteral("ready"), Aspect::Lights,
                               [&](Plan& plan) { plan.lights = setup.lights; });
    }
}

}  // namespace

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
    add("stage", "Stage to show: 1 figure, 2 lights, 3 values, 4 colours, 5 steps, 6 review.",
        "number");
    add("divide", "Divide the figure into this many parts at its creases.", "number");
    add("page-shown",
        "Page of a stage: standing, parts, depth, material, volume, scene; place, glow, best, "
        "ready, compare; "
        "tone, bands, edges, study, hand, along; all, shade, hues, night, shells, lines, under, "
        "rack, "
        "pots, mix; order, ways, time, findings; photographs, match, on-it, "
        "painted, light or log.",
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
    add("photo",
        "Choose the photograph of this number, beginning with 1; on the pages painted and light it "
        "is judged.",
        "number");
    add("light", "Choose the light of this number, beginning with 1.", "number");
    add("part", "Choose the part of this number, beginning with 1.", "number");
    add("ready", "Replace the lights by a ready plan, such as two-rods.", "name");
    add("sight", "Lines of sight from the spot at this share of the view, such as 0.5,0.4.", "x,y");
    add("measure-drag", "Drag the chosen light this many steps, print the rate, and quit.",
        "steps");
    add("measure-turn", "Turn the figure this many steps, print the rate, and quit.", "steps");
    parser.addOption({QStringLiteral("measure-open"),
                      QStringLiteral("Print how long opening takes, and quit.")});
    add("size", "Width and height of the window in pixels, such as 1024x700.", "size");
    add("theme", "Surroundings: plaster, bench or paper.", "theme");
    parser.addOption(
        {QStringLiteral("bench"), QStringLiteral("Show the bench, with --step some coats later.")});
    parser.addOption(
        {QStringLiteral("after"), QStringLiteral("The figure as it looks when --step is done.")});
    parser.addOption({QStringLiteral("steps"), QStringLiteral("Colours in flat steps.")});
}

ScriptOptions scriptOptionsFrom(const QCommandLineParser& parser) {
    const bool letter = parser.value(QStringLiteral("page")) == QStringLiteral("letter");
    return {parser.value(QStringLiteral("picture")),
            parser.value(QStringLiteral("sheet")),
            parser.value(QStringLiteral("study")),
            parser.value(QStringLiteral("work")),
            parser.value(QStringLiteral("maps")),
            letter ? QPageSize::Letter : QPageSize::A4,
            parser.value(QStringLiteral("sight")),
            numberFrom(parser, "step"),
            numberFrom(parser, "finding"),
            parser.isSet(QStringLiteral("bench")),
            numberFrom(parser, "measure-drag"),
            numberFrom(parser, "measure-turn"),
            parser.isSet(QStringLiteral("after")),
            parser.value(QStringLiteral("page-shown")) == QStringLiteral("best"),
            numberFrom(parser, "photo"),
            parser.isSet(QStringLiteral("measure-open"))};
}

ThemeKind themeFrom(const QCommandLineParser& parser) {
    QString wanted = parser.value(QStringLiteral("theme"));
    if (wanted.isEmpty()) wanted = QSettings().value(q(kThemeSetting)).toString();
    for (std::size_t i = 0; i < kThemeKeys.size(); ++i) {
        if (wanted == q(kThemeKeys.at(i))) return static_cast<ThemeKind>(i);
    }
    return ThemeKind::Plaster;
}

void applyOptions(const QCommandLineParser& parser, MainWindow& window) {
    const auto number = [&](const char* name) { return numberFrom(parser, name); };
    const QStringList size = parser.value(QStringLiteral("size")).split(QLatin1Char('x'));
    if (size.size() == 2) window.resize(size[0].toInt(), size[1].toInt());
    if (number("stage") >= 1 && number("stage") <= 6) {
        window.setStage(static_cast<Stage>(number("stage") - 1));
    }
    if (number("divide") > 1) {
        window.figurePanel().partsPage().divideInto(number("divide"));
    }
    showPage(window, parser.value(QStringLiteral("page-shown")));
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
    placeLights(window, parser.value(QStringLiteral("ready")).toStdString());
    if (parser.isSet(QStringLiteral("face"))) {
        placeFace(window, parser.value(QStringLiteral("face")));
    }
    window.figureView().setInSteps(parser.isSet(QStringLiteral("steps")));
}

}  // namespace glaukophos
