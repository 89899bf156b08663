// CIE lightness, bent by contrast, squeezed into the range of paint.
#include "core/value/tone.h"

#include <algorithm>
#include <bit>
#include <cmath>
#include <cstdint>
#include <utility>

#include "core/colour/colour.h"

namespace glaukophos {
namespace {

// Darkens below the middle and lightens above it; monotone for contrast in 0..1.
double bend(double t, double contrast) {
    return (1.0 - contrast) * t + contrast * t * t * (3.0 - 2.0 * t);
}

double unbend(double bent, double contrast) {
    double low = 0.0;
    double high = 1.0;
    for (int i = 0; i < 48; ++i) {
        const double middle = 0.5 * (low + high);
        (bend(middle, contrast) < bent ? low : high) = middle;
    }
    return 0.5 * (low + high);
}

}  // namespace

double Tone::lightness(double luminance) const {
    const double t = lightnessOf(std::clamp(gain * luminance, 0.0, 1.0)) / 100.0;
    return darkest + (lightest - darkest) * bend(t, contrast);
}

double Tone::luminance(double wanted) const {
    const double bent = (wanted - darkest) / (lightest - darkest);
    return luminanceOf(100.0 * unbend(std::clamp(bent, 0.0, 1.0), contrast)) / gain;
}

ToneTable ToneTable::withGain(double gain) const {
    ToneTable other = *this;
    other.m_gain = static_cast<float>(gain);
    return other;
}

ToneTable::ToneTable(const Tone& tone) : m_gain(static_cast<float>(tone.gain)) {
    Tone curve = tone;
    curve.gain = 1.0;
    for (int i = 0; i <= kSteps; ++i) {
        const double root = static_cast<double>(i) / kSteps;
        m_lightness[static_cast<std::size_t>(i)] = static_cast<float>(curve.lightness(root * root));
    }
}

double weightedQuantile(std::span<const float> values, std::span<const float> weights,
                        double share) {
    // Floats that are not negative sort like their bits: first into bins by the upper bits, few
    // enough to stay in the cache, then only the bin that holds the quantile is sorted.
    constexpr unsigned kLower = 19;
    const auto binOf = [](float value) { return std::bit_cast<std::uint32_t>(value) >> kLower; };
    std::vector<double> bins(std::size_t{1} << (31 - kLower), 0.0);
    double total = 0.0;
    for (std::size_t i = 0; i < weights.size(); ++i) {
        if (weights[i] <= 0.0F) continue;
        bins[binOf(std::max(0.0F, values[i]))] += static_cast<double>(weights[i]);
        total += static_cast<double>(weights[i]);
    }
    if (total <= 0.0) return 0.0;
    double wanted = share * total;
    std::size_t bin = 0;
    while (bin + 1 < bins.size() && wanted >= bins[bin]) wanted -= bins[bin++];
    std::vector<std::pair<float, float>> inside;  // value and weight
    for (std::size_t i = 0; i < weights.size(); ++i) {
        const float value = std::max(0.0F, values[i]);
        if (weights[i] > 0.0F && binOf(value) == bin) inside.emplace_back(value, weights[i]);
    }
    std::ranges::sort(inside);
    for (const auto& [value, weight] : inside) {
        wanted -= static_cast<double>(weight);
        if (wanted < 0.0) return static_cast<double>(value);
    }
    // Rounding left nothing in the bin: the highest value of all.
    return inside.empty() ? static_cast<double>(std::ranges::max(values))
                          : static_cast<double>(inside.back().first);
}

double autoGain(std::span<const float> luminance, std::span<const float> weights, double stops) {
    const double brightest = weightedQuantile(luminance, weights, 0.995);
    return brightest > 0.0 ? std::exp2(stops) / brightest : std::exp2(stops);
}

}  // namespace glaukophos
