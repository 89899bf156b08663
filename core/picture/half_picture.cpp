#include "core/picture/half_picture.h"

#include <tbb/parallel_for.h>

#include <algorithm>

namespace glaukophos {
namespace {

// Where the pixel before or after an old one begins, as far as the new one leans that way.
int besideOf(int place, int last) {
    return std::clamp(place % 2 == 0 ? place / 2 - 1 : place / 2 + 1, 0, last);
}

// The four pixels of a half picture that one of the full size lies between: each new pixel lies a
// quarter of an old one from the middle of the old one.
struct Between {
    const std::uint8_t* near_row;
    const std::uint8_t* other_row;

    Between(const Image& half, int y)
        : near_row(rowOf(half, std::min(y / 2, half.height - 1))),
          other_row(rowOf(half, besideOf(y, half.height - 1))) {}

    // Sixteen times the value; the places are those of the pixels' first component.
    [[nodiscard]] int sixteenfold(int at, int beside) const {
        return 9 * near_row[at] + 3 * near_row[beside] + 3 * other_row[at] + other_row[beside];
    }

  private:
    static const std::uint8_t* rowOf(const Image& half, int row) {
        return half.rgb.data() +
               3 * static_cast<std::size_t>(row) * static_cast<std::size_t>(half.width);
    }
};

// Calls fill(place, y, at, beside) for each component of each pixel, rows in parallel: `place` is
// that in the full picture, the others those in a row of the half one.
template <class Fill>
void forComponents(int width, int height, int half_width, const Fill& fill) {
    tbb::parallel_for(0, height, [&](int y) {
        std::size_t place = 3 * static_cast<std::size_t>(y) * static_cast<std::size_t>(width);
        const auto row = fill(y);
        for (int x = 0; x < width; ++x) {
            const int at = 3 * std::min(x / 2, half_width - 1);
            const int beside = 3 * besideOf(x, half_width - 1);
            for (int c = 0; c < 3; ++c) row(place++, at + c, beside + c);
        }
    });
}

std::uint8_t byteOf(int value) { return static_cast<std::uint8_t>(std::clamp(value, 0, 255)); }

}  // namespace

Image doubled(const Image& half, int width, int height) {
    Image large{width, height, {}};
    large.rgb.resize(3 * static_cast<std::size_t>(width) * static_cast<std::size_t>(height));
    forComponents(width, height, half.width, [&](int y) {
        return [&large, of = Between(half, y)](std::size_t place, int at, int beside) {
            large.rgb[place] = byteOf((of.sixteenfold(at, beside) + 8) >> 4);
        };
    });
    return large;
}

Image changed(const Image& sharp, const Image& then, const Image& now) {
    Image result = sharp;
    forComponents(sharp.width, sharp.height, now.width, [&](int y) {
        return [&result, before = Between(then, y), after = Between(now, y)](std::size_t place,
                                                                             int at, int beside) {
            const int was = before.sixteenfold(at, beside);
            const int is = after.sixteenfold(at, beside);
            if (is == was) return;
            const int byte = result.rgb[place];
            const int fresh = is < was ? byte * is / was : byte + ((is - was + 8) >> 4);
            result.rgb[place] = byteOf(fresh);
        };
    });
    return result;
}

}  // namespace glaukophos
