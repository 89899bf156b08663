// Coarse pictures, made while something moves, brought to full size.
#pragma once

#include <array>

#include "core/figure/figure.h"
#include "core/picture/accumulation.h"
#include "core/picture/traced_frame.h"

namespace glaukophos {

// The grid of a picture whose pixels are `times` as large.
inline PixelGrid coarser(const PixelGrid& grid, int times) {
    return {(grid.width + times - 1) / times, (grid.height + times - 1) / times};
}

// Where the pixels of one line lie between those of a coarse one.
struct Between {
    int first = 0;
    int second = 0;
    int weight = 0;  // of the second, in sixteenths
};

// What a pixel of a picture shows.
struct ShownThing {
    std::uint32_t thing = 0;  // any number that is the same for the same one
    Vec3 normal = Vec3::UnitZ();
};
using ShownThings = std::vector<ShownThing>;  // row by row
// Parts, by the triangles that the frame shows of a surface.
ShownThings shownThings(const TracedFrame& frame, const Surface& surface);

// How the pixels of a picture follow from those of a coarse one.
struct Enlarging {
    PixelGrid grid;
    std::vector<Between> columns;
    std::vector<Between> rows;
    // Of the four round each pixel, in 1/256: bilinear, but of those alone that show the same
    // thing, and more of those turned alike, so that nothing bleeds over outlines and creases.
    // Empty: bilinear.
    std::vector<std::array<std::uint16_t, 4>> weights;
};
Enlarging enlargingBy(int times, const PixelGrid& grid);
// `things` and `coarse_things` have one entry a pixel of `grid` and of coarser(grid, times).
Enlarging enlargingBy(int times, const PixelGrid& grid, const ShownThings& things,
                      const ShownThings& coarse_things);

// `coarse` on the grid of `how`, bilinear throughout.
Image enlarged(const Image& coarse, const Enlarging& how);

// `sharp`, changed as the coarse pictures of then and now differ: what is finer than their pixels
// stays as it was. Where it gets darker in proportion, where it gets lighter by as many steps, so
// that the grain of a dark place is not blown up.
Image changed(const Image& sharp, const Image& then, const Image& now, const Enlarging& how);

}  // namespace glaukophos
