// Light arriving at points, shadowed by the figure.
#pragma once

#include "core/base/progress.h"
#include "core/base/result.h"
#include "core/light/light.h"
#include "core/light/receivers.h"

namespace glaukophos {

enum class Accuracy {
    Preview,    // one ray a point: hard shadows, while something is dragged
    Soft,       // 4 rays, and 12 more where they disagree
    Reference,  // 4096 rays a point, for probing; error well below 1 %
};

// E(x) = integral of L(w) V(x,w) max(0, n.w) dw at each receiver for the light's strength, in the
// light's own luminance unit (see light.h). Lights that are off are computed all the same. Skies
// are traced with `accuracy` rays here; for whole surfaces use SkyTable. Rays go through `passed`
// triangles of the scene. Empty when stopped.
std::vector<float> irradiance(const Light& light, const Receivers& receivers, const RayScene& scene,
                              const PassedTriangles& passed, Accuracy accuracy,
                              const Progress& progress);

// The triangles of the light's own parts, which do not block it; `labels` of the mesh traced.
PassedTriangles passedBy(const Light& light, const PartLabels& labels);

}  // namespace glaukophos
