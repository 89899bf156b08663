// Plan and light -> lightness: tone, then what mirrors, then the painter's licences.
#include "core/painted/values.h"

#include <algorithm>

#include "core/base/finite.h"
#include "core/base/parallel.h"
#include "core/colour/adaptation.h"
#include "core/lighting/light_spectra.h"
#include "core/painted/gradients.h"
#include "core/painted/licences.h"
#include "core/painted/specular.h"
#include "core/painted/wear.h"

namespace glaukophos {
namespace {

// What a part sends back under irradiance 1 of a light, as the eye sees it.
Xyz partUnderLight(const Plan& plan, const Part& part, const Reflectance& reflectance,
                   const Light& light, const LightSpectrum& spectrum) {
    // Close to a lamp the eye sees as by day.
    const Night& night = plan.colours.night;
    if (!night.used || isNear(light.kind)) return reflected(spectrum, reflectance);
    return dulledAtNight(spectrum, reflectance, night, part.dulling);
}

PartLightColours coloursOf(const Plan& plan, std::span<const LightSpectrum> spectra) {
    PartLightColours colours;
    for (const Part& part : plan.parts) {
        const Reflectance reflectance = reflectanceOf(part.local_colour);
        std::vector<Xyz>& row = colours.emplace_back();
        for (std::size_t l = 0; l < spectra.size(); ++l) {
            row.push_back(partUnderLight(plan, part, reflectance, plan.lights[l], spectra[l]));
        }
    }
    return colours;
}

// Luminance that each vertex returns, in sums over the lights.
std::vector<float> returnedLuminance(const Plan& plan, const Irradiance& irradiance,
                                     const Values& values, std::span<const float> weights) {
    const Surface& surface = plan.figure->surface;
    std::vector<std::vector<float>> factors;  // a part's luminance under each light
    for (const std::vector<Xyz>& part : values.colours) {
        std::vector<float>& row = factors.emplace_back();
        for (std::size_t l = 0; l < weights.size(); ++l) {
            row.push_back(weights[l] * static_cast<float>(part[l].xyz.y()));
        }
    }
    std::vector<float> returned(surface.parts.size(), 0.0F);
    forChunks(returned.size(), {}, [&](std::size_t begin, std::size_t end) {
        for (std::size_t l = 0; l < weights.size(); ++l) {
            if (weights[l] == 0.0F) continue;
            const std::vector<float>& lit = irradiance.of_lights[l];
            for (std::size_t v = begin; v < end; ++v) {
                returned[v] += factors[surface.parts[v]][l] * lit[v];
            }
        }
        for (std::size_t v = begin; v < end; ++v) returned[v] *= values.kept[v];
    });
    return returned;
}

// Colour of all light on the figure together, by flux, luminance 1: what the eye gets used to.
Xyz meanWhite(const Plan& plan, const Irradiance& irradiance, std::span<const float> areas,
              std::span<const Xyz> light_colours) {
    const std::vector<float> weights = lightWeights(plan);
    Vec3d sum = Vec3d::Zero();
    for (std::size_t l = 0; l < weights.size(); ++l) {
        if (weights[l] <= 0.0F) continue;
        double flux = 0.0;
        for (std::size_t v = 0; v < areas.size(); ++v) {
            flux += areas[v] * irradiance.of_lights[l][v];
        }
        sum += weights[l] * flux * light_colours[l].xyz;
    }
    return sum.y() > 0.0 ? Xyz{sum / sum.y()} : Xyz{d65White()};
}

// What the lightest of the large parts send back of the light, 0..1: they reach the top of the
// range of paint, and all others stay in proportion. A part counts in full from 3 % of the surface
// on, so that a white cord does not darken an oilskin; and of a figure all in dark colours the
// lightest is not painted white.
double lightestPart(const Plan& plan, const Values& values, std::span<const float> returned,
                    std::span<const float> areas) {
    constexpr double kLeast = 0.25;
    constexpr double kFullShare = 0.03;
    struct Sum {
        double area = 0.0;
        double light = 0.0;
        double returned = 0.0;
    };
    std::vector<Sum> sums(plan.parts.size());
    double whole = 0.0;
    for (std::size_t v = 0; v < areas.size(); ++v) {
        Sum& sum = sums[plan.figure->surface.parts[v]];
        sum.area += areas[v];
        sum.light += areas[v] * values.kept[v] * values.light[v];
        sum.returned += areas[v] * returned[v];
        whole += areas[v];
    }
    double lightest = kLeast;
    for (const Sum& sum : sums) {
        if (sum.light <= 0.0) continue;
        const double t = std::min(1.0, sum.area / (kFullShare * whole));
        lightest = std::max(lightest, t * t * (3.0 - 2.0 * t) * sum.returned / sum.light);
    }
    return lightest;
}

// What mirrors towards the viewer, added to what the light and the paint give there.
void addSpecular(const Plan& plan, const Values& values, std::span<float> light,
                 std::span<float> returned) {
    const std::vector<PartIndex>& parts = plan.figure->surface.parts;
    for (std::size_t l = 0; l < values.specular.size(); ++l) {
        const std::vector<float>& specular = values.specular[l];
        if (specular.empty()) continue;
        // On bare primer there is no sheen: what counts is how far it stands out of the part.
        std::vector<float> own;
        for (const std::vector<Xyz>& part : values.colours) {
            own.push_back(static_cast<float>(std::max(1e-3, part[l].xyz.y())));
        }
        forChunks(specular.size(), {}, [&](std::size_t begin, std::size_t end) {
            for (std::size_t v = begin; v < end; ++v) {
                returned[v] += specular[v];
                light[v] += specular[v] / own[parts[v]];
            }
        });
    }
}

// What each part's colours depend on besides the light that falls on it.
std::vector<PartColouring> colouringsOf(const Plan& plan, const Eigen::Matrix3d& adaptation,
                                        const Xyz& white) {
    const Night& night = plan.colours.night;
    ShadingSubject subject;
    subject.main_light = oklabFrom(Xyz{adaptation * white.xyz});
    subject.night = night.used;
    if (night.used) {
        const double away = 1.0 - night.licence;
        subject.shadow_warmth = night.shadow_warmth * away;
        subject.veiled = night.veil * away;
        subject.veil = oklabFrom(Oklch{0.85, 0.045, 255.0});  // the pale blue of painted moons
    }
    const std::vector<bool> turned = turnedOverParts(plan);
    std::vector<PartColouring> colourings;
    for (std::size_t p = 0; p < plan.parts.size(); ++p) {
        const Part& part = plan.parts[p];
        PartColouring& colouring = colourings.emplace_back();
        subject.local = oklabFrom(xyzFrom(linearFrom(part.local_colour)));
        subject.veiled_all = night.used && isMetal(part.material);
        colouring.shading = shadingOf(plan, p);
        // What does not apply is not asked for again at every vertex.
        if (!isRed(subject.local)) colouring.shading.red_guard = false;
        if (!isBlack(subject.local)) colouring.shading.black = BlackHighlight::AsLit;
        colouring.subject = subject;
        colouring.plain = isPlain(colouring.shading, subject);
        if (!turned[p]) continue;
        colouring.plain = true;  // what glows has neither shadows nor a night
        if (part.ramp.kind != RampKind::AsLit) colouring.ramp.emplace(part.ramp);
    }
    return colourings;
}

// All that a glow does not reach is pushed down before it is painted.
void darkenRest(const Plan& plan, const Irradiance& irradiance, std::span<const float> weights,
                Values& values) {
    const double darken = plan.colours.glow.darken;
    const std::vector<bool> near = nearLights(plan);
    if (darken <= 0.0 || std::ranges::find(near, true) == near.end()) return;
    const auto darkest = static_cast<float>(plan.values.paint.darkest);
    forChunks(values.lightness.size(), {}, [&](std::size_t begin, std::size_t end) {
        for (std::size_t v = begin; v < end; ++v) {
            float glow = 0.0F;
            for (std::size_t l = 0; l < weights.size(); ++l) {
                if (near[l]) glow += weights[l] * irradiance.of_lights[l][v];
            }
            const float all = std::max(values.light[v], 1e-9F);
            const float down = static_cast<float>(darken) * std::max(0.0F, 1.0F - glow / all);
            for (float* lightness : {&values.lightness[v], &values.painted[v]}) {
                *lightness = std::max(std::min(darkest, *lightness), *lightness - down);
            }
        }
    });
}

// Metal shows the room at full range, with the lights as glints on top.
void paintMetal(const Plan& plan, const Irradiance& irradiance, Values& values) {
    const auto kept_levels = metalLevels(plan, irradiance);
    const std::vector<float>& levels = *kept_levels;
    const PaintRange& paint = plan.values.paint;
    forChunks(levels.size(), {}, [&](std::size_t begin, std::size_t end) {
        for (std::size_t v = begin; v < end; ++v) {
            if (levels[v] < 0.0F) continue;
            double luminance =
                luminanceOf(paint.darkest + levels[v] * (paint.top() - paint.darkest));
            for (const std::vector<float>& specular : values.specular) {
                if (!specular.empty()) luminance += values.light_tone.gain * specular[v];
            }
            const double lightness = std::min(paint.top(), lightnessOf(std::min(1.0, luminance)));
            values.lightness[v] = static_cast<float>(lightness);
            values.painted[v] = static_cast<float>(lightness);
        }
    });
}

// By quarters where the painter chose so.
void paintFace(const Plan& plan, Values& values) {
    if (!plan.values.face || !plan.values.face->used) return;
    const FaceQuarters& face = *plan.values.face;
    const std::vector<float> quarters =
        quartersOf(plan, face, faceLight(plan, face, values.asLit()), values.asLit());
    for (std::size_t v = 0; v < quarters.size(); ++v) {
        if (quarters[v] < 0.0F) continue;
        values.painted[v] += quarters[v] - values.lightness[v];
        values.lightness[v] = quarters[v];
    }
}

void recolour(const Plan& plan, const Irradiance& irradiance, std::span<const float> areas,
              Values& values) {
    const std::vector<LightSpectrum> spectra = lightSpectra(plan, irradiance);
    values.colours = coloursOf(plan, spectra);
    values.light_colours.clear();
    for (const LightSpectrum& spectrum : spectra) {
        values.light_colours.push_back(colourOf(spectrum));
    }
    const Xyz white = meanWhite(plan, irradiance, areas, values.light_colours);
    Development& development = values.development;
    development.adaptation = adaptationFrom(white, plan.colours.adaptation);
    development.dull = plan.colours.glow.dull;
    development.parts = colouringsOf(plan, development.adaptation, white);
    values.veils = veilsOf(plan);
}

// Lightness that each place gets by its light alone, before licences and metal.
void addLightness(const Plan& plan, std::span<const float> light_seen,
                  std::span<const float> returned, Values& values) {
    const bool by_light = plan.values.basis == BandBasis::Light;
    const ToneTable light_tone(values.light_tone);  // the other differs in its gain alone
    const ToneTable painted_tone = light_tone.withGain(values.development.tone.gain);
    values.lightness.resize(returned.size());
    values.painted.resize(returned.size());
    forChunks(returned.size(), {}, [&](std::size_t begin, std::size_t end) {
        for (std::size_t v = begin; v < end; ++v) {
            values.painted[v] = painted_tone.lightness(returned[v]);
            values.lightness[v] =
                by_light ? light_tone.lightness(light_seen[v]) : values.painted[v];
        }
    });
}

// Where on the scale each part has its lightest place, of which the moon takes hold.
void findTopmost(const Plan& plan, std::span<const float> areas, Values& values) {
    if (!plan.colours.night.used) return;
    std::vector<double> topmost(plan.parts.size(), 0.0);
    for (std::size_t v = 0; v < areas.size(); ++v) {
        double& top = topmost[plan.figure->surface.parts[v]];
        if (areas[v] > 0.0F) {
            top = std::max(top, plan.values.paint.position(values.lightness[v]));
        }
    }
    for (std::size_t p = 0; p < topmost.size(); ++p) {
        values.development.parts[p].subject.topmost = topmost[p];
    }
}

void takeLicences(const Plan& plan, Values& values) {
    if (!hasLicences(plan)) return;
    values.as_lit = values.lightness;
    wear(plan, values.lightness, values.painted);
    layGradients(plan, values.lightness, values.painted);
    liftAndCalm(plan, values.lightness);
    liftAndCalm(plan, values.painted);
    paintFace(plan, values);
}

}  // namespace

void recolour(const Plan& plan, const Irradiance& irradiance, Values& values) {
    const std::vector<float> areas = paintedAreas(plan, irradiance);
    recolour(plan, irradiance, areas, values);
    if (values.lightness.size() == areas.size()) findTopmost(plan, areas, values);
}

Values valuesOf(const Plan& plan, const Irradiance& irradiance, const Values* exposed_as) {
    const Figure& figure = *plan.figure;
    const std::vector<float> areas = paintedAreas(plan, irradiance);
    Values values;
    if (exposed_as == nullptr) {
        recolour(plan, irradiance, areas, values);
    } else {
        values.development = exposed_as->development;
        values.development.dull = 0.0;  // nothing is pushed down before the glow
        values.colours = exposed_as->colours;
        values.light_colours = exposed_as->light_colours;
        values.veils = exposed_as->veils;
    }
    const std::vector<float> weights = lightWeights(plan);
    values.light = sumOfLights(irradiance, weights, figure.receiverCount());

    const std::size_t vertices = figure.vertexCount();
    const std::span<const float> on_figure(values.light.data(), vertices);
    const PaintRange& paint = plan.values.paint;
    if (exposed_as == nullptr) {
        values.light_tone = {autoGain(on_figure, areas, plan.values.exposure_stops),
                             plan.values.contrast, paint.darkest, paint.top()};
    } else {
        values.light_tone = exposed_as->light_tone;
    }
    const auto top = static_cast<float>(1.0 / values.light_tone.gain);
    values.kept.resize(values.light.size());
    std::ranges::transform(values.light, values.kept.begin(),
                           [top](float light) { return light > top ? top / light : 1.0F; });

    std::vector<float> returned = returnedLuminance(plan, irradiance, values, weights);
    if (exposed_as == nullptr) {
        const double lightest = lightestPart(plan, values, returned, areas);
        values.development.tone = {values.light_tone.gain / lightest, plan.values.contrast,
                                   paint.darkest, paint.top()};
    }

    std::vector<float> light_seen(on_figure.begin(), on_figure.end());
    values.specular = specularOf(plan, irradiance, weights);
    addSpecular(plan, values, light_seen, returned);

    addLightness(plan, light_seen, returned, values);
    paintMetal(plan, irradiance, values);
    if (exposed_as == nullptr) darkenRest(plan, irradiance, weights, values);
    takeLicences(plan, values);
    if (exposed_as == nullptr) findTopmost(plan, areas, values);
    requireFinite(values.light, "light of all together");
    requireFinite(values.lightness, "values");
    requireFinite(values.painted, "painted values");
    return values;
}

double shareAtTheTop(const Plan& plan, const Irradiance& irradiance, const Values& values) {
    const std::vector<float> areas = paintedAreas(plan, irradiance);
    const double top = 0.9999 / values.light_tone.gain;
    double area = 0.0;
    double over = 0.0;
    for (std::size_t v = 0; v < areas.size(); ++v) {
        area += areas[v];
        if (values.light[v] >= top) over += areas[v];
    }
    return area > 0.0 ? over / area : 0.0;
}

}  // namespace glaukophos
