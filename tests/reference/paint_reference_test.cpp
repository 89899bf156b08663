// Paint layers against the published relations and their limiting cases.
#include <gtest/gtest.h>

#include <array>
#include <cmath>

#include "core/colour/paint_film.h"
#include "tests/support/reference_table.h"

namespace glaukophos {
namespace {

Reflectance grey(double share) {
    Reflectance reflectance;
    reflectance.share.setConstant(share);
    return reflectance;
}

// Kubelka & Munk 1931: K/S = (1 - R)^2 / 2R and its inverse. R = 1/2 gives 1/4.
TEST(KubelkaMunk, RatioAndReflectanceAreInverse) {
    EXPECT_DOUBLE_EQ(absorptionOverScattering(0.5), 0.25);
    for (double r = 0.001; r < 1.0; r += 0.0317) {
        EXPECT_NEAR(thickReflectance(absorptionOverScattering(r)), r, 1e-12);
    }
    EXPECT_DOUBLE_EQ(thickReflectance(0.0), 1.0);
    EXPECT_NEAR(thickReflectance(1e9), 0.5e-9, 1e-15);
}

// Tables computed from the closed forms and confirmed by integrating the equations of the two
// fluxes (Kubelka & Munk 1931; Kubelka 1948; Duncan 1940; Saunderson 1942); see their headers.
TEST(KubelkaMunk, AgreesWithTheTables) {
    for (const TableRow& row : readReferenceTable("f_km_reflectance_ks.csv")) {
        const double q = number(row, "K_over_S");
        EXPECT_NEAR(absorptionOverScattering(number(row, "R")), q, 1e-8 + 1e-6 * q);
        EXPECT_NEAR(thickReflectance(q), number(row, "R_back"), 1e-8);
    }
    for (const TableRow& row : readReferenceTable("f_km_finite_layer.csv")) {
        const auto over_ground = [&](double ground) {
            return layerReflectance(number(row, "K"), number(row, "S"), number(row, "X"), ground);
        };
        EXPECT_NEAR(over_ground(0.0), number(row, "R_over_0"), 1e-8);
        EXPECT_NEAR(over_ground(1.0), number(row, "R_over_1"), 1e-8);
        EXPECT_NEAR(over_ground(0.8), number(row, "R_over_0.80"), 1e-8);
    }
    for (const TableRow& row : readReferenceTable("f_km_two_pigment.csv")) {
        const auto pigment = [&](const char* tone, double scattering) {
            PaintFilm film;
            film.scattering.setConstant(scattering);
            film.absorption.setConstant(scattering * absorptionOverScattering(number(row, tone)));
            return film;
        };
        const std::array<PaintFilm, 2> films = {pigment("R1", 1.0),
                                                pigment("R2", number(row, "S2"))};
        const std::array<double, 2> shares = {number(row, "c1"), number(row, "c2")};
        const PaintFilm mix = mixed(films, shares);
        EXPECT_NEAR(thickReflectance(mix.absorption[7] / mix.scattering[7]), number(row, "R_two"),
                    1e-7);
    }
    for (const TableRow& row : readReferenceTable("f_saunderson.csv")) {
        const SurfaceLoss loss{number(row, "k1_normal"), number(row, "k2_diffuse_internal")};
        EXPECT_NEAR(measuredFrom(number(row, "R_internal"), loss), number(row, "Rm_k1normal"),
                    2e-6);
    }
}

// Kubelka 1948, limiting cases: no thickness shows the ground, no scattering is Bouguer's law there
// and back, no absorption is Sx / (1 + Sx) over black, and a thick layer hides the ground.
TEST(KubelkaMunk, LimitsOfAFiniteLayer) {
    EXPECT_DOUBLE_EQ(layerReflectance(0.3, 2.0, 0.0, 0.7), 0.7);
    EXPECT_NEAR(layerReflectance(0.4, 0.0, 1.5, 0.8), 0.8 * std::exp(-2 * 0.4 * 1.5), 1e-12);
    EXPECT_NEAR(layerReflectance(0.0, 2.0, 1.5, 0.0), 3.0 / 4.0, 1e-12);
    EXPECT_NEAR(layerReflectance(0.0, 2.0, 1.5, 1.0), 1.0, 1e-12);
    const double thick = thickReflectance(0.3 / 2.0);
    EXPECT_NEAR(layerReflectance(0.3, 2.0, 60.0, 0.0), thick, 1e-9);
    EXPECT_NEAR(layerReflectance(0.3, 2.0, 60.0, 1.0), thick, 1e-9);
    // Close to the limits the general form goes over into them.
    EXPECT_NEAR(layerReflectance(0.4, 1e-9, 1.5, 0.8), layerReflectance(0.4, 0.0, 1.5, 0.8), 1e-6);
    EXPECT_NEAR(layerReflectance(1e-9, 2.0, 1.5, 0.2), layerReflectance(0.0, 2.0, 1.5, 0.2), 1e-6);
}

// n coats of thickness x are one of n x: the layer over a layer is the thicker layer.
TEST(KubelkaMunk, CoatsAddUp) {
    for (const double ground : {0.0, 0.3, 1.0}) {
        double coats = ground;
        for (int i = 0; i < 5; ++i) coats = layerReflectance(0.21, 1.3, 0.4, coats);
        EXPECT_NEAR(coats, layerReflectance(0.21, 1.3, 2.0, ground), 1e-12);
    }
}

TEST(Saunderson, IsItsOwnInverseAndKeepsWhite) {
    EXPECT_NEAR(measuredFrom(1.0), 1.0, 1e-12);  // nothing is absorbed
    EXPECT_NEAR(measuredFrom(0.0), 0.04, 1e-12);
    for (double r = 0.0; r <= 1.0; r += 0.1) EXPECT_NEAR(internalFrom(measuredFrom(r)), r, 1e-12);
}

TEST(PaintFilm, HasItsMassToneAndItsHiding) {
    const Reflectance tone = reflectanceOf(*srgbFromHex("#c8a02c"));
    const PaintFilm film = filmFrom(tone, 0.75);
    EXPECT_NEAR(contrastRatio(film, 1.0, daylight()), 0.75, 1e-6);
    const Reflectance thick = over(film, 100.0, grey(0.0));
    for (int i = 0; i < kBands; ++i) EXPECT_NEAR(thick.share[i], tone.share[i], 1e-4);
}

// Common practice, no source: about three coats of a mid yellow thinned 1:1 cover black, fewer of
// an opaque paint. At 1:1 half of the film is paint.
TEST(PaintFilm, AMidYellowCoversBlackInAFewThinCoats) {
    const PaintFilm yellow = filmFrom(reflectanceOf(*srgbFromHex("#d8a820")), 0.90);
    const int coats = coatsToHide(yellow, 0.5, daylight());
    EXPECT_GE(coats, 2);
    EXPECT_LE(coats, 5);
    const PaintFilm opaque = filmFrom(reflectanceOf(*srgbFromHex("#806040")), 0.985);
    EXPECT_LE(coatsToHide(opaque, 0.5, daylight()), 2);
    const PaintFilm glaze = filmFrom(reflectanceOf(*srgbFromHex("#d8a820")), 0.2);
    EXPECT_EQ(coatsToHide(glaze, 0.2, daylight()), 0);  // 1:4, translucent
}

// Two-constant mixing (Duncan): blue and yellow make green, white and black a grey that is
// darker than halfway, since black absorbs more than white scatters.
TEST(PaintFilm, MixturesBehaveAsPigments) {
    const std::array<PaintFilm, 2> films = {filmFrom(reflectanceOf(*srgbFromHex("#f0d020")), 0.6),
                                            filmFrom(reflectanceOf(*srgbFromHex("#1c3c8c")), 0.6)};
    const PaintFilm green = mixed(films, std::array{0.6, 0.4});
    const Lch hue = lchFrom(labFrom(reflected(daylight(), over(green, 50.0, grey(0.0)))));
    EXPECT_GT(hue.h_deg, 110.0);
    EXPECT_LT(hue.h_deg, 200.0);
    EXPECT_GT(hue.C, 8.0);
    const std::array<PaintFilm, 2> greys = {filmFrom(grey(0.9), 0.95), filmFrom(grey(0.03), 0.99)};
    const Reflectance half = over(mixed(greys, std::array{0.5, 0.5}), 50.0, grey(0.0));
    EXPECT_LT(half.share[18], 0.45);
}

// Kubelka 1948: two grounds give two equations, so K and S of any film are found again.
TEST(KubelkaMunk, TwoGroundsGiveTheFilmBack) {
    for (const double scattering : {0.05, 0.4, 1.5}) {
        for (const double tone : {0.04, 0.3, 0.8}) {
            PaintFilm film;
            film.scattering.setConstant(scattering);
            film.absorption.setConstant(scattering * absorptionOverScattering(tone));
            const Reflectance dark = grey(0.05);
            const Reflectance light = grey(0.88);
            // What hides the card says nothing of how much more than hiding it is.
            if (std::abs(contrastRatio(film, 0.5, daylight()) - 1.0) < 1e-4) continue;
            const PaintFilm back =
                filmFromSwatch(over(film, 1.0, dark), over(film, 1.0, light), dark, light);
            EXPECT_NEAR(back.scattering[11], scattering, 1e-4 * scattering);
            EXPECT_NEAR(back.absorption[11], film.absorption[11], 1e-4 * film.absorption[11]);
            // Half as thick a swatch of the same paint: the same film.
            const PaintFilm thin =
                filmFromSwatch(over(film, 0.5, dark), over(film, 0.5, light), dark, light, 0.5);
            EXPECT_NEAR(thin.scattering[3], scattering, 1e-4 * scattering);
        }
    }
    // A swatch that hides the card: scattering enough to hide it, and its own mass tone.
    const PaintFilm hiding = filmFromSwatch(grey(0.3), grey(0.3), grey(0.05), grey(0.9));
    EXPECT_NEAR(thickReflectance(hiding.absorption[0] / hiding.scattering[0]), 0.3, 1e-3);
    EXPECT_GT(contrastRatio(hiding, 1.0, daylight()), 0.98);
}

}  // namespace
}  // namespace glaukophos
