// Where a photograph goes from light to dark.
#pragma once

#include <map>
#include <mutex>
#include <optional>
#include <vector>

#include "core/base/vec.h"
#include "core/photo/photograph.h"

namespace glaukophos {

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
