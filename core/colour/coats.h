// How many coats of a mix, how thin, and how much of it.
#pragma once

#include <vector>

#include "core/colour/paint_film.h"

namespace glaukophos {

// Colour of `coats` of thickness `x` over a ground, under daylight.
Lab colourOver(const PaintFilm& film, double x, const Reflectance& ground);

// Coats of thickness `x` until nothing more changes to the eye: within `tolerance` (CIEDE2000) of
// the thick paint. `most` when even those do not do.
int coatsOver(const PaintFilm& film, double x, const Reflectance& ground, double tolerance = 3.0,
              int most = 9);

// Thin layers of the next colour over the last one, each a change of at most `limit` (CIEDE2000),
// until within `limit` of the next colour itself: the thickness of each in full coats. None when
// the step is small enough without; at most 40.
std::vector<double> veilsFor(const PaintFilm& film, const Reflectance& ground, double limit);

// Thickness of the dry film relative to undiluted paint: thinner dries away and leaves less.
constexpr double filmThickness(double parts_thinner) { return 1.0 / (1.0 + parts_thinner); }

// Drops of paint for an area in mm2: a full undiluted coat is 0.05 mm wet, a drop 45 mm3, and as
// much again stays on palette and brush (common practice, no source).
double dropsFor(double area_mm2, int coats, double x);
inline constexpr double kDrop_ml = 0.045;

}  // namespace glaukophos
