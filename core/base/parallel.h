// Loops over chunks of an index range on all cores, given up soon after a stop is asked for.
#pragma once

#include <tbb/blocked_range.h>
#include <tbb/parallel_for.h>

#include <atomic>
#include <cstddef>

#include "core/base/progress.h"

namespace glaukophos {

inline constexpr std::size_t kChunk = 512;

// Calls body(begin, end) for chunks of [0, count). Returns false when it was stopped half-way.
template <class Body>
bool forChunks(std::size_t count, const Progress& progress, const Body& body) {
    std::atomic<std::size_t> done{0};
    tbb::parallel_for(tbb::blocked_range<std::size_t>(0, count, kChunk), [&](const auto& range) {
        if (progress.stopped()) return;
        body(range.begin(), range.end());
        const std::size_t now = done.fetch_add(range.size()) + range.size();
        progress.at(static_cast<double>(now) / static_cast<double>(count));
    });
    return !progress.stopped();
}

}  // namespace glaukophos
