// The light of a sky at points, by rays.
#pragma once

#include "core/base/progress.h"
#include "core/light/accuracy.h"
#include "core/light/light.h"
#include "core/light/receivers.h"

namespace glaukophos {

// Irradiance at strength 1 of each receiver, into `out`. False when stopped.
bool traceSky(const Sky& sky, const Receivers& receivers, const RayScene& scene,
              const PassedTriangles& passed, Accuracy accuracy, const Progress& progress,
              std::vector<float>& out);

}  // namespace glaukophos
