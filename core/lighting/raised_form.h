// The form with the volumes that were painted on it: what light falls on instead of what is there.
#pragma once

#include <memory>
#include <vector>

#include "core/light/sky_table.h"
#include "core/plan/plan.h"

namespace glaukophos {

// One entry a receiver of the form, where nothing else is said.
struct RaisedForm {
    std::vector<Vec3> points_mm;
    std::vector<Vec3> normals;
    // Made when the hand rests; until then light turns with the normals and shadows stay.
    Mesh mesh;  // the working surface, raised
    std::shared_ptr<const RayScene> occluders;
    std::vector<std::uint32_t> near;  // receivers that see another sky than before
};

// Height of all strokes together at each vertex of the working surface, within kMostVolume_mm of
// nought.
std::vector<float> volumeHeights(const WorkingSurface& whole,
                                 const std::vector<PaintedVolume>& volumes);

// Only the normals: quick enough for a hand that moves.
RaisedForm turnedForm(const Form& form, const std::vector<PaintedVolume>& volumes);
// All of it. Fails when memory runs out.
Result<RaisedForm> raisedForm(const Form& form, const std::vector<PaintedVolume>& volumes);

// `table`, with the directions traced anew for the receivers that see another sky. `before` is what
// this gave for fewer rounds of the table, or empty: those are not traced again. Empty when
// stopped.
SkyTable skyOver(const RaisedForm& raised, const SkyTable& table, const SkyTable& before,
                 float offset_mm, const Progress& progress);

}  // namespace glaukophos
