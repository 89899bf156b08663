// Catches numbers that are not finite where they are born, in test and sanitizer builds only.
#pragma once

#include <cstddef>
#include <span>

#ifdef GLAUKOPHOS_CHECKED
#include <cmath>
#include <cstdio>
#include <cstdlib>
#endif

namespace glaukophos {

// What one stage hands to the next must be finite: a programmer's mistake otherwise. `stage` names
// the one that made it.
#ifdef GLAUKOPHOS_CHECKED
inline void requireFinite(std::span<const float> values, const char* stage) {
    for (std::size_t i = 0; i < values.size(); ++i) {
        if (std::isfinite(values[i])) continue;
        std::fprintf(stderr, "%s: entry %zu of %zu is not finite\n", stage, i, values.size());
        std::abort();
    }
}
#else
inline void requireFinite(std::span<const float> /*values*/, const char* /*stage*/) {}
#endif

}  // namespace glaukophos
