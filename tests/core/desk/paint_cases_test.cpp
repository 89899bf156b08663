// What a painter must get out of mixes and steps, case by case. Numbers are common practice, no
// source, unless one is named.
#include <gtest/gtest.h>

#include <algorithm>
#include <numeric>
#include <set>

#include "core/colour/amounts.h"
#include "core/colour/coats.h"
#include "core/colour/colour_difference.h"
#include "core/colour/colour_names.h"
#include "core/io/work_files.h"
#include "core/mixing/bench_correction.h"
#include "core/mixing/pots.h"
#include "core/plan/shared_ladders.h"
#include "tests/support/evaluated.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

Lab labOf(const char* hex) { return labFrom(xyzFrom(linearFrom(*srgbFromHex(hex)))); }

Paint generic(const std::string& name) {
    return *std::ranges::find(genericRack(), name, &Paint::name);
}

Paint pot(const char* name, const char* hex) {
    Paint paint;
    paint.name = name;
    paint.mass_tone = *srgbFromHex(hex);
    paint.opacity = Opacity::Opaque;
    return paint;
}

int dropsOf(const Recipe& recipe, std::size_t paint) {
    int drops = 0;
    for (const Drops& entry : recipe.drops) drops += entry.paint == paint ? entry.drops : 0;
    return drops;
}

int allDrops(const Recipe& recipe) {
    return std::accumulate(recipe.drops.begin(), recipe.drops.end(), 0,
                           [](int sum, const Drops& entry) { return sum + entry.drops; });
}

// A ball under a soft sky and a sun: all values are there.
Plan ball(const char* colour, Material material = Material::Cloth) {
    Plan plan = planOf({sphere({0, 0, 0}, 10, 40)}, {"ball"});
    plan.parts[0].local_colour = *srgbFromHex(colour);
    plan.parts[0].material = material;
    plan.lights = {skyLight(SkyKind::Uniform), farLight(11, 55)};
    plan.lights[0].strength = 0.35;
    return plan;
}

EvaluatedPtr mixed(const Plan& plan) { return *evaluated(plan, Goal::Mixes); }
EvaluatedPtr worked(const Plan& plan) { return *evaluated(plan, Goal::Desk); }

const std::vector<BandMix>& bandsOf(const EvaluatedPtr& all, std::size_t part = 0) {
    return all->mixes->parts.at(part).bands;
}

// P1
TEST(PaintCases, BlackAndWhiteMakeGreysAsTheyDoOnThePalette) {
    const MixingRack rack = mixingRack({generic("Carbon black"), generic("Titanium white")});
    const Lab equal = colourOf(rack, std::vector<Drops>{{0, 1}, {1, 1}});
    EXPECT_GT(equal.L, 20.0);
    EXPECT_LT(equal.L, 30.0);
    const Recipe middle = recipeFor(rack, {50, 0, 0});
    EXPECT_GE(dropsOf(middle, 1), 4 * dropsOf(middle, 0));
    EXPECT_LT(middle.difference, 4.5);  // such a grey is a little blue
    const Recipe dark = recipeFor(rack, {25, 0, 0});
    EXPECT_LT(dropsOf(dark, 0), 0.7 * allDrops(dark));
    EXPECT_LT(dark.difference, 3.0);
}

// P2
TEST(PaintCases, ATenthOfPhthaloBlueIsAStrongClearBlue) {
    const MixingRack rack = mixingRack({generic("Phthalo blue"), generic("Titanium white")});
    const Lch blue = lchFrom(colourOf(rack, std::vector<Drops>{{0, 1}, {1, 9}}));
    EXPECT_GT(blue.C, 30.0);
    EXPECT_LT(blue.L, 70.0);
    EXPECT_GT(blue.h_deg, 230.0);
    EXPECT_LT(blue.h_deg, 290.0);
}

// P3
TEST(PaintCases, AWashOnlyColoursAndIsNeverALayer) {
    Paint wash = pot("Grey wash", "#4a4a4a");
    wash.kind = PaintKind::Wash;
    wash.swatch = Swatch{*srgbFromHex("#0a0a0a"), *srgbFromHex("#b0b0b0"), *srgbFromHex("#101010"),
                         *srgbFromHex("#f2f2f2")};
    const MixingRack rack = mixingRack({wash, generic("Carbon black")});
    EXPECT_FALSE(covers(rack.paints[0], rack.films[0]));
    const double over_white = labOf("#b0b0b0").L;
    for (double L = 5; L < 100; L += 10) {
        const Recipe recipe = recipeFor(rack, {L, 0, 0});
        EXPECT_LE(recipe.colour.L, over_white);
        EXPECT_EQ(dropsOf(recipe, 0), 0) << L;
    }
    // Over white it does what its swatch shows.
    Reflectance card = reflectanceOf(*srgbFromHex("#f2f2f2"));
    EXPECT_NEAR(colourOver(rack.films[0], 1.0, card).L, over_white, 1.0);
    // Whole plans keep to it too.
    Plan plan = ball("#8a8a86");
    plan.rack = {wash, generic("Carbon black"), generic("Titanium white")};
    const EvaluatedPtr all = mixed(plan);
    for (const BandMix& band : bandsOf(all)) EXPECT_EQ(dropsOf(band.recipe, 0), 0);
}

// P4
TEST(PaintCases, ThreeOwnPotsMakeFiveBands) {
    Plan plan = ball("#b98a68", Material::Skin);
    plan.values.basis = BandBasis::Painted;
    const EvaluatedPtr before = mixed(plan);
    plan.rack = {pot("Dark teal", "#1d3b3f"), pot("Mid clay", "#a0694a"),
                 pot("Pale straw", "#ecdca6")};
    plan.parts[0].pots = PotLadder{{"Dark teal", "Mid clay", "Pale straw"}};
    const EvaluatedPtr own = mixed(plan);
    const std::vector<BandMix>& bands = bandsOf(own);
    ASSERT_EQ(bands.size(), 5U);
    using Mix = std::vector<Drops>;
    EXPECT_EQ(bands[0].recipe.drops, (Mix{{0, 1}}));
    EXPECT_EQ(bands[1].recipe.drops, (Mix{{0, 1}, {1, 1}}));
    EXPECT_EQ(bands[2].recipe.drops, (Mix{{1, 1}}));
    EXPECT_EQ(bands[3].recipe.drops, (Mix{{1, 1}, {2, 1}}));
    EXPECT_EQ(bands[4].recipe.drops, (Mix{{2, 1}}));
    for (std::size_t b = 0; b < 5; ++b) {
        const Rung& rung = own->appearance->ladders[0][b];
        const Rung& was = before->appearance->ladders[0][b];
        EXPECT_DOUBLE_EQ(rung.area_mm2, was.area_mm2);  // place and area stay
        EXPECT_DOUBLE_EQ(rung.target.L, was.target.L);
        EXPECT_NEAR(bands[b].recipe.difference, ciede2000(bands[b].recipe.colour, rung.target),
                    1e-9);
    }
    // Two parts dark to one light, when that is asked for.
    plan.parts[0].pots->darker_parts = 2;
    EXPECT_EQ(bandsOf(mixed(plan))[1].recipe.drops, (Mix{{0, 2}, {1, 1}}));
}

TEST(PaintCases, OwnPotsThatComeOutTheSameAreSaidToDoSo) {
    Plan plan = ball("#b98a68", Material::Skin);
    plan.rack = {pot("Dusk", "#55504c"), pot("Dust", "#5b5650"), pot("Straw", "#ecdca6")};
    plan.parts[0].pots = PotLadder{{"Dusk", "Dust", "Straw"}};
    const PartMixes part = mixed(plan)->mixes->parts[0];
    EXPECT_TRUE(part.bands[1].joined);
    EXPECT_TRUE(std::ranges::any_of(part.remarks, [](const std::string& remark) {
        return remark.find("come out the same") != std::string::npos;
    }));
    // A pot that is not there is named, and the program mixes as if none were chosen.
    plan.parts[0].pots->pots[1] = "Nowhere";
    const EvaluatedPtr all = worked(plan);
    EXPECT_NE(all->desk->work.missing.front().find("Nowhere"), std::string::npos);
    EXPECT_FALSE(bandsOf(all)[0].recipe.drops.empty());
    // The primer may be the deepest band: nothing is laid there.
    plan.parts[0].pots = PotLadder{{kPrimerPot, "Dust", "Straw"}};
    const EvaluatedPtr primed = worked(plan);
    EXPECT_TRUE(bandsOf(primed)[0].recipe.drops.empty());
    for (const Step& step : primed->desk->work.steps) {
        EXPECT_NE(step.title.find("Deep"), 0U) << step.title;
    }
}

TEST(PaintCases, ThreeAreProposedFromTheRackWithReasons) {
    const Plan plan = ball("#a83c2c");
    const EvaluatedPtr all = mixed(plan);
    const std::vector<PotProposal> proposals =
        proposedPots(plan, plan.parts[0], all->appearance->ladders[0], all->mixes->rack);
    ASSERT_GE(proposals.size(), 2U);
    std::set<std::string> names;
    for (const PotProposal& proposal : proposals) {
        names.insert(proposal.name);
        ASSERT_GE(proposal.pots.pots.size(), 3U);
        EXPECT_LE(proposal.pots.pots.size(), 5U);
        double below = -1.0;
        for (const std::string& name : proposal.pots.pots) {
            const Paint paint = generic(name);  // all of them are in the rack
            const double here = labFrom(xyzFrom(linearFrom(paint.mass_tone))).L;
            EXPECT_GT(here, below) << proposal.name;
            below = here;
            EXPECT_NE(proposal.reason.find(name), std::string::npos) << proposal.reason;
        }
    }
    EXPECT_TRUE(names.contains("quiet"));
    // Two pots are no three.
    EXPECT_TRUE(proposedPots(plan, plan.parts[0], all->appearance->ladders[0],
                             mixingRack({generic("Red oxide"), generic("Titanium white")}))
                    .empty());
}

// P5
TEST(PaintCases, PlatesOfOneColourAndMaterialShareALadder) {
    std::vector<Shape> plates;
    std::vector<std::string> names;
    for (int i = 0; i < 7; ++i) {
        plates.push_back(sphere({static_cast<float>(8 * i - 24), 0, 0}, 3.5F, 20));
        names.push_back("plate " + std::to_string(i + 1));
    }
    Plan plan = planOf(plates, names);
    for (Part& part : plan.parts) {
        part.local_colour = *srgbFromHex("#a8823a");
        part.material = Material::MetalInPaint;
    }
    plan.lights = {skyLight(SkyKind::Uniform), farLight(10, 40)};
    giveIdentities(plan);
    const EvaluatedPtr all = worked(plan);
    std::vector<std::set<std::string>> mixes(all->appearance->bands.count());
    for (std::size_t p = 0; p < 7; ++p) {
        for (std::size_t b = 0; b < mixes.size(); ++b) {
            const BandMix& band = bandsOf(all, p)[b];
            if (band.present) mixes[b].insert(inWords(all->mixes->rack, band.recipe));
        }
    }
    for (const auto& of_band : mixes) EXPECT_LE(of_band.size(), 1U);
    for (const Step& step : all->desk->work.steps) {
        const bool layer = step.kind == StepKind::Base || step.kind == StepKind::Layer;
        if (layer && step.area_mm2 > 100.0) {
            EXPECT_EQ(step.parts.size(), 7U) << step.title;
        }
    }
    plan.parts[3].own_ladder = true;
    EXPECT_EQ(sharedLadders(plan)[3], 3U);
    EXPECT_EQ(sharedLadders(plan)[4], 0U);
}

// P6
TEST(PaintCases, NeighbouringBandsRiseOrAreJoined) {
    for (const char* colour : {"#3a2620", "#d8d2c4", "#2c3136", "#7c8f4a", "#a83024"}) {
        Plan plan = ball(colour);
        plan.values.bands.count = 7;
        const EvaluatedPtr all = worked(plan);
        std::optional<double> below;
        for (const BandMix& band : bandsOf(all)) {
            if (!band.present) continue;
            if (below && !band.joined) {
                EXPECT_GE(band.recipe.colour.L - *below, kLeastRise - 1e-9) << colour;
            }
            if (below && band.joined) {
                EXPECT_DOUBLE_EQ(band.recipe.colour.L, *below);
            }
            below = band.recipe.colour.L;
        }
        // No mix is laid twice as two layers of one part.
        std::set<std::string> layers;
        for (const Step& step : all->desk->work.steps) {
            if (step.kind != StepKind::Base && step.kind != StepKind::Layer) continue;
            EXPECT_TRUE(layers.insert(recipeWords(all->desk->work, step)).second) << step.title;
        }
    }
}

TEST(PaintCases, APotThatMatchesWinsOverAMix) {
    std::vector<Paint> rack = genericRack();
    rack.push_back(pot("Sail brown", "#7a5236"));
    Lab wanted = labOf("#7a5236");
    wanted.L += 1.2;
    wanted.a -= 0.8;
    const Recipe recipe = recipeFor(mixingRack(rack), wanted);
    ASSERT_EQ(recipe.drops.size(), 1U);
    EXPECT_EQ(rack[recipe.drops[0].paint].name, "Sail brown");
    EXPECT_LE(recipe.difference, 2.0);
}

// P7
TEST(PaintCases, ARedSailStaysRedByDay) {
    const char* red = "#a82420";
    const EvaluatedPtr all = mixed(ball(red));
    const double own = lchFrom(labOf(red)).h_deg;
    const Ladder& ladder = all->appearance->ladders[0];
    const Oklab local = oklabFrom(xyzFrom(linearFrom(*srgbFromHex(red))));
    ASSERT_TRUE(isRed(local));
    for (const Rung& rung : ladder) {
        if (!rung.present) continue;
        EXPECT_FALSE(isPink(oklabFrom(xyzFrom(rung.target))));
        EXPECT_NE(std::string(hueName(rung.target)).find("red"), std::string::npos)
            << colourName(rung.target);
    }
    const Lch peak = lchFrom(ladder.back().target);
    EXPECT_LE(hueDistance_deg(peak.h_deg, own), 12.0);
    EXPECT_GT(peak.C, 0.6 * lchFrom(labOf(red)).C);
    const Lch deep = lchFrom(ladder.front().target);
    EXPECT_LT(deep.L, 22.0);
    // Towards violet, not towards orange.
    EXPECT_LT(std::remainder(deep.h_deg - own, 360.0), 0.0);
}

TEST(PaintCases, UnderAColdMoonARedGoesToGreyRose) {
    const char* red = "#a82420";
    Plan plan = ball(red);
    plan.lights[0].colour.kelvin = 9000;
    plan.lights[1].colour.kelvin = 8500;
    plan.colours.night.used = true;
    const EvaluatedPtr night = mixed(plan);
    const Ladder& by_night = night->appearance->ladders[0];
    const EvaluatedPtr day = mixed(ball(red));
    const Ladder& by_day = day->appearance->ladders[0];
    for (std::size_t b = 1; b + 1 < by_night.size(); ++b) {
        if (!by_night[b].present || !by_day[b].present) continue;
        const Lch here = lchFrom(by_night[b].target);
        EXPECT_LT(here.C, 0.75 * lchFrom(by_day[b].target).C) << b;
        // Rose or violet, never khaki: not between orange and green.
        EXPECT_FALSE(here.C > 3.0 && here.h_deg > 55.0 && here.h_deg < 200.0) << here.h_deg;
    }
    // Only the topmost takes the pale cold of all lights.
    const Lch top = lchFrom(by_night.back().target);
    EXPECT_GT(top.h_deg, 200.0);
    EXPECT_LT(top.h_deg, 320.0);
    // Metals go blue-grey.
    Plan brass = plan;
    brass.parts[0].local_colour = *srgbFromHex("#a8823a");
    brass.parts[0].material = Material::MetalInPaint;
    const EvaluatedPtr metal = mixed(brass);
    for (const Rung& rung : metal->appearance->ladders[0]) {
        if (!rung.present || rung.target.L < 25.0) continue;
        const Lch here = lchFrom(rung.target);
        EXPECT_LT(here.C, 22.0);
        EXPECT_TRUE(here.C < 6.0 || (here.h_deg > 180.0 && here.h_deg < 330.0)) << here.h_deg;
    }
}

// P8
TEST(PaintCases, ASmallPatchTakesTouchesNotDrops) {
    Plan plan = planOf({sphere({0, 0, 0}, 0.9F, 12)}, {"bead"});
    plan.parts[0].local_colour = *srgbFromHex("#9a6a4a");
    plan.lights = {skyLight(SkyKind::Uniform), farLight(11, 55)};
    const EvaluatedPtr all = worked(plan);
    const Work& work = all->desk->work;
    for (const Step& step : work.steps) {
        if (step.recipe.drops.empty()) continue;
        EXPECT_LE(step.area_mm2, 11.0);
        int counted = 0;
        for (const Amount& amount : step.amounts) counted += amount.count;
        EXPECT_LE(counted, 10) << recipeWords(work, step);
        EXPECT_NE(recipeWords(work, step).find("touch"), std::string::npos)
            << recipeWords(work, step);
        EXPECT_EQ(step.batches, 1);
    }
    // All paint together, in ml: far less than a drop of each.
    ASSERT_FALSE(work.uses.empty());
    double ml = 0.0;
    for (const PaintUse& use : work.uses) ml += use.ml;
    EXPECT_GT(ml, 0.0);
    EXPECT_LT(ml, 0.5);
    // Sixty times the width, 3600 times the surface: drops, and some paint runs short.
    Plan large = planOf({sphere({0, 0, 0}, 45.0F, 40)}, {"bust"});
    large.parts[0].local_colour = plan.parts[0].local_colour;
    large.lights = plan.lights;
    for (Paint& paint : large.rack) paint.left_ml = 0.1;
    const EvaluatedPtr bust = worked(large);
    EXPECT_TRUE(std::ranges::any_of(bust->desk->work.uses,
                                    [](const PaintUse& use) { return use.runsShort(); }));
}

TEST(PaintCases, TouchesKeepTheProportions) {
    const auto amounts = [](std::vector<Drops> drops, double needed) {
        return amountsOf(Recipe{std::move(drops), {}, 0.0, 0.0}, needed);
    };
    using All = std::vector<Amount>;
    EXPECT_EQ(amounts({{0, 4}, {1, 1}}, 5.0), (All{{0, 4, false}, {1, 1, false}}));
    EXPECT_EQ(amounts({{0, 4}, {1, 1}}, 0.2), (All{{0, 4, true}, {1, 1, true}}));
    EXPECT_EQ(amounts({{0, 4}, {1, 1}}, 0.55), (All{{0, 8, true}, {1, 2, true}}));
    EXPECT_EQ(amounts({{0, 20}, {1, 1}}, 5.0), (All{{0, 2, false}, {1, 1, true}}));
    EXPECT_EQ(amounts({{0, 30}, {1, 2}}, 0.1), (All{{0, 3, false}, {1, 2, true}}));
    EXPECT_EQ(amounts({{0, 1}}, 0.05), (All{{0, 1, true}}));
    EXPECT_DOUBLE_EQ(dropsIn(amounts({{0, 20}, {1, 1}}, 5.0)), 2.1);
}

// P9
TEST(PaintCases, EachRecipeKnowsWhatASloppyDropDoes) {
    const MixingRack rack = mixingRack(genericRack());
    for (const char* hex : {"#6d7f93", "#8a5a3c", "#3c4a34", "#c9b48a"}) {
        const Lab wanted = labOf(hex);
        const Recipe recipe = recipeFor(rack, wanted);
        ASSERT_FALSE(recipe.drops.empty());
        EXPECT_GE(recipe.worst, recipe.difference - 1e-9) << hex;
        double worst = 0.0;
        for (std::size_t slipped = 0; slipped < recipe.drops.size(); ++slipped) {
            for (const int tenths : {8, 12}) {
                std::vector<Drops> sloppy = recipe.drops;
                for (Drops& entry : sloppy) entry.drops *= 10;
                sloppy[slipped].drops = recipe.drops[slipped].drops * tenths;
                worst = std::max(worst, ciede2000(colourOf(rack, sloppy), wanted));
            }
        }
        if (recipe.drops.size() > 1) {
            EXPECT_NEAR(recipe.worst, worst, 1e-6) << hex;
        }
    }
    // Of two ways that are as near, the one that bears it wins: a strong blue would do as well.
    const Lab pale = labFrom(Lch{80, 14, 250});
    const Recipe sturdy = recipeFor(rack, pale);
    RecipeChoices careless;
    careless.per_slip = 0.0;
    EXPECT_LE(sturdy.worst, recipeFor(rack, pale, careless).worst + 1e-9);
}

// P10
TEST(PaintCases, CoatsAreCountedOverWhatLiesBelow) {
    // Three, fewer, fewest over black, grey and white.
    const PaintFilm yellow = filmOf(generic("Mid yellow"));
    const auto coats = [&](const char* ground) {
        return coatsOver(yellow, filmThickness(1.0), reflectanceOf(*srgbFromHex(ground)));
    };
    EXPECT_EQ(coats("#1a1a1b"), 3);
    EXPECT_LT(coats("#808080"), coats("#1a1a1b"));
    EXPECT_LT(coats("#f2f2f2"), coats("#808080"));
    // In a plan the base lies on the primer, whichever band it is.
    for (const BuildUp way : {BuildUp::DarkToLight, BuildUp::MiddleFirst}) {
        Plan plan = ball("#e0b030");
        plan.steps.build_up = way;
        std::vector<int> base;
        for (const char* primer : {"#1c1c1d", "#808080", "#f5f5f5"}) {
            plan.mixing.primer = *srgbFromHex(primer);
            const EvaluatedPtr all = worked(plan);
            for (const Step& step : all->desk->work.steps) {
                if (step.kind != StepKind::Base) continue;
                base.push_back(step.coats);
                const PaintFilm film = filmOf(all->mixes->rack, step.recipe.drops);
                EXPECT_EQ(step.coats, coatsOver(film, filmThickness(step.thinner),
                                                reflectanceOf(plan.mixing.primer)));
            }
        }
        ASSERT_EQ(base.size(), 3U);
    }
}

// P11
TEST(PaintCases, AGlazeShowsWhatIsBelowAndAnOpaquePaintDoesNot) {
    const Reflectance black = reflectanceOf(*srgbFromHex("#121212"));
    const Reflectance white = reflectanceOf(*srgbFromHex("#f2f2f2"));
    for (const char* name :
         {"Phthalo blue", "Quinacridone rose", "Quinacridone magenta", "Nickel azo yellow"}) {
        const PaintFilm film = filmOf(generic(name));
        const double x = filmThickness(4.0);
        EXPECT_GE(std::abs(colourOver(film, x, white).L - colourOver(film, x, black).L), 15.0)
            << name;
    }
    for (const char* name : {"Red oxide", "Yellow oxide", "Carbon black", "Chromium oxide green"}) {
        const PaintFilm film = filmOf(generic(name));
        const double x = 2.0 * filmThickness(1.0);
        EXPECT_LT(std::abs(colourOver(film, x, white).L - colourOver(film, x, black).L), 4.0)
            << name;
    }
}

// P12
TEST(PaintCases, TheBenchPutsAPotRight) {
    std::vector<Paint> rack = {generic("Titanium white"), pot("Shore teal", "#2a5a60")};
    const MixingRack ready = mixingRack(rack);
    const Recipe recipe = recipeFor(ready, labOf("#7fa0a4"));
    ASSERT_EQ(recipe.drops.size(), 2U);
    EXPECT_FALSE(correctionFor(ready, recipe, CameOut::AsSaid));
    const auto weaker = correctionFor(ready, recipe, CameOut::Lighter);
    ASSERT_TRUE(weaker);
    EXPECT_EQ(weaker->corrected.name, "Shore teal");  // nobody knows what is in it
    EXPECT_LT(weaker->corrected.corrected, 0.95);
    EXPECT_GT(correctionFor(ready, recipe, CameOut::Darker)->corrected.corrected, 1.05);
    // The same drops are now known to come out lighter, and the mix takes more of it.
    rack[1] = weaker->corrected;
    const MixingRack corrected = mixingRack(rack);
    EXPECT_NEAR(colourOf(corrected, recipe.drops).L, recipe.colour.L + 5.0, 0.6);
    const Recipe anew = recipeFor(corrected, labOf("#7fa0a4"));
    EXPECT_GT(dropsOf(anew, 1) * allDrops(recipe), dropsOf(recipe, 1) * allDrops(anew));
    // It hides as before.
    EXPECT_NEAR(corrected.hiding[1], ready.hiding[1], 1e-6);
    // A pot alone is lighter itself.
    const Recipe alone{{{1, 1}}, colourOf(ready, std::vector<Drops>{{1, 1}}), 0.0, 0.0};
    const auto lighter = correctionFor(ready, alone, CameOut::Lighter);
    EXPECT_NEAR(labFrom(xyzFrom(linearFrom(lighter->corrected.mass_tone))).L, alone.colour.L + 5.0,
                0.5);
    EXPECT_NE(inWords(ready, *weaker).find("Shore teal"), std::string::npos);
}

// Racks that no case names: shifted, weak, without black, without white.
TEST(PaintCases, OtherRacksGiveLaddersThatRise) {
    std::vector<Paint> shifted = genericRack();
    for (Paint& paint : shifted) {
        paint.mass_tone.r = std::min(1.0, 0.9 * paint.mass_tone.r + 0.05);
        paint.mass_tone.b = std::min(1.0, paint.mass_tone.b + 0.04);
        paint.tint.reset();
        paint.pigment.clear();
    }
    std::vector<Paint> weak = genericRack();
    for (Paint& paint : weak) {
        paint.tint.reset();
        paint.strength = Strength::Weak;
    }
    std::vector<Paint> no_black = genericRack();
    std::erase_if(no_black,
                  [](const Paint& p) { return p.name.find("black") != std::string::npos; });
    std::vector<Paint> no_white = genericRack();
    std::erase_if(no_white,
                  [](const Paint& p) { return p.name.find("white") != std::string::npos; });
    for (const auto& rack : {shifted, weak, no_black, no_white}) {
        for (const char* colour : {"#8a5a3c", "#3c5a78"}) {
            Plan plan = ball(colour);
            plan.rack = rack;
            const EvaluatedPtr all = mixed(plan);
            double below = -1.0;
            int bands = 0;
            for (const BandMix& band : bandsOf(all)) {
                if (!band.present || band.joined) continue;
                EXPECT_GE(band.recipe.colour.L, below);
                below = band.recipe.colour.L;
                ++bands;
                EXPECT_LT(band.recipe.difference, 12.0) << colour;
            }
            EXPECT_GE(bands, 3) << colour;
        }
    }
}

// Metallics belong on metal, and are preferred there.
TEST(PaintCases, MetallicsStayOnMetal) {
    Paint steel = pot("Steel paint", "#8f9296");
    steel.kind = PaintKind::Metallic;
    std::vector<Paint> rack = genericRack();
    rack.push_back(steel);
    const std::size_t metallic = rack.size() - 1;
    Plan cloth = ball("#8f9296");
    cloth.rack = rack;
    const EvaluatedPtr dull = mixed(cloth);
    for (const BandMix& band : bandsOf(dull)) {
        EXPECT_EQ(dropsOf(band.recipe, metallic), 0);
    }
    Plan blade = ball("#8f9296", Material::MetallicPaint);
    blade.rack = rack;
    const EvaluatedPtr all = mixed(blade);
    EXPECT_TRUE(std::ranges::any_of(
        bandsOf(all), [&](const BandMix& band) { return dropsOf(band.recipe, metallic) > 0; }));
}

}  // namespace
}  // namespace glaukophos
