// The wheel is drawn in OKLab, where equal angles are about equal steps of hue.
#include "app/stages/colours/wheel_page.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>

#include "app/view/ladder_strip.h"
#include "app/widgets/text.h"
#include "app/widgets/theme.h"

namespace glaukophos {
namespace {

constexpr int kRow = 20;
constexpr double kRimChroma = 0.17;  // of the wheel's rim; stronger colours are drawn on it
constexpr int kRing = 9;

}  // namespace

HueWheel::HueWheel(Document& document, QWidget* parent) : QWidget(parent), m_document(document) {
    setObjectName(QStringLiteral("hueWheel"));
    setAccessibleName(tr("Hues of all parts"));
    setToolTip(
        tr("Round: hue. Outwards: chroma. A dot a part, a trail from its darkest to its "
           "lightest band. Solid lines join opposite hues. Click a dot to choose its part"));
    setMinimumHeight(215);
}

void HueWheel::setHarmony(Harmony harmony) {
    m_harmony = std::move(harmony);
    update();
}

double HueWheel::radius() const { return 0.5 * std::min(width(), height()) - kRing - 4; }

QPointF HueWheel::pointOf(const Oklab& colour) const {
    // Dull colours are most of a figure: they get more room than the strong ones at the rim.
    const double chroma = std::hypot(colour.a, colour.b);
    const double out = radius() * std::min(1.0, std::pow(chroma / kRimChroma, 0.65));
    const double scale = chroma > 1e-9 ? out / chroma : 0.0;
    // Red to the right, yellow above it.
    return {0.5 * width() + scale * colour.a, 0.5 * height() - scale * colour.b};
}

std::optional<QPointF> HueWheel::dotOf(PartIndex part) const {
    for (const PartHue& hue : m_harmony.hues) {
        if (hue.part == part) return pointOf(oklabFrom(hue.mean));
    }
    return std::nullopt;
}

void HueWheel::paintRing(QPainter& painter) const {
    const QPointF middle(0.5 * width(), 0.5 * height());
    const double outer = radius() + kRing;
    const QRectF box(middle - QPointF(outer, outer), QSizeF(2 * outer, 2 * outer));
    painter.setPen(Qt::NoPen);
    for (int h = 0; h < 360; h += 4) {
        const Oklab hue = oklabFrom(Oklch{0.68, 0.11, h + 2.0});
        painter.setBrush(qColour(displayable(labFrom(xyzFrom(hue)))));
        painter.drawPie(box, h * 16, 4 * 16 + 8);
    }
    const Theme& t = currentTheme();
    painter.setBrush(t.panel);
    painter.drawEllipse(middle, radius() + 1, radius() + 1);
    painter.setPen(QPen(t.line, 1, Qt::DotLine));
    painter.setBrush(Qt::NoBrush);
    for (const double share : {1.0 / 3.0, 2.0 / 3.0}) {
        const double ring = std::pow(share, 0.65) * radius();
        painter.drawEllipse(middle, ring, ring);
    }
}

void HueWheel::paintPairs(QPainter& painter) const {
    for (const HuePair& pair : m_harmony.pairs) {
        if (pair.relation != HueRelation::Opposite) continue;
        painter.setPen(QPen(currentTheme().soft_text, 1.2));
        painter.drawLine(*dotOf(pair.first), *dotOf(pair.second));
    }
}

void HueWheel::paintParts(QPainter& painter) const {
    const Theme& t = currentTheme();
    double largest = 1.0;
    for (const PartHue& hue : m_harmony.hues) largest = std::max(largest, hue.area_mm2);
    for (const PartHue& hue : m_harmony.hues) {
        QPainterPath trail;
        for (std::size_t b = 0; b < hue.bands.size(); ++b) {
            const QPointF point = pointOf(hue.bands[b]);
            b == 0 ? trail.moveTo(point) : trail.lineTo(point);
        }
        const bool chosen = m_document.selectedPart() == hue.part;
        painter.setPen(QPen(chosen ? t.accent : t.line, chosen ? 2.0 : 1.0));
        painter.setBrush(Qt::NoBrush);
        painter.drawPath(trail);
    }
    for (const PartHue& hue : m_harmony.hues) {
        const bool chosen = m_document.selectedPart() == hue.part;
        const double size = 4.0 + 6.0 * std::sqrt(hue.area_mm2 / largest);
        const QPointF point = pointOf(oklabFrom(hue.mean));
        // Light enough to be told apart on the panel.
        Oklch shown = hue.mean;
        shown.L = std::clamp(shown.L, 0.45, 0.8);
        painter.setPen(QPen(chosen ? t.accent : t.text, chosen ? 2.5 : 1.0));
        painter.setBrush(qColour(displayable(labFrom(xyzFrom(oklabFrom(shown))))));
        painter.drawEllipse(point, size, size);
        if (!chosen || hue.part >= m_document.plan().parts.size()) continue;
        painter.setPen(t.text);
        const QRectF label =
            painter.boundingRect(QRectF(point.x() - 70, point.y() + size + 1, 140, 16),
                                 Qt::AlignCenter, q(m_document.plan().parts[hue.part].name));
        painter.fillRect(label.adjusted(-3, 0, 3, 0), t.panel);
        painter.drawText(QRectF(point.x() - 70, point.y() + size + 1, 140, 16), Qt::AlignCenter,
                         q(m_document.plan().parts[hue.part].name));
    }
}

void HueWheel::paintEvent(QPaintEvent* /*event*/) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    paintRing(painter);
    paintPairs(painter);
    paintParts(painter);
}

void HueWheel::mousePressEvent(QMouseEvent* event) {
    double nearest = 14.0;
    std::optional<PartIndex> part;
    for (const PartHue& hue : m_harmony.hues) {
        const QPointF away = pointOf(oklabFrom(hue.mean)) - event->position();
        const double distance = std::hypot(away.x(), away.y());
        if (distance >= nearest) continue;
        nearest = distance;
        part = hue.part;
    }
    if (part) m_document.selectPart(part);
}

LadderList::LadderList(Document& document, QWidget* parent)
    : QWidget(parent), m_document(document) {
    setObjectName(QStringLiteral("ladderList"));
    setAccessibleName(tr("Ladders of all parts"));
    setToolTip(tr("Click a part to see its ladder large at the foot"));
    setFocusPolicy(Qt::StrongFocus);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
}

QSize LadderList::sizeHint() const {
    return {240, kRow * static_cast<int>(std::max<std::size_t>(1, m_document.plan().parts.size()))};
}

void LadderList::paintEvent(QPaintEvent* /*event*/) {
    const EvaluatedPtr& evaluated = m_document.evaluated();
    if (evaluated == nullptr) return;
    QPainter painter(this);
    const Theme& t = currentTheme();
    const std::vector<Part>& parts = m_document.plan().parts;
    for (std::size_t p = 0; p < parts.size() && p < evaluated->appearance->ladders.size(); ++p) {
        const int y = static_cast<int>(p) * kRow;
        const bool chosen = m_document.selectedPart() == static_cast<PartIndex>(p);
        if (chosen) painter.fillRect(0, y, width(), kRow - 2, t.field);
        if (chosen) painter.fillRect(0, y, 4, kRow - 2, t.accent);
        painter.setPen(t.text);
        const QString name =
            painter.fontMetrics().elidedText(capital(q(parts[p].name)), Qt::ElideRight, 100);
        painter.drawText(QRect(8, y, 104, kRow - 2), Qt::AlignVCenter, name);
        const QRectF blocks(116, y + 2, width() - 120, kRow - 6);
        if (evaluated->appearance->bands.parts[p].area_mm2() > 0.0) {
            paintLadderBlocks(painter, blocks, evaluated->appearance->ladders[p]);
        } else {
            painter.setPen(t.soft_text);
            painter.drawText(blocks, Qt::AlignVCenter, tr("the light itself"));
        }
    }
}

void LadderList::mousePressEvent(QMouseEvent* event) {
    const int row = static_cast<int>(event->position().y()) / kRow;
    if (row >= 0 && row < static_cast<int>(m_document.plan().parts.size())) {
        m_document.selectPart(static_cast<PartIndex>(row));
    }
}

void LadderList::keyPressEvent(QKeyEvent* event) {
    const int count = static_cast<int>(m_document.plan().parts.size());
    const int step = event->key() == Qt::Key_Down ? 1 : event->key() == Qt::Key_Up ? -1 : 0;
    if (step == 0 || count == 0) return QWidget::keyPressEvent(event);
    const int row = m_document.selectedPart() ? *m_document.selectedPart() + step : 0;
    m_document.selectPart(static_cast<PartIndex>(std::clamp(row, 0, count - 1)));
}

WheelPage::WheelPage(Document& document, QWidget* parent)
    : PlanPage(document, parent, Aspect::Colours),
      m_steps(new QCheckBox(tr("Show flat steps, as painted before blending"), this)),
      m_list(new LadderList(document, this)),
      m_wheel(new HueWheel(document, this)) {
    m_steps->setObjectName(QStringLiteral("steps"));
    m_steps->setToolTip(tr("Each band in its one target colour, with its borders"));
    column().addWidget(m_steps);
    column().addWidget(m_list);
    addSection(tr("How their hues stand to each other"));
    column().addWidget(m_wheel);
    m_pairs = addCaption("huePairs");
    m_details = addCaption("drowning");
    column().addStretch(1);
    connect(m_steps, &QCheckBox::toggled, this, &WheelPage::stepsToggled);
}

void WheelPage::showPlan(const Plan& /*plan*/) {
    m_list->updateGeometry();
    m_list->update();
    m_wheel->update();
}

void WheelPage::showResults(const Evaluated& evaluated) {
    m_list->update();
    if (!evaluated.complete) return;
    const Plan& plan = evaluated.plan;
    Harmony harmony = harmonyOf(plan, *evaluated.appearance);
    QStringList opposite;
    for (const HuePair& pair : harmony.pairs) {
        if (pair.relation != HueRelation::Opposite || opposite.size() == 3) continue;
        opposite
            << tr("%1 and %2").arg(q(plan.parts[pair.first].name), q(plan.parts[pair.second].name));
    }
    m_pairs->setText(opposite.isEmpty()
                         ? tr("No two parts have opposite hues: quiet, nothing leaps out.")
                         : tr("Opposite hues, which stand out beside each other: %1.")
                               .arg(opposite.join(QStringLiteral("; "))));
    m_wheel->setHarmony(std::move(harmony));
    QStringList details;
    for (const DrowningDetail& detail : drowningDetails(plan, *evaluated.appearance)) {
        details << tr("%1 on %2 (%3)")
                       .arg(q(plan.parts[detail.detail].name),
                            q(plan.parts[detail.surroundings].name))
                       .arg(detail.difference, 0, 'f', 0);
    }
    m_details->setText(
        details.isEmpty() ? tr("Every detail stands out from what it lies on.")
                          : tr("Too close to what they lie on: %1. Give them another value or hue.")
                                .arg(details.join(QStringLiteral(", "))));
}

}  // namespace glaukophos
