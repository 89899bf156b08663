// What is worked out for one picture alone, against what all of the pipeline says.
#include "core/pipeline/followed.h"

#include <gtest/gtest.h>

#include <numeric>

#include <algorithm>
#include <filesystem>

#include "core/io/plan_file.h"
#include "core/pipeline/advance.h"
#include "tests/support/evaluated.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

Plan twoThings() {
    Plan plan = planOf(
        {box({-9, -9, 0}, {9, 9, 2}), sphere({0, 0, 7}, 4, 24), box({5, -7, 2}, {7, -5, 12})},
        {"plinth", "ball", "post"});
    plan.parts[1].material = Material::MetalInPaint;
    plan.lights = {skyLight(SkyKind::Uniform), farLight(10, 40), lampLight({-8, -8, 6}, 1.0)};
    plan.lights[0].strength = 0.4;
    giveIdentities(plan);
    return plan;
}

EvaluatedPtr worked(const Plan& plan) {
    Advance how;
    how.goal = Goal::Marks;
    return advance(plan, nullptr, {}, how);
}

// The triangles that face a viewer at 12.
ShownSurface facing(const Plan& plan) {
    ShownSurface shown;
    const Mesh& mesh = plan.figure->surface.mesh;
    for (const Triangle& t : mesh.triangles) {
        shown.triangles.push_back(areaVector(mesh, t).y() < 0.0F);
    }
    shown.corners.assign(plan.figure->vertexCount(), true);
    return shown;
}

// Share of the shown vertices whose L* differs by less than `most` from what settles.
double shareAlike(const Plan& plan, const Followed& quick, const SeenFigure& seen,
                  float most = 2.0F) {
    const EvaluatedPtr settled = worked(plan);
    int all = 0;
    int alike = 0;
    for (std::size_t v = 0; v < seen.vertices.size(); ++v) {
        if (!seen.shown[v]) continue;
        ++all;
        const float wanted = settled->appearance->values.painted[seen.vertices[v]];
        if (std::abs(wanted - quick.appearance.values.painted[v]) < most) ++alike;
    }
    EXPECT_GT(all, 100);
    return static_cast<double>(alike) / all;
}

TEST(Followed, AChangeOfStrengthIsShownAsItSettles) {
    Plan plan = twoThings();
    const EvaluatedPtr before = worked(plan);
    const SeenFigure seen = seenFigure(*before, facing(plan));
    EXPECT_LT(seen.vertices.size(), plan.figure->vertexCount());
    plan.lights[1].strength = 1.7;
    plan.lights[2].colour.kelvin = 2200;
    const auto quick = followed(plan, *before, seen);
    ASSERT_TRUE(quick);
    EXPECT_GT(shareAlike(plan, *quick, seen), 0.95);
}

TEST(Followed, AMovedLightIsShownNearlyAsItSettles) {
    Plan plan = twoThings();
    const EvaluatedPtr before = worked(plan);
    const SeenFigure seen = seenFigure(*before, facing(plan));
    std::get<FarLight>(plan.lights[1].kind).direction = {1.0, 55.0};
    std::get<Lamp>(plan.lights[2].kind).centre_mm = {8, -9, 8};
    const auto quick = followed(plan, *before, seen);
    ASSERT_TRUE(quick);
    EXPECT_GT(shareAlike(plan, *quick, seen), 0.9);
}

TEST(Followed, OnceTheHandHaltsAMovedLightIsShownAsItSettles) {
    Plan plan = twoThings();
    const EvaluatedPtr before = worked(plan);
    const SeenFigure seen = seenFigure(*before, facing(plan), kManyOfTheOthers);
    EXPECT_GT(seen.vertices.size(), seenFigure(*before, facing(plan)).vertices.size());
    std::get<FarLight>(plan.lights[1].kind).direction = {1.0, 55.0};
    std::get<Lamp>(plan.lights[2].kind) = {{7, -8, 6}, 2.5};
    const auto moving = followed(plan, *before, seen);
    const auto halted = followed(plan, *before, seen, Accuracy::Soft);
    ASSERT_TRUE(moving && halted);
    EXPECT_GT(shareAlike(plan, *halted, seen), 0.98);
    constexpr float kFine = 0.5F;
    EXPECT_GT(shareAlike(plan, *halted, seen, kFine), shareAlike(plan, *moving, seen, kFine));
    std::stop_source stop;
    stop.request_stop();
    EXPECT_FALSE(followed(plan, *before, seen, Accuracy::Soft, {stop.get_token(), {}}));
}

// How bright everything is painted hangs on the brightest places, also on those that are not shown.
void expectExposureOfAll(const Plan& before, const Plan& now, double share) {
    const EvaluatedPtr last = worked(before);
    const SeenFigure seen = seenFigure(*last, facing(before));
    double area = 0.0;
    for (const float of_one : seen.figure->surface.areas_mm2) area += of_one;
    const auto& parts = before.figure->surface.part_areas_mm2;
    const double wanted = std::accumulate(parts.begin(), parts.end(), 0.0);
    EXPECT_NEAR(area, wanted, 0.05 * wanted);
    const auto quick = followed(now, *last, seen);
    const auto settled = evaluated(now, Goal::Appearance);
    ASSERT_TRUE(quick && settled);
    const double gain = (*settled)->appearance->values.light_tone.gain;
    EXPECT_NEAR(quick->appearance.values.light_tone.gain, gain, share * gain);
}

TEST(Followed, TheExposureIsThatOfTheWholeFigure) {
    const Plan plan = twoThings();
    Plan moved = plan;
    std::get<FarLight>(moved.lights[1].kind).direction = {1.0, 55.0};
    expectExposureOfAll(plan, moved, 0.08);
}

TEST(Followed, ALampBehindTheFigureCountsForTheExposure) {
    Plan plan = twoThings();
    plan.lights[2] = lampLight({0, 6, 9}, 1.0, 20.0);
    giveIdentities(plan);
    Plan moved = plan;
    std::get<Lamp>(moved.lights[2].kind).centre_mm += Vec3(2, -0.5F, 1);
    expectExposureOfAll(plan, moved, 0.08);
}

TEST(Followed, SaysNothingOfWhatTheLastResultsDoNotKnow) {
    Plan plan = twoThings();
    const EvaluatedPtr before = worked(plan);
    const SeenFigure seen = seenFigure(*before, facing(plan));
    Plan more = plan;
    more.lights.push_back(farLight(3, 20));
    EXPECT_FALSE(followed(more, *before, seen));
    Plan raised = plan;
    raised.volumes = {{0.4, 2.0, {Vec3(0, -4, 7)}, {-Vec3::UnitY()}}};
    EXPECT_FALSE(followed(raised, *before, seen));
    EXPECT_FALSE(followed(twoThings(), *before, seen));  // another figure
}

}  // namespace
}  // namespace glaukophos
