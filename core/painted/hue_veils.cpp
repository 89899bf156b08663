// Convexity is how far the surface round a place falls away from it, at brush scale.
#include "core/painted/hue_veils.h"

#include <algorithm>
#include <cmath>
#include <unordered_map>

#include "core/base/parallel.h"
#include "core/base/smooth_step.h"
#include "core/colour/oklab.h"
#include "core/geometry/nearest_vertex.h"

namespace glaukophos {
namespace {

float fade(float share_of_radius) {
    return static_cast<float>(smoothStep(1.0 - static_cast<double>(share_of_radius)));
}

// Vertices of one part by cells of a grid.
class PartGrid {
  public:
    PartGrid(const Surface& surface, PartIndex part, float cell_mm)
        : m_surface(surface), m_cell_mm(cell_mm) {
        for (std::uint32_t v = 0; v < surface.parts.size(); ++v) {
            if (surface.parts[v] == part) m_cells[keyOf(cellOf(position(v)))].push_back(v);
        }
    }

    // Mean height of a vertex over the part round it, in shares of the radius: positive on bumps.
    [[nodiscard]] float convexity(std::uint32_t vertex) const {
        const Vec3& here = position(vertex);
        const Eigen::Vector3i cell = cellOf(here);
        float height = 0.0F;
        float weight = 0.0F;
        for (int i = 0; i < 27; ++i) {
            const Eigen::Vector3i at = cell + Eigen::Vector3i(i % 3 - 1, i / 3 % 3 - 1, i / 9 - 1);
            const auto found = m_cells.find(keyOf(at));
            if (found == m_cells.end()) continue;
            for (const std::uint32_t v : found->second) {
                const Vec3 away = here - position(v);
                if (away.squaredNorm() > m_cell_mm * m_cell_mm) continue;
                const float area = m_surface.areas_mm2[v];
                height += area * away.dot(m_surface.normals[vertex]);
                weight += area;
            }
        }
        return weight > 0.0F ? height / weight / m_cell_mm : 0.0F;
    }

  private:
    [[nodiscard]] const Vec3& position(std::uint32_t v) const {
        return m_surface.mesh.positions_mm[v];
    }
    [[nodiscard]] Eigen::Vector3i cellOf(const Vec3& point) const {
        return (point / m_cell_mm).array().floor().cast<int>();
    }
    static std::int64_t keyOf(const Eigen::Vector3i& cell) {
        return (static_cast<std::int64_t>(cell.x()) * 73856093) ^
               (static_cast<std::int64_t>(cell.y()) * 19349663) ^
               (static_cast<std::int64_t>(cell.z()) * 83492791);
    }

    const Surface& m_surface;
    float m_cell_mm;
    std::unordered_map<std::int64_t, std::vector<std::uint32_t>> m_cells;
};

HueVeil veilAt(const Surface& surface, std::size_t vertex, std::string name, double radius_mm,
               const Srgb& colour) {
    return {std::move(name),
            surface.mesh.positions_mm[vertex],
            surface.normals[vertex],
            radius_mm,
            colour,
            0.35};
}

constexpr Srgb kBlush{0.66, 0.27, 0.23};
constexpr Srgb kCool{0.38, 0.45, 0.50};

// Where cheeks, nose and jaw lie in a face, in radii from its middle: common practice, no source.
void addFace(const Plan& plan, const FaceQuarters& face, std::vector<HueVeil>& veils) {
    const Surface& surface = plan.figure->surface;
    const Vec3 left = Vec3::UnitZ().cross(face.facing).stableNormalized();
    const Vec3 up = face.facing.cross(left);
    struct Spot {
        const char* name = "";
        float aside = 0.0F;
        float above = 0.0F;
        float forward = 0.0F;
        Srgb colour;
    };
    const std::array<Spot, 5> spots = {{{"cheek, its left", 0.4F, -0.05F, 0.5F, kBlush},
                                        {"cheek, its right", -0.4F, -0.05F, 0.5F, kBlush},
                                        {"nose", 0.0F, 0.0F, 0.9F, kBlush},
                                        {"jaw, its left", 0.4F, -0.6F, 0.3F, kCool},
                                        {"jaw, its right", -0.4F, -0.6F, 0.3F, kCool}}};
    const auto radius = static_cast<float>(face.radius_mm);
    for (const Spot& spot : spots) {
        const Vec3 place = face.middle_mm + radius * (spot.aside * left + spot.above * up +
                                                      spot.forward * face.facing);
        veils.push_back(veilAt(surface, nearestVertex(surface, place), spot.name,
                               0.35 * face.radius_mm, spot.colour));
    }
}

// The part's own hue, a little warmer and stronger.
Srgb warmed(const Srgb& local) {
    Oklch lch = oklchFrom(oklabFrom(xyzFrom(linearFrom(local))));
    lch.C = std::min(0.2, lch.C + 0.05);
    lch.h_deg += 0.4 * std::remainder(35.0 - lch.h_deg, 360.0);
    return displayable(labFrom(xyzFrom(oklabFrom(lch))));
}

std::vector<std::uint32_t> candidatesOf(const Surface& surface, PartIndex part) {
    constexpr std::size_t kMost = 6000;
    std::vector<std::uint32_t> vertices;
    for (std::uint32_t v = 0; v < surface.parts.size(); ++v) {
        if (surface.parts[v] == part) vertices.push_back(v);
    }
    const std::size_t step = vertices.size() / kMost + 1;
    std::vector<std::uint32_t> few;
    for (std::size_t i = 0; i < vertices.size(); i += step) few.push_back(vertices[i]);
    return few;
}

}  // namespace

std::vector<VeilHere> veilsOf(const Plan& plan) {
    if (plan.colours.veils.empty()) return {};
    const Surface& surface = plan.figure->surface;
    std::vector<VeilHere> here(surface.parts.size());
    for (const HueVeil& veil : plan.colours.veils) {
        const PartIndex part = surface.parts[nearestVertex(surface, veil.point_mm)];
        const Oklab colour = oklabFrom(xyzFrom(linearFrom(veil.colour)));
        forChunks(here.size(), {}, [&](std::size_t begin, std::size_t end) {
            for (std::size_t v = begin; v < end; ++v) {
                if (surface.parts[v] != part || surface.normals[v].dot(veil.normal) < -0.2F) {
                    continue;
                }
                const float away = (surface.mesh.positions_mm[v] - veil.point_mm).norm();
                const float share = static_cast<float>(veil.strength) *
                                    fade(away / static_cast<float>(veil.radius_mm));
                VeilHere& at = here[v];
                const float all = at.share + share - at.share * share;
                if (all <= 0.0F) continue;
                const float more = share / all;  // the later veil lies on top
                at.a += more * (static_cast<float>(colour.a) - at.a);
                at.b += more * (static_cast<float>(colour.b) - at.b);
                at.share = all;
            }
        });
    }
    return here;
}

Xyz veiled(const Xyz& colour, const VeilHere& veil) {
    if (veil.share <= 0.0F) return colour;
    Oklab lab = oklabFrom(colour);
    lab.a += veil.share * (veil.a - lab.a);
    lab.b += veil.share * (veil.b - lab.b);
    const Xyz hued = xyzFrom(lab);
    return {hued.xyz * (colour.xyz.y() / std::max(hued.xyz.y(), 1e-12))};
}

std::vector<HueVeil> proposedVeils(const Plan& plan, PartIndex part, std::size_t most) {
    const Surface& surface = plan.figure->surface;
    const Part& of = plan.parts.at(part);
    std::vector<HueVeil> veils;
    const std::optional<FaceQuarters>& face = plan.values.face;
    const bool has_face = face && surface.parts[nearestVertex(surface, face->middle_mm)] == part;
    if (has_face) addFace(plan, *face, veils);

    const float radius_mm = plan.figure->bounds().size().z() / 26.0F;  // a fist's at any size
    const PartGrid grid(surface, part, radius_mm);
    const std::vector<std::uint32_t> candidates = candidatesOf(surface, part);
    std::vector<std::pair<float, std::uint32_t>> ranked(candidates.size());
    forChunks(candidates.size(), {}, [&](std::size_t begin, std::size_t end) {
        for (std::size_t i = begin; i < end; ++i) {
            ranked[i] = {grid.convexity(candidates[i]), candidates[i]};
        }
    });
    std::ranges::sort(ranked, std::greater<>{});
    const Srgb colour = of.material == Material::Skin ? kBlush : warmed(of.local_colour);
    for (const auto& [convexity, v] : ranked) {
        if (veils.size() >= most || convexity < 0.05F) break;
        const Vec3& point = surface.mesh.positions_mm[v];
        const bool taken = std::ranges::any_of(veils, [&](const HueVeil& veil) {
            return (veil.point_mm - point).norm() < 2.2F * radius_mm;
        });
        const bool in_face =
            has_face && (point - face->middle_mm).norm() < static_cast<float>(face->radius_mm);
        if (taken || in_face) continue;
        veils.push_back(veilAt(
            surface, v, of.material == Material::Skin ? "knuckle, elbow or knee" : "raised place",
            radius_mm, colour));
    }
    return veils;
}

}  // namespace glaukophos
