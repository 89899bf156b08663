// The surface sorted into a few steps of value, with areas and border lengths.
#pragma once

#include <span>
#include <string>
#include <vector>

#include "core/geometry/surface.h"
#include "core/value/tone.h"

namespace glaukophos {

inline constexpr int kFewestBands = 3;
inline constexpr int kMostBands = 9;

// "Deep", "Shade" ... "Peak": what band `band` of `count` is called, 0 the darkest.
const char* bandName(std::size_t band, std::size_t count);

// L* at the borders between neighbouring bands, ascending; one fewer than there are bands.
using BandBorders = std::vector<double>;

enum class BandsBy {
    Steps,   // borders at given L*
    Shares,  // borders where the bands get given shares of the area
};

struct BandChoices {
    int count = 5;  // kFewestBands..kMostBands
    BandsBy by = BandsBy::Steps;
    BandBorders borders;         // for Steps; empty: equal steps
    std::vector<double> shares;  // for Shares: dark to light, `count` entries, sum 1
    // Patches smaller than the mark of a brush tip this wide are not painted; 0 keeps them.
    double speck_mm = 0.8;
    // Lit neighbours parted by a dip this shallow and this narrow are painted as one ...
    double dip_depth = 7.0;  // L*; 0 joins nothing
    double dip_width_mm = 2.0;
    int levels_apart = 1;  // ... except in so many of the lightest bands
    bool operator==(const BandChoices&) const = default;
};

// Equal steps of L* over what light may reach of the range of paint.
BandBorders equalSteps(std::size_t count, const PaintRange& paint);

// Borders that give each band its share (sum 1) of the area.
struct SharedBorders {
    BandBorders borders;  // ascending by at least 0.2 L* where the surface has less variety
    // Of the area in pure shadow, where that is more than the darkest band was to have: all of it
    // is in that band, and the others share the rest in proportion. Else 0.
    double shadow_share = 0.0;
};

// From vertices alone, for previews. `lightness` in L* and `areas_mm2` have one entry a vertex;
// `shadow` is the L* of pure shadow.
SharedBorders bordersFor(std::span<const double> shares, std::span<const float> lightness,
                         std::span<const float> areas_mm2, double shadow);

// `borders` ascending.
std::size_t bandOf(double lightness, std::span<const double> borders);

// Where in the sequence of bands an L* lies, 0 at the darkest paint .. count at the top, and back.
double levelOf(double lightness, std::span<const double> borders, const PaintRange& paint);
double lightnessAt(double level, std::span<const double> borders, const PaintRange& paint);

// The L* half-way between the borders of a band.
double middleOf(std::size_t band, std::span<const double> borders, const PaintRange& paint);

struct PartBands {
    std::vector<double> areas_mm2;          // one entry a band; empty: nothing is painted in bands
    std::vector<double> border_lengths_mm;  // one entry a border

    [[nodiscard]] double area_mm2() const;
    // 0..1; zero for a part without area.
    [[nodiscard]] double share(std::size_t band) const;
};

// The bands, from the third darkest up, that cover more than the one below: the lighter the layer,
// the smaller its area, or the gradient is lost (common practice, no source).
std::vector<std::size_t> bandsThatDoNotShrink(const PartBands& bands);

struct Bands {
    BandBorders borders;
    std::vector<PartBands> parts;  // one entry a part; all zero for parts that are sources
    PartBands whole;               // the sum over the parts, but those that glow
    double shadow_share = 0.0;     // see SharedBorders

    [[nodiscard]] std::size_t count() const { return borders.size() + 1; }
};

// Surface that is not painted in bands, or on its own. Each may be empty for none.
struct LeftOut {
    std::vector<bool> source_parts;
    std::vector<bool> hidden_vertices;  // triangles with three such corners
    std::vector<bool> apart;            // parts that do not count for the whole

    [[nodiscard]] bool isSource(PartIndex part) const {
        return part < source_parts.size() && source_parts[part];
    }
    [[nodiscard]] bool isApart(std::size_t part) const {
        return part < apart.size() && apart[part];
    }
    [[nodiscard]] bool isHidden(const Triangle& t) const {
        return !hidden_vertices.empty() && hidden_vertices[t[0]] && hidden_vertices[t[1]] &&
               hidden_vertices[t[2]];
    }
};

// The same by exact clipping of each triangle.
SharedBorders bordersByArea(const Surface& surface, std::span<const double> shares,
                            std::span<const float> lightness, const LeftOut& left_out,
                            double shadow);

// "Pure shadow alone is 62 %: all of it is Deep; the rest is shared out 30 : 20 : 10."; empty where
// the shares asked for are the shares had.
std::string shadowWords(const BandChoices& choices, const Bands& bands);

// Areas and lengths by exact clipping of each triangle, over which `lightness` (one entry a
// vertex, L*) runs linearly.
Bands sortIntoBands(const Surface& surface, std::span<const float> lightness,
                    const BandBorders& borders, const LeftOut& left_out);

}  // namespace glaukophos
