// The surface sorted into five steps of value, with areas and border lengths.
#pragma once

#include <array>
#include <span>
#include <vector>

#include "core/geometry/surface.h"

namespace glaukophos {

inline constexpr std::size_t kBandCount = 5;
inline constexpr std::array<const char*, kBandCount> kBandNames = {"Deep", "Shade", "Middle",
                                                                   "Light", "Peak"};

// L* at the borders between neighbouring bands, ascending.
using BandBorders = std::array<double, kBandCount - 1>;

// Equal steps of L* over the range of paint.
BandBorders equalSteps();

// `borders` ascending.
std::size_t bandOf(double lightness, std::span<const double> borders);

struct PartBands {
    std::array<double, kBandCount> areas_mm2{};
    std::array<double, kBandCount - 1> border_lengths_mm{};

    [[nodiscard]] double area_mm2() const;
    // 0..1; zero for a part without area.
    [[nodiscard]] double share(std::size_t band) const;
};

struct Bands {
    BandBorders borders{};
    std::vector<PartBands> parts;  // one entry a part; all zero for parts that are sources
    PartBands whole;               // the sum over the parts
};

// Surface that is not painted in bands. Either may be empty for none.
struct LeftOut {
    std::vector<bool> source_parts;
    std::vector<bool> hidden_vertices;  // triangles with three such corners

    [[nodiscard]] bool isSource(PartIndex part) const {
        return part < source_parts.size() && source_parts[part];
    }
};

// Areas and lengths by exact clipping of each triangle, over which `lightness` (one entry a
// vertex, L*) runs linearly.
Bands sortIntoBands(const Surface& surface, std::span<const float> lightness,
                    const BandBorders& borders, const LeftOut& left_out);

}  // namespace glaukophos
