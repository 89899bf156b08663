// A glowing ball over a surface, in closed form.
#pragma once

namespace glaukophos {

// Configuration factor F of a ball of radius R at distance d from a surface element, without
// anything in between; irradiance = pi L F for radiance L. `sine` is R/d (0 < sine <= 1) and
// `cosine` that of the angle between the surface normal and the direction to the centre. The part
// of the ball below the element's horizon is left out.
// Howell, "A Catalog of Radiation Heat Transfer Configuration Factors", sphere to tilted element;
// formula from memory, confirmed numerically.
double sphereFactor(double sine, double cosine);

}  // namespace glaukophos
