// The list waits for the drops; everything else shows at once.
#include "app/stages/colours/glow_page.h"

#include <QPainter>

#include "app/stages/colours/glow_ramp_box.h"
#include "app/widgets/recipe_words.h"
#include "app/widgets/text.h"
#include "app/widgets/theme.h"
#include "core/plan/glow_groups.h"

namespace glaukophos {
namespace {

constexpr int kRow = 58;
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
    m_empty = tr("Drops are being counted …");
    m_targets.clear();
    m_mixed.clear();
    // One light speaks for all that are painted with it.
    if (light < evaluated.plan.lights.size()) light = glowGroups(evaluated.plan)[light];
    if (evaluated.mixes != nullptr && light < evaluated.mixes->glows.size() &&
        evaluated.mixes->glows[light]) {
        const Mixes& mixes = *evaluated.mixes;
        const GlowMixes& glow = *mixes.glows[light];
        const auto addRow = [&](const QString& what, const Lab& target, const Recipe& recipe) {
            m_rows << what + QLatin1Char('\n') + shortRecipe(mixes.rack, recipe);
            m_targets.push_back(qColour(displayable(target)));
            m_mixed.push_back(qColour(displayable(recipe.colour)));
        };
        int number = 0;
        for (const GlowShell& shell : glow.shells) {
            ++number;
            for (const ShellMix& mix : shell.mixes) {
                QStringList names;
                for (const PartIndex part : mix.parts) {
                    names << capital(q(evaluated.plan.parts[part].name));
                }
                addRow(tr("Shell %1, %2 mm²: %3")
                           .arg(number)
                           .arg(mix.area_mm2, 0, 'f', 0)
                           .arg(names.join(QStringLiteral(", "))),
                       mix.target, mix.recipe);
            }
        }
        if (m_rows.isEmpty()) {
            m_empty = tr("Nowhere does it give %1 % of the light, where its shells begin: make it "
                         "stronger or let them begin earlier.")
                          .arg(100 * evaluated.plan.colours.glow.begins_at, 0, 'f', 0);
            updateGeometry();
            update();
            return;
        }
        addRow(tr("Then recesses and rims again"), glow.reshade.colour, glow.reshade);
        addRow(tr("Last the source, lightest of all"), glow.source.colour, glow.source);
    }
    updateGeometry();
    update();
}

void ShellList::paintEvent(QPaintEvent* /*event*/) {
    QPainter painter(this);
    const Theme& t = currentTheme();
    if (m_rows.isEmpty()) {
        painter.setPen(t.soft_text);
        painter.drawText(rect(), Qt::AlignVCenter | Qt::TextWordWrap, m_empty);
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
        painter.drawText(
            words, Qt::AlignTop,
            painter.fontMetrics().elidedText(lines.front(), Qt::ElideRight, words.width()));
        painter.setPen(t.text);
        painter.drawText(words.adjusted(0, 16, 0, 0), Qt::AlignTop | Qt::TextWordWrap,
                         lines.back());
    }
}

GlowPage::GlowPage(Document& document, FigureView& view, QWidget* parent)
    : PlanPage(document, parent, Aspect::Colours), m_light_words(nullptr), m_shells(nullptr) {
    addSection(tr("First, everything the glow does not reach"));
    addRest();
    addSection(tr("Then the glow, shell in shell"));
    addShells();
    m_light_words = addCaption("glowLight");
    m_shells = new ShellList(this);
    column().addWidget(m_shells);
    column().addWidget(new GlowRampBox(document, view, this));
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

void GlowPage::addShells() {
    const auto begins = [](auto& plan) -> auto& { return plan.colours.glow.begins_at; };
    addNumber({"beginsAt",
               tr("Begins where it gives this share"),
               tr("The outermost shell begins where the glow gives this share of the light"),
               {0.05, 0.6, 2, {}, false},
               getPlanNumber(begins),
               setPlanNumber(begins)});
    const auto vivid = [](auto& plan) -> auto& { return plan.colours.glow.vivid; };
    addNumber({"vivid",
               tr("As light would … vivid"),
               tr("From the colours that light would make to the strongest that paint can show"),
               {0, 1, 2, {}, false},
               getPlanNumber(vivid),
               setPlanNumber(vivid)});
    const auto blend = [](auto& plan) -> auto& { return plan.colours.glow.blend_mm; };
    addNumber({"blend",
               tr("Unlike glows run together over"),
               tr("Where two glows meet, each place belongs to the stronger; so wide is the blend"),
               {0, 5, 1, tr(" mm"), false},
               getPlanNumber(blend),
               setPlanNumber(blend)});
    m_cloth = addCheck(
        "clothByLamp", tr("Lights on cloth by the lamp first"),
        tr("Folds are lit where the glow will fall, in the cloth's own colour, before it goes on"),
        tr("Lights on cloth"), [](Plan& plan, bool on) { plan.colours.glow.cloth_by_lamp = on; });
}

void GlowPage::showPlan(const Plan& plan) {
    const auto light = glowOf(plan, document().selectedLight());
    m_light_words->setText(light ? tr("Light of %1; choose another on the Lights stage.")
                                       .arg(q(plan.lights[*light].name))
                                 : tr("No light stands near the figure."));
    m_shells->setVisible(light.has_value());
    m_cloth->setChecked(plan.colours.glow.cloth_by_lamp);
}

void GlowPage::showResults(const Evaluated& evaluated) {
    const auto light = glowOf(evaluated.plan, document().selectedLight());
    if (light) m_shells->setGlow(evaluated, *light);
}

}  // namespace glaukophos
