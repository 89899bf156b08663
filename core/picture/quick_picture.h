// A first picture of meshes just read, long before anything else is known of them.
#pragma once

#include "core/picture/render.h"

namespace glaukophos {

// Plain clay, seen from half past 11 and a little above. `y_is_up`: the meshes lie on their backs.
// Triangles with corners that are not numbers are left out.
Image quickPicture(std::span<const Mesh* const> meshes, bool y_is_up, const PixelGrid& grid,
                   const Backdrop& backdrop);

}  // namespace glaukophos
