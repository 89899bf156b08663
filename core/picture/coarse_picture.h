// Coarse pictures, made while something moves, brought to full size.
#pragma once

#include "core/picture/accumulation.h"

namespace glaukophos {

// The grid of a picture whose pixels are `times` as large.
inline PixelGrid coarser(const PixelGrid& grid, int times) {
    return {(grid.width + times - 1) / times, (grid.height + times - 1) / times};
}

// `times` as large, bilinear, cut to `grid`.
Image enlarged(const Image& coarse, const PixelGrid& grid, int times);

// `sharp`, changed as the coarse pictures of then and now differ: what is finer than their pixels
// stays as it was. Where it gets darker in proportion, where it gets lighter by as many steps, so
// that the grain of a dark place is not blown up.
Image changed(const Image& sharp, const Image& then, const Image& now, int times);

}  // namespace glaukophos
