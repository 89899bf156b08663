// Lights carried round the figure in the picture itself: an hour ring on the floor, and arcs that
// rise from it to moons and suns.
#pragma once

#include <QPainter>
#include <functional>
#include <optional>

#include "core/plan/plan.h"

namespace glaukophos {

// Where a point of space is on the view; nothing when it lies behind the eye.
using Projection = std::function<std::optional<QPointF>(const Vec3&)>;

// The sphere that far lights ride on.
struct Orrery {
    Vec3 foot_mm = Vec3::Zero();  // its middle: on the floor, under the figure
    float radius_mm = 1.0F;
};
Orrery orreryOf(const Plan& plan);

// Whether a light rides on it.
bool rides(const Light& light);

// The same drawn in until a light in this direction is inside `room` of the view.
Orrery drawnIn(const Orrery& orrery, const Vec3& direction, const Projection& project,
               const QRectF& room);

inline Vec3 placeOn(const Orrery& orrery, const Vec3& direction) {
    return orrery.foot_mm + orrery.radius_mm * direction;
}

// Where a hand that points along a ray takes a light to, from where it was: along the sphere, round
// its rim where the ray passes by. Never below the floor by more than 60 degrees.
ClockDirection carriedTo(const Orrery& orrery, const Vec3& eye_mm, const Vec3& ray,
                         const ClockDirection& from);

// The ring with its hours; strong in front, dotted behind.
void paintHourRing(QPainter& painter, const Orrery& orrery, const Vec3& eye_mm,
                   const Projection& project);

// The arc of one light: from the ring up to it, and on to straight above. Strong while it is
// chosen.
void paintArc(QPainter& painter, const Orrery& orrery, const ClockDirection& direction,
              const Projection& project, bool chosen);

// The mark of a light near the figure on the floor, joined to it by a thread while it is chosen.
void paintFloorMark(QPainter& painter, const Orrery& orrery, const Vec3& place_mm,
                    const QColor& colour, const Projection& project, bool chosen);

}  // namespace glaukophos
