// Borders keep their order.
#include "app/stages/colours/zone_bar.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <algorithm>
#include <cmath>

#include "app/widgets/theme.h"

namespace glaukophos {
namespace {

constexpr double kBar_px = 24.0;
constexpr double kGrip_px = 8.0;
constexpr double kLeastZone = 0.01;

}  // namespace

ZoneBar::ZoneBar(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("zoneBar"));
    setAccessibleName(tr("Zones from the brightest place to the tips"));
    setToolTip(
        tr("Drag the borders; or choose one with Page up and Page down and move it with the "
           "arrow keys. Per cent of the length."));
    setFocusPolicy(Qt::StrongFocus);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
}

void ZoneBar::setZones(const GlowZones& zones, const std::vector<QColor>& colours) {
    m_zones = zones;
    m_colours = colours;
    update();
}

double ZoneBar::xOf(double share) const { return 1.0 + share * (width() - 2.0); }

void ZoneBar::paintEvent(QPaintEvent* /*event*/) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const Theme& t = currentTheme();
    double begin = 0.0;
    for (std::size_t zone = 0; zone <= m_zones.size(); ++zone) {
        const double end = zone < m_zones.size() ? m_zones.at(zone) : 1.0;
        if (zone < m_colours.size()) {
            painter.fillRect(QRectF(xOf(begin), 0, xOf(end) - xOf(begin), kBar_px),
                             m_colours[zone]);
        }
        begin = end;
    }
    painter.setPen(t.text);
    for (std::size_t border = 0; border < m_zones.size(); ++border) {
        const double x = xOf(m_zones.at(border));
        painter.setPen(QPen(t.text, hasFocus() && border == m_chosen ? 3.0 : 1.5));
        painter.drawLine(QPointF(x, 0), QPointF(x, kBar_px + 4));
        painter.drawText(QRectF(x - 20, kBar_px + 4, 40, 16), Qt::AlignCenter,
                         QString::number(std::lround(100.0 * m_zones.at(border))));
    }
}

void ZoneBar::mousePressEvent(QMouseEvent* event) {
    const double x = event->position().x();
    const auto* const nearest =
        std::ranges::min_element(m_zones, {}, [&](double zone) { return std::abs(xOf(zone) - x); });
    if (std::abs(xOf(*nearest) - x) > kGrip_px) return;
    m_held = m_chosen = static_cast<std::size_t>(nearest - m_zones.begin());
    update();
}

void ZoneBar::mouseMoveEvent(QMouseEvent* event) {
    if (m_held) moveBorder(*m_held, (event->position().x() - 1.0) / std::max(1.0, width() - 2.0));
}

void ZoneBar::mouseReleaseEvent(QMouseEvent* /*event*/) {
    if (m_held) emit editingFinished();
    m_held.reset();
}

void ZoneBar::keyPressEvent(QKeyEvent* event) {
    switch (event->key()) {
        case Qt::Key_PageDown:
            m_chosen = std::min(m_chosen + 1, m_zones.size() - 1);
            return update();
        case Qt::Key_PageUp:
            m_chosen = m_chosen > 0 ? m_chosen - 1 : 0;
            return update();
        case Qt::Key_Left:
        case Qt::Key_Right:
            moveBorder(m_chosen,
                       m_zones.at(m_chosen) + (event->key() == Qt::Key_Left ? -0.01 : 0.01));
            emit editingFinished();
            return;
        default:
            QWidget::keyPressEvent(event);
    }
}

void ZoneBar::moveBorder(std::size_t border, double share) {
    const double low = border == 0 ? kLeastZone : m_zones.at(border - 1) + kLeastZone;
    const double high =
        border + 1 == m_zones.size() ? 1.0 - kLeastZone : m_zones.at(border + 1) - kLeastZone;
    m_zones.at(border) = std::clamp(share, low, std::max(low, high));
    update();
    emit zonesEdited(m_zones);
}

}  // namespace glaukophos
