// From light to the lightness that is to be painted.
#pragma once

#include <span>
#include <vector>

namespace glaukophos {

// What dry paint can show between a black and a white paint (common practice, no source).
inline constexpr double kDarkestPaint = 10.0;   // L*
inline constexpr double kLightestPaint = 95.0;  // L*; the source itself is painted lighter

// A monotone curve from luminance to painted L*.
struct Tone {
    double gain = 1.0;      // luminance times gain = 1 is painted at kLightestPaint
    double contrast = 0.0;  // 0 keeps light's own proportions, 1 is a painter's exaggeration

    [[nodiscard]] double lightness(double luminance) const;
    // The luminance that is painted at `lightness`; inverse of the above inside the paint range.
    [[nodiscard]] double luminance(double lightness) const;
};

// The value below which `share` (0..1) of the total weight lies. Zero when there is no weight.
double weightedQuantile(std::span<const float> values, std::span<const float> weights,
                        double share);

// Gain that puts the brightest half per cent of the area at the top, moved by `stops` (doublings).
double autoGain(std::span<const float> luminance, std::span<const float> weights, double stops);

}  // namespace glaukophos
