#include "core/photo/linear_photo.h"

#include <array>

#include "core/colour/colour.h"

namespace glaukophos {

std::vector<Vec3> linearPixels(std::span<const std::uint8_t> rgb) {
    static const std::array<float, 256> table = [] {
        std::array<float, 256> linear{};
        for (std::size_t i = 0; i < linear.size(); ++i) {
            const double code = static_cast<double>(i) / 255.0;
            linear.at(i) = static_cast<float>(linearFrom(Srgb{code, code, code}).rgb.x());
        }
        return linear;
    }();
    std::vector<Vec3> pixels(rgb.size() / 3);
    for (std::size_t i = 0; i < pixels.size(); ++i) {
        pixels[i] = {table.at(rgb[3 * i]), table.at(rgb[3 * i + 1]), table.at(rgb[3 * i + 2])};
    }
    return pixels;
}

}  // namespace glaukophos
