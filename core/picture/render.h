// Pictures of the figure, traced on the processor: the one renderer for window, command line and
// paper.
#pragma once

#include <cstdint>
#include <functional>
#include <vector>

#include "core/picture/camera.h"
#include "core/picture/look.h"
#include "core/picture/traced_frame.h"

namespace glaukophos {

// One ray a pixel, moved by `jitter` (-.5..+.5 pixel).
TracedFrame traceFrame(const Figure& figure, const Camera& camera, const PixelGrid& grid,
                       const Eigen::Vector2f& jitter);

// The ground behind the figure: linear greys at the top and the bottom of the picture.
struct Backdrop {
    float top = 0.030F;
    float bottom = 0.085F;
    bool floor = true;
};

struct ShadeChoice {
    Backdrop backdrop;
    std::optional<PartIndex> selected;  // marked with chalk along its edge
    float line_width_px = 1.2F;
};

// Sum of shaded frames; dividing by `frames` gives the picture.
struct Accumulation {
    PixelGrid grid;
    std::vector<Vec3> sum;  // linear RGB
    int frames = 0;
};

// Offsets that fill the pixel evenly, the first one in the middle.
Eigen::Vector2f jitterOf(int frame);

void addFrame(Accumulation& accumulation, const Figure& figure, const Camera& camera,
              const TracedFrame& frame, const Look& look, const ShadeChoice& choice);

// The sum seen through half-closed eyes: blurred in light, `sigma_px` the blur's standard deviation
// (three box blurs, which come close to a normal curve; Wells, IEEE PAMI 8, 1986).
Accumulation blurred(const Accumulation& accumulation, double sigma_px);

// Pixels a millimetre at the middle of the figure.
double scaleOf(const Figure& figure, const Camera& camera, const PixelGrid& grid);

// Encoded sRGB, three bytes a pixel, row by row.
struct Image {
    int width = 0;
    int height = 0;
    std::vector<std::uint8_t> rgb;
};
Image encoded(const Accumulation& accumulation);

// The same with what the look does to the finished picture.
Image encoded(const Accumulation& accumulation, const Figure& figure, const Camera& camera,
              const Look& look);

// All of the above with `samples` frames.
Image renderPicture(const Figure& figure, const Camera& camera, const PixelGrid& grid,
                    const Look& look, const ShadeChoice& choice, int samples);

}  // namespace glaukophos
