#include "core/painted/wear.h"

#include <algorithm>

#include "core/base/parallel.h"
#include "core/base/smooth_step.h"
#include "core/figure/relief_of_figure.h"

namespace glaukophos {
namespace {

constexpr double kRubbed_L = 9.0;
constexpr double kCreased_L = 4.0;
constexpr double kFullRelief_mm = 0.10;  // from here on it is rubbed, or creased, all through

}  // namespace

bool hasWear(const Plan& plan) {
    return std::ranges::any_of(
        plan.parts, [](const Part& part) { return part.material == Material::WornLeather; });
}

void wear(const Plan& plan, std::span<float> lightness, std::span<float> painted) {
    if (!hasWear(plan)) return;
    const std::vector<float> relief = reliefWithin(*plan.figure, kCaughtScale_mm);
    const PaintRange& paint = plan.values.paint;
    forChunks(lightness.size(), {}, [&](std::size_t begin, std::size_t end) {
        for (std::size_t v = begin; v < end; ++v) {
            if (plan.parts[plan.figure->surface.parts[v]].material != Material::WornLeather) {
                continue;
            }
            const double stands_out = relief[v] / kFullRelief_mm;
            const double more =
                kRubbed_L * smoothStep(stands_out) - kCreased_L * smoothStep(-stands_out);
            for (float* value : {&lightness[v], &painted[v]}) {
                *value = static_cast<float>(
                    std::clamp(*value + more, paint.darkest, std::max(paint.darkest, paint.top())));
            }
        }
    });
}

}  // namespace glaukophos
