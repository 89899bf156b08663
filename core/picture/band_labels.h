// Where the number of each band is written on a picture.
#pragma once

#include "core/picture/look.h"
#include "core/picture/traced_frame.h"

namespace glaukophos {

struct BandLabel {
    int x = 0;  // pixels
    int y = 0;
    std::size_t band = 0;
    int room_px = 0;  // radius of a free circle round it
};

// In the widest place of each band of each part, where there is a free circle of at least
// `least_px`; `look` must sort into bands.
std::vector<BandLabel> bandLabels(const Figure& figure, const TracedFrame& frame, const Look& look,
                                  int least_px);

}  // namespace glaukophos
