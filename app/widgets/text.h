// Short helpers between the core's texts and Qt's.
#pragma once

#include <QColor>
#include <QString>
#include <string>

#include "app/widgets/screen_profile.h"
#include "core/colour/colour.h"

namespace glaukophos {

inline QString q(const std::string& text) { return QString::fromStdString(text); }
inline QString q(const char* text) { return QString::fromUtf8(text); }

// As names of parts are shown: they are often typed without.
inline QString capital(QString text) {
    if (!text.isEmpty()) text[0] = text[0].toUpper();
    return text;
}

// For the screen, through its profile.
inline QColor qColour(const Srgb& colour) { return onScreen(colour); }
// For files and paper: sRGB as it is.
inline QColor fileColour(const Srgb& colour) {
    return QColor::fromRgbF(static_cast<float>(colour.r), static_cast<float>(colour.g),
                            static_cast<float>(colour.b));
}
inline Srgb srgbFrom(const QColor& colour) {
    return {colour.redF(), colour.greenF(), colour.blueF()};
}

}  // namespace glaukophos
