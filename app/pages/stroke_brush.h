// What the pages that stroke over the figure have in common.
#pragma once

#include <QButtonGroup>

#include "app/view/brush_tool.h"
#include "app/view/figure_view.h"
#include "app/widgets/number_field.h"

namespace glaukophos {

// Of the buttons that say what the hand holds, the one for the bare hand.
inline constexpr int kBareHand = 0;

// Puts a brush into the hand; its button `id` is down until it is laid down.
void takeStrokeBrush(FigureView& view, QButtonGroup& tools, int id, BrushUse use);

// A brush each of whose strokes is one gesture of the document; `radius` must outlive it.
BrushUse strokesOf(Document& document, const NumberField& radius, std::function<void()> begin,
                   std::function<void(const std::vector<SurfacePoint>&, bool reversed)> stroke);

// Adds what a stroke has come to since, points at least `apart_mm` from the one before.
void addToStroke(const std::vector<SurfacePoint>& fresh, double apart_mm,
                 std::vector<Vec3>& points_mm, std::vector<Vec3>& normals);

}  // namespace glaukophos
