#include "core/review/comparison_picture.h"

#include <algorithm>
#include <cmath>

namespace glaukophos {
namespace {

const Vec3 kGround(0.90F, 0.89F, 0.86F);  // paper
const Vec3 kUnseen(0.74F, 0.72F, 0.69F);
const Vec3 kTooLight(1.00F, 0.86F, 0.25F);
const Vec3 kTooDark(0.36F, 0.16F, 0.55F);
const Vec3 kTooWarm(0.93F, 0.45F, 0.10F);
const Vec3 kTooCold(0.10F, 0.45F, 0.80F);
constexpr double kWhole = 16.0;     // CIELAB units that are shown at full strength
constexpr double kNothing_L = 3.0;  // less than the method errs by

double off(const Comparison& of, std::size_t pixel, Off by) {
    const Lab& painted = of.painted[pixel];
    const Lab& planned = of.planned[pixel];
    if (by == Off::Value) return painted.L - planned.L;
    return warmer(painted, planned);
}

Vec3 colourAt(const Comparison& of, std::size_t pixel, Off by) {
    const auto width = static_cast<std::size_t>(of.grid.width);
    switch (of.sighted[pixel]) {
        case Sighted::Beside:
            return kGround;
        case Sighted::NotSeen:
            return (pixel % width + pixel / width) % 8 < 3 ? kUnseen : Vec3(1.10F * kUnseen);
        case Sighted::Judged:
            break;
    }
    const Vec3 grey = Vec3::Constant(
        static_cast<float>(0.22 + 0.0058 * std::clamp(of.painted[pixel].L, 0.0, 100.0)));
    const double here = off(of, pixel, by);
    const auto strength = static_cast<float>(
        std::clamp((std::abs(here) - kNothing_L) / (kWhole - kNothing_L), 0.0, 1.0));
    const Vec3& more = by == Off::Value ? kTooLight : kTooWarm;
    const Vec3& less = by == Off::Value ? kTooDark : kTooCold;
    return (1.0F - strength) * grey + strength * (here > 0.0 ? more : less);
}

}  // namespace

Image comparisonPicture(const Comparison& comparison, Off off) {
    Image image{comparison.grid.width, comparison.grid.height, {}};
    image.rgb.reserve(3 * comparison.sighted.size());
    for (std::size_t p = 0; p < comparison.sighted.size(); ++p) {
        const Vec3 colour = colourAt(comparison, p, off);
        for (int c = 0; c < 3; ++c) {
            image.rgb.push_back(
                static_cast<std::uint8_t>(std::lround(255.0F * std::clamp(colour[c], 0.0F, 1.0F))));
        }
    }
    return image;
}

}  // namespace glaukophos
