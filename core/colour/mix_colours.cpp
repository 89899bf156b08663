// A map that only grows, up to a limit: what comes after that is worked out each time.
#include "core/colour/mix_colours.h"

namespace glaukophos {
namespace {

constexpr std::size_t kMostKept = 1'000'000;  // 24 MB; a plan takes about a third

}  // namespace

std::size_t MixColours::Hash::operator()(const PaintGroup& group) const {
    std::size_t hash = static_cast<std::size_t>(group.ratios);
    for (const std::uint32_t paint : group.paints) {
        hash = (hash ^ paint) * 0x9E3779B97F4A7C15ULL;
        hash ^= hash >> 29;
    }
    return hash;
}

MixColours::Colours MixColours::of(const PaintGroup& group,
                                   const std::function<std::vector<Lab>()>& make) {
    if (const auto known = m_known.find(group); known != m_known.end()) return known->second;
    auto colours = std::make_shared<const std::vector<Lab>>(make());
    if (m_count.fetch_add(colours->size()) < kMostKept) m_known.emplace(group, colours);
    return colours;
}

}  // namespace glaukophos
