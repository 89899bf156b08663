// The three ways are compared on the chosen part, as pictures and as ratios.
#include "app/stages/colours/night_page.h"

#include "app/view/pictured_part.h"
#include "app/widgets/text.h"
#include "core/colour/colour_difference.h"
#include "core/picture/part_pictures.h"

namespace glaukophos {
namespace {

QString licenceWords(double licence) {
    if (licence < 0.08) return QObject::tr("True night: reds black, little colour anywhere.");
    if (licence < 0.35) return QObject::tr("Moonlit: colours faint, blues lighter than reds.");
    if (licence < 0.7) return QObject::tr("Readable: every part can be told by its colour.");
    return QObject::tr("Nearly day: only a hint of the night.");
}

// A share of the mix as a simple ratio of the part's own paint to what is mixed in.
QString ratioWords(double share) {
    if (share < 0.04) return QObject::tr("needs hardly any");
    if (share > 0.93) return QObject::tr("hardly dulls it: their hues are alike");
    double best = 1e9;
    int own = 1;
    int more = 1;
    for (int a = 1; a <= 8; ++a) {
        for (int b = 1; a + b <= 9; ++b) {
            const double off = std::abs(static_cast<double>(b) / (a + b) - share) + 0.004 * (a + b);
            if (off >= best) continue;
            best = off;
            own = a;
            more = b;
        }
    }
    return QObject::tr("own colour %1 : %2 added").arg(own).arg(more);
}

}  // namespace

NightPage::NightPage(Document& document, FigureView& view, QWidget* parent)
    : PlanPage(document, parent, Aspect::Colours), m_view(view) {
    m_used = new QCheckBox(tr("See what is lit by sky and moon as by night"), this);
    m_used->setObjectName(QStringLiteral("nightUsed"));
    m_used->setToolTip(
        tr("By moonlight the rods of the eye see: red goes to black, blue stays light, all turns "
           "pale blue. Lamps near the figure keep their colours"));
    column().addWidget(m_used);
    connect(m_used, &QCheckBox::toggled, this, [this](bool used) {
        change(tr("See by night"), [&](Plan& plan) { plan.colours.night.used = used; });
    });
    addNumbers();
    addWays();
    column().addStretch(1);
}

void NightPage::addNumbers() {
    const auto licence = [](auto& plan) -> auto& { return plan.colours.night.licence; };
    addNumber({"licence",
               tr("True night … readable"),
               tr("0 as the eye sees by the full moon, 1 as by day"),
               {0, 1, 2, {}, false},
               getPlanNumber(licence),
               setPlanNumber(licence)});
    m_licence_words = addCaption("licenceNight");
    const auto veil = [](auto& plan) -> auto& { return plan.colours.night.veil; };
    addNumber({"nightVeil",
               tr("One pale blue in all lights"),
               tr("How far the highlights of every part go to the same cold pale blue"),
               {0, 1, 2, {}, false},
               getPlanNumber(veil),
               setPlanNumber(veil)});
    const auto warmth = [](auto& plan) -> auto& { return plan.colours.night.shadow_warmth; };
    addNumber(
        {"nightWarmth",
         tr("Warm shadows"),
         tr("A touch of red-violet in the shadows, so that they are not as cold as the light"),
         {0, 1, 2, {}, false},
         getPlanNumber(warmth),
         setPlanNumber(warmth)});
}

void NightPage::addWays() {
    addSection(tr("How its colour is dulled"));
    m_part_words = addCaption("nightPart");
    m_ways = new ChoiceCards("dulling", dullings(), this);
    column().addWidget(m_ways);
    connect(m_ways, &ChoiceCards::chosen, this, [this](std::size_t index) {
        if (document().evaluated() == nullptr) return;
        const auto part = pictured(*document().evaluated(), document().selectedPart());
        if (!part) return;
        change(tr("How the night is mixed"),
               [&](Plan& plan) { plan.parts.at(*part).dulling = static_cast<Dulling>(index); });
    });
}

void NightPage::showPlan(const Plan& plan) {
    const Night& night = plan.colours.night;
    m_used->setChecked(night.used);
    m_licence_words->setText(licenceWords(night.licence));
}

void NightPage::showResults(const Evaluated& evaluated) {
    const auto part = pictured(evaluated, document().selectedPart());
    if (!part) return;
    const Part& of = evaluated.plan.parts[*part];
    m_part_words->setText(tr("%1, %2").arg(q(of.name), evaluated.plan.colours.night.used
                                                           ? tr("four ways to the same dullness:")
                                                           : tr("as it would be by night:")));
    m_ways->setChosen(static_cast<std::size_t>(of.dulling));
    if (!evaluated.complete || m_pictured == std::pair(evaluated.serial, *part)) return;
    m_pictured = {evaluated.serial, *part};
    showWays(evaluated, *part);
}

void NightPage::showWays(const Evaluated& evaluated, PartIndex part) {
    m_ways->setPictures(partPictures(evaluated.plan, *evaluated.appearance, part, m_view.view(),
                                     ChoiceCards::pictureGrid(), dullings().size(),
                                     [&](Plan& plan, std::size_t i) {
                                         plan.colours.night.used = true;
                                         plan.parts[part].dulling = static_cast<Dulling>(i);
                                     }));
    const Reflectance own = reflectanceOf(evaluated.plan.parts[part].local_colour);
    for (std::size_t l = 0; l < evaluated.plan.lights.size(); ++l) {
        const Light& light = evaluated.plan.lights[l];
        if (isNear(light.kind) || !shines(evaluated.plan, l)) continue;
        const double chroma =
            nightChroma(spectrumOf(light.colour), own, evaluated.plan.colours.night);
        for (std::size_t i = 1; i < dullings().size(); ++i) {
            const Dulled dulled = dulledTo(own, static_cast<Dulling>(i), chroma);
            m_ways->setNote(i, ratioWords(dulled.share));
        }
        return;
    }
}

}  // namespace glaukophos
