// Recipes, coats and palettes of whole plans.
#include "core/mixing/mixes.h"

#include <gtest/gtest.h>

#include <algorithm>
#include <set>

#include "core/colour/coats.h"
#include "core/colour/colour_difference.h"
#include "tests/support/evaluated.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

Lab labOf(const char* hex) { return labFrom(xyzFrom(linearFrom(*srgbFromHex(hex)))); }

PaintFilm filmNamed(const char* name) {
    return filmOf(*std::ranges::find(genericRack(), name, &Paint::name));
}

Reflectance tone(const char* hex) { return reflectanceOf(*srgbFromHex(hex)); }

// A green and a red ball between a moon and a lamp.
Plan twoBalls() {
    Plan plan = planOf({sphere({-9, 0, 0}, 8, 30), sphere({9, 0, 0}, 8, 30)}, {"green", "red"});
    plan.parts[0].local_colour = *srgbFromHex("#4f7a3c");
    plan.parts[1].local_colour = *srgbFromHex("#a83024");
    plan.lights = {farLight(11, 50), lampLight({0, -9, -4}, 1, 8)};
    plan.lights[1].colour.kelvin = 2000;
    return plan;
}

// Common practice, no source: about three thin coats at 1:1 cover black with a mid yellow, fewer
// over a light primer.
TEST(Coats, MidYellowOverBlackTakesAboutThree) {
    const PaintFilm yellow = filmNamed("Mid yellow");
    const double x = filmThickness(1.0);
    EXPECT_DOUBLE_EQ(x, 0.5);
    const int over_black = coatsOver(yellow, x, tone("#1a1a1b"), 5.0);
    EXPECT_GE(over_black, 2);
    EXPECT_LE(over_black, 5);
    EXPECT_LT(coatsOver(yellow, x, tone("#f0e8d8"), 5.0), over_black);
    // Its own colour needs one.
    EXPECT_EQ(coatsOver(yellow, x, tone("#f0b81f"), 5.0), 1);
    // The next coat always comes closer.
    double before = 1e9;
    const Lab thick = labOf("#f0b81f");
    for (int n = 1; n <= over_black; ++n) {
        const double left = ciede2000(colourOver(yellow, n * x, tone("#1a1a1b")), thick);
        EXPECT_LT(left, before);
        before = left;
    }
}

TEST(Coats, VeilsMakeTheStepTheyAreAskedFor) {
    const PaintFilm light = filmNamed("Yellow oxide");
    const Reflectance dark = tone("#4a3020");
    for (const double limit : {3.0, 6.0, 12.0}) {
        const std::vector<double> veils = veilsFor(light, dark, limit);
        ASSERT_FALSE(veils.empty());
        Reflectance here = dark;
        for (const double x : veils) {
            const Lab before = labFrom(reflected(daylight(), here));
            here = over(light, x, here);
            EXPECT_LE(ciede2000(before, labFrom(reflected(daylight(), here))), limit + 0.05);
        }
        EXPECT_LE(ciede2000(labFrom(reflected(daylight(), here)), labOf("#b9812c")), limit + 0.3);
    }
    EXPECT_TRUE(veilsFor(light, tone("#b9812c"), 3.0).empty());
    EXPECT_GT(veilsFor(light, dark, 3.0).size(), veilsFor(light, dark, 6.0).size());
}

TEST(Coats, AmountsGrowWithAreaCoatsAndThickness) {
    // 900 mm2 once, undiluted: a drop of 45 mm3, and as much again for brush and palette.
    EXPECT_NEAR(dropsFor(900.0, 1, 1.0), 2.0, 1e-9);
    EXPECT_NEAR(dropsFor(900.0, 3, filmThickness(1.0)), 3.0, 1e-9);
}

TEST(Palette, FewerBottlesMissMoreAndStayInTheRack) {
    const MixingRack rack = mixingRack(genericRack());
    std::vector<WantedColour> wanted;
    for (const char* hex : {"#4f7a3c", "#243a20", "#a83024", "#5a1a1a", "#8090b0", "#e8d8b0"}) {
        wanted.push_back({labOf(hex), 1.0});
    }
    const auto missWith = [&](const std::vector<std::size_t>& paints) {
        double miss = 0.0;
        for (const WantedColour& colour : wanted) {
            const double off = recipeFor(rack, colour.colour, {}, paints).difference;
            miss += off * off;
        }
        return miss;
    };
    double before = 0.0;
    for (const int bottles : {8, 5, 3}) {
        const std::vector<std::size_t> paints = paletteFor(rack, wanted, bottles);
        EXPECT_LE(paints.size(), static_cast<std::size_t>(bottles));
        EXPECT_TRUE(std::ranges::is_sorted(paints));
        for (const std::size_t paint : paints) EXPECT_LT(paint, rack.paints.size());
        const double miss = missWith(paints);
        EXPECT_GE(miss, before - 1.0);
        before = miss;
    }
    // Black, white and a blue cannot make a red; a set chosen for the colours does better.
    const std::vector<std::size_t> poor = {0, 2, 19};
    EXPECT_LT(before, 0.75 * missWith(poor));
}

TEST(Palette, SaysWhichPaintWouldHelp) {
    std::vector<Paint> few;
    for (const Paint& paint : genericRack()) {
        if (paint.name == "Titanium white" || paint.name == "Carbon black" ||
            paint.name == "Yellow oxide") {
            few.push_back(paint);
        }
    }
    const MixingRack rack = mixingRack(few);
    const Lab blue = labOf("#24509a");
    const Recipe nearest = recipeFor(rack, blue);
    EXPECT_GT(nearest.difference, 10.0);
    const auto help = paintThatHelps(rack, blue, nearest);
    ASSERT_TRUE(help);
    EXPECT_LT(help->difference, 4.0);
    EXPECT_TRUE(help->paint.pigment.starts_with("PB")) << help->paint.name;
    // Nothing helps what is there already.
    EXPECT_FALSE(paintThatHelps(rack, labOf("#b9812c"), recipeFor(rack, labOf("#b9812c"))));
}

// Metamerism: a pair that matches by day can differ under a lamp; the same spectrum cannot.
TEST(Palette, MixesAreComparedUnderTheDeskLamp) {
    const MixingRack rack = mixingRack(genericRack());
    const Lab target = labOf("#8a6a8c");
    const Recipe recipe = recipeFor(rack, target);
    // 6504 K is daylight in all but detail: nearly the same difference as by day.
    EXPECT_NEAR(differenceUnder(rack, target, recipe, 6504.0), recipe.difference, 0.7);
    Recipe alone{{{0, 1}}, colourOf(rack, std::vector<Drops>{{0, 1}}), 0.0};
    EXPECT_LT(differenceUnder(rack, alone.colour, alone, 2700.0), 0.5);
    double largest = 0.0;
    for (const char* hex : {"#8a6a8c", "#6d7f93", "#7a8a5c", "#3f6f4a", "#7a3c8c", "#b06a30"}) {
        const Recipe mix = recipeFor(rack, labOf(hex));
        largest =
            std::max(largest, differenceUnder(rack, labOf(hex), mix, 2700.0) - mix.difference);
    }
    EXPECT_GT(largest, 0.5);
}

TEST(Rack, NearlyEqualPaintsAreFoundAndSearchGoesByNearness) {
    std::vector<Paint> rack = genericRack();
    Paint twin = rack[4];
    twin.name = "Ochre of another maker";
    rack.push_back(twin);
    const std::vector<NearPair> pairs = nearPairs(rack);
    ASSERT_FALSE(pairs.empty());
    EXPECT_EQ(pairs.front().first, 4U);
    EXPECT_EQ(pairs.front().second, rack.size() - 1);
    EXPECT_NEAR(pairs.front().difference, 0.0, 1e-12);
    EXPECT_EQ(rack[byNearness(rack, rack[14].mass_tone).front()].name, rack[14].name);
    rack[0].kind = PaintKind::Medium;  // not a colour any more
    EXPECT_EQ(byNearness(rack, rack[0].mass_tone).back(), 0U);
}

TEST(Rack, CalibrationReplacesTheNominalFilm) {
    Paint paint = genericRack()[19];
    const PaintFilm truth = filmNamed("Cobalt blue");
    const auto shown = [&](const char* ground) {
        return displayable(colourOver(truth, 1.0, tone(ground)));
    };
    Swatch swatch;
    swatch.over_black = shown("#1f1f1f");
    swatch.over_white = shown("#f2f2f2");
    swatch.black = *srgbFromHex("#1f1f1f");
    swatch.white = *srgbFromHex("#f2f2f2");
    const Lab nominal = colourOver(filmOf(paint), 1.0, tone("#f2f2f2"));
    paint.swatch = swatch;
    const PaintFilm calibrated = filmOf(paint);
    for (const char* ground : {"#1f1f1f", "#f2f2f2", "#808080", "#a04020"}) {
        EXPECT_LT(ciede2000(colourOver(calibrated, 1.0, tone(ground)),
                            colourOver(truth, 1.0, tone(ground))),
                  2.0)
            << ground;
    }
    EXPECT_GT(ciede2000(nominal, colourOver(truth, 1.0, tone("#f2f2f2"))), 5.0);
}

TEST(Rack, AMeasuredSpectrumIsTheMassTone) {
    Paint paint = genericRack()[4];
    const Reflectance measured = tone("#5a8a30");
    paint.spectrum.assign(measured.share.begin(), measured.share.end());
    const MixingRack rack = mixingRack({paint});
    EXPECT_LT(ciede2000(colourOf(rack, std::vector<Drops>{{0, 1}}), labOf("#5a8a30")), 0.3);
}

TEST(Mixes, EveryPresentBandHasDropsFromThePartsFewPaints) {
    const Plan plan = twoBalls();
    const auto appearance = evaluate(plan, {});
    ASSERT_TRUE(appearance);
    const Mixes mixes = mixesOf(plan, *appearance, mixingRack(plan.rack), {});
    ASSERT_EQ(mixes.parts.size(), 2U);
    std::set<std::size_t> used;
    for (std::size_t p = 0; p < 2; ++p) {
        EXPECT_LE(mixes.parts[p].paints.size(), 3U);
        for (std::size_t b = 0; b < mixes.parts[p].bands.size(); ++b) {
            const BandMix& band = mixes.parts[p].bands[b];
            ASSERT_EQ(band.present, appearance->ladders[p][b].present);
            if (!band.present) continue;
            ASSERT_FALSE(band.recipe.drops.empty());
            EXPECT_GE(band.coats, 1);
            EXPECT_NEAR(ciede2000(band.recipe.colour, appearance->ladders[p][b].target),
                        band.recipe.difference, 1e-6);
            EXPECT_LE(band.recipe.difference, mixes.worst);
            for (const Drops& drops : band.recipe.drops) {
                used.insert(drops.paint);
                EXPECT_NE(std::ranges::find(mixes.parts[p].paints, drops.paint),
                          mixes.parts[p].paints.end());
            }
            EXPECT_EQ(band.bridge.has_value(), band.step > plan.mixing.largest_step);
        }
    }
    EXPECT_EQ(std::set<std::size_t>(mixes.bottles.begin(), mixes.bottles.end()), used);
}

TEST(Mixes, BottlesAreKeptToTheNumberWanted) {
    Plan plan = twoBalls();
    const auto appearance = evaluate(plan, {});
    ASSERT_TRUE(appearance);
    const MixingRack rack = mixingRack(plan.rack);
    const Mixes free = mixesOf(plan, *appearance, rack, {});
    plan.mixing.bottles = 4;
    const Mixes few = mixesOf(plan, *appearance, rack, {});
    EXPECT_LE(few.bottles.size(), 4U);
    EXPECT_GE(few.worst, free.worst - 1.0);
    plan.rack.clear();  // an empty rack says so by giving nothing
    const Mixes none = mixesOf(plan, *appearance, mixingRack(plan.rack), {});
    EXPECT_TRUE(none.bottles.empty());
    EXPECT_FALSE(none.parts[0].bands[0].present);
}

TEST(Mixes, ABridgeHalvesTheJump) {
    Plan plan = twoBalls();
    plan.values.bands.count = 3;  // large steps
    plan.mixing.largest_step = 10.0;
    const auto appearance = evaluate(plan, {});
    ASSERT_TRUE(appearance);
    const Mixes mixes = mixesOf(plan, *appearance, mixingRack(plan.rack), {});
    int bridges = 0;
    for (const PartMixes& part : mixes.parts) {
        for (const BandMix& band : part.bands) {
            if (!band.bridge) continue;
            ++bridges;
            EXPECT_GT(band.step, 10.0);
            EXPECT_LT(band.bridge->step, band.step);
            ASSERT_GE(band.bridge->veil_thinners.size(), 1U);
            for (const double thinner : band.bridge->veil_thinners) EXPECT_GE(thinner, 0.0);
            EXPECT_GE(band.bridge->darker_parts, 1);
            EXPECT_GE(band.bridge->lighter_parts, 1);
        }
    }
    EXPECT_GT(bridges, 0);
}

// Far from the source the glow colour is mixed with more and more of the local base colour; the
// source is lightest of all (common practice, no source).
TEST(Mixes, ShellsGoFromTheLocalColourToTheLamps) {
    const Plan plan = twoBalls();
    const auto appearance = evaluate(plan, {});
    ASSERT_TRUE(appearance);
    const Mixes mixes = mixesOf(plan, *appearance, mixingRack(plan.rack), {});
    EXPECT_FALSE(mixes.glows[0]);  // the moon makes no glow
    ASSERT_TRUE(mixes.glows[1]);
    const GlowMixes& glow = *mixes.glows[1];
    ASSERT_EQ(glow.shells.size(), 4U);
    for (std::size_t s = 1; s < glow.shells.size(); ++s) {
        EXPECT_LT(glow.shells[s].area_mm2, glow.shells[s - 1].area_mm2);
        for (const ShellMix& mix : glow.shells[s].mixes) {
            const auto before =
                std::ranges::find(glow.shells[s - 1].mixes, mix.group, &ShellMix::group);
            ASSERT_NE(before, glow.shells[s - 1].mixes.end());
            EXPECT_GT(mix.target.L, before->target.L);
        }
    }
    EXPECT_GT(glow.source.colour.L, glow.shells.back().mixes.front().target.L);
    EXPECT_LT(glow.reshade.colour.L, glow.shells.front().mixes.front().target.L);
}

}  // namespace
}  // namespace glaukophos
