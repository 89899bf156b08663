// Where the camera stood, from places of the figure that were clicked on a photograph.
#pragma once

#include <span>
#include <vector>

#include "core/base/result.h"
#include "core/plan/photographs.h"

namespace glaukophos {

struct ClickedCamera {
    PhotoCamera camera;
    std::vector<double> misses_px;  // one entry a pair
    std::vector<bool> off;          // contradicts the others and does not count
    double mean_px = 0.0;           // of those that count
};

inline constexpr std::size_t kLeastPairs = 4;

// `pairs` on a photograph of `width` by `height` pixels; at least kLeastPairs, better six to eight.
// A starting camera for each of some focal lengths and each subset that leaves up to two pairs out
// (SQPnP, Terzakis & Lourakis 2020, by OpenCV), the best of them fitted. Fails with what to do
// where pairs are too few, lie on one line, or contradict one another.
Result<ClickedCamera> cameraFromClicks(std::span<const PhotoPair> pairs, int width, int height);

}  // namespace glaukophos
