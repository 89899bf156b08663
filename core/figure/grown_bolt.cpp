// Corners are displaced, what lies between them is straight along the surface.
#include "core/figure/grown_bolt.h"

#include <algorithm>
#include <cmath>

#include "core/base/even_random.h"
#include "core/geometry/polyline.h"

namespace glaukophos {
namespace {

constexpr double kFine_mm = 0.25;    // between points of a stroke
constexpr double kCorners = 16.0;    // along the way
constexpr double kRough = 0.55;      // of each halving's displacement to the one before
constexpr double kThinEnd = 0.3;     // of the root's width
constexpr double kForkWidth = 0.55;  // of the bolt's width where it leaves
constexpr int kTries = 5;            // to grow a fork that is not parallel to others

// Offsets to the side at 2^halvings + 1 equal distances; both ends are 0.
std::vector<double> displaced(int halvings, double amplitude, EvenRandom& random) {
    std::vector<double> offsets((std::size_t{1} << halvings) + 1, 0.0);
    for (std::size_t stride = offsets.size() - 1; stride > 1; stride /= 2) {
        for (std::size_t i = stride / 2; i < offsets.size(); i += stride) {
            const double middle = 0.5 * (offsets[i - stride / 2] + offsets[i + stride / 2]);
            offsets[i] = middle + random.between(-amplitude, amplitude);
        }
        amplitude *= kRough;
    }
    return offsets;
}

// Straight between its corners, fine enough to lie on the surface.
std::vector<Vec3> drawn(const SurfaceWays& ways, const std::vector<Vec3>& corners) {
    std::vector<Vec3> points;
    for (std::size_t i = 1; i < corners.size(); ++i) {
        std::vector<Vec3> edge = resampled({corners[i - 1], corners[i]}, kFine_mm);
        if (i > 1 && !edge.empty()) edge.erase(edge.begin());
        points.insert(points.end(), edge.begin(), edge.end());
    }
    for (std::size_t i = 0; const SurfacePlace& place : ways.nearest(points)) {
        points[i++] = place.point_mm;
    }
    return points;
}

Vec3 alongSurface(const Vec3& direction, const Vec3& normal) {
    return (direction - direction.dot(normal) * normal).stableNormalized();
}

// Walks `length_mm` from a place in steps, each turned a little.
std::vector<Vec3> walked(const SurfaceWays& ways, const Vec3& from, Vec3 direction,
                         double length_mm, double step_mm, EvenRandom& random) {
    std::vector<Vec3> corners = {from};
    SurfacePlace here = ways.nearest(from);
    direction = alongSurface(direction, here.normal);
    for (double gone = 0.0; gone < length_mm; gone += step_mm) {
        const double turn = radians(random.between(-28.0, 28.0));
        const double stride = step_mm * random.between(0.6, 1.3);
        const Vec3 way = Eigen::AngleAxisf(static_cast<float>(turn), here.normal) * direction;
        const SurfacePlace next = ways.nearest(here.point_mm + static_cast<float>(stride) * way);
        if ((next.point_mm - here.point_mm).norm() < 0.3 * stride) break;  // an edge turns it back
        here = next;
        direction = alongSurface(direction, here.normal);
        corners.push_back(here.point_mm);
    }
    return corners;
}

Vec3 directionOf(const Stroke& stroke) {
    return (stroke.points_mm.back() - stroke.points_mm.front()).stableNormalized();
}

bool areParallel(const Stroke& a, const Stroke& b) {
    return directionOf(a).dot(directionOf(b)) > std::cos(radians(kParallel_deg));
}

class Bolt {
  public:
    Bolt(const SurfaceWays& ways, const BoltChoices& choices)
        : m_ways(ways), m_choices(choices), m_random(choices.seed) {}

    Strokes grown(const Vec3& root, const Vec3& end) {
        const std::vector<Vec3> way = m_ways.shortest(root, end, kFine_mm);
        if (way.size() < 3) return {};
        m_length = lengthOf(way);
        m_corners = cornersOn(way);
        m_strokes.strokes.push_back({drawn(m_ways, m_corners), 1.0, kThinEnd, false});
        double side = m_random.share() < 0.5 ? -1.0 : 1.0;
        for (int i = 0; i < m_choices.forks; ++i) {
            const double at = (i + m_random.between(0.15, 0.85)) / m_choices.forks;
            if (m_random.share() < 0.7) side = -side;
            fork(std::clamp(at, 0.08, 0.92), side);
        }
        return std::move(m_strokes);
    }

  private:
    std::vector<Vec3> cornersOn(const std::vector<Vec3>& way) {
        const std::vector<double> offsets = displaced(4, 0.75 * m_choices.jag * m_length, m_random);
        const std::vector<Vec3> even = resampled(way, m_length / kCorners, offsets.size());
        const std::vector<SurfacePlace> places = m_ways.nearest(even);
        std::vector<Vec3> corners;
        for (std::size_t i = 0; i < even.size(); ++i) {
            const Vec3 along = even[std::min(i + 1, even.size() - 1)] - even[i == 0 ? 0 : i - 1];
            const Vec3 across = places[i].normal.cross(along).stableNormalized();
            const std::size_t known = std::min(i, offsets.size() - 1);
            corners.push_back(even[i] + static_cast<float>(offsets[known]) * across);
        }
        for (std::size_t i = 0; const SurfacePlace& place : m_ways.nearest(corners)) {
            corners[i++] = place.point_mm;
        }
        return corners;
    }

    // Leaves at a share of the bolt's length, on one side (-1 or 1).
    void fork(double at, double side) {
        const auto last = static_cast<double>(m_corners.size() - 1);
        const auto corner = static_cast<std::size_t>(
            std::clamp(std::lround(at * last), 1L, static_cast<long>(last) - 1));
        const SurfacePlace from = m_ways.nearest(m_corners[corner]);
        const Vec3 along = m_corners[corner + 1] - m_corners[corner - 1];
        const double length = m_length * m_random.between(0.14, 0.34) * (1.0 - 0.5 * at);
        const double width = kForkWidth * (1.0 - (1.0 - kThinEnd) * at);
        for (int attempt = 0; attempt < kTries; ++attempt) {
            const double angle = side * radians(m_random.between(25.0, 60.0));
            const Vec3 way = Eigen::AngleAxisf(static_cast<float>(angle), from.normal) *
                             alongSurface(along, from.normal);
            const std::vector<Vec3> corners =
                walked(m_ways, from.point_mm, way, length, m_length / kCorners, m_random);
            if (corners.size() < 2) continue;
            const Stroke stroke{drawn(m_ways, corners), width, 0.5 * kThinEnd, true};
            const auto beside = [&](const Stroke& other) {
                return other.forks_off && areParallel(other, stroke);
            };
            if (std::ranges::any_of(m_strokes.strokes, beside)) continue;
            m_strokes.strokes.push_back(stroke);
            m_strokes.forks_mm.push_back(from.point_mm);
            return;
        }
    }

    const SurfaceWays& m_ways;
    BoltChoices m_choices;
    EvenRandom m_random;
    double m_length = 0.0;
    std::vector<Vec3> m_corners;
    Strokes m_strokes;
};

}  // namespace

Strokes grownBolt(const SurfaceWays& ways, const Vec3& root_mm, const Vec3& end_mm,
                  const BoltChoices& choices) {
    return Bolt(ways, choices).grown(root_mm, end_mm);
}

int parallelForks(const Strokes& strokes) {
    int pairs = 0;
    for (std::size_t i = 0; i < strokes.strokes.size(); ++i) {
        for (std::size_t j = i + 1; j < strokes.strokes.size(); ++j) {
            const Stroke& a = strokes.strokes[i];
            const Stroke& b = strokes.strokes[j];
            if (a.forks_off && b.forks_off && areParallel(a, b)) ++pairs;
        }
    }
    return pairs;
}

}  // namespace glaukophos
