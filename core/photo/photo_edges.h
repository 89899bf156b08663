// Where a photograph goes from light to dark.
#pragma once

#include <map>
#include <mutex>
#include <optional>
#include <vector>

#include "core/base/vec.h"
#include "core/photo/photograph.h"

namespace glaukophos {

// Where a place lies between four pixels of a photograph made smaller: what is known of pixels is
// blended there.
struct BetweenPixels {
    std::size_t upper = 0;  // index of the upper left one
    std::size_t lower = 0;
    double right = 0.0;  // shares
    double down = 0.0;

    [[nodiscard]] double blend(const std::vector<float>& of) const {
        return (1.0 - down) * ((1.0 - right) * of[upper] + right * of[upper + 1]) +
               down * ((1.0 - right) * of[lower] + right * of[lower + 1]);
    }
};
// `pixel` in pixels of the photograph; none outside.
std::optional<BetweenPixels> betweenPixels(const Eigen::Vector2d& pixel, int factor, int width,
                                           int height);

// Slopes of the grey photograph, made smaller by a whole factor. Row by row.
struct PhotoEdges {
    int factor = 1;
    int width = 0;
    int height = 0;
    std::vector<float> across;  // of grey 0..255 over a pixel of this size, to the right
    std::vector<float> down;
    float noise = 1.0F;  // what the slopes are in most places where nothing is

    // At a place in pixels of the photograph; nothing outside.
    [[nodiscard]] Eigen::Vector2d slopeAt(const Eigen::Vector2d& pixel) const;
};
PhotoEdges photoEdges(const Photograph& photo, int factor);

// The edges of one photograph in all sizes that are asked for; safe from several threads. The
// photograph must outlive it.
class EdgesInSizes {
  public:
    explicit EdgesInSizes(const Photograph& photo) : m_photo(photo) {}
    [[nodiscard]] const PhotoEdges& at(int factor);
    [[nodiscard]] const Photograph& photo() const { return m_photo; }

  private:
    const Photograph& m_photo;
    std::mutex m_mutex;
    std::map<int, PhotoEdges> m_sizes;
};

struct FoundEdge {
    double offset_px = 0.0;  // along `across`, in pixels of the photograph
    double strength = 0.0;   // 0..1: how far above the noise
};
// The edge nearest and strongest within `reach_px` on the line through `pixel` along `across`.
std::optional<FoundEdge> edgeNear(const PhotoEdges& edges, const Eigen::Vector2d& pixel,
                                  const Eigen::Vector2d& across, double reach_px);

}  // namespace glaukophos
