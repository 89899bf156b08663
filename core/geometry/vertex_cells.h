// Some vertices of a mesh in a lattice of cells, to find the nearest one to a place.
#pragma once

#include <array>
#include <cmath>
#include <limits>
#include <map>
#include <optional>

#include "core/base/parallel.h"
#include "core/geometry/mesh.h"

namespace glaukophos {

// Keeps a reference to the positions.
class VertexCells {
  public:
    // Of the vertices for which `takes(vertex)` holds.
    template <class Takes>
    VertexCells(const std::vector<Vec3>& positions_mm, float cell_mm, const Takes& takes)
        : m_positions(positions_mm), m_cell_mm(cell_mm) {
        for (std::uint32_t v = 0; v < m_positions.size(); ++v) {
            if (takes(v)) m_cells[cellOf(m_positions[v])].push_back(v);
        }
    }

    // Calls `use` with all of those in the 27 cells round the point: all within a cell's width are
    // among them.
    template <class Use>
    void forNear(const Vec3& point, const Use& use) const {
        const Cell middle = cellOf(point);
        for (int i = 0; i < 27; ++i) {
            const auto found = m_cells.find(
                {middle[0] + i % 3 - 1, middle[1] + i / 3 % 3 - 1, middle[2] + i / 9 - 1});
            if (found == m_cells.end()) continue;
            for (const std::uint32_t v : found->second) use(v);
        }
    }

    // Calls `use(own, near)` for each cell, on all cores: the vertices in it, and those in the 27
    // cells round it.
    template <class Use>
    void forCells(const Use& use) const {
        std::vector<const Vertices*> cells;
        for (const auto& [cell, own] : m_cells) cells.push_back(&own);
        forChunks(cells.size(), {}, [&](std::size_t begin, std::size_t end) {
            Vertices near;
            for (std::size_t i = begin; i < end; ++i) {
                near.clear();
                forNear(m_positions[cells[i]->front()],
                        [&](std::uint32_t other) { near.push_back(other); });
                use(*cells[i], near);
            }
        });
    }

    // Among those in the 27 cells round the point, so surely within a cell's width; nothing when
    // there is none.
    [[nodiscard]] std::optional<std::uint32_t> nearest(const Vec3& point) const {
        std::optional<std::uint32_t> nearest;
        float least = std::numeric_limits<float>::max();
        forNear(point, [&](std::uint32_t v) {
            const float away = (m_positions[v] - point).squaredNorm();
            if (away >= least) return;
            least = away;
            nearest = v;
        });
        return nearest;
    }

  private:
    using Cell = std::array<int, 3>;
    using Vertices = std::vector<std::uint32_t>;
    [[nodiscard]] Cell cellOf(const Vec3& point) const {
        const Vec3 at = point / m_cell_mm;
        return {static_cast<int>(std::floor(at.x())), static_cast<int>(std::floor(at.y())),
                static_cast<int>(std::floor(at.z()))};
    }

    const std::vector<Vec3>& m_positions;
    float m_cell_mm = 1.0F;
    std::map<Cell, Vertices> m_cells;
};

}  // namespace glaukophos
