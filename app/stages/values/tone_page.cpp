// Every number is followed by what it does, in words.
#include "app/stages/values/tone_page.h"

#include <QHBoxLayout>
#include <QPushButton>

#include "app/widgets/text.h"

namespace glaukophos {
namespace {

QString contrastWords(double contrast) {
    if (contrast < 0.1) return QObject::tr("As light is: its own proportions.");
    if (contrast < 0.4) return QObject::tr("A little more than light does: for large figures.");
    if (contrast < 0.7) return QObject::tr("As small figures are painted: light and dark apart.");
    return QObject::tr("Pushed hard: little is left in the middle.");
}

}  // namespace

TonePage::TonePage(Document& document, QWidget* parent) : PlanPage(document, parent) {
    addStyles();
    addTone();
    addRange();
    addSheen();
    column().addStretch(1);
}

void TonePage::addStyles() {
    auto* row = new QHBoxLayout;
    row->setSpacing(5);
    for (const ValueStyle& style : valueStyles()) {
        auto* button = new QPushButton(tr(style.name), this);
        button->setObjectName(QStringLiteral("style_%1").arg(q(style.key)));
        button->setToolTip(tr(style.about));
        row->addWidget(button);
        connect(button, &QPushButton::clicked, this, [this, style] {
            change(tr("Style: %1").arg(tr(style.name)),
                   [&](Plan& plan) { take(style, plan.values); });
        });
    }
    column().addLayout(row);
}

void TonePage::addTone() {
    const auto exposure = [](ValueChoices& v) -> double& { return v.exposure_stops; };
    addNumber({"exposure",
               tr("Exposure"),
               tr("Stops added to the automatic exposure; one stop doubles the light"),
               {-3, 3, 2, tr(" stops"), false},
               getChoice(exposure),
               setChoice(exposure)});
    m_exposure_words = addCaption("exposureWords");
    const auto contrast = [](ValueChoices& v) -> double& { return v.contrast; };
    addNumber({"contrast",
               tr("Contrast: as light is … as painted"),
               tr("0 keeps the proportions of real light; 1 pushes light and dark apart, as small "
                  "figures need"),
               {0, 1, 2, {}, false},
               getChoice(contrast),
               setChoice(contrast)});
    m_contrast_words = addCaption("contrastWords");
}

void TonePage::addRange() {
    const auto darkest = [](ValueChoices& v) -> double& { return v.paint.darkest; };
    const auto lightest = [](ValueChoices& v) -> double& { return v.paint.lightest; };
    const auto margin = [](ValueChoices& v) -> double& { return v.paint.margin; };
    addNumber({"darkest",
               tr("Blackest paint"),
               tr("L* of the darkest paint you use"),
               {0, 40, 0, tr(" L*"), false},
               getChoice(darkest),
               setChoice(darkest)});
    addNumber({"lightest",
               tr("Whitest paint, for the source"),
               tr("L* of the whitest paint you use"),
               {70, 100, 0, tr(" L*"), false},
               getChoice(lightest),
               setChoice(lightest)});
    addNumber({"margin",
               tr("Reflections stay below it by"),
               tr("No reflection may be lighter than the source: L* between the brightest lit "
                  "surface and the white of the source"),
               {0, 15, 1, tr(" L*"), false},
               getChoice(margin),
               setChoice(margin)});
    m_range_words = addCaption("rangeWords");
}

void TonePage::addSheen() {
    const auto sheen = [](ValueChoices& v) -> double& { return v.sheen.amount; };
    addNumber({"sheen",
               tr("Sheen of skin, satin and metal"),
               tr("1 mirrors as the material does, 0 leaves highlights out. Cloth and stone soak "
                  "light up"),
               {0, 2, 2, {}, false},
               getChoice(sheen),
               setChoice(sheen)});
    m_viewer = new QComboBox(this);
    m_viewer->setObjectName(QStringLiteral("sheenViewer"));
    m_viewer->setAccessibleName(tr("Highlights seen from"));
    m_viewer->setToolTip(tr("A highlight moves with the viewer: for which side it is painted"));
    m_viewer->addItems({tr("Highlights as seen from the front"),
                        tr("Highlights averaged over the front quarter")});
    column().addWidget(m_viewer);
    connect(m_viewer, &QComboBox::activated, this, [this](int index) {
        change(tr("Viewer of highlights"),
               [&](Plan& plan) { plan.values.sheen.from_arc = index == 1; });
    });
    addRoom();
}

// Shown only where something mirrors it.
void TonePage::addRoom() {
    const auto add = [this](const char* object, const QString& label, const QString& tip,
                            const NumberRange& range, double MetalRoom::*member) {
        addNumber(
            {object, label, tip, range,
             [member](const Plan& plan, auto) -> std::optional<double> {
                 const bool metal = std::ranges::any_of(plan.parts, [](const Part& part) {
                     return part.material == Material::MetalInPaint;
                 });
                 if (!metal) return std::nullopt;
                 return plan.values.sheen.room.*member;
             },
             [member](Plan& plan, auto, double value) { plan.values.sheen.room.*member = value; }});
    };
    add("roomWindow", tr("Metal mirrors a window at hour"),
        tr("12 where the figure faces, 3 on its own right: where the light streak stands"),
        {0, 12, 1, {}, false}, &MetalRoom::window_hour);
    add("roomWidth", tr("How wide the window is"), tr("0: a room without one"),
        {0, 120, 0, tr("°"), false}, &MetalRoom::window_width_deg);
    add("roomContrast", tr("How dark the far wall is"),
        tr("0: walls alike all round; 1: the wall opposite to the window is black"),
        {0, 1, 2, {}, false}, &MetalRoom::contrast);
    add("roomDistance", tr("How far its walls are"),
        tr("Near walls make streaks and beams that turn from place to place"),
        {40, 1000, 0, tr(" mm"), true}, &MetalRoom::distance_mm);
}

void TonePage::showPlan(const Plan& plan) {
    m_contrast_words->setText(contrastWords(plan.values.contrast));
    m_viewer->setCurrentIndex(plan.values.sheen.from_arc ? 1 : 0);
    const PaintRange& paint = plan.values.paint;
    m_range_words->setText(tr("Lit surfaces run from L* %1 to %2; the source alone is %3.")
                               .arg(paint.darkest, 0, 'f', 0)
                               .arg(paint.top(), 0, 'f', 0)
                               .arg(paint.lightest, 0, 'f', 0));
}

void TonePage::showResults(const Evaluated& evaluated) {
    const double share = shareAtTheTop(evaluated.plan, evaluated.appearance->irradiance,
                                       evaluated.appearance->values);
    QString words = tr("%1 % of the surface is as light as lit surface can be.")
                        .arg(100 * share, 0, 'f', share < 0.1 ? 1 : 0);
    if (share > 0.12) words += tr(" Much of it has lost its form: lower the exposure.");
    m_exposure_words->setText(words);
}

}  // namespace glaukophos
