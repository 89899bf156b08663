// A card of known reflectance that was photographed beside the figure: it makes exposure, white
// balance and tone curve of the camera known.
#pragma once

#include <array>
#include <optional>
#include <span>

#include "core/photo/photograph.h"

namespace glaukophos {

// Of white, grey and black, 0..1. A printed card's as usual: common practice, no source.
struct CardReflectances {
    double white = 0.85;
    double grey = 0.18;
    double black = 0.035;
    bool operator==(const CardReflectances&) const = default;
};
std::string problemWith(const CardReflectances& card);

struct CardPatch {
    Eigen::Vector2d middle_px = Eigen::Vector2d::Zero();
    Vec3 seen = Vec3::Zero();  // mean code 0..1 of each channel
};

struct CardSeen {
    CardPatch grey;
    std::optional<CardPatch> white;  // both or neither
    std::optional<CardPatch> black;
};

// Three even squares in a row, from light to dark, each as grey as the other. Fails with how to lay
// it where there are none.
Result<CardSeen> findCard(const Photograph& photo);

// By places that the painter clicked: one on the grey, or three on white, grey and black. Fails
// where one is clipped, lies outside or is not even.
Result<CardSeen> cardAt(const Photograph& photo, std::span<const Eigen::Vector2d> middles_px);

// Codes of the camera as light.
struct CameraCurve {
    // Of each channel: ln(light) = a + b u + c u^2 with u the logarithm of the code as sRGB has it.
    std::array<Eigen::Vector3d, 3> terms;

    // What is sent back at codes 0..1, as linear sRGB: irradiance times reflectance.
    [[nodiscard]] Vec3 light(const Vec3& codes) const;
};

// Meets what each patch sends back: its reflectance times its irradiance (white, grey, black; only
// the second counts for a grey card alone, which leaves the tone curve as sRGB). Fails where the
// patches are not in order.
Result<CameraCurve> curveOf(const CardSeen& card, const CardReflectances& reflectances,
                            const std::array<double, 3>& irradiance);

}  // namespace glaukophos
