// Pictures made at half size while something moves, brought to full size.
#pragma once

#include "core/picture/accumulation.h"

namespace glaukophos {

// Twice as large, bilinear, cut to `width` and `height`.
Image doubled(const Image& half, int width, int height);

// `sharp`, changed as the half pictures of then and now differ: what is finer than their pixels
// stays as it was. Both have half the size of `sharp`, rounded up. Where it gets darker in
// proportion, where it gets lighter by as many steps, so that the grain of a dark place is not
// blown up.
Image changed(const Image& sharp, const Image& then, const Image& now);

}  // namespace glaukophos
