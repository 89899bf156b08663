// Directions by the clock, places in mm, and what is odd about them.
#include "app/stages/lights/light_place_page.h"

#include "app/widgets/text.h"
#include "core/lighting/aim.h"
#include "core/lighting/light_concern.h"

namespace glaukophos {
namespace {

// The direction that a light has of its own: where it comes from, or what a panel faces.
const ClockDirection* directionIn(const LightKind& kind) {
    if (const auto* far = std::get_if<FarLight>(&kind)) return &far->direction;
    if (const auto* spray = std::get_if<Spray>(&kind)) return &spray->direction;
    if (const auto* panel = std::get_if<Panel>(&kind)) return &panel->faces;
    return nullptr;
}

ClockDirection* directionIn(LightKind& kind) {
    return const_cast<ClockDirection*>(directionIn(static_cast<const LightKind&>(kind)));
}

}  // namespace

LightPlacePage::LightPlacePage(Document& document, QWidget* parent) : LightPage(document, parent) {
    m_from = addCaption("whereFrom");
    m_concern = addCaption("lightConcern");
    addDirection();
    addPlaces();
    addPanel();
    m_click = new QPushButton(this);
    m_click->setObjectName(QStringLiteral("placeLamp"));
    m_click->setToolTip(
        tr("Then click the spot. Or drag the light's ring on the figure; with Shift it keeps to "
           "the surface."));
    connect(m_click, &QPushButton::clicked, this, &LightPlacePage::placeByClickRequested);
    column().addWidget(m_click);
    auto* see = new QPushButton(tr("See the figure from this light"), this);
    see->setObjectName(QStringLiteral("seeFromLight"));
    see->setToolTip(tr("What the light sees is lit; what it does not see stays dark (L)"));
    connect(see, &QPushButton::clicked, this,
            [this] { emit seeFromRequested(this->document().selectedLight()); });
    column().addWidget(see);
    column().addStretch(1);
}

void LightPlacePage::addDirection() {
    const auto get = [](double ClockDirection::*member) {
        return [member](const Light& light) -> std::optional<double> {
            const ClockDirection* direction = directionIn(light.kind);
            return direction != nullptr ? std::optional(direction->*member) : std::nullopt;
        };
    };
    addNumber({"hour", tr("Hour"), tr("12 where the figure faces, 3 on its own right (your left)"),
               NumberRange{0, 12, 2, {}, false}, get(&ClockDirection::hour),
               [](Light& light, double value) {
                   if (auto* direction = directionIn(light.kind)) {
                       direction->hour = value >= 12.0 ? 0.0 : value;
                   }
               }});
    addNumber({"height", tr("Height"), tr("Degrees above the horizon; negative is below"),
               NumberRange{-90, 90, 0, QStringLiteral("°"), false},
               get(&ClockDirection::height_deg), [](Light& light, double value) {
                   if (auto* direction = directionIn(light.kind)) direction->height_deg = value;
               }});
    addNumber({"distance", tr("Distance of the nozzle"),
               tr("From the middle of the figure, in mm; closer is stronger on what is near"),
               NumberRange{20, 600, 0, tr(" mm"), true}, getMember(&Spray::distance_mm),
               setMember(&Spray::distance_mm)});
}

void LightPlacePage::addPlaces() {
    addPlace({"position", tr("Place, mm: to its left, behind, up"),
              [](const Light& light) -> std::optional<Vec3> {
                  if (const auto* lamp = std::get_if<Lamp>(&light.kind)) return lamp->centre_mm;
                  if (const auto* panel = std::get_if<Panel>(&light.kind)) return panel->centre_mm;
                  return std::nullopt;
              },
              [](Light& light, const Vec3& point) { moveHandle(light.kind, 0, point); }});
    addPlace({"rodFrom", tr("One end, mm: to its left, behind, up"), getMember(&Rod::from_mm),
              setMember(&Rod::from_mm)});
    addPlace({"rodTo", tr("Other end, mm"), getMember(&Rod::to_mm), setMember(&Rod::to_mm)});
}

void LightPlacePage::addPanel() {
    addNumber({"turn", tr("Turn in its own plane"), tr("Degrees, about the direction it faces"),
               NumberRange{-90, 90, 0, QStringLiteral("°"), false}, getMember(&Panel::turn_deg),
               setMember(&Panel::turn_deg)});
    m_face = new QPushButton(tr("Face the figure"), this);
    m_face->setObjectName(QStringLiteral("faceFigure"));
    m_face->setToolTip(tr("Turns the panel towards the middle of the figure"));
    column().addWidget(m_face);
    connect(m_face, &QPushButton::clicked, this, [this] {
        const Vec3 middle = this->document().plan().figure->bounds().centre();
        change(tr("Face the figure"), 0, [&](Light& light) {
            if (auto* panel = std::get_if<Panel>(&light.kind)) {
                panel->faces = clockFrom(middle - panel->centre_mm);
            }
        });
    });
}

void LightPlacePage::showLight(const Light& light) {
    const Plan& plan = document().plan();
    QString from = q(whereFrom(light, plan.figure->bounds(), ownBounds(plan, light)));
    from[0] = from[0].toUpper();
    m_from->setText(from + QStringLiteral("."));
    m_face->setVisible(std::holds_alternative<Panel>(light.kind));
    const bool glows = std::holds_alternative<GlowingPart>(light.kind);
    m_click->setVisible(isNear(light.kind));
    m_click->setText(glows ? tr("Click the part that glows")
                           : tr("Place on the figure by a click"));
}

void LightPlacePage::showResults(const Light& light) {
    const EvaluatedPtr& evaluated = document().evaluated();
    const std::size_t index = document().selectedLight();
    const bool known = evaluated != nullptr && index < evaluated->plan.lights.size() &&
                       evaluated->plan.lights[index] == light && evaluated->complete;
    const std::string concern = concernAbout(document().plan(), index,
                                             known ? &evaluated->appearance->irradiance : nullptr);
    m_concern->setVisible(!concern.empty());
    m_concern->setText(QStringLiteral("⚠ ") + q(concern));
}

}  // namespace glaukophos
