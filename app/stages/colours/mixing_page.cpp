// What a mix needs at the desk stands under its swatches.
#include "app/stages/colours/mixing_page.h"

#include <QPainter>

#include "app/stages/colours/swatch_dialog.h"
#include "app/view/pictured_part.h"
#include "app/widgets/recipe_words.h"
#include "app/widgets/text.h"
#include "app/widgets/theme.h"
#include "core/colour/coats.h"
#include "core/colour/colour_difference.h"

namespace glaukophos {
namespace {

constexpr int kLine = 17;
constexpr int kChip = 22;

int primerIndex(const Srgb& colour) {
    for (std::size_t i = 0; i < primers().size(); ++i) {
        if (hexFrom(primers().at(i).colour) == hexFrom(colour)) return static_cast<int>(i);
    }
    return static_cast<int>(primers().size());  // "another"
}

QString coatsWords(const BandMix& band) {
    const QString coats = counted(band.coats, QObject::tr("coat"), QObject::tr("coats"));
    return QStringLiteral("%1, %2%3")
        .arg(coats, thinnerWords(band.thinner),
             band.batches > 1 ? QObject::tr(", %1 times this").arg(band.batches) : QString());
}

// "The whole plan takes 1.2 ml of Titanium white, ...".
QString usesWords(const std::vector<PaintUse>& uses) {
    QStringList all;
    QStringList little;
    QStringList short_of;
    for (const PaintUse& use : uses) {
        if (use.ml < kDrop_ml) {
            little << q(use.paint);
        } else {
            all << QObject::tr("%1 %2 ml")
                       .arg(q(use.paint))
                       .arg(use.ml, 0, 'f', use.ml < 1.0 ? 2 : 1);
        }
        if (use.runsShort()) {
            short_of
                << QObject::tr("%1 (%2 ml left)").arg(q(use.paint)).arg(use.left_ml, 0, 'g', 2);
        }
    }
    if (!little.isEmpty()) {
        all << QObject::tr("less than a drop of %1").arg(little.join(QStringLiteral(", ")));
    }
    QString words = QObject::tr("The whole plan takes: %1.").arg(all.join(QStringLiteral(", ")));
    if (!short_of.isEmpty()) {
        words += QObject::tr(" Runs short: %1.").arg(short_of.join(QStringLiteral(", ")));
    }
    return words;
}

// "or veils of this, 1:8 and 1:5".
QString veilsWords(const std::vector<double>& thinners) {
    constexpr std::size_t kMostNamed = 6;
    QStringList words;
    for (std::size_t i = 0; i < std::min(thinners.size(), kMostNamed); ++i) {
        words << thinnerWords(thinners[i]);
    }
    if (thinners.size() > kMostNamed) words << QObject::tr("and so on");
    return QObject::tr("or %1 of this, thinned %2")
        .arg(counted(static_cast<int>(thinners.size()), QObject::tr("veil"), QObject::tr("veils")),
             words.join(QStringLiteral(", ")));
}

// Which way a mix has to go.
QString howToCorrect(const Lab& mix, const Lab& target) {
    const Lch from = lchFrom(mix);
    const Lch to = lchFrom(target);
    QStringList ways;
    if (std::abs(to.L - from.L) > 2.0) {
        ways << (to.L > from.L ? QObject::tr("lighter") : QObject::tr("darker"));
    }
    if (std::abs(to.C - from.C) > 3.0) {
        ways << (to.C > from.C ? QObject::tr("stronger") : QObject::tr("duller"));
    }
    return ways.isEmpty() ? QString()
                          : QObject::tr("It wants to be %1.").arg(ways.join(QObject::tr(" and ")));
}

}  // namespace

MixList::MixList(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("mixList"));
    setAccessibleName(tr("Mixes of the chosen part"));
    setToolTip(
        tr("Each pair: the colour wanted, and the mix. Left in daylight, right under your "
           "desk lamp, for an eye that is used to it"));
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
}

QSize MixList::sizeHint() const {
    int height = 10 + kLine;
    for (const Row& row : m_rows) height += kLine * static_cast<int>(row.lines.size()) + kChip + 12;
    return {240, std::max(40, height)};
}

QStringList MixList::rows() const {
    QStringList all;
    for (const Row& row : m_rows) all << row.lines.join(QStringLiteral("; "));
    return all;
}

void MixList::setPart(const Evaluated& evaluated, PartIndex part) {
    m_rows.clear();
    if (evaluated.mixes != nullptr && part < evaluated.mixes->parts.size()) {
        const Mixes& mixes = *evaluated.mixes;
        const Ladder& ladder = evaluated.appearance->ladders[part];
        const double lamp_K = evaluated.plan.mixing.lamp_K;
        const std::vector<BandMix>& bands = mixes.parts[part].bands;
        std::size_t before = 0;
        for (std::size_t b = 0; b < bands.size(); ++b) {
            if (!bands[b].present) continue;
            const std::size_t below = std::exchange(before, b);
            const Recipe& recipe = bands[b].recipe;
            const Lab& target = ladder[b].target;
            Row row;
            row.colours = {qColour(displayable(target)), qColour(displayable(recipe.colour)),
                           qColour(displayable(targetUnder(target, lamp_K))),
                           qColour(displayable(mixUnder(mixes.rack, recipe, lamp_K)))};
            const double apart = differenceUnder(mixes.rack, target, recipe, lamp_K);
            row.lines << tr("%1: %2; %3 by your lamp")
                             .arg(q(bandName(b, bands.size())), nearnessWords(recipe.difference),
                                  nearnessWords(apart));
            row.lines << shortRecipe(mixes.rack, recipe) << coatsWords(bands[b]);
            if (const auto& bridge = bands[b].bridge) {
                row.lines << tr("A jump of %1 from the band below. In between:")
                                 .arg(bands[b].step, 0, 'f', 0)
                          << q(inWords(*bridge, bandName(below, bands.size()),
                                       bandName(b, bands.size())))
                          << veilsWords(bridge->veil_thinners);
            }
            m_rows.push_back(std::move(row));
        }
    }
    updateGeometry();
    update();
}

void MixList::paintEvent(QPaintEvent* /*event*/) {
    QPainter painter(this);
    const Theme& t = currentTheme();
    if (m_rows.empty()) {
        painter.setPen(t.soft_text);
        painter.drawText(rect(), Qt::AlignVCenter, tr("Drops are being counted …"));
        return;
    }
    const int half = (width() - 12) / 2;
    painter.setPen(t.soft_text);
    painter.drawText(QRect(0, 0, half, kLine), Qt::AlignVCenter, tr("wanted | mixed, by day"));
    painter.drawText(QRect(half + 12, 0, half, kLine), Qt::AlignVCenter, tr("by your lamp"));
    int y = kLine + 4;
    for (const Row& row : m_rows) {
        for (int i = 0; i < 4; ++i) {
            const QRect chip((i / 2) * (half + 12) + (i % 2) * half / 2, y, half / 2, kChip);
            painter.fillRect(chip, row.colours.at(static_cast<std::size_t>(i)));
        }
        y += kChip + 2;
        for (qsizetype i = 0; i < row.lines.size(); ++i) {
            painter.setPen(i == 1 || i == 4 ? t.text : t.soft_text);
            painter.drawText(
                QRect(0, y, width(), kLine), Qt::AlignVCenter,
                painter.fontMetrics().elidedText(row.lines[i], Qt::ElideRight, width()));
            y += kLine;
        }
        y += 10;
    }
}

MixingPage::MixingPage(Document& document, QWidget* parent)
    : PlanPage(document, parent, Aspect::Colours) {
    addPaints();
    addHandling();
    addSection(tr("Mixes"));
    m_part_words = addCaption("mixPart");
    m_mixes = new MixList(this);
    column().addWidget(m_mixes);
    m_help = addCaption("mixHelp");
    addComparing();
    addCaption("mixHonesty")
        ->setText(tr("A recipe is as good as what the rack knows of the paints. Mix one drop and "
                     "try it before you mix the lot."));
    column().addStretch(1);
}

void MixingPage::addPaints() {
    addNumber(
        {"paintsAPart",
         tr("Paints for a part"),
         tr("For all its bands together; neighbours then mix into each other"),
         {2, 6, 0, {}, false},
         [](const Plan& plan, auto) { return std::optional<double>(plan.mixing.paints_a_part); },
         [](Plan& plan, auto, double value) {
             plan.mixing.paints_a_part = static_cast<int>(value);
         }});
    addNumber(
        {"bottles",
         tr("Bottles in all (0: as it takes)"),
         tr("The fewer, the more the parts belong together, and the farther off some mixes"),
         {0, 20, 0, {}, false},
         [](const Plan& plan, auto) { return std::optional<double>(plan.mixing.bottles); },
         [](Plan& plan, auto, double value) { plan.mixing.bottles = static_cast<int>(value); }});
    m_bottles_words = addCaption("bottlesWords");
    m_uses = addCaption("paintUses");
    addNumber(
        {"mostDrops",
         tr("Drops in a mix, at most"),
         tr("Of paint; simple ratios are preferred"),
         {2, 20, 0, {}, false},
         [](const Plan& plan, auto) { return std::optional<double>(plan.mixing.most_drops); },
         [](Plan& plan, auto, double value) { plan.mixing.most_drops = static_cast<int>(value); }});
}

void MixingPage::addHandling() {
    QStringList names;
    for (const Primer& primer : primers()) names << tr(primer.name);
    names << tr("another");
    m_primer = addChoice("primer", tr("Over a primer of"),
                         tr("Coats until the first colour hides it are counted over this"), names,
                         [](Plan& plan, int index) {
                             const auto i = static_cast<std::size_t>(index);
                             if (i < primers().size()) plan.mixing.primer = primers().at(i).colour;
                         });
    const auto thinner = [](auto& plan) -> auto& { return plan.mixing.thinner; };
    addNumber({"thinner",
               tr("Thinner to one of paint"),
               tr("1 for layers by brush, 3 for the airbrush, 4 and more for glazes"),
               {0, 10, 1, {}, false},
               getPlanNumber(thinner),
               setPlanNumber(thinner)});
    const auto step = [](auto& plan) -> auto& { return plan.mixing.largest_step; };
    addNumber({"largestStep",
               tr("A jump is more than"),
               tr("CIEDE2000 between neighbouring bands; beyond it a mix in between is offered"),
               {4, 40, 0, {}, false},
               getPlanNumber(step),
               setPlanNumber(step)});
    const auto lamp = [](auto& plan) -> auto& { return plan.mixing.lamp_K; };
    addNumber({"deskLamp",
               tr("Your desk lamp"),
               tr("Colour temperature as printed on it. Mixes that match by day may differ under "
                  "the lamp"),
               {2000, 8000, 0, tr(" K"), true},
               getPlanNumber(lamp),
               setPlanNumber(lamp)});
}

void MixingPage::addComparing() {
    auto* button =
        newButton("compareMix", tr("Compare a photograph of your mix …"),
                  tr("Photograph the mix beside a grey card; both are read off the picture"));
    column().addWidget(button);
    m_compared = addCaption("comparedMix");
    connect(button, &QPushButton::clicked, this, [this] {
        const auto complain = [this](const QString& message) { emit problem(message); };
        const SwatchReading reading = askForSwatch(this, complain);
        if (!reading) return;
        Paint read;
        reading(read);
        compare(read.mass_tone);
    });
}

void MixingPage::compare(const Srgb& colour) {
    const EvaluatedPtr& evaluated = document().evaluated();
    if (evaluated == nullptr) return;
    const auto part = pictured(*evaluated, document().selectedPart());
    if (!part) return;
    const Lab read = labFrom(xyzFrom(linearFrom(colour)));
    const double lamp_K = evaluated->plan.mixing.lamp_K;
    const Ladder& ladder = evaluated->appearance->ladders[*part];
    double nearest = 1e9;
    for (std::size_t b = 0; b < ladder.size(); ++b) {
        if (!ladder[b].present) continue;
        const double apart = ciede2000(read, ladder[b].target);
        if (apart >= nearest) continue;
        nearest = apart;
        const double by_lamp =
            ciede2000(targetUnder(read, lamp_K), targetUnder(ladder[b].target, lamp_K));
        m_compared->setText(tr("Your mix reads %1. Nearest to %2 of %3: by day it %4, by your lamp "
                               "it %5. %6")
                                .arg(q(hexFrom(colour)), q(bandName(b, ladder.size())),
                                     q(evaluated->plan.parts[*part].name), nearnessWords(apart),
                                     nearnessWords(by_lamp), howToCorrect(read, ladder[b].target)));
    }
}

void MixingPage::showPlan(const Plan& plan) {
    m_primer->setCurrentIndex(primerIndex(plan.mixing.primer));
}

void MixingPage::showResults(const Evaluated& evaluated) {
    const auto part = pictured(evaluated, document().selectedPart());
    if (!part) return;
    m_mixes->setPart(evaluated, *part);
    m_part_words->setText(q(evaluated.plan.parts[*part].name));
    if (evaluated.mixes == nullptr) return;
    const Mixes& mixes = *evaluated.mixes;
    QStringList bottles;
    for (const std::size_t paint : mixes.bottles) bottles << q(mixes.rack.paints[paint].name);
    m_bottles_words->setText(
        tr("%1: %2. The farthest mix %3.")
            .arg(counted(static_cast<int>(bottles.size()), tr("bottle"), tr("bottles")),
                 bottles.join(QStringLiteral(", ")), nearnessWords(mixes.worst)));
    if (evaluated.desk != nullptr) m_uses->setText(usesWords(evaluated.desk->work.uses));
    m_help->clear();
    const Ladder& ladder = evaluated.appearance->ladders[*part];
    for (std::size_t b = 0; b < mixes.parts[*part].bands.size(); ++b) {
        const Recipe& recipe = mixes.parts[*part].bands[b].recipe;
        if (recipe.difference < 6.0 || !ladder[b].present) continue;
        const auto help = paintThatHelps(mixes.rack, ladder[b].target, recipe);
        const QString band = q(bandName(b, ladder.size()));
        m_help->setText(
            help ? tr("%1 cannot be mixed better from this rack; %2 (%3) would do: it %4.")
                       .arg(band, q(help->paint.name), q(help->paint.pigment),
                            nearnessWords(help->difference))
                 : tr("%1 lies beyond what these paints can be; the nearest mix is given.")
                       .arg(band));
        break;
    }
    m_help->setVisible(!m_help->text().isEmpty());
}

}  // namespace glaukophos
