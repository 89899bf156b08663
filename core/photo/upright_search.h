// Where the camera may have stood, for a figure that stands upright and is seen whole.
#pragma once

#include <vector>

#include "core/base/progress.h"
#include "core/photo/model_edges.h"
#include "core/photo/photo_edges.h"

namespace glaukophos {

// One camera from each of many sides, placed as well as a small photograph tells; empty when
// stopped. Outlines and inner edges are laid over the edges of the photograph in
// all sizes and places (oriented chamfer matching, after Borgefors 1988).
std::vector<PhotoCamera> uprightCameras(const SeenMesh& seen, EdgesInSizes& edges,
                                        const Progress& progress);

}  // namespace glaukophos
