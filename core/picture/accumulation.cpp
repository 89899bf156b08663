#include "core/picture/accumulation.h"

#include <tbb/parallel_for.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <span>

#include "core/base/finite.h"
#include "core/base/parallel.h"
#include "core/colour/colour.h"

namespace glaukophos {
namespace {

// Running means along lines of `length` pixels, `step` apart; the rim repeats outwards.
void boxBlur(std::vector<Vec3>& pixels, std::size_t lines, std::size_t length, std::size_t step,
             std::size_t across, int half) {
    tbb::parallel_for(std::size_t{0}, lines, [&](std::size_t line) {
        std::vector<Vec3> own(length);
        for (std::size_t i = 0; i < length; ++i) own[i] = pixels[line * across + i * step];
        const auto last = static_cast<std::ptrdiff_t>(length) - 1;
        const auto at = [&](std::ptrdiff_t i) {
            return own[static_cast<std::size_t>(std::clamp<std::ptrdiff_t>(i, 0, last))];
        };
        Vec3 sum = Vec3::Zero();
        for (std::ptrdiff_t i = -half; i <= half; ++i) sum += at(i);
        const float share = 1.0F / static_cast<float>(2 * half + 1);
        for (std::ptrdiff_t i = 0; i <= last; ++i) {
            pixels[line * across + static_cast<std::size_t>(i) * step] = share * sum;
            sum += at(i + half + 1) - at(i - half);
        }
    });
}

// sRGB encoding by table: 4096 steps of the square root, each for its middle, keep the error below
// half a byte step.
constexpr std::size_t kSteps = 4096;
const std::array<std::uint8_t, kSteps + 1>& encodedRoots() {
    static const std::array<std::uint8_t, kSteps + 1> table = [] {
        std::array<std::uint8_t, kSteps + 1> bytes{};
        for (std::size_t i = 0; i < bytes.size(); ++i) {
            const double root = std::min(1.0, (static_cast<double>(i) + 0.5) / kSteps);
            const Vec3d rgb = Vec3d::Constant(root * root);
            bytes[i] = static_cast<std::uint8_t>(std::lround(255.0 * encodedFrom({rgb}).r));
        }
        return bytes;
    }();
    return table;
}

// Encodes some pixels, a block of numbers at a time, so that the arithmetic runs on several at
// once.
void encode(std::span<const Vec3> pixels, float scale, std::uint8_t* bytes) {
    using Block = Eigen::Array<float, 48, 1>;
    const std::array<std::uint8_t, kSteps + 1>& table = encodedRoots();
    const float* numbers = pixels.front().data();
    const std::size_t count = 3 * pixels.size();
    for (std::size_t begin = 0; begin < count; begin += Block::SizeAtCompileTime) {
        const auto size = std::min<std::size_t>(Block::SizeAtCompileTime, count - begin);
        Block linear = Block::Zero();
        std::copy_n(numbers + begin, size, linear.data());
        const Block root = (scale * linear).max(0.0F).min(1.0F).sqrt();
        const Eigen::Array<int, 48, 1> steps = (static_cast<float>(kSteps) * root).cast<int>();
        for (std::size_t i = 0; i < size; ++i) {
            const auto step = static_cast<std::size_t>(steps[static_cast<Eigen::Index>(i)]);
            // A colour that is not a number is a mistake elsewhere; here it is black, not the end.
            bytes[begin + i] = step < table.size() ? table[step] : std::uint8_t{0};
        }
    }
}

// How far apart two pixels look, roughly: 1 from black to white.
float contrastOf(const Vec3& a, const Vec3& b, float scale) {
    const auto seen = [scale](const Vec3& c) {
        return (scale * c).cwiseMax(0.0F).cwiseSqrt().eval();
    };
    return (seen(a) - seen(b)).cwiseAbs().maxCoeff();
}

}  // namespace

void markUneven(Accumulation& accumulation) {
    // Three steps of a byte: what a second ray in the pixel changes below that cannot be seen.
    constexpr float kLeastContrast = 0.012F;
    const int width = accumulation.grid.width;
    const int height = accumulation.grid.height;
    const int columns = tilesAcross(width);
    const int rows = tilesAcross(height);
    const float scale = 1.0F / static_cast<float>(std::max(1, accumulation.frames));
    const auto at = [&](int x, int y) -> const Vec3& {
        return accumulation.sum[static_cast<std::size_t>(y) * static_cast<std::size_t>(width) +
                                static_cast<std::size_t>(x)];
    };
    // A tile looks at its own pixels and one further on each side.
    const auto isUneven = [&](int left, int top) {
        const int right = std::min(left + kPacketSide_px, width - 1);
        const int bottom = std::min(top + kPacketSide_px, height - 1);
        for (int y = std::max(top - 1, 0); y <= bottom; ++y) {
            for (int x = std::max(left - 1, 0); x <= right; ++x) {
                const bool differs =
                    (x < right && contrastOf(at(x, y), at(x + 1, y), scale) > kLeastContrast) ||
                    (y < bottom && contrastOf(at(x, y), at(x, y + 1), scale) > kLeastContrast);
                if (differs) return true;
            }
        }
        return false;
    };
    accumulation.uneven.assign(static_cast<std::size_t>(columns) * static_cast<std::size_t>(rows),
                               0);
    tbb::parallel_for(0, rows, [&](int row) {
        for (int column = 0; column < columns; ++column) {
            accumulation.uneven[static_cast<std::size_t>(row) * static_cast<std::size_t>(columns) +
                                static_cast<std::size_t>(column)] =
                isUneven(column * kPacketSide_px, row * kPacketSide_px) ? 1 : 0;
        }
    });
}

Accumulation blurred(const Accumulation& accumulation, double sigma_px) {
    // Three boxes of width w have a variance of 3 (w^2 - 1) / 12.
    const int half =
        static_cast<int>(std::lround(0.5 * (std::sqrt(4.0 * sigma_px * sigma_px + 1.0) - 1.0)));
    if (half < 1) return accumulation;
    Accumulation result = accumulation;
    const auto width = static_cast<std::size_t>(result.grid.width);
    const auto height = static_cast<std::size_t>(result.grid.height);
    for (int pass = 0; pass < 3; ++pass) {
        boxBlur(result.sum, height, width, 1, width, half);
        boxBlur(result.sum, width, height, width, 1, half);
    }
    return result;
}

Image encoded(const Accumulation& accumulation) {
    Image image;
    image.width = accumulation.grid.width;
    image.height = accumulation.grid.height;
    image.rgb.resize(accumulation.sum.size() * 3);
    const float scale = 1.0F / static_cast<float>(std::max(1, accumulation.frames));
    const std::span<const Vec3> sum(accumulation.sum);
    forChunks(sum.size(), {}, [&](std::size_t begin, std::size_t end) {
        encode(sum.subspan(begin, end - begin), scale, image.rgb.data() + 3 * begin);
    });
    return image;
}

}  // namespace glaukophos
