// From light to the lightness that is to be painted.
#pragma once

#include <algorithm>
#include <array>
#include <cmath>
#include <span>
#include <vector>

namespace glaukophos {

// What dry paint can show between a black and a white paint (common practice, no source).
inline constexpr double kDarkestPaint = 10.0;   // L*
inline constexpr double kLightestPaint = 95.0;  // L*

// L* of the blackest and the whitest paint at hand. The white is kept for the source: what it
// lights stays below by a margin ("no reflection may be lighter than the source": common practice,
// no source).
struct PaintRange {
    double darkest = kDarkestPaint;
    double lightest = kLightestPaint;
    double margin = 4.0;  // L*

    [[nodiscard]] double top() const { return lightest - margin; }  // of what is lit
    // 0 at the darkest .. 1 at the top of what is lit.
    [[nodiscard]] double position(double lightness) const {
        return std::clamp((lightness - darkest) / std::max(top() - darkest, 1.0), 0.0, 1.0);
    }
    bool operator==(const PaintRange&) const = default;
};

// A monotone curve from luminance to painted L*.
struct Tone {
    double gain = 1.0;      // luminance times gain = 1 is painted at the top of the range
    double contrast = 0.0;  // 0 keeps light's own proportions, 1 is a painter's exaggeration
    double darkest = PaintRange{}.darkest;
    double lightest = PaintRange{}.top();

    [[nodiscard]] double lightness(double luminance) const;
    // The luminance that is painted at this L*; inverse of the above inside the paint range.
    [[nodiscard]] double luminance(double wanted) const;
};

// The same curve by table, for whole surfaces; within 0.02 L*.
class ToneTable {
  public:
    explicit ToneTable(const Tone& tone);
    [[nodiscard]] ToneTable withGain(double gain) const;  // all else the same
    [[nodiscard]] float lightness(float luminance) const {
        // Even steps of the square root, since the curve is steepest in the dark.
        const float lit = m_gain * luminance;
        const float place = lit > 0.0F ? std::sqrt(std::min(lit, 1.0F)) * kSteps : 0.0F;
        const auto step = std::min(static_cast<std::size_t>(place), std::size_t{kSteps} - 1);
        const float part = place - static_cast<float>(step);
        return m_lightness[step] + part * (m_lightness[step + 1] - m_lightness[step]);
    }

  private:
    static constexpr int kSteps = 2048;
    float m_gain;
    std::array<float, kSteps + 1> m_lightness{};
};

// The value below which `share` (0..1) of the total weight lies; negative values count as 0. Zero
// when there is no weight.
double weightedQuantile(std::span<const float> values, std::span<const float> weights,
                        double share);

// Gain that puts the brightest half per cent of the area at the top, moved by `stops` (doublings).
double autoGain(std::span<const float> luminance, std::span<const float> weights, double stops);

}  // namespace glaukophos
