// Numbers, welding, duplicates, strays, winding; in this order, since each needs the one before.
#include "core/geometry/repair.h"

#include <fmt/format.h>
#include <tbb/parallel_invoke.h>

#include <algorithm>
#include <atomic>
#include <cmath>
#include <numeric>
#include <utility>

#include "core/base/parallel.h"
#include "core/geometry/clean.h"
#include "core/geometry/neighbours.h"

namespace glaukophos {
namespace {

constexpr float kLargestCoordinate = 1e6F;  // a kilometre in mm

// No comparison holds of what is not a number.
bool usable(const Vec3& p) {
    return std::abs(p.x()) <= kLargestCoordinate && std::abs(p.y()) <= kLargestCoordinate &&
           std::abs(p.z()) <= kLargestCoordinate;
}

std::size_t dropUnusable(Mesh& mesh, PartLabels& labels) {
    if (std::ranges::all_of(mesh.positions_mm, usable)) return 0;
    return dropTriangles(mesh.triangles, labels, [&](std::size_t i) {
        return !std::ranges::all_of(mesh.triangles[i], [&](std::uint32_t corner) {
            return usable(mesh.positions_mm[corner]);
        });
    });
}

std::size_t dropDuplicates(Mesh& mesh, PartLabels& labels) {
    std::vector<bool> again(mesh.triangles.size(), false);
    forSameCorners(mesh.triangles, [&](std::size_t, std::size_t later) { again[later] = true; });
    return dropTriangles(mesh.triangles, labels, [&](std::size_t i) { return again[i]; });
}

// Corners of open borders that all but meet are made one, so that hair-thin cracks close: for each
// vertex the one it becomes. Empty where none are nearer than `near_mm`.
std::vector<std::uint32_t> joinedBorders(const Mesh& mesh, const Neighbours& neighbours,
                                         float near_mm) {
    std::vector<std::uint32_t> border;
    for (std::size_t t = 0; t < mesh.triangles.size(); ++t) {
        for (std::size_t k = 0; k < 3; ++k) {
            if (neighbours.across[t][k] != kNoTriangle) continue;
            border.push_back(mesh.triangles[t][k]);
            border.push_back(mesh.triangles[t][(k + 1) % 3]);
        }
    }
    std::ranges::sort(border);
    border.erase(std::unique(border.begin(), border.end()), border.end());
    // Sorted by x: only those just before can be near.
    std::ranges::sort(border, {}, [&](std::uint32_t v) { return mesh.positions_mm[v].x(); });
    std::vector<std::uint32_t> becomes;
    for (std::size_t i = 0; i < border.size(); ++i) {
        const Vec3& here = mesh.positions_mm[border[i]];
        for (std::size_t j = i; j-- > 0;) {
            const std::uint32_t other = becomes.empty() ? border[j] : becomes[border[j]];
            const Vec3& there = mesh.positions_mm[other];
            if (here.x() - mesh.positions_mm[border[j]].x() > near_mm) break;
            if ((here - there).squaredNorm() > near_mm * near_mm) continue;
            if (becomes.empty()) {
                becomes.resize(mesh.positions_mm.size());
                std::iota(becomes.begin(), becomes.end(), 0U);
            }
            becomes[border[i]] = other;
            break;
        }
    }
    return becomes;
}

// Connected pieces with their bounds and sizes, the largest first.
struct Pieces {
    std::vector<std::uint32_t> of_triangle;
    std::vector<Bounds> bounds;
    std::vector<std::size_t> sizes;
};

Pieces piecesOf(const Mesh& mesh) {
    Pieces pieces;
    pieces.of_triangle = connectedPieces(mesh.positions_mm.size(), mesh.triangles);
    const std::size_t count =
        pieces.of_triangle.empty() ? 0 : *std::ranges::max_element(pieces.of_triangle) + 1U;
    pieces.bounds.resize(count);
    pieces.sizes.resize(count);
    for (std::size_t i = 0; i < mesh.triangles.size(); ++i) {
        Bounds& bounds = pieces.bounds[pieces.of_triangle[i]];
        ++pieces.sizes[pieces.of_triangle[i]];
        for (const std::uint32_t corner : mesh.triangles[i]) {
            bounds.add(mesh.positions_mm[corner]);
        }
    }
    return pieces;
}

// What hangs together, and how. Follows what is done to the mesh.
struct Connected {
    Neighbours neighbours;
    Pieces pieces;
};

Connected connectedOf(const Mesh& mesh) {
    Connected connected;
    tbb::parallel_invoke(
        [&] { connected.neighbours = neighboursOf(mesh.positions_mm.size(), mesh.triangles); },
        [&] { connected.pieces = piecesOf(mesh); });
    return connected;
}

std::size_t closeCracks(Mesh& mesh, PartLabels& labels, Connected& connected) {
    constexpr float kNear = 2e-6F;  // of the figure's size: the last digits of a float
    const std::size_t before = connected.neighbours.open_edges;
    if (before == 0) return 0;
    const float near_mm = kNear * boundsOf(mesh.positions_mm).diagonal();
    const auto becomes = joinedBorders(mesh, connected.neighbours, near_mm);
    if (becomes.empty()) return 0;
    joinCorners(mesh.positions_mm, mesh.triangles, labels, becomes);
    connected = connectedOf(mesh);
    const std::size_t after = connected.neighbours.open_edges;
    return before > after ? before - after : 0;
}

float gapBetween(const Bounds& a, const Bounds& b) {
    return (a.low - b.high).cwiseMax(b.low - a.high).cwiseMax(0.0F).norm();
}

// Small pieces further from the largest one than three times its size would only make the figure
// look tiny. What hangs together with the rest by near pieces stays.
std::size_t dropStrays(Mesh& mesh, PartLabels& labels, Connected& connected) {
    const Pieces& pieces = connected.pieces;
    if (pieces.sizes.size() < 2) return 0;
    Bounds together = pieces.bounds.front();
    std::vector<bool> near(pieces.sizes.size(), false);
    near[0] = true;
    bool grown = true;
    while (grown) {
        grown = false;
        for (std::size_t p = 1; p < near.size(); ++p) {
            if (near[p] || gapBetween(together, pieces.bounds[p]) > 3.0F * together.diagonal()) {
                continue;
            }
            near[p] = grown = true;
            together.low = together.low.cwiseMin(pieces.bounds[p].low);
            together.high = together.high.cwiseMax(pieces.bounds[p].high);
        }
    }
    const auto isStray = [&](std::size_t triangle) {
        const std::uint32_t p = pieces.of_triangle[triangle];
        return !near[p] && pieces.sizes[p] * 100 < mesh.triangles.size();
    };
    std::size_t strays = 0;
    for (std::size_t i = 0; i < mesh.triangles.size(); ++i) strays += isStray(i) ? 1U : 0U;
    if (strays == 0) return 0;
    dropTriangles(mesh.triangles, labels, isStray);
    // Vertices that only strays used must not count as part of the figure.
    weld(mesh.positions_mm, mesh.triangles, labels);
    connected = connectedOf(mesh);
    return strays;
}

// Whether b runs along their common edge in the same direction as a, which neighbours must not.
bool facesOtherWay(const Triangle& a, std::size_t edge, const Triangle& b) {
    const std::uint32_t from = a[edge];
    const std::uint32_t to = a[(edge + 1) % 3];
    for (std::size_t k = 0; k < 3; ++k) {
        if (b[k] == from && b[(k + 1) % 3] == to) return true;
    }
    return false;
}

void flip(Triangle& triangle) { std::swap(triangle[1], triangle[2]); }

// Across an edge that no third triangle shares; else kNoTriangle.
std::uint32_t onlyNeighbour(const Neighbours& neighbours, std::size_t triangle, std::size_t edge) {
    const bool is_crowded = (neighbours.crowded[triangle] >> edge & 1) != 0;
    return is_crowded ? kNoTriangle : neighbours.across[triangle][edge];
}

bool allAgree(const Mesh& mesh, const Neighbours& neighbours) {
    std::atomic<bool> agree{true};
    forChunks(mesh.triangles.size(), {}, [&](std::size_t begin, std::size_t end) {
        for (std::size_t i = begin; i < end && agree; ++i) {
            for (std::size_t k = 0; k < 3; ++k) {
                const std::uint32_t other = onlyNeighbour(neighbours, i, k);
                if (other == kNoTriangle) continue;
                if (facesOtherWay(mesh.triangles[i], k, mesh.triangles[other])) agree = false;
            }
        }
    });
    return agree;
}

// Turns triangles so that neighbours agree; within a piece the majority decides. Returns how many.
std::size_t makeNeighboursAgree(Mesh& mesh, const Neighbours& neighbours) {
    if (allAgree(mesh, neighbours)) return 0;  // most do
    std::size_t flipped = 0;
    std::vector<std::uint8_t> turn(mesh.triangles.size(), 0);
    std::vector<bool> seen(mesh.triangles.size(), false);
    std::vector<std::uint32_t> queue;
    for (std::uint32_t first = 0; first < mesh.triangles.size(); ++first) {
        if (seen[first]) continue;
        queue.assign(1, first);
        seen[first] = true;
        std::size_t turned = 0;
        for (std::size_t at = 0; at < queue.size(); ++at) {
            const std::uint32_t i = queue[at];
            turned += turn[i];
            for (std::size_t k = 0; k < 3; ++k) {
                const std::uint32_t other = onlyNeighbour(neighbours, i, k);
                if (other == kNoTriangle || seen[other]) continue;
                seen[other] = true;
                const bool disagrees = facesOtherWay(mesh.triangles[i], k, mesh.triangles[other]);
                turn[other] = static_cast<std::uint8_t>(turn[i] ^ (disagrees ? 1U : 0U));
                queue.push_back(other);
            }
        }
        const bool majority = 2 * turned > queue.size();
        for (const std::uint32_t i : queue) {
            if ((turn[i] != 0) == majority) continue;
            flip(mesh.triangles[i]);
            ++flipped;
        }
    }
    return flipped;
}

// Enclosed by each piece: divergence theorem, about the middle of the piece.
std::vector<double> volumesOf(const Mesh& mesh, const Pieces& pieces) {
    std::vector<double> volumes(pieces.sizes.size(), 0.0);
    for (std::size_t i = 0; i < mesh.triangles.size(); ++i) {
        const std::uint32_t p = pieces.of_triangle[i];
        const Vec3 middle = pieces.bounds[p].centre();
        const Triangle& t = mesh.triangles[i];
        const Vec3d a = (mesh.positions_mm[t[0]] - middle).cast<double>();
        const Vec3d b = (mesh.positions_mm[t[1]] - middle).cast<double>();
        const Vec3d c = (mesh.positions_mm[t[2]] - middle).cast<double>();
        volumes[p] += a.dot(b.cross(c)) / 6.0;
    }
    return volumes;
}

// Marks pieces that enclose something: closed ones, and those whose holes are small beside them. An
// open sheet has no inside, so the sign of its volume says nothing.
std::vector<bool> enclosing(const Mesh& mesh, const Neighbours& neighbours, const Pieces& pieces) {
    constexpr double kLargestHole = 0.05;  // of a piece's area, were its open edges one circle
    std::vector<double> open_mm(pieces.sizes.size(), 0.0);
    std::vector<double> area_mm2(pieces.sizes.size(), 0.0);
    for (std::size_t i = 0; i < mesh.triangles.size(); ++i) {
        const Triangle& t = mesh.triangles[i];
        const std::uint32_t p = pieces.of_triangle[i];
        area_mm2[p] += areaVector(mesh, t).norm();
        for (std::size_t k = 0; k < 3; ++k) {
            if (neighbours.across[i][k] != kNoTriangle) continue;
            open_mm[p] += (mesh.positions_mm[t[k]] - mesh.positions_mm[t[(k + 1) % 3]]).norm();
        }
    }
    std::vector<bool> encloses;
    for (std::size_t p = 0; p < open_mm.size(); ++p) {
        encloses.push_back(open_mm[p] * open_mm[p] / (4.0 * kPi) <= kLargestHole * area_mm2[p]);
    }
    return encloses;
}

// Turns pieces that enclose a negative volume; a hollow inside another piece is meant to face
// inwards. Returns how many.
std::size_t turnInsideOut(Mesh& mesh, const Connected& connected) {
    const Pieces& pieces = connected.pieces;
    std::vector<double> volumes;
    std::vector<bool> encloses;
    tbb::parallel_invoke([&] { volumes = volumesOf(mesh, pieces); },
                         [&] { encloses = enclosing(mesh, connected.neighbours, pieces); });
    const auto inside = [](const Bounds& a, const Bounds& b) {
        return (a.low.array() > b.low.array()).all() && (a.high.array() < b.high.array()).all();
    };
    std::size_t turned = 0;
    std::vector<bool> inside_out(pieces.sizes.size(), false);
    for (std::size_t p = 0; p < volumes.size(); ++p) {
        if (!encloses[p] || volumes[p] >= 0.0) continue;
        bool hollow = false;
        for (std::size_t other = 0; other < volumes.size() && !hollow; ++other) {
            hollow = other != p && volumes[other] > 0.0 &&
                     inside(pieces.bounds[p], pieces.bounds[other]);
        }
        inside_out[p] = !hollow;
        if (!hollow) ++turned;
    }
    for (std::uint32_t i = 0; i < mesh.triangles.size(); ++i) {
        if (inside_out[pieces.of_triangle[i]]) flip(mesh.triangles[i]);
    }
    return turned;
}

}  // namespace

std::vector<std::string> inWords(const RepairReport& report) {
    std::vector<std::string> lines;
    const auto say = [&](std::size_t count, const char* one, const char* many) {
        if (count > 0) lines.push_back(fmt::format("{} {}", count, count == 1 ? one : many));
    };
    say(report.not_a_number, "triangle had a corner that is not a number and was left out.",
        "triangles had corners that are not numbers and were left out: look for holes there.");
    say(report.far_off, "triangle lay far away from the figure and was left out.",
        "triangles lay far away from the figure and were left out.");
    say(report.pieces_turned, "piece was inside out and was turned.",
        "pieces were inside out and were turned.");
    say(report.closed, "open edge met another almost and was closed.",
        "open edges met others almost and were closed.");
    say(report.turned, "triangle faced the wrong way and was turned.",
        "triangles faced the wrong way and were turned.");
    say(report.without_area, "triangle had no area and was left out.",
        "triangles had no area and were left out.");
    say(report.duplicates, "triangle was there twice and was left out once.",
        "triangles were there twice and were left out once.");
    say(report.open_edges, "edge is open: fine for light, a hole or the rim of a sheet.",
        "edges are open: fine for light, they are holes or the rims of sheets.");
    say(report.crowded_edges, "edge is shared by more than two triangles: fine for light.",
        "edges are shared by more than two triangles: fine for light.");
    if (report.pieces > 1) {
        lines.push_back(fmt::format("It consists of {} separate pieces.", report.pieces));
    }
    if (lines.empty()) lines.emplace_back("The mesh is closed and in good order.");
    return lines;
}

Result<Repaired> repair(Mesh& mesh, PartLabels& labels, const std::string& source,
                        const Progress& progress) {
    RepairReport report;
    report.triangles_read = mesh.triangles.size();
    report.not_a_number = dropUnusable(mesh, labels);
    report.without_area = weld(mesh.positions_mm, mesh.triangles, labels).triangles_without_area;
    progress.at(0.4);
    report.duplicates = dropDuplicates(mesh, labels);
    if (progress.stopped()) return fail(ErrorCode::Cancelled, "Stopped.");
    if (mesh.triangles.empty()) {
        return fail(ErrorCode::BadInput,
                    fmt::format("{} has no triangles that can be used. Choose a mesh of a figure, "
                                "or export it again.",
                                source));
    }
    Connected connected = connectedOf(mesh);
    report.closed = closeCracks(mesh, labels, connected);
    report.far_off = dropStrays(mesh, labels, connected);
    report.pieces = connected.pieces.sizes.size();
    progress.at(0.6);
    if (progress.stopped()) return fail(ErrorCode::Cancelled, "Stopped.");
    report.open_edges = connected.neighbours.open_edges;
    report.crowded_edges = connected.neighbours.crowded_edges;
    report.turned = makeNeighboursAgree(mesh, connected.neighbours);
    report.pieces_turned = turnInsideOut(mesh, connected);
    progress.at(1.0);
    return Repaired{report, std::move(connected.pieces.of_triangle)};
}

}  // namespace glaukophos
