// Ways along a surface: its nearest place, the shortest way between two places, a walk.
#pragma once

#include "core/geometry/ray_scene.h"
#include "core/geometry/vertex_links.h"

namespace glaukophos {

struct SurfacePlace {
    Vec3 point_mm = Vec3::Zero();
    Vec3 normal = Vec3::UnitZ();  // unit
};

// Keeps references to all it is made from. `normals` has one unit vector a vertex of `mesh`, which
// must hold at least one triangle.
class SurfaceWays {
  public:
    SurfaceWays(const Mesh& mesh, std::span<const Vec3> normals, const RayScene& scene);

    // The places of the surface that are nearest to some points.
    [[nodiscard]] std::vector<SurfacePlace> nearest(std::span<const Vec3> points_mm) const;
    [[nodiscard]] SurfacePlace nearest(const Vec3& point_mm) const;

    // The shortest way along the surface as points about `step_mm` apart, both ends included: the
    // shortest over the mesh's edges (Dijkstra 1959), drawn tight on the surface. Empty where no
    // way leads.
    [[nodiscard]] std::vector<Vec3> shortest(const Vec3& from_mm, const Vec3& to_mm,
                                             double step_mm) const;

  private:
    [[nodiscard]] std::uint32_t nearestVertex(const Vec3& point_mm) const;
    [[nodiscard]] std::vector<Vec3> overEdges(std::uint32_t from, std::uint32_t to) const;
    void drawTight(std::vector<Vec3>& points, int rounds) const;

    const Mesh& m_mesh;
    std::span<const Vec3> m_normals;
    const RayScene& m_scene;
    VertexLinks m_links;
};

// Points at equal distances along a line, both ends included; at least `least` of them.
std::vector<Vec3> resampled(const std::vector<Vec3>& points_mm, double step_mm,
                            std::size_t least = 2);

}  // namespace glaukophos
