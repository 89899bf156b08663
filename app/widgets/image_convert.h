// Pictures of the core as Qt's.
#pragma once

#include <QImage>
#include <cstring>

#include "core/picture/render.h"

namespace glaukophos {

inline QImage toQImage(const Image& image) {
    QImage picture(image.width, image.height, QImage::Format_RGB888);
    const auto row = static_cast<std::size_t>(image.width) * 3;
    for (int y = 0; y < image.height; ++y) {
        std::memcpy(picture.scanLine(y), image.rgb.data() + static_cast<std::size_t>(y) * row, row);
    }
    return picture;
}

}  // namespace glaukophos
