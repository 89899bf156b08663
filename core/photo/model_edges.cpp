// A small picture of depth and normals; edges lie between its pixels, so that an outline is not
// drawn in by half a pixel.
#include "core/photo/model_edges.h"

#include <Eigen/Eigenvalues>
#include <algorithm>
#include <cmath>

#include "core/base/parallel.h"

namespace glaukophos {
namespace {

constexpr float kFar = 1e30F;
constexpr float kBreak = 0.80F;  // cosine between normals: 37 degrees

struct Cell {
    float depth_mm = kFar;
    Vec3 normal = Vec3::Zero();
};

struct Grid {
    int left = 0;  // in steps
    int top = 0;
    int width = 0;
    int height = 0;
    double step_px = 1.0;
    std::vector<Cell> cells;

    [[nodiscard]] const Cell& at(int x, int y) const {
        return cells[static_cast<std::size_t>(y) * static_cast<std::size_t>(width) +
                     static_cast<std::size_t>(x)];
    }
    [[nodiscard]] Eigen::Vector2d pixelAt(double x, double y) const {
        return {step_px * (left + x + 0.5), step_px * (top + y + 0.5)};
    }
};

// What part of the photograph the figure may take, with a rim of two cells.
Grid gridOver(const SeenMesh& seen, const PhotoCamera& camera, double step_px) {
    Eigen::AlignedBox2d box = boxSeen(camera, seen.scene.bounds());
    box = box.intersection(
        Eigen::AlignedBox2d(Eigen::Vector2d::Zero(), Eigen::Vector2d(camera.width, camera.height)));
    Grid grid;
    if (box.isEmpty()) return grid;
    grid.step_px = step_px;
    grid.left = static_cast<int>(std::floor(box.min().x() / step_px)) - 2;
    grid.top = static_cast<int>(std::floor(box.min().y() / step_px)) - 2;
    grid.width = static_cast<int>(std::ceil(box.max().x() / step_px)) + 2 - grid.left;
    grid.height = static_cast<int>(std::ceil(box.max().y() / step_px)) + 2 - grid.top;
    return grid;
}

Cell cellSeen(const SeenMesh& seen, const PhotoRay& ray) {
    const auto hit = seen.scene.nearest(ray.origin_mm, ray.direction);
    if (!hit) return {};
    const Triangle& t = seen.mesh.triangles[hit->triangle];
    const auto& p = seen.mesh.positions_mm;
    Vec3 normal = (p[t[1]] - p[t[0]]).cross(p[t[2]] - p[t[0]]).normalized();
    if (normal.dot(ray.direction) > 0.0F) normal = -normal;
    return {hit->distance_mm, normal};
}

bool trace(const SeenMesh& seen, const PhotoCamera& camera, Grid& grid, const Progress& progress) {
    grid.cells.resize(static_cast<std::size_t>(grid.width) * static_cast<std::size_t>(grid.height));
    return forChunks(grid.cells.size(), {progress.stop, {}}, [&](std::size_t from, std::size_t to) {
        for (std::size_t i = from; i < to; ++i) {
            const auto x = static_cast<int>(i % static_cast<std::size_t>(grid.width));
            const auto y = static_cast<int>(i / static_cast<std::size_t>(grid.width));
            grid.cells[i] = cellSeen(seen, rayThrough(camera, grid.pixelAt(x, y)));
        }
    });
}

// How strong an edge lies between two neighbours; 0: none. `jump_mm`: what parts two depths.
double edgeBetween(const Cell& a, const Cell& b, float jump_mm) {
    const bool a_there = a.depth_mm < kFar;
    const bool b_there = b.depth_mm < kFar;
    if (a_there != b_there) return 1.0;
    if (!a_there) return 0.0;
    if (std::abs(a.depth_mm - b.depth_mm) > jump_mm) return 0.6;
    const float cosine = a.normal.dot(b.normal);
    return cosine < kBreak ? 0.35 * std::min(1.0, 2.0 * (1.0 - static_cast<double>(cosine))) : 0.0;
}

// Across an edge, from what changes over a window of five: depth and normals together.
Eigen::Vector2d acrossAt(const Grid& grid, double x, double y, float depth_scale) {
    constexpr int kReach = 2;
    Eigen::Matrix2d tensor = Eigen::Matrix2d::Zero();
    const auto value = [&](int cx, int cy) {
        const Cell& cell =
            grid.at(std::clamp(cx, 0, grid.width - 1), std::clamp(cy, 0, grid.height - 1));
        Eigen::Vector4d v = Eigen::Vector4d::Zero();
        if (cell.depth_mm >= kFar) return v;
        v.head<3>() = 0.5 * cell.normal.cast<double>();
        v[3] = 2.0 + std::clamp(static_cast<double>(cell.depth_mm / depth_scale), -50.0, 1e4);
        return v;
    };
    const int mx = static_cast<int>(std::floor(x + 0.5));
    const int my = static_cast<int>(std::floor(y + 0.5));
    for (int dy = -kReach; dy <= kReach; ++dy) {
        for (int dx = -kReach; dx <= kReach; ++dx) {
            const Eigen::Vector4d gx = value(mx + dx + 1, my + dy) - value(mx + dx - 1, my + dy);
            const Eigen::Vector4d gy = value(mx + dx, my + dy + 1) - value(mx + dx, my + dy - 1);
            // One strong change in the distance must not outweigh all others.
            const auto add = [&](double a, double b) {
                const double size = std::hypot(a, b);
                if (size < 1e-9) return;
                const double scale = std::min(1.0, 2.0 / size);
                const Eigen::Vector2d g(scale * a, scale * b);
                tensor += g * g.transpose();
            };
            for (int c = 0; c < 4; ++c) add(gx[c], gy[c]);
        }
    }
    const Eigen::SelfAdjointEigenSolver<Eigen::Matrix2d> solver(tensor);
    return solver.eigenvectors().col(1);
}

// The edge between two neighbours, if there is one.
void addBetween(const Grid& grid, const PhotoCamera& camera, int x, int y, bool down, float jump_mm,
                std::vector<ModelEdge>& edges) {
    const Cell& a = grid.at(x, y);
    const Cell& b = down ? grid.at(x, y + 1) : grid.at(x + 1, y);
    const double strength = edgeBetween(a, b, jump_mm);
    if (strength <= 0.0) return;
    const double ex = down ? x : x + 0.5;
    const double ey = down ? y + 0.5 : y;
    ModelEdge edge;
    edge.pixel = grid.pixelAt(ex, ey);
    const PhotoRay ray = rayThrough(camera, edge.pixel);
    edge.point_mm =
        (ray.origin_mm + std::min(a.depth_mm, b.depth_mm) * ray.direction).cast<double>();
    edge.across = acrossAt(grid, ex, ey, jump_mm);
    // An edge that runs across the two is found better by another pair.
    const double facing = std::abs(down ? edge.across.y() : edge.across.x());
    if (facing < 0.5) return;
    edge.strength = strength;
    edge.outline = std::max(a.depth_mm, b.depth_mm) >= kFar;
    edges.push_back(edge);
}

std::vector<ModelEdge> thinned(std::vector<ModelEdge> edges, std::size_t most) {
    if (edges.size() <= most) return edges;
    std::vector<ModelEdge> kept;
    const double stride = static_cast<double>(edges.size()) / static_cast<double>(most);
    for (std::size_t i = 0; i < most; ++i) {
        kept.push_back(edges[static_cast<std::size_t>(stride * static_cast<double>(i))]);
    }
    return kept;
}

}  // namespace

Eigen::AlignedBox2d boxSeen(const PhotoCamera& camera, const Bounds& bounds) {
    Eigen::AlignedBox2d box;
    for (int corner = 0; corner < 8; ++corner) {
        const Eigen::Vector3d p((corner & 1) != 0 ? bounds.high.x() : bounds.low.x(),
                                (corner & 2) != 0 ? bounds.high.y() : bounds.low.y(),
                                (corner & 4) != 0 ? bounds.high.z() : bounds.low.z());
        if (const auto pixel = pixelOf(camera, p)) box.extend(*pixel);
    }
    return box;
}

std::vector<ModelEdge> modelEdges(const SeenMesh& seen, const PhotoCamera& camera, double step_px,
                                  std::size_t most, const Progress& progress) {
    Grid grid = gridOver(seen, camera, step_px);
    std::vector<ModelEdge> edges;
    if (grid.width < 3 || grid.height < 3 || !trace(seen, camera, grid, progress)) return edges;
    const Eigen::Vector3d middle = seen.scene.bounds().centre().cast<double>();
    // Two cells on a surface seen at 75 degrees lie so far apart.
    const auto jump_mm =
        static_cast<float>(4.0 * step_px * depthOf_mm(camera, middle) / camera.focal_px);
    const Eigen::AlignedBox2d inside(Eigen::Vector2d(2.0, 2.0),
                                     Eigen::Vector2d(camera.width - 2.0, camera.height - 2.0));
    for (int y = 1; y + 1 < grid.height; ++y) {
        for (int x = 1; x + 1 < grid.width; ++x) {
            if (!inside.contains(grid.pixelAt(x, y))) continue;
            addBetween(grid, camera, x, y, false, jump_mm, edges);
            addBetween(grid, camera, x, y, true, jump_mm, edges);
        }
    }
    return thinned(std::move(edges), most);
}

}  // namespace glaukophos
