#include "core/painted/filter_share.h"

#include "core/base/parallel.h"
#include "core/base/smooth_step.h"
#include "core/figure/relief_of_figure.h"

namespace glaukophos {
namespace {

float shareAt(FilterShape shape, float height, float up) {
    switch (shape) {
        case FilterShape::Even:
            break;
        case FilterShape::Above:
            return height;
        case FilterShape::Below:
            return 1.0F - height;
        case FilterShape::FacingUp:
            return 0.5F + 0.5F * up;
        case FilterShape::FacingDown:
            return 0.5F - 0.5F * up;
    }
    return 1.0F;
}

}  // namespace

const std::string& filterOf(const Plan& plan, std::size_t part) {
    const std::string& own = plan.parts[part].filter;
    return own.empty() ? plan.under.filter : own;
}

std::vector<float> filterShareOf(const Plan& plan) {
    const Surface& surface = plan.figure->surface;
    const Bounds& bounds = plan.figure->bounds();
    const float low = bounds.low.z();
    const float size = std::max(1e-3F, bounds.size().z());
    std::vector<float> relief;
    if (plan.under.filter_out_of_recesses) {
        relief = reliefWithin(*plan.figure, kRecessScale_mm);
    }
    std::vector<float> share(surface.parts.size());
    forChunks(share.size(), {}, [&](std::size_t begin, std::size_t end) {
        for (std::size_t v = begin; v < end; ++v) {
            const float height = (surface.mesh.positions_mm[v].z() - low) / size;
            share[v] = shareAt(plan.under.filter_shape, height, surface.normals[v].z());
            if (relief.empty()) continue;
            const double depth = -relief[v] / kRecessDepth_mm;  // a recess from 1 on
            share[v] *= static_cast<float>(1.0 - 0.8 * smoothStep(2.0 * depth - 1.0));
        }
    });
    return share;
}

}  // namespace glaukophos
