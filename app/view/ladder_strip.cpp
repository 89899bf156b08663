// Drawn with one painter for the window and the plan sheet.
#include "app/view/ladder_strip.h"

#include <QHelpEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPushButton>
#include <QToolTip>

#include "app/widgets/number_style.h"
#include "app/widgets/recipe_words.h"
#include "app/widgets/text.h"
#include "app/widgets/theme.h"
#include "core/colour/colour_difference.h"

namespace glaukophos {
namespace {

constexpr double kBlockHeight = 40.0;
constexpr double kLine = 17.0;
constexpr double kChip = 12.0;           // beside the words, for steps too narrow to be seen above
constexpr double kNarrowColumn = 104.0;  // narrower has no room for a chip
constexpr double kLeft = 160.0;

// Widths that add up to `total`: at least `least` for every step, the rest by share.
std::vector<double> widthsOf(const Ladder& ladder, double total, double least) {
    std::vector<double> widths;
    const double rest = std::max(0.0, total - least * static_cast<double>(ladder.size()));
    for (const Rung& step : ladder) widths.push_back(least + rest * step.share);
    return widths;
}

void paintEmptyStep(QPainter& painter, const QRectF& block, const LadderColours& colours) {
    painter.setPen(QPen(colours.line, 1, Qt::DashLine));
    painter.setBrush(Qt::NoBrush);
    painter.drawRect(block.adjusted(0.5, 0.5, -0.5, -0.5));
}

// The mix that a band is painted with; null when there is none.
const BandMix* mixOf(const LadderDrops& drops, std::size_t band) {
    if (drops.part == nullptr || band >= drops.part->bands.size()) return nullptr;
    const BandMix& mix = drops.part->bands[band];
    return mix.present ? &mix : nullptr;
}

// Wanted above, mixed below.
void paintPatch(QPainter& painter, const QRectF& patch, const Rung& step, const BandMix* mix,
                const LadderColours& colours) {
    const auto shown = [&](const Srgb& colour) {
        return colours.on_paper ? fileColour(colour) : qColour(colour);
    };
    painter.fillRect(patch, shown(step.shown));
    if (mix != nullptr) {
        painter.fillRect(patch.adjusted(0, 0.5 * patch.height(), 0, 0),
                         shown(displayable(mix->recipe.colour)));
    }
    painter.setPen(colours.line);  // a step as dark as the panel keeps its shape
    painter.setBrush(Qt::NoBrush);
    painter.drawRect(patch.adjusted(0.5, 0.5, -0.5, -0.5));
}

QStringList numbersOf(const Rung& step) {
    const QString area = QObject::tr("%1 mm²").arg(step.area_mm2, 0, 'f', 0);
    return {colourWords(step.target),
            showsNumbers() ? area + QLatin1Char(' ') + q(hexFrom(step.shown)) : area};
}

// What stands below a band, top line first.
QStringList linesOf(const Rung& step, const BandMix* mix, const LadderDrops& drops) {
    if (!step.present) return {QObject::tr("nothing here")};
    if (mix == nullptr) return numbersOf(step);
    QStringList lines = recipeLines(*drops.rack, mix->recipe);
    QString handling = QStringLiteral("%1, %2").arg(
        counted(mix->coats, QObject::tr("coat"), QObject::tr("coats")), thinnerWords(mix->thinner));
    if (mix->batches > 1) handling += QObject::tr(", ×%1").arg(mix->batches);
    lines << handling;
    return lines;
}

void paintStepText(QPainter& painter, const QRectF& below, const QString& name, const Rung& step,
                   const QStringList& lines, const LadderColours& colours) {
    QFont font = painter.font();
    font.setWeight(QFont::DemiBold);
    painter.setFont(font);
    painter.setPen(colours.text);
    const QString share =
        QObject::tr("%1 %").arg(100 * step.share, 0, 'f', step.share < 0.1 ? 1 : 0);
    const QFontMetrics metrics = painter.fontMetrics();
    QString title = name + QStringLiteral("  ") + share;
    if (metrics.horizontalAdvance(title) > below.width()) title = name;
    painter.drawText(QRectF(below.left(), below.top(), below.width(), kLine), Qt::AlignLeft,
                     metrics.elidedText(title, Qt::ElideRight, static_cast<int>(below.width())));
    font.setWeight(QFont::Normal);
    painter.setFont(font);
    double top = below.top() + kLine;
    for (qsizetype i = 0; i < lines.size(); ++i) {
        painter.setPen(i + 1 == lines.size() ? colours.soft_text : colours.text);
        // A long name may take two lines where few are to be said.
        const bool wraps = lines.size() <= 2 && i == 0 &&
                           painter.fontMetrics().horizontalAdvance(lines[i]) > below.width();
        const QRectF line(below.left(), top, below.width(), wraps ? 2 * kLine : kLine);
        top += line.height();
        const QString text = wraps ? lines[i]
                                   : painter.fontMetrics().elidedText(
                                         lines[i], Qt::ElideRight, static_cast<int>(line.width()));
        painter.drawText(line, Qt::AlignLeft | (wraps ? Qt::TextWordWrap : 0), text);
    }
}

}  // namespace

LadderDrops dropsOf(const Evaluated& evaluated, std::optional<PartIndex> part) {
    if (evaluated.mixes == nullptr || !part || *part >= evaluated.mixes->parts.size()) return {};
    return {&evaluated.mixes->rack, &evaluated.mixes->parts[*part]};
}

void paintLadder(QPainter& painter, const QRectF& area, const Ladder& ladder,
                 const LadderDrops& drops, const LadderColours& colours) {
    const auto widths = widthsOf(ladder, area.width(), 3.0);
    const double column = area.width() / static_cast<double>(ladder.size());
    double left = area.left();
    for (std::size_t b = 0; b < ladder.size(); ++b) {
        const BandMix* mix = mixOf(drops, b);
        const QRectF block(left, area.top(), widths[b], kBlockHeight);
        const QRectF words(area.left() + static_cast<double>(b) * column,
                           area.top() + kBlockHeight + 5, column, 5 * kLine);
        const bool has_chip = column >= kNarrowColumn;
        const QRectF chip(words.left(), words.top() + 2.5, has_chip ? kChip : 0.0, kChip);
        for (const QRectF& patch : {block, chip}) {
            if (patch.isEmpty()) continue;
            if (ladder[b].present) {
                paintPatch(painter, patch, ladder[b], mix, colours);
            } else {
                paintEmptyStep(painter, patch, colours);
            }
        }
        paintStepText(painter, words.adjusted(has_chip ? kChip + 6 : 0, 0, -4, 0),
                      q(bandName(b, ladder.size())), ladder[b], linesOf(ladder[b], mix, drops),
                      colours);
        left += widths[b];
    }
}

void paintLadderBlocks(QPainter& painter, const QRectF& area, const Ladder& ladder) {
    const auto widths = widthsOf(ladder, area.width(), 0.06 * area.width());
    double left = area.left();
    for (std::size_t b = 0; b < ladder.size(); ++b) {
        const QRectF block(left, area.top(), widths[b], area.height());
        if (ladder[b].present) painter.fillRect(block, qColour(ladder[b].shown));
        left += widths[b];
    }
}

LadderStrip::LadderStrip(Document& document, QWidget* parent)
    : QWidget(parent), m_document(document), m_keep(new QPushButton(this)) {
    setObjectName(QStringLiteral("strip"));
    setAccessibleName(tr("Ladder of the chosen part"));
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
    setAttribute(Qt::WA_StyledBackground);
    setMouseTracking(true);
    m_keep->setObjectName(QStringLiteral("keepLadder"));
    m_keep->setAccessibleName(tr("Compare the chosen part with another"));
    m_keep->setToolTip(tr("Keeps this part's ladder in sight while you choose another"));
    m_keep->setGeometry(16, 112, 128, 28);
    connect(m_keep, &QPushButton::clicked, this, &LadderStrip::keep);
    const auto refresh = [this] {
        const auto part = shownPart();
        m_keep->setVisible(part.has_value() || m_kept.has_value());
        m_keep->setText(m_kept ? tr("Stop comparing") : tr("Compare …"));
        update();
    };
    connect(&document, &Document::evaluatedChanged, this, refresh);
    connect(&document, &Document::changed, this, [refresh](Aspect aspect) {
        // What follows the light comes with the results.
        if (aspect != Aspect::Lights) refresh();
    });
    refresh();
}

void LadderStrip::keep() {
    m_kept = m_kept ? std::nullopt : shownPart();
    m_keep->setText(m_kept ? tr("Stop comparing") : tr("Compare …"));
    updateGeometry();
    update();
}

std::optional<PartIndex> LadderStrip::shownPart() const {
    const EvaluatedPtr& evaluated = m_document.evaluated();
    const auto part = m_document.selectedPart();
    if (evaluated == nullptr || !part || *part >= evaluated->plan.parts.size()) return std::nullopt;
    return part;
}

const Ladder* LadderStrip::shownLadder() const {
    const EvaluatedPtr& evaluated = m_document.evaluated();
    if (evaluated == nullptr) return nullptr;
    const auto part = shownPart();
    return part ? &evaluated->appearance->ladders[*part] : &evaluated->appearance->whole;
}

QRectF LadderStrip::steps() const {
    const double top = m_kept ? 32.0 : 12.0;
    return {kLeft, top, width() - kLeft - 16.0, height() - top - 4.0};
}

std::optional<std::size_t> LadderStrip::bandAt(const QPointF& position) const {
    const Ladder* ladder = shownLadder();
    const QRectF area = steps();
    if (ladder == nullptr || ladder->empty() || !area.contains(position)) return std::nullopt;
    if (position.y() > area.top() + kBlockHeight) {  // among the words: columns of equal width
        const double column = area.width() / static_cast<double>(ladder->size());
        return std::min(static_cast<std::size_t>((position.x() - area.left()) / column),
                        ladder->size() - 1);
    }
    double left = area.left();
    const std::vector<double> widths = widthsOf(*ladder, area.width(), 3.0);
    for (std::size_t b = 0; b < widths.size(); ++b) {
        left += widths[b];
        if (position.x() < left) return b;
    }
    return std::nullopt;
}

void LadderStrip::mouseMoveEvent(QMouseEvent* event) {
    const auto band = bandAt(event->position());
    if (band == m_band) return;
    m_band = band;
    emit bandPointedAt(band);
}

void LadderStrip::leaveEvent(QEvent* /*event*/) {
    if (!m_band) return;
    m_band.reset();
    emit bandPointedAt(std::nullopt);
}

QString LadderStrip::tipFor(std::size_t band) const {
    const Rung& step = shownLadder()->at(band);
    if (!step.present) return tr("Nothing of it lies in this band.");
    QStringList lines = numbersOf(step);
    lines << tr("%1 % of its area").arg(100 * step.share, 0, 'f', step.share < 0.1 ? 1 : 0);
    const LadderDrops drops = dropsOf(*m_document.evaluated(), shownPart());
    if (const BandMix* mix = mixOf(drops, band)) {
        lines << recipeLines(*drops.rack, mix->recipe);
        lines << tr("Above the colour wanted, below the mix, which %1.")
                     .arg(nearnessWords(mix->recipe.difference));
        if (mix->bridge) {
            lines << tr("A jump of %1 from the band below: put a mix of both in between, %2:%3.")
                         .arg(mix->step, 0, 'f', 0)
                         .arg(mix->bridge->darker_parts)
                         .arg(mix->bridge->lighter_parts);
        }
    }
    return lines.join(QLatin1Char('\n'));
}

bool LadderStrip::event(QEvent* event) {
    if (event->type() != QEvent::ToolTip) return QWidget::event(event);
    const auto* help = static_cast<QHelpEvent*>(event);
    const auto band = bandAt(help->pos());
    QToolTip::showText(help->globalPos(),
                       band ? tipFor(*band)
                            : tr("One colour a band, from Deep to Peak. Widths show the share of "
                                 "the part's area. Point at a band to see its place."),
                       this);
    return true;
}

// The kept part as blocks, with how far each band is from that of the chosen part.
void LadderStrip::paintKept(QPainter& painter, const QRectF& area) const {
    const Evaluated& evaluated = *m_document.evaluated();
    if (!m_kept || *m_kept >= evaluated.appearance->ladders.size()) return;
    const Ladder& kept = evaluated.appearance->ladders[*m_kept];
    const Ladder& shown = *shownLadder();
    const Theme& t = currentTheme();
    const double column = area.width() / static_cast<double>(kept.size());
    for (std::size_t b = 0; b < kept.size() && b < shown.size(); ++b) {
        const QRectF block(area.left() + static_cast<double>(b) * column, area.top(),
                           0.5 * column - 6, 15);
        if (!kept[b].present) continue;
        painter.fillRect(block, qColour(kept[b].shown));
        painter.setPen(t.soft_text);
        const QString apart =
            shown[b].present
                ? tr("%1 apart").arg(ciede2000(kept[b].target, shown[b].target), 0, 'f', 0)
                : QString();
        painter.drawText(QRectF(block.right() + 5, block.top() - 1, 0.5 * column, 17),
                         Qt::AlignLeft, apart);
    }
}

void LadderStrip::paintEvent(QPaintEvent* /*event*/) {
    const EvaluatedPtr& evaluated = m_document.evaluated();
    if (evaluated == nullptr) return;
    QPainter painter(this);
    const Theme& t = currentTheme();
    const auto part = shownPart();
    const QString name = part ? shownName(m_document.plan().parts[*part].name) : tr("Whole figure");

    QFont font = this->font();
    font.setPixelSize(16);
    font.setWeight(QFont::DemiBold);
    painter.setFont(font);
    painter.setPen(t.text);
    const QRectF left(16, 12, 132, height() - 20);
    painter.drawText(left, Qt::AlignLeft | Qt::AlignTop | Qt::TextWordWrap, name);
    painter.setFont(this->font());
    painter.setPen(t.soft_text);
    const PartBands& bands =
        part ? evaluated->appearance->bands.parts[*part] : evaluated->appearance->bands.whole;
    QString words = part ? tr("%1 mm² of surface").arg(bands.area_mm2(), 0, 'f', 0)
                         : tr("mean of all parts;\nclick a part for its own");
    if (m_kept && part && *m_kept < m_document.plan().parts.size()) {
        words = tr("beside %1").arg(q(m_document.plan().parts[*m_kept].name));
    }
    painter.drawText(left.adjusted(0, 44, 0, 0), Qt::AlignLeft | Qt::AlignTop, words);

    if (part && bands.area_mm2() <= 0.0) {
        painter.setPen(t.text);
        painter.drawText(steps(), Qt::AlignLeft | Qt::AlignVCenter,
                         tr("This part is the light itself: white or tinted white, lightest of "
                            "all, painted last."));
        return;
    }
    paintLadder(painter, steps(), *shownLadder(), dropsOf(*evaluated, part),
                {t.text, t.soft_text, t.line});
    if (m_kept && part) paintKept(painter, steps().translated(0, -22));
}

}  // namespace glaukophos
