// What a painter must get out of glows, case by case. Numbers are common practice, no source,
// unless one is named.
#include <gtest/gtest.h>

#include <algorithm>
#include <cmath>
#include <map>
#include <set>

#include "core/colour/colour_difference.h"
#include "core/lighting/glow_licences.h"
#include "core/mixing/glow_mixes.h"
#include "core/painted/glowing_thing.h"
#include "core/painted/shells.h"
#include "core/plan/glow_groups.h"
#include "core/work/step_maps.h"
#include "tests/support/evaluated.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

double hueOf(const Lab& colour) { return degrees(std::atan2(colour.b, colour.a)); }
double chromaOf(const Lab& colour) { return std::hypot(colour.a, colour.b); }
double hueApart(const Lab& a, const Lab& b) {
    const double turn = hueOf(a) - hueOf(b);
    return std::abs(turn - 360.0 * std::round(turn / 360.0));
}
Lab tintOf(const Light& light) { return labFrom(colourOf(spectrumOf(light.colour))); }

Light coloured(Light light, const char* name, const char* hex) {
    light.name = name;
    light.colour.source = ColourSource::Chosen;
    light.colour.chosen = *srgbFromHex(hex);
    return light;
}

void paint(Plan& plan, std::size_t part, const char* colour, Material material) {
    plan.parts[part].local_colour = *srgbFromHex(colour);
    plan.parts[part].material = material;
}

// A lantern under its cap, before an oilskin; a hand above the cap, a brass link beside the glass.
Plan lantern() {
    Plan plan = planOf(
        {sphere({0, 0, 10}, 1.5, 24), box({-4, -4, 12}, {4, 4, 12.6F}), box({-8, 3, 0}, {8, 6, 24}),
         sphere({0, -1, 17}, 1.5, 24), box({-3.4F, -2, 9}, {-2.2F, 2, 11}),
         box({-8, -8, -1}, {8, 6, 0}), box({2.5F, -4, 7}, {5, 0, 9})},
        {"glass", "cap", "oilskin", "hand", "chain", "planks", "glove"});
    paint(plan, 0, "#fff0d0", Material::Glowing);
    paint(plan, 1, "#303438", Material::WornLeather);
    paint(plan, 2, "#2e4a66", Material::Cloth);
    paint(plan, 3, "#c89878", Material::Skin);
    paint(plan, 4, "#b08d57", Material::MetalInPaint);
    paint(plan, 5, "#6b5a48", Material::Wood);
    paint(plan, 6, "#d8b878", Material::WornLeather);
    plan.colours.glow = GlowChoices{};
    plan.lights = {skyLight(SkyKind::Uniform), farLight(11, 50),
                   coloured(lampLight({0, 0, 10}, 1.4, 6.0), "Lantern", "#ff8a2a")};
    plan.lights[0].strength = 0.15;
    plan.lights[1].strength = 0.4;
    plan.lights[2].own_parts = {0};
    giveIdentities(plan);
    return plan;
}

const EvaluatedPtr& lanternDesk() {
    static const EvaluatedPtr all = *evaluated(lantern(), Goal::Desk);
    return all;
}

std::vector<const Step*> ofKind(const Evaluated& all, StepKind kind) {
    std::vector<const Step*> found;
    for (const Step& step : all.desk->work.steps) {
        if (step.kind == kind) found.push_back(&step);
    }
    return found;
}

std::size_t placeOf(const Evaluated& all, const Step& step) {
    return indexOf(all.desk->work.steps, step.key);
}

// G1: the cap shades the hand; shells on each material begin dark and in the lamp's hue, and rise.
TEST(GlowCases, ShellsOfEachMaterialBeginDarkInTheLampsHueAndRise) {
    const Evaluated& all = *lanternDesk();
    const GlowMixes& glow = *all.mixes->glows[2];
    const Lab tint = tintOf(all.plan.lights[2]);
    ASSERT_EQ(glow.shells.size(), 4U);
    std::set<std::size_t> groups;
    for (const GlowShell& shell : glow.shells) {
        for (const ShellMix& mix : shell.mixes) {
            groups.insert(mix.group);
            EXPECT_EQ(std::ranges::count(mix.parts, PartIndex{3}), 0) << "the cap shades the hand";
            EXPECT_LT(hueApart(mix.target, tint), 25.0);
            EXPECT_GT(chromaOf(mix.target), 12.0) << "no grey on the way";
            EXPECT_LT(mix.recipe.colour.L, glow.source.colour.L - 4.0);
        }
    }
    EXPECT_GE(groups.size(), 2U);
    for (const std::size_t group : groups) {
        const ShellMix* before = nullptr;
        for (std::size_t s = 0; s < glow.shells.size(); ++s) {
            const auto here = std::ranges::find(glow.shells[s].mixes, group, &ShellMix::group);
            if (here == glow.shells[s].mixes.end()) continue;
            if (before == nullptr) {
                EXPECT_LE(here->target.L, 40.0);
            } else {
                EXPECT_GT(here->target.L, before->target.L + 4.0);
                EXPECT_LT(here->area_mm2, before->area_mm2);
                const bool last = s + 1 == glow.shells.size();
                if (!last) {
                    EXPECT_GT(chromaOf(here->target), chromaOf(before->target));
                }
            }
            before = &*here;
        }
    }
    for (std::size_t s = 1; s < glow.shells.size(); ++s) {
        EXPECT_NEAR(glow.shells[s].area_mm2 / glow.shells[s - 1].area_mm2, kShellShrinks, 0.08);
    }
}

// Folds are lit where the glow will fall, in the colour they have before it: on cloth alone.
TEST(GlowCases, LightsOnClothMayBePlacedByTheLampFirst) {
    const Evaluated& usual = *lanternDesk();
    Plan plan = lantern();
    plan.colours.glow.cloth_by_lamp = true;
    const auto all = *evaluated(plan, Goal::Desk);
    const std::vector<float>& by_lamp = all->desk->work.lightness;
    const std::vector<float>& before = usual.desk->work.lightness;
    const std::vector<float>& lamp = usual.appearance->irradiance.of_lights[2];
    const Surface& surface = plan.figure->surface;
    std::size_t lit = 0;
    for (std::size_t v = 0; v < surface.parts.size(); ++v) {
        if (surface.parts[v] == 2 && lamp[v] > 0.05F) {
            ++lit;
            ASSERT_GE(by_lamp[v], before[v] - 0.1F);
        }
        // Leather and wood are painted as before.
        if (surface.parts[v] == 6 || surface.parts[v] == 5) {
            ASSERT_NEAR(by_lamp[v], before[v], 0.1F);
        }
    }
    EXPECT_GT(lit, 100U);
    const auto lighterOn = [&](const std::vector<float>& lightness) {
        double area = 0.0;
        for (std::size_t v = 0; v < surface.parts.size(); ++v) {
            if (surface.parts[v] == 2 && lightness[v] > 45.0F) area += surface.areas_mm2[v];
        }
        return area;
    };
    EXPECT_GT(lighterOn(by_lamp), lighterOn(before) + 5.0);
    // The oilskin's layers stay blue: the glow's colour comes with its shells.
    for (const Step* step : ofKind(*all, StepKind::Layer)) {
        if (step->parts != std::vector<PartIndex>{2}) continue;
        EXPECT_LT(step->recipe.colour.b, 2.0) << step->title;
    }
}

// What mirrors gets its mirrored glow: by the law of reflection the lamp is seen where the way to
// the eye, turned over at the plate, leads to it.
TEST(GlowCases, APlateOfBrassMirrorsTheLampWhereTheEyeSeesIt) {
    Plan plan =
        planOf({box({-10, 3, 0}, {10, 5, 24}), sphere({0, -6, 10}, 0.8F, 16)}, {"plate", "glass"});
    paint(plan, 0, "#b08d57", Material::MetalInPaint);
    paint(plan, 1, "#fff0d0", Material::Glowing);
    plan.lights = {skyLight(SkyKind::Uniform),
                   coloured(lampLight({0, -6, 10}, 0.8, 12.0), "Lantern", "#ff8a2a")};
    plan.lights[0].strength = 0.2;
    plan.lights[1].own_parts = {1};
    giveIdentities(plan);
    const auto all = *evaluated(plan, Goal::Marks);
    const std::vector<float>& mirrored = all->appearance->values.specular[1];
    const Surface& surface = plan.figure->surface;
    std::size_t brightest = 0;
    for (std::size_t v = 0; v < surface.parts.size(); ++v) {
        if (surface.parts[v] == 0 && mirrored[v] > mirrored[brightest]) brightest = v;
    }
    // The eye looks from 12 degrees above; the plate stands 9 mm behind the lamp.
    const Vec3 seen(0.0F, 3.0F, 10.0F + 9.0F * std::tan(static_cast<float>(radians(12.0))));
    EXPECT_LT((surface.mesh.positions_mm[brightest] - seen).norm(), 1.2F);
    const float top = *std::ranges::max_element(
        std::span(all->appearance->values.lightness).first(surface.parts.size()));
    EXPECT_GT(all->appearance->values.lightness[brightest], top - 6.0F);
    // ... in the lamp's colour.
    EXPECT_GT(plannedColour(all->plan, *all->appearance, brightest).b, 10.0);
}

// G1: first a thin dark glaze over the rest, unless it is switched off; afterwards recesses and
// rims in a dark of the glow's own hue; glints on the chain; bridges where a step is too large.
TEST(GlowCases, WhatComesBeforeAndAfterTheShells) {
    const Evaluated& all = *lanternDesk();
    const auto dims = ofKind(all, StepKind::Dim);
    ASSERT_EQ(dims.size(), 1U);
    EXPECT_GE(dims[0]->thinner, 4.0);
    EXPECT_GE(dims[0]->coats, 1);
    EXPECT_FALSE(dims[0]->recipe.drops.empty());
    EXPECT_LT(dims[0]->recipe.colour.L, 30.0);
    const auto shells = ofKind(all, StepKind::Shell);
    ASSERT_FALSE(shells.empty());
    for (const Step* shell : shells) EXPECT_GT(placeOf(all, *shell), placeOf(all, *dims[0]));

    const auto reshades = ofKind(all, StepKind::Reshade);
    ASSERT_EQ(reshades.size(), 1U);
    EXPECT_LT(reshades[0]->recipe.colour.L, 30.0);
    EXPECT_LT(hueApart(reshades[0]->recipe.colour, tintOf(all.plan.lights[2])), 40.0);

    const auto glints = ofKind(all, StepKind::Glint);
    ASSERT_EQ(glints.size(), 1U);
    EXPECT_GT(std::ranges::count(glints[0]->parts, PartIndex{4}), 0);
    EXPECT_GT(glints[0]->lines_mm, 3.0);
    EXPECT_LT(hueApart(glints[0]->recipe.colour, tintOf(all.plan.lights[2])), 30.0);
    double by_pass[3] = {0, 0, 0};
    for (const EdgeStretch& line : all.desk->work.glow_lines[2]) {
        by_pass[line.pass] += line.length_mm;
    }
    EXPECT_GT(by_pass[0], by_pass[1]);
    EXPECT_GE(by_pass[1], by_pass[2]);

    Plan off = lantern();
    off.colours.glow.dull = 0.0;
    off.colours.glow.darken = 0.0;
    EXPECT_TRUE(ofKind(**evaluated(off, Goal::Desk), StepKind::Dim).empty());
}

// A hand between a cold tube above and a warm stove below.
Plan twoGlows() {
    Plan plan = planOf({sphere({0, 0, 10}, 3, 40)}, {"hand"});
    paint(plan, 0, "#c89878", Material::Skin);
    Light tube;
    tube.kind = Rod{{-4, -5, 15}, {4, -5, 15}, 0.6};
    tube.strength = 4.0;
    plan.lights = {skyLight(SkyKind::Uniform), coloured(tube, "Signal", "#3aa0ff"),
                   coloured(lampLight({0, -5, 5}, 1.0, 8.0), "Stove", "#ff7a20")};
    plan.lights[0].strength = 0.02;
    giveIdentities(plan);
    return plan;
}

// G2: the cold keeps the top, the warm the underside, and where they meet the blend is as narrow
// as it is set.
TEST(GlowCases, EachPlaceBelongsToTheStrongerGlow) {
    const auto area_of_both = [](double blend_mm) {
        Plan plan = twoGlows();
        plan.colours.glow.blend_mm = blend_mm;
        const auto all = *evaluated(plan, Goal::Appearance);
        const Surface& surface = plan.figure->surface;
        const Irradiance& irradiance = all->appearance->irradiance;
        double both = 0.0;  // mm2
        for (std::size_t v = 0; v < surface.parts.size(); ++v) {
            const double cold = 4.0 * irradiance.of_lights[1][v];
            const double warm = 8.0 * irradiance.of_lights[2][v];
            if (surface.normals[v].z() > 0.6F) {
                EXPECT_LT(warm, 0.02 * cold + 1e-4);
            }
            if (surface.normals[v].z() < -0.6F) {
                EXPECT_LT(cold, 0.02 * warm + 1e-4);
            }
            if (std::min(cold, warm) > 0.1 * std::max(cold, warm)) both += surface.areas_mm2[v];
        }
        return both;
    };
    const double narrow = area_of_both(0.5);
    const double wide = area_of_both(3.0);
    EXPECT_GT(wide, 1.5 * narrow);
    // A belt of 0.5 mm round a ball of 3 mm is 9.4 mm2; half of it has both.
    EXPECT_LT(narrow, 2.0 * kPi * 3.0 * 0.5 + 4.0);
}

TEST(GlowCases, NoMixOfTwoGlowsIsGreyOrBrownBetweenThem) {
    const auto all = *evaluated(twoGlows(), Goal::Mixes);
    for (const std::size_t l : {std::size_t{1}, std::size_t{2}}) {
        ASSERT_TRUE(all->mixes->glows[l]);
        for (const GlowShell& shell : all->mixes->glows[l]->shells) {
            for (const ShellMix& mix : shell.mixes) {
                EXPECT_LT(hueApart(mix.target, tintOf(all->plan.lights[l])), 25.0);
                EXPECT_GT(chromaOf(mix.recipe.colour), 10.0);
            }
        }
    }
}

// G3: real white, thin, on the brightest spots only; then glazes without white or black.
TEST(GlowCases, WhiteFirstIsWhiteAtThePeakAndTintedWithoutWhiteOrBlack) {
    Plan plan = twoGlows();
    plan.steps.glow = GlowBuildUp::WhiteFirst;
    const auto all = *evaluated(plan, Goal::Desk);
    const auto whites = ofKind(*all, StepKind::White);
    ASSERT_EQ(whites.size(), 2U);
    for (const Step* white : whites) {
        EXPECT_GT(white->recipe.colour.L, 92.0);
        EXPECT_GE(white->thinner, 1.0);
        const GlowMixes& glow = *all->mixes->glows[*white->light];
        EXPECT_DOUBLE_EQ(white->mask.from, glow.shells.back().irradiance);
        EXPECT_LT(white->area_mm2, 0.3 * glow.shells.front().area_mm2);
    }
    const MixingRack& rack = all->mixes->rack;
    const auto glazes = ofKind(*all, StepKind::Shell);
    EXPECT_GE(glazes.size(), 6U);
    for (const Step* glaze : glazes) {
        EXPECT_GE(glaze->thinner, 3.0);
        EXPECT_GE(glaze->coats, 1);
        for (const Drops& entry : glaze->recipe.drops) {
            const Lab tone = labFrom(xyzFrom(linearFrom(rack.paints[entry.paint].mass_tone)));
            EXPECT_GT(chromaOf(tone), 10.0) << rack.paints[entry.paint].name;
        }
    }
}

// G4: six stoke-holes of one colour in brass are one glow: one mix a pass, one pass over all.
TEST(GlowCases, LikeLampsAreOneGlowByAirbrush) {
    Plan plan = planOf({cylinder({0, 0, 0}, 8, 16, 96), box({-12, -12, -1}, {12, 12, 0})},
                       {"boiler", "boards"});
    paint(plan, 0, "#b08d57", Material::MetalInPaint);
    paint(plan, 1, "#5a4a3c", Material::Wood);
    plan.lights = {skyLight(SkyKind::Uniform)};
    plan.lights[0].strength = 0.1;
    for (int i = 0; i < 6; ++i) {
        const double angle = 2.0 * kPi * i / 6.0;
        plan.lights.push_back(coloured(lampLight(Vec3(static_cast<float>(9.0 * std::cos(angle)),
                                                      static_cast<float>(9.0 * std::sin(angle)), 8),
                                                 0.8, 5.0),
                                       "Stoke-hole", "#ff7a20"));
    }
    giveIdentities(plan);
    plan.steps.glow = GlowBuildUp::Airbrush;
    const std::vector<std::size_t> groups = glowGroups(plan);
    EXPECT_EQ(std::vector<std::size_t>(groups.begin() + 1, groups.end()),
              std::vector<std::size_t>(6, 1));
    for (const int passes : {3, 5}) {
        plan.colours.glow.shells = passes;
        const auto all = *evaluated(plan, Goal::Desk);
        const auto shells = ofKind(*all, StepKind::Shell);
        ASSERT_EQ(shells.size(), static_cast<std::size_t>(passes));
        for (const Step* shell : shells) {
            EXPECT_LT(hueApart(shell->recipe.colour, tintOf(plan.lights[1])), 25.0);
            EXPECT_DOUBLE_EQ(shell->thinner, 3.0);
            EXPECT_EQ(shell->masking.find("Mask "), std::string::npos);
        }
        EXPECT_NE(shells.back()->how.find("in the cup"), std::string::npos);
        // The pass goes over all six: what it covers lies round all of them.
        const std::vector<float> cover = coverageOf(
            {all->plan, *all->appearance, all->desk->work.lightness}, shells.back()->mask);
        std::set<int> covered;
        const Surface& surface = plan.figure->surface;
        for (std::size_t v = 0; v < cover.size(); ++v) {
            const Vec3& at = surface.mesh.positions_mm[v];
            if (cover[v] < 0.5F || surface.parts[v] != 0) continue;
            covered.insert(
                static_cast<int>(std::lround(std::atan2(at.y(), at.x()) / (kPi / 3.0) + 6.0)) % 6);
        }
        EXPECT_EQ(covered.size(), 6U);
        // Brass is finished before.
        for (const Step& step : all->desk->work.steps) {
            const bool brass = std::ranges::count(step.parts, PartIndex{0}) > 0;
            if (!brass || step.kind != StepKind::Layer) continue;
            EXPECT_LT(placeOf(*all, step), placeOf(*all, *shells.front()));
        }
        for (const Finding& finding : all->desk->findings) {
            EXPECT_NE(finding.mistake, Mistake::LikeLights);
        }
    }
    plan.parts[1].takes_glow = TakesGlow::Barred;
    const auto barred = *evaluated(plan, Goal::Desk);
    EXPECT_NE(ofKind(*barred, StepKind::Shell).front()->masking.find("Mask boards"),
              std::string::npos);
}

// A cone standing on its base, tip up.
Shape cone(const Vec3& foot, float radius, float height, int corners, int rings) {
    Shape shape;
    for (int r = 0; r <= rings; ++r) {
        const float share = static_cast<float>(r) / static_cast<float>(rings);
        for (int c = 0; c < corners; ++c) {
            const double angle = 2.0 * kPi * c / corners;
            const float out = radius * std::max(0.001F, 1.0F - share);
            shape.positions_mm.push_back(foot + Vec3(out * static_cast<float>(std::cos(angle)),
                                                     out * static_cast<float>(std::sin(angle)),
                                                     height * share));
        }
    }
    const auto at = [&](int r, int c) {
        return static_cast<std::uint32_t>(r * corners + c % corners);
    };
    for (int r = 0; r < rings; ++r) {
        for (int c = 0; c < corners; ++c) {
            shape.triangles.push_back({at(r, c), at(r, c + 1), at(r + 1, c + 1)});
            shape.triangles.push_back({at(r, c), at(r + 1, c + 1), at(r + 1, c)});
        }
    }
    const auto tip = static_cast<std::uint32_t>(shape.positions_mm.size());
    shape.positions_mm.push_back(foot + Vec3(0, 0, height));
    for (int c = 0; c < corners; ++c) {
        shape.triangles.push_back({at(rings, c), at(rings, c + 1), tip});
    }
    return shape;
}

// G5: by length from the root, off-white to 5 %, yellow to 25, orange to 75, red to 90, then dark.
// Along a cone lengths run straight up its side: a share of the length is a share of the height.
TEST(GlowCases, AFlamesZonesEndWhereTheyShouldOnEachTongue) {
    Plan plan = planOf({box({-9, -9, 0}, {9, 9, 2}), cone({-4, 0, 2}, 2.5F, 12, 64, 48),
                        cone({4, 0, 2}, 2.0F, 6, 64, 48)},
                       {"brazier", "tall flame", "small flame"});
    Light light;
    light.name = "Fire";
    light.kind = GlowingPart{};
    light.own_parts = {1, 2};
    light.strength = 5.0;
    plan.lights = {light};
    for (const std::size_t p : {std::size_t{1}, std::size_t{2}}) {
        plan.parts[p].material = Material::Glowing;
        plan.parts[p].ramp.kind = RampKind::Fire;
    }
    plan.values.bands.speck_mm = 0.0;
    const auto all = *evaluated(plan, Goal::Appearance);
    const std::vector<float> lengths = *glowLengths(plan, all->appearance->irradiance);
    const Surface& surface = plan.figure->surface;
    const std::array<double, 6> ends = {0.0, 0.05, 0.25, 0.75, 0.90, 1.0};
    double worst = 0.0;
    for (std::size_t v = 0; v < surface.parts.size(); ++v) {
        if (surface.parts[v] == 0) continue;
        const double height = surface.parts[v] == 1 ? 12.0 : 6.0;
        const double share = (surface.mesh.positions_mm[v].z() - 2.0) / height;
        worst = std::max(worst, std::abs(lengths[v] - share));
        const std::size_t band =
            bandOf(all->appearance->values.lightness[v], all->appearance->bands.borders);
        for (std::size_t zone = 0; zone < 5; ++zone) {
            const bool inside = share > ends.at(zone) + 0.03 && share < ends.at(zone + 1) - 0.03;
            if (inside) {
                EXPECT_EQ(band, 4 - zone) << share;
            }
        }
    }
    EXPECT_LT(worst, 0.04);  // a cone's recesses are none, but its foot stands on something
    // Yellow, orange, red: hues fall from the root to the tip.
    const Ladder& ladder = all->appearance->ladders[1];
    for (std::size_t b = 2; b < ladder.size(); ++b) {
        EXPECT_GT(hueOf(ladder[b].target), hueOf(ladder[b - 1].target) - 1.0);
    }
    EXPECT_NEAR(hueOf(ladder[2].target), 55.0, 8.0);                    // orange in its middle
    EXPECT_LT(hueOf(ladder[1].target), 50.0);                           // red
    EXPECT_NEAR(hueOf(ladder[3].target), 82.0, 8.0);                    // yellow
    EXPECT_LT(chromaOf(ladder[4].target), chromaOf(ladder[3].target));  // off-white
    plan.parts[1].ramp.zones = GlowZones{0.3, 0.5, 0.7, 0.9};
    const auto wider = *evaluated(plan, Goal::Appearance);
    EXPECT_GT(wider->appearance->bands.parts[1].share(4),
              3.0 * all->appearance->bands.parts[1].share(4));
}

// G6: hot glass under slag plates: deepest is palest, painted first; then the plates over it, whose
// rims are blacked again and drybrushed up.
TEST(GlowCases, HotGlassInCracksComesBeforeThePlatesOverIt) {
    Plan plan = planOf({box({-6, -6, -4}, {6, 6, 0}), box({-6, -6, 0}, {6, -2.4F, 1.5F}),
                        box({-6, -1.6F, 0}, {6, 1.6F, 1.5F}), box({-6, 2.4F, 0}, {6, 6, 1.5F})},
                       {"glass", "front plate", "middle plate", "back plate"});
    Light light;
    light.name = "Hot glass";
    light.kind = GlowingPart{};
    light.own_parts = {0};
    light.strength = 4.0;
    plan.lights = {skyLight(SkyKind::Uniform), light};
    plan.lights[0].strength = 0.2;
    plan.parts[0].material = Material::Glowing;
    plan.parts[0].ramp.kind = RampKind::Lava;
    plan.parts[0].ramp.brightest_at = BrightestAt::Depth;
    for (const std::size_t p : {1, 2, 3}) paint(plan, p, "#4a4644", Material::Stone);
    giveIdentities(plan);
    const auto all = *evaluated(plan, Goal::Desk);
    // In the middle of a crack, deep between the plates, it is lighter than out on the sides.
    const Surface& surface = plan.figure->surface;
    double deep = 0.0;
    double open = 100.0;
    for (std::size_t v = 0; v < surface.parts.size(); ++v) {
        const Vec3& at = surface.mesh.positions_mm[v];
        if (surface.parts[v] != 0) continue;
        const double lightness = all->appearance->values.lightness[v];
        const bool in_crack = std::abs(at.z()) < 1e-3F && std::abs(std::abs(at.y()) - 2) < 0.3F &&
                              std::abs(at.x()) < 4;
        if (in_crack) deep = std::max(deep, lightness);
        if (at.z() < -1 && at.z() > -3) open = std::min(open, lightness);
    }
    EXPECT_GT(deep, open + 20.0);
    std::size_t last_of_glass = 0;
    std::size_t first_of_plates = all->desk->work.steps.size();
    for (std::size_t i = 0; i < all->desk->work.steps.size(); ++i) {
        const Step& step = all->desk->work.steps[i];
        if (step.phase != Phase::Parts) continue;
        if (step.parts == std::vector<PartIndex>{0}) {
            last_of_glass = i;
        } else {
            first_of_plates = std::min(first_of_plates, i);
        }
    }
    EXPECT_GT(last_of_glass, 0U);
    EXPECT_LT(last_of_glass, first_of_plates);
    const Step* rims = nullptr;
    const Step* up = nullptr;
    for (const Step* step : ofKind(*all, StepKind::Reshade)) {
        if (std::ranges::count(step->parts, PartIndex{2}) == 0 || step->light) continue;
        (step->tool == Tool::DryBrush ? up : rims) = step;
    }
    ASSERT_TRUE(rims != nullptr && up != nullptr);
    EXPECT_LT(rims->recipe.colour.L + 4.0, up->recipe.colour.L);
    EXPECT_GT(placeOf(*all, *rims), first_of_plates);
    EXPECT_GT(placeOf(*all, *up), placeOf(*all, *rims));
    // 0.6 mm up both walls and along the foot of each plate: 3 plates, at least 2 x 12 x 0.6 mm2.
    EXPECT_GT(rims->area_mm2, 14.0);
}

// At every border of a flame glazes go both ways, thinned 1:4.
TEST(GlowCases, BordersOfAFlameAreGlazedBothWays) {
    Plan plan = planOf({box({-9, -9, 0}, {9, 9, 2}), cone({0, 0, 2}, 2.5F, 12, 64, 48)},
                       {"brazier", "flame"});
    Light light;
    light.name = "Fire";
    light.kind = GlowingPart{};
    light.own_parts = {1};
    light.strength = 5.0;
    plan.lights = {light};
    plan.parts[1].material = Material::Glowing;
    plan.parts[1].ramp.kind = RampKind::Fire;
    giveIdentities(plan);
    const auto all = *evaluated(plan, Goal::Desk);
    std::map<std::string, int> ways;
    for (const Step* glaze : ofKind(*all, StepKind::Veil)) {
        if (glaze->parts != std::vector<PartIndex>{1}) continue;
        EXPECT_DOUBLE_EQ(glaze->thinner, 4.0);
        EXPECT_GE(glaze->area_mm2, 1.5);
        ++ways[glaze->key.find("glaze-up") != std::string::npos ? "up" : "down"];
    }
    EXPECT_GE(ways["up"], 2);
    EXPECT_GE(ways["down"], 2);
}

// By hand: a line of four steps, and a side branch of 1.5 that parts from it after the first. The
// branch begins with a quarter, as the line has it there, and both end with 1.
TEST(GlowCases, ATongueBeginsWithWhatItPartsFrom) {
    const std::vector<float> away = {0, 1, 2, 3, 4, 2, 2.5F};
    const std::vector<std::vector<std::uint32_t>> beside = {{1}, {0, 2, 5}, {1, 3}, {2, 4},
                                                            {3}, {1, 6},    {5}};
    const std::vector<float> along = alongTongues(away, beside, 0.1);
    const std::vector<float> expected = {0, 0.25F, 0.5F, 0.75F, 1.0F, 0.75F, 1.0F};
    for (std::size_t v = 0; v < along.size(); ++v) EXPECT_NEAR(along[v], expected[v], 1e-5) << v;
    // Too short to be one of its own, it goes on as the line does.
    const std::vector<float> blunt = alongTongues(away, beside, 0.5);
    EXPECT_NEAR(blunt[6], 2.5F / 4.0F, 1e-5);
}

// G9: what the glow must not touch has none of it, and a glow that is to be gone at a height is.
TEST(GlowCases, BarredPartsAndHeightsAreObeyed) {
    Plan plan = lantern();
    plan.parts[2].takes_glow = TakesGlow::Barred;
    plan.lights[2].gone_at_height = 0.5;
    const auto all = *evaluated(plan, Goal::Desk);
    const std::vector<float> levels = glowLevels(plan, all->appearance->irradiance, 2);
    const Surface& surface = plan.figure->surface;
    const Bounds bounds = plan.figure->bounds();
    double lit = 0.0;
    for (std::size_t v = 0; v < levels.size(); ++v) {
        if (levels[v] <= 0.0F) continue;
        lit += surface.areas_mm2[v];
        EXPECT_NE(surface.parts[v], 2);
        const double height =
            (surface.mesh.positions_mm[v].z() - bounds.low.z()) / bounds.size().z();
        EXPECT_LT(height, 0.5);
    }
    EXPECT_GT(lit, 3.0);
    for (const Step& step : all->desk->work.steps) {
        if (step.kind != StepKind::Shell && step.kind != StepKind::Glint) continue;
        EXPECT_EQ(std::ranges::count(step.parts, PartIndex{2}), 0) << step.title;
    }
}

// G9: a rim cut by brush stays out of the shells; where the brush grows them they reach farther.
TEST(GlowCases, ShellsAreCutAndGrownByBrush) {
    Plan plan = lantern();
    const auto before = *evaluated(plan, Goal::Desk);
    const Surface& surface = plan.figure->surface;
    const std::vector<float> levels = glowLevels(plan, before->appearance->irradiance, 2);
    const auto brightest =
        static_cast<std::size_t>(std::ranges::max_element(levels) - levels.begin());
    // Just outside the widest shell: the vertex that lacks least.
    std::size_t outside = 0;
    for (std::size_t v = 0; v < levels.size(); ++v) {
        const float best = levels[outside] > 0.0F ? -1.0F : levels[outside];
        if (levels[v] <= 0.0F && levels[v] > best) outside = v;
    }
    const auto strokeAt = [&](std::size_t v, int bands) {
        return Correction{bands, 0.6, {surface.mesh.positions_mm[v]}, {surface.normals[v]}, true};
    };
    plan.values.corrections = {strokeAt(brightest, -1), strokeAt(outside, 2)};
    const auto after = *evaluated(plan, Goal::Desk);
    const std::vector<float> brushed = glowLevels(plan, after->appearance->irradiance, 2);
    EXPECT_GT(levels[brightest], 0.0F);
    EXPECT_LE(brushed[brightest], 0.0F);
    EXPECT_LE(levels[outside], 0.0F);
    EXPECT_GT(brushed[outside], 0.0F);
    // Bands of values are corrected by other strokes only.
    EXPECT_EQ(after->appearance->bands.borders, before->appearance->bands.borders);
}

// The corners of sRGB in CIELAB (IEC 61966-2-1 and CIE 15 by calculation): red L* 53.24, C 104.55,
// h 40.0; blue L* 32.30, C 133.81, h 306.3; green L* 87.73, C 119.78, h 136.0.
TEST(GlowCases, TheMostChromaIsThatOfTheGamut) {
    EXPECT_NEAR(mostChroma(53.24, 40.0), 104.55, 1.0);
    EXPECT_NEAR(mostChroma(32.30, 306.3), 133.81, 1.0);
    EXPECT_NEAR(mostChroma(87.73, 136.0), 119.78, 1.0);
    EXPECT_LT(mostChroma(99.5, 40.0), 5.0);
}

// Orange over blue: what light alone makes of it is grey-brown; what is painted is not.
TEST(GlowCases, VividGoesFromPhysicalToPure) {
    GlowColouring colouring;
    colouring.tint = {70.0, 40.0, 70.0};
    colouring.own_hue_deg = 110.0;
    const std::vector<Lab> physical = {{20, 1, -6}, {30, 4, 2}, {42, 8, 12}, {60, 12, 25}};
    colouring.vivid = 0.0;
    const std::vector<Lab> quiet = shellColours(physical, colouring);
    colouring.vivid = 1.0;
    const std::vector<Lab> vivid = shellColours(physical, colouring);
    for (std::size_t s = 0; s < quiet.size(); ++s) {
        EXPECT_LT(hueApart(quiet[s], colouring.tint), 25.0);
        EXPECT_LT(hueApart(vivid[s], colouring.tint), 1.0);
        EXPECT_GT(chromaOf(vivid[s]), chromaOf(quiet[s]));
        if (s > 0) {
            EXPECT_GT(vivid[s].L, vivid[s - 1].L);
        }
    }
    EXPECT_LT(chromaOf(vivid[3]), chromaOf(vivid[2]));  // it pales next to the source
}

// Few touches instead of an evening.
TEST(GlowCases, TheQuickWayIsAFewSpots) {
    Plan plan = lantern();
    plan.steps.glow = GlowBuildUp::Touches;
    const auto quick = *evaluated(plan, Goal::Desk);
    const auto minutes = [](const Evaluated& all) {
        double sum = 0.0;
        for (const Step& step : all.desk->work.steps) {
            if (step.kind == StepKind::Shell) sum += step.work_min * step.coats;
        }
        return sum;
    };
    EXPECT_GT(minutes(*quick), 0.0);
    EXPECT_LT(minutes(*quick), 0.5 * minutes(*lanternDesk()));
}

}  // namespace
}  // namespace glaukophos
