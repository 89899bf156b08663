// Words that are read on any picture: ink with a pale rim.
#pragma once

#include <QPainter>

namespace glaukophos {

// In the font of `painter`, its middle at `middle`; the rim is a stroke of `rim_px`.
void paintInked(QPainter& painter, const QPointF& middle, const QString& text, double rim_px);

}  // namespace glaukophos
