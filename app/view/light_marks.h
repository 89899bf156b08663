// What is drawn over the figure to show lights: where they stand, and lines of sight to them.
#pragma once

#include <QPainter>
#include <functional>
#include <optional>

#include "core/lighting/sight_line.h"

namespace glaukophos {

// Where a point of space is on the view; nothing when it lies behind the eye.
using Projection = std::function<std::optional<QPointF>(const Vec3&)>;

inline constexpr double kHandle_px = 9.0;

// Text with a soft rim, readable over whatever the picture shows.
void paintHaloText(QPainter& painter, const QPointF& baseline, const QFont& font,
                   const QString& text, const QColor& ink, const QColor& rim);

// Rings on the lights that shine, `room` being where they may be placed on the view.
void paintLightMarks(QPainter& painter, const Plan& plan, std::size_t selected,
                     const Projection& project, const QRectF& room);

// Lines from a spot to the lights: solid where the light arrives, ending in a cross where
// something blocks it, with its name.
void paintSightLines(QPainter& painter, const Plan& plan, const std::vector<SightLine>& lines,
                     const Projection& project, const QRectF& room);

}  // namespace glaukophos
