#include "core/picture/coarse_picture.h"

#include <tbb/blocked_range.h>
#include <tbb/parallel_for.h>

#include <algorithm>
#include <numeric>
#include <span>

namespace glaukophos {
namespace {

constexpr int kSixteen = 16;
constexpr int kWhole = kSixteen * kSixteen;

std::vector<Between> placesOn(int length, int coarse_length, int times) {
    std::vector<Between> places;
    for (int i = 0; i < length; ++i) {
        // From the middle of the first coarse pixel.
        const int sixteenths =
            std::clamp(kSixteen * (2 * i + 1 - times) / (2 * times), 0, kSixteen * coarse_length);
        const int first = std::min(sixteenths / kSixteen, coarse_length - 1);
        places.push_back({first, std::min(first + 1, coarse_length - 1), sixteenths % kSixteen});
    }
    return places;
}

using Weights = std::array<std::uint16_t, 4>;

Weights bilinear(const Between& row, const Between& column) {
    const auto product = [](int a, int b) { return static_cast<std::uint16_t>(a * b); };
    return {product(kSixteen - row.weight, kSixteen - column.weight),
            product(kSixteen - row.weight, column.weight),
            product(row.weight, kSixteen - column.weight), product(row.weight, column.weight)};
}

// How much a coarse pixel says of one that shows this.
float likeness(const ShownThing& one, const ShownThing& other) {
    if (one.thing != other.thing) return 0.0F;
    const float alike = std::max(0.0F, one.normal.dot(other.normal));
    return alike * alike * alike * alike;
}

// In proportion, to add up to kWhole; `otherwise` where there are none.
Weights madeWhole(const std::array<float, 4>& weights, const Weights& otherwise) {
    const float sum = std::accumulate(weights.begin(), weights.end(), 0.0F);
    if (sum < 1.0F) return otherwise;
    Weights whole{};
    int left = kWhole;
    for (std::size_t k = 0; k < 4; ++k) {
        whole.at(k) = static_cast<std::uint16_t>(weights.at(k) * kWhole / sum);
        left -= whole.at(k);
    }
    *std::ranges::max_element(whole) += static_cast<std::uint16_t>(left);
    return whole;
}

// The components of a pixel side by side, for arithmetic on all of them at once; the last is idle.
// The compiler's own vectors: converting number by number would be most of the work.
using Components [[gnu::vector_size(16)]] = float;
using Whole [[gnu::vector_size(16)]] = std::int32_t;

Components componentsOf(const std::uint8_t* rgb) {
    return __builtin_convertvector((Whole{rgb[0], rgb[1], rgb[2], 0}), Components);
}

Components componentsOf(const Weights& weights) {
    return __builtin_convertvector((Whole{weights[0], weights[1], weights[2], weights[3]}),
                                   Components);
}

struct CoarsePixel {
    Components then{};
    Components now{};
    bool differs = false;
};

// One row of a coarse picture, then and now, kept while the rows below it lean on it.
struct CoarseRow {
    int row = -1;
    bool differs = false;  // anywhere
    std::vector<CoarsePixel> pixels;

    void read(const Image& before, const Image& after, int wanted) {
        if (row == wanted) return;
        row = wanted;
        const auto width = static_cast<std::size_t>(after.width);
        const std::size_t first = 3 * width * static_cast<std::size_t>(row);
        const std::uint8_t* then = before.rgb.data() + first;
        const std::uint8_t* now = after.rgb.data() + first;
        differs = !std::equal(then, then + 3 * width, now);
        pixels.resize(width);
        for (CoarsePixel& pixel : pixels) {
            pixel = {componentsOf(then), componentsOf(now), !std::equal(then, then + 3, now)};
            then += 3;
            now += 3;
        }
    }
};

// A pixel changed as the four round it are, with these weights; up to the nearest step. Written
// out, since this is done for every pixel of a moving picture.
void change(const std::uint8_t* sharp, std::uint8_t* rgb, const CoarsePixel& a,
            const CoarsePixel& b, const CoarsePixel& c, const CoarsePixel& d,
            const Weights& weights) {
    const Components w = componentsOf(weights);
    const Components then = w[0] * a.then + w[1] * b.then + w[2] * c.then + w[3] * d.then;
    const Components now = w[0] * a.now + w[1] * b.now + w[2] * c.now + w[3] * d.now;
    // In proportion where it gets darker, by as many steps where it gets lighter.
    const Components before = componentsOf(sharp);
    const Components darker = before * ((now + 1.0F) / (then + 1.0F));
    const Components lighter = before + (now - then) / static_cast<float>(kWhole);
    const Components after = (now < then ? darker : lighter) + 0.5F;
    const Components inside = after < 255.0F ? after : Components{} + 255.0F;
    const Whole steps = __builtin_convertvector(inside, Whole);
    for (int k = 0; k < 3; ++k) rgb[k] = static_cast<std::uint8_t>(steps[k]);
}

// All pixels of a row. What is read is held apart from the bytes that are written, or the compiler
// would read it again after each.
void changeRow(const Enlarging& how, std::size_t y, const CoarseRow& upper, const CoarseRow& lower,
               const std::uint8_t* sharp, std::uint8_t* rgb) {
    const std::span<const Between> columns(how.columns);
    const Weights* weights = how.weights.empty() ? nullptr : &how.weights[y * columns.size()];
    const CoarsePixel* above = upper.pixels.data();
    const CoarsePixel* below = lower.pixels.data();
    const Between row = how.rows[y];
    for (const Between& column : columns) {
        const CoarsePixel& a = above[column.first];
        const CoarsePixel& b = above[column.second];
        const CoarsePixel& c = below[column.first];
        const CoarsePixel& d = below[column.second];
        if (a.differs || b.differs || c.differs || d.differs) {
            change(sharp, rgb, a, b, c, d, weights != nullptr ? *weights : bilinear(row, column));
        }
        if (weights != nullptr) ++weights;
        sharp += 3;
        rgb += 3;
    }
}

}  // namespace

ShownThings shownThings(const TracedFrame& frame, const Surface& surface) {
    ShownThings things;
    things.reserve(frame.pixels.size());
    for (const PixelHit& hit : frame.pixels) {
        if (hit.triangle == kNothing) {
            things.push_back({kNothing, Vec3::UnitZ()});
            continue;
        }
        const Triangle& t = surface.mesh.triangles[hit.triangle];
        const Vec3 normal = (1.0F - hit.u - hit.v) * surface.normals[t[0]] +
                            hit.u * surface.normals[t[1]] + hit.v * surface.normals[t[2]];
        things.push_back({surface.labels[hit.triangle], normal.stableNormalized()});
    }
    return things;
}

Enlarging enlargingBy(int times, const PixelGrid& grid) {
    const PixelGrid coarse = coarser(grid, times);
    return {grid,
            placesOn(grid.width, coarse.width, times),
            placesOn(grid.height, coarse.height, times),
            {}};
}

Enlarging enlargingBy(int times, const PixelGrid& grid, const ShownThings& things,
                      const ShownThings& coarse_things) {
    Enlarging how = enlargingBy(times, grid);
    const auto width = static_cast<std::size_t>(coarser(grid, times).width);
    how.weights.resize(things.size());
    tbb::parallel_for(std::size_t{0}, how.rows.size(), [&](std::size_t y) {
        const Between& row = how.rows[y];
        const auto upper = width * static_cast<std::size_t>(row.first);
        const auto lower = width * static_cast<std::size_t>(row.second);
        for (std::size_t x = 0; x < how.columns.size(); ++x) {
            const std::size_t i = y * how.columns.size() + x;
            const Between& column = how.columns[x];
            const auto left = static_cast<std::size_t>(column.first);
            const auto right = static_cast<std::size_t>(column.second);
            const std::array<std::size_t, 4> four = {upper + left, upper + right, lower + left,
                                                     lower + right};
            const Weights all = bilinear(row, column);
            std::array<float, 4> alike{};
            for (std::size_t k = 0; k < 4; ++k) {
                alike.at(k) =
                    static_cast<float>(all.at(k)) * likeness(things[i], coarse_things[four.at(k)]);
            }
            how.weights[i] = madeWhole(alike, all);
        }
    });
    return how;
}

Image enlarged(const Image& coarse, const Enlarging& how) {
    Image large{how.grid.width, how.grid.height, {}};
    const std::size_t length = 3 * how.columns.size();
    const std::size_t coarse_length = 3 * static_cast<std::size_t>(coarse.width);
    large.rgb.resize(length * how.rows.size());
    tbb::parallel_for(std::size_t{0}, how.rows.size(), [&](std::size_t y) {
        const Between& row = how.rows[y];
        const std::uint8_t* upper =
            coarse.rgb.data() + coarse_length * static_cast<std::size_t>(row.first);
        const std::uint8_t* lower =
            coarse.rgb.data() + coarse_length * static_cast<std::size_t>(row.second);
        std::vector<int> line(coarse_length);  // between the two rows, in sixteenths
        for (std::size_t i = 0; i < coarse_length; ++i) {
            line[i] = (kSixteen - row.weight) * upper[i] + row.weight * lower[i];
        }
        std::uint8_t* out = large.rgb.data() + length * y;
        for (const Between& column : how.columns) {
            const int* left = line.data() + 3 * static_cast<std::ptrdiff_t>(column.first);
            const int* right = line.data() + 3 * static_cast<std::ptrdiff_t>(column.second);
            for (int c = 0; c < 3; ++c) {
                const int sum = (kSixteen - column.weight) * left[c] + column.weight * right[c];
                *out++ = static_cast<std::uint8_t>((sum + kWhole / 2) / kWhole);
            }
        }
    });
    return large;
}

Image changed(const Image& sharp, const Image& then, const Image& now, const Enlarging& how) {
    Image result{sharp.width, sharp.height, std::vector<std::uint8_t>(sharp.rgb.size())};
    const std::size_t length = 3 * how.columns.size();
    constexpr std::size_t kRows = 16;
    const tbb::blocked_range<std::size_t> all(0, how.rows.size(), kRows);
    tbb::parallel_for(all, [&](const auto& range) {
        CoarseRow upper;
        CoarseRow lower;
        for (std::size_t y = range.begin(); y < range.end(); ++y) {
            const Between& row = how.rows[y];
            const std::uint8_t* from = sharp.rgb.data() + length * y;
            std::uint8_t* to = result.rgb.data() + length * y;
            std::copy_n(from, length, to);
            if (lower.row == row.first) std::swap(upper, lower);
            upper.read(then, now, row.first);
            lower.read(then, now, row.second);
            if (upper.differs || lower.differs) changeRow(how, y, upper, lower, from, to);
        }
    });
    return result;
}

}  // namespace glaukophos
