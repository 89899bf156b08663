#include "core/picture/coarse_picture.h"

#include <tbb/parallel_for.h>

#include <Eigen/Core>
#include <algorithm>
#include <numeric>

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

// In proportion, to add up to kWhole; `otherwise` where there are none.
Weights madeWhole(const Weights& weights, const Weights& otherwise) {
    const int sum = std::accumulate(weights.begin(), weights.end(), 0);
    if (sum == 0) return otherwise;
    Weights whole{};
    int left = kWhole;
    for (std::size_t k = 0; k < 4; ++k) {
        whole.at(k) = static_cast<std::uint16_t>(weights.at(k) * kWhole / sum);
        left -= whole.at(k);
    }
    *std::ranges::max_element(whole) += static_cast<std::uint16_t>(left);
    return whole;
}

Weights weightsAt(const Enlarging& how, std::size_t row, std::size_t column) {
    if (how.weights.empty()) return bilinear(how.rows[row], how.columns[column]);
    return how.weights[row * how.columns.size() + column];
}

// The components of a pixel side by side, for arithmetic on all of them at once; the last is idle.
using Components = Eigen::Array4f;

Components componentsOf(const std::uint8_t* rgb) {
    return {static_cast<float>(rgb[0]), static_cast<float>(rgb[1]), static_cast<float>(rgb[2]),
            0.0F};
}

// A coarse picture then and now.
struct CoarsePixel {
    Components then;
    Components now;
    bool differs = false;
};

std::vector<CoarsePixel> coarsePixels(const Image& then, const Image& now) {
    std::vector<CoarsePixel> pixels(now.rgb.size() / 3);
    for (std::size_t i = 0; i < pixels.size(); ++i) {
        pixels[i].then = componentsOf(then.rgb.data() + 3 * i);
        pixels[i].now = componentsOf(now.rgb.data() + 3 * i);
        pixels[i].differs = (pixels[i].then != pixels[i].now).any();
    }
    return pixels;
}

// A pixel changed as the four round it are, with these weights; up to the nearest step. Written
// out, since this is done for every pixel of a moving picture.
void change(std::uint8_t* rgb, const CoarsePixel& a, const CoarsePixel& b, const CoarsePixel& c,
            const CoarsePixel& d, const Weights& weights) {
    const auto wa = static_cast<float>(weights[0]);
    const auto wb = static_cast<float>(weights[1]);
    const auto wc = static_cast<float>(weights[2]);
    const auto wd = static_cast<float>(weights[3]);
    const Components then = wa * a.then + wb * b.then + wc * c.then + wd * d.then;
    const Components now = wa * a.now + wb * b.now + wc * c.now + wd * d.now;
    // In proportion where it gets darker, by as many steps where it gets lighter.
    const Components ratio = ((now + 1.0F) / (then + 1.0F)).min(1.0F);
    const Components more = (now - then).max(0.0F) / static_cast<float>(kWhole);
    const Components after = (componentsOf(rgb) * ratio + more + 0.5F).min(255.0F);
    rgb[0] = static_cast<std::uint8_t>(after[0]);
    rgb[1] = static_cast<std::uint8_t>(after[1]);
    rgb[2] = static_cast<std::uint8_t>(after[2]);
}

}  // namespace

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
            Weights same = all;
            for (std::size_t k = 0; k < 4; ++k) {
                if (coarse_things[four.at(k)] != things[i]) same.at(k) = 0;
            }
            how.weights[i] = madeWhole(same, all);
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
    Image result = sharp;
    const std::vector<CoarsePixel> coarse = coarsePixels(then, now);
    const std::size_t length = 3 * how.columns.size();
    tbb::parallel_for(std::size_t{0}, how.rows.size(), [&](std::size_t y) {
        std::uint8_t* out = result.rgb.data() + length * y;
        const auto row = [&](int at) {
            return coarse.data() + static_cast<std::ptrdiff_t>(at) * now.width;
        };
        const CoarsePixel* upper = row(how.rows[y].first);
        const CoarsePixel* lower = row(how.rows[y].second);
        for (std::size_t x = 0; x < how.columns.size(); ++x, out += 3) {
            const Between& column = how.columns[x];
            const CoarsePixel& a = upper[column.first];
            const CoarsePixel& b = upper[column.second];
            const CoarsePixel& c = lower[column.first];
            const CoarsePixel& d = lower[column.second];
            if (!a.differs && !b.differs && !c.differs && !d.differs) continue;
            change(out, a, b, c, d, weightsAt(how, y, x));
        }
    });
    return result;
}

}  // namespace glaukophos
