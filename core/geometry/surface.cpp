// Part by part: simplify what is too fine, subdivide what is too coarse, then measure.
#include "core/geometry/surface.h"

#include <algorithm>
#include <cmath>

#include "core/geometry/refine.h"

namespace glaukophos {
namespace {

// One part with vertices of its own, numbered from zero.
struct Piece {
    std::vector<Vec3> positions;
    std::vector<Triangle> triangles;
};

Piece pieceOf(const Mesh& mesh, std::size_t part) {
    const auto triangles = mesh.trianglesOf(part);
    std::uint32_t first = std::numeric_limits<std::uint32_t>::max();
    std::uint32_t last = 0;
    for (const Triangle& t : triangles) {
        const auto [low, high] = std::ranges::minmax(t);
        first = std::min(first, low);
        last = std::max(last, high);
    }
    constexpr std::uint32_t kUnseen = std::numeric_limits<std::uint32_t>::max();
    std::vector<std::uint32_t> renumbered(triangles.empty() ? 0 : last - first + 1, kUnseen);
    Piece piece;
    for (Triangle t : triangles) {
        for (std::uint32_t& corner : t) {
            std::uint32_t& number = renumbered[corner - first];
            if (number == kUnseen) {
                number = static_cast<std::uint32_t>(piece.positions.size());
                piece.positions.push_back(mesh.positions_mm[corner]);
            }
            corner = number;
        }
        piece.triangles.push_back(t);
    }
    return piece;
}

// The edge length at which equilateral triangles over `area` stay within half the budget.
float affordableEdge(double area_mm2, std::size_t max_triangles) {
    const double each = area_mm2 / (0.5 * static_cast<double>(max_triangles));
    return static_cast<float>(std::sqrt(each * 4.0 / std::sqrt(3.0)));
}

// Thuermer & Wuethrich 1998: weight each face normal by its angle at the vertex.
std::vector<Vec3> angleWeightedNormals(const Mesh& mesh) {
    std::vector<Vec3> normals(mesh.positions_mm.size(), Vec3::Zero());
    for (const Triangle& t : mesh.triangles) {
        const Vec3 face = areaVector(mesh, t).stableNormalized();
        for (std::size_t k = 0; k < 3; ++k) {
            const Vec3& here = mesh.positions_mm[t[k]];
            const Vec3 u = (mesh.positions_mm[t[(k + 1) % 3]] - here).stableNormalized();
            const Vec3 v = (mesh.positions_mm[t[(k + 2) % 3]] - here).stableNormalized();
            normals[t[k]] += std::acos(std::clamp(u.dot(v), -1.0F, 1.0F)) * face;
        }
    }
    for (Vec3& n : normals) {
        const float length = n.norm();
        n = length > 1e-12F ? Vec3(n / length) : Vec3::UnitZ();
    }
    return normals;
}

void measure(Surface& surface) {
    const Mesh& mesh = surface.mesh;
    surface.normals = angleWeightedNormals(mesh);
    surface.areas_mm2.assign(mesh.positions_mm.size(), 0.0F);
    surface.parts.assign(mesh.positions_mm.size(), 0);
    for (std::size_t part = 0; part < mesh.partCount(); ++part) {
        double part_area = 0.0;
        for (const Triangle& t : mesh.trianglesOf(part)) {
            const float area = areaVector(mesh, t).norm();
            part_area += area;
            for (const std::uint32_t corner : t) {
                surface.areas_mm2[corner] += area / 3.0F;
                surface.parts[corner] = static_cast<PartIndex>(part);
            }
        }
        surface.part_areas_mm2.push_back(part_area);
    }
}

void addPart(Surface& surface, const Mesh& original, std::size_t part,
             const SurfaceOptions& options) {
    const double keep =
        static_cast<double>(options.max_triangles) / static_cast<double>(original.triangles.size());
    Piece piece = pieceOf(original, part);
    if (keep < 1.0 && piece.triangles.size() > 16) {
        const auto target =
            static_cast<std::size_t>(keep * static_cast<double>(piece.triangles.size()));
        const float deviation =
            simplify(piece.positions, piece.triangles, target, options.max_deviation_mm);
        surface.deviation_mm = std::max(surface.deviation_mm, deviation);
    }
    subdivide(piece.positions, piece.triangles, surface.longest_edge_mm, 2 * options.max_triangles);
    sortInSpace(piece.positions, piece.triangles);
    appendPart(surface.mesh, piece.positions, piece.triangles);
}

}  // namespace

Result<Surface> makeSurface(const Mesh& original, const SurfaceOptions& options,
                            const Progress& progress) {
    const double area = areaOf(original, original.triangles);
    float edge_mm = std::max(options.max_edge_mm, affordableEdge(area, options.max_triangles));
    while (true) {
        Surface surface;
        surface.longest_edge_mm = edge_mm;
        for (std::size_t part = 0; part < original.partCount(); ++part) {
            if (progress.stopped()) return fail(ErrorCode::Cancelled, "Stopped.");
            addPart(surface, original, part, options);
            progress.at(static_cast<double>(part + 1) / static_cast<double>(original.partCount()));
        }
        // Long thin triangles split into more than their area suggests: try coarser edges then.
        if (2 * surface.mesh.triangles.size() <= 3 * options.max_triangles ||
            surface.mesh.triangles.size() <= original.triangles.size()) {
            measure(surface);
            return surface;
        }
        edge_mm *= 1.5F;
    }
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
