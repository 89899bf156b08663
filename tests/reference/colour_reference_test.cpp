// Colour against published numbers and Little CMS.
#include <gtest/gtest.h>
#include <lcms2.h>

#include <cmath>

#include "core/colour/adaptation.h"
#include "core/colour/cie_tables.h"
#include "core/colour/colour_difference.h"
#include "core/colour/spectrum.h"
#include "tests/support/reference_table.h"

namespace glaukophos {
namespace {

Srgb bytes(const TableRow& row) {
    return {number(row, "R") / 255, number(row, "G") / 255, number(row, "B") / 255};
}

// IEC 61966-2-1 and CIE 15, values by exact rational matrix, cross-checked against culori 4.0.2,
// colorjs.io 0.7.1 and lcms2 2.14 (see the table's header).
TEST(SrgbToLab, AgreesWithTheTable) {
    for (const TableRow& row : readReferenceTable("a_srgb_xyz_lab_lch.csv")) {
        const Xyz xyz = xyzFrom(linearFrom(bytes(row)));
        EXPECT_NEAR(xyz.xyz.x(), number(row, "X"), 1e-6);
        EXPECT_NEAR(xyz.xyz.y(), number(row, "Y"), 1e-6);
        EXPECT_NEAR(xyz.xyz.z(), number(row, "Z"), 1e-6);
        const Lab lab = labFrom(xyz);
        EXPECT_NEAR(lab.L, number(row, "L"), 1e-4);
        EXPECT_NEAR(lab.a, number(row, "a"), 1e-4);
        EXPECT_NEAR(lab.b, number(row, "b"), 1e-4);
        const Lch lch = lchFrom(lab);
        EXPECT_NEAR(lch.C, number(row, "C"), 1e-4);
        if (row.contains("h_deg") && !row.at("h_deg").empty()) {
            EXPECT_NEAR(lch.h_deg, number(row, "h_deg"), 1e-3) << row.at("name");
        }
    }
}

// Sharma, Wu & Dalal 2005, table 1. Pairs 10 and 14 lie on a hue difference of exactly 180 degrees:
// either branch is right there.
TEST(Ciede2000, AgreesWithThePublishedPairs) {
    int pairs = 0;
    for (const TableRow& row : readReferenceTable("c_ciede2000_sharma.csv")) {
        const Lab first{number(row, "L1"), number(row, "a1"), number(row, "b1")};
        const Lab second{number(row, "L2"), number(row, "a2"), number(row, "b2")};
        const std::string& pair = row.at("pair");
        const double other = pair == "10" ? 7.2195 : (pair == "14" ? 4.7461 : 0.0);
        for (const double found : {ciede2000(first, second), ciede2000(second, first)}) {
            const bool on_edge = other > 0.0 && std::abs(found - other) < 1e-4;
            EXPECT_TRUE(on_edge || std::abs(found - number(row, "dE00_table")) < 1e-4)
                << pair << ": " << found;
        }
        ++pairs;
    }
    EXPECT_EQ(pairs, 34);
    EXPECT_EQ(ciede2000({50, 10, -20}, {50, 10, -20}), 0.0);
}

// The shortcut of searches must never pass over a match: on the published pairs, on pairs that
// differ in lightness alone or lie nearer, and on all pairs of a grid with strong blues in it.
TEST(Ciede2000, IsTheSameBelowALimitAndNothingAboveIt) {
    const auto expectShortcut = [](const Lab& first, const Lab& second) {
        const double whole = ciede2000(first, second);
        EXPECT_EQ(ciede2000Below(whole + 1e-9, first, second), whole);
        EXPECT_EQ(ciede2000Below(whole, first, second), std::nullopt);
        EXPECT_EQ(ciede2000Below(0.3 * whole, first, second), std::nullopt);
    };
    for (const TableRow& row : readReferenceTable("c_ciede2000_sharma.csv")) {
        const Lab first{number(row, "L1"), number(row, "a1"), number(row, "b1")};
        const Lab second{number(row, "L2"), number(row, "a2"), number(row, "b2")};
        expectShortcut(first, second);
        expectShortcut(first, {0.5 * second.L, second.a, second.b});
        expectShortcut(first, {0.9 * first.L, 0.9 * first.a, 0.9 * first.b});
    }
    std::vector<Lab> grid;
    for (const double L : {5.0, 35.0, 90.0}) {
        for (const double a : {-60.0, 0.0, 25.0, 80.0}) {
            for (const double b : {-110.0, -40.0, 0.0, 3.0, 90.0}) grid.push_back({L, a, b});
        }
    }
    for (const Lab& first : grid) {
        for (const Lab& second : grid) expectShortcut(first, second);
    }
}

// Little CMS 2.14: its sRGB profile gives XYZ adapted to D50; undone by its own Bradford
// adaptation.
TEST(SrgbToXyz, AgreesWithLittleCms) {
    cmsHPROFILE srgb = cmsCreate_sRGBProfile();
    cmsHPROFILE xyz = cmsCreateXYZProfile();
    cmsHTRANSFORM transform =
        cmsCreateTransform(srgb, TYPE_RGB_DBL, xyz, TYPE_XYZ_DBL, INTENT_RELATIVE_COLORIMETRIC,
                           cmsFLAGS_NOCACHE | cmsFLAGS_NOOPTIMIZE);
    const cmsCIEXYZ d65{d65White().x(), d65White().y(), d65White().z()};
    for (const Srgb colour : {Srgb{1, 0, 0}, Srgb{0.2, 0.6, 0.9}, Srgb{0.5, 0.5, 0.5}}) {
        const double in[3] = {colour.r, colour.g, colour.b};
        cmsCIEXYZ at_d50;
        cmsCIEXYZ at_d65;
        cmsDoTransform(transform, in, &at_d50, 1);
        cmsAdaptToIlluminant(&at_d65, cmsD50_XYZ(), &d65, &at_d50);
        const Xyz ours = xyzFrom(linearFrom(colour));
        EXPECT_NEAR(ours.xyz.x(), at_d65.X, 2e-4);
        EXPECT_NEAR(ours.xyz.y(), at_d65.Y, 2e-4);
        EXPECT_NEAR(ours.xyz.z(), at_d65.Z, 2e-4);

        cmsCIELab lab;
        const cmsCIEXYZ same{ours.xyz.x(), ours.xyz.y(), ours.xyz.z()};
        cmsXYZ2Lab(&d65, &lab, &same);
        EXPECT_NEAR(labFrom(ours).L, lab.L, 1e-6);
        EXPECT_NEAR(labFrom(ours).a, lab.a, 1e-6);
        EXPECT_NEAR(labFrom(ours).b, lab.b, 1e-6);
    }
    cmsDeleteTransform(transform);
    cmsCloseProfile(xyz);
    cmsCloseProfile(srgb);
}

// Little CMS's Bradford adaptation, full degree: D65 as seen under D50 and back.
TEST(Adaptation, FullDegreeAgreesWithLittleCms) {
    const cmsCIEXYZ d65{d65White().x(), d65White().y(), d65White().z()};
    const Xyz d50{Vec3d(cmsD50_XYZ()->X, cmsD50_XYZ()->Y, cmsD50_XYZ()->Z)};
    const cmsCIEXYZ colour{0.30, 0.25, 0.10};
    cmsCIEXYZ theirs;
    cmsAdaptToIlluminant(&theirs, cmsD50_XYZ(), &d65, &colour);
    const Vec3d ours = adaptationFrom(d50, 1.0) * Vec3d(colour.X, colour.Y, colour.Z);
    EXPECT_NEAR(ours.x(), theirs.X, 1e-4);
    EXPECT_NEAR(ours.y(), theirs.Y, 1e-4);
    EXPECT_NEAR(ours.z(), theirs.Z, 1e-4);
}

// CIE 15: an 18 % grey has L* 49.5, and L* runs from 0 to 100.
TEST(Lightness, AgreesWithCie15) {
    EXPECT_NEAR(lightnessOf(0.0), 0.0, 1e-12);
    EXPECT_NEAR(lightnessOf(0.18), 49.496, 1e-3);
    EXPECT_NEAR(lightnessOf(1.0), 100.0, 1e-12);
    EXPECT_NEAR(luminanceOf(lightnessOf(0.003)), 0.003, 1e-12);
}

// Planck's law with CODATA c2 summed over the CIE 1931 functions at 1 nm (see the table's header;
// six rows agree with Wyszecki & Stiles 1982, from memory).
TEST(Planck, ChromaticityAgreesWithTheLocus) {
    for (const TableRow& row : readReferenceTable("d_planck_locus.csv")) {
        const Eigen::Vector2d xy = planckChromaticity(number(row, "T_K"));
        EXPECT_NEAR(xy.x(), number(row, "x"), 5e-5) << number(row, "T_K");
        EXPECT_NEAR(xy.y(), number(row, "y"), 5e-5) << number(row, "T_K");
    }
}

// The 36 bands stand for the full sum: CHECKED against the same locus, looser because the bands
// end at 730 nm and are scaled to the exact white.
TEST(Planck, ThirtySixBandsKeepTheChromaticity) {
    Reflectance white;
    white.share = Spectrum::Ones();
    for (const double kelvin : {2000.0, 2856.0, 4000.0, 6500.0, 10000.0}) {
        const Vec3d xyz = reflected(planck(kelvin), white).xyz;
        const Eigen::Vector2d exact = planckChromaticity(kelvin);
        EXPECT_NEAR(xyz.x() / xyz.sum(), exact.x(), 0.004) << kelvin;
        EXPECT_NEAR(xyz.y() / xyz.sum(), exact.y(), 0.004) << kelvin;
        EXPECT_NEAR(xyz.y(), 1.0, 1e-9);
    }
}

// Burns 2020, 36 bands. Our observer is scaled to the exact white of sRGB, the table's is not, so
// the curves differ slightly.
TEST(SmoothestReflectance, AgreesWithTheTable) {
    for (const TableRow& row : readReferenceTable("f_lhtss_upsample_36.csv")) {
        const Reflectance ours = reflectanceOf(
            {number(row, "R8") / 255, number(row, "G8") / 255, number(row, "B8") / 255});
        double sum = 0.0;
        for (int band = 0; band < kBands; ++band) {
            const std::string column = "r" + std::to_string(static_cast<int>(bandCentre_nm(band)));
            sum += std::abs(ours.share[band] - number(row, column));
        }
        EXPECT_LT(sum / kBands, 0.02) << row.at("name");
        EXPECT_GE(ours.share.minCoeff(), 0.0);
        EXPECT_LE(ours.share.maxCoeff(), 1.0);
    }
}

// Its defining property: under D65 it has the colour it was made from.
TEST(SmoothestReflectance, GivesItsColourBackUnderDaylight) {
    for (const Srgb colour : {Srgb{0.8, 0.1, 0.1}, Srgb{0.25, 0.43, 0.53}, Srgb{0.9, 0.85, 0.6},
                              Srgb{0.05, 0.05, 0.06}}) {
        const Xyz back = reflected(daylight(), reflectanceOf(colour));
        const Xyz wanted = xyzFrom(linearFrom(colour));
        EXPECT_LT((back.xyz - wanted.xyz).cwiseAbs().maxCoeff(), 2e-4);
    }
}

// Relit from spectra, red cloth under a cold light falls further than blue cloth does, and the
// other way round under candle light (common practice, no source; here from spectra).
TEST(Relighting, ColdLightDarkensRedAndWarmLightDarkensBlue) {
    const Reflectance red = reflectanceOf({0.70, 0.10, 0.10});
    const Reflectance blue = reflectanceOf({0.10, 0.20, 0.70});
    const auto luminance = [](const LightSpectrum& light, const Reflectance& r) {
        return reflected(light, r).xyz.y();
    };
    const LightSpectrum cold = lightOfColour({0.55, 0.70, 1.0});
    const LightSpectrum warm = planck(1900);
    EXPECT_LT(luminance(cold, red), luminance(daylight(), red));
    EXPECT_GT(luminance(cold, blue), luminance(daylight(), blue));
    EXPECT_GT(luminance(warm, red), luminance(daylight(), red));
    EXPECT_LT(luminance(warm, blue), luminance(daylight(), blue));
}

// CIE 15: D65 with the 1931 observer has x = 0.3127, y = 0.3290.
TEST(Daylight, IsTheWhiteOfSrgb) {
    Reflectance white;
    white.share = Spectrum::Ones();
    const Vec3d xyz = reflected(daylight(), white).xyz;
    EXPECT_NEAR(xyz.x() / xyz.sum(), 0.3127, 1e-6);
    EXPECT_NEAR(xyz.y() / xyz.sum(), 0.3290, 1e-6);
}

}  // namespace
}  // namespace glaukophos
