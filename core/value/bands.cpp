// Clipping triangles at the band borders.
#include "core/value/bands.h"

#include <fmt/format.h>
#include <tbb/blocked_range.h>
#include <tbb/parallel_reduce.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <numeric>
#include <optional>

namespace glaukophos {
namespace {

// A triangle with its corners in ascending order of lightness.
struct Sorted {
    std::array<Vec3, 3> at{};
    std::array<float, 3> value{};
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

void add(PartBands& sum, const PartBands& other) {
    for (std::size_t i = 0; i < sum.areas_mm2.size(); ++i) sum.areas_mm2[i] += other.areas_mm2[i];
    for (std::size_t i = 0; i < sum.border_lengths_mm.size(); ++i) {
        sum.border_lengths_mm[i] += other.border_lengths_mm[i];
    }
}

PartBands emptyBands(const BandBorders& borders) {
    return {std::vector<double>(borders.size() + 1, 0.0), std::vector<double>(borders.size(), 0.0)};
}

// L* between borders; what is less far above pure shadow counts as that.
constexpr double kLeastStep = 0.2;

void addBorder(double border, BandBorders& borders) {
    borders.push_back(borders.empty() ? border : std::max(border, borders.back() + kLeastStep));
}

// Share of the area below each border, and the share in pure shadow where that decides the first.
struct SharesBelow {
    std::vector<double> below;
    double shadow_share = 0.0;
};
SharesBelow sharesAboveShadow(std::span<const double> shares, double in_shadow) {
    SharesBelow wanted;
    if (in_shadow > shares.front()) wanted.shadow_share = in_shadow;
    double below = 0.0;
    for (std::size_t i = 0; i + 1 < shares.size(); ++i) {
        below += shares[i];
        // Of what is not in shadow the others keep their proportions.
        const double above = (below - shares.front()) / std::max(1e-9, 1.0 - shares.front());
        wanted.below.push_back(wanted.shadow_share > 0.0 ? in_shadow + (1.0 - in_shadow) * above
                                                         : below);
    }
    return wanted;
}

using AllBands = std::vector<PartBands>;  // one entry a part

// In parallel, but always added up in the same order.
AllBands bandsOf(const Surface& surface, std::span<const float> lightness,
                 const BandBorders& borders, const LeftOut& left_out) {
    constexpr std::size_t kGrain = 4096;
    const Mesh& mesh = surface.mesh;
    const AllBands none(surface.part_areas_mm2.size(), emptyBands(borders));
    return tbb::parallel_deterministic_reduce(
        tbb::blocked_range<std::size_t>(0, mesh.triangles.size(), kGrain), none,
        [&](const auto& range, AllBands sums) {
            for (std::size_t i = range.begin(); i < range.end(); ++i) {
                const Triangle& t = mesh.triangles[i];
                const PartIndex part = surface.labels[i];
                if (left_out.isSource(part) || left_out.isHidden(t)) continue;
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

const char* bandName(std::size_t band, std::size_t count) {
    static const std::vector<std::vector<const char*>> names = {
        {"Shade", "Middle", "Light"},
        {"Deep", "Shade", "Light", "Peak"},
        {"Deep", "Shade", "Middle", "Light", "Peak"},
        {"Deep", "Shade", "Low middle", "High middle", "Light", "Peak"},
        {"Deep", "Shade", "Low middle", "Middle", "High middle", "Light", "Peak"},
        {"Deep", "Low shade", "High shade", "Low middle", "High middle", "Low light", "High light",
         "Peak"},
        {"Deep", "Low shade", "High shade", "Low middle", "Middle", "High middle", "Low light",
         "High light", "Peak"}};
    return names.at(count - kFewestBands).at(band);
}

BandBorders equalSteps(std::size_t count, const PaintRange& paint) {
    BandBorders borders;
    for (std::size_t i = 1; i < count; ++i) {
        borders.push_back(
            lightnessAt(static_cast<double>(i) / static_cast<double>(count), {}, paint));
    }
    return borders;
}

SharedBorders bordersFor(std::span<const double> shares, std::span<const float> lightness,
                         std::span<const float> areas_mm2, double shadow) {
    double total = 0.0;
    double in_shadow = 0.0;
    for (std::size_t v = 0; v < areas_mm2.size(); ++v) {
        total += areas_mm2[v];
        if (lightness[v] < shadow + kLeastStep) in_shadow += areas_mm2[v];
    }
    const auto [wanted, shadow_share] =
        sharesAboveShadow(shares, total > 0.0 ? in_shadow / total : 0.0);
    SharedBorders shared{{}, shadow_share};
    for (const double below : wanted) {
        const bool is_shadow = shadow_share > 0.0 && shared.borders.empty();
        const double border =
            is_shadow ? shadow + kLeastStep : weightedQuantile(lightness, areas_mm2, below);
        addBorder(border, shared.borders);
    }
    return shared;
}

SharedBorders bordersByArea(const Surface& surface, std::span<const double> shares,
                            std::span<const float> lightness, const LeftOut& left_out,
                            double shadow) {
    const auto belowEach = [&](const BandBorders& borders) {
        const AllBands parts = bandsOf(surface, lightness, borders, left_out);
        PartBands whole = emptyBands(borders);
        for (std::size_t p = 0; p < parts.size(); ++p) {
            if (!left_out.isApart(p)) add(whole, parts[p]);
        }
        std::vector<double> below;  // shares of the area, one entry a border
        double sum = 0.0;
        for (std::size_t b = 0; b < borders.size(); ++b) {
            sum += whole.share(b);
            below.push_back(sum);
        }
        return below;
    };
    const auto [wanted, shadow_share] =
        sharesAboveShadow(shares, belowEach({shadow + kLeastStep}).front());
    BandBorders low(wanted.size(), 0.0);
    BandBorders high(wanted.size(), 100.0);
    BandBorders middle(wanted.size(), 50.0);
    constexpr int kHalvings = 16;  // to 0.002 L*
    for (int i = 0; i < kHalvings; ++i) {
        for (std::size_t b = 0; b < middle.size(); ++b) middle[b] = 0.5 * (low[b] + high[b]);
        const std::vector<double> below = belowEach(middle);
        for (std::size_t b = 0; b < middle.size(); ++b) {
            (below[b] < wanted[b] ? low[b] : high[b]) = middle[b];
        }
    }
    SharedBorders shared{{}, shadow_share};
    for (std::size_t b = 0; b < middle.size(); ++b) {
        addBorder(shadow_share > 0.0 && b == 0 ? shadow + kLeastStep : high[b], shared.borders);
    }
    return shared;
}

std::size_t bandOf(double lightness, std::span<const double> borders) {
    std::size_t band = 0;
    while (band < borders.size() && lightness >= borders[band]) ++band;
    return band;
}

double levelOf(double lightness, std::span<const double> borders, const PaintRange& paint) {
    const std::size_t band = bandOf(lightness, borders);
    const double low = band == 0 ? paint.darkest : borders[band - 1];
    const double high = band == borders.size() ? paint.top() : borders[band];
    if (high <= low) return static_cast<double>(band);
    return static_cast<double>(band) + std::clamp((lightness - low) / (high - low), 0.0, 1.0);
}

double lightnessAt(double level, std::span<const double> borders, const PaintRange& paint) {
    const double last = static_cast<double>(borders.size());
    const double band = std::clamp(std::floor(level), 0.0, last);
    const auto index = static_cast<std::size_t>(band);
    const double low = index == 0 ? paint.darkest : borders[index - 1];
    const double high = index == borders.size() ? paint.top() : borders[index];
    return low + std::clamp(level - band, 0.0, 1.0) * (high - low);
}

double middleOf(std::size_t band, std::span<const double> borders, const PaintRange& paint) {
    return lightnessAt(static_cast<double>(band) + 0.5, borders, paint);
}

double PartBands::area_mm2() const {
    return std::accumulate(areas_mm2.begin(), areas_mm2.end(), 0.0);
}

double PartBands::share(std::size_t band) const {
    const double total = area_mm2();
    return total > 0.0 ? areas_mm2.at(band) / total : 0.0;
}

std::vector<std::size_t> bandsThatDoNotShrink(const PartBands& bands) {
    constexpr double kSmallest = 0.02;  // a share below which nobody would notice
    std::vector<std::size_t> faults;
    for (std::size_t b = 2; b < bands.areas_mm2.size(); ++b) {
        const bool larger = bands.areas_mm2[b] > bands.areas_mm2[b - 1];
        if (larger && bands.share(b) > kSmallest) faults.push_back(b);
    }
    return faults;
}

std::string shadowWords(const BandChoices& choices, const Bands& bands) {
    if (bands.shadow_share <= 0.0 || choices.shares.size() != bands.count()) return {};
    std::string rest;
    for (std::size_t b = 1; b < choices.shares.size(); ++b) {
        rest += fmt::format("{}{:.0f}", b == 1 ? "" : " : ", 100.0 * choices.shares[b]);
    }
    return fmt::format("Pure shadow alone is {:.0f} %: all of it is {}; the rest is shared out {}.",
                       100.0 * bands.shadow_share, bandName(0, bands.count()), rest);
}

Bands sortIntoBands(const Surface& surface, std::span<const float> lightness,
                    const BandBorders& borders, const LeftOut& left_out) {
    Bands bands;
    bands.borders = borders;
    bands.whole = emptyBands(borders);
    bands.parts = bandsOf(surface, lightness, borders, left_out);
    for (std::size_t p = 0; p < bands.parts.size(); ++p) {
        if (!left_out.isApart(p)) add(bands.whole, bands.parts[p]);
    }
    return bands;
}

}  // namespace glaukophos
