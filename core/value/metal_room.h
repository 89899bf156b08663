// The room that painted metal mirrors: walls lit by one window, over a ground.
#pragma once

#include "core/base/vec.h"

namespace glaukophos {

// Common practice, no source: painters imagine a bench in a room with one window. The middle of the
// room is the figure's.
struct MetalRoom {
    double window_hour = 10.5;     // on the figure's clock
    double window_width_deg = 44;  // as seen from the figure; 0: no window
    double window_top_deg = 50;    // its upper edge; the lower one is 10 degrees up
    double contrast = 0.45;        // 0 walls alike all round .. 1 the wall opposite to it is black
    double distance_mm = 160;      // of the walls: near ones turn streaks, far ones mirror alike
    bool operator==(const MetalRoom&) const = default;
};

// 0 darkest paint .. 1 lightest, of what lies in a direction (unit) from the middle of the room:
// metalLevel by height, walls by how far they are turned from the window, the window itself.
double levelSeen(const MetalRoom& room, const Vec3& direction);

// The direction from the middle of the room to where a ray meets its walls, a sphere: `from_middle`
// is the place the ray leaves, mm, inside the room; `direction` unit.
Vec3 metAt(const MetalRoom& room, const Vec3& from_middle, const Vec3& direction);

}  // namespace glaukophos
