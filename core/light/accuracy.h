// How many rays a point is worth.
#pragma once

namespace glaukophos {

enum class Accuracy {
    Preview,    // one ray a point, four for wide sources: hard shadows, while something is dragged
    Soft,       // 4 rays, and 12 more where they disagree
    Reference,  // 4096 rays a point, for probing; error well below 1 %
};

}  // namespace glaukophos
