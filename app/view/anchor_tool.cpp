// Places are shown as chalk rings.
#include "app/view/anchor_tool.h"

#include <cmath>

#include "app/widgets/theme.h"

namespace glaukophos {
namespace {

constexpr double kRing_px = 6.0;
constexpr double kGrip_px = 12.0;

}  // namespace

std::optional<std::size_t> AnchorTool::anchorAt(const QPointF& position) const {
    const ViewSpace space = m_view.space();
    const std::vector<Vec3> anchors = m_use.anchors_mm();
    std::optional<std::size_t> nearest;
    double least = kGrip_px;
    for (std::size_t i = 0; i < anchors.size(); ++i) {
        const auto at = space.positionOf(anchors[i]);
        if (!at) continue;
        const double away = std::hypot(at->x() - position.x(), at->y() - position.y());
        if (away > least) continue;
        least = away;
        nearest = i;
    }
    return nearest;
}

bool AnchorTool::begin(const HandMove& hand) {
    m_held = anchorAt(hand.at);
    return m_held.has_value();
}

void AnchorTool::stroke(const HandMove& hand) {
    const auto place = m_view.placeAt(hand.at);
    if (m_held && place && *m_held < m_use.anchors_mm().size()) m_use.move(*m_held, *place);
}

void AnchorTool::end(const HandMove& /*hand*/, bool /*click*/) {
    if (m_held) m_use.done();
    m_held.reset();
}

std::optional<Qt::CursorShape> AnchorTool::cursorAt(const QPointF& at) const {
    if (anchorAt(at)) return Qt::SizeAllCursor;
    return std::nullopt;
}

void AnchorTool::paint(QPainter& painter, const QPointF& /*pointer*/) const {
    const ViewSpace space = m_view.space();
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setBrush(Qt::NoBrush);
    for (const Vec3& anchor : m_use.anchors_mm()) {
        const auto at = space.positionOf(anchor);
        if (!at) continue;
        painter.setPen(QPen(QColor(0, 0, 0, 150), 4.0));
        painter.drawEllipse(*at, kRing_px, kRing_px);
        painter.setPen(QPen(QColor(250, 248, 240), 2.0));
        painter.drawEllipse(*at, kRing_px, kRing_px);
    }
}

}  // namespace glaukophos
