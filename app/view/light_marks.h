// What is drawn over the figure to show lights: where they stand, and lines of sight to them.
#pragma once

#include <QPainter>

#include "app/view/orrery.h"
#include "core/lighting/sight_line.h"

namespace glaukophos {

inline constexpr double kHandle_px = 13.0;

// Text with a soft rim, readable over whatever the picture shows.
void paintHaloText(QPainter& painter, const QPointF& baseline, const QFont& font,
                   const QString& text, const QColor& ink, const QColor& rim);

// Glyphs of the lights that shine, on their arcs and marks; `room` is where they may be on the
// view.
struct HandOnLights {
    std::size_t chosen = 0;
    std::optional<std::size_t> hovered = std::nullopt;
};
void paintLightMarks(QPainter& painter, const Plan& plan, const HandOnLights& hand,
                     const Projection& project, const QRectF& room);

// Lines from a spot to the lights: solid where the light arrives, ending in a cross where
// something blocks it, with its name.
void paintSightLines(QPainter& painter, const Plan& plan, const std::vector<SightLine>& lines,
                     const Projection& project, const QRectF& room);

}  // namespace glaukophos
