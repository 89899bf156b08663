// Drawn with one painter for the window and the plan sheet.
#include "app/ladder_strip.h"

#include <QPainter>

#include "app/text.h"
#include "app/theme.h"

namespace glaukophos {
namespace {

constexpr double kBlockHeight = 34.0;
constexpr double kChip = 12.0;  // beside the words, for steps too narrow to be seen above

// Widths that add up to `total`: at least `least` for every step, the rest by share.
std::vector<double> widthsOf(const Ladder& ladder, double total, double least) {
    std::vector<double> widths;
    const double rest = std::max(0.0, total - least * static_cast<double>(ladder.size()));
    for (const Step& step : ladder) widths.push_back(least + rest * step.share);
    return widths;
}

void paintEmptyStep(QPainter& painter, const QRectF& block, const LadderColours& colours) {
    painter.setPen(QPen(colours.line, 1, Qt::DashLine));
    painter.setBrush(Qt::NoBrush);
    painter.drawRect(block.adjusted(0.5, 0.5, -0.5, -0.5));
}

void paintStepText(QPainter& painter, const QRectF& below, const QString& name, const Step& step,
                   const LadderColours& colours) {
    QFont font = painter.font();
    font.setWeight(QFont::DemiBold);
    painter.setFont(font);
    painter.setPen(colours.text);
    const QString share =
        QObject::tr("%1 %").arg(100 * step.share, 0, 'f', step.share < 0.1 ? 1 : 0);
    painter.drawText(QRectF(below.left(), below.top(), below.width(), 17), Qt::AlignLeft,
                     name + QStringLiteral("  ") + share);
    font.setWeight(QFont::Normal);
    painter.setFont(font);
    painter.setPen(colours.soft_text);
    if (!step.present) {
        painter.drawText(QRectF(below.left(), below.top() + 17, below.width(), 17), Qt::AlignLeft,
                         QObject::tr("nothing here"));
        return;
    }
    const Lch lch = lchFrom(step.target);
    painter.drawText(QRectF(below.left(), below.top() + 17, below.width(), 17), Qt::AlignLeft,
                     QStringLiteral("L* %1  C %2  h %3°")
                         .arg(lch.L, 0, 'f', 0)
                         .arg(lch.C, 0, 'f', 0)
                         .arg(lch.h_deg, 0, 'f', 0));
    painter.drawText(
        QRectF(below.left(), below.top() + 34, below.width(), 17), Qt::AlignLeft,
        QStringLiteral("%1 mm² %2").arg(step.area_mm2, 0, 'f', 0).arg(q(hexFrom(step.shown))));
}

}  // namespace

void paintLadder(QPainter& painter, const QRectF& area, const Ladder& ladder,
                 const LadderColours& colours) {
    const auto widths = widthsOf(ladder, area.width(), 3.0);
    const double column = area.width() / static_cast<double>(ladder.size());
    double left = area.left();
    for (std::size_t b = 0; b < ladder.size(); ++b) {
        const QRectF block(left, area.top(), widths[b], kBlockHeight);
        const QRectF words(area.left() + static_cast<double>(b) * column,
                           area.top() + kBlockHeight + 6, column, 52);
        const QRectF chip(words.left(), words.top() + 2.5, kChip, kChip);
        for (const QRectF& patch : {block, chip}) {
            if (!ladder[b].present) {
                paintEmptyStep(painter, patch, colours);
                continue;
            }
            painter.fillRect(patch, qColour(ladder[b].shown));
            painter.setPen(colours.line);  // a step as dark as the panel keeps its shape
            painter.setBrush(Qt::NoBrush);
            painter.drawRect(patch.adjusted(0.5, 0.5, -0.5, -0.5));
        }
        paintStepText(painter, words.adjusted(kChip + 6, 0, -2, 0), q(bandName(b, ladder.size())),
                      ladder[b], colours);
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
    : QWidget(parent), m_document(document) {
    setObjectName(QStringLiteral("strip"));
    setAccessibleName(tr("Ladder of the chosen part"));
    setToolTip(
        tr("One colour a band, from Deep to Peak. Widths show the share of the part's area; "
           "L* is lightness, C chroma, h hue. Click a part of the figure to see its own."));
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
    setAttribute(Qt::WA_StyledBackground);
    const auto refresh = [this] { update(); };
    connect(&document, &Document::evaluatedChanged, this, refresh);
    connect(&document, &Document::changed, this, refresh);
}

void LadderStrip::paintEvent(QPaintEvent* /*event*/) {
    const EvaluatedPtr& evaluated = m_document.evaluated();
    if (evaluated == nullptr) return;
    QPainter painter(this);
    const Theme& t = currentTheme();
    const auto part = m_document.selectedPart();
    const bool known = part && *part < evaluated->plan.parts.size();
    const QString name = known ? q(m_document.plan().parts[*part].name) : tr("Whole figure");

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
        known ? evaluated->results.bands.parts[*part] : evaluated->results.bands.whole;
    const QString area = known ? tr("%1 mm² of surface").arg(bands.area_mm2(), 0, 'f', 0)
                               : tr("mean of all parts;\nclick a part for its own");
    painter.drawText(left.adjusted(0, 44, 0, 0), Qt::AlignLeft | Qt::AlignTop, area);

    const QRectF steps(160, 14, width() - 176, height() - 20);
    if (known && bands.area_mm2() <= 0.0) {
        painter.setPen(t.text);
        painter.drawText(steps, Qt::AlignLeft | Qt::AlignVCenter,
                         tr("This part is the light itself: white or tinted white, lightest of "
                            "all, painted last."));
        return;
    }
    paintLadder(painter, steps,
                known ? evaluated->results.ladders[*part] : evaluated->results.whole,
                {t.text, t.soft_text, t.line});
}

}  // namespace glaukophos
