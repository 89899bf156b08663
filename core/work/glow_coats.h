// What glazes of a glow are mixed from, and how many of them it takes.
#pragma once

#include "core/colour/paint_film.h"
#include "core/mixing/mixes.h"

namespace glaukophos {

// Paints of the mixes' rack that tint: no white, no black, no metal.
std::vector<std::size_t> tintingPaints(const Mixes& mixes);

// Coats of a glaze (`thinner` parts to one of paint) that come nearest to a lightness over what
// lies below; 1 to 4.
int coatsTowards(const PaintFilm& film, double thinner, const Reflectance& below, double lightness);

// What lies there before the glow: the colour of the first part that the mix is for, in a low
// value.
Reflectance groundBelow(const Plan& plan, const ShellMix& mix);

}  // namespace glaukophos
