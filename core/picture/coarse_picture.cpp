#include "core/picture/coarse_picture.h"

#include <tbb/parallel_for.h>

#include <algorithm>

namespace glaukophos {
namespace {

constexpr int kWhole = 16;  // weights are sixteenths

// Where the pixels of one line lie between those of a coarse one.
struct Between {
    int first = 0;
    int second = 0;
    int weight = 0;  // of the second, 0..kWhole
};

std::vector<Between> placesOn(int length, int coarse_length, int times) {
    std::vector<Between> places;
    for (int i = 0; i < length; ++i) {
        // In sixteenths of a coarse pixel, from the middle of the first.
        const int at = std::max(0, (kWhole * (2 * i + 1 - times)) / (2 * times));
        const int first = std::min(at / kWhole, coarse_length - 1);
        places.push_back({first, std::min(first + 1, coarse_length - 1), at % kWhole});
    }
    return places;
}

// One line of a coarse picture at the height of a full one, times kWhole.
std::vector<int> lineAt(const Image& coarse, const Between& row) {
    const auto length = 3 * static_cast<std::size_t>(coarse.width);
    const std::uint8_t* const first =
        coarse.rgb.data() + length * static_cast<std::size_t>(row.first);
    const std::uint8_t* const second =
        coarse.rgb.data() + length * static_cast<std::size_t>(row.second);
    std::vector<int> line(length);
    for (std::size_t i = 0; i < length; ++i) {
        line[i] = (kWhole - row.weight) * first[i] + row.weight * second[i];
    }
    return line;
}

// A component of a pixel of the full picture, times kWhole twice.
int componentAt(const std::vector<int>& line, const Between& column, int component) {
    const auto of = [&](int pixel) {
        return line[static_cast<std::size_t>(3 * pixel + component)];
    };
    return (kWhole - column.weight) * of(column.first) + column.weight * of(column.second);
}

std::uint8_t rounded(int value) {
    constexpr int kBoth = kWhole * kWhole;
    return static_cast<std::uint8_t>(std::clamp((value + kBoth / 2) / kBoth, 0, 255));
}

std::uint8_t changedByte(std::uint8_t byte, int then, int now) {
    if (now < then) {
        const float share = static_cast<float>(now) / static_cast<float>(then);
        return static_cast<std::uint8_t>(share * static_cast<float>(byte) + 0.5F);
    }
    return rounded(kWhole * kWhole * byte + now - then);
}

}  // namespace

Image enlarged(const Image& coarse, const PixelGrid& grid, int times) {
    Image large{grid.width, grid.height, {}};
    const auto length = 3 * static_cast<std::size_t>(grid.width);
    large.rgb.resize(length * static_cast<std::size_t>(grid.height));
    const std::vector<Between> columns = placesOn(grid.width, coarse.width, times);
    const std::vector<Between> rows = placesOn(grid.height, coarse.height, times);
    tbb::parallel_for(std::size_t{0}, rows.size(), [&](std::size_t y) {
        const std::vector<int> line = lineAt(coarse, rows[y]);
        std::uint8_t* out = large.rgb.data() + length * y;
        for (const Between& column : columns) {
            for (int c = 0; c < 3; ++c) *out++ = rounded(componentAt(line, column, c));
        }
    });
    return large;
}

Image changed(const Image& sharp, const Image& then, const Image& now, int times) {
    Image result = sharp;
    const auto length = 3 * static_cast<std::size_t>(sharp.width);
    const std::vector<Between> columns = placesOn(sharp.width, now.width, times);
    const std::vector<Between> rows = placesOn(sharp.height, now.height, times);
    tbb::parallel_for(std::size_t{0}, rows.size(), [&](std::size_t y) {
        const std::vector<int> before = lineAt(then, rows[y]);
        const std::vector<int> after = lineAt(now, rows[y]);
        if (before == after) return;
        std::uint8_t* out = result.rgb.data() + length * y;
        for (const Between& column : columns) {
            for (int c = 0; c < 3; ++c, ++out) {
                *out = changedByte(*out, componentAt(before, column, c),
                                   componentAt(after, column, c));
            }
        }
    });
    return result;
}

}  // namespace glaukophos
