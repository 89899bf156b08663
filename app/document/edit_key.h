// Keys of edits that merge: one a control, so that each control's drag is one undo step.
#pragma once

#include <atomic>

namespace glaukophos {

// Never 0, never the same twice.
inline int nextEditKey() {
    constexpr int kFirst = 1000;  // above those that are written out
    static std::atomic<int> next{kFirst};
    return next++;
}

}  // namespace glaukophos
