#include <gtest/gtest.h>

#include <cmath>
#include <functional>
#include <set>

#include "tests/support/evaluated.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

TEST(Tone, IsMonotoneAndHasAnInverse) {
    for (const double contrast : {0.0, 0.4, 1.0}) {
        const Tone tone{2.0, contrast};
        double before = -1.0;
        for (double y = 0.0; y <= 0.5; y += 0.01) {
            const double l = tone.lightness(y);
            EXPECT_GT(l, before);
            before = l;
            EXPECT_NEAR(tone.luminance(l), y, 1e-6 + 1e-4 * y);
        }
        EXPECT_DOUBLE_EQ(tone.lightness(0.0), kDarkestPaint);
        // Nothing lit comes as near to the paint's white as the source.
        const double top = kLightestPaint - PaintRange{}.margin;
        EXPECT_NEAR(tone.lightness(0.5), top, 1e-9);
        EXPECT_NEAR(tone.lightness(50.0), top, 1e-9);
    }
}

TEST(WeightedQuantile, LeavesOutWhatHasNoWeight) {
    const std::vector<float> values{5, 1, 3, 100, 2};
    const std::vector<float> weights{1, 1, 1, 0, 1};
    EXPECT_EQ(weightedQuantile(values, weights, 0.0), 1.0);
    EXPECT_EQ(weightedQuantile(values, weights, 0.55), 3.0);
    EXPECT_EQ(weightedQuantile(values, weights, 0.999), 5.0);
    EXPECT_EQ(weightedQuantile(values, std::vector<float>(5, 0.0F), 0.5), 0.0);
}

TEST(Bands, AreFiveEqualSteps) {
    const BandBorders borders = equalSteps(5, {10, 95, 0});
    EXPECT_DOUBLE_EQ(borders[0], 27.0);
    EXPECT_DOUBLE_EQ(borders[3], 78.0);
    EXPECT_EQ(bandOf(10.0, borders), 0U);
    EXPECT_EQ(bandOf(44.0, borders), 2U);
    EXPECT_EQ(bandOf(95.0, borders), 4U);
}

TEST(Bands, HaveThreeToNineNamesFromDarkToLight) {
    for (std::size_t count = kFewestBands; count <= kMostBands; ++count) {
        std::set<std::string> names;
        for (std::size_t b = 0; b < count; ++b) names.insert(bandName(b, count));
        EXPECT_EQ(names.size(), count);
        EXPECT_EQ(equalSteps(count, {}).size() + 1, count);
    }
    EXPECT_STREQ(bandName(0, 5), "Deep");
    EXPECT_STREQ(bandName(4, 5), "Peak");
}

TEST(Bands, LevelsAndLightnessAreInverse) {
    const PaintRange paint;
    const BandBorders borders{20, 50, 60};
    for (double lightness = paint.darkest; lightness <= paint.top(); lightness += 3.7) {
        EXPECT_NEAR(lightnessAt(levelOf(lightness, borders, paint), borders, paint), lightness,
                    1e-9);
    }
    EXPECT_NEAR(middleOf(1, borders, paint), 35.0, 1e-9);
    EXPECT_NEAR(levelOf(55, borders, paint), 2.5, 1e-9);
}

// "Each further layer covers clearly less, or the gradient is lost": common practice, no source.
TEST(Bands, ThatDoNotShrinkAreNamed) {
    EXPECT_TRUE(bandsThatDoNotShrink({{40, 30, 20, 10, 5}, {}}).empty());
    EXPECT_EQ(bandsThatDoNotShrink({{40, 30, 20, 25, 5}, {}}), std::vector<std::size_t>{3});
    EXPECT_TRUE(bandsThatDoNotShrink({{10, 60, 20, 10, 5}, {}}).empty());  // darks may be few
    EXPECT_TRUE(bandsThatDoNotShrink({{400, 300, 0, 1, 0}, {}}).empty());  // too small to see
}

TEST(Bands, ByShareGetTheShareThatWasAskedFor) {
    Plan plan = planOf({sphere({0, 0, 0}, 10, 80)});
    plan.lights = {farLight(2, 40), skyLight(SkyKind::Uniform)};
    plan.lights[1].strength = 0.2;
    plan.values.bands.count = 4;
    plan.values.bands.by = BandsBy::Shares;
    plan.values.bands.shares = {0.45, 0.3, 0.15, 0.1};
    const auto appearance = evaluate(plan, {});
    ASSERT_TRUE(appearance);
    for (std::size_t b = 0; b < 4; ++b) {
        EXPECT_NEAR(appearance->bands.whole.share(b), plan.values.bands.shares[b], 0.01) << b;
    }
    EXPECT_EQ(appearance->ladders[0].size(), 4U);
}

TEST(Bands, OfAnEvenlyLitSurfaceStillRise) {
    const std::vector<float> lightness(50, 40.0F);
    const std::vector<float> areas(50, 1.0F);
    const BandBorders borders =
        bordersFor(std::vector<double>{0.2, 0.2, 0.2, 0.2, 0.2}, lightness, areas, 10.0).borders;
    for (std::size_t i = 1; i < borders.size(); ++i) EXPECT_GT(borders[i], borders[i - 1]);
}

TEST(ValueStyles, AreSoundAndShrinkTowardsTheLight) {
    for (const ValueStyle& style : valueStyles()) {
        ValueChoices values;
        values.bands.levels_apart = 3;
        take(style, values);
        EXPECT_EQ(problemWith(values), "") << style.key;
        if (!style.shares.empty()) {
            EXPECT_TRUE(bandsThatDoNotShrink({style.shares, {}}).empty()) << style.key;
        }
    }
}

TEST(ValueChoices, ThatMakeNoSenseAreNamed) {
    const auto problem = [](const std::function<void(ValueChoices&)>& spoil) {
        ValueChoices values;
        spoil(values);
        return problemWith(values);
    };
    EXPECT_EQ(problemWith(ValueChoices{}), "");
    EXPECT_NE(problem([](ValueChoices& v) { v.bands.count = 2; }).find("3 to 9"),
              std::string::npos);
    EXPECT_NE(problem([](ValueChoices& v) { v.bands.borders = {30, 20, 50, 60}; }), "");
    EXPECT_NE(problem([](ValueChoices& v) { v.bands.borders = {30, 50}; }), "");
    EXPECT_NE(problem([](ValueChoices& v) { v.bands.by = BandsBy::Shares; }), "");
    EXPECT_NE(problem([](ValueChoices& v) { v.bands.shares = {0.5, 0.5, 0.5, 0.5, 0.5}; }), "");
    EXPECT_NE(problem([](ValueChoices& v) { v.paint = {60, 70, 4}; }), "");
    EXPECT_NE(problem([](ValueChoices& v) { v.paint.margin = std::nan(""); }), "");
    EXPECT_NE(problem([](ValueChoices& v) { v.edge_kinds = {3, 2}; }), "");
    EXPECT_NE(problem([](ValueChoices& v) { v.edge_lines.passes = 7; }), "");
    EXPECT_NE(problem([](ValueChoices& v) { v.corrections = {{0, 1, {}, {}}}; }), "");
    EXPECT_NE(problem([](ValueChoices& v) { v.corrections = {{1, 1, {Vec3::Zero()}, {}}}; }), "");
    EXPECT_NE(problem([](ValueChoices& v) {
                  v.face = FaceQuarters{true, {0, 0, 0}, {0, 0, 0}};
              }),
              "");
}

// "No reflection may be lighter than the source": common practice, no source.
TEST(Values, NothingLitIsAsLightAsTheSource) {
    Plan plan = planOf({sphere({0, 0, 0}, 10, 50)});
    plan.parts[0].material = Material::PolishedLeather;
    plan.lights = {lampLight({0, -14, 0}, 2, 500)};
    plan.values.exposure_stops = 3.0;
    plan.values.paint = {12, 94, 6};
    const auto appearance = evaluate(plan, {});
    ASSERT_TRUE(appearance);
    EXPECT_LE(std::ranges::max(appearance->values.lightness), 88.01F);
    EXPECT_GE(std::ranges::min(appearance->values.lightness), 11.99F);
    EXPECT_LE(std::ranges::max(appearance->values.painted), 88.01F);
    EXPECT_GT(shareAtTheTop(plan, appearance->irradiance, appearance->values), 0.03);
}

// A square whose lightness runs linearly from 10 to 95: every band has a fifth of the area and
// each border is as long as the square is wide.
TEST(Bands, ClipTrianglesExactly) {
    WorkingSurface whole;
    whole.mesh = meshOf({plate({0, 0, 0}, 5)});
    whole.normals.assign(whole.mesh.positions_mm.size(), Vec3::UnitZ());
    const Surface surface = divided(whole, PartLabels(whole.mesh.triangles.size(), 0), 1);
    std::vector<float> lightness;
    for (const Vec3& p : surface.mesh.positions_mm) {
        lightness.push_back(10.0F + 8.5F * (p.x() + 5.0F));
    }
    const Bands bands = sortIntoBands(surface, lightness, equalSteps(5, {10, 95, 0}), {});
    for (std::size_t b = 0; b < 5; ++b) EXPECT_NEAR(bands.whole.share(b), 0.2, 1e-6);
    for (const double length : bands.whole.border_lengths_mm) EXPECT_NEAR(length, 10.0, 1e-4);
    EXPECT_NEAR(bands.whole.area_mm2(), 100.0, 1e-4);
}

TEST(Bands, LeaveSourcesOut) {
    Plan plan = planOf({plate({0, 0, 0}, 5), sphere({0, 0, 4}, 1, 16)}, {"floor", "glass"});
    Light lamp = lampLight({0, 0, 4}, 0.9);
    lamp.own_parts = {1};
    plan.lights = {lamp};
    const auto appearance = evaluate(plan, {});
    ASSERT_TRUE(appearance);
    EXPECT_EQ(appearance->bands.parts[1].area_mm2(), 0.0);
    EXPECT_NEAR(appearance->bands.whole.area_mm2(), 100.0, 0.01);
    plan.lights[0].on = false;  // switched off, the glass is a part like any other
    const auto off = evaluate(plan, {});
    ASSERT_TRUE(off);
    EXPECT_GT(off->bands.parts[1].area_mm2(), 10.0);
}

TEST(Bands, LeaveOutSurfaceThatNoBrushReaches) {
    // A post stuck through a plinth: what is inside the plinth is not counted.
    Plan plan = planOf({box({-10, -10, 0}, {10, 10, 8}), box({-1, -1, 3}, {1, 1, 20})});
    plan.lights = {skyLight(SkyKind::Uniform)};
    const auto appearance = evaluate(plan, {});
    ASSERT_TRUE(appearance);
    EXPECT_NEAR(appearance->bands.parts[1].area_mm2(), 4 * 2 * 12 + 4, 8.0);
    EXPECT_NEAR(appearance->bands.parts[0].area_mm2(), 400 + 4 * 160, 8.0);  // not its underside
}

// Dark cloth beside a lamp stays darker than light cloth: "cloth may not come close to the source"
// (common practice, no source).
TEST(Ladder, DarkClothBesideALampDoesNotTurnWhite) {
    Plan plan = planOf({sphere({-12, 0, 0}, 10, 40), sphere({12, 0, 0}, 10, 40)});
    plan.parts[0].local_colour = *srgbFromHex("#4a2f20");
    plan.parts[1].local_colour = *srgbFromHex("#e8e0d0");
    plan.lights = {lampLight({-0.5F, -4, 0}, 1, 200), skyLight(SkyKind::Uniform)};
    const auto appearance = evaluate(plan, {});
    ASSERT_TRUE(appearance);
    ASSERT_TRUE(appearance->ladders[0][4].present);
    EXPECT_LT(appearance->ladders[0][4].target.L, 60.0);
    EXPECT_GT(appearance->ladders[1][4].target.L, 80.0);
}

TEST(Ladder, TargetsAreColoursThatCanBeShown) {
    Plan plan = planOf({sphere({0, 0, 0}, 10, 60)});
    plan.parts[0].local_colour = *srgbFromHex("#c05010");
    plan.lights = {lampLight({0, -14, 0}, 2, 20)};
    plan.lights[0].colour.kelvin = 1800;
    plan.colours.adaptation = 0.0;
    const auto appearance = evaluate(plan, {});
    ASSERT_TRUE(appearance);
    for (const Rung& step : appearance->ladders[0]) {
        ASSERT_TRUE(step.present);
        const Vec3d rgb = linearFrom(xyzFrom(step.target)).rgb;
        EXPECT_GE(rgb.minCoeff(), -1e-4);
        EXPECT_LE(rgb.maxCoeff(), 1.0 + 1e-4);
    }
}

TEST(Ladder, RisesInLightnessAndSharesAddUpToOne) {
    Plan plan = planOf({sphere({0, 0, 0}, 10, 60)});
    plan.lights = {farLight(2, 40), skyLight(SkyKind::Uniform)};
    plan.lights[1].strength = 0.1;
    plan.parts[0].local_colour = {0.6, 0.2, 0.2};
    const auto appearance = evaluate(plan, {});
    ASSERT_TRUE(appearance);
    double share = 0.0;
    double before = -1.0;
    for (const Rung& step : appearance->ladders[0]) {
        ASSERT_TRUE(step.present);
        share += step.share;
        EXPECT_GT(step.target.L, before);
        before = step.target.L;
        EXPECT_NEAR(step.light_shares[0] + step.light_shares[1], 1.0, 1e-9);
    }
    EXPECT_NEAR(share, 1.0, 1e-6);
}

TEST(Ladder, WarmLampTintsTheBandsItReaches) {
    Plan plan = planOf({sphere({0, 0, 0}, 10, 60)});
    plan.parts[0].local_colour = {0.5, 0.5, 0.5};
    plan.lights = {lampLight({0, -14, 0}, 2, 5)};
    plan.lights[0].colour.kelvin = 2000;
    plan.colours.adaptation = 0.0;
    const auto warm = evaluate(plan, {});
    ASSERT_TRUE(warm);
    const Lch lit = lchFrom(warm->ladders[0][3].target);
    EXPECT_GT(lit.C, 20.0);
    EXPECT_NEAR(lit.h_deg, 70.0, 20.0);  // orange
    plan.colours.adaptation = 1.0;       // the eye takes the lamp for white
    const auto adapted_to = evaluate(plan, {});
    ASSERT_TRUE(adapted_to);
    EXPECT_LT(lchFrom(adapted_to->ladders[0][3].target).C, 6.0);
}

TEST(Values, ChangingStrengthColourOrSwitchNeedsNoNewRays) {
    Plan plan = planOf({sphere({0, 0, 0}, 10, 40)});
    plan.lights = {farLight(2, 40), farLight(9, 20)};
    const auto appearance = evaluate(plan, {});
    ASSERT_TRUE(appearance);
    plan.lights[0].strength = 0.25;
    plan.lights[1].on = false;
    const Appearance reused = appearanceOf(plan, appearance->irradiance);
    const auto fresh = evaluate(plan, {});
    ASSERT_TRUE(fresh);
    EXPECT_EQ(reused.values.light, fresh->values.light);
}

TEST(Values, PaintedBasisKeepsDarkClothInTheDarkBands) {
    Plan plan = planOf({sphere({-12, 0, 0}, 10, 40), sphere({12, 0, 0}, 10, 40)});
    plan.parts[0].local_colour = {0.15, 0.15, 0.15};
    plan.parts[1].local_colour = {0.9, 0.9, 0.9};
    plan.lights = {skyLight(SkyKind::Uniform)};
    plan.values.basis = BandBasis::Painted;
    const auto appearance = evaluate(plan, {});
    ASSERT_TRUE(appearance);
    EXPECT_NEAR(appearance->bands.parts[0].share(4), 0.0, 1e-6);
    EXPECT_GT(appearance->bands.parts[1].share(4), 0.2);
}

}  // namespace
}  // namespace glaukophos
