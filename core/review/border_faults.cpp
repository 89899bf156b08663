#include "core/review/border_faults.h"

#include <algorithm>
#include <cmath>
#include <map>

#include "core/photo/straightened.h"
#include "core/picture/render.h"

namespace glaukophos {
namespace {

constexpr double kSoftShare = 0.55;  // of the planned slope: too soft below it
constexpr double kCrispShare = 1.9;  // too crisp above it
constexpr double kLeastLength_mm = 3.0;
constexpr double kLeastSlope = 2.0;  // L* a pixel that a crisp border has at least, planned

struct Slopes {
    double painted = 0.0;
    double planned = 0.0;
    double length_mm = 0.0;
    double worst = 1e9;  // of painted over planned, or its inverse
    std::size_t worst_pixel = 0;
};

// The steepest slope round a pixel, in L* from one pixel to the next; nothing where not judged.
std::optional<double> steepest(const Comparison& of, const std::vector<Lab>& field, int x, int y,
                               int reach) {
    double most = 0.0;
    const int width = of.grid.width;
    const auto at = [&](int i, int j) {
        return static_cast<std::size_t>(j) * static_cast<std::size_t>(width) +
               static_cast<std::size_t>(i);
    };
    for (int j = y - reach; j <= y + reach; ++j) {
        for (int i = x - reach; i <= x + reach; ++i) {
            if (i < 1 || j < 1 || i + 1 >= width || j + 1 >= of.grid.height) return std::nullopt;
            for (const std::size_t p :
                 {at(i, j), at(i - 1, j), at(i + 1, j), at(i, j - 1), at(i, j + 1)}) {
                if (of.sighted[p] != Sighted::Judged) return std::nullopt;
            }
            most = std::max(most, 0.5 * std::hypot(field[at(i + 1, j)].L - field[at(i - 1, j)].L,
                                                   field[at(i, j + 1)].L - field[at(i, j - 1)].L));
        }
    }
    return most;
}

void addAlong(const Comparison& of, const Camera& from, const BandEdge& edge, Slopes& slopes) {
    const int reach = std::max(1, static_cast<int>(std::lround(0.3 * of.px_a_mm)));
    for (std::size_t i = 1; i < edge.points_mm.size(); ++i) {
        const Vec3 point = 0.5F * (edge.points_mm[i - 1] + edge.points_mm[i]);
        const auto pixel = pixelOf(from, of.grid, point);
        if (!pixel) continue;
        const int x = static_cast<int>(pixel->x());
        const int y = static_cast<int>(pixel->y());
        if (x < 0 || y < 0 || x >= of.grid.width || y >= of.grid.height) continue;
        const PixelHit& hit = of.frame.at(x, y);
        if (hit.triangle == kNothing) continue;
        if (std::abs((point - from.eye_mm).norm() - hit.distance_mm) > 0.5F) continue;  // hidden
        const auto painted = steepest(of, of.fine_painted, x, y, reach);
        const auto planned = steepest(of, of.fine_planned, x, y, reach);
        if (!painted || !planned) continue;
        const double length = (edge.points_mm[i] - edge.points_mm[i - 1]).norm();
        slopes.painted += length * *painted;
        slopes.planned += length * *planned;
        slopes.length_mm += length;
        const double ratio = *painted / std::max(0.1, *planned);
        const double now = edge.kind == EdgeKind::Hard ? ratio : 1.0 / std::max(0.01, ratio);
        if (now >= slopes.worst) continue;
        slopes.worst = now;
        slopes.worst_pixel = static_cast<std::size_t>(y) * static_cast<std::size_t>(of.grid.width) +
                             static_cast<std::size_t>(x);
    }
}

}  // namespace

std::vector<BorderFault> borderFaults(const Comparison& comparison, const Evaluated& e) {
    std::map<std::tuple<PartIndex, std::size_t, bool>, Slopes> of_borders;
    for (const BandEdge& edge : e.marks->edges.edges) {
        if (edge.kind == EdgeKind::Soft) continue;
        addAlong(comparison, comparison.from, edge,
                 of_borders[{edge.part, edge.border, edge.kind == EdgeKind::Hard}]);
    }
    std::vector<BorderFault> wrong;
    for (const auto& [key, slopes] : of_borders) {
        if (slopes.length_mm < kLeastLength_mm) continue;
        const auto [part, border, hard] = key;
        const double planned = slopes.planned / slopes.length_mm;
        const double share = slopes.painted / std::max(1e-9, slopes.planned);
        const bool soft = hard && share < kSoftShare && planned >= kLeastSlope;
        const bool crisp =
            !hard && share > kCrispShare && slopes.painted / slopes.length_mm >= kLeastSlope;
        if (!soft && !crisp) continue;
        wrong.push_back({part, static_cast<int>(border) + 1, soft, slopes.length_mm,
                         soft ? kSoftShare / std::max(0.05, share) : share / kCrispShare,
                         slopes.worst_pixel});
    }
    return wrong;
}

}  // namespace glaukophos
