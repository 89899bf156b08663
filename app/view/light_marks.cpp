// Drawn as vectors over the picture, so that they stay crisp and cost no picture.
#include "app/view/light_marks.h"

#include <QObject>
#include <QPainterPath>
#include <QPixmapCache>
#include <algorithm>

#include "app/view/light_glyphs.h"
#include "app/widgets/clear_pixmap.h"
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

// A small sign with a name, and for the chosen light where it stands.
void paintSign(QPainter& painter, const QPointF& at, const QString& name, const QString& where) {
    const Theme& t = currentTheme();
    const QFont bold = boldFont(painter);
    const QFont plain = painter.font();
    const double width =
        std::max(QFontMetricsF(bold).horizontalAdvance(name),
                 where.isEmpty() ? 0.0 : QFontMetricsF(plain).horizontalAdvance(where)) +
        18;
    const QRectF box(at.x(), at.y(), width, where.isEmpty() ? 22 : 40);
    QColor ground = t.panel;
    ground.setAlpha(225);
    painter.setPen(Qt::NoPen);
    painter.setBrush(ground);
    painter.drawRoundedRect(box, 6, 6);
    painter.setPen(t.text);
    painter.setFont(bold);
    painter.drawText(box.adjusted(9, 3, -9, 0), Qt::AlignTop | Qt::AlignLeft, name);
    painter.setFont(plain);
    painter.drawText(box.adjusted(9, 20, -9, -2), Qt::AlignTop | Qt::AlignLeft, where);
}

// "4 o'clock, 38° up".
QString whereWords(const ClockDirection& direction) {
    const double hour = direction.hour < 0.05 ? 12.0 : direction.hour;
    return QObject::tr("%1 o'clock, %2° %3")
        .arg(hour, 0, 'f', std::abs(hour - std::round(hour)) < 0.05 ? 0 : 1)
        .arg(std::abs(std::lround(direction.height_deg)))
        .arg(direction.height_deg >= 0.0 ? QObject::tr("up") : QObject::tr("below"));
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

// Where a panel is turned: a short stroke across its rim.
void paintRimGrip(QPainter& painter, const QPointF& at) {
    const Theme& t = currentTheme();
    painter.setPen(QPen(t.mark_rim, 2.0));
    painter.setBrush(t.mark);
    painter.drawRoundedRect(QRectF(at - QPointF(5, 5), QSizeF(10, 10)), 3, 3);
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
        words = clearPixmap(size, ratio);
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

void paintLightMarks(QPainter& painter, const Plan& plan, const HandOnLights& hand,
                     const Projection& project, const QRectF& room) {
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    const Theme& t = currentTheme();
    const Orrery whole = orreryOf(plan);
    const std::vector<LightHandle> handles = handlesOf(plan);
    for (std::size_t l = 0; l < plan.lights.size(); ++l) {
        const Light& light = plan.lights[l];
        if (!shines(plan, l)) continue;
        const bool chosen = l == hand.chosen;
        const bool held = chosen || hand.hovered == l;
        const QColor colour = colourOf(light);
        paintShape(painter, light.kind, colour, project);
        std::optional<QPointF> sign_at;
        const auto mark = [&](const QPointF& at, double size, double lit_from_deg) {
            if (chosen) {
                painter.setPen(QPen(t.accent, 2.5));
                painter.setBrush(Qt::NoBrush);
                painter.drawEllipse(at, 0.5 * size + 5, 0.5 * size + 5);
            }
            paintLightGlyph(painter, at, size, light, t.mark, lit_from_deg);
        };
        if (rides(light)) {
            const ClockDirection direction = *clockOf(plan, light);
            const Orrery orrery = drawnIn(whole, towards(direction), project, room);
            paintArc(painter, orrery, direction, project, held);
            sign_at = project(placeOn(orrery, towards(direction)));
            const auto foot = project(orrery.foot_mm);
            // Lit on the side away from the figure.
            if (sign_at && foot) {
                const QPointF away = *sign_at - *foot;
                mark(*sign_at, 2 * kHandle_px, degrees(std::atan2(-away.y(), away.x())));
            }
        }
        for (const LightHandle& handle : handles) {
            if (handle.light != l) continue;
            const auto at = project(handle.place_mm);
            if (!at) continue;
            const bool whole_light = handle.which == 0;
            if (whole_light) {
                paintFloorMark(painter, whole, handle.place_mm, colour, project, held);
            }
            if (turnsOnly(handle.which)) {
                if (held) paintRimGrip(painter, *at);
                continue;
            }
            mark(*at, whole_light ? 2 * kHandle_px : kHandle_px, 45.0);
            if (whole_light) sign_at = at;
        }
        if (std::holds_alternative<GlowingPart>(light.kind)) {
            if (const auto middle = middleOf(plan, light)) sign_at = project(*middle);
        }
        if (!sign_at) continue;
        const auto direction = clockOf(plan, light);
        paintSign(painter, *sign_at + QPointF(kHandle_px + 7, -kHandle_px - 6), q(light.name),
                  held && direction ? whereWords(*direction) : QString());
    }
    painter.restore();
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
