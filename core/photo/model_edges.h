// The edges that a camera sees of a figure: its outline, and inside it where one thing hides
// another or the surface breaks.
#pragma once

#include <vector>

#include "core/base/progress.h"
#include "core/geometry/mesh.h"
#include "core/geometry/photo_camera.h"
#include "core/geometry/ray_scene.h"

namespace glaukophos {

// A mesh to be found in a photograph, with the rays that see it. Kept by whoever calls.
struct SeenMesh {
    const Mesh& mesh;
    const RayScene& scene;
};

struct ModelEdge {
    Eigen::Vector3d point_mm;  // on the nearer side
    Eigen::Vector2d pixel;
    Eigen::Vector2d across;  // unit, in the picture, across the edge
    double strength = 1.0;   // 1: outline; less for inner edges that are weaker
    bool outline = false;    // nothing of the figure lies beyond
};

// The part of the photograph that holds all of `bounds`; empty when they lie behind the camera.
Eigen::AlignedBox2d boxSeen(const PhotoCamera& camera, const Bounds& bounds);

// Found on a grid of one ray every `step_px`; at most `most`, evenly over all that are found. Empty
// where the camera does not see the figure, or where it was stopped.
std::vector<ModelEdge> modelEdges(const SeenMesh& seen, const PhotoCamera& camera, double step_px,
                                  std::size_t most, const Progress& progress);

}  // namespace glaukophos
