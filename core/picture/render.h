// Pictures of the figure, traced on the processor: the one renderer for window, command line and
// paper.
#pragma once

#include <functional>
#include <vector>

#include "core/picture/accumulation.h"
#include "core/picture/camera.h"
#include "core/picture/kept_frames.h"
#include "core/picture/look.h"
#include "core/picture/shade_choice.h"
#include "core/picture/traced_frame.h"

namespace glaukophos {

void addFrame(Accumulation& accumulation, const Figure& figure, const Camera& camera,
              const TracedFrame& frame, const Look& look, const ShadeChoice& choice);

// One frame more, traced here, as further ones are: the first two whole, all others only where
// neighbouring pixels can be told apart. Elsewhere the picture so far stands for them. What `kept`
// knows of the frame is not traced again; null: nothing is known.
void addFinerFrame(Accumulation& accumulation, const Figure& figure, const Camera& camera,
                   const Look& look, const ShadeChoice& choice, KeptFrames* kept = nullptr);

// Pixels a millimetre at the middle of the figure.
double scaleOf(const Figure& figure, const Camera& camera, const PixelGrid& grid);

// Encoded, with what the look does to the finished picture.
Image encoded(const Accumulation& accumulation, const Figure& figure, const Camera& camera,
              const Look& look);

// All of the above with `samples` frames.
Image renderPicture(const Figure& figure, const Camera& camera, const PixelGrid& grid,
                    const Look& look, const ShadeChoice& choice, int samples);

}  // namespace glaukophos
