// The list waits for the drops; everything else shows at once.
#include "app/stages/colours/glow_page.h"

#include <QPainter>

#include "app/document/edit_key.h"
#include "app/widgets/recipe_words.h"
#include "app/widgets/text.h"
#include "app/widgets/theme.h"

namespace glaukophos {
namespace {

constexpr int kRow = 52;
constexpr int kShellChip = 34;

// The glow that is meant: the chosen light if it stands near, or the first that does.
std::optional<std::size_t> glowOf(const Plan& plan, std::size_t chosen) {
    const auto glows = [&](std::size_t l) {
        return l < plan.lights.size() && isNear(plan.lights[l].kind) && shines(plan, l);
    };
    if (glows(chosen)) return chosen;
    for (std::size_t l = 0; l < plan.lights.size(); ++l) {
        if (glows(l)) return l;
    }
    return std::nullopt;
}

QPixmap rampPicture(const GlowRamp& ramp, const PaintRange& paint) {
    constexpr int kWidth = 270;
    constexpr int kHeight = 22;
    QImage picture(kWidth, kHeight, QImage::Format_RGB32);
    const RampColours colours(ramp);
    for (int x = 0; x < kWidth; ++x) {
        const double position = 1.0 - static_cast<double>(x) / (kWidth - 1);
        const double lightness = paint.darkest + position * (paint.lightest - paint.darkest);
        const Srgb shown = displayable(labFrom(colours.at(position, luminanceOf(lightness))));
        for (int y = 0; y < kHeight; ++y) picture.setPixelColor(x, y, qColour(shown));
    }
    return QPixmap::fromImage(picture);
}

}  // namespace

ShellList::ShellList(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("shellList"));
    setAccessibleName(tr("Mixes of the glow, in the order they are laid"));
    setToolTip(
        tr("Laid in this order, each inside the one before. Left the colour wanted, right "
           "the mix"));
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
}

QSize ShellList::sizeHint() const {
    return {240, kRow * static_cast<int>(std::max<std::size_t>(1, m_targets.size()))};
}

void ShellList::setGlow(const Evaluated& evaluated, std::size_t light) {
    m_rows.clear();
    m_targets.clear();
    m_mixed.clear();
    if (evaluated.mixes != nullptr && light < evaluated.mixes->glows.size() &&
        evaluated.mixes->glows[light]) {
        const Mixes& mixes = *evaluated.mixes;
        const GlowMixes& glow = *mixes.glows[light];
        const auto addRow = [&](const QString& what, const Lab& target, const Recipe& recipe) {
            m_rows << what + QLatin1Char('\n') + shortRecipe(mixes.rack, recipe);
            m_targets.push_back(qColour(displayable(target)));
            m_mixed.push_back(qColour(displayable(recipe.colour)));
        };
        for (const ShellMix& shell : glow.shells) {
            addRow(tr("to %1 mm, %2 mm², %3 % lamp")
                       .arg(shell.distance_mm, 0, 'f', 0)
                       .arg(shell.area_mm2, 0, 'f', 0)
                       .arg(100 * shell.glow_share, 0, 'f', 0),
                   shell.target, shell.recipe);
        }
        addRow(tr("then recesses and rims again"), glow.reshade.colour, glow.reshade);
        addRow(tr("last the source, lightest of all"), glow.source.colour, glow.source);
    }
    updateGeometry();
    update();
}

void ShellList::paintEvent(QPaintEvent* /*event*/) {
    QPainter painter(this);
    const Theme& t = currentTheme();
    if (m_rows.isEmpty()) {
        painter.setPen(t.soft_text);
        painter.drawText(rect(), Qt::AlignVCenter, tr("Drops are being counted …"));
        return;
    }
    for (int i = 0; i < m_rows.size(); ++i) {
        const auto index = static_cast<std::size_t>(i);
        const QRect chip(0, i * kRow + 3, kShellChip, kShellChip);
        painter.fillRect(chip.adjusted(0, 0, -kShellChip / 2, 0), m_targets[index]);
        painter.fillRect(chip.adjusted(kShellChip / 2, 0, 0, 0), m_mixed[index]);
        painter.setPen(t.line);
        painter.drawRect(chip);
        const QStringList lines = m_rows[i].split(QLatin1Char('\n'));
        const QRect words(kShellChip + 10, i * kRow, width() - kShellChip - 10, kRow);
        painter.setPen(t.soft_text);
        painter.drawText(words, Qt::AlignTop, lines.front());
        painter.setPen(t.text);
        painter.drawText(words.adjusted(0, 16, 0, 0), Qt::AlignTop | Qt::TextWordWrap,
                         lines.back());
    }
}

GlowPage::GlowPage(Document& document, QWidget* parent)
    : PlanPage(document, parent, Aspect::Colours), m_light_words(nullptr), m_shells(nullptr) {
    addSection(tr("First, everything the glow does not reach"));
    addRest();
    addSection(tr("Then the glow, shell in shell"));
    m_light_words = addCaption("glowLight");
    m_shells = new ShellList(this);
    column().addWidget(m_shells);
    addRamp();
    column().addStretch(1);
}

void GlowPage::addRest() {
    const auto dull = [](auto& plan) -> auto& { return plan.colours.glow.dull; };
    addNumber({"dull",
               tr("Duller by"),
               tr("Chroma taken from all that the glow does not reach: darkness sells light"),
               {0, 1, 2, {}, false},
               getPlanNumber(dull),
               setPlanNumber(dull)});
    const auto darken = [](auto& plan) -> auto& { return plan.colours.glow.darken; };
    addNumber({"darken",
               tr("Darker by"),
               tr("Lightness taken there, as by a thin dark glaze over the figure"),
               {0, 30, 0, tr(" L*"), false},
               getPlanNumber(darken),
               setPlanNumber(darken)});
    const auto whiteness = [](auto& plan) -> auto& { return plan.colours.glow.whiteness; };
    addNumber({"whiteness",
               tr("The source: tinted … pure white"),
               tr("A tinted off-white is less jarring; either way it is the lightest of all"),
               {0, 1, 2, {}, false},
               getPlanNumber(whiteness),
               setPlanNumber(whiteness)});
}

void GlowPage::addRamp() {
    addSection(tr("The glowing thing itself"));
    m_ramp_words = addCaption("rampPart");
    QStringList names;
    for (const RampEntry& entry : rampKinds()) names << tr(entry.words.name);
    m_ramp = addChoice("ramp", tr("From root to tip"),
                       tr("Things that glow are brightest in their depth and at their root"), names,
                       [this](Plan& plan, int index) {
                           if (const auto part = glowingPart(plan)) {
                               plan.parts[*part].ramp.kind = static_cast<RampKind>(index);
                           }
                       });
    m_ramp_picture = new QLabel(this);
    m_ramp_picture->setObjectName(QStringLiteral("rampPicture"));
    column().addWidget(m_ramp_picture);
    m_hue = new ColourField(tr("Its hue"), tr("The full hue between white and dark"), this);
    m_hue->setObjectName(QStringLiteral("rampHue"));
    column().addWidget(m_hue);
    m_ratios = addCaption("rampRatios");
    connect(m_hue, &ColourField::colourEdited, this,
            [this, key = nextEditKey()](const Srgb& colour) {
                change(
                    tr("Hue of the glow"),
                    [&](Plan& plan) {
                        if (const auto part = glowingPart(plan)) {
                            plan.parts[*part].ramp.colour = colour;
                        }
                    },
                    key);
            });
    connect(m_hue, &ColourField::editingFinished, &document(), &Document::endGesture);
}

std::optional<PartIndex> GlowPage::glowingPart(const Plan& plan) const {
    const std::vector<bool> turned = turnedOverParts(plan);
    const auto chosen = document().selectedPart();
    if (chosen && *chosen < turned.size() && turned[*chosen]) return chosen;
    const auto found = std::ranges::find(turned, true);
    if (found == turned.end()) return std::nullopt;
    return static_cast<PartIndex>(found - turned.begin());
}

void GlowPage::showPlan(const Plan& plan) {
    const auto light = glowOf(plan, document().selectedLight());
    m_light_words->setText(light ? tr("Light of %1; choose another on the Lights stage.")
                                       .arg(q(plan.lights[*light].name))
                                 : tr("No light stands near the figure."));
    m_shells->setVisible(light.has_value());
    const auto part = glowingPart(plan);
    m_ramp_words->setText(part ? q(plan.parts[*part].name)
                               : tr("No part is both a light's own and of glowing material."));
    m_ramp->setEnabled(part.has_value());
    m_ramp_picture->setVisible(part.has_value());
    m_ratios->setVisible(part.has_value());
    const bool own_hue = part && plan.parts[*part].ramp.kind == RampKind::OneHue;
    m_hue->setVisible(own_hue);
    if (!part) return;
    const GlowRamp& ramp = plan.parts[*part].ramp;
    const auto kind = static_cast<std::size_t>(ramp.kind);
    m_ramp->setCurrentIndex(static_cast<int>(kind));
    if (own_hue) m_hue->setColour(ramp.colour);
    m_ramp_picture->setVisible(ramp.kind != RampKind::AsLit);
    if (ramp.kind != RampKind::AsLit) {
        m_ramp_picture->setPixmap(rampPicture(ramp, plan.values.paint));
    }
    const RampEntry& entry = rampKinds().at(kind);
    m_ratios->setText(tr(entry.words.about) + QLatin1Char('\n') + tr(entry.ratios));
}

void GlowPage::showResults(const Evaluated& evaluated) {
    const auto light = glowOf(evaluated.plan, document().selectedLight());
    if (light) m_shells->setGlow(evaluated, *light);
}

}  // namespace glaukophos
