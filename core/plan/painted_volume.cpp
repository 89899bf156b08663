#include "core/plan/painted_volume.h"

#include <fmt/format.h>

#include <cmath>

#include "core/plan/stroke_points.h"

namespace glaukophos {
namespace {

std::string problemWith(const PaintedVolume& volume) {
    if (!std::isfinite(volume.height_mm) || std::abs(volume.height_mm) > kMostVolume_mm) {
        return fmt::format("A painted volume may rise or sink by up to {:.0f} mm.", kMostVolume_mm);
    }
    if (!std::isfinite(volume.radius_mm) || volume.radius_mm < 0.1 || volume.radius_mm > 1000.0) {
        return "The brush of a painted volume must have a radius between 0.1 and 1000 mm.";
    }
    if (volume.points_mm.size() > kMostStrokePoints ||
        !fitTogether(volume.points_mm, volume.normals)) {
        return fmt::format("A painted volume needs a normal for each of its up to {} points.",
                           kMostStrokePoints);
    }
    return {};
}

}  // namespace

std::string problemWith(const std::vector<PaintedVolume>& volumes) {
    if (volumes.size() > kMostVolumes) {
        return fmt::format("There may be up to {} painted volumes.", kMostVolumes);
    }
    for (const PaintedVolume& volume : volumes) {
        if (std::string problem = problemWith(volume); !problem.empty()) return problem;
    }
    return {};
}

}  // namespace glaukophos
