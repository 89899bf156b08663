#include "core/colour/colour.h"

#include <gtest/gtest.h>

#include <cmath>

#include "core/colour/spectrum.h"

namespace glaukophos {
namespace {

TEST(HexColour, ComesBackAndNothingElseIsTaken) {
    for (const char* text : {"#000000", "#ffffff", "#12ab9f", "#7f8001"}) {
        const auto colour = srgbFromHex(text);
        ASSERT_TRUE(colour) << text;
        EXPECT_EQ(hexFrom(*colour), text);
    }
    for (const char* text :
         {"", "#fff", "123456", "#12345", "#1234567", "#12345g", "# 12345", "#-12345", "#+12345"}) {
        EXPECT_FALSE(srgbFromHex(text)) << text;
    }
    EXPECT_TRUE(srgbFromHex("#ABCDEF"));  // either case
}

TEST(Displayable, KeepsLightnessAndHueAndGivesUpChroma) {
    for (double hue = 0.0; hue < 360.0; hue += 30.0) {
        const Lab strong = labFrom(Lch{60.0, 140.0, hue});
        const Lch shown = lchFrom(labFrom(xyzFrom(linearFrom(displayable(strong)))));
        EXPECT_NEAR(shown.L, 60.0, 0.05) << hue;
        EXPECT_LT(shown.C, 140.0) << hue;
        EXPECT_GT(shown.C, 20.0) << hue;
        const double turn = std::remainder(shown.h_deg - hue, 360.0);
        EXPECT_NEAR(turn, 0.0, 0.2) << hue;
    }
}

TEST(Displayable, LeavesColoursOfTheScreenAlone) {
    const Srgb colour = *srgbFromHex("#46677a");
    EXPECT_EQ(hexFrom(displayable(labFrom(xyzFrom(linearFrom(colour))))), "#46677a");
    EXPECT_EQ(hexFrom(displayable({150.0, 0, 0})), "#ffffff");
    EXPECT_EQ(hexFrom(displayable({-5.0, 0, 0})), "#000000");
}

TEST(Lch, HueRunsFromZeroToThreeHundredAndSixty) {
    EXPECT_NEAR(lchFrom({50, 1, -1}).h_deg, 315.0, 1e-9);
    const Lab back = labFrom(lchFrom({50, -12, 34}));
    EXPECT_NEAR(back.a, -12, 1e-9);
    EXPECT_NEAR(back.b, 34, 1e-9);
}

TEST(LightOfColour, HasLuminanceOneAndTheHueAskedFor) {
    Reflectance white;
    white.share = Spectrum::Ones();
    for (const char* text : {"#ff8030", "#80a0ff", "#ffffff", "#204010"}) {
        const Xyz seen = reflected(lightOfColour(*srgbFromHex(text)), white);
        EXPECT_NEAR(seen.xyz.y(), 1.0, 1e-9) << text;
        const Vec3d wanted = linearFrom(*srgbFromHex(text)).rgb;
        const Vec3d rgb = linearFrom(seen).rgb;
        EXPECT_LT((rgb / rgb.maxCoeff() - wanted / wanted.maxCoeff()).cwiseAbs().maxCoeff(), 0.01)
            << text;
    }
}

TEST(LightOfColour, BlackStandsForDaylight) {
    const Spectrum difference = lightOfColour({0, 0, 0}).power - daylight().power;
    EXPECT_LT(difference.abs().maxCoeff(), 1e-12);
}

}  // namespace
}  // namespace glaukophos
