// Where the middle of a ball can be is found on a lattice, from coarse cells to fine ones: distance
// changes by no more than the way gone, so most cells are decided by their middle. The places
// nearest to the surface are then put right to the true distance.
#include "core/geometry/ball_depth.h"

#include <array>
#include <cmath>
#include <nanoflann.hpp>

#include "core/base/parallel.h"
#include "core/geometry/nearest_on_triangle.h"

namespace glaukophos {
namespace {

constexpr int kCoarse = 8;             // fine cells along a coarse one
constexpr double kMostCells = 10e6;    // bounds memory and time
constexpr float kCellsOfRadius = 6;    // wanted in one radius of the ball
constexpr int kSteps = 14;             // of putting a ball right
constexpr float kShrinking = 0.72F;    // of one of those steps to the next
constexpr float kTouching_mm = 2e-3F;  // a ball this far inside still counts as outside

struct Cell {
    int x = 0;
    int y = 0;
    int z = 0;
};

struct Lattice {
    Vec3 corner_mm = Vec3::Zero();
    float spacing_mm = 1;
    std::array<int, 3> size{};  // multiples of kCoarse

    [[nodiscard]] std::size_t index(const Cell& c) const {
        const auto at = [](int i) { return static_cast<std::size_t>(i); };
        return (at(c.z) * at(size[1]) + at(c.y)) * at(size[0]) + at(c.x);
    }
    [[nodiscard]] std::size_t count() const {
        return index({0, 0, size[2] - 1}) + index({0, size[1] - 1, 0}) +
               static_cast<std::size_t>(size[0]);
    }
    [[nodiscard]] bool holds(const Cell& c) const {
        return c.x >= 0 && c.y >= 0 && c.z >= 0 && c.x < size[0] && c.y < size[1] && c.z < size[2];
    }
    // The middle of a cube of `width` cells whose lowest is `c`.
    [[nodiscard]] Vec3 middle(const Cell& c, int width = 1) const {
        const Vec3 low(static_cast<float>(c.x), static_cast<float>(c.y), static_cast<float>(c.z));
        return corner_mm + spacing_mm * (low + Vec3::Constant(0.5F * static_cast<float>(width)));
    }
    [[nodiscard]] Cell cellOf(const Vec3& p) const {
        const Vec3 at = (p - corner_mm) / spacing_mm;
        const auto down = [](float f) { return static_cast<int>(std::floor(f)); };
        return {down(at.x()), down(at.y()), down(at.z())};
    }
};

Lattice latticeRound(const Bounds& bounds, float radius_mm) {
    const Vec3 roomy = bounds.size() + Vec3::Constant(4 * radius_mm);
    const double volume = static_cast<double>(roomy.x()) * roomy.y() * roomy.z();
    const auto least = static_cast<float>(std::cbrt(volume / kMostCells));
    Lattice lattice;
    lattice.spacing_mm = std::max(radius_mm / kCellsOfRadius, least);
    const float margin = 1.5F * radius_mm + 2 * lattice.spacing_mm;
    lattice.corner_mm = bounds.low - Vec3::Constant(margin);
    for (int axis = 0; axis < 3; ++axis) {
        const float cells = (bounds.size()[axis] + 2 * margin) / lattice.spacing_mm;
        lattice.size.at(static_cast<std::size_t>(axis)) =
            kCoarse * (static_cast<int>(std::ceil(cells)) / kCoarse + 1);
    }
    return lattice;
}

// What the surface is to some points.
struct Nearest {
    std::vector<Vec3> places_mm;
    std::vector<float> distances_mm;
};

Nearest nearestTo(const Mesh& mesh, const RayScene& scene, std::span<const Vec3> points) {
    Nearest found;
    const std::vector<std::uint32_t> triangles = scene.nearestTriangles(mesh, points);
    for (std::size_t i = 0; i < points.size(); ++i) {
        const Triangle& t = mesh.triangles[triangles[i]];
        found.places_mm.push_back(nearestOnTriangle(
            points[i], mesh.positions_mm[t[0]], mesh.positions_mm[t[1]], mesh.positions_mm[t[2]]));
        found.distances_mm.push_back((found.places_mm.back() - points[i]).norm());
    }
    return found;
}

enum class Room : std::uint8_t { None, Enough, Reached };

void fill(const Lattice& lattice, std::vector<Room>& rooms, const Cell& low, int width, Room room) {
    for (int z = low.z; z < low.z + width; ++z) {
        for (int y = low.y; y < low.y + width; ++y) {
            const auto row =
                rooms.begin() + static_cast<std::ptrdiff_t>(lattice.index({low.x, y, z}));
            std::fill(row, row + width, room);
        }
    }
}

std::vector<Cell> eighths(const std::vector<Cell>& cells, int width) {
    std::vector<Cell> smaller;
    smaller.reserve(8 * cells.size());
    for (const Cell& c : cells) {
        for (int i = 0; i < 8; ++i) {
            smaller.push_back(
                {c.x + (i & 1) * width, c.y + (i >> 1 & 1) * width, c.z + (i >> 2 & 1) * width});
        }
    }
    return smaller;
}

// Which cells a ball can have its middle in. Empty when stopped.
std::vector<Room> roomsOf(const Mesh& mesh, const RayScene& scene, const Lattice& lattice,
                          float radius_mm, const Progress& progress) {
    std::vector<Room> rooms(lattice.count(), Room::None);
    std::vector<Cell> cells;
    for (int z = 0; z < lattice.size[2]; z += kCoarse) {
        for (int y = 0; y < lattice.size[1]; y += kCoarse) {
            for (int x = 0; x < lattice.size[0]; x += kCoarse) cells.push_back({x, y, z});
        }
    }
    for (int width = kCoarse; width >= 1; width /= 2) {
        if (progress.stopped()) return {};
        std::vector<Vec3> middles(cells.size());
        std::ranges::transform(cells, middles.begin(),
                               [&](const Cell& c) { return lattice.middle(c, width); });
        const Nearest nearest = nearestTo(mesh, scene, middles);
        // Within a cube no place is farther from its middle than this.
        const float slack =
            width == 1 ? 0.0F : 0.8661F * static_cast<float>(width) * lattice.spacing_mm;
        std::vector<Cell> undecided;
        for (std::size_t i = 0; i < cells.size(); ++i) {
            const float d = nearest.distances_mm[i];
            if (d >= radius_mm + slack) {
                fill(lattice, rooms, cells[i], width, Room::Enough);
            } else if (d > radius_mm - slack) {
                undecided.push_back(cells[i]);
            }
        }
        cells = eighths(undecided, width / 2);
        progress.at(0.4 * (1.0 - std::log2(width) / 4.0));
    }
    return rooms;
}

constexpr std::array<Cell, 6> kBeside = {
    {{1, 0, 0}, {-1, 0, 0}, {0, 1, 0}, {0, -1, 0}, {0, 0, 1}, {0, 0, -1}}};

// Marks what can be reached from outside; returns the reached cells that have an unreached
// neighbour: the lattice's corner is always outside.
std::vector<Cell> reach(const Lattice& lattice, std::vector<Room>& rooms) {
    std::vector<Cell> front = {{0, 0, 0}};
    std::vector<Cell> rim;
    rooms[0] = Room::Reached;
    while (!front.empty()) {
        const Cell c = front.back();
        front.pop_back();
        bool at_rim = false;
        for (const Cell& step : kBeside) {
            const Cell next{c.x + step.x, c.y + step.y, c.z + step.z};
            if (!lattice.holds(next)) continue;
            Room& room = rooms[lattice.index(next)];
            at_rim = at_rim || room == Room::None;
            if (room != Room::Enough) continue;
            room = Room::Reached;
            front.push_back(next);
        }
        if (at_rim) rim.push_back(c);
    }
    return rim;
}

// What nanoflann asks of a set of points.
struct Cloud {
    std::vector<Vec3> points;

    [[nodiscard]] std::size_t kdtree_get_point_count() const { return points.size(); }
    [[nodiscard]] float kdtree_get_pt(std::size_t i, std::size_t axis) const {
        return points[i][static_cast<Eigen::Index>(axis)];
    }
    template <class Box>
    bool kdtree_get_bbox(Box& /*box*/) const {
        return false;
    }
};
using Tree = nanoflann::KDTreeSingleIndexAdaptor<nanoflann::L2_Simple_Adaptor<float, Cloud>, Cloud,
                                                 3, std::uint32_t>;

// The ball's middle nearest to each point, as far as the lattice tells.
std::vector<Vec3> nearestMiddles(const Cloud& cloud, std::span<const Vec3> points,
                                 const Progress& progress) {
    const Tree tree(3, cloud);
    std::vector<Vec3> middles(points.size());
    forChunks(points.size(), {progress.stop, {}}, [&](std::size_t begin, std::size_t end) {
        for (std::size_t i = begin; i < end; ++i) {
            std::uint32_t nearest = 0;
            float squared_mm2 = 0;
            tree.knnSearch(points[i].data(), 1, &nearest, &squared_mm2);
            middles[i] = cloud.points[nearest];
        }
    });
    return middles;
}

// Pushes balls out of the surface along the way to its nearest place; in a groove the walls take
// turns, which ends where the ball touches both.
void pushOut(const Mesh& mesh, const RayScene& scene, float radius_mm, std::vector<Vec3>& middles) {
    for (int turn = 0; turn < 3; ++turn) {
        const Nearest nearest = nearestTo(mesh, scene, middles);
        for (std::size_t i = 0; i < middles.size(); ++i) {
            const float d = nearest.distances_mm[i];
            if (d >= radius_mm || d < 1e-4F) continue;
            middles[i] =
                nearest.places_mm[i] + (radius_mm / d) * (middles[i] - nearest.places_mm[i]);
        }
    }
}

// Moves balls towards their points for as long as there is room, in shrinking steps.
bool approach(const Mesh& mesh, const RayScene& scene, std::span<const Vec3> points,
              float radius_mm, float first_step_mm, std::vector<Vec3>& middles,
              const Progress& progress) {
    float step = first_step_mm;
    for (int turn = 0; turn < kSteps; ++turn, step *= kShrinking) {
        if (progress.stopped()) return false;
        std::vector<Vec3> tried(middles.size());
        for (std::size_t i = 0; i < middles.size(); ++i) {
            const Vec3 way = points[i] - middles[i];
            const float far = std::max(way.norm(), 1e-6F);
            tried[i] = middles[i] + std::min(step, std::max(far - radius_mm, 0.0F)) / far * way;
        }
        pushOut(mesh, scene, radius_mm, tried);
        const Nearest nearest = nearestTo(mesh, scene, tried);
        for (std::size_t i = 0; i < middles.size(); ++i) {
            const bool nearer = (tried[i] - points[i]).norm() < (middles[i] - points[i]).norm();
            if (nearer && nearest.distances_mm[i] > radius_mm - kTouching_mm) middles[i] = tried[i];
        }
        progress.at(0.5 + 0.5 * turn / kSteps);
    }
    return true;
}

}  // namespace

Result<std::vector<float>> depthsBelowBall(const Mesh& mesh, const RayScene& scene,
                                           std::span<const Vec3> points_mm, float radius_mm,
                                           const Progress& progress) {
    const Lattice lattice = latticeRound(scene.bounds(), radius_mm);
    std::vector<Room> rooms = roomsOf(mesh, scene, lattice, radius_mm, progress);
    const auto stopped = [] { return fail(ErrorCode::Cancelled, "Stopped."); };
    if (rooms.empty()) return stopped();
    Cloud rim;
    for (const Cell& c : reach(lattice, rooms)) rim.points.push_back(lattice.middle(c));
    std::vector<Vec3> middles = nearestMiddles(rim, points_mm, progress);
    if (!approach(mesh, scene, points_mm, radius_mm, lattice.spacing_mm, middles, progress)) {
        return stopped();
    }
    std::vector<float> depths(points_mm.size());
    for (std::size_t i = 0; i < depths.size(); ++i) {
        depths[i] = std::max(0.0F, (middles[i] - points_mm[i]).norm() - radius_mm);
    }
    return depths;
}

}  // namespace glaukophos
