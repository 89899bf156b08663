// Whether colours are told in words, as painters speak, or in figures too (View, Numbers).
#pragma once

#include <QString>

#include "core/colour/colour.h"

namespace glaukophos {

[[nodiscard]] bool showsNumbers();
void setShowsNumbers(bool shown);  // kept for the next time

// "dark blue-violet, dull", or lightness, chroma and hue.
QString colourWords(const Lab& colour);

// "Hooded cape" for "hooded cape": as names are shown.
QString shownName(const std::string& name);

}  // namespace glaukophos
