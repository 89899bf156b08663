// Everything is a polyline in space, projected point by point.
#include "app/view/orrery.h"

#include <QPainterPath>
#include <algorithm>
#include <cmath>

#include "app/widgets/theme.h"

namespace glaukophos {
namespace {

constexpr double kLowest_deg = -60.0;

// A line of the mark's colour with a hair of the rim's beside it.
void paintMark(QPainter& painter, const QPainterPath& path, double width, int alpha) {
    const Theme& t = currentTheme();
    QColor rim = t.mark_rim;
    QColor ink = t.mark;
    rim.setAlpha(alpha / 3);
    ink.setAlpha(alpha);
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(rim, width + 1.6, Qt::SolidLine, Qt::RoundCap));
    painter.drawPath(path);
    painter.setPen(QPen(ink, width, Qt::SolidLine, Qt::RoundCap));
    painter.drawPath(path);
}

// A path that consists of lines as a row of dots: a third of the time that a dotted pen takes.
void paintDots(QPainter& painter, const QPainterPath& path, double width, int alpha) {
    QColor ink = currentTheme().mark;
    ink.setAlpha(alpha);
    painter.setPen(Qt::NoPen);
    painter.setBrush(ink);
    double next = 0.0;  // from the end of the line before to the next dot
    for (int i = 1; i < path.elementCount(); ++i) {
        if (path.elementAt(i).isMoveTo()) continue;
        const QLineF line(path.elementAt(i - 1), path.elementAt(i));
        for (; next < line.length(); next += 3.5 * width) {
            const double radius = 0.7 * width;
            painter.drawEllipse(line.pointAt(next / line.length()), radius, radius);
        }
        next -= line.length();
    }
}

template <class PointAt>
QPainterPath pathOf(int steps, const Projection& project, const PointAt& pointAt) {
    QPainterPath path;
    bool begun = false;
    for (int i = 0; i <= steps; ++i) {
        const auto at = project(pointAt(static_cast<double>(i) / steps));
        if (!at) {
            begun = false;
            continue;
        }
        begun ? path.lineTo(*at) : path.moveTo(*at);
        begun = true;
    }
    return path;
}

Vec3 onRing(const Orrery& orrery, double hour, double times = 1.0) {
    return orrery.foot_mm +
           static_cast<float>(times) * orrery.radius_mm * towards(ClockDirection{hour, 0.0});
}

}  // namespace

Orrery orreryOf(const Plan& plan) {
    const Bounds& bounds = plan.figure->bounds();
    const Vec3 middle = bounds.centre();
    return {{middle.x(), middle.y(), bounds.low.z()}, 0.5F * bounds.diagonal()};
}

bool rides(const Light& light) {
    return std::holds_alternative<FarLight>(light.kind) ||
           std::holds_alternative<Spray>(light.kind);
}

Orrery drawnIn(const Orrery& orrery, const Vec3& direction, const Projection& project,
               const QRectF& room) {
    Orrery smaller = orrery;
    while (smaller.radius_mm > 0.25F * orrery.radius_mm) {
        const auto at = project(placeOn(smaller, direction));
        if (at && room.contains(*at)) break;
        smaller.radius_mm *= 0.96F;
    }
    return smaller;
}

ClockDirection carriedTo(const Orrery& orrery, const Vec3& eye_mm, const Vec3& ray,
                         const ClockDirection& from) {
    const Vec3 to_foot = orrery.foot_mm - eye_mm;
    const float along = to_foot.dot(ray);
    const Vec3 nearest = along * ray - to_foot;  // from the foot, square to the ray
    const float off2 = nearest.squaredNorm();
    const float radius2 = orrery.radius_mm * orrery.radius_mm;
    Vec3 place = nearest;
    if (off2 < radius2) {
        const float half = std::sqrt(radius2 - off2);
        const Vec3 was = orrery.radius_mm * towards(from);
        const Vec3 front = nearest - half * ray;
        const Vec3 back = nearest + half * ray;
        place = (front - was).squaredNorm() <= (back - was).squaredNorm() ? front : back;
    }
    if (place.squaredNorm() < 1e-9F) return from;
    ClockDirection to = clockFrom(place.normalized());
    to.height_deg = std::max(kLowest_deg, to.height_deg);
    return to;
}

void paintHourRing(QPainter& painter, const Orrery& orrery, const Vec3& eye_mm,
                   const Projection& project) {
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    const Vec3 to_eye = eye_mm - orrery.foot_mm;
    const double own = clockFrom(Vec3(to_eye.x(), to_eye.y(), 0.0F)).hour;
    const QPainterPath front =
        pathOf(60, project, [&](double t) { return onRing(orrery, own - 3.0 + 6.0 * t); });
    const QPainterPath back =
        pathOf(60, project, [&](double t) { return onRing(orrery, own + 3.0 + 6.0 * t); });
    paintMark(painter, front, 1.5, 190);
    paintDots(painter, back, 1.2, 130);
    for (int hour = 1; hour <= 12; ++hour) {
        const auto in = project(onRing(orrery, hour, 0.985));
        const auto out = project(onRing(orrery, hour, 1.03));
        const auto word = project(onRing(orrery, hour, 1.09));
        if (!in || !out || !word) continue;
        QPainterPath tick(*in);
        tick.lineTo(*out);
        const bool is_front = std::cos((hour - own) / 6.0 * kPi) > -0.15;
        paintMark(painter, tick, hour % 3 == 0 ? 2.0 : 1.2, is_front ? 200 : 120);
        if (!is_front) continue;
        QFont font = painter.font();
        font.setPixelSize(hour % 3 == 0 ? 15 : 12);
        font.setWeight(hour % 3 == 0 ? QFont::Bold : QFont::Normal);
        painter.setFont(font);
        painter.setPen(currentTheme().mark);
        painter.drawText(QRectF(word->x() - 16, word->y() - 10, 32, 20), Qt::AlignCenter,
                         QString::number(hour));
    }
    painter.restore();
}

void paintArc(QPainter& painter, const Orrery& orrery, const ClockDirection& direction,
              const Projection& project, bool chosen) {
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    const auto along = [&](double from, double to) {
        constexpr double kStep_deg = 3.5;  // no corner is seen
        const int steps = 1 + static_cast<int>(std::abs(to - from) / kStep_deg);
        return pathOf(steps, project, [&, from, to](double t) {
            return placeOn(orrery, towards(ClockDirection{direction.hour, from + t * (to - from)}));
        });
    };
    const int alpha = chosen ? 230 : 80;
    paintMark(painter, along(0.0, direction.height_deg), chosen ? 2.2 : 1.2, alpha);
    if (chosen) paintDots(painter, along(direction.height_deg, 90.0), 1.3, 140);
    if (const auto root = project(onRing(orrery, direction.hour)); root && chosen) {
        painter.setPen(Qt::NoPen);
        painter.setBrush(currentTheme().mark);
        painter.drawEllipse(*root, 3.5, 3.5);
    }
    painter.restore();
}

void paintFloorMark(QPainter& painter, const Orrery& orrery, const Vec3& place_mm,
                    const QColor& colour, const Projection& project, bool chosen) {
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    const Vec3 below(place_mm.x(), place_mm.y(), orrery.foot_mm.z());
    const float radius = 0.035F * orrery.radius_mm;
    QPainterPath spot = pathOf(24, project, [&](double t) {
        const double turn = 2.0 * kPi * t;
        return Vec3(below + radius * Vec3(static_cast<float>(std::cos(turn)),
                                          static_cast<float>(std::sin(turn)), 0.0F));
    });
    spot.closeSubpath();
    QColor soft = colour.darker(160);
    soft.setAlpha(chosen ? 150 : 70);
    painter.fillPath(spot, soft);
    const auto from = project(below);
    const auto to = project(place_mm);
    if (chosen && from && to) {
        QPainterPath thread(*from);
        thread.lineTo(*to);
        paintDots(painter, thread, 1.0, 120);
    }
    painter.restore();
}

}  // namespace glaukophos
