#include "app/scripts/picture_jump.h"

#include <cmath>

#include "core/colour/colour.h"

namespace glaukophos {
namespace {

double lightnessAt(const QImage& picture, int x, int y) {
    const QRgb pixel = picture.pixel(x, y);
    const Srgb colour{qRed(pixel) / 255.0, qGreen(pixel) / 255.0, qBlue(pixel) / 255.0};
    return lightnessOf(xyzFrom(linearFrom(colour)).xyz.y());
}

}  // namespace

double shareAlike(const QImage& before, const QImage& after, const Figure& figure,
                  const Camera& camera, const PixelGrid& grid, double most) {
    const QSize size(grid.width, grid.height);
    if (before.size() != size || after.size() != size) return 0.0;
    const TracedFrame frame = traceFrame(figure, camera, grid, jitterOf(0));
    std::size_t shown = 0;
    std::size_t alike = 0;
    for (int y = 0; y < grid.height; ++y) {
        for (int x = 0; x < grid.width; ++x) {
            if (frame.at(x, y).triangle == kNothing) continue;
            ++shown;
            const double apart = lightnessAt(before, x, y) - lightnessAt(after, x, y);
            if (std::abs(apart) < most) ++alike;
        }
    }
    return shown == 0 ? 0.0 : static_cast<double>(alike) / static_cast<double>(shown);
}

}  // namespace glaukophos
