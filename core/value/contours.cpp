// Pieces in triangles, chained where they leave one triangle for the next.
#include "core/value/contours.h"

#include <algorithm>
#include <utility>

namespace glaukophos {
namespace {

constexpr std::uint32_t kNone = std::numeric_limits<std::uint32_t>::max();

// A piece from one edge of a triangle to another; an edge is named by its two vertices.
struct Piece {
    std::uint32_t triangle = 0;
    std::array<std::uint64_t, 2> edges{};
    std::array<Vec3, 2> at{};
};

std::uint64_t edgeName(std::uint32_t a, std::uint32_t b) {
    const auto [low, high] = std::minmax(a, b);
    return (std::uint64_t{low} << 32U) | high;
}

std::vector<Piece> piecesOf(const Surface& surface, std::span<const float> lightness, float border,
                            std::span<const std::uint32_t> triangles) {
    std::vector<Piece> pieces;
    for (const std::uint32_t i : triangles) {
        const Triangle& t = surface.mesh.triangles[i];
        Piece piece{i, {}, {}};
        std::size_t ends = 0;
        for (std::size_t k = 0; k < 3; ++k) {
            // Always from the lower vertex, so that both triangles find the very same point.
            const auto [a, b] = std::minmax(t[k], t[(k + 1) % 3]);
            const float la = lightness[a];
            const float lb = lightness[b];
            if ((la >= border) == (lb >= border)) continue;
            const float along = (border - la) / (lb - la);
            piece.edges[ends] = edgeName(a, b);
            piece.at[ends] = surface.mesh.positions_mm[a] +
                             along * (surface.mesh.positions_mm[b] - surface.mesh.positions_mm[a]);
            ++ends;
        }
        if (ends == 2) pieces.push_back(piece);
    }
    return pieces;
}

// Piece ends that lie on the same edge: partner[2 * piece + end], kNone where the surface ends.
std::vector<std::uint32_t> partnersOf(const std::vector<Piece>& pieces) {
    std::vector<std::pair<std::uint64_t, std::uint32_t>> ends;
    ends.reserve(2 * pieces.size());
    for (std::uint32_t i = 0; i < pieces.size(); ++i) {
        for (std::uint32_t end = 0; end < 2; ++end) {
            ends.emplace_back(pieces[i].edges[end], 2 * i + end);
        }
    }
    std::ranges::sort(ends);
    std::vector<std::uint32_t> partner(ends.size(), kNone);
    for (std::size_t i = 0; i + 1 < ends.size(); ++i) {
        if (ends[i].first != ends[i + 1].first) continue;
        partner[ends[i].second] = ends[i + 1].second;
        partner[ends[i + 1].second] = ends[i].second;
        ++i;
    }
    return partner;
}

// Follows the line that leaves through `end`, from piece to piece, until it ends or comes round.
void follow(const std::vector<Piece>& pieces, const std::vector<std::uint32_t>& partner,
            std::uint32_t end, std::vector<bool>& used, Contour& contour) {
    for (;;) {
        const std::uint32_t piece = end / 2;
        used[piece] = true;
        contour.triangles.push_back(pieces[piece].triangle);
        contour.points_mm.push_back(pieces[piece].at[end % 2]);
        const std::uint32_t next = partner[end];
        if (next == kNone || used[next / 2]) return;
        end = next ^ 1U;  // enter through `next`, leave at its other end
    }
}

// The first end of the line that piece `start` belongs to: walks backwards.
std::uint32_t beginningOf(const std::vector<std::uint32_t>& partner, std::uint32_t start) {
    std::uint32_t end = 2 * start;
    for (;;) {
        const std::uint32_t before = partner[end];
        if (before == kNone) return end;
        end = before ^ 1U;
        if (end == 2 * start) return end;  // round and closed
    }
}

void chain(const std::vector<Piece>& pieces, const Surface& surface, std::size_t border,
           std::vector<Contour>& contours) {
    const std::vector<std::uint32_t> partner = partnersOf(pieces);
    std::vector<bool> used(pieces.size(), false);
    for (std::uint32_t i = 0; i < pieces.size(); ++i) {
        if (used[i]) continue;
        const std::uint32_t first = beginningOf(partner, i);
        Contour contour;
        contour.border = border;
        contour.part = surface.labels[pieces[i].triangle];
        contour.points_mm.push_back(pieces[first / 2].at[first % 2]);
        follow(pieces, partner, first ^ 1U, used, contour);
        contours.push_back(std::move(contour));
    }
}

}  // namespace

std::vector<Contour> contoursOf(const Surface& surface, std::span<const float> lightness,
                                std::span<const double> borders, const LeftOut& left_out) {
    std::vector<std::vector<std::uint32_t>> crossed(borders.size());
    for (std::uint32_t i = 0; i < surface.mesh.triangles.size(); ++i) {
        const Triangle& t = surface.mesh.triangles[i];
        const auto [low, high] = std::minmax({lightness[t[0]], lightness[t[1]], lightness[t[2]]});
        if (left_out.isSource(surface.labels[i]) || left_out.isHidden(t)) continue;
        for (std::size_t b = bandOf(low, borders); b < borders.size() && high >= borders[b]; ++b) {
            crossed[b].push_back(i);
        }
    }
    std::vector<Contour> contours;
    for (std::size_t b = 0; b < borders.size(); ++b) {
        chain(piecesOf(surface, lightness, static_cast<float>(borders[b]), crossed[b]), surface, b,
              contours);
    }
    std::ranges::stable_sort(contours, {}, [](const Contour& c) { return std::pair(c.part, c.border); });
    return contours;
}

double lengthOf(std::span<const Vec3> line_mm) {
    double length = 0.0;
    for (std::size_t i = 1; i < line_mm.size(); ++i) {
        length += (line_mm[i] - line_mm[i - 1]).norm();
    }
    return length;
}

}  // namespace glaukophos
