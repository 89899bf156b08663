// A camera that is some degrees off brought near, by how much of the figure's edges lies close to
// edges of the photograph.
#pragma once

#include <span>

#include "core/base/progress.h"
#include "core/photo/edge_distances.h"
#include "core/photo/model_edges.h"

namespace glaukophos {

struct ClimbRound {
    double reach_px = 2.0;   // what counts as close: a standard deviation, in pixels of the maps
    std::size_t most = 400;  // edges of the figure that are followed
};

struct Climbed {
    PhotoCamera camera;
    double closeness =
        0.0;  // mean over the edges of exp(-d^2 / (2 reach^2)) in the last round, 0..1
};

// Turn, place, size and focal length are tried one after the other, forward and back, by steps that
// are halved when none helps (Hooke and Jeeves 1961), in every round from the edges seen at its
// start. What lies nearest is never followed by itself as in `improvedByEdges`, which from further
// off than a stone of the ground runs to the next stone. Unchanged when too few edges are seen or
// when stopped.
Climbed climbedToEdges(const SeenMesh& seen, const EdgeDistances& distances, PhotoCamera camera,
                       std::span<const ClimbRound> rounds, const Progress& progress);

}  // namespace glaukophos
