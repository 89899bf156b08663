// Rods and panels as seen from a point.
#pragma once

#include "core/light/light.h"
#include "core/light/outline.h"

namespace glaukophos {

// The outline from `point`, and how far the source is along each direction.
struct SourceView {
    Outline outline;      // empty when nothing of it can be seen, as from behind a panel
    bool inside = false;  // the point lies within a rod's glow
};

// `fineness` is the number of corners for a full circle, at most 128. Circles become polygons of
// the same area.
SourceView viewOf(const Rod& rod, const Vec3d& point, int fineness);
SourceView viewOf(const Panel& panel, const Vec3d& point, int fineness);

// Distance in mm from `point` to the near side of the source along a direction inside its outline.
double distanceAlong(const Rod& rod, const Vec3d& point, const Vec3d& direction);
double distanceAlong(const Panel& panel, const Vec3d& point, const Vec3d& direction);

// The panel's own directions: which way it faces, and its sides.
struct PanelFrame {
    Vec3d facing = Vec3d::UnitZ();
    Vec3d right = Vec3d::UnitX();
    Vec3d up = Vec3d::UnitY();
};
PanelFrame frameOf(const Panel& panel);

}  // namespace glaukophos
