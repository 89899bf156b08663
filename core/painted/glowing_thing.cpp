// Lengths by fast marching; tongues by the order in which the surface ends, from the tips down.
#include "core/painted/glowing_thing.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <limits>
#include <numeric>

#include "core/geometry/surface_distance.h"
#include "core/value/bands.h"

namespace glaukophos {
namespace {

constexpr double kRecess = 0.25;       // by how much of its length a recess counts as nearer
constexpr double kLeastTongue = 0.12;  // of the longest
constexpr float kNowhere = std::numeric_limits<float>::infinity();

// The vertices of one part with a mesh of their own.
struct PartMesh {
    Mesh mesh;
    std::vector<std::uint32_t> vertices;  // of the surface
};

PartMesh meshOfPart(const Surface& surface, PartIndex part) {
    PartMesh result;
    for (std::size_t i = 0; i < surface.labels.size(); ++i) {
        if (surface.labels[i] != part) continue;
        const Triangle& t = surface.mesh.triangles[i];
        result.mesh.triangles.push_back(t);
        result.vertices.insert(result.vertices.end(), t.begin(), t.end());
    }
    std::ranges::sort(result.vertices);
    result.vertices.erase(std::unique(result.vertices.begin(), result.vertices.end()),
                          result.vertices.end());
    for (const std::uint32_t v : result.vertices) {
        result.mesh.positions_mm.push_back(surface.mesh.positions_mm[v]);
    }
    for (Triangle& t : result.mesh.triangles) {
        for (std::uint32_t& corner : t) {
            corner = static_cast<std::uint32_t>(std::ranges::lower_bound(result.vertices, corner) -
                                                result.vertices.begin());
        }
    }
    return result;
}

// Where it ends against other parts or sticks inside them; the lowest tenth of a part that stands
// free.
std::vector<std::uint32_t> rootOf(const Surface& surface, const Irradiance& irradiance,
                                  const PartMesh& part) {
    std::vector<std::uint32_t> root;
    Bounds bounds;
    for (std::uint32_t i = 0; i < part.vertices.size(); ++i) {
        const std::uint32_t v = part.vertices[i];
        bounds.add(part.mesh.positions_mm[i]);
        const bool inside = !irradiance.hidden.empty() && irradiance.hidden[v];
        if (inside || surface.links.on_border[v]) root.push_back(i);
    }
    if (!root.empty()) return root;
    const float low = bounds.low.z() + 0.1F * bounds.size().z();
    for (std::uint32_t i = 0; i < part.vertices.size(); ++i) {
        if (part.mesh.positions_mm[i].z() <= low) root.push_back(i);
    }
    return root;
}

std::vector<std::vector<std::uint32_t>> neighboursIn(const Mesh& mesh) {
    std::vector<std::vector<std::uint32_t>> neighbours(mesh.positions_mm.size());
    for (const Triangle& t : mesh.triangles) {
        for (int corner = 0; corner < 3; ++corner) {
            const std::uint32_t from = t[static_cast<std::size_t>(corner)];
            const std::uint32_t to = t[static_cast<std::size_t>((corner + 1) % 3)];
            neighbours[from].push_back(to);
            neighbours[to].push_back(from);
        }
    }
    return neighbours;
}

// The number of the piece that each vertex belongs to.
std::vector<std::uint32_t> piecesOf(const std::vector<std::vector<std::uint32_t>>& neighbours) {
    constexpr auto kNone = std::numeric_limits<std::uint32_t>::max();
    std::vector<std::uint32_t> piece(neighbours.size(), kNone);
    std::uint32_t count = 0;
    for (std::uint32_t first = 0; first < piece.size(); ++first) {
        if (piece[first] != kNone) continue;
        std::vector<std::uint32_t> open{first};
        piece[first] = count;
        while (!open.empty()) {
            const std::uint32_t v = open.back();
            open.pop_back();
            for (const std::uint32_t other : neighbours[v]) {
                if (piece[other] != kNone) continue;
                piece[other] = count;
                open.push_back(other);
            }
        }
        ++count;
    }
    return piece;
}

// A piece that has none of `sources` gets its lowest vertex.
void giveEachPieceOne(const PartMesh& part, const std::vector<std::uint32_t>& piece,
                      std::vector<std::uint32_t>& sources) {
    const std::uint32_t count = 1 + *std::ranges::max_element(piece);
    std::vector<bool> has(count, false);
    for (const std::uint32_t v : sources) has[piece[v]] = true;
    std::vector<std::optional<std::uint32_t>> lowest(count);
    for (std::uint32_t v = 0; v < piece.size(); ++v) {
        auto& low = lowest[piece[v]];
        if (!low || part.mesh.positions_mm[v].z() < part.mesh.positions_mm[*low].z()) low = v;
    }
    for (std::uint32_t p = 0; p < count; ++p) {
        if (!has[p]) sources.push_back(*lowest[p]);
    }
}

std::vector<std::uint32_t> nearestTo(const PartMesh& part, const Vec3& place) {
    std::vector<std::uint32_t> order(part.vertices.size());
    std::iota(order.begin(), order.end(), 0U);
    const auto nearest = std::ranges::min_element(order, {}, [&](std::uint32_t v) {
        return (part.mesh.positions_mm[v] - place).squaredNorm();
    });
    return {*nearest};
}

// Each piece on a scale of its own from 0 to 1.
std::vector<float> scaledByPiece(const std::vector<float>& values,
                                 const std::vector<std::uint32_t>& piece) {
    const std::uint32_t count = 1 + *std::ranges::max_element(piece);
    std::vector<float> low(count, kNowhere);
    std::vector<float> high(count, -kNowhere);
    for (std::size_t v = 0; v < values.size(); ++v) {
        low[piece[v]] = std::min(low[piece[v]], values[v]);
        high[piece[v]] = std::max(high[piece[v]], values[v]);
    }
    std::vector<float> scaled;
    for (std::size_t v = 0; v < values.size(); ++v) {
        const float range = std::max(1e-6F, high[piece[v]] - low[piece[v]]);
        scaled.push_back((values[v] - low[piece[v]]) / range);
    }
    return scaled;
}

// 1 where a surface with this slope sees all of the sky that it could .. 0 in the depth of a
// recess.
std::vector<float> opennessOf(const Surface& surface, const Irradiance& irradiance,
                              const PartMesh& part) {
    std::vector<float> open;
    for (const std::uint32_t v : part.vertices) {
        // A free surface has (1 + cos) / 2 of a uniform sky.
        const float most = std::max(0.1F, 0.5F * (1.0F + surface.normals[v].z()));
        open.push_back(irradiance.sky_visibility.empty()
                           ? 1.0F
                           : std::min(1.0F, irradiance.sky_visibility[v] / most));
    }
    return open;
}

// 0 at the brightest place .. 1 at the tips, one entry a vertex of the part.
std::vector<float> lengthsOf(const Plan& plan, const Irradiance& irradiance, PartIndex index,
                             const PartMesh& part) {
    const GlowRamp& ramp = plan.parts[index].ramp;
    const auto neighbours = neighboursIn(part.mesh);
    const std::vector<std::uint32_t> piece = piecesOf(neighbours);
    const std::vector<float> open = opennessOf(plan.figure->surface, irradiance, part);
    if (ramp.brightest_at == BrightestAt::Depth) return scaledByPiece(open, piece);

    std::vector<std::uint32_t> sources = ramp.brightest_at == BrightestAt::Place
                                             ? nearestTo(part, ramp.place_mm)
                                             : rootOf(plan.figure->surface, irradiance, part);
    giveEachPieceOne(part, piece, sources);
    std::vector<float> away = surfaceDistances(part.mesh, sources);
    for (float& distance : away) {
        if (!std::isfinite(distance)) distance = 0.0F;
    }
    const bool from_far_end =
        ramp.brightest_at == BrightestAt::Rim || ramp.brightest_at == BrightestAt::Middle;
    std::vector<float> lengths =
        from_far_end ? scaledByPiece(away, piece) : alongTongues(away, neighbours, kLeastTongue);
    for (std::size_t i = 0; i < lengths.size(); ++i) {
        if (from_far_end) lengths[i] = 1.0F - lengths[i];
        lengths[i] *= static_cast<float>(1.0 - kRecess * (1.0 - open[i]));
    }
    return lengths;
}

// A tongue from its tip down to where it parts from a longer one.
struct Tongue {
    float tip = 0.0F;
    float parts_at = 0.0F;
    std::size_t parent = 0;  // itself for the longest of a piece
    bool absorbed = false;   // too short: it belongs to its parent
};

// Where a distance lies on a tongue, 0..1.
float placeOn(const std::vector<Tongue>& tongues, std::size_t index, float away) {
    while (tongues[index].absorbed && tongues[index].parent != index) {
        index = tongues[index].parent;
    }
    const Tongue& tongue = tongues[index];
    if (tongue.parent == index) return tongue.tip > 0.0F ? std::min(1.0F, away / tongue.tip) : 0.0F;
    const float begins = placeOn(tongues, tongue.parent, tongue.parts_at);
    const float length = std::max(1e-6F, tongue.tip - tongue.parts_at);
    const float share = std::clamp((away - tongue.parts_at) / length, 0.0F, 1.0F);
    return begins + (1.0F - begins) * share;
}

}  // namespace

std::vector<float> alongTongues(const std::vector<float>& away,
                                const std::vector<std::vector<std::uint32_t>>& neighbours,
                                double least) {
    constexpr auto kNone = std::numeric_limits<std::size_t>::max();
    std::vector<std::uint32_t> order(away.size());
    std::iota(order.begin(), order.end(), 0U);
    std::ranges::stable_sort(order, std::greater<>{}, [&](std::uint32_t v) { return away[v]; });
    std::vector<Tongue> tongues;
    std::vector<std::size_t> tongue_of(away.size(), kNone);
    // The longest tongue that one runs into, as far down as the order has come.
    const auto longest = [&](std::size_t index) {
        while (tongues[index].parent != index) index = tongues[index].parent;
        return index;
    };
    const float short_mm = away.empty() ? 0.0F : static_cast<float>(least) * away[order.front()];
    for (const std::uint32_t v : order) {
        std::vector<std::size_t> here;
        std::size_t nearest = kNone;  // the tongue of the highest neighbour
        float highest = -1.0F;
        for (const std::uint32_t other : neighbours[v]) {
            if (tongue_of[other] == kNone) continue;
            here.push_back(longest(tongue_of[other]));
            if (away[other] > highest) {
                highest = away[other];
                nearest = tongue_of[other];
            }
        }
        if (here.empty()) {
            tongue_of[v] = tongues.size();
            tongues.push_back({away[v], 0.0F, tongues.size(), false});
            continue;
        }
        const std::size_t main =
            *std::ranges::max_element(here, {}, [&](std::size_t t) { return tongues[t].tip; });
        for (const std::size_t other : here) {
            if (other == main || tongues[other].parent != other) continue;
            tongues[other].parent = main;
            tongues[other].parts_at = away[v];
            tongues[other].absorbed = tongues[other].tip - away[v] < short_mm;
        }
        tongue_of[v] = here.size() > 1 ? main : nearest;
        if (tongues[tongue_of[v]].parent != tongue_of[v]) tongue_of[v] = main;
    }
    std::vector<float> along;
    for (std::size_t v = 0; v < away.size(); ++v) {
        along.push_back(placeOn(tongues, tongue_of[v], away[v]));
    }
    return along;
}

namespace {

// What the lengths follow from besides the shape.
std::string nameOfLengths(const Plan& plan, const Irradiance& irradiance,
                          const std::vector<bool>& turned) {
    std::string name = "lengths of glows";
    for (std::size_t p = 0; p < turned.size(); ++p) {
        if (!turned[p]) continue;
        const GlowRamp& ramp = plan.parts[p].ramp;
        name += fmt::format(" {}:{}", p, static_cast<int>(ramp.brightest_at));
        if (ramp.brightest_at == BrightestAt::Place) {
            name +=
                fmt::format("({},{},{})", ramp.place_mm.x(), ramp.place_mm.y(), ramp.place_mm.z());
        }
    }
    return name + fmt::format(" {:x}", irradiance.sky_key);
}

std::vector<float> lengthsAlong(const Plan& plan, const Irradiance& irradiance,
                                const std::vector<bool>& turned) {
    const Surface& surface = plan.figure->surface;
    std::vector<float> lengths(surface.parts.size(), -1.0F);
    for (std::size_t p = 0; p < turned.size(); ++p) {
        if (!turned[p]) continue;
        const auto index = static_cast<PartIndex>(p);
        const PartMesh part = meshOfPart(surface, index);
        if (part.vertices.empty()) continue;
        const std::vector<float> own = lengthsOf(plan, irradiance, index, part);
        for (std::size_t i = 0; i < own.size(); ++i) lengths[part.vertices[i]] = own[i];
    }
    return lengths;
}

}  // namespace

std::shared_ptr<const std::vector<float>> glowLengths(const Plan& plan,
                                                      const Irradiance& irradiance) {
    const std::vector<bool> turned = turnedOverParts(plan);
    if (std::ranges::find(turned, true) == turned.end()) {
        return std::make_shared<const std::vector<float>>();
    }
    return plan.figure->kept->of(nameOfLengths(plan, irradiance, turned),
                                 [&] { return lengthsAlong(plan, irradiance, turned); });
}

void paintGlowing(const Plan& plan, std::span<const float> lengths, std::span<const double> borders,
                  std::span<float> lightness, std::span<float> painted) {
    const std::vector<PartIndex>& parts = plan.figure->surface.parts;
    const auto bands = static_cast<double>(borders.size() + 1);
    for (std::size_t v = 0; v < lengths.size(); ++v) {
        if (lengths[v] < 0.0F) continue;
        const GlowZones zones = zonesOf(plan.parts[parts[v]].ramp);
        // Which of the five zones, and how far through it.
        std::size_t zone = 0;
        while (zone < zones.size() && lengths[v] >= zones.at(zone)) ++zone;
        const double begin = zone == 0 ? 0.0 : zones.at(zone - 1);
        const double end = zone == zones.size() ? 1.0 : zones.at(zone);
        const double through =
            std::clamp((lengths[v] - begin) / std::max(1e-6, end - begin), 0.0, 1.0);
        const double gone = (static_cast<double>(zone) + through) / 5.0;
        lightness[v] =
            static_cast<float>(lightnessAt(bands * (1.0 - gone), borders, plan.values.paint));
        painted[v] = lightness[v];
    }
}

}  // namespace glaukophos
