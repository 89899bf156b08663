// Colours of mixes, kept with the rack that they are of: they do not follow what is wanted, so that
// the next search finds them ready.
#pragma once

#include <tbb/concurrent_unordered_map.h>

#include <array>
#include <atomic>
#include <cstdint>
#include <functional>
#include <memory>
#include <vector>

#include "core/colour/colour.h"
#include "core/colour/mix_ratios.h"

namespace glaukophos {

// Ratios that are tried together, known by `name`: two lists of one name are the same.
struct RatioList {
    int name = 0;
    std::vector<Ratio> ratios;
};

// One to three paints of a rack mixed in the ratios of a list; free places are kNoPaint.
inline constexpr std::uint32_t kNoPaint = 0xFFFFFFFFU;
struct PaintGroup {
    std::array<std::uint32_t, 3> paints{kNoPaint, kNoPaint, kNoPaint};
    int ratios = 0;  // name of the list
    bool operator==(const PaintGroup&) const = default;
};

// Of one rack as it is: another has another. May be asked from several threads at once.
class MixColours {
  public:
    using Colours = std::shared_ptr<const std::vector<Lab>>;  // one entry a ratio

    // `make` works them out where they are not known yet.
    Colours of(const PaintGroup& group, const std::function<std::vector<Lab>()>& make);

  private:
    struct Hash {
        std::size_t operator()(const PaintGroup& group) const;
    };
    tbb::concurrent_unordered_map<PaintGroup, Colours, Hash> m_known;
    std::atomic<std::size_t> m_count{0};  // of colours kept
};

}  // namespace glaukophos
