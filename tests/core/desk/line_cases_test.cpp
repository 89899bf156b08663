// What a painter must get out of drawn lines: a bolt across an oilskin, water that glows. Common
// practice, no source.
#include <gtest/gtest.h>

#include <algorithm>
#include <cmath>

#include "core/geometry/polyline.h"
#include "core/io/plan_json.h"
#include "core/picture/layer_map.h"
#include "core/pipeline/advance.h"
#include "core/plan/part_edits.h"
#include "tests/support/evaluated.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

double chromaOf(const Lab& colour) { return std::hypot(colour.a, colour.b); }

std::vector<const Step*> linesIn(const Evaluated& all) {
    std::vector<const Step*> found;
    for (const Step& step : all.desk->work.steps) {
        if (step.kind == StepKind::Line) found.push_back(&step);
    }
    return found;
}

Plan boltOnAnOilskin() {
    Plan plan = planOf({cylinder({0, 0, 0}, 6, 24, 128), box({-9, -9, -1}, {9, 9, 0})},
                       {"oilskin", "planks"});
    plan.parts[0].local_colour = *srgbFromHex("#3a4a3c");
    plan.lights = {skyLight(SkyKind::Uniform), farLight(1, 50)};
    DrawnLine bolt;
    bolt.name = "bolt";
    bolt.anchors_mm = {{0, -6, 22}, {4.2F, -4.2F, 4}};
    bolt.width_mm = 1.2;
    bolt.colour = *srgbFromHex("#74a8ff");
    bolt.passes = 3;
    plan.lines = {bolt};
    giveIdentities(plan);
    return plan;
}

// G7: halo before core, each pass narrower and lighter, not pure white along; dots at the forks.
TEST(LineCases, ABoltGoesFromItsHaloToItsCore) {
    const auto all = *evaluated(boltOnAnOilskin(), Goal::Desk);
    const auto passes = linesIn(*all);
    ASSERT_EQ(passes.size(), 4U);
    for (std::size_t p = 0; p < 3; ++p) {
        EXPECT_EQ(passes[p]->parts, std::vector<PartIndex>{0}) << passes[p]->title;
        EXPECT_GT(passes[p]->lines_mm, 19.0);
        EXPECT_GT(chromaOf(passes[p]->recipe.colour), 8.0) << passes[p]->title;
        EXPECT_LT(passes[p]->recipe.colour.L, 90.0) << "not pure white along";
        EXPECT_FALSE(passes[p]->recipe.drops.empty());
        if (p == 0) continue;
        EXPECT_LT(passes[p]->mask.from, 0.7 * passes[p - 1]->mask.from);
        EXPECT_GT(passes[p]->recipe.colour.L, passes[p - 1]->recipe.colour.L + 12.0);
    }
    EXPECT_NE(passes[0]->title.find("halo"), std::string::npos);
    EXPECT_NE(passes[2]->title.find("core"), std::string::npos);
    EXPECT_GT(passes[3]->recipe.colour.L, passes[2]->recipe.colour.L);
    // It is drawn on finished cloth, and its map is lines only.
    for (const Step& step : all->desk->work.steps) {
        if (step.kind != StepKind::Layer && step.kind != StepKind::Base) continue;
        EXPECT_LT(indexOf(all->desk->work.steps, step.key),
                  indexOf(all->desk->work.steps, passes[0]->key));
    }
    const LayerMap map =
        layerMapOf(all->plan, *all->appearance, all->desk->work, *passes[0], false);
    double drawn = 0.0;
    for (const LineGroup& group : map.lines) {
        EXPECT_LE(group.width_mm, 1.2F);
        for (const auto& line : group.lines_mm) drawn += lengthOf(line);
    }
    EXPECT_NEAR(drawn, passes[0]->lines_mm, 0.02 * drawn);
    const LayerMap dots =
        layerMapOf(all->plan, *all->appearance, all->desk->work, *passes[3], false);
    EXPECT_EQ(dots.lines.front().lines_mm.size(), all->desk->work.drawn[0].forks_mm.size());
}

// A line stays where it is when the figure is divided anew, and then lies on both parts.
TEST(LineCases, ALineStaysOnTheFigureWhenItIsDivided) {
    Plan plan = boltOnAnOilskin();
    const auto before = *evaluated(plan, Goal::Desk);
    std::vector<std::uint32_t> upper;
    const Mesh& mesh = plan.figure->form->whole.mesh;
    for (std::uint32_t t = 0; t < mesh.triangles.size(); ++t) {
        if (centroidOf(mesh, mesh.triangles[t]).z() > 12.0F) upper.push_back(t);
    }
    ASSERT_TRUE(partFrom(plan, "shoulders", upper));
    const auto after = *evaluated(plan, Goal::Desk);
    EXPECT_EQ(after->marks->drawn[0].strokes[0].points_mm,
              before->marks->drawn[0].strokes[0].points_mm);
    EXPECT_EQ(linesIn(*after).front()->parts.size(), 2U);
}

// G8: the net of light on water and, thinner with height, on what stands in it; not on what the
// glow must not touch, nor on what faces up.
TEST(LineCases, ANetOfLightClimbsWhatStandsInTheWater) {
    Plan plan = planOf({disc({0, 0, 1}, 14), cylinder({-4, 0, -1}, 2.5F, 16, 64),
                        cylinder({4, 0, -1}, 2.5F, 16, 64)},
                       {"water", "left leg", "right leg"});
    plan.parts[0].material = Material::Water;
    plan.parts[2].takes_glow = TakesGlow::Barred;
    plan.lights = {skyLight(SkyKind::Uniform)};
    DrawnLine net;
    net.name = "net";
    net.kind = LineKind::Net;
    net.anchors_mm = {{0, -6, 1}};
    net.cell_mm = 2.5;
    net.height_mm = 7.0;
    net.colour = *srgbFromHex("#58d8c0");
    plan.lines = {net};
    giveIdentities(plan);
    const auto all = *evaluated(plan, Goal::Desk);
    const Strokes& drawn = all->marks->drawn[0];
    ASSERT_FALSE(drawn.empty());
    double low = 0.0;
    double high = 0.0;
    for (const Stroke& stroke : drawn.strokes) {
        const Vec3& at = stroke.points_mm[0];
        const double from_barred = std::hypot(at.x() - 4, at.y());
        EXPECT_GT(from_barred, 2.3) << "on the barred leg";
        EXPECT_LT(at.z(), 9.0F);
        if (at.z() > 1.2F) (at.z() < 4.5F ? low : high) += stroke.width_from;
    }
    EXPECT_GT(low, 2.0 * high) << "thinner with height";
    EXPECT_GT(high, 0.0);
    const auto steps = linesIn(*all);
    ASSERT_GE(steps.size(), 4U);
    EXPECT_EQ(std::ranges::count(steps[0]->parts, PartIndex{2}), 0);
    EXPECT_EQ(std::ranges::count(steps[0]->parts, PartIndex{1}), 1);
    EXPECT_NE(steps.back()->title.find("knots"), std::string::npos);
}

// The net falls where the light from the water reaches, also after that light has been moved.
TEST(LineCases, ANetFollowsTheLightThatThrowsIt) {
    Plan plan = planOf({disc({0, 0, 1}, 14), cylinder({0, 0, -1}, 3, 16, 64)}, {"water", "leg"});
    plan.parts[0].material = Material::Water;
    plan.lights = {lampLight({-9, 0, 4}, 1.0, 4.0)};
    DrawnLine net;
    net.name = "net";
    net.kind = LineKind::Net;
    net.anchors_mm = {{0, -6, 1}};
    net.cell_mm = 2.0;
    net.height_mm = 9.0;
    plan.lines = {net};
    giveIdentities(plan);
    const auto leaning = [](const EvaluatedPtr& all) {
        double sum = 0.0;
        for (const Stroke& stroke : all->marks->drawn.at(0).strokes) {
            const Vec3& at = stroke.points_mm[0];
            if (at.z() > 1.5F) sum += at.x();  // on the leg
        }
        return sum;
    };
    const EvaluatedPtr before = advance(plan, nullptr, {});
    EXPECT_LT(leaning(before), -10.0);
    std::get<Lamp>(plan.lights[0].kind).centre_mm.x() = 9;
    EXPECT_GT(leaning(advance(plan, before, {})), 10.0);
}

TEST(LineCases, ALineSurvivesBeingSaved) {
    Plan plan = boltOnAnOilskin();
    DrawnLine crack;
    crack.name = "crack";
    crack.kind = LineKind::Drawn;
    crack.anchors_mm = {{0, -6, 2}, {1, -5.9F, 6}, {2, -5.6F, 9}};
    crack.colour = *srgbFromHex("#ff8030");
    plan.lines.push_back(crack);
    auto written = parsePlan(planJson(plan, {{"oilskin.stl"}, "", Division::AsGiven}));
    ASSERT_TRUE(written) << written.error().message;
    const auto read = withFigure(std::move(*written), plan.figure);
    ASSERT_TRUE(read) << read.error().message;
    EXPECT_EQ(read->lines, plan.lines);
    // From click to click along the surface.
    const auto all = *evaluated(plan, Goal::Marks);
    const double straight = (crack.anchors_mm[1] - crack.anchors_mm[0]).norm() +
                            (crack.anchors_mm[2] - crack.anchors_mm[1]).norm();
    EXPECT_NEAR(lengthOf(all->marks->drawn[1].strokes[0].points_mm), straight, 0.05 * straight);
    plan.lines[0].passes = 9;
    EXPECT_NE(problemWith(plan), "");
}

}  // namespace
}  // namespace glaukophos
