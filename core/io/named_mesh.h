// What reading a mesh file gives.
#pragma once

#include <optional>
#include <string>

#include "core/geometry/mesh.h"

namespace glaukophos {

// One named mesh of a file, not yet repaired.
struct NamedMesh {
    std::string name;
    Mesh mesh;
    std::optional<Vec3> colour;  // encoded sRGB 0..1, where the file gives one
    bool y_is_up = false;        // the format says so
};

}  // namespace glaukophos
