#include "core/io/volume_json.h"

#include "core/io/json_points.h"

namespace glaukophos {

PaintedVolume volumeFrom(const Entry& entry) {
    return {entry.number("height_mm", PaintedVolume{}.height_mm),
            entry.number("radius_mm", PaintedVolume{}.radius_mm), pointsFrom(entry, "points_mm"),
            pointsFrom(entry, "normals")};
}

Json volumeJson(const PaintedVolume& volume) {
    return {{"height_mm", volume.height_mm},
            {"radius_mm", volume.radius_mm},
            {"points_mm", pointsJson(volume.points_mm)},
            {"normals", pointsJson(volume.normals)}};
}

}  // namespace glaukophos
