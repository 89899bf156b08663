// The pictures show the chosen part under each school, with all else as it is planned.
#include "app/stages/colours/shading_page.h"

#include "app/view/pictured_part.h"
#include "app/widgets/entry_names.h"
#include "app/widgets/text.h"
#include "core/picture/part_pictures.h"

namespace glaukophos {
namespace {

// The shading that belongs to the chosen part.
Shading& shadingFor(Plan& plan, std::optional<PartIndex> part) {
    if (part && *part < plan.parts.size() && plan.parts[*part].shading) {
        return *plan.parts[*part].shading;
    }
    return plan.colours.shading;
}

const Shading& shadingFor(const Plan& plan, std::optional<PartIndex> part) {
    const bool known = part && *part < plan.parts.size();
    return known ? shadingOf(plan, *part) : plan.colours.shading;
}

}  // namespace

ShadingPage::ShadingPage(Document& document, FigureView& view, QWidget* parent)
    : PlanPage(document, parent, Aspect::Colours), m_view(view) {
    addScope();
    addSchools();
    addLights();
    column().addStretch(1);
}

void ShadingPage::edit(const QString& text, const std::function<void(Shading&)>& alter) {
    const auto part = document().selectedPart();
    change(text, [&](Plan& plan) { alter(shadingFor(plan, part)); });
}

void ShadingPage::addScope() {
    m_own = new QCheckBox(this);
    m_own->setObjectName(QStringLiteral("ownShading"));
    m_own->setAccessibleName(tr("A shading of its own for the chosen part"));
    m_own->setToolTip(
        tr("Otherwise it follows all parts. Click a part of the figure to choose it"));
    column().addWidget(m_own);
    connect(m_own, &QCheckBox::toggled, this, [this](bool own) {
        const auto part = document().selectedPart();
        if (!part) return;
        change(own ? tr("A shading of its own") : tr("Shading as all parts"), [&](Plan& plan) {
            Part& of = plan.parts.at(*part);
            of.shading = own ? std::optional(plan.colours.shading) : std::nullopt;
        });
    });
}

void ShadingPage::addSchools() {
    m_schools = new ChoiceCards("school", schools(), this);
    column().addWidget(m_schools);
    connect(m_schools, &ChoiceCards::chosen, this, [this](std::size_t index) {
        edit(tr("School of shading"),
             [&](Shading& shading) { shading.school = static_cast<School>(index); });
    });
    addNumber({"schoolStrength",
               tr("How far"),
               tr("0 leaves the colours as lit, 1 is the school at its strongest"),
               {0, 1, 2, {}, false},
               [](const Plan& plan, std::optional<PartIndex> part) {
                   return std::optional(shadingFor(plan, part).strength);
               },
               [](Plan& plan, std::optional<PartIndex> part, double value) {
                   shadingFor(plan, part).strength = value;
               }});
    m_words = addCaption("shadingWords");
}

void ShadingPage::addLights() {
    const auto in_shading = [this](auto member) {
        return [this, member](Plan& plan, int index) {
            Shading& shading = shadingFor(plan, document().selectedPart());
            using Choice = std::remove_reference_t<decltype(shading.*member)>;
            shading.*member = static_cast<Choice>(index);
        };
    };
    m_highlight = addChoice("highlight", tr("Lights"), tr("What the highest lights are mixed with"),
                            namesOf(highlights()), in_shading(&Shading::highlight));
    m_black = addChoice("blackHighlight", tr("Black parts"),
                        tr("The colour that black shows where it is lit"),
                        namesOf(blackHighlights()), in_shading(&Shading::black));
    m_red_guard = new QCheckBox(tr("Reds stay red"), this);
    m_red_guard->setObjectName(QStringLiteral("redGuard"));
    m_red_guard->setToolTip(
        tr("Violet-brown in the shadows, strong and no lighter than a red can be in the "
           "lights: neither pink nor ochre"));
    column().addWidget(m_red_guard);
    connect(m_red_guard, &QCheckBox::toggled, this, [this](bool on) {
        edit(tr("Reds kept from pink"), [&](Shading& shading) { shading.red_guard = on; });
    });
    const auto adaptation = [](auto& plan) -> auto& { return plan.colours.adaptation; };
    addNumber({"adaptation",
               tr("Eye used to the main light"),
               tr("0: colours as lit, strongly tinted. 1: the main light looks white, only the "
                  "second one is coloured"),
               {0, 1, 2, {}, false},
               getPlanNumber(adaptation),
               setPlanNumber(adaptation)});
}

void ShadingPage::showPlan(const Plan& plan) {
    const auto part = document().selectedPart();
    const bool known = part && *part < plan.parts.size();
    m_own->setEnabled(known);
    m_own->setText(known ? tr("%1 has a shading of its own").arg(q(plan.parts[*part].name))
                         : tr("For all parts; choose one to give it its own"));
    m_own->setChecked(known && plan.parts[*part].shading.has_value());
    const Shading& shading = shadingFor(plan, part);
    m_schools->setChosen(static_cast<std::size_t>(shading.school));
    m_highlight->setCurrentIndex(static_cast<int>(shading.highlight));
    m_highlight->setToolTip(tr(highlights().at(static_cast<std::size_t>(shading.highlight)).about));
    m_black->setCurrentIndex(static_cast<int>(shading.black));
    m_black->setToolTip(tr(blackHighlights().at(static_cast<std::size_t>(shading.black)).about));
    m_red_guard->setChecked(shading.red_guard);
}

void ShadingPage::showResults(const Evaluated& evaluated) {
    const auto& parts = evaluated.appearance->values.development.parts;
    const auto part = pictured(evaluated, document().selectedPart());
    if (!part || *part >= parts.size()) return;
    const bool warm = isWarm(parts[*part].subject.main_light);
    m_words->setText(warm ? tr("The main light is warm or white: its shadows are cool.")
                          : tr("The main light is cold: its shadows are warm."));
    if (!evaluated.complete || m_pictured == std::pair(evaluated.serial, *part)) return;
    m_pictured = {evaluated.serial, *part};
    m_schools->setPictures(partPictures(evaluated.plan, *evaluated.appearance, *part, m_view.view(),
                                        ChoiceCards::pictureGrid(), schools().size(),
                                        [&](Plan& plan, std::size_t i) {
                                            Shading shading = shadingOf(plan, *part);
                                            shading.school = static_cast<School>(i);
                                            plan.parts[*part].shading = shading;
                                        }));
}

}  // namespace glaukophos
