// Small drawings of lights, told apart by shape: a crescent, a broken rim, a flame, a dome of
// dashes.
#pragma once

#include <QIcon>
#include <QPainter>

#include "core/light/light.h"

namespace glaukophos {

// `size` across, in the colour of the light, outlined in `ink`. `lit_from` is the side that the
// moon of a far light is lit from: towards the light of its own, in screen degrees (0 right, 90
// up).
void paintLightGlyph(QPainter& painter, const QPointF& middle, double size, const Light& light,
                     const QColor& ink, double lit_from_deg = 45.0);

QIcon lightIcon(const Light& light, const QColor& ink);

}  // namespace glaukophos
