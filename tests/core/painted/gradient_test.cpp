// Tone along a thing: the way over the surface in closed form, and what counts as alike.
#include <gtest/gtest.h>

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/figure/pieces.h"
#include "core/io/plan_json.h"
#include "core/painted/gradients.h"
#include "tests/support/evaluated.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

// A cylinder unrolls into a plane: the way over it is a straight line there (do Carmo, Differential
// Geometry of Curves and Surfaces, 4-4; from memory).
TEST(Gradients, AlongACylinderFollowTheUnrolledPlane) {
    constexpr float kRadius = 3.0F;
    constexpr float kHeight = 20.0F;
    const Plan plan = planOf({cylinder({0, 0, 0}, kRadius, kHeight, 96)});
    Gradient gradient;
    gradient.dark_mm = {kRadius, 0, 0};
    gradient.light_mm = {kRadius, 0, kHeight};
    const auto share = gradientShare(*plan.figure, gradient);
    const Surface& surface = plan.figure->surface;
    std::size_t compared = 0;
    for (std::size_t v = 0; v < share->size(); ++v) {
        const Vec3& at = surface.mesh.positions_mm[v];
        const float angle = std::atan2(at.y(), at.x());
        const bool on_side = std::hypot(at.x(), at.y()) > 0.99F * kRadius && at.z() > 0.5F &&
                             at.z() < kHeight - 0.5F;
        if (!on_side || std::abs(angle) > 1.2F) continue;
        const float low = std::hypot(kRadius * angle, at.z());
        const float high = std::hypot(kRadius * angle, kHeight - at.z());
        EXPECT_NEAR((*share)[v], low / (low + high), 0.02F) << at.transpose();
        ++compared;
    }
    EXPECT_GT(compared, 200U);
}

Shape cone(float radius, float height, std::uint32_t corners) {
    Shape shape;
    for (std::uint32_t i = 0; i < corners; ++i) {
        const float angle =
            2.0F * std::numbers::pi_v<float> * static_cast<float>(i) / static_cast<float>(corners);
        shape.positions_mm.emplace_back(radius * std::cos(angle), radius * std::sin(angle), 0.0F);
    }
    shape.positions_mm.emplace_back(0.0F, 0.0F, height);
    shape.positions_mm.emplace_back(0.0F, 0.0F, 0.0F);
    for (std::uint32_t i = 0; i < corners; ++i) {
        const std::uint32_t next = (i + 1) % corners;
        shape.triangles.push_back({i, next, corners});
        shape.triangles.push_back({next, i, corners + 1});
    }
    return shape;
}

// A cone unrolls into a sector whose angle is that about its axis times the sine of half its
// opening: the way over it is a straight line there (do Carmo 4-4; from memory). What lies across
// the apex is more than half a turn away in the sector and does not occur here.
TEST(Gradients, AlongAConeFollowTheUnrolledSector) {
    constexpr float kRadius = 5.0F;
    constexpr float kHeight = 12.0F;
    const float slant = std::hypot(kRadius, kHeight);
    const float narrowing = kRadius / slant;
    const Plan plan = planOf({cone(kRadius, kHeight, 128)});
    Gradient gradient;
    gradient.dark_mm = {kRadius, 0, 0};
    gradient.light_mm = {0, 0, kHeight};
    const auto share = gradientShare(*plan.figure, gradient);
    const Surface& surface = plan.figure->surface;
    std::size_t compared = 0;
    for (std::size_t v = 0; v < share->size(); ++v) {
        const Vec3& at = surface.mesh.positions_mm[v];
        if (at.z() < 0.5F || at.z() > kHeight - 1.0F) continue;
        const float to_apex = slant * (kHeight - at.z()) / kHeight;
        const float turned = std::atan2(at.y(), at.x()) * narrowing;
        const float to_dark = std::sqrt(to_apex * to_apex + slant * slant -
                                        2.0F * to_apex * slant * std::cos(turned));
        // Under the rim, over the foot, the way round may be shorter.
        if (std::abs(std::atan2(at.y(), at.x())) > 1.5F) continue;
        EXPECT_NEAR((*share)[v], to_dark / (to_dark + to_apex), 0.02F) << at.transpose();
        ++compared;
    }
    EXPECT_GT(compared, 200U);
}

// From the rim of a flat bar the way inward is the distance to its nearest edge.
TEST(Gradients, FromTheRimOfAPlateFallOffInward) {
    const Plan plan = planOf({box({-6, -0.5F, 0}, {6, 0.5F, 8})});
    Gradient gradient;
    gradient.way = GradientWay::FromRim;
    gradient.light_mm = {0, -0.5F, 4};
    const auto share = gradientShare(*plan.figure, gradient);
    const Surface& surface = plan.figure->surface;
    for (std::size_t v = 0; v < share->size(); ++v) {
        const Vec3& at = surface.mesh.positions_mm[v];
        if (at.y() > -0.499F) continue;
        const float inward = std::min({6.0F - std::abs(at.x()), at.z(), 8.0F - at.z()});
        // On the diagonals the front comes from two sides at once.
        EXPECT_NEAR((*share)[v], 1.0F - inward / 4.0F, 0.05F) << at.transpose();
    }
}

// A bar turned about the z axis by a number of degrees, `from` the middle outward.
Shape ray(float degrees, float from_mm, float length_mm) {
    Shape shape = box({from_mm, -0.4F, 2}, {from_mm + length_mm, 0.4F, 2.6F});
    const Eigen::AngleAxisf turn(static_cast<float>(radians(degrees)), Vec3::UnitZ());
    for (Vec3& point : shape.positions_mm) point = turn * point;
    return shape;
}

Plan fin() {
    std::vector<Shape> shapes = {cylinder({0, 0, 0}, 2.5F, 5, 48)};
    std::vector<std::string> names = {"hub"};
    for (int i = 0; i < 12; ++i) {
        shapes.push_back(ray(30.0F * static_cast<float>(i), 2.6F, 9.0F));
        names.push_back("ray " + std::to_string(i + 1));
    }
    Plan plan = planOf(shapes, names);
    plan.lights = {skyLight(SkyKind::Uniform)};
    giveIdentities(plan);
    return plan;
}

Gradient alongTheFirst() {
    Gradient gradient;
    gradient.dark_mm = {2.6F, 0, 2.6F};
    gradient.light_mm = {11.6F, 0, 2.6F};
    return gradient;
}

// S6: clicked on one of twelve, every ray runs from the hub outward.
TEST(Gradients, OfOneRayAreRepeatedOnAllTwelveFromTheHubOutward) {
    const Plan plan = fin();
    EXPECT_EQ(piecesUnder(*plan.figure, alongTheFirst()), 12U);
    const auto share = gradientShare(*plan.figure, alongTheFirst());
    const Surface& surface = plan.figure->surface;
    for (std::size_t v = 0; v < share->size(); ++v) {
        const Vec3& at = surface.mesh.positions_mm[v];
        const float out = std::hypot(at.x(), at.y());
        if (surface.parts[v] == 0) {
            EXPECT_EQ((*share)[v], -1.0F);
        } else if (out > 4.0F && out < 10.0F) {
            EXPECT_NEAR((*share)[v], (out - 2.6F) / 9.0F, 0.08F) << surface.parts[v];
        }
    }
    Gradient alone = alongTheFirst();
    alone.on_alike = false;
    EXPECT_EQ(piecesUnder(*plan.figure, alone), 1U);
}

// Whole, outer two thirds, outer third, tip: layers shrink towards the light end and are named so.
TEST(Gradients, MakeLayersThatAreSaidByTheirExtent) {
    Plan plan = fin();
    plan.values.gradients = {alongTheFirst()};
    plan.values.gradients.front().strength = 1.0;
    plan.parts[0].local_colour = {0.6, 0.1, 0.1};  // no mix serves the hub as well
    const auto result = evaluated(plan, Goal::Desk);
    ASSERT_TRUE(result);
    const auto& steps = (*result)->desk->work.steps;
    std::vector<std::string> said;
    double before = 1e9;
    for (const Step& step : steps) {
        const bool on_a_ray = std::ranges::find(step.parts, PartIndex{3}) != step.parts.end();
        if (step.kind != StepKind::Layer || !on_a_ray) continue;
        EXPECT_LT(step.area_mm2, before);
        before = step.area_mm2;
        said.push_back(step.why);
    }
    ASSERT_GE(said.size(), 2U);
    EXPECT_NE(said.front().find("the outer "), std::string::npos) << said.front();
    EXPECT_TRUE(said.back().find("the tip") != std::string::npos ||
                said.back().find("the outer quarter") != std::string::npos)
        << said.back();
}

TEST(Gradients, ALightAtTheDarkEndDoesNotTurnThem) {
    Plan plan = fin();
    plan.lights.push_back(lampLight({0, 0, 8}, 1.0, 4.0));
    giveIdentities(plan);
    plan.values.gradients = {alongTheFirst()};
    plan.values.gradients.front().strength = 1.0;
    const auto appearance = evaluate(plan, {});
    ASSERT_TRUE(appearance);
    const Surface& surface = plan.figure->surface;
    double inner = 0.0;
    double outer = 1e9;
    for (std::size_t v = 0; v < surface.parts.size(); ++v) {
        const float out = surface.mesh.positions_mm[v].head<2>().norm();
        if (surface.parts[v] != 5) continue;
        const double lightness = appearance->values.lightness[v];
        if (out < 4.0F) inner = std::max(inner, lightness);
        if (out > 10.5F) outer = std::min(outer, lightness);
    }
    EXPECT_GT(outer, inner + 20.0);
}

TEST(Gradients, AreKeptInThePlanAndComplainedAboutWhenUnsound) {
    Plan plan = fin();
    Gradient rim = alongTheFirst();
    rim.way = GradientWay::FromRim;
    rim.begins = 2.0 / 3.0;
    plan.values.gradients = {alongTheFirst(), rim};
    EXPECT_EQ(problemWith(plan.values), "");
    plan.values.gradients.front().begins = 0.95;
    EXPECT_NE(problemWith(plan.values).find("gradient"), std::string::npos);
    EXPECT_EQ(extentWords(1.0 / 3.0), "the outer two thirds");
    EXPECT_EQ(extentWords(2.0 / 3.0), "the outer third");
    EXPECT_EQ(extentWords(0.9), "the tip");
}

TEST(Pieces, OfOtherSizesAreNotAlike) {
    const Plan plan =
        planOf({ray(0, 5, 9), ray(90, 5, 9), ray(180, 5, 6), sphere({0, 0, 0}, 2, 24)});
    const std::vector<Piece> pieces = piecesOf(plan.figure->surface);
    ASSERT_EQ(pieces.size(), 4U);
    EXPECT_EQ(alikePieces(pieces, 0), (std::vector<std::size_t>{0, 1}));
    EXPECT_EQ(alikePieces(pieces, 3), (std::vector<std::size_t>{3}));
    EXPECT_NEAR(pieces[0].spread_mm.x(), 9.0 / std::sqrt(12.0), 0.35);
    EXPECT_GT(std::abs(pieces[1].axes[0].y()), 0.99F);
}

}  // namespace
}  // namespace glaukophos
