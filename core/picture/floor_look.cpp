#include "core/picture/floor_look.h"

#include <algorithm>

namespace glaukophos {
namespace {

template <class Fill>
void forFloor(const Plan& plan, std::vector<Vec3>& colours, const Fill& fill) {
    for (std::size_t i = plan.figure->vertexCount(); i < colours.size(); ++i) {
        colours[i] = fill(i);
    }
}

}  // namespace

float skyVisibilityAt(const Appearance& appearance, std::size_t receiver) {
    return appearance.irradiance.sky_visibility.empty()
               ? 1.0F
               : appearance.irradiance.sky_visibility[receiver];
}

// Soft contact shadow: how much of the sky the figure takes from the floor.
void plainFloor(const Plan& plan, const Appearance& appearance, std::vector<Vec3>& colours) {
    forFloor(plan, colours, [&](std::size_t i) {
        const float open = skyVisibilityAt(appearance, i);
        return Vec3::Constant(0.25F + 0.75F * open * open);
    });
}

// Colour and strength of each light, for sums that stay in RGB.
std::vector<Vec3> lightColours(const Plan& plan) {
    std::vector<Vec3> lights;
    const std::vector<float> weights = lightWeights(plan);
    for (std::size_t l = 0; l < weights.size(); ++l) {
        const Vec3d rgb = displayColourOf(plan.lights[l].colour).rgb;
        const double luminance = xyzFrom(LinearRgb{rgb}).xyz.y();
        lights.push_back((weights[l] / std::max(luminance, 1e-3) * rgb).cast<float>());
    }
    return lights;
}

// The ground takes the light's colour: relative to what it gets far away from the figure.
void litFloor(const Plan& plan, const Appearance& appearance, const std::vector<Vec3>& lights,
              std::vector<Vec3>& colours) {
    const auto sumAt = [&](std::size_t i) {
        Vec3 sum = Vec3::Zero();
        for (std::size_t l = 0; l < lights.size(); ++l) {
            sum += appearance.irradiance.of_lights[l][i] * lights[l];
        }
        return sum;
    };
    const auto gain = static_cast<float>(appearance.values.light_tone.gain);
    const auto litAt = [&](std::size_t i) { return Vec3(gain * sumAt(i) + Vec3::Constant(0.05F)); };
    // Per channel, so that the open floor keeps the neutral grey that colours are judged against.
    const Vec3 away = litAt(colours.size() - 1);
    forFloor(plan, colours, [&](std::size_t i) {
        const float open = skyVisibilityAt(appearance, i);
        return Vec3((0.4F + 0.6F * open) * litAt(i).cwiseQuotient(away).cwiseMin(9.0F));
    });
}

// The lattice of the floor is coarse: without this the edges of shadows show it.
void softenFloor(const Plan& plan, std::vector<Vec3>& colours) {
    const auto side = static_cast<std::size_t>(plan.figure->form->floor.side);
    const std::size_t first = plan.figure->vertexCount();
    const auto blur = [&](std::size_t step, std::size_t across) {  // binomial, along one direction
        for (std::size_t line = 0; line < side; ++line) {
            Vec3 before = colours[first + line * across];
            for (std::size_t i = 1; i + 1 < side; ++i) {
                Vec3& here = colours[first + line * across + i * step];
                const Vec3 own = here;
                here = 0.25F * before + 0.5F * own +
                       0.25F * colours[first + line * across + (i + 1) * step];
                before = own;
            }
        }
    };
    for (int pass = 0; pass < 2; ++pass) {
        blur(1, side);
        blur(side, 1);
    }
}

}  // namespace glaukophos
