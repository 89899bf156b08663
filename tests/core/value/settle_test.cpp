#include "core/value/settle.h"

#include <gtest/gtest.h>

#include <cmath>
#include <map>

#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

// A plate with values of our own.
class Settling : public ::testing::Test {
  protected:
    Settling() : m_figure(figureOf({plate({0, 0, 0}, 10)})) {
        m_values.resize(surface().parts.size());
    }
    [[nodiscard]] const Surface& surface() const { return m_figure->surface; }
    template <class Function>
    void fill(const Function& f) {
        for (std::size_t v = 0; v < m_values.size(); ++v) {
            m_values[v] = static_cast<float>(f(surface().mesh.positions_mm[v]));
        }
    }
    [[nodiscard]] float valueAt(const Vec3& place) const {
        std::size_t nearest = 0;
        for (std::size_t v = 0; v < m_values.size(); ++v) {
            const auto away = [&](std::size_t i) {
                return (surface().mesh.positions_mm[i] - place).norm();
            };
            if (away(v) < away(nearest)) nearest = v;
        }
        return m_values[nearest];
    }
    // Area of the smallest connected patch at or over (or under) a level.
    [[nodiscard]] double smallestPatch(float level, bool light) const {
        const auto inside = [&](std::uint32_t v) { return (m_values[v] >= level) == light; };
        std::vector<bool> seen(m_values.size(), false);
        double smallest = 1e9;
        for (std::uint32_t start = 0; start < m_values.size(); ++start) {
            if (seen[start] || !inside(start)) continue;
            double area = 0.0;
            std::vector<std::uint32_t> front{start};
            seen[start] = true;
            while (!front.empty()) {
                const std::uint32_t v = front.back();
                front.pop_back();
                area += surface().areas_mm2[v];
                for (const std::uint32_t near : surface().links.of(v)) {
                    if (seen[near] || !inside(near)) continue;
                    seen[near] = true;
                    front.push_back(near);
                }
            }
            smallest = std::min(smallest, area);
        }
        return smallest;
    }

    std::shared_ptr<const Figure> m_figure;
    std::vector<float> m_values;
};

TEST_F(Settling, LinksNameEveryNeighbourOnceAndBothWays) {
    const VertexLinks& links = surface().links;
    std::map<std::pair<std::uint32_t, std::uint32_t>, int> edges;
    for (const Triangle& t : surface().mesh.triangles) {
        for (std::size_t k = 0; k < 3; ++k) edges[std::minmax(t[k], t[(k + 1) % 3])] = 0;
    }
    std::size_t count = 0;
    for (std::uint32_t v = 0; v < surface().parts.size(); ++v) {
        for (const std::uint32_t near : links.of(v)) {
            ASSERT_EQ(edges.count(std::minmax(v, near)), 1U);
            ++count;
        }
    }
    EXPECT_EQ(count, 2 * edges.size());
}

// The definition of an area opening (Vincent 1993): at no level is there a smaller patch.
TEST_F(Settling, NoPatchIsSmallerThanABrushTipAtAnyLevel) {
    std::uint32_t state = 7;
    fill([&](const Vec3& p) {
        state = state * 1664525U + 1013904223U;
        return 40.0 + 2.0 * p.x() + 18.0 * (static_cast<double>(state >> 8U) / 16777216.0);
    });
    const std::vector<float> before = m_values;
    mergeSpecks(surface(), 0.6, m_values);
    EXPECT_NE(before, m_values);
    for (const float level : {30.0F, 41.3F, 48.0F, 55.7F, 66.0F}) {
        // Quantised to a fortieth of L*: levels between the steps are sharp.
        EXPECT_GE(smallestPatch(level, true), 0.58) << level;
    }
    for (const float level : {30.0F, 41.3F, 48.0F, 55.7F}) {
        EXPECT_GE(smallestPatch(level, false), 0.58) << level;
    }
}

TEST_F(Settling, LargePatchesAndSlopesStayAsTheyAre) {
    fill([](const Vec3& p) { return 50.0 + 3.0 * p.x(); });
    const std::vector<float> before = m_values;
    const auto moved = [&] {
        double worst = 0.0;
        for (std::size_t v = 0; v < m_values.size(); ++v) {
            worst = std::max<double>(worst, std::abs(m_values[v] - before[v]));
        }
        return worst;
    };
    joinLitNeighbours(surface().links, {8.0, 3, 20.0, 100.0}, m_values);
    EXPECT_LT(moved(), 0.05);
    mergeSpecks(surface(), 0.6, m_values);
    const double worst = moved();
    EXPECT_LT(worst, 3.2);  // in the corners, where a patch of 0.6 mm2 is a millimetre long
}

// Two lit forms with a dip between them: joined when it is shallow and narrow, and not in the top.
TEST_F(Settling, AShallowDipBetweenLitNeighboursIsFilled) {
    const auto dip = [this](double depth, double width, double level) {
        fill([=](const Vec3& p) {
            return level - depth * std::exp(-p.x() * p.x() / (0.5 * width * width));
        });
        joinLitNeighbours(surface().links, {7.0, 4, 50.0, 80.0}, m_values);
        return level - static_cast<double>(valueAt({0, 0, 0}));
    };
    EXPECT_LT(dip(5.0, 1.0, 70.0), 1.5);           // filled
    EXPECT_NEAR(dip(20.0, 1.0, 70.0), 20.0, 0.5);  // too deep
    EXPECT_GT(dip(5.0, 9.0, 70.0), 4.0);           // too wide: a form of its own
    EXPECT_NEAR(dip(5.0, 1.0, 40.0), 5.0, 0.5);    // not lit
    EXPECT_NEAR(dip(5.0, 1.0, 90.0), 5.0, 0.5);    // the lightest keep their dips
    EXPECT_NEAR(dip(5.0, 1.0, 82.0), 3.0, 1.2);    // up to the border of the lightest
}

}  // namespace
}  // namespace glaukophos
