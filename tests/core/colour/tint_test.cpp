// Paint that mixes like paint: tinting strength, washes, kinds, sloppy drops.
#include <gtest/gtest.h>

#include <algorithm>

#include "core/colour/amounts.h"
#include "core/colour/coats.h"
#include "core/colour/colour_difference.h"
#include "core/colour/recipe.h"
#include "core/io/rack_file.h"

namespace glaukophos {
namespace {

const Paint& generic(const char* name) {
    return *std::ranges::find(genericRack(), name, &Paint::name);
}

Lab mixOf(const std::vector<std::pair<const char*, int>>& drops) {
    std::vector<Paint> paints;
    std::vector<Drops> all;
    for (const auto& [name, count] : drops) {
        all.push_back({paints.size(), count});
        paints.push_back(generic(name));
    }
    return colourOf(mixingRack(paints), all);
}

int dropsOf(const MixingRack& rack, const Recipe& recipe, const char* name) {
    for (const Drops& drops : recipe.drops) {
        if (rack.paints[drops.paint].name == name) return drops.drops;
    }
    return 0;
}

Lab labOf(const char* hex) { return labFrom(xyzFrom(linearFrom(*srgbFromHex(hex)))); }

// Grey levels of the two-constant tint method (Duncan 1940) worked out from nominal tints (from
// memory): carbon black in so many parts of titanium white, and bone black.
TEST(TintingStrength, GreysOfBlackInWhiteAreWhatTheTintMethodGives) {
    const std::vector<std::array<double, 3>> levels = {
        {1, 21, 26}, {2, 28, 33}, {4, 36, 42}, {10, 49, 55}};
    for (const auto& [white, carbon, bone] : levels) {
        const int parts = static_cast<int>(white);
        EXPECT_NEAR(mixOf({{"Carbon black", 1}, {"Titanium white", parts}}).L, carbon, 0.8);
        EXPECT_NEAR(mixOf({{"Bone black", 1}, {"Titanium white", parts}}).L, bone, 0.8);
    }
}

// Common practice, no source: a mid grey is mostly white, a dark grey is not nearly all black.
TEST(TintingStrength, AMidGreyIsMostlyWhite) {
    const MixingRack rack = mixingRack({generic("Carbon black"), generic("Titanium white")});
    const Recipe mid = recipeFor(rack, {50.0, 0.0, 0.0});
    EXPECT_GE(dropsOf(rack, mid, "Titanium white"), 4 * dropsOf(rack, mid, "Carbon black"));
    EXPECT_GE(dropsOf(rack, mid, "Carbon black"), 1);
    const Recipe dark = recipeFor(rack, {25.0, 0.0, 0.0});
    EXPECT_GE(dropsOf(rack, dark, "Titanium white"), dropsOf(rack, dark, "Carbon black"));
}

// Common practice, no source.
TEST(TintingStrength, ALittlePhthaloMakesMuchWhiteStronglyBlue) {
    const Lch blue = lchFrom(mixOf({{"Phthalo blue", 1}, {"Titanium white", 9}}));
    EXPECT_GT(blue.C, 30.0);
    EXPECT_GT(blue.h_deg, 220.0);
    EXPECT_LT(blue.h_deg, 290.0);
    EXPECT_LT(blue.L, 65.0);
}

// Every nominal tint is met by a paint that could be: no band runs into the limits of the fit.
TEST(TintingStrength, EveryGenericPigmentMeetsItsTint) {
    for (const Paint& paint : genericRack()) {
        if (!paint.tint) continue;
        const PaintFilm film = filmOf(paint);
        const Lab tint = tintOf(film, referenceWhite());
        EXPECT_LT(ciede2000(tint, labFrom(xyzFrom(linearFrom(*paint.tint)))), 1.5) << paint.name;
        EXPECT_GT(film.scattering.minCoeff(), 0.05) << paint.name;
        EXPECT_LT(film.scattering.maxCoeff(), 400.0) << paint.name;
        EXPECT_NEAR(contrastRatio(film, 1.0, daylight()), contrastRatioOf(paint.opacity), 1e-3)
            << paint.name;
    }
}

TEST(TintingStrength, WeakAndStrongAreStepsToEitherSide) {
    Paint blend;
    blend.name = "table teal";
    blend.mass_tone = *srgbFromHex("#20505a");
    const auto tint = [&](Strength strength) {
        blend.strength = strength;
        return tintOf(filmOf(blend), referenceWhite()).L;
    };
    EXPECT_GT(tint(Strength::Weak), tint(Strength::Usual) + 5.0);
    EXPECT_LT(tint(Strength::Strong), tint(Strength::Usual) - 5.0);
}

// The line that stands for unknown paints lies among the nominal ones.
TEST(TintingStrength, AnUnknownPaintIsAboutAsStrongAsPigmentsAre) {
    double off = 0.0;
    int count = 0;
    for (Paint paint : genericRack()) {
        if (!paint.tint) continue;
        const double known = labFrom(xyzFrom(linearFrom(*paint.tint))).L;
        paint.tint.reset();
        off += std::abs(tintOf(filmOf(paint), referenceWhite()).L - known);
        ++count;
    }
    EXPECT_LT(off / count, 6.0);
}

// Common practice, no source: a glaze shows what is below, an opaque paint does not.
TEST(Hiding, AGlazeShowsWhatIsBelowAndAnOpaquePaintHidesIt) {
    Reflectance black;
    Reflectance white;
    white.share.setConstant(0.9);
    const auto apart = [&](const char* name, double thinner, int coats) {
        const PaintFilm film = filmOf(generic(name));
        const double x = coats * filmThickness(thinner);
        return std::abs(colourOver(film, x, white).L - colourOver(film, x, black).L);
    };
    for (const char* name : {"Phthalo blue", "Quinacridone rose", "Nickel azo yellow"}) {
        EXPECT_GE(apart(name, 4.0, 1), 15.0) << name;
    }
    for (const char* name :
         {"Titanium white", "Yellow oxide", "Carbon black", "Red oxide", "Chromium oxide green"}) {
        EXPECT_LT(apart(name, 1.0, 2), 4.0) << name;
    }
}

Paint greyWash() {
    Paint wash;
    wash.name = "grey wash";
    wash.mass_tone = *srgbFromHex("#404040");
    wash.swatch = Swatch{*srgbFromHex("#0a0a0a"), *srgbFromHex("#b0b0b0")};
    return wash;
}

// Read over a card, it is nearly as dark over black as the card: it absorbs and hardly scatters.
TEST(Washes, AbsorbAndDoNotScatter) {
    const PaintFilm film = filmOf(greyWash());
    EXPECT_EQ(film.scattering.maxCoeff(), 0.0);
    EXPECT_GT(film.absorption.minCoeff(), 0.1);
    const Swatch card;
    const Lab again = colourOver(film, 1.0, reflectanceOf(card.white));
    EXPECT_LT(ciede2000(again, labOf("#b0b0b0")), 1.0);
    EXPECT_FALSE(covers(greyWash(), film));
}

TEST(Washes, AreNeverMixedIntoALayer) {
    const MixingRack rack = mixingRack({greyWash(), generic("Carbon black")});
    for (const double lightness : {10.0, 40.0, 70.0, 95.0}) {
        const Recipe recipe = recipeFor(rack, {lightness, 0.0, 0.0});
        EXPECT_EQ(dropsOf(rack, recipe, "grey wash"), 0);
        EXPECT_LT(recipe.colour.L, labOf("#b0b0b0").L);
    }
    Paint ink = generic("Phthalo blue");
    ink.kind = PaintKind::Ink;
    const MixingRack inks = mixingRack({ink, generic("Titanium white")});
    EXPECT_EQ(recipeFor(inks, labOf("#4a7ab0")).drops.size(), 1U);
}

TEST(Kinds, MetallicsAreTakenOnlyWhereTheyAreNamed) {
    Paint silver = generic("Titanium white");
    silver.name = "silver";
    silver.mass_tone = *srgbFromHex("#a8a8a8");
    silver.kind = PaintKind::Metallic;
    const MixingRack rack =
        mixingRack({silver, generic("Carbon black"), generic("Titanium white")});
    const Lab grey = labOf("#a8a8a8");
    EXPECT_EQ(dropsOf(rack, recipeFor(rack, grey), "silver"), 0);
    const std::vector<std::size_t> all = {0, 1, 2};
    EXPECT_GT(dropsOf(rack, recipeFor(rack, grey, {}, all), "silver"), 0);
}

TEST(SloppyDrops, TheWorstCaseIsKnownAndNeverBetterThanTheMix) {
    const MixingRack rack = mixingRack(genericRack());
    for (const char* hex : {"#808080", "#c8a080", "#708090", "#a03028", "#5a7040"}) {
        const Lab target = labOf(hex);
        const Recipe recipe = recipeFor(rack, target);
        EXPECT_GE(recipe.worst, recipe.difference - 0.5) << hex;
        EXPECT_NEAR(recipe.worst, worstOf(rack, recipe.drops, target), 1e-9);
        EXPECT_LT(recipe.difference, 4.0) << hex << " " << inWords(rack, recipe);
    }
    // One part in thirty slips further than one in two.
    const std::vector<Drops> touch = {{0, 30}, {2, 1}};
    const std::vector<Drops> halves = {{0, 1}, {4, 1}};
    EXPECT_GT(worstOf(rack, touch, colourOf(rack, touch)), 1.0);
    EXPECT_GT(worstOf(rack, halves, colourOf(rack, halves)), 0.0);
}

// Common practice, no source: a pale tint of a strong pigment is a touch in much white, and nothing
// pale is mostly black.
TEST(Recipes, PaleColoursAreMostlyWhite) {
    const MixingRack rack = mixingRack(genericRack());
    for (const char* hex : {"#e0c8a0", "#c0c8d4", "#d8b8b0", "#b0b0b0"}) {
        const Recipe recipe = recipeFor(rack, labOf(hex));
        int all = 0;
        for (const Drops& drops : recipe.drops) all += drops.drops;
        const int white =
            dropsOf(rack, recipe, "Titanium white") + dropsOf(rack, recipe, "Zinc white");
        EXPECT_GT(2 * white, all) << hex << ": " << inWords(rack, recipe);
    }
}

TEST(RackFile, TintAndStrengthComeBack) {
    std::vector<Paint> paints = {generic("Cobalt blue"), generic("Titanium white")};
    paints[1].strength = Strength::Weak;
    const auto again = parseRackCsv(rackCsv(paints));
    ASSERT_TRUE(again) << again.error().message;
    EXPECT_EQ((*again)[0].tint.has_value(), true);
    EXPECT_EQ(hexFrom(*(*again)[0].tint), hexFrom(*paints[0].tint));
    EXPECT_EQ((*again)[1].strength, Strength::Weak);
    EXPECT_FALSE(parseRackCsv("name,colour,tint\nx,#808080,blue\n"));
    EXPECT_FALSE(parseRackCsv("name,colour,strength\nx,#808080,mighty\n"));
    // A rack from before, with a pigment that is known: as strong as that pigment.
    const auto older = parseRackCsv("name,pigment,colour\nmy blue,PB28,#1e4c9e\n");
    ASSERT_TRUE(older);
    EXPECT_TRUE(older->front().tint);
}

// Colours are kept with a rack once they are worked out, and must not outlive its paints.
TEST(MixColours, AreThoseOfTheRackAsItIs) {
    const Lab olive = labOf("#5a5a30");
    MixingRack rack = mixingRack({generic("Carbon black"), generic("Titanium white")});
    const Recipe grey = recipeFor(rack, olive);
    EXPECT_GT(grey.difference, 8.0);  // two greys make no olive
    MixingRack more = rack;
    add(more, generic("Bismuth yellow"), filmOf(generic("Bismuth yellow")));
    const Recipe found = recipeFor(more, olive);
    const Recipe afresh = recipeFor(
        mixingRack({generic("Carbon black"), generic("Titanium white"), generic("Bismuth yellow")}),
        olive);
    EXPECT_EQ(found.drops, afresh.drops);
    EXPECT_EQ(found.difference, afresh.difference);
    EXPECT_LT(found.difference, grey.difference);
    // The rack it was copied from has its two paints still; asked again it says the same, and its
    // mixes have the colour that their drops have on their own.
    const Recipe again = recipeFor(rack, olive);
    EXPECT_EQ(again.drops, grey.drops);
    const Lab alone = colourOf(mixingRack(rack.paints), again.drops);
    EXPECT_NEAR(ciede2000(again.colour, alone), 0.0, 1e-12);
}

TEST(MixColours, AreWorkedOutOnce) {
    MixColours colours;
    int times = 0;
    const auto make = [&] {
        ++times;
        return std::vector<Lab>{{50.0, 1.0, 2.0}};
    };
    PaintGroup group;
    group.paints = {3, 5, kNoPaint};
    EXPECT_EQ((*colours.of(group, make))[0].L, 50.0);
    EXPECT_EQ((*colours.of(group, make))[0].b, 2.0);
    EXPECT_EQ(times, 1);
    group.ratios = 10;  // other ratios are other mixes
    colours.of(group, make);
    group.paints = {5, 3, kNoPaint};  // and so are paints the other way round
    colours.of(group, make);
    EXPECT_EQ(times, 3);
}

}  // namespace
}  // namespace glaukophos
