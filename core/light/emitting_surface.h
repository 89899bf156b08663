// A part that glows from its own triangles, near and far.
#pragma once

#include <vector>

#include "core/base/low_discrepancy.h"
#include "core/geometry/mesh.h"

namespace glaukophos {

// How finely a glowing surface is looked at.
struct EmittingDetail {
    double far_radii = 4.0;      // a patch this many of its radii away counts as one point ...
    double evenness = 0.95;      // ... if its faces look one way: |sum of area vectors| / area
    double rim_evenness = 0.99;  // ... and that where some of them may face away
};

// Triangles of one radiance in a tree of patches. Irradiance is that of radiance 1 / pi.
class EmittingSurface {
  public:
    EmittingSurface(const Mesh& mesh, const PartLabels& labels, std::span<const PartIndex> glowing,
                    const EmittingDetail& detail);

    // What a surface element gets from a patch, and of all patches up to it together.
    struct Entry {
        std::uint32_t patch = 0;
        float up_to = 0.0F;
    };
    // Configuration factor for a surface element with nothing in between: Lambert's polygon
    // (Photometria, 1760) for triangles close by, clipped at the horizon; for patches far away that
    // of a small disc, A cos cos / (pi d^2 + A). Fills `entries`.
    double look(const Vec3& point, const Vec3& normal, std::vector<Entry>& entries) const;

    // A place on the surface, chosen by what it gives; `weight` is its part of that where a patch
    // gives unevenly.
    struct Spot {
        Vec3 position = Vec3::Zero();
        double weight = 0.0;
    };
    [[nodiscard]] Spot spotAt(const std::vector<Entry>& entries, const Vec3& point,
                              const Vec3& normal, Point2 place) const;

  private:
    struct Patch {
        Vec3 centre_mm = Vec3::Zero();
        Vec3 area_vector = Vec3::Zero();  // sum over its triangles
        float area_mm2 = 0.0F;
        float radius_mm = 0.0F;
        std::uint32_t second = 0;    // of its halves; the first follows it; 0: one triangle
        std::uint32_t triangle = 0;  // where it is one
    };
    std::uint32_t build(std::span<std::uint32_t> triangles);
    [[nodiscard]] bool looksSmall(const Patch& patch, const Vec3& way) const;
    [[nodiscard]] double ofTriangle(const Patch& patch, const Vec3& point,
                                    const Vec3& normal) const;

    EmittingDetail m_detail;
    std::vector<std::array<Vec3, 3>> m_triangles;
    std::vector<Patch> m_patches;  // the first is all of it; empty: nothing glows
};

}  // namespace glaukophos
