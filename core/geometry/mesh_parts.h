// A mesh taken to pieces by the part of each triangle.
#pragma once

#include <tbb/enumerable_thread_specific.h>

#include "core/geometry/mesh.h"

namespace glaukophos {

// The parts of a mesh, one by one. Outlived by the mesh; may be asked from several threads at once.
class MeshParts {
  public:
    // `labels` are below `count`.
    MeshParts(const Mesh& mesh, const PartLabels& labels, std::size_t count);

    // In the order of the mesh, with vertices of its own numbered from zero.
    [[nodiscard]] Mesh part(std::size_t index) const;

  private:
    const Mesh& m_mesh;
    std::vector<std::uint32_t> m_triangles;  // those of part i begin at m_starts[i]
    std::vector<std::size_t> m_starts;
    // The new number of each vertex that the part at hand has; between parts none has one.
    mutable tbb::enumerable_thread_specific<std::vector<std::uint32_t>> m_renumbered;
};

}  // namespace glaukophos
