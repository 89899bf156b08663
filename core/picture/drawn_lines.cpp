// A stroke that thins is cut into pieces, and pieces of like width are drawn together.
#include "core/picture/drawn_lines.h"

#include <algorithm>
#include <cmath>

namespace glaukophos {
namespace {

constexpr std::size_t kWidths = 6;

std::size_t widthClass(double share) {
    const double place = std::clamp(share, 0.0, 1.0) * static_cast<double>(kWidths);
    return std::min(kWidths - 1, static_cast<std::size_t>(place));
}

}  // namespace

std::vector<LineGroup> passLines(const Strokes& strokes, std::size_t pass, double width_mm,
                                 const Vec3& colour) {
    std::vector<LineGroup> groups(kWidths);
    for (std::size_t w = 0; w < kWidths; ++w) {
        const double share = (static_cast<double>(w) + 0.5) / static_cast<double>(kWidths);
        groups[w].width_px = 0.8F;
        groups[w].width_mm = static_cast<float>(share * width_mm);
        groups[w].colour = colour;
    }
    for (const Stroke& stroke : strokes.strokes) {
        if (!stroke.isIn(pass)) continue;
        const std::size_t count = stroke.points_mm.size();
        if (count == 1) groups[widthClass(stroke.width_from)].lines_mm.push_back(stroke.points_mm);
        std::vector<Vec3> piece;
        std::size_t of = kWidths;
        for (std::size_t i = 0; i + 1 < count; ++i) {
            const double along = (static_cast<double>(i) + 0.5) / static_cast<double>(count - 1);
            const double share = stroke.width_from + along * (stroke.width_to - stroke.width_from);
            if (widthClass(share) != of) {
                if (!piece.empty()) groups[of].lines_mm.push_back(piece);
                piece = {stroke.points_mm[i]};
                of = widthClass(share);
            }
            piece.push_back(stroke.points_mm[i + 1]);
        }
        if (!piece.empty()) groups[of].lines_mm.push_back(piece);
    }
    std::erase_if(groups, [](const LineGroup& group) { return group.lines_mm.empty(); });
    return groups;
}

LineGroup forkDots(const Strokes& strokes, double width_mm, const Vec3& colour) {
    LineGroup dots;
    dots.width_px = 1.6F;
    dots.width_mm = static_cast<float>(width_mm);
    dots.colour = colour;
    for (const Vec3& fork : strokes.forks_mm) dots.lines_mm.push_back({fork});
    return dots;
}

std::vector<LineGroup> finishedLines(const DrawnLine& line, const Strokes& strokes) {
    std::vector<LineGroup> groups;
    const auto shown = [](const Lab& colour) {
        return Vec3(linearFrom(displayable(colour)).rgb.cast<float>());
    };
    const std::vector<LinePass> passes = passesOf(line);
    for (std::size_t p = 0; p < passes.size(); ++p) {
        const LinePass& pass = passes[p];
        for (LineGroup& group : passLines(strokes, p, pass.width_mm, shown(pass.colour))) {
            groups.push_back(std::move(group));
        }
    }
    if (strokes.forks_mm.size() >= kFewestDots) {
        const LinePass dots = dotsOf(line);
        groups.push_back(forkDots(strokes, dots.width_mm, shown(dots.colour)));
    }
    return groups;
}

}  // namespace glaukophos
