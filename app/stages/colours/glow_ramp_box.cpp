// Every control changes the ramp of one part.
#include "app/stages/colours/glow_ramp_box.h"

#include "app/document/edit_key.h"
#include "app/view/place_tool.h"
#include "app/widgets/text.h"

namespace glaukophos {
namespace {

// In the middles of five equal bands, the brightest zone first.
std::vector<QColor> zoneColours(const GlowRamp& ramp, const Srgb& plain, const PaintRange& paint) {
    std::vector<QColor> colours;
    const RampColours ramped(ramp);
    const Lab own = labFrom(xyzFrom(linearFrom(plain)));
    for (int zone = 0; zone < 5; ++zone) {
        const double position = 0.9 - 0.2 * zone;
        const double lightness = paint.darkest + position * (paint.lightest - paint.darkest);
        const Lab shown = ramp.kind == RampKind::AsLit
                              ? Lab{lightness, own.a * position, own.b * position}
                              : labFrom(ramped.at(position, luminanceOf(lightness)));
        colours.push_back(qColour(displayable(shown)));
    }
    return colours;
}

}  // namespace

GlowRampBox::GlowRampBox(Document& document, FigureView& view, QWidget* parent)
    : PlanPage(document, parent, Aspect::Colours), m_view(view) {
    addSection(tr("The glowing thing itself"));
    m_words = addCaption("rampPart");
    addColours();
    addPlace();
    m_ratios = addCaption("rampRatios");
}

void GlowRampBox::addColours() {
    QStringList names;
    for (const RampEntry& entry : rampKinds()) names << tr(entry.words.name);
    m_kind = addChoice("ramp", tr("From its brightest to its tips"),
                       tr("Things that glow are brightest in their depth and at their root"), names,
                       [this](Plan& plan, int index) {
                           if (const auto part = glowingPart(plan)) {
                               plan.parts[*part].ramp.kind = static_cast<RampKind>(index);
                           }
                       });
    m_hue = new ColourField(tr("Its hue"), tr("The full hue between white and dark"), this);
    m_hue->setObjectName(QStringLiteral("rampHue"));
    column().addWidget(m_hue);
    connect(m_hue, &ColourField::colourEdited, this,
            [this, key = nextEditKey()](const Srgb& colour) {
                changeRamp(
                    tr("Hue of the glow"), [&](GlowRamp& ramp) { ramp.colour = colour; }, key);
            });
    connect(m_hue, &ColourField::editingFinished, &document(), &Document::endGesture);
    m_zones = new ZoneBar(this);
    column().addWidget(m_zones);
    connect(m_zones, &ZoneBar::zonesEdited, this,
            [this, key = nextEditKey()](const GlowZones& zones) {
                changeRamp(
                    tr("Zones of the glow"), [&](GlowRamp& ramp) { ramp.zones = zones; }, key);
            });
    connect(m_zones, &ZoneBar::editingFinished, &document(), &Document::endGesture);
    m_usual = newButton("usualZones", tr("Usual zones"), tr("As painters usually divide it"));
    column().addWidget(m_usual);
    connect(m_usual, &QPushButton::clicked, this,
            [this] { changeRamp(tr("Usual zones"), [](GlowRamp& ramp) { ramp.zones.reset(); }); });
}

void GlowRampBox::addPlace() {
    QStringList places;
    for (const ShadingEntry& entry : brightestPlaces()) places << tr(entry.name);
    m_brightest = addChoice("brightestAt", tr("Brightest at"),
                            tr("From where the colours run, for each piece and each tongue of it"),
                            places, [this](Plan& plan, int index) {
                                if (const auto part = glowingPart(plan)) {
                                    plan.parts[*part].ramp.brightest_at =
                                        static_cast<BrightestAt>(index);
                                }
                            });
    m_click = newButton("clickBrightest", tr("Click the place on the figure"),
                        tr("The next click on the figure is where it is brightest"));
    column().addWidget(m_click);
    connect(m_click, &QPushButton::clicked, this, [this] {
        m_view.takeTool(std::make_unique<PlaceTool>(
            m_view, tr("Click where it is brightest. Esc leaves it as it is."),
            [this](const SurfacePoint& place, const QPointF&) {
                changeRamp(tr("Brightest place"), [&](GlowRamp& ramp) {
                    ramp.brightest_at = BrightestAt::Place;
                    ramp.place_mm = place.point_mm;
                });
            }));
    });
}

void GlowRampBox::changeRamp(const QString& text, const std::function<void(GlowRamp&)>& edit,
                             int key) {
    change(
        text,
        [&](Plan& plan) {
            if (const auto part = glowingPart(plan)) edit(plan.parts[*part].ramp);
        },
        key);
}

std::optional<PartIndex> GlowRampBox::glowingPart(const Plan& plan) const {
    const std::vector<bool> turned = turnedOverParts(plan);
    const auto chosen = document().selectedPart();
    if (chosen && *chosen < turned.size() && turned[*chosen]) return chosen;
    const auto found = std::ranges::find(turned, true);
    if (found == turned.end()) return std::nullopt;
    return static_cast<PartIndex>(found - turned.begin());
}

void GlowRampBox::showPlan(const Plan& plan) {
    const auto part = glowingPart(plan);
    m_words->setText(part ? capital(q(plan.parts[*part].name))
                          : tr("No part is both a light's own (Lights, Glow) and of glowing "
                               "material (Figure, Material)."));
    for (QWidget* control : std::initializer_list<QWidget*>{m_kind, m_brightest, m_click, m_zones,
                                                            m_usual, m_ratios}) {
        control->setVisible(part.has_value());
    }
    const bool own_hue = part && plan.parts[*part].ramp.kind == RampKind::OneHue;
    m_hue->setVisible(own_hue);
    if (!part) return;
    const GlowRamp& ramp = plan.parts[*part].ramp;
    const auto kind = static_cast<std::size_t>(ramp.kind);
    m_kind->setCurrentIndex(static_cast<int>(kind));
    m_brightest->setCurrentIndex(static_cast<int>(ramp.brightest_at));
    m_click->setVisible(ramp.brightest_at == BrightestAt::Place);
    m_usual->setEnabled(ramp.zones.has_value());
    if (own_hue) m_hue->setColour(ramp.colour);
    m_zones->setZones(zonesOf(ramp),
                      zoneColours(ramp, plan.parts[*part].local_colour, plan.values.paint));
    const RampEntry& entry = rampKinds().at(kind);
    m_ratios->setText(tr(entry.words.about) + QLatin1Char('\n') + tr(entry.ratios));
}

}  // namespace glaukophos
