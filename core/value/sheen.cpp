// Microfacets for lights with a direction, a blurred mirror for skies.
#include "core/value/sheen.h"

#include <algorithm>
#include <cmath>

#include "core/base/smooth_step.h"

namespace glaukophos {
namespace {

double squared(double x) { return x * x; }

// Smith's share of facets that are not hidden in direction `cosine` (Walter et al., equation 34).
double unhidden(double alpha, double cosine) {
    const double tan2 = (1.0 - squared(cosine)) / squared(cosine);
    return 2.0 / (1.0 + std::sqrt(1.0 + squared(alpha) * tan2));
}

double fresnel(double at_square, double cosine) {
    const double away = 1.0 - std::clamp(cosine, 0.0, 1.0);
    return at_square + (1.0 - at_square) * squared(squared(away)) * away;
}

// From 0 to 1 while x goes from -width to +width.
double ramp(double x, double width) { return smoothStep(0.5 + 0.5 * x / width); }

// pi times the radiance of a sky of strength 1; `upward` is the sine of the height.
double skyLuminance(const Sky& sky, double upward, double alpha) {
    switch (sky.kind) {
        case SkyKind::Uniform:
            return 1.0;
        case SkyKind::Overcast:
            return 9.0 / 7.0 * (1.0 + 2.0 * upward) / 3.0;
        case SkyKind::Zenithal:
            break;
    }
    // A blurred cone is a wider cone.
    const double sharpness = sky.sharpness / (1.0 + sky.sharpness * squared(alpha));
    return 0.5 * (sharpness + 2.0) * std::pow(upward, sharpness);
}

}  // namespace

double facetDensity(const SpecularLobe& specular, double cos_tilt) {
    if (cos_tilt <= 0.0) return 0.0;
    const double cos2 = squared(cos_tilt);
    if (specular.velvet) {
        const double inverse = 1.0 / specular.alpha;
        return (2.0 + inverse) * std::pow(std::max(0.0, 1.0 - cos2), 0.5 * inverse) / (2.0 * kPi);
    }
    const double alpha2 = squared(specular.alpha);
    return alpha2 / (kPi * squared(cos2 * (alpha2 - 1.0) + 1.0));
}

double mirrored(const SpecularLobe& specular, const Vec3& normal, const Vec3& light,
                const Vec3& viewer, double spread) {
    const double to_light = normal.dot(light);
    const double to_viewer = normal.dot(viewer);
    if (to_light <= 1e-4 || to_viewer <= 1e-4) return 0.0;
    const Vec3 half = (light + viewer).normalized();
    SpecularLobe wide = specular;
    wide.alpha = std::min(1.0, std::hypot(specular.alpha, 0.5 * spread));
    const double density = facetDensity(wide, normal.dot(half));
    const double share = fresnel(specular.mirrored_share, half.dot(viewer));
    if (specular.velvet) {
        return kPi * share * density / (4.0 * (to_light + to_viewer - to_light * to_viewer));
    }
    const double shown = unhidden(wide.alpha, to_light) * unhidden(wide.alpha, to_viewer);
    return kPi * share * density * shown / (4.0 * to_light * to_viewer);
}

double mirroredSky(const SpecularLobe& specular, const Sky& sky, const Vec3& normal,
                   const Vec3& viewer) {
    const double to_viewer = normal.dot(viewer);
    if (to_viewer <= 1e-4) return 0.0;
    const double upward = mirroredDirection(normal, viewer).z();
    const double above = ramp(upward, std::max(0.02, specular.alpha));
    return fresnel(specular.mirrored_share, to_viewer) * above *
           skyLuminance(sky, std::max(0.0, upward), specular.alpha);
}

Vec3 mirroredDirection(const Vec3& normal, const Vec3& viewer) {
    return 2.0F * normal.dot(viewer) * normal - viewer;
}

double metalLevel(double upward) {
    constexpr double kHorizon = 1.0;
    constexpr double kZenith = 0.45;
    constexpr double kGroundEdge = 0.02;
    constexpr double kGroundBelow = 0.38;
    const double away = std::sqrt(std::abs(upward));
    const double sky = kHorizon + (kZenith - kHorizon) * away;
    const double ground = kGroundEdge + (kGroundBelow - kGroundEdge) * away;
    // The horizon is a sharp line, two degrees of softness to either side for the grid of vertices.
    const double above = ramp(upward, 0.035);
    return ground + above * (sky - ground);
}

}  // namespace glaukophos
