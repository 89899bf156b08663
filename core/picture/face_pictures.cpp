// The values overlay, with the four values put in.
#include "core/picture/face_pictures.h"

#include <cmath>

namespace glaukophos {
namespace {

Camera facing(const Plan& plan, const FaceQuarters& face, const PixelGrid& grid) {
    const Bounds& bounds = plan.figure->bounds();
    const ClockDirection clock = clockFrom(face.facing);
    ViewChoice view;
    view.hour = clock.hour;
    view.height_deg = std::clamp(clock.height_deg, -30.0, 30.0);
    view.focus_mm = face.middle_mm - bounds.centre();
    view.zoom = std::clamp(0.36 * bounds.diagonal() / face.radius_mm, 0.5, 40.0);
    Camera camera = heldCamera(bounds, view, grid);
    hideParts(camera, plan);
    return camera;
}

void paint(Look& look, std::span<const float> lightness) {
    for (std::size_t v = 0; v < lightness.size(); ++v) {
        if (lightness[v] < 0.0F) continue;
        look.colours[v] = Vec3::Constant(static_cast<float>(luminanceOf(lightness[v])));
    }
}

}  // namespace

FacePictures facePictures(const Plan& plan, const Appearance& appearance, const FaceQuarters& face,
                          const PixelGrid& grid) {
    constexpr int kSamples = 6;
    const Camera camera = facing(plan, face, grid);
    const Values& values = appearance.values;
    Look look = lookOf(plan, appearance, {Overlay::Values, 0, false});
    paint(look, values.as_lit.empty() ? values.lightness : values.as_lit);
    ShadeChoice shade;
    shade.backdrop = {0.09F, 0.09F, false};
    FacePictures pictures;
    pictures.as_lit = renderPicture(*plan.figure, camera, grid, look, shade, kSamples);
    paint(look, quartersOf(plan, face, faceLight(plan, face, values.asLit()), values.asLit()));
    look.lines = {
        {LineStyle::Dashed, 1.2F, 0.0F, Vec3(0.85F, 0.55F, 0.15F), 0.0F, faceLines(plan, face)}};
    pictures.by_quarters = renderPicture(*plan.figure, camera, grid, look, shade, kSamples);
    return pictures;
}

}  // namespace glaukophos
