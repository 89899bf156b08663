// Light into colour, case by case. Numbers are common practice, no source, unless one is named.
#include <gtest/gtest.h>

#include <algorithm>
#include <map>
#include <numeric>

#include "core/colour/colour_difference.h"
#include "core/lighting/light_spectra.h"
#include "tests/support/evaluated.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

Appearance seen(const Plan& plan) { return *evaluate(plan, {}); }

Lab peakOf(const Appearance& appearance, std::size_t part) {
    const Ladder& ladder = appearance.ladders.at(part);
    const auto top =
        std::find_if(ladder.rbegin(), ladder.rend(), [](const Rung& rung) { return rung.present; });
    return top->target;
}

// A dark oilskin with a white bead of so much of its area.
Plan oilskin(float bead_radius) {
    Plan plan = planOf({sphere({0, 0, 0}, 12, 60), sphere({0, 0, 15}, bead_radius, 30)},
                       {"oilskin", "cord"});
    plan.parts[0].local_colour = *srgbFromHex("#2c3136");
    plan.parts[1].local_colour = *srgbFromHex("#f0efe8");
    plan.lights = {skyLight(SkyKind::Uniform), farLight(11, 50)};
    plan.values.sheen.amount = 0.0;
    return plan;
}

// L1
TEST(LightCases, AWhiteCordDoesNotDarkenAnOilskin) {
    const auto radius = [](double share) { return static_cast<float>(12.0 * std::sqrt(share)); };
    const double thin = peakOf(seen(oilskin(radius(0.004))), 0).L;
    const double thick = peakOf(seen(oilskin(radius(0.0065))), 0).L;
    EXPECT_NEAR(thin, thick, 2.0);
    // The range of a dark part is not that of a white one.
    const Appearance both = seen(oilskin(radius(0.02)));
    EXPECT_LT(peakOf(both, 0).L, 50.0);
    EXPECT_GT(peakOf(both, 1).L, 80.0);
}

// L2
TEST(LightCases, ExposureDownMeansTargetsDown) {
    for (const BandBasis basis : {BandBasis::Light, BandBasis::Painted}) {
        Plan plan = planOf({sphere({0, 0, 0}, 10, 50)}, {"ball"});
        plan.parts[0].local_colour = *srgbFromHex("#b0a890");
        plan.lights = {skyLight(SkyKind::Uniform), farLight(11, 50)};
        plan.values.basis = basis;
        plan.values.sheen.amount = 0.0;
        const Appearance usual = seen(plan);
        plan.values.exposure_stops = -2.0;
        const Appearance dark = seen(plan);
        EXPECT_LT(peakOf(dark, 0).L, peakOf(usual, 0).L - 15.0);
        for (const Appearance* appearance : {&usual, &dark}) {
            const BandBorders& borders = appearance->bands.borders;
            for (std::size_t b = 0; b < appearance->ladders[0].size(); ++b) {
                const Rung& rung = appearance->ladders[0][b];
                if (!rung.present || rung.area_mm2 < 1.0) continue;
                // Within the rounding of a colour to bytes.
                if (b > 0) {
                    EXPECT_GE(rung.target.L, borders[b - 1] - 0.6) << b;
                }
                if (b < borders.size()) {
                    EXPECT_LE(rung.target.L, borders[b] + 0.6) << b;
                }
            }
        }
    }
}

// L3
TEST(LightCases, TwoLightsAlmostAlikeDoNotFlipTheWhite) {
    Plan plan = planOf({sphere({0, 0, 0}, 10, 40)}, {"ball"});
    plan.parts[0].local_colour = *srgbFromHex("#9a8f86");
    plan.lights = {farLight(10, 45), farLight(2, 45)};
    plan.lights[0].colour.kelvin = 9000;
    plan.lights[1].colour.kelvin = 2600;
    for (const School school : {School::Physical, School::Opposition}) {
        plan.colours.shading.school = school;
        plan.lights[0].strength = 0.999;
        plan.lights[1].strength = 1.001;
        const Appearance one = seen(plan);
        std::swap(plan.lights[0].strength, plan.lights[1].strength);
        const Appearance other = seen(plan);
        for (std::size_t v = 0; v < plan.figure->vertexCount(); v += 37) {
            EXPECT_LT(ciede2000(plannedColour(plan, one, v), plannedColour(plan, other, v)), 0.5);
        }
    }
}

// L4
TEST(LightCases, LightThrownBackKeepsItsColour) {
    Plan plan = planOf({sphere({0, 0, 12}, 10, 40)}, {"ball"});
    plan.parts[0].local_colour = *srgbFromHex("#d8d8d4");
    plan.colours.adaptation = 0.0;
    Light thrown;
    thrown.name = "Floor";
    thrown.kind = Bounce{};
    thrown.strength = 0.5;
    thrown.colour = {ColourSource::Chosen, 6500, {1.0, 1.0, 1.0}};
    plan.lights = {farLight(12, 60), thrown};
    plan.lights[0].colour.kelvin = 2000;
    const Appearance appearance = seen(plan);
    // Its spectrum is that of the lamp, and what only the floor lights is orange.
    const std::vector<LightSpectrum> spectra = lightSpectra(plan, appearance.irradiance);
    const Vec3d lamp = colourOf(spectra[0]).xyz / colourOf(spectra[0]).xyz.y();
    const Vec3d floor = colourOf(spectra[1]).xyz / colourOf(spectra[1]).xyz.y();
    EXPECT_LT((lamp - floor).norm(), 0.01);
    const Surface& surface = plan.figure->surface;
    int below = 0;
    for (std::size_t v = 0; v < surface.parts.size(); ++v) {
        if (surface.normals[v].z() > -0.8F || appearance.irradiance.of_lights[0][v] > 0.0F)
            continue;
        if (appearance.irradiance.of_lights[1][v] < 0.05F) continue;
        const Lch colour = lchFrom(plannedColour(plan, appearance, v));
        EXPECT_GT(colour.C, 15.0);
        EXPECT_GT(colour.h_deg, 40.0);
        EXPECT_LT(colour.h_deg, 85.0);
        ++below;
    }
    EXPECT_GT(below, 20);
    // A blue floor throws it back bluer.
    plan.lights[1].colour.chosen = {0.2, 0.3, 1.0};
    const Xyz tinted = colourOf(lightSpectra(plan, appearance.irradiance)[1]);
    EXPECT_GT(tinted.xyz.z() / tinted.xyz.y(), 2.0 * floor.z());
}

// A shadow that lies on one corner of the floor's lattice does not darken the floor far away: what
// is thrown back up a wall beside an endless floor is rho E (1 - cos b) / 2 (Liu & Jordan 1963).
TEST(LightCases, TheOpenFloorIsNotOneCornerOfIt) {
    std::vector<float> on_wall;
    for (const double hour : {1.5, 4.5, 7.5, 10.5}) {
        Plan plan = planOf({sphere({0, 0, 4}, 4, 30)}, {"ball"});
        Light thrown;
        thrown.kind = Bounce{};
        thrown.strength = 1.0;
        plan.lights = {farLight(hour, 12), thrown};
        const Appearance appearance = seen(plan);
        double flux = 0.0;
        double area = 0.0;
        for (std::size_t v = 0; v < plan.figure->vertexCount(); ++v) {
            flux += plan.figure->surface.areas_mm2[v] * appearance.irradiance.of_lights[1][v];
            area += plan.figure->surface.areas_mm2[v];
        }
        on_wall.push_back(static_cast<float>(flux / area));
    }
    const auto [least, most] = std::ranges::minmax(on_wall);
    EXPECT_GT(least, 0.0F);
    EXPECT_LT(most, 1.06F * least);
}

// L5
TEST(LightCases, PureShadowIsDeepAndTheRestIsSharedOut) {
    Plan plan = planOf({sphere({0, 0, 0}, 10, 80)}, {"ball"});
    plan.lights = {farLight(11, 40, 0.01)};
    plan.values.bands = {4, BandsBy::Shares, {}, {0.4, 0.3, 0.2, 0.1}};
    plan.values.sheen.amount = 0.0;
    const Appearance hard = seen(plan);
    const double deep = hard.bands.whole.share(0);
    EXPECT_NEAR(deep, 0.5, 0.02);  // half of a ball
    EXPECT_NEAR(hard.bands.shadow_share, deep, 0.01);
    EXPECT_FALSE(shadowWords(plan.values.bands, hard.bands).empty());
    for (std::size_t b = 1; b < 4; ++b) {
        EXPECT_NEAR(hard.bands.whole.share(b), (1.0 - deep) * plan.values.bands.shares[b] / 0.6,
                    0.01)
            << b;
    }
    for (std::size_t v = 0; v < plan.figure->vertexCount(); ++v) {
        if (hard.values.light[v] > 0.0F) continue;
        EXPECT_EQ(bandOf(hard.values.lightness[v], hard.bands.borders), 0U);
    }
    // With ordinary light the shares come out within 1 %, specks and dips settled.
    plan = planOf(
        {sphere({0, 0, 0}, 10, 60), sphere({9, -4, 6}, 4, 40), torus({0, 0, -9}, 8, 2, 40, 80)});
    plan.lights = {skyLight(SkyKind::Overcast), farLight(11, 40)};
    plan.values.bands = {4, BandsBy::Shares, {}, {0.4, 0.3, 0.2, 0.1}};
    const Appearance usual = seen(plan);
    EXPECT_EQ(usual.bands.shadow_share, 0.0);
    for (std::size_t b = 0; b < 4; ++b) {
        EXPECT_NEAR(usual.bands.whole.share(b), plan.values.bands.shares[b], 0.01) << b;
    }
}

// L6: a wall in the middle of a glowing pool sees half of it: Lambert's polygon (Photometria, 1760)
// at 1, 2 and 5 mm above its edge, at the accuracy that the window shows.
TEST(LightCases, AWallInAGlowingPoolIsLitExactly) {
    Plan plan =
        planOf({plate({0, 0, 0}, 20), box({-10, -0.5, 0.01F}, {10, 0.5, 12})}, {"pool", "wall"});
    Light glow;
    glow.kind = GlowingPart{};
    glow.own_parts = {0};
    const Figure& figure = *plan.figure;
    const std::vector<std::pair<float, double>> expected = {{1, 0.472}, {2, 0.444}, {5, 0.363}};
    std::vector<Vec3> points;
    std::vector<Vec3> normals;
    for (const auto& [height, factor] : expected) {
        points.emplace_back(0.0F, -0.5F, height);
        normals.emplace_back(0.0F, -1.0F, 0.0F);
    }
    const Receivers on_wall{points, normals};
    for (const Accuracy accuracy : {Accuracy::Soft, Accuracy::Reference}) {
        const std::vector<float> found =
            irradiance(glow, on_wall, occludersOf(figure), accuracy, {});
        for (std::size_t i = 0; i < expected.size(); ++i) {
            EXPECT_NEAR(found[i], expected[i].second, 0.03 * expected[i].second)
                << expected[i].first;
        }
    }
}

// Irradiance on a floor under a ball and a bar at two accuracies, as shares of full light.
struct Compared {
    std::vector<float> shown;  // as the window settles
    std::vector<float> truth;  // 4096 rays each
};
Compared onFloor(const Light& light) {
    const Plan plan =
        planOf({plate({0, 0, 0}, 40), sphere({-6, 0, 12}, 6, 40), box({6, -12, 8}, {9, 12, 11})},
               {"floor", "ball", "bar"});
    std::vector<Vec3> points;
    std::vector<Vec3> normals;
    for (int y = -30; y <= 30; ++y) {
        for (int x = -30; x <= 30; ++x) {
            points.emplace_back(0.7F * static_cast<float>(x), 0.7F * static_cast<float>(y), 0.0F);
            normals.emplace_back(Vec3::UnitZ());
        }
    }
    const Receivers floor{points, normals};
    const Occluders occluders = occludersOf(*plan.figure);
    return {irradiance(light, floor, occluders, Accuracy::Soft, {}),
            irradiance(light, floor, occluders, Accuracy::Reference, {})};
}

double rootMeanSquare(const Compared& compared) {
    double sum = 0.0;
    float full = 0.0F;
    for (std::size_t i = 0; i < compared.truth.size(); ++i) {
        sum += std::pow(compared.shown[i] - compared.truth[i], 2);
        full = std::max(full, compared.truth[i]);
    }
    return std::sqrt(sum / static_cast<double>(compared.truth.size())) / full;
}

// Four rays that agree are no proof: half-shadows are as wide and as deep as many rays find them.
TEST(LightCases, SoftShadowsAreUnbiased) {
    for (const double radius_mm : {1.0, 3.0, 6.0}) {
        const Compared lamp = onFloor(lampLight({4, -6, 40}, radius_mm));
        EXPECT_LT(rootMeanSquare(lamp), 0.02) << radius_mm;
        // Neither darker nor lighter on the whole.
        const double shown = std::accumulate(lamp.shown.begin(), lamp.shown.end(), 0.0);
        const double truth = std::accumulate(lamp.truth.begin(), lamp.truth.end(), 0.0);
        EXPECT_NEAR(shown / truth, 1.0, 0.003) << radius_mm;
    }
    EXPECT_LT(rootMeanSquare(onFloor(farLight(11, 50, 5))), 0.02);
}

// How far from a straight run irradiance jumps from one vertex of the floor to the next, across the
// border of a shadow; of full light.
double roughness(const Surface& surface, std::span<const float> irradiance) {
    std::map<int, std::pair<double, int>> at;  // by distance from the middle in 0.01 mm
    for (std::size_t v = 0; v < surface.parts.size(); ++v) {
        const Vec3& p = surface.mesh.positions_mm[v];
        if (surface.parts[v] != 0 || std::abs(p.y()) > 0.35F || p.x() < 0.0F) continue;
        auto& [sum, count] = at[static_cast<int>(std::lround(100.0F * p.x()))];
        sum += irradiance[v];
        ++count;
    }
    std::vector<std::pair<double, double>> along;  // distance, irradiance
    for (const auto& [x, mean] : at) along.emplace_back(x, mean.first / mean.second);
    double sum = 0.0;
    for (std::size_t i = 1; i + 1 < along.size(); ++i) {
        const double share =
            (along[i].first - along[i - 1].first) / (along[i + 1].first - along[i - 1].first);
        const double straight = (1.0 - share) * along[i - 1].second + share * along[i + 1].second;
        sum += std::pow(along[i].second - straight, 2);
    }
    return std::sqrt(sum / static_cast<double>(along.size())) / along.back().second;
}

// A narrow cone of sky falls between the table's directions: its half-shadow is traced, and runs
// down smoothly from light to dark.
TEST(LightCases, NarrowSkiesCastSmoothHalfShadows) {
    Plan plan = planOf({plate({0, 0, 0}, 30), plate({0, 0, 14}, 8)}, {"floor", "roof"});
    for (const double sharpness : {20.0, 50.0}) {
        plan.lights = {skyLight(SkyKind::Zenithal, sharpness)};
        EXPECT_FALSE(isReadFromTable(plan.lights[0]));
        SkyTable table;
        const Irradiance traced = *fullIrradiance(plan, table, {});
        const Figure& figure = *plan.figure;
        const std::vector<float> from_table = figure.spread(OverForm(
            skyIrradiance(table, figure.form->normals, std::get<Sky>(plan.lights[0].kind))));
        const double smooth = roughness(figure.surface, traced.of_lights[0]);
        EXPECT_LT(smooth, 0.004) << sharpness;
        EXPECT_LT(smooth, 0.5 * roughness(figure.surface, from_table)) << sharpness;
    }
    EXPECT_TRUE(isReadFromTable(skyLight(SkyKind::Overcast)));
}

// Glass over a plate: told to let the sky through, it throws no shadow.
TEST(LightCases, SkiesObeyPartsThatLetThemThrough) {
    Plan plan = planOf({plate({0, 0, 0}, 6), plate({0, 0, 3}, 12)}, {"plate", "pane"});
    plan.lights = {skyLight(SkyKind::Uniform)};
    const auto inMiddle = [&] {
        const Appearance appearance = seen(plan);
        const Surface& surface = plan.figure->surface;
        float least = 1e9F;
        for (std::size_t v = 0; v < surface.parts.size(); ++v) {
            const Vec3& p = surface.mesh.positions_mm[v];
            if (surface.parts[v] != 0 || p.head<2>().norm() > 3.0F) continue;
            least = std::min(least, appearance.irradiance.of_lights[0][v]);
        }
        return least;
    };
    EXPECT_LT(inMiddle(), 0.3F);
    plan.lights[0].passed_parts = {1};
    EXPECT_NEAR(inMiddle(), 1.0F, 0.02F);
}

}  // namespace
}  // namespace glaukophos
