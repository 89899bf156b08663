// Clipping triangles at the band borders.
#include "core/value/bands.h"

#include <tbb/blocked_range.h>
#include <tbb/parallel_reduce.h>

#include <algorithm>
#include <numeric>
#include <optional>

#include "core/value/tone.h"

namespace glaukophos {
namespace {

// A triangle with its corners in ascending order of lightness.
struct Sorted {
    std::array<Vec3, 3> at;
    std::array<float, 3> value;
};

Sorted sortedCorners(const Mesh& mesh, const Triangle& t, std::span<const float> lightness) {
    std::array<std::uint32_t, 3> corner = t;
    std::ranges::sort(corner, {}, [&](std::uint32_t v) { return lightness[v]; });
    Sorted sorted;
    for (std::size_t k = 0; k < 3; ++k) {
        sorted.at[k] = mesh.positions_mm[corner[k]];
        sorted.value[k] = lightness[corner[k]];
    }
    return sorted;
}

// Share of the triangle's area where the value is above `border`.
double shareAbove(const Sorted& s, double border) {
    const double low = s.value[0];
    const double middle = s.value[1];
    const double high = s.value[2];
    if (border <= low) return 1.0;
    if (border >= high) return 0.0;
    if (border >= middle) {
        return (high - border) * (high - border) / ((high - low) * (high - middle));
    }
    return 1.0 - (border - low) * (border - low) / ((high - low) * (middle - low));
}

Vec3 crossing(const Sorted& s, std::size_t from, std::size_t to, double border) {
    const double t = (border - s.value[from]) / (s.value[to] - s.value[from]);
    return s.at[from] + static_cast<float>(t) * (s.at[to] - s.at[from]);
}

// Length of the border line inside the triangle.
double borderLength(const Sorted& s, double border) {
    if (border <= s.value[0] || border >= s.value[2]) return 0.0;
    const Vec3 across = crossing(s, 0, 2, border);
    const Vec3 other = border < s.value[1] ? crossing(s, 0, 1, border) : crossing(s, 1, 2, border);
    return (across - other).norm();
}

void addTriangle(PartBands& bands, const Sorted& s, double area, const BandBorders& borders) {
    double above = 1.0;
    for (std::size_t i = 0; i < borders.size(); ++i) {
        const double next = shareAbove(s, borders[i]);
        bands.areas_mm2[i] += area * (above - next);
        bands.border_lengths_mm[i] += borderLength(s, borders[i]);
        above = next;
    }
    bands.areas_mm2.back() += area * above;
}

// The band that a whole triangle lies in; none when a border crosses it. Most triangles do.
std::optional<std::size_t> oneBand(const Triangle& t, std::span<const float> lightness,
                                   const BandBorders& borders) {
    const auto [low, high] = std::minmax({lightness[t[0]], lightness[t[1]], lightness[t[2]]});
    const std::size_t band = bandOf(low, borders);
    if (band < borders.size() && high >= borders[band]) return std::nullopt;
    return band;
}

bool isHidden(const Triangle& t, const std::vector<bool>& hidden) {
    return !hidden.empty() && hidden[t[0]] && hidden[t[1]] && hidden[t[2]];
}

void add(PartBands& sum, const PartBands& other) {
    for (std::size_t i = 0; i < kBandCount; ++i) sum.areas_mm2[i] += other.areas_mm2[i];
    for (std::size_t i = 0; i + 1 < kBandCount; ++i) {
        sum.border_lengths_mm[i] += other.border_lengths_mm[i];
    }
}

using AllBands = std::vector<PartBands>;  // one entry a part

// In parallel, but always added up in the same order.
AllBands bandsOf(const Surface& surface, std::span<const float> lightness,
                 const BandBorders& borders, const LeftOut& left_out) {
    constexpr std::size_t kGrain = 4096;
    const Mesh& mesh = surface.mesh;
    const AllBands none(surface.part_areas_mm2.size());
    return tbb::parallel_deterministic_reduce(
        tbb::blocked_range<std::size_t>(0, mesh.triangles.size(), kGrain), none,
        [&](const auto& range, AllBands sums) {
            for (std::size_t i = range.begin(); i < range.end(); ++i) {
                const Triangle& t = mesh.triangles[i];
                const PartIndex part = surface.labels[i];
                if (left_out.isSource(part) || isHidden(t, left_out.hidden_vertices)) continue;
                const double area = surface.triangle_areas_mm2[i];
                if (const auto band = oneBand(t, lightness, borders)) {
                    sums[part].areas_mm2[*band] += area;
                    continue;
                }
                addTriangle(sums[part], sortedCorners(mesh, t, lightness), area, borders);
            }
            return sums;
        },
        [](AllBands sums, const AllBands& other) {
            for (std::size_t part = 0; part < sums.size(); ++part) add(sums[part], other[part]);
            return sums;
        });
}

}  // namespace

BandBorders equalSteps() {
    BandBorders borders;
    const double step = (kLightestPaint - kDarkestPaint) / static_cast<double>(kBandCount);
    for (std::size_t i = 0; i < borders.size(); ++i) {
        borders[i] = kDarkestPaint + step * static_cast<double>(i + 1);
    }
    return borders;
}

std::size_t bandOf(double lightness, std::span<const double> borders) {
    std::size_t band = 0;
    while (band < borders.size() && lightness >= borders[band]) ++band;
    return band;
}

double PartBands::area_mm2() const {
    return std::accumulate(areas_mm2.begin(), areas_mm2.end(), 0.0);
}

double PartBands::share(std::size_t band) const {
    const double total = area_mm2();
    return total > 0.0 ? areas_mm2.at(band) / total : 0.0;
}

Bands sortIntoBands(const Surface& surface, std::span<const float> lightness,
                    const BandBorders& borders, const LeftOut& left_out) {
    Bands bands;
    bands.borders = borders;
    bands.parts = bandsOf(surface, lightness, borders, left_out);
    for (const PartBands& part : bands.parts) add(bands.whole, part);
    return bands;
}

}  // namespace glaukophos
