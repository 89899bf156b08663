// Colours read off a photograph, by a grey card that was photographed with them.
#pragma once

#include "core/colour/colour.h"

namespace glaukophos {

struct GreyCard {
    Srgb seen;                  // in the photograph
    double reflectance = 0.18;  // what the card is said to have
};

// The colour of something beside the card, as in daylight: each channel is scaled so that the card
// is grey and as light as it really is (von Kries, in linear light). Clipped to 0..1. `card.seen`
// must not be black.
Srgb balanced(const Srgb& seen, const GreyCard& card);

}  // namespace glaukophos
