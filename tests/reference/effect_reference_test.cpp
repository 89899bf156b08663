// Night, glow and schools of shading against published relations and facts of the trade.
#include <gtest/gtest.h>

#include <cmath>

#include "core/effect/glow_ramp.h"
#include "core/effect/night.h"
#include "tests/support/reference_table.h"

namespace glaukophos {
namespace {

Oklab oklab(const char* hex) { return oklabFrom(xyzFrom(linearFrom(*srgbFromHex(hex)))); }

Reflectance grey(double share) {
    Reflectance reflectance;
    reflectance.share.setConstant(share);
    return reflectance;
}

// Ottosson 2020 with the matrices of CSS Color 4: culori 4.0.2, colorjs.io 0.7.1 and texel/color
// 1.1.11 agree to 1e-15 (see the table's header).
TEST(OkLab, AgreesWithTheTable) {
    int rows = 0;
    for (const TableRow& row : readReferenceTable("b_srgb_oklab_oklch.csv")) {
        const Srgb colour{number(row, "R") / 255, number(row, "G") / 255, number(row, "B") / 255};
        const Xyz xyz = xyzFrom(linearFrom(colour));
        const Oklab lab = oklabFrom(xyz);
        EXPECT_NEAR(lab.L, number(row, "ok_L"), 2e-6);
        EXPECT_NEAR(lab.a, number(row, "ok_a"), 2e-6);
        EXPECT_NEAR(lab.b, number(row, "ok_b"), 2e-6);
        const Oklch lch = oklchFrom(lab);
        EXPECT_NEAR(lch.C, number(row, "ok_C"), 2e-6);
        const auto hue = row.find("ok_h_deg");
        if (hue != row.end() && !hue->second.empty()) {
            EXPECT_LT(hueDistance_deg(lch.h_deg, number(row, "ok_h_deg")), 2e-3);
        }
        EXPECT_LT((xyzFrom(lab).xyz - xyz.xyz).norm(), 1e-9);
        EXPECT_NEAR(oklabFrom(lch).b, lab.b, 1e-12);
        ++rows;
    }
    EXPECT_GT(rows, 10);
}

// Scotopic over photopic: CIE 1951 V' and CIE 1931 y, summed at 5 and 1 nm in the table. Our 10 nm
// bands come within 1 %.
TEST(Rods, SeeAsMuchOfALightAsTheTableSays) {
    int lights = 0;
    for (const TableRow& row : readReferenceTable("e_scotopic_photopic.csv")) {
        const std::string& source = row.at("source");
        LightSpectrum light;
        if (source == "D65") {
            light = daylight();
        } else if (source.front() == 'P') {
            light = planck(std::stod(source.substr(1)));
        } else if (source == "A") {
            light = planck(2856.0);  // illuminant A is this radiator by definition
        } else {
            continue;
        }
        const double ratio = number(row, "SP_1nm");
        EXPECT_NEAR(reflectedToRods(light, grey(1.0)), ratio, 0.01 * ratio) << source;
        EXPECT_NEAR(reflectedToRods(light, grey(0.25)), 0.25 * ratio, 0.003 * ratio);
        ++lights;
    }
    EXPECT_EQ(lights, 11);
}

// CIE 191:2010: all cones from 5 cd/m2 up, all rods from 0.005 down (from memory).
TEST(Mesopic, ConesAndRodsTakeOverWhereTheModelSays) {
    EXPECT_NEAR(coneShare(5.0), 1.0, 1e-3);
    EXPECT_EQ(coneShare(100.0), 1.0);
    EXPECT_NEAR(coneShare(0.005), 0.0, 1e-3);
    EXPECT_EQ(coneShare(1e-5), 0.0);
    EXPECT_EQ(coneShare(0.0), 0.0);
    EXPECT_GT(coneShare(0.3), coneShare(0.1));
    // Light that the rods see better is brighter in the dark, and so leaves the cones more; what is
    // found fulfils both of the report's equations.
    EXPECT_GT(coneShare(0.1, 2.0), coneShare(0.1, 1.0));
    for (const double ratio : {0.5, 1.41, 2.47}) {
        const double m = coneShare(0.05, ratio);
        const double rods = (1.0 - m) * 683.0 / 1699.0;
        const double mesopic = 0.05 * (m + rods * ratio) / (m + rods);
        EXPECT_NEAR(m, 0.7670 + 0.3334 * std::log10(mesopic), 1e-9) << ratio;
    }
    // The limits of the luminance: photopic, and what the rods see of the part against white.
    EXPECT_DOUBLE_EQ(mesopicLuminance(0.3, 0.9, 2.0, 1.0), 0.3);
    EXPECT_DOUBLE_EQ(mesopicLuminance(0.3, 0.9, 2.0, 0.0), 0.45);
    // White stays white, whatever the light.
    EXPECT_DOUBLE_EQ(mesopicLuminance(1.0, 1.7, 1.7, 0.4), 1.0);
}

// What the eye is said to see is the mesopic luminance of the model, for any part and light.
TEST(Mesopic, SeenColourHasTheLuminanceOfTheModel) {
    Night night;
    night.used = true;
    for (const double licence : {0.0, 0.3, 0.8}) {
        night.licence = licence;
        for (const double kelvin : {2700.0, 4125.0, 7000.0}) {
            const LightSpectrum light = planck(kelvin);
            const double dark = coneShare(kMoonlitScene_cd_m2, reflectedToRods(light, grey(1.0)));
            const double cones = dark + licence * (1.0 - dark);
            for (const char* hex : {"#b02020", "#2040c0", "#d3a183", "#f0f0e8"}) {
                const Reflectance part = reflectanceOf(*srgbFromHex(hex));
                const double model =
                    mesopicLuminance(reflected(light, part).xyz.y(), reflectedToRods(light, part),
                                     reflectedToRods(light, grey(1.0)), cones);
                EXPECT_NEAR(seenAtNight(light, part, night).xyz.y(), model, 1e-9) << hex;
            }
        }
    }
}

// Purkinje 1825: a red and a blue that are as light as each other by day are not by night. From
// spectra: the rods see nothing beyond 640 nm.
TEST(Mesopic, RedsDarkenAndBluesLightenForTheRightReason) {
    const LightSpectrum moon = planck(4125.0);
    const Reflectance red = reflectanceOf(*srgbFromHex("#b4302a"));
    Reflectance blue = reflectanceOf(*srgbFromHex("#2f6fd0"));
    const double by_day = reflected(moon, red).xyz.y();
    blue.share *= by_day / reflected(moon, blue).xyz.y();
    Night night;
    night.licence = 0.0;
    const double red_seen = seenAtNight(moon, red, night).xyz.y();
    const double blue_seen = seenAtNight(moon, blue, night).xyz.y();
    EXPECT_LT(red_seen, 0.55 * by_day);
    EXPECT_GT(blue_seen, 1.25 * by_day);
    EXPECT_GT(blue_seen, 3.0 * red_seen);
    night.licence = 1.0;  // by day again
    EXPECT_NEAR(seenAtNight(moon, red, night).xyz.y(), by_day, 1e-9);
    // Cut off where rods see nothing, a red keeps little by day and hardly anything by night.
    Reflectance deep;
    for (int band = 0; band < kBands; ++band) deep.share[band] = bandCentre_nm(band) > 640 ? 1 : 0;
    night.licence = 0.0;
    EXPECT_LT(reflectedToRods(moon, deep), 0.002 * reflectedToRods(moon, grey(1.0)));
    EXPECT_LT(seenAtNight(moon, deep, night).xyz.y(), 0.3 * reflected(moon, deep).xyz.y());
}

// Thompson, Shirley & Ferwerda 2002: what only rods see looks blue; whites go blue-grey, all loses
// chroma (also common practice, no source).
TEST(Mesopic, NightTakesChromaAndTurnsWhiteBlue) {
    const LightSpectrum moon = daylight();  // white, so that all blue is the eye's
    Night night;
    night.licence = 0.0;
    const Oklch white = oklchFrom(oklabFrom(seenAtNight(moon, grey(0.9), night)));
    EXPECT_GT(white.C, 0.015);
    EXPECT_NEAR(white.h_deg, 295.0, 25.0);  // blue towards violet
    for (const char* hex : {"#b02020", "#a06a3c", "#3f8f72", "#e0c020"}) {
        const Reflectance part = reflectanceOf(*srgbFromHex(hex));
        night.licence = 1.0;
        const double by_day = nightChroma(moon, part, night);
        night.licence = 0.3;
        const double readable = nightChroma(moon, part, night);
        night.licence = 0.0;
        EXPECT_LT(nightChroma(moon, part, night), readable) << hex;
        EXPECT_LT(readable, 0.75 * by_day) << hex;
    }
}

// Three ways to lower saturation (common practice, no source): grey keeps the value, black lowers
// it, pale blue raises it.
TEST(Dulling, ThreeWaysToTheSameChroma) {
    const Reflectance own = reflectanceOf(*srgbFromHex("#b04a30"));
    const double before = oklabFrom(reflected(daylight(), own)).L;
    const Dulled by_grey = dulledTo(own, Dulling::Grey, 0.06);
    const Dulled by_black = dulledTo(own, Dulling::Black, 0.06);
    const Dulled by_blue = dulledTo(own, Dulling::PaleBlue, 0.06);
    for (const Dulled* dulled : {&by_grey, &by_black, &by_blue}) {
        EXPECT_LE(oklchFrom(dulled->colour).C, 0.06);
        EXPECT_GT(oklchFrom(dulled->colour).C, 0.04);
        EXPECT_GT(dulled->share, 0.1);
        EXPECT_LT(dulled->share, 0.95);
    }
    EXPECT_LT(by_black.colour.L, by_grey.colour.L - 0.05);
    EXPECT_GT(by_blue.colour.L, before + 0.05);
    EXPECT_EQ(dulledTo(own, Dulling::Grey, 1.0).share, 0.0);
    // Yellow and black make green: handbooks of painting say so, and so do two constants.
    const Dulled yellow = dulledTo(reflectanceOf(*srgbFromHex("#f0c81e")), Dulling::Black, 0.09);
    EXPECT_GT(oklchFrom(yellow.colour).h_deg, oklchFrom(oklab("#f0c81e")).h_deg + 4.0);
}

// Painters' wheel: yellow and violet, red and green, orange and blue face each other (common
// practice, no source; the oldest such wheels are of the 18th century).
TEST(Shading, OppositeHuesFaceEachOther) {
    const double yellow = oklchFrom(oklab("#f2d11e")).h_deg;
    const double violet = oklchFrom(oklab("#7a2fc0")).h_deg;
    const double red = oklchFrom(oklab("#d01c1c")).h_deg;
    const double green = oklchFrom(oklab("#2f9a3a")).h_deg;
    const double orange = oklchFrom(oklab("#f08018")).h_deg;
    const double blue = oklchFrom(oklab("#2060c8")).h_deg;
    EXPECT_LT(hueDistance_deg(opposite_deg(yellow), violet), 15.0);
    EXPECT_LT(hueDistance_deg(opposite_deg(red), green), 15.0);
    EXPECT_LT(hueDistance_deg(opposite_deg(orange), blue), 15.0);
    for (double hue = 0.0; hue < 360.0; hue += 7.0) {
        EXPECT_LT(hueDistance_deg(opposite_deg(opposite_deg(hue)), hue), 1e-6) << hue;
    }
}

// "Warm light gives cool shadows, cold light gives warm shadows" (common practice, no source).
TEST(Shading, OppositionTurnsTheTemperatureOfShadows) {
    Shading shading;
    shading.school = School::Opposition;
    shading.strength = 1.0;
    ShadingSubject subject;
    subject.local = oklab("#8a8a8a");
    const Oklab dark{0.3, 0.0, 0.0};
    subject.main_light = oklabFrom(colourOf(planck(2700.0)));
    const Oklab under_warm = shaded(shading, subject, dark, 0.0);
    EXPECT_LT(under_warm.b, -0.05);
    subject.main_light = oklabFrom(colourOf(planck(12000.0)));
    const Oklab under_cold = shaded(shading, subject, dark, 0.0);
    EXPECT_GT(under_cold.a, 0.05);
    EXPECT_GT(under_cold.b, 0.0);
    EXPECT_EQ(under_cold.L, dark.L);                         // values were decided before
    EXPECT_EQ(shaded(shading, subject, dark, 0.52).a, 0.0);  // the middle stays
}

// The other schools, as painters describe them (common practice, no source).
TEST(Shading, SchoolsDoWhatTheySay) {
    Shading shading;
    shading.strength = 1.0;
    ShadingSubject subject;
    subject.local = oklab("#d8b020");  // gold
    subject.main_light = {1.0, 0.0, 0.0};
    const Oklab dark = oklabFrom(Oklch{0.35, 0.07, oklchFrom(subject.local).h_deg});
    shading.school = School::Complement;  // violet under gold
    EXPECT_LT(hueDistance_deg(oklchFrom(shaded(shading, subject, dark, 0.0)).h_deg, 300.0), 20.0);
    shading.school = School::Black;
    EXPECT_LT(oklchFrom(shaded(shading, subject, dark, 0.0)).C, 0.02);
    shading.school = School::Cool;
    EXPECT_LT(shaded(shading, subject, dark, 0.0).b, dark.b - 0.05);
    EXPECT_GT(oklchFrom(shaded(shading, subject, dark, 0.52)).C, 0.09);  // strongest in the middle
    shading.school = School::Physical;
    EXPECT_EQ(shaded(shading, subject, dark, 0.0), dark);
}

// "Ivory or bone in the highlight lowers saturation, yellow raises it"; black that is lit shows a
// colour (common practice, no source).
TEST(Shading, HighlightsAreMixedAsChosen) {
    Shading shading;
    ShadingSubject subject;
    subject.local = oklab("#4a7a3a");
    subject.main_light = {1.0, 0.02, 0.05};
    const Oklab light = oklabFrom(Oklch{0.85, 0.05, oklchFrom(subject.local).h_deg});
    shading.highlight = Highlight::WashedOut;
    EXPECT_LT(oklchFrom(shaded(shading, subject, light, 1.0)).C, 0.02);
    shading.highlight = Highlight::Kept;
    EXPECT_NEAR(oklchFrom(shaded(shading, subject, light, 1.0)).C, oklchFrom(subject.local).C,
                1e-9);
    shading.highlight = Highlight::Yellowed;
    EXPECT_GT(oklchFrom(shaded(shading, subject, light, 1.0)).C, 0.09);
    EXPECT_EQ(shaded(shading, subject, light, 0.5).b, light.b);  // only the lights

    subject.local = oklab("#18181a");
    ASSERT_TRUE(isBlack(subject.local));
    const Oklab lit{0.55, 0.0, 0.0};
    shading = {};
    shading.black = BlackHighlight::Blue;
    EXPECT_NEAR(oklchFrom(shaded(shading, subject, lit, 0.9)).h_deg, 262.0, 2.0);
    shading.black = BlackHighlight::BlueGreen;
    EXPECT_NEAR(oklchFrom(shaded(shading, subject, lit, 0.9)).h_deg, 205.0, 2.0);
    shading.black = BlackHighlight::LightsHue;
    EXPECT_NEAR(oklchFrom(shaded(shading, subject, lit, 0.9)).h_deg,
                oklchFrom(subject.main_light).h_deg, 2.0);
    EXPECT_EQ(shaded(shading, subject, {0.2, 0.0, 0.0}, 0.1).b, 0.0);  // small areas only
}

// "Red is hard: use very little pale mix at the top or it turns pink"; its lights keep their hue
// and do not turn to ochre (common practice, no source).
TEST(Shading, TheGuardKeepsRedsRed) {
    Shading shading;
    ShadingSubject subject;
    subject.main_light = {1.0, 0.0, 0.0};
    for (const char* hex : {"#b01c20", "#d02818", "#8c1a2c"}) {
        subject.local = oklab(hex);
        ASSERT_TRUE(isRed(subject.local)) << hex;
        const double own = oklchFrom(subject.local).h_deg;
        // As white paint makes it: paler and paler.
        const Oklab pale = oklabFrom(Oklch{0.78, 0.08, own});
        ASSERT_TRUE(isPink(pale));
        shading.red_guard = true;
        // As light as a red can be, and strong.
        const double most = redLightness(subject.local, 91.0, 91.0);
        Oklab lit = shaded(shading, subject, pale, 1.0);
        EXPECT_GT(oklchFrom(lit).C, 0.7 * oklchFrom(subject.local).C) << hex;
        EXPECT_LE(hueDistance_deg(oklchFrom(lit).h_deg, own), 12.0) << hex;
        lit.L = pale.L * std::cbrt(luminanceOf(most) / xyzFrom(pale).xyz.y());
        EXPECT_FALSE(isPink(lit)) << hex;
        // What is darker than the paint itself is as dark as the light makes it, and turns to
        // violet.
        EXPECT_EQ(redLightness(subject.local, 15.0, 91.0), 15.0);
        const Oklab dark = shaded(shading, subject, oklabFrom(Oklch{0.2, 0.06, own}), 0.0);
        EXPECT_LT(std::remainder(oklchFrom(dark).h_deg - own, 360.0), -10.0) << hex;
        shading.red_guard = false;
        EXPECT_TRUE(isPink(shaded(shading, subject, pale, 1.0))) << hex;
    }
    EXPECT_FALSE(isRed(oklab("#d0a040")));
    EXPECT_FALSE(isRed(oklab("#808080")));
}

// Chromaticities of Planck's radiators at 1 nm (CODATA c2; see the table's header).
TEST(GlowRamp, FireHasTheColoursOfGlowingBodies) {
    GlowRamp fire;
    fire.kind = RampKind::Fire;
    const RampColours ramp(fire);
    int checked = 0;
    for (const TableRow& row : readReferenceTable("d_planck_locus.csv")) {
        const double kelvin = number(row, "T_K");
        if (kelvin < 1000.0 || kelvin > 4500.0) continue;
        const double position = flamePosition(kelvin);
        EXPECT_NEAR(flameKelvin(position), kelvin, 1e-6);
        const Vec3d xyz = ramp.at(position, 0.4).xyz;
        EXPECT_NEAR(xyz.y(), 0.4, 1e-9);
        const double x = number(row, "x");
        const double y = number(row, "y");
        const Oklch planck =
            oklchFrom(oklabFrom(Xyz{Vec3d{0.4 * x / y, 0.4, 0.4 * (1.0 - x - y) / y}}));
        const Oklch here = oklchFrom(oklabFrom(Xyz{xyz}));
        EXPECT_NEAR(here.C, planck.C, 0.01) << kelvin;
        // Bright orange looks yellower than it is (Bezold-Bruecke) and is painted so.
        const bool yellower = position > 0.5 && position < 1.0 - 1e-9;
        EXPECT_GT(here.h_deg, planck.h_deg - 0.7) << kelvin;
        EXPECT_LT(here.h_deg, planck.h_deg + (yellower ? 17.0 : 0.7)) << kelvin;
        EXPECT_LT(here.h_deg, 100.0) << "no green";
        ++checked;
    }
    EXPECT_GT(checked, 5);
    // Off-white, yellow, orange, red: hue falls and chroma rises from root to tip (common practice,
    // no source; Planck says the same).
    double hue = 1e9;
    for (const double position : {0.8, 0.5, 0.25, 0.0}) {
        const double here = oklchFrom(oklabFrom(ramp.at(position, 0.3))).h_deg;
        EXPECT_LT(here, hue);
        hue = here;
    }
}

// "Never pure white along the bolt" (common practice, no source).
TEST(GlowRamp, LightningHasNoPureWhite) {
    GlowRamp bolt;
    bolt.kind = RampKind::LightningCore;
    const RampColours ramp(bolt);
    for (double position = 0.0; position <= 1.0; position += 0.1) {
        EXPECT_GT(oklchFrom(oklabFrom(ramp.at(position, 0.9))).C, 0.008);
    }
    GlowRamp green;
    green.kind = RampKind::OneHue;
    green.colour = *srgbFromHex("#30c060");
    const Oklch middle = oklchFrom(oklabFrom(RampColours(green).at(0.5, 0.35)));
    EXPECT_LT(hueDistance_deg(middle.h_deg, oklchFrom(oklab("#30c060")).h_deg), 3.0);
}

}  // namespace
}  // namespace glaukophos
