#include <gtest/gtest.h>

#include <bit>
#include <cmath>

#include "core/light/sky_table.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

// A head over shoulders, a hand before them, on a base: wide shadows and narrow ones.
std::shared_ptr<const Figure> figureInItsOwnWay() {
    return figureOf({sphere({0, 0, 22}, 5, 30), sphere({0, 0, 10}, 8, 40),
                     sphere({7, -6, 16}, 1.5, 20), plate({0, 0, 0}, 20)});
}

SkyTable completeTable(const Form& form) {
    SkyTable table;
    while (table.rounds < kSkyRounds) {
        EXPECT_TRUE(traceNextRound(table, form.receivers(), form.occluders, {}));
    }
    return table;
}

// Of some points, every ray traced by itself.
struct Plain {
    std::vector<std::size_t> points;
    std::vector<Vec3> normals;
    SkyTable table;
};

Plain plainOf(const Form& form) {
    constexpr std::size_t kEvery = 37;  // meets all places between the points always traced
    const Receivers receivers = form.receivers();
    Plain plain;
    plain.table.rounds = kSkyRounds;
    for (std::size_t i = 0; i < receivers.count(); i += kEvery) {
        SkyBits bits{};
        for (std::size_t d = 0; d < kSkyDirections; ++d) {
            const Vec3& direction = skyDirections()[d];
            const bool seen = receivers.normals[i].dot(direction) > 0.0F &&
                              !form.occluders.occluded(receivers.origin(i), direction, 1e30F);
            bits[d / 64] |= std::uint64_t{seen} << (d % 64);
        }
        plain.points.push_back(i);
        plain.normals.push_back(receivers.normals[i]);
        plain.table.bits.push_back(bits);
    }
    return plain;
}

// Mean and largest difference of an overcast sky's light at the plain points, whose places in
// `table` are `places`.
std::pair<double, double> lightOff(const Plain& plain, const SkyTable& table,
                                   const std::vector<std::size_t>& places) {
    SkyTable some;
    some.rounds = table.rounds;
    for (const std::size_t place : places) some.bits.push_back(table.bits[place]);
    const Sky sky{SkyKind::Overcast, 0};
    const auto light = skyIrradiance(some, plain.normals, sky);
    const auto plain_light = skyIrradiance(plain.table, plain.normals, sky);
    double sum = 0.0;
    double most = 0.0;
    for (std::size_t i = 0; i < light.size(); ++i) {
        const double here = std::abs(light[i] - plain_light[i]);
        sum += here;
        most = std::max(most, here);
    }
    return {sum / static_cast<double>(light.size()), most};
}

TEST(SkyRounds, TellWhatEveryRayTracedWouldTell) {
    const auto figure = figureInItsOwnWay();
    const Form& form = *figure->form;
    const SkyTable table = completeTable(form);
    const Plain plain = plainOf(form);
    std::size_t wrong = 0;
    std::size_t lost = 0;  // what sees any of the sky counts as painted
    for (std::size_t i = 0; i < plain.points.size(); ++i) {
        const SkyBits& bits = table.bits[plain.points[i]];
        EXPECT_EQ(bits[0], plain.table.bits[i][0]);
        lost += bits == SkyBits{} && plain.table.bits[i] != SkyBits{} ? 1U : 0U;
        for (std::size_t w = 1; w < bits.size(); ++w) {
            const int differ = std::popcount(bits[w] ^ plain.table.bits[i][w]);
            wrong += static_cast<std::size_t>(differ);
        }
    }
    const auto answers = static_cast<double>(plain.points.size() * kSkyDirections);
    EXPECT_LT(static_cast<double>(wrong) / answers, 1e-3);
    EXPECT_LE(lost * 200, plain.points.size());
    const auto [mean, most] = lightOff(plain, table, plain.points);
    EXPECT_LT(mean, 5e-4);
    EXPECT_LT(most, 0.1);
}

TEST(SkyRounds, AreTheSameEachTime) {
    const auto figure = figureInItsOwnWay();
    EXPECT_EQ(completeTable(*figure->form).bits, completeTable(*figure->form).bits);
}

// A list that jumps from place to place has no neighbours in it: nothing is taken for granted.
TEST(SkyRounds, PointsOutOfOrderSeeTheSame) {
    const auto figure = figureInItsOwnWay();
    const Form& form = *figure->form;
    const Receivers receivers = form.receivers();
    std::vector<std::size_t> jumping;
    for (std::size_t i = 0; i < receivers.count(); ++i) {
        jumping.push_back(i * 104729 % receivers.count());
    }
    std::vector<Vec3> points;
    std::vector<Vec3> normals;
    for (const std::size_t i : jumping) {
        points.push_back(receivers.points_mm[i]);
        normals.push_back(receivers.normals[i]);
    }
    SkyTable table;
    const Receivers jumped{points, normals, receivers.offset_mm};
    while (table.rounds < kSkyRounds) {
        ASSERT_TRUE(traceNextRound(table, jumped, form.occluders, {}));
    }
    const Plain plain = plainOf(form);
    std::vector<std::size_t> place_of(receivers.count());
    for (std::size_t i = 0; i < jumping.size(); ++i) place_of[jumping[i]] = i;
    std::vector<std::size_t> places;
    for (const std::size_t i : plain.points) places.push_back(place_of[i]);
    EXPECT_LT(lightOff(plain, table, places).first, 2e-3);
}

}  // namespace
}  // namespace glaukophos
