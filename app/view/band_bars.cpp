// Handles are small triangles under the bars; arrow keys move the one that was grasped last.
#include "app/view/band_bars.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <algorithm>
#include <cmath>

#include "app/widgets/text.h"
#include "app/widgets/theme.h"

namespace glaukophos {
namespace {

constexpr double kBarHeight = 22.0;
constexpr double kLabelHeight = 20.0;
constexpr double kLeastStep = 2.0;    // L* between borders
constexpr double kLeastShare = 0.01;  // of a band

void paintHandle(QPainter& painter, const QPointF& tip, bool grasped) {
    const Theme& t = currentTheme();
    QPolygonF triangle;
    triangle << tip << tip + QPointF(-5, 8) << tip + QPointF(5, 8);
    painter.setPen(Qt::NoPen);
    painter.setBrush(grasped ? t.accent : t.text);
    painter.drawPolygon(triangle);
}

}  // namespace

BandBars::BandBars(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("bandBars"));
    setAccessibleName(tr("Borders and shares of the bands"));
    setToolTip(
        tr("Drag a handle: in the upper bar the L* at which one band ends and the next "
           "begins, in the lower bar how much of the surface each takes"));
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
    setFocusPolicy(Qt::StrongFocus);
}

void BandBars::show(const BandBorders& borders, const PartBands& bands, const PaintRange& paint,
                    bool fresh) {
    if (m_borders.size() != borders.size()) {
        m_grip = {};
        m_dragging = false;
        fresh = true;
    }
    if (fresh) m_edited.reset();
    m_paint = paint;
    if (m_edited != Bar::Lightness) m_borders = borders;
    if (m_edited != Bar::Share) {
        m_shares.clear();
        for (std::size_t b = 0; b <= borders.size(); ++b) m_shares.push_back(bands.share(b));
    }
    update();
}

QRectF BandBars::barRect(Bar bar) const {
    const double top = bar == Bar::Lightness ? kLabelHeight : 2 * kLabelHeight + kBarHeight + 12.0;
    return {6.0, top, width() - 12.0, kBarHeight};
}

double BandBars::lightnessX(double lightness) const {
    const QRectF bar = barRect(Bar::Lightness);
    return bar.left() +
           bar.width() * (lightness - m_paint.darkest) / (m_paint.top() - m_paint.darkest);
}

double BandBars::shareX(double below) const {
    const QRectF bar = barRect(Bar::Share);
    return bar.left() + bar.width() * below;
}

double BandBars::below(std::size_t border) const {
    double sum = 0.0;
    for (std::size_t b = 0; b <= border; ++b) sum += m_shares[b];
    return sum;
}

QPointF BandBars::borderHandle(std::size_t border) const {
    return {lightnessX(m_borders.at(border)), barRect(Bar::Lightness).bottom() + 4.0};
}

QPointF BandBars::shareHandle(std::size_t border) const {
    return {shareX(below(border)), barRect(Bar::Share).bottom() + 4.0};
}

void BandBars::paintEvent(QPaintEvent* /*event*/) {
    if (m_borders.empty()) return;
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const Theme& t = currentTheme();
    painter.setPen(t.soft_text);
    for (const Bar bar : {Bar::Lightness, Bar::Share}) {
        const QRectF rect = barRect(bar);
        painter.setPen(t.soft_text);
        painter.drawText(
            QRectF(rect.left(), rect.top() - kLabelHeight, rect.width(), kLabelHeight),
            Qt::AlignLeft | Qt::AlignVCenter,
            bar == Bar::Lightness ? tr("Borders in lightness") : tr("Shares of the surface"));
        double left = rect.left();
        for (std::size_t b = 0; b <= m_borders.size(); ++b) {
            const bool last = b == m_borders.size();
            const double right =
                last ? rect.right()
                     : (bar == Bar::Lightness ? lightnessX(m_borders[b]) : shareX(below(b)));
            painter.setPen(Qt::NoPen);
            painter.setBrush(qColour(displayable({middleOf(b, m_borders, m_paint), 0, 0})));
            painter.drawRect(QRectF(left, rect.top(), std::max(0.0, right - left), rect.height()));
            left = right;
        }
        painter.setPen(t.line);
        painter.setBrush(Qt::NoBrush);
        painter.drawRect(rect);
        for (std::size_t b = 0; b < m_borders.size(); ++b) {
            const QPointF handle = bar == Bar::Lightness ? borderHandle(b) : shareHandle(b);
            const bool grasped = m_grip.bar == bar && m_grip.border == b && hasFocus();
            paintHandle(painter, handle - QPointF(0, 3), grasped);
        }
    }
}

void BandBars::mousePressEvent(QMouseEvent* event) {
    if (event->button() != Qt::LeftButton || m_borders.empty()) return;
    const QPointF at = event->position();
    double best = 14.0;
    for (const Bar bar : {Bar::Lightness, Bar::Share}) {
        const QRectF room = barRect(bar).adjusted(-8, -2, 8, 14);
        if (!room.contains(at) || (m_edited && *m_edited != bar)) continue;
        for (std::size_t b = 0; b < m_borders.size(); ++b) {
            const QPointF handle = bar == Bar::Lightness ? borderHandle(b) : shareHandle(b);
            const double away = std::abs(handle.x() - at.x());
            if (away >= best) continue;
            best = away;
            m_grip = {bar, b};
            m_dragging = true;
        }
    }
    update();
}

void BandBars::mouseMoveEvent(QMouseEvent* event) {
    if (m_dragging) moveTo(event->position().x());
}

void BandBars::mouseReleaseEvent(QMouseEvent* /*event*/) {
    if (!std::exchange(m_dragging, false)) return;
    emit dragFinished();
}

void BandBars::keyPressEvent(QKeyEvent* event) {
    if (m_borders.empty()) return QWidget::keyPressEvent(event);
    switch (event->key()) {
        case Qt::Key_Left:
        case Qt::Key_Right:
            moveBy(event->key() == Qt::Key_Left ? -1.0 : 1.0);
            emit dragFinished();
            return;
        case Qt::Key_Up:
        case Qt::Key_Down: {
            // Round all handles of both bars.
            const std::size_t count = m_borders.size();
            std::size_t at = m_grip.border + (m_grip.bar == Bar::Share ? count : 0);
            at = (at + (event->key() == Qt::Key_Down ? 1 : 2 * count - 1)) % (2 * count);
            m_grip = {at < count ? Bar::Lightness : Bar::Share, at % count};
            update();
            return;
        }
        default:
            QWidget::keyPressEvent(event);
    }
}

void BandBars::moveBy(double step) {
    const double scale = m_grip.bar == Bar::Lightness ? (lightnessX(1.0) - lightnessX(0.0))
                                                      : (shareX(0.01) - shareX(0.0));
    const QPointF handle =
        m_grip.bar == Bar::Lightness ? borderHandle(m_grip.border) : shareHandle(m_grip.border);
    moveTo(handle.x() + step * scale);
}

void BandBars::moveTo(double x) {
    if (m_edited && *m_edited != m_grip.bar) return;
    const std::size_t b = m_grip.border;
    const QRectF bar = barRect(m_grip.bar);
    const double along = (x - bar.left()) / bar.width();
    if (m_grip.bar == Bar::Lightness) {
        std::vector<double> borders = m_borders;
        const double low = b == 0 ? m_paint.darkest : borders[b - 1];
        const double high = b + 1 == borders.size() ? m_paint.top() : borders[b + 1];
        if (high - low <= 2 * kLeastStep) return;
        const double wanted = m_paint.darkest + along * (m_paint.top() - m_paint.darkest);
        borders[b] = std::clamp(wanted, low + kLeastStep, high - kLeastStep);
        if (borders == m_borders) return;
        m_borders = borders;
        m_edited = Bar::Lightness;
        emit bordersDragged(borders);
        return;
    }
    std::vector<double> shares = m_shares;
    const double start = b == 0 ? 0.0 : below(b - 1);
    const double room = shares[b] + shares[b + 1];
    if (room <= 2 * kLeastShare) return;
    shares[b] = std::clamp(along - start, kLeastShare, room - kLeastShare);
    shares[b + 1] = room - shares[b];
    if (shares == m_shares) return;
    m_shares = shares;
    m_edited = Bar::Share;
    emit sharesDragged(shares);
}

}  // namespace glaukophos
