// Mixtures of light by luminance; nothing is traced here.
#include "core/lighting/light_spectra.h"

#include <algorithm>

namespace glaukophos {
namespace {

// What falls on one kind of thrower: flux of each light, and how it is sent back.
struct Thrower {
    std::vector<double> fluxes;  // one entry a light
    Reflectance reflectance;
};

Reflectance white() {
    Reflectance reflectance;
    reflectance.share.setOnes();
    return reflectance;
}

Thrower partOf(const Plan& plan, const Irradiance& irradiance, PartIndex part) {
    const Surface& surface = plan.figure->surface;
    Thrower thrower{std::vector<double>(plan.lights.size(), 0.0),
                    reflectanceOf(plan.parts[part].local_colour)};
    for (std::size_t v = 0; v < surface.parts.size(); ++v) {
        if (surface.parts[v] != part) continue;
        for (std::size_t l = 0; l < thrower.fluxes.size(); ++l) {
            thrower.fluxes[l] += surface.areas_mm2[v] * irradiance.of_lights[l][v];
        }
    }
    return thrower;
}

Thrower floorOf(const Plan& plan, const Irradiance& irradiance) {
    Thrower thrower{std::vector<double>(plan.lights.size(), 0.0), white()};
    const double cell_mm2 = std::pow(plan.figure->form->floor.spacing_mm, 2.0);
    for (std::size_t i = plan.figure->vertexCount(); i < plan.figure->receiverCount(); ++i) {
        for (std::size_t l = 0; l < thrower.fluxes.size(); ++l) {
            thrower.fluxes[l] += cell_mm2 * irradiance.of_lights[l][i];
        }
    }
    return thrower;
}

std::vector<Thrower> throwersOf(const Plan& plan, const Irradiance& irradiance,
                                const Bounce& bounce) {
    std::vector<Thrower> throwers;
    for (const PartIndex part : bounce.from_parts) {
        throwers.push_back(partOf(plan, irradiance, part));
    }
    if (bounce.from_floor) throwers.push_back(floorOf(plan, irradiance));
    return throwers;
}

}  // namespace

std::vector<LightSpectrum> lightSpectra(const Plan& plan, const Irradiance& irradiance) {
    std::vector<LightSpectrum> spectra;
    for (const Light& light : plan.lights) spectra.push_back(spectrumOf(light.colour));
    const std::vector<float> weights = lightWeights(plan);
    for (std::size_t l = 0; l < plan.lights.size(); ++l) {
        const auto* bounce = std::get_if<Bounce>(&plan.lights[l].kind);
        if (bounce == nullptr) continue;
        LightSpectrum sum;
        for (const Thrower& thrower : throwersOf(plan, irradiance, *bounce)) {
            for (std::size_t other = 0; other < weights.size(); ++other) {
                if (throwsBack(plan.lights[other])) continue;
                const double luminance = weights[other] * thrower.fluxes[other];
                if (luminance <= 0.0) continue;
                const LightSpectrum sent = filtered(spectra[other], thrower.reflectance);
                sum.power += luminance * ofLuminanceOne(sent).power;
            }
        }
        if (sum.power.maxCoeff() <= 0.0) continue;  // nothing to throw back: its own colour
        const Srgb tint = encodedFrom(displayColourOf(plan.lights[l].colour));
        spectra[l] = filtered(sum, reflectanceOf(tint));
    }
    return spectra;
}

}  // namespace glaukophos
