// Light first, then the eye, then the painter's school.
#include "core/painted/colouring.h"

namespace glaukophos {
namespace {

Xyz inLuminance(const Xyz& colour, double luminance) {
    if (colour.xyz.y() <= 1e-12) return {d65White() * luminance};
    return {colour.xyz * (luminance / colour.xyz.y())};
}

}  // namespace

Xyz Development::developed(const Xyz& light_returned, double luminance) const {
    return inLuminance({adaptation * light_returned.xyz}, luminance);
}

double Development::lightnessFor(std::size_t part, const Place& place) const {
    if (part >= parts.size() || parts[part].plain || !parts[part].shading.red_guard) {
        return place.lightness;
    }
    const Oklab& local = parts[part].subject.local;
    if (!isRed(local)) return place.lightness;
    const double red = redLightness(local, place.lightness, tone.lightest);
    return place.glow_share * place.lightness + (1.0 - place.glow_share) * red;
}

Xyz Development::coloured(std::size_t part, const Xyz& light_returned, const Place& place) const {
    if (part >= parts.size()) return developed(light_returned, luminanceOf(place.lightness));
    const PartColouring& colouring = parts[part];
    const double luminance = luminanceOf(lightnessFor(part, place));
    if (colouring.ramp) return colouring.ramp->at(place.position, luminance);
    const Xyz as_lit = developed(light_returned, luminance);
    const double kept = 1.0 - dull * (1.0 - place.glow_share);
    if (colouring.plain && kept == 1.0) return as_lit;
    Oklab colour = oklabFrom(as_lit);
    colour.a *= kept;
    colour.b *= kept;
    if (!colouring.plain) {
        colour = shaded(colouring.shading, colouring.subject, colour, place.position,
                        1.0 - place.glow_share);
    }
    return inLuminance(xyzFrom(colour), luminance);
}

}  // namespace glaukophos
