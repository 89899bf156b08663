// Pieces in triangles, found edge by edge.
#include "core/value/contours.h"

#include <algorithm>
#include <utility>

namespace glaukophos {
namespace {

std::vector<LinePiece> piecesOf(const Surface& surface, std::span<const float> lightness,
                                float border, std::span<const std::uint32_t> triangles) {
    std::vector<LinePiece> pieces;
    for (const std::uint32_t i : triangles) {
        const Triangle& t = surface.mesh.triangles[i];
        LinePiece piece{i, {}, {}};
        std::size_t ends = 0;
        for (std::size_t k = 0; k < 3; ++k) {
            // Always from the lower vertex, so that both triangles find the very same point.
            const auto [a, b] = std::minmax(t[k], t[(k + 1) % 3]);
            const float la = lightness[a];
            const float lb = lightness[b];
            if ((la >= border) == (lb >= border)) continue;
            const float along = (border - la) / (lb - la);
            piece.edges[ends] = edgeName(a, b);
            piece.at_mm[ends] =
                surface.mesh.positions_mm[a] +
                along * (surface.mesh.positions_mm[b] - surface.mesh.positions_mm[a]);
            ++ends;
        }
        if (ends == 2) pieces.push_back(piece);
    }
    return pieces;
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
        const auto border = static_cast<float>(borders[b]);
        for (Polyline& line : chained(piecesOf(surface, lightness, border, crossed[b]))) {
            const PartIndex part = surface.labels[line.triangles.front()];
            contours.push_back({b, part, std::move(line)});
        }
    }
    std::ranges::stable_sort(contours, {},
                             [](const Contour& c) { return std::pair(c.part, c.border); });
    return contours;
}

}  // namespace glaukophos
