// A picture as a sum of light, and as bytes.
#pragma once

#include <cstdint>
#include <vector>

#include "core/picture/traced_frame.h"

namespace glaukophos {

// Sum of shaded frames; dividing by `frames` gives the picture.
struct Accumulation {
    PixelGrid grid;
    std::vector<Vec3> sum;  // linear RGB
    int frames = 0;
    // Tiles, row by row, that further frames make finer: see addFinerFrame. Empty: all.
    std::vector<std::uint8_t> uneven;
};

// Marks the tiles in which, or beside which, neighbouring pixels can be told apart.
void markUneven(Accumulation& accumulation);

// The sum seen through half-closed eyes: blurred in light, `sigma_px` the blur's standard deviation
// (three box blurs, which come close to a normal curve; Wells, IEEE PAMI 8, 1986).
Accumulation blurred(const Accumulation& accumulation, double sigma_px);

// Encoded sRGB, three bytes a pixel, row by row.
struct Image {
    int width = 0;
    int height = 0;
    std::vector<std::uint8_t> rgb;
};
Image encoded(const Accumulation& accumulation);

}  // namespace glaukophos
