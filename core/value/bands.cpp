// Clipping triangles at the band borders.
#include "core/value/bands.h"

#include <tbb/blocked_range.h>
#include <tbb/parallel_reduce.h>

#include <algorithm>
#include <numeric>

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

bool isHidden(const Triangle& t, const std::vector<bool>& hidden) {
    return !hidden.empty() && hidden[t[0]] && hidden[t[1]] && hidden[t[2]];
}

void add(PartBands& sum, const PartBands& other) {
    for (std::size_t i = 0; i < kBandCount; ++i) sum.areas_mm2[i] += other.areas_mm2[i];
    for (std::size_t i = 0; i + 1 < kBandCount; ++i) {
        sum.border_lengths_mm[i] += other.border_lengths_mm[i];
    }
}

// In parallel, but always added up in the same order.
PartBands bandsOf(const Mesh& mesh, std::span<const Triangle> triangles,
                  std::span<const float> lightness, const BandBorders& borders,
                  const std::vector<bool>& hidden) {
    constexpr std::size_t kGrain = 4096;
    return tbb::parallel_deterministic_reduce(
        tbb::blocked_range<std::size_t>(0, triangles.size(), kGrain), PartBands{},
        [&](const auto& range, PartBands sum) {
            for (std::size_t i = range.begin(); i < range.end(); ++i) {
                const Triangle& t = triangles[i];
                if (isHidden(t, hidden)) continue;
                const double area = areaVector(mesh, t).norm();
                addTriangle(sum, sortedCorners(mesh, t, lightness), area, borders);
            }
            return sum;
        },
        [](PartBands sum, const PartBands& other) {
            add(sum, other);
            return sum;
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

std::size_t bandOf(double lightness, const BandBorders& borders) {
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

Bands sortIntoBands(const Mesh& mesh, std::span<const float> lightness, const BandBorders& borders,
                    const LeftOut& left_out) {
    Bands bands;
    bands.borders = borders;
    bands.parts.resize(mesh.partCount());
    for (std::size_t part = 0; part < mesh.partCount(); ++part) {
        if (part < left_out.source_parts.size() && left_out.source_parts[part]) continue;
        bands.parts[part] =
            bandsOf(mesh, mesh.trianglesOf(part), lightness, borders, left_out.hidden_vertices);
        add(bands.whole, bands.parts[part]);
    }
    return bands;
}

}  // namespace glaukophos
