// Mean light of each band on each part, developed into a colour.
#include "core/painted/ladder.h"

#include <tbb/blocked_range.h>
#include <tbb/parallel_reduce.h>

#include <algorithm>

namespace glaukophos {
namespace {

// Area-weighted sums over the vertices of one part in one band.
struct BandSum {
    double weight = 0.0;
    double luminance = 0.0;  // as painted
    double position = 0.0;
    std::vector<double> irradiance;  // one entry a light
    std::vector<double> specular;    // one entry a light, or none
};

using PartSums = std::vector<BandSum>;  // one entry a band

void add(BandSum& sum, const LadderInput& input, std::size_t v) {
    const double weight = input.areas_mm2[v];
    sum.weight += weight;
    sum.luminance += weight * luminanceOf(input.painted[v]);
    sum.position += weight * input.paint.position(input.lightness[v]);
    const double kept = weight * input.kept[v];
    for (std::size_t l = 0; l < sum.irradiance.size(); ++l) {
        if (input.weights[l] == 0.0F) continue;
        sum.irradiance[l] += kept * input.weights[l] * input.irradiance[l][v];
    }
    for (std::size_t l = 0; l < sum.specular.size(); ++l) {
        if (!input.specular[l].empty()) sum.specular[l] += weight * input.specular[l][v];
    }
}

void add(BandSum& sum, const BandSum& other) {
    sum.weight += other.weight;
    sum.luminance += other.luminance;
    sum.position += other.position;
    for (std::size_t l = 0; l < sum.irradiance.size(); ++l)
        sum.irradiance[l] += other.irradiance[l];
    for (std::size_t l = 0; l < sum.specular.size(); ++l) sum.specular[l] += other.specular[l];
}

// In parallel, but always added up in the same order.
std::vector<PartSums> sumsOf(const LadderInput& input) {
    constexpr std::size_t kGrain = 16384;
    BandSum nothing;
    nothing.irradiance.assign(input.irradiance.size(), 0.0);
    nothing.specular.assign(input.specular.size(), 0.0);
    const std::vector<PartSums> none(input.surface.part_areas_mm2.size(),
                                     PartSums(input.bands.count(), nothing));
    return tbb::parallel_deterministic_reduce(
        tbb::blocked_range<std::size_t>(0, input.surface.parts.size(), kGrain), none,
        [&](const auto& range, std::vector<PartSums> sums) {
            for (std::size_t v = range.begin(); v < range.end(); ++v) {
                if (input.areas_mm2[v] <= 0.0F) continue;
                const std::size_t band = bandOf(input.lightness[v], input.bands.borders);
                add(sums[input.surface.parts[v]][band], input, v);
            }
            return sums;
        },
        [](std::vector<PartSums> sums, const std::vector<PartSums>& other) {
            for (std::size_t part = 0; part < sums.size(); ++part) {
                for (std::size_t b = 0; b < sums[part].size(); ++b) {
                    add(sums[part][b], other[part][b]);
                }
            }
            return sums;
        });
}

// A colour stronger than paint can be keeps its lightness and hue and loses chroma. The gamut of a
// screen stands for that of paint until the rack of paints is known.
void setTarget(Rung& step, const Lab& wanted) {
    step.shown = displayable(wanted);
    step.target = labFrom(xyzFrom(linearFrom(step.shown)));
}

double glowShare(const std::vector<double>& light_shares, const std::vector<bool>& lights_near) {
    double share = 0.0;
    for (std::size_t l = 0; l < light_shares.size(); ++l) {
        if (lights_near[l]) share += light_shares[l];
    }
    return share;
}

Rung stepOf(const BandSum& sum, std::size_t part_index, std::size_t band,
            const LadderInput& input) {
    const std::vector<Xyz>& colours = input.colours[part_index];
    Rung step;
    if (sum.weight <= 0.0) return step;
    Xyz returned;
    for (std::size_t l = 0; l < colours.size(); ++l) {
        Vec3d part = sum.irradiance[l] / sum.weight * colours[l].xyz;
        if (!sum.specular.empty())
            part += sum.specular[l] / sum.weight * input.light_colours[l].xyz;
        step.light_shares.push_back(part.y());
        returned.xyz += part;
    }
    if (returned.xyz.y() > 0.0) {
        for (double& share : step.light_shares) share /= returned.xyz.y();
    }
    step.present = true;
    step.position = sum.position / sum.weight;
    double lightness = lightnessOf(sum.luminance / sum.weight);
    // Settling moves the border, not what is painted: the target stays inside its band.
    const BandBorders& borders = input.bands.borders;
    if (input.by_painted && band > 0) lightness = std::max(lightness, borders[band - 1]);
    if (input.by_painted && band < borders.size()) lightness = std::min(lightness, borders[band]);
    const Place place{lightness, step.position, glowShare(step.light_shares, input.lights_near)};
    setTarget(step, labFrom(input.development.coloured(part_index, returned, place)));
    return step;
}

}  // namespace

std::vector<Ladder> partLadders(const LadderInput& input) {
    const std::vector<PartSums> sums = sumsOf(input);
    // Parts that share a ladder share its colours; each keeps its own areas.
    std::vector<PartSums> shared(sums.size());
    for (std::size_t part = 0; part < sums.size(); ++part) {
        PartSums& ladder = shared[input.shared[part]];
        if (ladder.empty()) {
            ladder = sums[part];
        } else {
            for (std::size_t b = 0; b < ladder.size(); ++b) add(ladder[b], sums[part][b]);
        }
    }
    std::vector<Ladder> ladders(sums.size(), Ladder(input.bands.count()));
    for (std::size_t part = 0; part < sums.size(); ++part) {
        const PartBands& bands = input.bands.parts[part];
        if (bands.area_mm2() <= 0.0) continue;
        for (std::size_t b = 0; b < ladders[part].size(); ++b) {
            Rung& step = ladders[part][b];
            if (sums[part][b].weight <= 0.0) continue;
            step = stepOf(shared[input.shared[part]][b], part, b, input);
            step.share = bands.share(b);
            step.area_mm2 = bands.areas_mm2[b];
        }
    }
    return ladders;
}

Ladder wholeLadder(const Bands& bands, std::span<const Ladder> parts, const LeftOut& left_out) {
    Ladder whole(bands.count());
    for (std::size_t b = 0; b < whole.size(); ++b) {
        Rung& step = whole[b];
        step.share = bands.whole.share(b);
        step.area_mm2 = bands.whole.areas_mm2[b];
        double weight = 0.0;
        Xyz mean;
        for (std::size_t p = 0; p < parts.size(); ++p) {
            const Rung& part = parts[p][b];
            if (!part.present || left_out.isApart(p)) continue;
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
