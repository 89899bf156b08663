// Where a piece leaves one triangle it enters the next.
#include "core/geometry/polyline.h"

#include <algorithm>
#include <utility>

namespace glaukophos {
namespace {

constexpr std::uint32_t kNoPartner = std::numeric_limits<std::uint32_t>::max();

// Piece ends that lie on the same edge: partner[2 * piece + end], kNoPartner where the surface
// ends.
std::vector<std::uint32_t> partnersOf(std::span<const LinePiece> pieces) {
    std::vector<std::pair<std::uint64_t, std::uint32_t>> ends;
    ends.reserve(2 * pieces.size());
    for (std::uint32_t i = 0; i < pieces.size(); ++i) {
        for (std::uint32_t end = 0; end < 2; ++end) {
            ends.emplace_back(pieces[i].edges[end], 2 * i + end);
        }
    }
    std::ranges::sort(ends);
    std::vector<std::uint32_t> partner(ends.size(), kNoPartner);
    for (std::size_t i = 0; i + 1 < ends.size(); ++i) {
        if (ends[i].first != ends[i + 1].first) continue;
        partner[ends[i].second] = ends[i + 1].second;
        partner[ends[i + 1].second] = ends[i].second;
        ++i;
    }
    return partner;
}

// Follows the line that leaves through `end`, from piece to piece, until it ends or comes round.
void follow(std::span<const LinePiece> pieces, const std::vector<std::uint32_t>& partner,
            std::uint32_t end, std::vector<bool>& used, Polyline& line) {
    for (;;) {
        const std::uint32_t piece = end / 2;
        used[piece] = true;
        line.triangles.push_back(pieces[piece].triangle);
        line.points_mm.push_back(pieces[piece].at_mm[end % 2]);
        const std::uint32_t next = partner[end];
        if (next == kNoPartner || used[next / 2]) return;
        end = next ^ 1U;  // enter through `next`, leave at its other end
    }
}

// The first end of the line that piece `start` belongs to: walks backwards.
std::uint32_t beginningOf(const std::vector<std::uint32_t>& partner, std::uint32_t start) {
    std::uint32_t end = 2 * start;
    for (;;) {
        const std::uint32_t before = partner[end];
        if (before == kNoPartner) return end;
        end = before ^ 1U;
        if (end == 2 * start) return end;  // round and closed
    }
}

}  // namespace

std::vector<Polyline> chained(std::span<const LinePiece> pieces) {
    const std::vector<std::uint32_t> partner = partnersOf(pieces);
    std::vector<bool> used(pieces.size(), false);
    std::vector<Polyline> lines;
    for (std::uint32_t i = 0; i < pieces.size(); ++i) {
        if (used[i]) continue;
        const std::uint32_t first = beginningOf(partner, i);
        Polyline line;
        line.points_mm.push_back(pieces[first / 2].at_mm[first % 2]);
        follow(pieces, partner, first ^ 1U, used, line);
        lines.push_back(std::move(line));
    }
    return lines;
}

void smooth(std::vector<Vec3>& line_mm, int passes) {
    if (line_mm.size() < 3) return;
    const bool closed = (line_mm.front() - line_mm.back()).squaredNorm() < 1e-12F;
    for (int pass = 0; pass < passes; ++pass) {
        const std::vector<Vec3> before = line_mm;
        const std::size_t last = before.size() - 1;
        for (std::size_t i = 1; i < last; ++i) {
            line_mm[i] = 0.25F * before[i - 1] + 0.5F * before[i] + 0.25F * before[i + 1];
        }
        if (!closed) continue;
        line_mm.front() = 0.25F * before[last - 1] + 0.5F * before[0] + 0.25F * before[1];
        line_mm.back() = line_mm.front();
    }
}

double lengthOf(std::span<const Vec3> line_mm) {
    double length = 0.0;
    for (std::size_t i = 1; i < line_mm.size(); ++i) {
        length += (line_mm[i] - line_mm[i - 1]).norm();
    }
    return length;
}

}  // namespace glaukophos
