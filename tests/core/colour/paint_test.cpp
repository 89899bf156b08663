#include <gtest/gtest.h>

#include <algorithm>
#include <set>

#include "core/colour/colour_difference.h"
#include "core/colour/recipe.h"
#include "core/io/rack_file.h"

namespace glaukophos {
namespace {

Lab labOf(const char* hex) { return labFrom(xyzFrom(linearFrom(*srgbFromHex(hex)))); }

class Mixing : public ::testing::Test {
  protected:
    MixingRack m_rack = mixingRack(genericRack());

    [[nodiscard]] std::size_t paint(const char* name) const {
        const auto found = std::ranges::find(m_rack.paints, name, &Paint::name);
        return static_cast<std::size_t>(found - m_rack.paints.begin());
    }
};

TEST_F(Mixing, APaintAloneHasItsMassTone) {
    for (std::size_t i = 0; i < m_rack.paints.size(); ++i) {
        const std::vector<Drops> alone{{i, 3}};
        const Lab tone = labFrom(xyzFrom(linearFrom(m_rack.paints[i].mass_tone)));
        EXPECT_LT(ciede2000(colourOf(m_rack, alone), tone), 0.3) << m_rack.paints[i].name;
    }
}

TEST_F(Mixing, AMixIsFoundAgain) {
    const std::vector<Drops> mixed{{paint("Ultramarine"), 3}, {paint("Titanium white"), 2}};
    const Lab target = colourOf(m_rack, mixed);
    const Recipe recipe = recipeFor(m_rack, target);
    EXPECT_LT(recipe.difference, 0.5);
    EXPECT_EQ(recipe.drops, mixed);
    EXPECT_EQ(inWords(m_rack, recipe), "3 drops Ultramarine, 2 drops Titanium white");
}

TEST_F(Mixing, RecipesKeepToTheirLimits) {
    RecipeChoices two;
    two.most_paints = 2;
    two.most_drops = 6;
    for (const char* hex : {"#6d7f93", "#a05a2c", "#ffbb88", "#223311", "#8a8a8a"}) {
        const Recipe recipe = recipeFor(m_rack, labOf(hex), two);
        int drops = 0;
        for (const Drops& entry : recipe.drops) drops += entry.drops;
        EXPECT_LE(recipe.drops.size(), 2U);
        EXPECT_LE(drops, 6);
        const Recipe three = recipeFor(m_rack, labOf(hex));
        EXPECT_LE(three.difference, recipe.difference + 0.7);  // simplicity costs a little
        EXPECT_NEAR(ciede2000(three.colour, labOf(hex)), three.difference, 1e-9);
    }
}

// Honest about what cannot be mixed: no pigment is as strong as a screen's green.
TEST_F(Mixing, WhatIsOutOfReachSaysHowFar) {
    EXPECT_GT(recipeFor(m_rack, labOf("#00ff00")).difference, 10.0);
}

// Common practice, no source: three paints make a ladder of five.
TEST_F(Mixing, ALadderOfFiveComesFromFewPaints) {
    const std::vector<Lab> targets = {labOf("#1b2029"), labOf("#2e4158"), labOf("#486385"),
                                      labOf("#59779e"), labOf("#9fb4cc")};
    const LadderRecipes ladder = recipesFor(m_rack, targets, 3);
    EXPECT_LE(ladder.paints.size(), 3U);
    ASSERT_EQ(ladder.recipes.size(), 5U);
    std::set<std::size_t> used;
    for (const Recipe& recipe : ladder.recipes) {
        EXPECT_LT(recipe.difference, 6.0);
        for (const Drops& drops : recipe.drops) used.insert(drops.paint);
    }
    EXPECT_LE(used.size(), 3U);
    for (const std::size_t paint : used) {
        EXPECT_NE(std::ranges::find(ladder.paints, paint), ladder.paints.end());
    }
}

TEST_F(Mixing, MediumHasNoColourToMix) {
    Paint medium;
    medium.name = "matt medium";
    medium.kind = PaintKind::Medium;
    EXPECT_TRUE(recipeFor(mixingRack({medium}), labOf("#808080")).drops.empty());
}

TEST(RackFile, KeepsEverything) {
    std::vector<Paint> paints = genericRack();
    paints[3].name = "Bone, \"old\"";
    paints[4].kind = PaintKind::Ink;
    paints[5].left_ml = 4.5;
    for (Paint& paint : paints) paint.mass_tone = *srgbFromHex(hexFrom(paint.mass_tone));
    const auto back = parseRack(rackCsv(paints));
    ASSERT_TRUE(back) << back.error().message;
    EXPECT_EQ(*back, paints);
}

TEST(RackFile, ReadsAGimpPalette) {
    const auto rack = parseRack(
        "GIMP Palette\nName: desk\nColumns: 4\n#\n200  30 40\tOld red\n"
        "  0 0 0\r\n");
    ASSERT_TRUE(rack) << rack.error().message;
    ASSERT_EQ(rack->size(), 2U);
    EXPECT_EQ((*rack)[0].name, "Old red");
    EXPECT_EQ(hexFrom((*rack)[0].mass_tone), "#c81e28");
    EXPECT_EQ((*rack)[1].name, "#000000");
    const std::string text = gimpPalette("desk", {{"Old red", (*rack)[0].mass_tone}});
    EXPECT_EQ(parseRack(text)->at(0).name, "Old red");
}

TEST(RackFile, MistakesAreNamedWithTheirLine) {
    const auto complaint = [](const char* text) { return parseRack(text).error().message; };
    EXPECT_NE(complaint("name,tone\nred,#ff0000\n").find("no \"colour\""), std::string::npos);
    EXPECT_NE(complaint("name,colour\nred,#ff0000\nblue,blau\n").find("Line 3"), std::string::npos);
    EXPECT_NE(complaint("name,colour,opacity\nred,#ff0000,thick\n").find("half-opaque"),
              std::string::npos);
    EXPECT_NE(complaint("name,colour,left_ml\nred,#ff0000,some\n").find("millilitres"),
              std::string::npos);
    EXPECT_NE(complaint("GIMP Palette\n300 0 0 red\n").find("0 to 255"), std::string::npos);
    EXPECT_NE(complaint("").find("columns"), std::string::npos);
    EXPECT_NE(complaint("name,colour\n").find("no paints"), std::string::npos);
}

}  // namespace
}  // namespace glaukophos
