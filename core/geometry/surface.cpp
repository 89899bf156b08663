// Each part: simplify what is too fine, subdivide what is too coarse; then join and measure.
#include "core/geometry/surface.h"

#include <tbb/parallel_for.h>

#include <algorithm>
#include <array>
#include <atomic>
#include <cmath>

#include "core/base/parallel.h"
#include "core/geometry/clean.h"
#include "core/geometry/mesh_parts.h"
#include "core/geometry/refine.h"

namespace glaukophos {
namespace {

// Above this a part is first simplified block by block, on all cores.
constexpr std::size_t kManyTriangles = 1'000'000;

// The edge length at which equilateral triangles over `area` stay within half the budget.
float affordableEdge(double area_mm2, std::size_t max_triangles) {
    const double each = area_mm2 / (0.5 * static_cast<double>(max_triangles));
    return static_cast<float>(std::sqrt(each * 4.0 / std::sqrt(3.0)));
}

// What a triangle adds to the normals at its corners: its own, by the angle there.
std::array<Vec3, 3> sharesInNormals(const Mesh& mesh, const Triangle& t) {
    const Vec3 face = areaVector(mesh, t).stableNormalized();
    std::array<Vec3, 3> shares;
    for (std::size_t k = 0; k < 3; ++k) {
        const Vec3& here = mesh.positions_mm[t[k]];
        const Vec3 u = (mesh.positions_mm[t[(k + 1) % 3]] - here).stableNormalized();
        const Vec3 v = (mesh.positions_mm[t[(k + 2) % 3]] - here).stableNormalized();
        shares[k] = std::acos(std::clamp(u.dot(v), -1.0F, 1.0F)) * face;
    }
    return shares;
}

// One part at brush resolution.
struct Prepared {
    Mesh mesh;
    float deviation_mm = 0.0F;
};

// `keep`: the share of the triangles that the budget allows. Incomplete when stopped.
Prepared prepared(Mesh piece, double keep, float edge_mm, const SurfaceOptions& options,
                  const Progress& progress) {
    float deviation = 0.0F;
    if (keep < 1.0 && piece.triangles.size() > 16) {
        const auto target =
            static_cast<std::size_t>(keep * static_cast<double>(piece.triangles.size()));
        if (piece.triangles.size() > kManyTriangles) {
            deviation = simplifyInBlocks(piece, target + target / 2,
                                         0.5F * options.max_deviation_mm, progress);
            if (progress.stopped()) return {};
        }
        deviation += simplify(piece.positions_mm, piece.triangles, target,
                              options.max_deviation_mm - deviation);
    }
    subdivide(piece.positions_mm, piece.triangles, edge_mm, 2 * options.max_triangles);
    sortInSpace(piece.positions_mm, piece.triangles);
    return {std::move(piece), deviation};
}

}  // namespace

std::vector<Vec3> angleWeightedNormals(const Mesh& mesh) {
    std::vector<std::array<Vec3, 3>> shares(mesh.triangles.size());  // of each corner
    forChunks(shares.size(), {}, [&](std::size_t begin, std::size_t end) {
        for (std::size_t i = begin; i < end; ++i) {
            shares[i] = sharesInNormals(mesh, mesh.triangles[i]);
        }
    });
    std::vector<Vec3> normals(mesh.positions_mm.size(), Vec3::Zero());
    for (std::size_t i = 0; i < shares.size(); ++i) {
        for (std::size_t k = 0; k < 3; ++k) normals[mesh.triangles[i][k]] += shares[i][k];
    }
    for (Vec3& n : normals) {
        const float length = n.norm();
        n = length > 1e-12F ? Vec3(n / length) : Vec3::UnitZ();
    }
    return normals;
}

SurfaceOptions optionsFor(float height_mm) {
    SurfaceOptions options;
    const float size = std::clamp(height_mm / 32.0F, 0.9F, 6.0F);
    options.max_edge_mm = 0.4F * size;
    options.max_deviation_mm = 0.03F * size;
    return options;
}

Result<WorkingSurface> makeWorkingSurface(const Mesh& original, const PartLabels& labels,
                                          const SurfaceOptions& options, const Progress& progress) {
    const double area = areaOf(original);
    // Subdividing what is coarse adds to what simplification leaves.
    const double keep = 0.75 * static_cast<double>(options.max_triangles) /
                        static_cast<double>(original.triangles.size());
    const std::size_t parts = std::size_t{1} + *std::ranges::max_element(labels);
    const MeshParts parts_of(original, labels, parts);
    float edge_mm = std::max(options.max_edge_mm, affordableEdge(area, options.max_triangles));
    while (true) {
        WorkingSurface surface;
        surface.longest_edge_mm = edge_mm;
        std::vector<Prepared> pieces(parts);
        std::atomic<std::size_t> done{0};
        tbb::parallel_for(std::size_t{0}, parts, [&](std::size_t part) {
            if (progress.stopped()) return;
            Mesh piece = parts_of.part(part);
            if (piece.triangles.empty()) return;
            pieces[part] = prepared(std::move(piece), keep, edge_mm, options, progress);
            progress.at(static_cast<double>(++done) / static_cast<double>(parts));
        });
        if (progress.stopped()) return fail(ErrorCode::Cancelled, "Stopped.");
        for (std::size_t part = 0; part < parts; ++part) {
            const Mesh piece = std::move(pieces[part].mesh);
            append(surface.mesh, piece.positions_mm, piece.triangles);
            surface.labels.resize(surface.mesh.triangles.size(), static_cast<PartIndex>(part));
            surface.deviation_mm = std::max(surface.deviation_mm, pieces[part].deviation_mm);
        }
        // Long thin triangles split into more than their area suggests: try coarser edges then.
        if (2 * surface.mesh.triangles.size() <= 3 * options.max_triangles ||
            surface.mesh.triangles.size() <= original.triangles.size()) {
            weld(surface.mesh.positions_mm, surface.mesh.triangles, surface.labels);
            surface.normals = angleWeightedNormals(surface.mesh);
            return surface;
        }
        edge_mm *= 1.5F;
    }
}

Surface divided(const WorkingSurface& whole, const PartLabels& labels, std::size_t part_count) {
    constexpr PartIndex kFree = std::numeric_limits<PartIndex>::max();
    const std::size_t vertices = whole.mesh.positions_mm.size();
    Surface surface;
    surface.mesh = whole.mesh;
    surface.labels = labels;
    surface.parts.assign(vertices, kFree);
    surface.areas_mm2.assign(vertices, 0.0F);
    surface.part_areas_mm2.assign(part_count, 0.0);
    surface.whole_vertices.resize(vertices);
    for (std::uint32_t v = 0; v < vertices; ++v) surface.whole_vertices[v] = v;

    // Copies of one vertex for further parts hang together as a list.
    std::vector<std::uint32_t> next_copy(vertices, kNoVertex);
    const auto copyFor = [&](std::uint32_t vertex, PartIndex part) {
        std::uint32_t copy = vertex;
        while (surface.parts[copy] != part) {
            if (surface.parts[copy] == kFree) {
                surface.parts[copy] = part;
                break;
            }
            if (next_copy[copy] == kNoVertex) {
                next_copy[copy] = static_cast<std::uint32_t>(surface.parts.size());
                next_copy.push_back(kNoVertex);
                surface.parts.push_back(kFree);
                surface.areas_mm2.push_back(0.0F);
                surface.whole_vertices.push_back(vertex);
            }
            copy = next_copy[copy];
        }
        return copy;
    };
    for (std::size_t i = 0; i < labels.size(); ++i) {
        const float area = areaVector(whole.mesh, whole.mesh.triangles[i]).norm();
        surface.part_areas_mm2[labels[i]] += area;
        surface.triangle_areas_mm2.push_back(area);
        for (std::uint32_t& corner : surface.mesh.triangles[i]) {
            corner = copyFor(corner, labels[i]);
            surface.areas_mm2[corner] += area / 3.0F;
        }
    }
    surface.mesh.positions_mm.reserve(surface.parts.size());
    surface.normals = whole.normals;
    surface.normals.reserve(surface.parts.size());
    for (std::size_t v = vertices; v < surface.parts.size(); ++v) {
        surface.mesh.positions_mm.push_back(whole.mesh.positions_mm[surface.whole_vertices[v]]);
        surface.normals.push_back(whole.normals[surface.whole_vertices[v]]);
    }
    surface.links = linksOf(surface.parts.size(), surface.mesh.triangles);
    surface.longest_edge_mm = whole.longest_edge_mm;
    return surface;
}

std::vector<Vec3> FloorGrid::points() const {
    std::vector<Vec3> points;
    points.reserve(static_cast<std::size_t>(side) * static_cast<std::size_t>(side));
    for (int row = 0; row < side; ++row) {
        for (int column = 0; column < side; ++column) {
            points.push_back(corner_mm + spacing_mm * Vec3(static_cast<float>(column),
                                                           static_cast<float>(row), 0.0F));
        }
    }
    return points;
}

FloorGrid floorUnder(const Bounds& figure, int side) {
    const float reach = 1.6F * figure.diagonal();
    FloorGrid grid;
    grid.side = side;
    grid.spacing_mm = 2.0F * reach / static_cast<float>(side - 1);
    grid.corner_mm = Vec3(figure.centre().x() - reach, figure.centre().y() - reach, figure.low.z());
    return grid;
}

}  // namespace glaukophos
