// Where the camera may have stood, for a figure that stands upright and is seen whole.
#pragma once

#include <vector>

#include "core/base/progress.h"
#include "core/photo/model_edges.h"
#include "core/photo/photo_edges.h"

namespace glaukophos {

// The likeliest cameras first, good to some degrees and hundredths of the figure's height; empty
// when stopped. Outlines and inner edges from all round are laid over the edges of the photograph,
// in all sizes and places (oriented chamfer matching, after Borgefors 1988).
std::vector<PhotoCamera> uprightCameras(const SeenMesh& seen, EdgesInSizes& edges,
                                        const Progress& progress);

}  // namespace glaukophos
