// Rays are traced once for all variants.
#include "core/picture/part_pictures.h"

#include <algorithm>

#include "core/base/parallel.h"

namespace glaukophos {
namespace {

constexpr int kSamples = 5;

// Where most of the part is; its farthest ends may be cut off.
Camera framing(const Plan& plan, PartIndex part, ViewChoice view, const PixelGrid& grid) {
    const Surface& surface = plan.figure->surface;
    const Bounds& bounds = plan.figure->bounds();
    Vec3 middle = Vec3::Zero();
    float area = 1e-9F;
    for (std::size_t v = 0; v < surface.parts.size(); ++v) {
        if (surface.parts[v] != part) continue;
        middle += surface.areas_mm2[v] * surface.mesh.positions_mm[v];
        area += surface.areas_mm2[v];
    }
    middle /= area;
    std::vector<float> distances(surface.parts.size(), 0.0F);
    std::vector<float> weights(surface.parts.size(), 0.0F);
    for (std::size_t v = 0; v < surface.parts.size(); ++v) {
        if (surface.parts[v] != part) continue;
        distances[v] = (surface.mesh.positions_mm[v] - middle).norm();
        weights[v] = surface.areas_mm2[v];
    }
    const double radius_mm = std::max(0.5, weightedQuantile(distances, weights, 0.8));
    view.focus_mm = middle - bounds.centre();
    view.zoom = std::clamp(0.42 * static_cast<double>(bounds.diagonal()) / radius_mm, 0.5, 40.0);
    Camera camera = heldCamera(bounds, view, grid);
    hideParts(camera, plan);
    return camera;
}

// The part as planned, all else as a dark shape.
void colourPart(const Plan& plan, const Appearance& appearance, PartIndex part, Look& look) {
    const ColourBasis basis(plan, appearance);
    const std::vector<PartIndex>& parts = plan.figure->surface.parts;
    forChunks(parts.size(), {}, [&](std::size_t begin, std::size_t end) {
        for (std::size_t v = begin; v < end; ++v) {
            look.colours[v] =
                parts[v] == part ? shownColour(paintedColour(basis, v)) : Vec3::Constant(0.02F);
        }
    });
}

}  // namespace

std::vector<Image> partPictures(const Plan& plan, const Appearance& appearance, PartIndex part,
                                const ViewChoice& view, const PixelGrid& grid, std::size_t count,
                                const std::function<void(Plan&, std::size_t)>& vary) {
    const Camera camera = framing(plan, part, view, grid);
    std::vector<TracedFrame> frames;
    for (int s = 0; s < kSamples; ++s) {
        frames.push_back(traceFrame(*plan.figure, camera, grid, jitterOf(s)));
    }
    Look look;
    look.colours.resize(plan.figure->receiverCount(), Vec3::Zero());
    look.is_source.assign(plan.parts.size(), false);
    ShadeChoice shade;
    shade.backdrop = {0.09F, 0.09F, false};
    Appearance varied = appearance;
    std::vector<Image> pictures;
    for (std::size_t i = 0; i < count; ++i) {
        Plan variant = plan;
        vary(variant, i);
        recolour(variant, varied.irradiance, varied.values);
        colourPart(variant, varied, part, look);
        Accumulation sum;
        sum.grid = grid;
        for (const TracedFrame& frame : frames) {
            addFrame(sum, *plan.figure, camera, frame, look, shade);
        }
        pictures.push_back(encoded(sum));
    }
    return pictures;
}

}  // namespace glaukophos
