// Something to draw on once and show many times.
#pragma once

#include <QPixmap>

namespace glaukophos {

// Transparent, of a size in device-independent pixels.
inline QPixmap clearPixmap(const QSizeF& size, double ratio) {
    QPixmap pixmap((size * ratio).toSize());
    pixmap.setDevicePixelRatio(ratio);
    pixmap.fill(Qt::transparent);
    return pixmap;
}

}  // namespace glaukophos
