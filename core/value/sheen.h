// Light mirrored towards the viewer by satin, leather, skin and metal.
#pragma once

#include "core/base/vec.h"
#include "core/light/light.h"

namespace glaukophos {

// A microfacet surface: Walter, Marschner, Li & Torrance, "Microfacet models for refraction
// through rough surfaces", EGSR 2007 (the GGX distribution); Fresnel as approximated by Schlick,
// Eurographics 1994; velvet as Estevez & Kulla, "Production friendly microfacet sheen BRDF",
// 2017. Formulas from memory; their integrals are tested.
struct SpecularLobe {
    double alpha = 0.3;            // width of the highlight, roughness squared, 0.002..1
    double mirrored_share = 0.04;  // at square incidence, 0..1
    bool velvet = false;           // fibres that stand up: light at the rims instead
};

// Density of facets that are tilted by acos(cos_tilt) from the surface; its integral times
// cos_tilt over the hemisphere is 1.
double facetDensity(const SpecularLobe& specular, double cos_tilt);

// Luminance mirrored to `viewer` under irradiance 1 from `light`, relative to a perfect white: pi
// times the reflectance distribution. All directions are units, away from the surface; 0 when
// either lies behind it. `spread` is the sine of the source's angular radius: a wide source makes
// a wide highlight (widths added as squares: an approximation of ours).
double mirrored(const SpecularLobe& specular, const Vec3& normal, const Vec3& light,
                const Vec3& viewer, double spread = 0.0);

// The same from a sky of strength 1, unblocked: its radiance where the viewer's direction is
// mirrored to, blurred by the width of the highlight.
double mirroredSky(const SpecularLobe& specular, const Sky& sky, const Vec3& normal,
                   const Vec3& viewer);

// Where `viewer` is mirrored to: the law of reflection.
Vec3 mirroredDirection(const Vec3& normal, const Vec3& viewer);

// How painters paint polished metal: by the room it would mirror. A bright horizon under a sky that
// darkens towards the zenith, above a ground that is darkest at the horizon (common practice, no
// source). 0 (darkest paint) .. 1 (lightest); `upward` is the sine of the height looked at.
double metalLevel(double upward);

}  // namespace glaukophos
