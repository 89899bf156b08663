// Mean light of each band on each part, developed into a colour.
#include "core/value/ladder.h"

#include <algorithm>

namespace glaukophos {
namespace {

// Area-weighted sums over the vertices of one part in one band.
struct BandSum {
    double weight = 0.0;
    std::vector<double> irradiance;  // one entry a light
};

using PartSums = std::array<BandSum, kBandCount>;

std::vector<PartSums> sumsOf(const LadderInput& input) {
    const std::size_t lights = input.irradiance.size();
    std::vector<PartSums> sums(input.surface.part_areas_mm2.size());
    for (PartSums& part : sums) {
        for (BandSum& band : part) band.irradiance.assign(lights, 0.0);
    }
    for (std::size_t v = 0; v < input.surface.parts.size(); ++v) {
        BandSum& sum =
            sums[input.surface.parts[v]][bandOf(input.lightness[v], input.bands.borders)];
        const double weight = input.areas_mm2[v];
        sum.weight += weight;
        for (std::size_t l = 0; l < lights; ++l) {
            sum.irradiance[l] += weight * input.kept[v] * input.weights[l] * input.irradiance[l][v];
        }
    }
    return sums;
}

// A colour stronger than paint can be keeps its lightness and hue and loses chroma. The gamut of a
// screen stands for that of paint until the rack of paints is known.
void setTarget(Step& step, const Lab& wanted) {
    step.shown = displayable(wanted);
    step.target = labFrom(xyzFrom(linearFrom(step.shown)));
}

Step stepOf(const BandSum& sum, const std::vector<Xyz>& colours, const Development& development) {
    Step step;
    if (sum.weight <= 0.0) return step;
    Xyz returned;
    for (std::size_t l = 0; l < colours.size(); ++l) {
        const Vec3d part = sum.irradiance[l] / sum.weight * colours[l].xyz;
        step.light_shares.push_back(part.y());
        returned.xyz += part;
    }
    if (returned.xyz.y() > 0.0) {
        for (double& share : step.light_shares) share /= returned.xyz.y();
    }
    step.present = true;
    setTarget(step, development.colour(returned));
    return step;
}

}  // namespace

PartLightColours partLightColours(std::span<const Reflectance> parts,
                                  std::span<const LightSpectrum> lights) {
    PartLightColours colours;
    for (const Reflectance& part : parts) {
        std::vector<Xyz>& row = colours.emplace_back();
        for (const LightSpectrum& light : lights) row.push_back(reflected(light, part));
    }
    return colours;
}

Xyz Development::developed(const Xyz& light_returned) const {
    const double luminance = luminanceOf(tone.lightness(light_returned.xyz.y()));
    const Vec3d seen = adaptation * light_returned.xyz;
    if (seen.y() <= 0.0) return {d65White() * luminance};
    return {seen * (luminance / seen.y())};
}

Lab Development::colour(const Xyz& light_returned) const {
    return labFrom(developed(light_returned));
}

std::vector<Ladder> partLadders(const LadderInput& input) {
    const std::vector<PartSums> sums = sumsOf(input);
    std::vector<Ladder> ladders(sums.size());
    for (std::size_t part = 0; part < sums.size(); ++part) {
        const PartBands& bands = input.bands.parts[part];
        if (bands.area_mm2() <= 0.0) continue;
        for (std::size_t b = 0; b < kBandCount; ++b) {
            Step& step = ladders[part][b];
            step = stepOf(sums[part][b], input.colours[part], input.development);
            step.share = bands.share(b);
            step.area_mm2 = bands.areas_mm2[b];
        }
    }
    return ladders;
}

Ladder wholeLadder(const Bands& bands, std::span<const Ladder> parts) {
    Ladder whole;
    for (std::size_t b = 0; b < kBandCount; ++b) {
        Step& step = whole[b];
        step.share = bands.whole.share(b);
        step.area_mm2 = bands.whole.areas_mm2[b];
        double weight = 0.0;
        Xyz mean;
        for (const Ladder& ladder : parts) {
            const Step& part = ladder[b];
            if (!part.present) continue;
            weight += part.area_mm2;
            mean.xyz += part.area_mm2 * xyzFrom(part.target).xyz;
            step.light_shares.resize(part.light_shares.size(), 0.0);
            for (std::size_t l = 0; l < part.light_shares.size(); ++l) {
                step.light_shares[l] += part.area_mm2 * part.light_shares[l];
            }
        }
        if (weight <= 0.0) continue;
        for (double& share : step.light_shares) share /= weight;
        step.present = true;
        setTarget(step, labFrom(Xyz{mean.xyz / weight}));
    }
    return whole;
}

}  // namespace glaukophos
