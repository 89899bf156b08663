// Photographs are taken to be sRGB.
#include "core/colour/grey_card.h"

#include <algorithm>

namespace glaukophos {

Srgb balanced(const Srgb& seen, const GreyCard& card) {
    const Vec3d gains = card.reflectance * linearFrom(card.seen).rgb.cwiseMax(1e-4).cwiseInverse();
    return encodedFrom(LinearRgb{linearFrom(seen).rgb.cwiseProduct(gains)});
}

}  // namespace glaukophos
