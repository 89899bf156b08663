#include "core/picture/coarse_picture.h"

#include <tbb/parallel_for.h>

#include <algorithm>
#include <cmath>
#include <numeric>

namespace glaukophos {
namespace {

constexpr int kWhole = 128;

std::vector<Between> placesOn(int length, int coarse_length, int times) {
    std::vector<Between> places;
    for (int i = 0; i < length; ++i) {
        const float at = (static_cast<float>(i) + 0.5F) / static_cast<float>(times) - 0.5F;
        const int first = std::clamp(static_cast<int>(std::floor(at)), 0, coarse_length - 1);
        const int second = std::min(first + 1, coarse_length - 1);
        places.push_back({first, second, std::clamp(at - static_cast<float>(first), 0.0F, 1.0F)});
    }
    return places;
}

using Weights = std::array<std::uint8_t, 4>;

std::array<float, 4> bilinear(const Between& row, const Between& column) {
    return {(1.0F - row.weight) * (1.0F - column.weight), (1.0F - row.weight) * column.weight,
            row.weight * (1.0F - column.weight), row.weight * column.weight};
}

// As shares of kWhole that add up to it; nothing of all: the first.
Weights rounded(const std::array<float, 4>& shares) {
    const float sum = std::accumulate(shares.begin(), shares.end(), 0.0F);
    if (sum <= 0.0F) return {kWhole, 0, 0, 0};
    Weights weights{};
    int left = kWhole;
    for (std::size_t k = 0; k < 4; ++k) {
        weights.at(k) = static_cast<std::uint8_t>(shares.at(k) / sum * kWhole);
        left -= weights.at(k);
    }
    const auto most = std::ranges::max_element(shares) - shares.begin();
    weights.at(static_cast<std::size_t>(most)) += static_cast<std::uint8_t>(left);
    return weights;
}

// The components of the four pixels that one lies between.
struct Four {
    std::array<const std::uint8_t*, 4> pixels{};

    Four(const Image& coarse, const Between& row, const Between& column) {
        const auto at = [&](int y, int x) {
            return coarse.rgb.data() + 3 * (static_cast<std::ptrdiff_t>(y) * coarse.width + x);
        };
        pixels = {at(row.first, column.first), at(row.first, column.second),
                  at(row.second, column.first), at(row.second, column.second)};
    }
    // Times kWhole.
    [[nodiscard]] int sum(const Weights& weights, std::size_t component) const {
        return weights[0] * pixels[0][component] + weights[1] * pixels[1][component] +
               weights[2] * pixels[2][component] + weights[3] * pixels[3][component];
    }
};

Weights weightsAt(const Enlarging& how, std::size_t row, std::size_t column) {
    if (how.weights.empty()) return rounded(bilinear(how.rows[row], how.columns[column]));
    return how.weights[row * how.columns.size() + column];
}

std::uint8_t byteOf(int value) {
    return static_cast<std::uint8_t>(std::clamp((value + kWhole / 2) / kWhole, 0, 255));
}

std::uint8_t changedByte(std::uint8_t byte, int then, int now) {
    if (now >= then) return byteOf(kWhole * byte + now - then);
    const float share = static_cast<float>(now) / static_cast<float>(then);
    const int doubled = static_cast<int>(share * static_cast<float>(2 * byte));
    return static_cast<std::uint8_t>((doubled + 1) / 2);  // rounded, in a hurry
}

bool rowsDiffer(const Image& then, const Image& now, const Between& row) {
    const auto differs = [&](int y) {
        const auto length = 3 * static_cast<std::ptrdiff_t>(now.width);
        const auto begin = length * y;
        return !std::equal(then.rgb.begin() + begin, then.rgb.begin() + begin + length,
                           now.rgb.begin() + begin);
    };
    return differs(row.first) || differs(row.second);
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
            const std::array<float, 4> all = bilinear(row, column);
            std::array<float, 4> same = all;
            for (std::size_t k = 0; k < 4; ++k) {
                if (coarse_things[four.at(k)] != things[i]) same.at(k) = 0.0F;
            }
            const bool any = std::ranges::any_of(same, [](float w) { return w > 0.0F; });
            how.weights[i] = rounded(any ? same : all);
        }
    });
    return how;
}

Image enlarged(const Image& coarse, const Enlarging& how) {
    Image large{how.grid.width, how.grid.height, {}};
    const std::size_t length = 3 * how.columns.size();
    large.rgb.resize(length * how.rows.size());
    tbb::parallel_for(std::size_t{0}, how.rows.size(), [&](std::size_t y) {
        std::uint8_t* out = large.rgb.data() + length * y;
        for (std::size_t x = 0; x < how.columns.size(); ++x) {
            const Four four(coarse, how.rows[y], how.columns[x]);
            const Weights weights = weightsAt(how, y, x);
            for (std::size_t c = 0; c < 3; ++c) *out++ = byteOf(four.sum(weights, c));
        }
    });
    return large;
}

Image changed(const Image& sharp, const Image& then, const Image& now, const Enlarging& how) {
    Image result = sharp;
    const std::size_t length = 3 * how.columns.size();
    tbb::parallel_for(std::size_t{0}, how.rows.size(), [&](std::size_t y) {
        if (!rowsDiffer(then, now, how.rows[y])) return;
        std::uint8_t* out = result.rgb.data() + length * y;
        for (std::size_t x = 0; x < how.columns.size(); ++x) {
            const Four before(then, how.rows[y], how.columns[x]);
            const Four after(now, how.rows[y], how.columns[x]);
            const Weights weights = weightsAt(how, y, x);
            for (std::size_t c = 0; c < 3; ++c, ++out) {
                *out = changedByte(*out, before.sum(weights, c), after.sum(weights, c));
            }
        }
    });
    return result;
}

}  // namespace glaukophos
