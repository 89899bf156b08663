// Light arriving at points, shadowed by the figure.
#pragma once

#include "core/base/progress.h"
#include "core/base/result.h"
#include "core/light/accuracy.h"
#include "core/light/light.h"
#include "core/light/receivers.h"

namespace glaukophos {

// What light falls on and is blocked by: the mesh traced, and how it is divided into parts.
struct Occluders {
    const RayScene& scene;
    const Mesh& mesh;
    const PartLabels& labels;
    const RayScene* past = nullptr;  // the same without what the light passes, where it was made
};

// What arrives of a light, in two factors.
struct Arriving {
    std::vector<float> open;  // irradiance with nothing in the way, at the light's strength
    std::vector<float> seen;  // share of that which is not blocked, 0..1

    [[nodiscard]] std::vector<float> irradiance() const;
};

// A few of the endless rays that a receiver could send to a source that is not a point. Other
// `first` ones of the same receiver go where these left gaps. The share is negative where none of
// them counts, since all went to what is below the receiver's horizon.
struct FewRays {
    std::uint32_t first = 0;
    std::uint32_t count = 0;  // 0: as many as the accuracy asks for
    // By which receivers draw where theirs go; empty: by their place in the list.
    std::span<const std::uint32_t> numbers;
};

// E(x) = integral of L(w) V(x,w) max(0, n.w) dw at each receiver for the light's strength, in the
// light's own luminance unit (see light.h). Lights that are off are computed all the same. Skies
// are traced with `accuracy` rays here; for whole surfaces use SkyTable. Light that is thrown back
// is not traced here (see bounce.h): it comes out as zero. Empty when stopped.
Arriving arriving(const Light& light, const Receivers& receivers, const Occluders& occluders,
                  Accuracy accuracy, const Progress& progress, const FewRays& few = {});

// The product of the two.
std::vector<float> irradiance(const Light& light, const Receivers& receivers,
                              const Occluders& occluders, Accuracy accuracy,
                              const Progress& progress);

// What one surface element gets from a light with nothing in between, at the light's strength;
// 0 for skies and light thrown back.
double openIrradiance(const Light& light, const Occluders& occluders, const Vec3& point_mm,
                      const Vec3& normal);

// The same at some of the receivers, into their places in `open`.
void openIrradiance(const Light& light, const Occluders& occluders, const Receivers& receivers,
                    std::span<const std::uint32_t> at, std::span<float> open);

// The triangles that the light passes: its own parts (unless they are what glows) and those that
// let it through; `labels` of the mesh traced.
PassedTriangles passedBy(const Light& light, const PartLabels& labels);

// For Occluders::past: rays that need not ask of each triangle whether it lets them through are
// about twice as quick. Nothing when the light passes none, and for figures so large that another
// scene would fill the memory.
std::optional<RayScene> sceneWithoutPassed(const Light& light, const Occluders& occluders);

}  // namespace glaukophos
