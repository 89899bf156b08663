// Distance to the nearest other region, by two sweeps (chessboard distance: Rosenfeld & Pfaltz
// 1966).
#include "core/picture/band_labels.h"

#include <algorithm>
#include <map>

#include "core/geometry/at_hit.h"

namespace glaukophos {
namespace {

constexpr std::uint32_t kBeside = 0xFFFFFFFFU;

std::vector<std::uint32_t> regionsOf(const Figure& figure, const TracedFrame& frame,
                                     const Look& look) {
    std::vector<std::uint32_t> regions(frame.pixels.size(), kBeside);
    for (std::size_t i = 0; i < regions.size(); ++i) {
        const PixelHit& hit = frame.pixels[i];
        if (hit.triangle == kNothing) continue;
        const PartIndex part = figure.partShownBy(hit);
        if (look.is_source[part]) continue;
        const Triangle& t = figure.surface.mesh.triangles[hit.triangle];
        const float lightness = atHit(look.lightness, t, hit);
        regions[i] =
            static_cast<std::uint32_t>(std::size_t{part} * 16 + bandOf(lightness, look.borders));
    }
    return regions;
}

// For each pixel the distance to the nearest one of another region, in pixels.
std::vector<int> roomIn(const std::vector<std::uint32_t>& regions, int width, int height) {
    std::vector<int> room(regions.size(), 0);
    const auto sweep = [&](int x, int y, std::initializer_list<std::pair<int, int>> before) {
        const auto i = static_cast<std::size_t>(y) * static_cast<std::size_t>(width) +
                       static_cast<std::size_t>(x);
        int least = room[i] == 0 ? width : room[i];
        for (const auto& [dx, dy] : before) {
            const int nx = x + dx;
            const int ny = y + dy;
            if (nx < 0 || ny < 0 || nx >= width || ny >= height) {
                least = 1;
                continue;
            }
            const auto n = static_cast<std::size_t>(ny) * static_cast<std::size_t>(width) +
                           static_cast<std::size_t>(nx);
            least = std::min(least, regions[n] == regions[i] ? room[n] + 1 : 1);
        }
        room[i] = least;
    };
    for (int y = 0; y < height; ++y) {
        for (int x = 0; x < width; ++x) sweep(x, y, {{-1, 0}, {-1, -1}, {0, -1}, {1, -1}});
    }
    for (int y = height - 1; y >= 0; --y) {
        for (int x = width - 1; x >= 0; --x) sweep(x, y, {{1, 0}, {1, 1}, {0, 1}, {-1, 1}});
    }
    return room;
}

}  // namespace

std::vector<BandLabel> bandLabels(const Figure& figure, const TracedFrame& frame, const Look& look,
                                  int least_px) {
    const std::vector<std::uint32_t> regions = regionsOf(figure, frame, look);
    const std::vector<int> room = roomIn(regions, frame.grid.width, frame.grid.height);
    std::map<std::uint32_t, std::size_t> widest;  // region -> pixel
    for (std::size_t i = 0; i < regions.size(); ++i) {
        if (regions[i] == kBeside || room[i] < least_px) continue;
        const auto [entry, is_new] = widest.try_emplace(regions[i], i);
        if (!is_new && room[i] > room[entry->second]) entry->second = i;
    }
    std::vector<BandLabel> labels;
    labels.reserve(widest.size());
    const auto width = static_cast<std::size_t>(frame.grid.width);
    for (const auto& [region, pixel] : widest) {
        labels.push_back({static_cast<int>(pixel % width), static_cast<int>(pixel / width),
                          region % 16, room[pixel]});
    }
    return labels;
}

}  // namespace glaukophos
