// In light, not in codes: a half-covering layer is half the light of each.
#include "core/photo/on_photograph.h"

#include <algorithm>
#include <cmath>

#include "core/geometry/at_hit.h"
#include "core/photo/linear_photo.h"
#include "core/picture/layer_map.h"
#include "core/picture/render.h"
#include "core/work/step_maps.h"

namespace glaukophos {
namespace {

constexpr float kLine_px = 1.6F;  // on a photograph of 1600
constexpr float kHalo_px = 1.2F;

// Ink with a pale rim can be read on any ground.
std::vector<LineGroup> inked(std::vector<LineGroup> groups, float scale) {
    for (LineGroup& group : groups) {
        group.colour = Vec3::Constant(0.012F);
        group.width_px = std::max(kLine_px, group.width_px) * scale;
        group.width_mm = 0.0F;
        group.halo_px = kHalo_px * scale;
    }
    return groups;
}

void layOver(const Image& plan, const TracedFrame& frame, float strength,
             std::vector<Vec3>& pixels) {
    const std::vector<Vec3> over = linearPixels(plan.rgb);
    for (std::size_t i = 0; i < pixels.size(); ++i) {
        if (frame.pixels[i].triangle == kNothing) continue;
        pixels[i] = (1.0F - strength) * pixels[i] + strength * over[i];
    }
}

// Where the layer goes, in the colour of its mix.
void layLayer(const Evaluated& e, const TracedFrame& frame, const OnPhotoChoice& choice,
              std::vector<Vec3>& pixels) {
    if (e.desk == nullptr || choice.step >= e.desk->work.steps.size()) return;
    const Work& work = e.desk->work;
    const Step& step = work.steps[choice.step];
    const Surface& surface = e.plan.figure->surface;
    const std::vector<float> coverage =
        coverageOf({e.plan, *e.appearance, work.lightness}, step.mask);
    const std::vector<bool> on = partsOf(e.plan, step);
    const auto colour = colourOf(e.plan, step);
    const Vec3 paint = colour ? linearFrom(*colour).rgb.cast<float>() : Vec3(Vec3::Constant(0.8F));
    for (std::size_t i = 0; i < pixels.size(); ++i) {
        const PixelHit& hit = frame.pixels[i];
        if (hit.triangle == kNothing || !on[surface.labels[hit.triangle]]) continue;
        const Triangle& t = surface.mesh.triangles[hit.triangle];
        const float covered = atHit(coverage, t, hit);
        const float share = static_cast<float>(choice.strength) * std::clamp(covered, 0.0F, 1.0F);
        pixels[i] = (1.0F - share) * pixels[i] + share * paint;
    }
}

Image imageOf(std::vector<Vec3> pixels, const PixelGrid& grid) {
    Accumulation sum;
    sum.grid = grid;
    sum.sum = std::move(pixels);
    sum.frames = 1;
    return encoded(sum);
}

}  // namespace

PhotoWithPlan planOnPhotograph(const Evaluated& e, const Photograph& photo,
                               const PhotoCamera& camera, const OnPhotoChoice& choice) {
    const PixelGrid grid{photo.width, photo.height};
    if (choice.what == OnPhoto::Nothing) return {photo, {}};
    Camera from = pictureCamera(camera);
    hideParts(from, e.plan);
    const TracedFrame frame = traceFrame(*e.plan.figure, from, grid, Eigen::Vector2f::Zero());
    std::vector<Vec3> pixels = linearPixels(photo.rgb);
    const float scale =
        std::max(1.0F, static_cast<float>(std::max(grid.width, grid.height)) / 1600);
    PhotoWithPlan result;
    if (choice.what == OnPhoto::Colours) {
        LookChoice look;
        look.overlay = Overlay::Colours;
        const Image plan = renderPicture(*e.plan.figure, from, grid,
                                         lookOf(e.plan, *e.appearance, look, *e.marks), {}, 2);
        layOver(plan, frame, static_cast<float>(choice.strength), pixels);
    } else if (choice.what == OnPhoto::Layer) {
        layLayer(e, frame, choice, pixels);
    } else {
        LookChoice chosen;
        chosen.overlay = choice.what == OnPhoto::Edges ? Overlay::Edges : Overlay::Borders;
        const Look look = lookOf(e.plan, *e.appearance, chosen, *e.marks);
        drawLines(inked(look.lines, scale), frame, from, Eigen::Vector2f::Zero(), 1.0F, pixels);
        if (choice.what == OnPhoto::Borders) {
            result.labels = bandLabels(*e.plan.figure, frame, look, static_cast<int>(7.0F * scale));
        }
    }
    result.picture = imageOf(std::move(pixels), grid);
    return result;
}

}  // namespace glaukophos
