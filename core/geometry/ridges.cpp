// Smoothed normals -> curvature -> where it peaks across the edge.
#include "core/geometry/ridges.h"

#include <Eigen/Eigenvalues>
#include <algorithm>
#include <cmath>
#include <optional>

#include "core/base/parallel.h"

namespace glaukophos {
namespace {

struct Curvature {
    float most = 0.0F;   // 1/mm across the edge, positive where convex
    float least = 0.0F;  // along it
    Vec3 across = Vec3::UnitX();
};

// Vertices that lie close together, as in the slivers of engineers' meshes, count as one place.
struct Places {
    std::vector<std::uint32_t> of_vertex;
    std::vector<Vec3> at_mm;
    std::vector<float> areas_mm2;
    VertexLinks links;

    // The mean of a value over the vertices of each place.
    template <class Value>
    [[nodiscard]] std::vector<Value> means(const std::vector<Value>& values,
                                           const std::vector<float>& vertex_areas) const {
        std::vector<Value> sums(at_mm.size(), 0.0F * values.front());
        for (std::size_t v = 0; v < values.size(); ++v) {
            sums[of_vertex[v]] += vertex_areas[v] / areas_mm2[of_vertex[v]] * values[v];
        }
        return sums;
    }
};

std::vector<float> vertexAreas(const Mesh& mesh) {
    std::vector<float> areas(mesh.positions_mm.size(), 1e-9F);
    for (const Triangle& t : mesh.triangles) {
        const float area = areaVector(mesh, t).norm() / 3.0F;
        for (const std::uint32_t v : t) areas[v] += area;
    }
    return areas;
}

Places placesOf(const Mesh& mesh, const VertexLinks& links, const std::vector<float>& areas,
                float radius) {
    constexpr std::uint32_t kFree = std::numeric_limits<std::uint32_t>::max();
    Places places;
    places.of_vertex.assign(mesh.positions_mm.size(), kFree);
    std::vector<std::uint32_t> found;
    for (std::uint32_t v = 0; v < places.of_vertex.size(); ++v) {
        if (places.of_vertex[v] != kFree) continue;
        const auto place = static_cast<std::uint32_t>(places.at_mm.size());
        Vec3 sum = Vec3::Zero();
        float area = 0.0F;
        found.assign(1, v);
        places.of_vertex[v] = place;
        for (std::size_t i = 0; i < found.size(); ++i) {
            sum += areas[found[i]] * mesh.positions_mm[found[i]];
            area += areas[found[i]];
            for (const std::uint32_t near : links.of(found[i])) {
                const float away = (mesh.positions_mm[near] - mesh.positions_mm[v]).norm();
                if (places.of_vertex[near] != kFree || away > radius) continue;
                places.of_vertex[near] = place;
                found.push_back(near);
            }
        }
        places.at_mm.push_back(sum / area);
        places.areas_mm2.push_back(area);
    }
    std::vector<Triangle> between;
    for (const Triangle& t : mesh.triangles) {
        const Triangle p{places.of_vertex[t[0]], places.of_vertex[t[1]], places.of_vertex[t[2]]};
        if (p[0] != p[1] || p[1] != p[2]) between.push_back(p);
    }
    places.links = linksOf(places.at_mm.size(), between);
    return places;
}

// The places within reach of each vertex along the surface, and how much each counts: by its area,
// and less with distance.
struct Surroundings {
    const Mesh& mesh;
    std::vector<float> vertex_areas;
    Places places;
    std::vector<std::uint32_t> starts;  // one entry a vertex, and the end
    std::vector<std::uint32_t> near;    // places
    std::vector<float> weights;

    [[nodiscard]] std::size_t begin(std::size_t v) const { return starts[v]; }
    [[nodiscard]] std::size_t end(std::size_t v) const { return starts[v + 1]; }
};

// Breadth first along edges, at most kMost places each.
void collect(const Places& places, const Vec3& from, std::uint32_t own, float radius,
             std::vector<std::uint32_t>& found) {
    constexpr std::size_t kMost = 64;
    found.assign(1, own);
    for (std::size_t i = 0; i < found.size() && found.size() < kMost; ++i) {
        for (const std::uint32_t next : places.links.of(found[i])) {
            if ((places.at_mm[next] - from).norm() > radius) continue;
            if (std::ranges::find(found, next) == found.end()) found.push_back(next);
        }
    }
}

Surroundings surroundingsOf(const Mesh& mesh, float radius, float edge_mm) {
    const std::size_t count = mesh.positions_mm.size();
    const VertexLinks links = linksOf(count, mesh.triangles);
    std::vector<float> areas = vertexAreas(mesh);
    Places places = placesOf(mesh, links, areas, 0.4F * edge_mm);
    Surroundings around{mesh, std::move(areas), std::move(places), {}, {}, {}};
    std::vector<std::vector<std::uint32_t>> found(count);
    forChunks(count, {}, [&](std::size_t begin, std::size_t end) {
        for (std::size_t v = begin; v < end; ++v) {
            collect(around.places, mesh.positions_mm[v], around.places.of_vertex[v], radius,
                    found[v]);
        }
    });
    around.starts.push_back(0);
    for (const std::vector<std::uint32_t>& near : found) {
        around.starts.push_back(around.starts.back() + static_cast<std::uint32_t>(near.size()));
    }
    around.near.resize(around.starts.back());
    around.weights.resize(around.starts.back());
    forChunks(count, {}, [&](std::size_t begin, std::size_t end) {
        for (std::size_t v = begin; v < end; ++v) {
            std::size_t i = around.begin(v);
            for (const std::uint32_t place : found[v]) {
                const float share =
                    (around.places.at_mm[place] - mesh.positions_mm[v]).norm() / radius;
                around.near[i] = place;
                around.weights[i] =
                    around.places.areas_mm2[place] * std::exp(-2.0F * share * share);
                ++i;
            }
        }
    });
    return around;
}

template <class Value>
void blur(const Surroundings& around, int passes, std::vector<Value>& values) {
    for (int pass = 0; pass < passes; ++pass) {
        const std::vector<Value> means = around.places.means(values, around.vertex_areas);
        forChunks(values.size(), {}, [&](std::size_t begin, std::size_t end) {
            for (std::size_t v = begin; v < end; ++v) {
                Value sum = 0.0F * values[v];
                float weight = 0.0F;
                for (std::size_t i = around.begin(v); i < around.end(v); ++i) {
                    sum += around.weights[i] * means[around.near[i]];
                    weight += around.weights[i];
                }
                values[v] = sum / weight;
            }
        });
    }
}

// Steps from a vertex to its surroundings, in the plane that touches it there.
template <class Use>
void forSteps(const Surroundings& around, const Frame& frame, std::size_t v, const Use& use) {
    for (std::size_t i = around.begin(v); i < around.end(v); ++i) {
        const std::uint32_t place = around.near[i];
        const Vec3 step = around.places.at_mm[place] - around.mesh.positions_mm[v];
        use(place, around.weights[i], step.dot(frame.tangent), step.dot(frame.bitangent));
    }
}

// The symmetric tensor that best turns steps along the surface into changes of the normal.
// `normals` one entry a place.
Curvature curvatureAt(const Surroundings& around, const Vec3& normal,
                      const std::vector<Vec3>& normals, std::size_t v) {
    const Frame frame = frameAround(normal);
    Eigen::Matrix3f left = Eigen::Matrix3f::Identity() * 1e-9F;
    Vec3 right = Vec3::Zero();
    forSteps(around, frame, v, [&](std::uint32_t place, float weight, float x, float y) {
        const Vec3 turn = normals[place] - normal;
        // Unknowns (a, b, c) of [[a, b], [b, c]].
        const Vec3 first(x, y, 0.0F);
        const Vec3 second(0.0F, x, y);
        left += weight * (first * first.transpose() + second * second.transpose());
        right += weight * (turn.dot(frame.tangent) * first + turn.dot(frame.bitangent) * second);
    });
    const Vec3 fit = left.ldlt().solve(right);
    Eigen::Matrix2f tensor;
    tensor << fit[0], fit[1], fit[1], fit[2];
    const Eigen::SelfAdjointEigenSolver<Eigen::Matrix2f> solver(tensor);  // ascending
    const Eigen::Vector2f main = solver.eigenvectors().col(1);
    return {solver.eigenvalues()[1], solver.eigenvalues()[0],
            main[0] * frame.tangent + main[1] * frame.bitangent};
}

// Of a value along the surface, fitted to the surroundings. `means` one entry a place.
Vec3 slopeAt(const Surroundings& around, const Vec3& normal, float value,
             const std::vector<float>& means, std::size_t v) {
    const Frame frame = frameAround(normal);
    Eigen::Matrix2f left = Eigen::Matrix2f::Identity() * 1e-9F;
    Eigen::Vector2f right = Eigen::Vector2f::Zero();
    forSteps(around, frame, v, [&](std::uint32_t place, float weight, float x, float y) {
        const Eigen::Vector2f step(x, y);
        left += weight * step * step.transpose();
        right += weight * (means[place] - value) * step;
    });
    const Eigen::Vector2f fit = left.inverse() * right;
    return fit[0] * frame.tangent + fit[1] * frame.bitangent;
}

// Everything the search for ridges reads, one entry a vertex.
struct Field {
    std::vector<Curvature> curvature;
    std::vector<float> convexity;   // sum of both curvatures, blurred
    std::vector<float> everywhere;  // the same of the wider surroundings
    std::vector<Vec3> slope;        // of the convexity
};

Field fieldOf(const Surroundings& around, std::vector<Vec3> normals, int passes, float edge_mm) {
    blur(around, passes, normals);
    for (Vec3& n : normals) n = n.stableNormalized();
    const std::vector<Vec3> mean_normals = around.places.means(normals, around.vertex_areas);
    Field field;
    field.curvature.resize(normals.size());
    field.slope.resize(normals.size());
    forChunks(normals.size(), {}, [&](std::size_t begin, std::size_t end) {
        for (std::size_t v = begin; v < end; ++v) {
            field.curvature[v] = curvatureAt(around, normals[v], mean_normals, v);
        }
    });
    for (const Curvature& c : field.curvature) field.convexity.push_back(c.most + c.least);
    blur(around, passes, field.convexity);
    field.everywhere = field.convexity;
    blur(around, 6 * passes, field.everywhere);
    // On regular meshes a ridge runs right through vertices: a hair's breadth to one side keeps the
    // triangles on both sides of one mind.
    const Vec3 aside = 1e-3F / (edge_mm * edge_mm) * Vec3(0.43F, 0.61F, 0.67F);
    const std::vector<float> means = around.places.means(field.convexity, around.vertex_areas);
    forChunks(normals.size(), {}, [&](std::size_t begin, std::size_t end) {
        for (std::size_t v = begin; v < end; ++v) {
            field.slope[v] = slopeAt(around, normals[v], field.convexity[v], means, v) + aside;
        }
    });
    return field;
}

// Whether the convexity falls off to both sides, not rises as from a valley: `e` is its slope along
// `across` at the corners.
bool isPeak(const Mesh& mesh, const Triangle& t, const std::array<float, 3>& e,
            const std::array<Vec3, 3>& across) {
    const Vec3 normal = areaVector(mesh, t);
    Vec3 change = Vec3::Zero();  // slope of e, times a positive number
    for (std::size_t k = 0; k < 3; ++k) {
        change += e[k] * normal.cross(mesh.positions_mm[t[(k + 2) % 3]] -
                                      mesh.positions_mm[t[(k + 1) % 3]]);
    }
    return change.dot(across[0] + across[1] + across[2]) < 0.0F;
}

// The piece of a ridge inside one triangle, if there is one.
std::optional<LinePiece> pieceIn(const Mesh& mesh, const Field& field, std::uint32_t triangle,
                                 float least_curvature) {
    // How far a ridge stands out of its surroundings: limbs and balls are convex all over.
    constexpr float kStandsOut = 1.25F;
    const Triangle& t = mesh.triangles[triangle];
    std::array<Vec3, 3> across;
    std::array<float, 3> e{};
    float most = 0.0F;
    float stands_out = 0.0F;
    for (std::size_t k = 0; k < 3; ++k) {
        const Curvature& c = field.curvature[t[k]];
        across[k] = k > 0 && c.across.dot(across[0]) < 0.0F ? Vec3(-c.across) : c.across;
        e[k] = field.slope[t[k]].dot(across[k]);
        most = std::max(most, c.most);
        stands_out = std::max(stands_out, field.convexity[t[k]] -
                                              kStandsOut * std::max(0.0F, field.everywhere[t[k]]));
    }
    if (most < least_curvature || stands_out <= 0.0F || !isPeak(mesh, t, e, across)) {
        return std::nullopt;
    }
    LinePiece piece{triangle, {}, {}};
    std::size_t ends = 0;
    for (std::size_t k = 0; k < 3; ++k) {
        const std::size_t next = (k + 1) % 3;
        if ((e[k] >= 0.0F) == (e[next] >= 0.0F)) continue;
        const Vec3 step = mesh.positions_mm[t[next]] - mesh.positions_mm[t[k]];
        const float along = e[k] / (e[k] - e[next]);
        if (ends == 2) return std::nullopt;
        piece.edges[ends] = edgeName(t[k], t[next]);
        piece.at_mm[ends] = mesh.positions_mm[t[k]] + along * step;
        ++ends;
    }
    return ends == 2 ? std::optional(piece) : std::nullopt;
}

// Vertices where even the least curvature is that of an edge, each the peak of its surroundings.
std::vector<std::uint32_t> cornersOf(const Field& field, const Surroundings& around,
                                     float least_curvature) {
    const Places& places = around.places;
    std::vector<std::uint32_t> best(places.at_mm.size(), kNoVertex);  // vertex of each place
    const auto least = [&](std::uint32_t v) { return field.curvature[v].least; };
    for (std::uint32_t v = 0; v < field.curvature.size(); ++v) {
        std::uint32_t& peak = best[places.of_vertex[v]];
        if (peak == kNoVertex || least(v) > least(peak)) peak = v;
    }
    std::vector<std::uint32_t> corners;
    for (const std::uint32_t v : best) {
        if (least(v) < least_curvature) continue;
        bool is_peak = true;
        for (std::size_t i = around.begin(v); i < around.end(v); ++i) {
            const std::uint32_t other = best[around.near[i]];
            is_peak = is_peak && (other == v || least(other) < least(v) ||
                                  (least(other) == least(v) && other > v));
        }
        if (is_peak) corners.push_back(v);
    }
    return corners;
}

// A ridge loses its direction just before a corner: it is led there.
void leadToCorners(const Mesh& mesh, const std::vector<std::uint32_t>& corners, double within_mm,
                   Polyline& line) {
    const bool closed = (line.points_mm.front() - line.points_mm.back()).norm() < 1e-6F;
    if (closed) return;
    const auto nearest = [&](const Vec3& end) {
        std::optional<Vec3> best;
        auto best_mm = static_cast<float>(within_mm);
        for (const std::uint32_t corner : corners) {
            const float away = (mesh.positions_mm[corner] - end).norm();
            if (away < best_mm) {
                best_mm = away;
                best = mesh.positions_mm[corner];
            }
        }
        return best;
    };
    if (const auto corner = nearest(line.points_mm.front())) {
        line.points_mm.insert(line.points_mm.begin(), *corner);
        line.triangles.insert(line.triangles.begin(), line.triangles.front());
    }
    if (const auto corner = nearest(line.points_mm.back())) {
        line.points_mm.push_back(*corner);
        line.triangles.push_back(line.triangles.back());
    }
}

}  // namespace

Ridges ridgesOf(const WorkingSurface& surface, const RidgeOptions& options,
                const Progress& progress) {
    const Mesh& mesh = surface.mesh;
    // Edges of the working surface are on average about seven tenths of the longest.
    const double edge_mm = std::max(1e-3, 0.7 * static_cast<double>(surface.longest_edge_mm));
    // A brush much wider than the grid takes several passes over the nearer surroundings.
    const double radius_mm = std::clamp(0.7 * options.width_mm, 1.4 * edge_mm, 3.0 * edge_mm);
    const double times = 0.7 * options.width_mm / radius_mm;
    const int passes = std::clamp(static_cast<int>(std::lround(times * times)), 1, 40);
    const Surroundings around =
        surroundingsOf(mesh, static_cast<float>(radius_mm), static_cast<float>(edge_mm));
    if (progress.stopped()) return {};
    const Field field = fieldOf(around, surface.normals, passes, static_cast<float>(edge_mm));
    if (progress.stopped()) return {};
    // Where the grid is coarser than the brush, a turn is spread over two edges.
    const double width_mm = std::max(options.width_mm, 2.0 * radius_mm);
    const auto least = static_cast<float>(radians(options.least_turn_deg) / width_mm);

    std::vector<LinePiece> pieces;
    for (std::uint32_t i = 0; i < mesh.triangles.size(); ++i) {
        if (auto piece = pieceIn(mesh, field, i, least)) pieces.push_back(*piece);
    }
    if (progress.stopped()) return {};
    Ridges ridges;
    ridges.corners = cornersOf(field, around, 0.6F * least);
    for (Polyline& line : chained(pieces)) {
        if (lengthOf(line.points_mm) < options.shortest_mm) continue;
        smooth(line.points_mm, 2);  // crossings lie a little to either side of the edge by turns
        leadToCorners(mesh, ridges.corners, 4.0 * width_mm, line);
        Ridge ridge;
        for (std::size_t i = 0; i < line.points_mm.size(); ++i) {
            const Triangle& t =
                mesh.triangles[line.triangles[std::min(i, line.triangles.size() - 1)]];
            float most = 0.0F;
            for (const std::uint32_t v : t) most = std::max(most, field.curvature[v].most);
            ridge.turn_deg.push_back(
                static_cast<float>(degrees(static_cast<double>(most) * width_mm)));
        }
        ridge.line = std::move(line);
        ridges.lines.push_back(std::move(ridge));
    }
    return ridges;
}

}  // namespace glaukophos
