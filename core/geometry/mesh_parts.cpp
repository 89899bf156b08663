// Triangles sorted by part once, then renumbered part by part.
#include "core/geometry/mesh_parts.h"

#include <numeric>

namespace glaukophos {

MeshParts::MeshParts(const Mesh& mesh, const PartLabels& labels, std::size_t count)
    : m_mesh(mesh), m_triangles(labels.size()), m_starts(count + 1, 0), m_renumbered([&mesh] {
          return std::vector<std::uint32_t>(mesh.positions_mm.size(), kNoVertex);
      }) {
    for (const PartIndex part : labels) ++m_starts[part + std::size_t{1}];
    std::partial_sum(m_starts.begin(), m_starts.end(), m_starts.begin());
    std::vector<std::size_t> next(m_starts.begin(), m_starts.end() - 1);
    for (std::uint32_t i = 0; i < labels.size(); ++i) m_triangles[next[labels[i]]++] = i;
}

Mesh MeshParts::part(std::size_t index) const {
    std::vector<std::uint32_t>& renumbered = m_renumbered.local();
    const std::size_t begin = m_starts[index];
    const auto chosen = std::span(m_triangles).subspan(begin, m_starts[index + 1] - begin);
    Mesh piece;
    piece.triangles.reserve(chosen.size());
    for (const std::uint32_t i : chosen) {
        Triangle t = m_mesh.triangles[i];
        for (std::uint32_t& corner : t) {
            std::uint32_t& number = renumbered[corner];
            if (number == kNoVertex) {
                number = static_cast<std::uint32_t>(piece.positions_mm.size());
                piece.positions_mm.push_back(m_mesh.positions_mm[corner]);
            }
            corner = number;
        }
        piece.triangles.push_back(t);
    }
    for (const std::uint32_t i : chosen) {
        for (const std::uint32_t corner : m_mesh.triangles[i]) renumbered[corner] = kNoVertex;
    }
    return piece;
}

}  // namespace glaukophos
