// A front that spreads over triangles, nearest vertex first.
#include "core/geometry/surface_distance.h"

#include <cmath>
#include <queue>

namespace glaukophos {
namespace {

constexpr float kFar = std::numeric_limits<float>::infinity();

struct Incidence {
    std::vector<std::uint32_t> starts;
    std::vector<std::uint32_t> triangles;
};

Incidence trianglesAround(const Mesh& mesh) {
    Incidence incidence;
    incidence.starts.assign(mesh.positions_mm.size() + 1, 0);
    for (const Triangle& t : mesh.triangles) {
        for (const std::uint32_t v : t) ++incidence.starts[v + 1];
    }
    for (std::size_t v = 0; v + 1 < incidence.starts.size(); ++v) {
        incidence.starts[v + 1] += incidence.starts[v];
    }
    incidence.triangles.resize(mesh.triangles.size() * 3);
    std::vector<std::uint32_t> next(incidence.starts.begin(), incidence.starts.end() - 1);
    for (std::uint32_t i = 0; i < mesh.triangles.size(); ++i) {
        for (const std::uint32_t v : mesh.triangles[i]) incidence.triangles[next[v]++] = i;
    }
    return incidence;
}

// Distance at `c` when a flat front passes `a` at `da` and `b` at `db`: the source is laid out in
// the plane of the triangle, on the far side of a-b. Along an edge where its way misses a-b.
float through(const Vec3& a, float da, const Vec3& b, float db, const Vec3& c) {
    const float along_edges = std::min(da + (c - a).norm(), db + (c - b).norm());
    const float base = (b - a).norm();
    if (base <= 0.0F) return along_edges;
    const float x = (da * da - db * db + base * base) / (2.0F * base);
    const float y2 = da * da - x * x;
    if (y2 < 0.0F) return along_edges;
    const Vec3 axis = (b - a) / base;
    const float cx = (c - a).dot(axis);
    const float cy = ((c - a) - cx * axis).norm();
    const float sy = -std::sqrt(y2);
    // Where the straight way from the source to c crosses the line a-b.
    const float crossing = x + (cx - x) * (-sy) / std::max(cy - sy, 1e-12F);
    if (crossing < 0.0F || crossing > base) return along_edges;
    return std::hypot(cx - x, cy - sy);
}

}  // namespace

std::vector<float> surfaceDistances(const Mesh& mesh, std::span<const std::uint32_t> sources) {
    const Incidence around = trianglesAround(mesh);
    std::vector<float> distances(mesh.positions_mm.size(), kFar);
    std::vector<bool> settled(distances.size(), false);
    using Entry = std::pair<float, std::uint32_t>;
    std::priority_queue<Entry, std::vector<Entry>, std::greater<>> front;
    for (const std::uint32_t v : sources) {
        distances[v] = 0.0F;
        front.emplace(0.0F, v);
    }
    const auto offer = [&](std::uint32_t v, float distance) {
        if (settled[v] || distance >= distances[v]) return;
        distances[v] = distance;
        front.emplace(distance, v);
    };
    const std::vector<Vec3>& at = mesh.positions_mm;
    while (!front.empty()) {
        const std::uint32_t v = front.top().second;
        front.pop();
        if (settled[v]) continue;
        settled[v] = true;
        for (std::uint32_t i = around.starts[v]; i < around.starts[v + 1]; ++i) {
            const Triangle& t = mesh.triangles[around.triangles[i]];
            const std::size_t k = t[0] == v ? 0 : (t[1] == v ? 1 : 2);
            const std::uint32_t b = t[(k + 1) % 3];
            const std::uint32_t c = t[(k + 2) % 3];
            for (const auto& [known, wanted] : {std::pair{b, c}, std::pair{c, b}}) {
                offer(wanted, settled[known] ? through(at[v], distances[v], at[known],
                                                       distances[known], at[wanted])
                                             : distances[v] + (at[wanted] - at[v]).norm());
            }
        }
    }
    return distances;
}

}  // namespace glaukophos
