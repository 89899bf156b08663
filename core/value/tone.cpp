// CIE lightness, bent by contrast, squeezed into the range of paint.
#include "core/value/tone.h"

#include <algorithm>
#include <cmath>
#include <numeric>

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
    return kDarkestPaint + (kLightestPaint - kDarkestPaint) * bend(t, contrast);
}

double Tone::luminance(double lightness) const {
    const double bent = (lightness - kDarkestPaint) / (kLightestPaint - kDarkestPaint);
    return luminanceOf(100.0 * unbend(std::clamp(bent, 0.0, 1.0), contrast)) / gain;
}

double weightedQuantile(std::span<const float> values, std::span<const float> weights,
                        double share) {
    struct Weighted {
        float value;
        float weight;
    };
    std::vector<Weighted> kept;
    kept.reserve(weights.size());
    double total = 0.0;
    for (std::size_t i = 0; i < weights.size(); ++i) {
        if (weights[i] <= 0.0F) continue;
        kept.push_back({values[i], weights[i]});
        total += weights[i];
    }
    if (kept.empty()) return 0.0;
    // Partial sorting by halves: only the side that holds the quantile is looked at again.
    double wanted = share * total;
    auto first = kept.begin();
    auto last = kept.end();
    while (last - first > 1) {
        const auto middle = first + (last - first) / 2;
        std::nth_element(first, middle, last,
                         [](const Weighted& a, const Weighted& b) { return a.value < b.value; });
        const double below = std::accumulate(
            first, middle, 0.0, [](double sum, const Weighted& w) { return sum + w.weight; });
        if (wanted < below) {
            last = middle;
        } else {
            wanted -= below;
            first = middle;
        }
    }
    return first->value;
}

double autoGain(std::span<const float> luminance, std::span<const float> weights, double stops) {
    const double brightest = weightedQuantile(luminance, weights, 0.995);
    return brightest > 0.0 ? std::exp2(stops) / brightest : std::exp2(stops);
}

}  // namespace glaukophos
