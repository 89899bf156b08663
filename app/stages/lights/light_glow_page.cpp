// The controls of all kinds in one column; those that the chosen light lacks are hidden.
#include "app/stages/lights/light_glow_page.h"

#include <QSignalBlocker>
#include <algorithm>

#include "app/widgets/text.h"
#include "core/light/known_lights.h"
#include "core/painted/shells.h"

namespace glaukophos {
namespace {

constexpr int kReachKey = 901;
constexpr int kColourKey = 902;
constexpr int kKelvinKey = 903;
constexpr int kShellsKey = 904;
constexpr int kOwnColour = 1;  // entries of the list of colour sources before the known lights

}  // namespace

LightGlowPage::LightGlowPage(Document& document, QWidget* parent)
    : LightPage(document, parent), m_name(new QLineEdit(this)) {
    m_name->setObjectName(QStringLiteral("lightName"));
    m_name->setAccessibleName(tr("Name of the light"));
    m_name->setToolTip(tr("Name of the light"));
    column().addWidget(m_name);
    connect(m_name, &QLineEdit::editingFinished, this, [this] {
        const std::string name = m_name->text().trimmed().toStdString();
        if (!name.empty()) change(tr("Rename light"), 0, [&](Light& l) { l.name = name; });
    });
    addStrength();
    addColour();
    addShapes();
    addSizes();
    addParts();
    addShells();
    column().addStretch(1);
}

void LightGlowPage::addStrength() {
    addNumber({"strength", tr("Strength"),
               tr("Light on a surface that faces it, relative to the other lights; for what stands "
                  "near the figure, at its own surface (its radiance times pi)"),
               NumberRange{0.01, 200, 2, {}, true},
               [](const Light& light) -> std::optional<double> {
                   return std::holds_alternative<Bounce>(light.kind)
                              ? std::nullopt
                              : std::optional(light.strength);
               },
               [](Light& light, double value) { light.strength = value; }});
    addNumber({"radiance", tr("The same as radiance"),
               tr("Light leaving the source to one side: strength divided by pi"),
               NumberRange{0.003, 64, 3, {}, true},
               [](const Light& light) -> std::optional<double> {
                   return isNear(light.kind) ? std::optional(light.strength / kPi) : std::nullopt;
               },
               [](Light& light, double value) { light.strength = value * kPi; }});
    addNumber({"thrownShare", tr("Share thrown back"),
               tr("Of the light that falls there: pale stone about 0.5, dark cloth 0.1"),
               NumberRange{0, 1, 2, {}, false},
               [](const Light& light) -> std::optional<double> {
                   return std::holds_alternative<Bounce>(light.kind) ? std::optional(light.strength)
                                                                     : std::nullopt;
               },
               [](Light& light, double value) { light.strength = value; }});
    m_reach = new NumberField(
        tr("Reach of the glow"),
        tr("Distance in mm at which the glow adds less than a just visible step to the rest of "
           "the light. Sets the strength."),
        {1, 200, 1, tr(" mm"), true}, this);
    m_reach->setObjectName(QStringLiteral("reach"));
    column().addWidget(m_reach);
    connect(m_reach, &NumberField::valueEdited, this, [this](double value) {
        if (!isShowing()) setReach(value);
    });
    connect(m_reach, &NumberField::editingFinished, &this->document(), &Document::endGesture);
    m_measured = addCaption("measuredLight");
}

void LightGlowPage::addShapes() {
    m_sky_kind = new QComboBox(this);
    m_sky_kind->setAccessibleName(tr("Kind of sky"));
    m_sky_kind->addItems({tr("The whole sky alike"), tr("Cloudy: brightest straight above"),
                          tr("Zenithal: a cone from above, as sprayed")});
    m_sky_kind->setToolTip(tr("How the sky's light is spread"));
    column().addWidget(m_sky_kind);
    connect(m_sky_kind, &QComboBox::activated, this, [this](int index) {
        change(tr("Kind of sky"), 0, [&](Light& light) {
            if (auto* sky = std::get_if<Sky>(&light.kind)) sky->kind = static_cast<SkyKind>(index);
        });
    });
    m_shape = new QComboBox(this);
    m_shape->setObjectName(QStringLiteral("panelShape"));
    m_shape->setAccessibleName(tr("Shape of the panel"));
    m_shape->addItems({tr("Round: a pool, a disc"), tr("Four-cornered: a window, a grating")});
    m_shape->setToolTip(tr("Shape of the panel"));
    column().addWidget(m_shape);
    connect(m_shape, &QComboBox::activated, this, [this](int index) {
        change(tr("Shape of panel"), 0, [&](Light& light) {
            if (auto* panel = std::get_if<Panel>(&light.kind)) {
                panel->shape = static_cast<PanelShape>(index);
            }
        });
    });
}

void LightGlowPage::addSizes() {
    const QString mm = tr(" mm");
    addNumber({"sharpness", tr("Narrowness of the cone"),
               tr("0 is the whole sky, 50 nearly straight down"), NumberRange{0, 50, 1, {}, false},
               [](const Light& light) -> std::optional<double> {
                   const auto* sky = std::get_if<Sky>(&light.kind);
                   const bool has = sky != nullptr && sky->kind == SkyKind::Zenithal;
                   return has ? std::optional(sky->sharpness) : std::nullopt;
               },
               setMember(&Sky::sharpness)});
    addNumber(
        {"farRadius", tr("Softness of its shadows"),
         tr("Angular radius in degrees: the moon and the sun have 0.25, a cloudy moon some 5"),
         NumberRange{0.05, 30, 2, QStringLiteral("°"), true}, getMember(&FarLight::radius_deg),
         setMember(&FarLight::radius_deg)});
    addNumber({"lampRadius", tr("Radius of the ball"), tr("Size of what glows, in mm"),
               NumberRange{0.1, 30, 2, mm, true}, getMember(&Lamp::radius_mm),
               setMember(&Lamp::radius_mm)});
    addNumber({"rodRadius", tr("Radius of the rod"), tr("Half of its thickness, in mm"),
               NumberRange{0.05, 20, 2, mm, true}, getMember(&Rod::radius_mm),
               setMember(&Rod::radius_mm)});
    addNumber({"panelWidth", tr("Width"), tr("Width of the panel, in mm"),
               NumberRange{0.5, 200, 1, mm, true}, getMember(&Panel::width_mm),
               setMember(&Panel::width_mm)});
    addNumber({"panelLength", tr("Length"), tr("Length of the panel, in mm"),
               NumberRange{0.5, 200, 1, mm, true}, getMember(&Panel::height_mm),
               setMember(&Panel::height_mm)});
    addNumber(
        {"swing", tr("Opening"),
         tr("How far round its direction the can is swung: 0 one spot, 45 a wide cone, 90 all "
            "of one half"),
         NumberRange{0, 90, 0, QStringLiteral("°"), false}, getMember(&Spray::swing_deg),
         setMember(&Spray::swing_deg)});
    m_two_sided = new QCheckBox(tr("Shines to both sides"), this);
    m_two_sided->setToolTip(tr("Such as a sheet of light; a vent shines to one side only"));
    column().addWidget(m_two_sided);
    connect(m_two_sided, &QCheckBox::toggled, this, [this](bool on) {
        change(tr("Both sides"), 0, [&](Light& light) {
            if (auto* panel = std::get_if<Panel>(&light.kind)) panel->two_sided = on;
        });
    });
}

void LightGlowPage::addColour() {
    m_colour_source = new QComboBox(this);
    m_colour_source->setObjectName(QStringLiteral("colourSource"));
    m_colour_source->setAccessibleName(tr("How the colour of the light is given"));
    m_colour_source->addItems({tr("Colour by temperature"), tr("Colour chosen freely")});
    for (const KnownLight& known : knownLights()) {
        m_colour_source->addItem(tr("%1 · %2 K").arg(tr(known.name)).arg(known.kelvin, 0, 'f', 0));
        m_colour_source->setItemData(m_colour_source->count() - 1, tr(known.source),
                                     Qt::ToolTipRole);
    }
    m_colour_source->setToolTip(tr("A temperature, any colour, or a known flame or lamp"));
    column().addWidget(m_colour_source);
    connect(m_colour_source, &QComboBox::activated, this, [this](int index) {
        change(tr("Colour of light"), 0, [&](Light& light) {
            light.colour.source =
                index == kOwnColour ? ColourSource::Chosen : ColourSource::Temperature;
            if (index > kOwnColour) {
                light.colour.kelvin =
                    knownLights()[static_cast<std::size_t>(index - kOwnColour - 1)].kelvin;
            }
        });
    });
    m_kelvin =
        new NumberField(tr("Temperature"), tr("Kelvin: low is warm and red, high is cold and blue"),
                        {1000, 12000, 0, tr(" K"), true}, this);
    m_kelvin->setObjectName(QStringLiteral("kelvin"));
    column().addWidget(m_kelvin);
    connect(m_kelvin, &NumberField::valueEdited, this, [this](double value) {
        change(tr("Temperature"), kKelvinKey, [&](Light& l) { l.colour.kelvin = value; });
    });
    connect(m_kelvin, &NumberField::editingFinished, &document(), &Document::endGesture);
    m_colour = new ColourField(tr("Colour"), tr("Colour of the light itself"), this);
    column().addWidget(m_colour);
    connect(m_colour, &ColourField::colourEdited, this, [this](const Srgb& colour) {
        change(tr("Colour of light"), kColourKey, [&](Light& light) {
            light.colour.source = ColourSource::Chosen;
            light.colour.chosen = colour;
        });
    });
    connect(m_colour, &ColourField::editingFinished, &document(), &Document::endGesture);
}

void LightGlowPage::addParts() {
    const auto add = [&](const char* object, const QString& label, const QString& none,
                         const QString& tip) {
        auto* button = new PartsButton(label, none, this);
        button->setObjectName(q(object));
        button->setToolTip(tip);
        column().addWidget(button);
        return button;
    };
    m_own = add("ownParts", tr("Own parts"), tr("none, a light in the air"),
                tr("Glass, flame or blade that belong to this light: painted as the source"));
    connect(m_own, &PartsButton::ticked, this, [this](const std::vector<PartIndex>& parts) {
        change(tr("Own parts"), 0, [&](Light& light) { light.own_parts = parts; });
    });
    m_passed = add("passedParts", tr("Lets it through"), tr("no part"),
                   tr("Parts that do not stop this light, such as thin cloth"));
    connect(m_passed, &PartsButton::ticked, this, [this](const std::vector<PartIndex>& parts) {
        change(tr("Lets it through"), 0, [&](Light& light) { light.passed_parts = parts; });
    });
    m_floor = new QCheckBox(tr("The floor throws light back"), this);
    m_floor->setObjectName(QStringLiteral("bounceFloor"));
    m_floor->setToolTip(tr("The ground the figure stands on, lit by all other lights"));
    column().addWidget(m_floor);
    connect(m_floor, &QCheckBox::toggled, this, [this](bool on) {
        change(tr("Floor throws back"), 0, [&](Light& light) {
            if (auto* bounce = std::get_if<Bounce>(&light.kind)) bounce->from_floor = on;
        });
    });
    m_throwing = add("throwingParts", tr("So do"), tr("no parts"),
                     tr("Parts of the figure that throw light on the others"));
    connect(m_throwing, &PartsButton::ticked, this, [this](const std::vector<PartIndex>& parts) {
        change(tr("Parts throw back"), 0, [&](Light& light) {
            if (auto* bounce = std::get_if<Bounce>(&light.kind)) bounce->from_parts = parts;
        });
    });
}

void LightGlowPage::addShells() {
    m_shells =
        new NumberField(tr("Shells"),
                        tr("Nested layers of all glows of the plan, as they are to be painted: the "
                           "widest and darkest first. Shown by the Shells overlay."),
                        {kFewestShells, kMostShells, 0, {}, false}, this);
    m_shells->setObjectName(QStringLiteral("shells"));
    column().addWidget(m_shells);
    connect(m_shells, &NumberField::valueEdited, this, [this](double value) {
        if (isShowing()) return;
        document().edit(
            tr("Shells"), Aspect::Colours,
            [&](Plan& plan) { plan.colours.glow.shells = static_cast<int>(value); }, kShellsKey);
    });
    connect(m_shells, &NumberField::editingFinished, &document(), &Document::endGesture);
    const auto nearly = [](double Light::*member, double unit) {
        return [member, unit](const Light& light) -> std::optional<double> {
            return isNear(light.kind) ? std::optional(unit * (light.*member)) : std::nullopt;
        };
    };
    addNumber({"goneAtHeight", tr("Gone at this height"),
               tr("The glow fades as it climbs, and is gone at this share of the figure's height; "
                  "0: only as light does"),
               NumberRange{0, 150, 0, tr(" %"), false}, nearly(&Light::gone_at_height, 100.0),
               [](Light& light, double value) { light.gone_at_height = value / 100.0; }});
    addNumber({"goneAtDistance", tr("Gone at this distance"),
               tr("The glow fades and is gone so far from its middle; 0: only as light does"),
               NumberRange{0, 200, 1, tr(" mm"), false}, nearly(&Light::gone_at_mm, 1.0),
               [](Light& light, double value) { light.gone_at_mm = value; }});
    m_shell_list = addCaption("shellList");
}

void LightGlowPage::setReach(double reach_mm) {
    const EvaluatedPtr& evaluated = document().evaluated();
    const std::size_t index = document().selectedLight();
    if (evaluated == nullptr || index >= evaluated->plan.lights.size()) return;
    const double rest = restOfLight(evaluated->plan, evaluated->appearance->irradiance, index);
    change(tr("Reach of the glow"), kReachKey, [&](Light& light) {
        const Glow glow = glowOf(document().plan(), light);
        light.strength = std::clamp(strengthForReach(glow, reach_mm, rest), 0.01, 1000.0);
    });
}

void LightGlowPage::showLight(const Light& light) {
    const std::vector<Part>& parts = document().plan().parts;
    m_name->setText(q(light.name));
    showColour(light.colour);
    const auto* sky = std::get_if<Sky>(&light.kind);
    m_sky_kind->setVisible(sky != nullptr);
    if (sky != nullptr) m_sky_kind->setCurrentIndex(static_cast<int>(sky->kind));
    const auto* panel = std::get_if<Panel>(&light.kind);
    m_shape->setVisible(panel != nullptr);
    m_two_sided->setVisible(panel != nullptr);
    if (panel != nullptr) {
        m_shape->setCurrentIndex(static_cast<int>(panel->shape));
        m_two_sided->setChecked(panel->two_sided);
    }
    const auto* bounce = std::get_if<Bounce>(&light.kind);
    m_floor->setVisible(bounce != nullptr);
    m_throwing->setVisible(bounce != nullptr);
    if (bounce != nullptr) {
        m_floor->setChecked(bounce->from_floor);
        m_throwing->setParts(parts, bounce->from_parts);
    }
    m_own->setVisible(isNear(light.kind));
    m_own->setParts(parts, light.own_parts);
    m_passed->setVisible(bounce == nullptr && sky == nullptr);
    m_passed->setParts(parts, light.passed_parts);
}

void LightGlowPage::showColour(const LightColour& colour) {
    const bool by_kelvin = colour.source == ColourSource::Temperature;
    int entry = by_kelvin ? 0 : kOwnColour;
    for (std::size_t i = 0; by_kelvin && i < knownLights().size(); ++i) {
        if (knownLights()[i].kelvin == colour.kelvin) {
            entry = kOwnColour + 1 + static_cast<int>(i);
        }
    }
    m_colour_source->setCurrentIndex(entry);
    m_kelvin->setVisible(by_kelvin);
    m_colour->setVisible(!by_kelvin);
    m_kelvin->setValue(colour.kelvin);
    m_colour->setColour(colour.chosen);
}

void LightGlowPage::showResults(const Light& light) {
    const EvaluatedPtr& evaluated = document().evaluated();
    const std::size_t index = document().selectedLight();
    const bool near = isNear(light.kind);
    for (QWidget* control : std::initializer_list<QWidget*>{m_reach, m_shells, m_shell_list}) {
        control->setVisible(near);
    }
    const bool known = evaluated != nullptr && index < evaluated->plan.lights.size() &&
                       evaluated->plan.lights[index].kind.index() == light.kind.index();
    m_measured->setVisible(known);
    if (!known) return;
    const Irradiance& irradiance = evaluated->appearance->irradiance;
    const std::vector<float>& arriving = irradiance.of_lights[index];
    const std::vector<float>& areas = evaluated->plan.figure->surface.areas_mm2;
    double highest = 0.0;
    double lit = 0.0;
    double area = 0.0;
    for (std::size_t v = 0; v < areas.size(); ++v) {
        highest = std::max(highest, static_cast<double>(arriving[v]));
        area += areas[v];
        if (arriving[v] > 1e-4F) lit += areas[v];
    }
    m_measured->setText(tr("Reaches %1 % of the surface; at most %2 falls on it.")
                            .arg(100.0 * lit / std::max(area, 1e-9), 0, 'f', 0)
                            .arg(light.strength * highest, 0, 'g', 3));
    if (!near) return;
    const Plan& plan = evaluated->plan;
    const QSignalBlocker quiet(m_reach);
    m_reach->setValue(
        reachOf(glowOf(plan, light), light.strength, restOfLight(plan, irradiance, index)));
    QStringList lines;
    m_shells->setValue(plan.colours.glow.shells);
    for (const Shell& shell : shellsOf(plan, irradiance, index)) {
        lines << tr("%1. to %2 mm: %3 mm²")
                     .arg(lines.size() + 1)
                     .arg(shell.distance_mm, 0, 'f', 1)
                     .arg(shell.area_mm2, 0, 'f', 0);
    }
    m_shell_list->setText(lines.join(QStringLiteral("\n")));
}

}  // namespace glaukophos
