// Drawn as vectors over the picture, so that they stay crisp and cost no picture.
#include "app/view/light_marks.h"

#include <QObject>
#include <QPainterPath>
#include <QPixmapCache>
#include <algorithm>

#include "app/widgets/text.h"
#include "app/widgets/theme.h"
#include "core/light/shaped_source.h"

namespace glaukophos {
namespace {

QColor colourOf(const Light& light) { return qColour(encodedFrom(displayColourOf(light.colour))); }

QFont boldFont(const QPainter& painter) {
    QFont font = painter.font();
    font.setWeight(QFont::DemiBold);
    return font;
}

// A line with a dark rim.
void paintRimmed(QPainter& painter, const QPainterPath& path, const QColor& colour, double width,
                 Qt::PenStyle style = Qt::SolidLine) {
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(QColor(0, 0, 0, 150), width + 2.5, Qt::SolidLine, Qt::RoundCap));
    painter.drawPath(path);
    painter.setPen(QPen(colour, width, style, Qt::RoundCap));
    painter.drawPath(path);
}

void paintRing(QPainter& painter, const QPointF& at, double radius, const QColor& colour,
               bool chosen) {
    painter.setPen(QPen(QColor(0, 0, 0, 180), chosen ? 5 : 4));
    painter.setBrush(Qt::NoBrush);
    painter.drawEllipse(at, radius, radius);
    painter.setPen(QPen(chosen ? currentTheme().accent : QColor(Qt::white), chosen ? 2.5 : 1.5));
    painter.drawEllipse(at, radius, radius);
    painter.setBrush(colour);
    painter.setPen(Qt::NoPen);
    painter.drawEllipse(at, radius / 2, radius / 2);
}

// The place of a far light's ring: along its direction, as far out as the view has room.
std::optional<QPointF> paintFarArrow(QPainter& painter, const Plan& plan, const Vec3& direction,
                                     const QColor& colour, const Projection& project,
                                     const QRectF& room) {
    const Vec3 middle = plan.figure->bounds().centre();
    const float size = plan.figure->bounds().diagonal();
    float distance = 0.62F * size;
    while (distance > 0.2F * size) {
        const auto seen = project(middle + distance * direction);
        if (seen && room.contains(*seen)) break;
        distance -= 0.02F * size;
    }
    const auto tail = project(middle + distance * direction);
    const auto tip = project(middle + (distance - 0.16F * size) * direction);
    if (tail && tip) {
        QPainterPath path(*tail);
        path.lineTo(*tip);
        paintRimmed(painter, path, colour, 2);
    }
    return tail;
}

// The outline of a panel or the axis of a rod.
void paintShape(QPainter& painter, const LightKind& kind, const QColor& colour,
                const Projection& project) {
    std::vector<Vec3> corners;
    bool closed = true;
    if (const auto* rod = std::get_if<Rod>(&kind)) {
        corners = {rod->from_mm, rod->to_mm};
        closed = false;
    }
    if (const auto* panel = std::get_if<Panel>(&kind)) {
        const PanelFrame frame = frameOf(*panel);
        const int count = panel->shape == PanelShape::Disc ? 40 : 4;
        for (int i = 0; i < count; ++i) {
            const double angle = 2.0 * kPi * (i + 0.5) / count;
            const double stretch = count == 4 ? std::sqrt(0.5) : 0.5;
            corners.emplace_back(panel->centre_mm +
                                 (stretch * (panel->width_mm * std::cos(angle) * frame.right +
                                             panel->height_mm * std::sin(angle) * frame.up))
                                     .cast<float>());
        }
    }
    QPainterPath path;
    for (std::size_t i = 0; i < corners.size(); ++i) {
        const auto at = project(corners[i]);
        if (!at) return;
        i == 0 ? path.moveTo(*at) : path.lineTo(*at);
    }
    if (corners.empty()) return;
    if (closed) path.closeSubpath();
    paintRimmed(painter, path, colour, 2);
}

}  // namespace

void paintHaloText(QPainter& painter, const QPointF& baseline, const QFont& font,
                   const QString& text, const QColor& ink, const QColor& rim) {
    // Stroking the letters takes milliseconds, and the same words are drawn at every move.
    constexpr double kRim = 4.0;
    const QFontMetricsF metrics(font);
    const double ratio = painter.device()->devicePixelRatioF();
    const QString key = QStringLiteral("halo %1 %2 %3 %4 %5")
                            .arg(text, font.key())
                            .arg(ink.rgba())
                            .arg(rim.rgba())
                            .arg(ratio);
    QPixmap words;
    if (!QPixmapCache::find(key, &words)) {
        const QSizeF size(metrics.horizontalAdvance(text) + 2 * kRim, metrics.height() + 2 * kRim);
        words = QPixmap((size * ratio).toSize());
        words.setDevicePixelRatio(ratio);
        words.fill(Qt::transparent);
        QPainter inside(&words);
        inside.setRenderHint(QPainter::Antialiasing);
        QPainterPath path;
        path.addText(kRim, kRim + metrics.ascent(), font, text);
        inside.setPen(QPen(rim, 3, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
        inside.drawPath(path);
        inside.fillPath(path, ink);
        QPixmapCache::insert(key, words);
    }
    painter.drawPixmap(baseline - QPointF(kRim, kRim + metrics.ascent()), words);
}

void paintLightMarks(QPainter& painter, const Plan& plan, std::size_t selected,
                     const Projection& project, const QRectF& room) {
    painter.setRenderHint(QPainter::Antialiasing);
    const std::vector<LightHandle> handles = handlesOf(plan);
    for (std::size_t l = 0; l < plan.lights.size(); ++l) {
        const Light& light = plan.lights[l];
        if (!shines(plan, l)) continue;
        const bool chosen = l == selected;
        const QColor colour = colourOf(light);
        paintShape(painter, light.kind, colour, project);
        std::optional<QPointF> label_at;
        const bool is_far = std::holds_alternative<FarLight>(light.kind) ||
                            std::holds_alternative<Spray>(light.kind);
        if (is_far) {
            label_at =
                paintFarArrow(painter, plan, towards(*clockOf(plan, light)), colour, project, room);
            if (label_at) paintRing(painter, *label_at, kHandle_px, colour, chosen);
        }
        for (const LightHandle& handle : handles) {
            if (handle.light != l) continue;
            const auto at = project(handle.place_mm);
            if (!at) continue;
            paintRing(painter, *at, handle.which == 0 ? kHandle_px : 0.7 * kHandle_px, colour,
                      chosen);
            if (handle.which == 0) label_at = at;
        }
        if (std::holds_alternative<GlowingPart>(light.kind)) {
            if (const auto middle = middleOf(plan, light)) label_at = project(*middle);
        }
        if (!label_at) continue;
        paintHaloText(painter, *label_at + QPointF(kHandle_px + 5, 5), boldFont(painter),
                      q(light.name), Qt::white, QColor(0, 0, 0, 200));
    }
}

void paintSightLines(QPainter& painter, const Plan& plan, const std::vector<SightLine>& lines,
                     const Projection& project, const QRectF& room) {
    painter.setRenderHint(QPainter::Antialiasing);
    const float far_mm = 0.6F * plan.figure->bounds().diagonal();
    for (const SightLine& line : lines) {
        const Light& light = plan.lights.at(line.light);
        const auto from = project(line.from_mm);
        if (!from) continue;
        float length = line.distance_mm > 0.0 ? static_cast<float>(line.distance_mm) : far_mm;
        if (line.distance_mm <= 0.0) {
            while (length > 0.1F * far_mm) {
                const auto end = project(line.from_mm + length * line.direction);
                if (end && room.contains(*end)) break;
                length *= 0.93F;
            }
        }
        const auto end = project(line.from_mm + length * line.direction);
        if (!end) continue;
        const QColor colour = colourOf(light);
        const auto stop =
            line.blocked ? project(line.from_mm + line.blocked_at_mm * line.direction) : end;
        if (!stop) continue;
        QPainterPath arriving(*from);
        QPainterPath missing(*stop);
        missing.lineTo(*end);
        arriving.lineTo(*stop);
        const bool dark = line.blocked || line.turned_away;
        if (line.blocked) paintRimmed(painter, missing, colour, 1.2, Qt::DotLine);
        paintRimmed(painter, arriving, colour, 2, dark ? Qt::DashLine : Qt::SolidLine);
        QString text = q(light.name);
        QPointF label = *from + 0.62 * (*end - *from);
        if (line.turned_away) text += QObject::tr(": the surface faces away");
        if (line.blocked) {
            text += QObject::tr(": blocked by %1").arg(q(line.blocked_by));
            label = *stop;
            QPainterPath cross;
            cross.moveTo(*stop + QPointF(-6, -6));
            cross.lineTo(*stop + QPointF(6, 6));
            cross.moveTo(*stop + QPointF(-6, 6));
            cross.lineTo(*stop + QPointF(6, -6));
            paintRimmed(painter, cross, Qt::white, 2.2);
        }
        if (!dark) continue;
        const double width = QFontMetricsF(boldFont(painter)).horizontalAdvance(text);
        label.setX(std::clamp(label.x() + 12, room.left() - 20, room.right() + 80 - width));
        paintHaloText(painter, label + QPointF(0, -8), boldFont(painter), text, Qt::white,
                      QColor(0, 0, 0, 210));
    }
    if (lines.empty()) return;
    if (const auto from = project(lines.front().from_mm)) {
        painter.setPen(QPen(Qt::black, 2));
        painter.setBrush(Qt::white);
        painter.drawEllipse(*from, 4.5, 4.5);
    }
}

}  // namespace glaukophos
