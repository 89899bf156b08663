// Seeds stand on a lattice, each moved within its cell; the nearest is among the 27 round a place.
#include "core/figure/light_net.h"

#include <array>
#include <cmath>

#include "core/base/low_discrepancy.h"

namespace glaukophos {
namespace {

constexpr float kUpright = 0.7F;  // cells are that much flatter than high: ripples are drawn out
constexpr double kDotted = 0.5;   // of the full width: thinner knots get no dot
constexpr float kMoved = 0.8F;    // of a cell that a seed may be off its middle

using Key = std::array<int, 3>;

class Seeds {
  public:
    explicit Seeds(const NetChoices& choices)
        : m_scale(Vec3(1.0F, 1.0F, kUpright) / static_cast<float>(choices.cell_mm)),
          m_seed(choices.seed) {}

    // In the space where cells are cubes.
    [[nodiscard]] Vec3 in(const Vec3& point_mm) const { return point_mm.cwiseProduct(m_scale); }

    [[nodiscard]] Vec3 at(const Key& key) const {
        // Offsets keep the keys positive, so that neighbours get numbers of their own.
        const auto part = [](int k) { return static_cast<std::uint32_t>(k + 4096); };
        const std::uint32_t number = (part(key[0]) * 8192U + part(key[1])) * 8192U + part(key[2]);
        const Point2 first = shiftFor(number ^ (m_seed * 0x9E3779B1U));
        const Point2 second = shiftFor(number * 3U + m_seed);
        const Vec3 off(static_cast<float>(first.x), static_cast<float>(first.y),
                       static_cast<float>(second.x));
        const Vec3 middle(static_cast<float>(key[0]), static_cast<float>(key[1]),
                          static_cast<float>(key[2]));
        return middle + Vec3::Constant(0.5F) + kMoved * (off - Vec3::Constant(0.5F));
    }

    [[nodiscard]] Key nearest(const Vec3& place) const {
        const Key cell = {static_cast<int>(std::floor(place.x())),
                          static_cast<int>(std::floor(place.y())),
                          static_cast<int>(std::floor(place.z()))};
        Key best = cell;
        float least = 1e30F;
        for (int i = 0; i < 27; ++i) {
            const Key key = {cell[0] + i % 3 - 1, cell[1] + i / 3 % 3 - 1, cell[2] + i / 9 - 1};
            const float away = (at(key) - place).squaredNorm();
            if (away < least) {
                least = away;
                best = key;
            }
        }
        return best;
    }

    // How much nearer the first seed is than the second, linear along a line.
    [[nodiscard]] float nearer(const Vec3& place, const Key& first, const Key& second) const {
        return (at(second) - place).squaredNorm() - (at(first) - place).squaredNorm();
    }

  private:
    Vec3 m_scale;
    std::uint32_t m_seed;
};

struct Corner {
    Vec3 point_mm;
    Vec3 place;
    Key cell;
};

class Net {
  public:
    explicit Net(const NetChoices& choices) : m_choices(choices), m_seeds(choices) {}

    [[nodiscard]] Corner corner(const Vec3& point_mm) const {
        const Vec3 place = m_seeds.in(point_mm);
        return {point_mm, place, m_seeds.nearest(place)};
    }

    void cut(const std::array<Corner, 3>& t) {
        std::vector<Vec3> walls;
        for (std::size_t i = 0; i < 3; ++i) {
            const Corner& a = t.at(i);
            const Corner& b = t.at((i + 1) % 3);
            if (a.cell == b.cell) continue;
            const float here = m_seeds.nearer(a.place, a.cell, b.cell);
            const float there = m_seeds.nearer(b.place, b.cell, a.cell);
            const float share = here / std::max(1e-9F, here + there);
            walls.push_back(a.point_mm + share * (b.point_mm - a.point_mm));
        }
        if (walls.size() == 2) add(walls[0], walls[1]);
        if (walls.size() == 3) {
            const Vec3 middle = (walls[0] + walls[1] + walls[2]) / 3.0F;
            for (const Vec3& wall : walls) add(middle, wall);
            if (widthAt(middle) > kDotted) m_net.forks_mm.push_back(middle);
        }
    }

    Strokes net() { return std::move(m_net); }

  private:
    [[nodiscard]] double widthAt(const Vec3& point) const {
        const double gone = (point.z() - m_choices.level_mm) / std::max(0.1, m_choices.height_mm);
        return std::clamp(1.0 - gone, 0.0, 1.0);
    }

    void add(const Vec3& from, const Vec3& to) {
        m_net.strokes.push_back({{from, to}, widthAt(from), widthAt(to), false});
    }

    NetChoices m_choices;
    Seeds m_seeds;
    Strokes m_net;
};

}  // namespace

Strokes lightNet(const Mesh& mesh, const NetChoices& choices,
                 const std::function<bool(std::uint32_t triangle)>& takes) {
    Net net(choices);
    const double below = choices.level_mm - choices.cell_mm;
    const double top = choices.level_mm + choices.height_mm;
    for (std::uint32_t i = 0; i < mesh.triangles.size(); ++i) {
        const Triangle& t = mesh.triangles[i];
        const float z = mesh.positions_mm[t[0]].z();
        if (z < below || z > top || !takes(i)) continue;
        net.cut({net.corner(mesh.positions_mm[t[0]]), net.corner(mesh.positions_mm[t[1]]),
                 net.corner(mesh.positions_mm[t[2]])});
    }
    return net.net();
}

}  // namespace glaukophos
