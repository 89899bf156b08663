// What the screen makes of colours: sRGB unless the painter gives its profile.
#pragma once

#include <QColor>
#include <QImage>
#include <QString>

#include "core/base/result.h"
#include "core/colour/colour.h"
#include "core/picture/accumulation.h"

namespace glaukophos {

// Uses the ICC profile of a screen for everything that shows a planned colour, until another is
// chosen; an empty name goes back to sRGB. Fails with what is wrong with the file.
Result<void> useScreenProfile(const QString& file);
QString screenProfile();  // the file in use, empty for sRGB

// A colour as it must be sent to the screen, by Little CMS, relative colorimetric.
QColor onScreen(const Srgb& colour);
// The same for a whole picture; Format_RGB32, which is painted as it is.
QImage onScreen(const Image& picture);

}  // namespace glaukophos
