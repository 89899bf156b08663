// Each rule just on either side of its limit, on data set by hand. The limits themselves are common
// practice, no source.
#include <gtest/gtest.h>

#include <algorithm>

#include "core/colour/colour_difference.h"
#include "core/findings/finding_rules.h"
#include "tests/support/evaluated.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

// All that rules look at, free to be changed.
struct Scene {
    Plan plan;
    Appearance appearance;
    Marks marks;
    Mixes mixes;
    Work work;

    template <class Rule>
    [[nodiscard]] std::vector<Finding> by(const Rule& rule) const {
        std::vector<Finding> found;
        rule({plan, appearance, marks, mixes, work, paintedAreas(plan, appearance.irradiance)},
             found);
        return found;
    }
    [[nodiscard]] PartIndex partOf(std::size_t vertex) const {
        return plan.figure->surface.parts[vertex];
    }
    // Gives the first `share` of a part's area one painted value and lightness, the rest another.
    void paint(PartIndex part, double share, float low, float high) {
        const std::vector<float> areas = paintedAreas(plan, appearance.irradiance);
        double whole = 0.0;
        for (std::size_t v = 0; v < areas.size(); ++v) whole += partOf(v) == part ? areas[v] : 0.0F;
        double so_far = 0.0;
        for (std::size_t v = 0; v < areas.size(); ++v) {
            if (partOf(v) != part) continue;
            const float value = so_far < share * whole ? low : high;
            so_far += areas[v];
            appearance.values.painted[v] = appearance.values.lightness[v] = value;
        }
    }
};

// A coat and a cape of the same size, a lamp that is a small ball of its own, a moon.
const Scene& scene() {
    static const Scene made = [] {
        Plan plan = planOf(
            {sphere({-9, 0, 0}, 8, 30), sphere({9, 0, 0}, 8, 30), sphere({0, -10, -4}, 1, 10)},
            {"coat", "cape", "lamp"});
        plan.parts[0].local_colour = *srgbFromHex("#a82420");
        plan.parts[1].local_colour = *srgbFromHex("#4f7a3c");
        plan.parts[2].material = Material::Glass;
        plan.lights = {farLight(11, 50), lampLight({0, -10, -4}, 1, 30)};
        plan.lights[0].colour = {ColourSource::Chosen, 6500, *srgbFromHex("#b9cbf0")};
        plan.lights[1].colour.kelvin = 2000;
        plan.lights[1].own_parts = {2};
        giveIdentities(plan);
        const EvaluatedPtr all = *evaluated(plan, Goal::Desk);
        return Scene{plan, *all->appearance, *all->marks, *all->mixes, all->desk->work};
    }();
    return made;
}

TEST(RuleLimits, ASourceIsAheadByTwo) {
    Scene s = scene();
    double lightest = 0.0;
    for (std::size_t p = 0; p < 2; ++p) {
        for (const BandMix& band : s.mixes.parts[p].bands) {
            if (band.present) lightest = std::max(lightest, band.recipe.colour.L);
        }
    }
    s.mixes.glows[1]->source.colour.L = lightest + 2.1;
    EXPECT_TRUE(s.by(lighterThanSource).empty());
    s.mixes.glows[1]->source.colour.L = lightest + 1.9;
    const std::vector<Finding> found = s.by(lighterThanSource);
    ASSERT_EQ(found.size(), 1U);
    EXPECT_NEAR(found[0].measured, 1.9, 1e-9);
    // Without a part of its own there is nothing to be painted lighter.
    s.plan.lights[1].own_parts.clear();
    EXPECT_TRUE(s.by(lighterThanSource).empty());
}

TEST(RuleLimits, AStepIsTooLargeBeyondTheOneChosen) {
    Scene s = scene();
    for (PartMixes& part : s.mixes.parts) {
        for (BandMix& band : part.bands) band.bridge.reset();
    }
    EXPECT_TRUE(s.by(largeStep).empty());
    const double limit = s.plan.mixing.largest_step;
    BandMix& band = *std::ranges::find_if(
        s.mixes.parts[0].bands, [&](const BandMix& mix) { return mix.present && mix.step > 0.0; });
    Bridge bridge;
    bridge.step = limit - 0.1;
    band.bridge = bridge;
    EXPECT_TRUE(s.by(largeStep).empty());
    band.bridge->step = limit + 0.1;
    ASSERT_EQ(s.by(largeStep).size(), 1U);
    EXPECT_EQ(s.by(largeStep)[0].subject, 0U);
    // A few veils take it out; nine are too many.
    band.bridge->veil_thinners.assign(8, 4.0);
    EXPECT_TRUE(s.by(largeStep).empty());
    band.bridge->veil_thinners.assign(9, 4.0);
    EXPECT_EQ(s.by(largeStep).size(), 1U);
    // Strokes that are seen anyway hide twice as much.
    s.plan.parts[0].build_up = BuildUp::Hatched;
    band.step = 2.0 * limit - 0.1;
    EXPECT_TRUE(s.by(largeStep).empty());
    band.step = 2.0 * limit + 0.1;
    EXPECT_EQ(s.by(largeStep).size(), 1U);
}

TEST(RuleLimits, ARedIsPinkAboveTwoThirdsOfLightness) {
    Scene s = scene();
    Rung& peak = *std::find_if(s.appearance.ladders[0].rbegin(), s.appearance.ladders[0].rend(),
                               [](const Rung& rung) { return rung.present; });
    peak.area_mm2 = 5.0;
    const auto set = [&](double lightness, double hue) {
        for (Rung& rung : s.appearance.ladders[0]) {
            rung.target = labFrom(xyzFrom(oklabFrom(Oklch{lightness, 0.1, hue})));
        }
    };
    set(0.655, 20);
    EXPECT_TRUE(s.by(pinkRed).empty());
    set(0.665, 20);
    EXPECT_EQ(s.by(pinkRed).size(), 1U);
    set(0.665, 45);  // orange
    EXPECT_TRUE(s.by(pinkRed).empty());
}

TEST(RuleLimits, SevenThinCoatsAreTooMany) {
    Scene s = scene();
    for (Step& step : s.work.steps) step.coats = 1;
    Step& veil = *std::ranges::find(s.work.steps, StepKind::Shell, &Step::kind);
    veil.coats = 6;
    EXPECT_TRUE(s.by(overGlazed).empty());
    veil.coats = 7;
    ASSERT_EQ(s.by(overGlazed).size(), 1U);
    EXPECT_EQ(s.by(overGlazed)[0].measured, 7.0);
    veil.kind = StepKind::Base;  // no glaze
    EXPECT_TRUE(s.by(overGlazed).empty());
}

TEST(RuleLimits, ALayerShrinksOrTheGradientIsLost) {
    Scene s = scene();
    s.appearance.bands.whole.areas_mm2 = {40, 30, 20, 8, 2};
    std::vector<double>& areas = s.appearance.bands.parts[1].areas_mm2;
    s.appearance.bands.parts[0].areas_mm2 = {40, 30, 20, 8, 2};
    s.appearance.bands.parts[2].areas_mm2 = {0, 0, 0, 0, 0};
    // As painted 100, 84, 50, 42, 5: a ring that is larger than the one below does not matter.
    areas = {16, 34, 8, 37, 5};
    EXPECT_TRUE(s.by(noShrinking).empty());
    areas = {16, 34, 7, 38, 5};  // 43 of 50
    ASSERT_EQ(s.by(noShrinking).size(), 1U);
    EXPECT_EQ(s.by(noShrinking)[0].subject, 1U);
    EXPECT_NEAR(s.by(noShrinking)[0].measured, 0.86, 1e-9);
    areas = {14, 56, 20, 10, 0};  // recesses alone
    EXPECT_TRUE(s.by(noShrinking).empty());
    areas = {16, 43, 0.4, 36, 5};  // nobody mixes a hundredth of a part
    EXPECT_TRUE(s.by(noShrinking).empty());
}

TEST(RuleLimits, NineTenthsSpanThirtyFiveStepsOfLight) {
    Scene s = scene();
    for (const PartIndex part : {PartIndex{0}, PartIndex{1}}) s.paint(part, 0.5, 30, 65.1F);
    EXPECT_TRUE(s.by(closeValues).empty());
    for (const PartIndex part : {PartIndex{0}, PartIndex{1}}) s.paint(part, 0.5, 30, 64.9F);
    ASSERT_EQ(s.by(closeValues).size(), 1U);
    EXPECT_NEAR(s.by(closeValues)[0].measured, 34.9, 0.01);
    // What only a few per cent have does not count.
    for (const PartIndex part : {PartIndex{0}, PartIndex{1}}) s.paint(part, 0.96, 30, 80);
    EXPECT_EQ(s.by(closeValues).size(), 1U);
}

TEST(RuleLimits, TheLastPassGoesOverLessThanFourFifthsOfTheEdges) {
    Scene s = scene();
    s.marks.lines.passes.resize(2);
    s.marks.lines.passes[0].length_mm = 100;
    s.marks.lines.passes[1].length_mm = 79.9;
    EXPECT_TRUE(s.by(edgesAlike).empty());
    s.marks.lines.passes[1].length_mm = 80.1;
    EXPECT_EQ(s.by(edgesAlike).size(), 1U);
    s.marks.lines.passes[0].length_mm = 19.9;  // hardly any edges
    EXPECT_TRUE(s.by(edgesAlike).empty());
    // With one pass it is the school that tells.
    s.marks.lines.passes.resize(1);
    s.marks.lines.passes[0].length_mm = 100;
    EXPECT_TRUE(s.by(edgesAlike).empty());
    s.plan.values.edge_lines.school = EdgeSchool::Even;
    EXPECT_EQ(s.by(edgesAlike).size(), 1U);
}

TEST(RuleLimits, TheFocusHasSevenTenthsOfTheStrongestContrast) {
    Scene s = scene();
    s.marks.edges.parts.assign(3, {});  // no borders yet
    s.paint(1, 0.5, 20, 70);
    s.paint(0, 0.5, 20, 54.9F);
    EXPECT_TRUE(s.by(weakFocus).empty());  // there is no focus
    s.plan.parts[0].focus = Focus::Main;
    ASSERT_EQ(s.by(weakFocus).size(), 1U);
    EXPECT_EQ(s.by(weakFocus)[0].subject, 1U);
    s.paint(0, 0.5, 20, 55.1F);
    EXPECT_TRUE(s.by(weakFocus).empty());
    // Crisp borders draw the eye as well.
    s.marks.edges.parts[1].by_kind_mm = {20, 0, 0};
    EXPECT_EQ(s.by(weakFocus).size(), 1U);
    s.marks.edges.parts[0].by_kind_mm = {20, 0, 0};
    EXPECT_TRUE(s.by(weakFocus).empty());
    s.paint(0, 0.5, 20, 40);
    s.plan.parts[1].material = Material::MetalInPaint;  // which has its full range anywhere
    EXPECT_TRUE(s.by(weakFocus).empty());
}

TEST(RuleLimits, LightsAreTwelveApartOrNobodyCanTellThem) {
    Scene s = scene();
    const auto apart = [](double kelvin) {
        const Vec3d first = colourOf(planck(6500)).xyz;
        const Vec3d second = colourOf(planck(kelvin)).xyz;
        return ciede2000(labFrom(Xyz{0.5 * first}), labFrom(Xyz{0.5 * second}));
    };
    double like = 6500;
    while (apart(like) < 12.0) like -= 10;
    s.plan.lights = {farLight(10, 40), farLight(2, 40)};
    s.plan.lights[0].colour = s.plan.lights[1].colour = LightColour{};
    s.appearance.irradiance.of_lights[1] = s.appearance.irradiance.of_lights[0];
    s.plan.lights[1].colour.kelvin = like;  // just apart enough
    EXPECT_TRUE(s.by(likeLights).empty());
    s.plan.lights[1].colour.kelvin = like + 20;
    ASSERT_EQ(s.by(likeLights).size(), 1U);
    EXPECT_LT(s.by(likeLights)[0].measured, 12.0);
    // A light with less than a tenth of the strongest does not count.
    s.plan.lights[1].strength = 0.101 * s.plan.lights[0].strength;
    EXPECT_EQ(s.by(likeLights).size(), 1U);
    s.plan.lights[1].strength = 0.099 * s.plan.lights[0].strength;
    EXPECT_TRUE(s.by(likeLights).empty());
}

TEST(RuleLimits, FourFifthsOfTheBackInDeepAreABigDullArea) {
    Scene s = scene();
    const std::vector<float> areas = paintedAreas(s.plan, s.appearance.irradiance);
    const Surface& surface = s.plan.figure->surface;
    double back = 0.0;
    const auto behind = [&](std::size_t v) {
        return areas[v] > 0.0F && surface.normals[v].y() >= 0.35F;
    };
    for (std::size_t v = 0; v < areas.size(); ++v) back += behind(v) ? areas[v] : 0.0F;
    const auto darken = [&](double share) {
        double dark = 0.0;
        for (std::size_t v = 0; v < areas.size(); ++v) {
            if (!behind(v)) continue;
            s.appearance.values.lightness[v] = dark < share * back ? 11.0F : 60.0F;
            dark += areas[v];
        }
    };
    darken(0.79);
    EXPECT_TRUE(s.by(noBack).empty());
    darken(0.81);
    ASSERT_EQ(s.by(noBack).size(), 1U);
    EXPECT_NEAR(s.by(noBack)[0].measured, 81.0, 0.5);
}

// What the whole night leaves of the day's differences falls with the licence: the rule fires above
// its limit and nowhere below.
TEST(RuleLimits, MoonlightLeavesThreeQuartersOfTheDifferencesAtMost) {
    Scene s = scene();
    s.plan.lights[1].on = false;
    s.plan.colours.night.used = true;
    bool fired = false;
    bool silent = false;
    for (const double licence : {0.0, 0.2, 0.5, 0.8, 1.0}) {
        s.plan.colours.night.licence = licence;
        s.appearance = appearanceOf(s.plan, scene().appearance.irradiance);
        const std::vector<Finding> found = s.by(moonAlive);
        (found.empty() ? silent : fired) = true;
        if (!found.empty()) {
            EXPECT_GT(found[0].measured, 75.0);
        }
    }
    EXPECT_TRUE(fired);
    EXPECT_TRUE(silent);
}

}  // namespace
}  // namespace glaukophos
