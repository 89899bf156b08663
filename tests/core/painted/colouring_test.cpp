// Colours of plans: schools, night, what a glow does to the rest, veils and harmony.
#include <gtest/gtest.h>

#include "core/lighting/sprays.h"
#include "core/painted/harmony.h"
#include "core/painted/hue_veils.h"
#include "core/painted/underpaint.h"
#include "tests/support/evaluated.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

Oklch meanOf(const Ladder& ladder) {
    Vec3d sum = Vec3d::Zero();
    double area = 0.0;
    for (const Rung& step : ladder) {
        if (!step.present) continue;
        sum += step.area_mm2 * xyzFrom(step.target).xyz;
        area += step.area_mm2;
    }
    return oklchFrom(oklabFrom(Xyz{sum / area}));
}

Plan ballUnderTheMoon(const char* colour) {
    Plan plan = planOf({sphere({0, 0, 0}, 10, 40)}, {"ball"});
    plan.parts[0].local_colour = *srgbFromHex(colour);
    plan.lights = {farLight(11, 50), skyLight(SkyKind::Uniform)};
    plan.lights[1].strength = 0.2;
    return plan;
}

Appearance resultsOfPlan(const Plan& plan) {
    auto appearance = evaluate(plan, {});
    EXPECT_TRUE(appearance);
    return std::move(*appearance);
}

TEST(Colouring, ASchoolChangesShadowsAndNotValues) {
    Plan plan = ballUnderTheMoon("#b0883c");
    const Appearance plain = resultsOfPlan(plan);
    plan.colours.shading.school = School::Complement;
    plan.colours.shading.strength = 1.0;
    const Appearance violet = appearanceOf(plan, plain.irradiance);
    EXPECT_EQ(violet.values.painted, plain.values.painted);
    const Rung& before = plain.ladders[0][0];
    const Rung& after = violet.ladders[0][0];
    ASSERT_TRUE(before.present && after.present);
    EXPECT_NEAR(after.target.L, before.target.L, 0.5);
    EXPECT_LT(after.target.b, before.target.b - 5.0);
    // Pictures and ladders agree: the smooth colour in the band is the ladder's.
    const Lab middle = plannedColour(plan, violet, 0);
    EXPECT_GT(middle.L, 0.0);
    // A part's own school wins over everyone's.
    plan.parts[0].shading = Shading{};
    const Appearance own = appearanceOf(plan, plain.irradiance);
    EXPECT_NEAR(own.ladders[0][0].target.b, before.target.b, 1e-6);
}

TEST(Colouring, NightDarkensARedBallAndDullsIt) {
    Plan red = ballUnderTheMoon("#a82418");
    Plan blue = ballUnderTheMoon("#2848a8");
    red.values.basis = blue.values.basis = BandBasis::Painted;
    // One figure with both, so that one exposure judges them.
    Plan plan = planOf({sphere({-11, 0, 0}, 10, 30), sphere({11, 0, 0}, 10, 30)}, {"red", "blue"});
    plan.parts[0].local_colour = red.parts[0].local_colour;
    plan.parts[1].local_colour = blue.parts[0].local_colour;
    plan.lights = red.lights;
    for (Light& light : plan.lights) light.colour.kelvin = 4125.0;
    const Appearance day = resultsOfPlan(plan);
    plan.colours.night.used = true;
    plan.colours.night.licence = 0.0;
    const Appearance night = appearanceOf(plan, day.irradiance);
    const double red_day = meanOf(day.ladders[0]).L;
    const double blue_day = meanOf(day.ladders[1]).L;
    const double red_night = meanOf(night.ladders[0]).L;
    const double blue_night = meanOf(night.ladders[1]).L;
    EXPECT_LT(red_night / blue_night, 0.8 * red_day / blue_day);
    EXPECT_LT(meanOf(night.ladders[0]).C, 0.6 * meanOf(day.ladders[0]).C);
    // The topmost lights go to one pale blue, whatever the local colour (common practice, no
    // source).
    const auto lightest = std::find_if(night.ladders[0].rbegin(), night.ladders[0].rend(),
                                       [](const Rung& rung) { return rung.present; });
    const Oklab top = oklabFrom(xyzFrom(lightest->target));
    EXPECT_LT(top.b, 0.0);
    // With all licence it is day again, but for the veil that is turned down with it.
    plan.colours.night.licence = 1.0;
    const Appearance again = appearanceOf(plan, day.irradiance);
    EXPECT_NEAR(meanOf(again.ladders[0]).C, meanOf(day.ladders[0]).C, 1e-9);
}

TEST(Colouring, LampsKeepTheirColoursAtNight) {
    Plan plan = planOf({sphere({0, 0, 0}, 10, 40)}, {"ball"});
    plan.parts[0].local_colour = *srgbFromHex("#a82418");
    plan.lights = {lampLight({0, -14, 0}, 1, 20)};
    const Appearance day = resultsOfPlan(plan);
    plan.colours.night.used = true;
    plan.colours.night.licence = 0.0;
    const Appearance night = appearanceOf(plan, day.irradiance);
    EXPECT_NEAR(meanOf(night.ladders[0]).C, meanOf(day.ladders[0]).C, 0.01);
}

// "Darkness sells light: the rest is kept dark and dull" (common practice, no source).
TEST(Colouring, TheRestIsDulledAndDarkenedWhereNoGlowReaches) {
    Plan plan = planOf({sphere({-14, 0, 0}, 8, 30), sphere({14, 0, 0}, 8, 30)}, {"far", "near"});
    for (Part& part : plan.parts) part.local_colour = *srgbFromHex("#4a9a50");
    plan.lights = {farLight(12, 60), lampLight({14, -10, 0}, 1, 60)};
    const Appearance before = resultsOfPlan(plan);
    plan.colours.glow.dull = 0.8;
    plan.colours.glow.darken = 15.0;
    const Appearance after = appearanceOf(plan, before.irradiance);
    const Oklch far_before = meanOf(before.ladders[0]);
    const Oklch far_after = meanOf(after.ladders[0]);
    EXPECT_LT(far_after.C, 0.5 * far_before.C);
    EXPECT_LT(far_after.L, far_before.L - 0.05);
    // Where the lamp's light is all there is, nothing changes.
    std::size_t facing = 0;
    float most = 0.0F;
    for (std::size_t v = 0; v < plan.figure->vertexCount(); ++v) {
        if (before.irradiance.of_lights[1][v] <= most) continue;
        most = before.irradiance.of_lights[1][v];
        facing = v;
    }
    EXPECT_NEAR(after.values.painted[facing], before.values.painted[facing], 0.6);
    plan.lights[1].on = false;  // without a glow there is nothing to make room for
    const Appearance no_glow = appearanceOf(plan, before.irradiance);
    EXPECT_GT(meanOf(no_glow.ladders[0]).L, 0.0);
}

TEST(Colouring, ARampGivesAGlowingPartItsColours) {
    Plan plan = planOf({box({-4, -4, 0}, {4, 4, 2}), sphere({0, 0, 6}, 4, 30)}, {"foot", "flame"});
    plan.parts[1].material = Material::Glowing;
    plan.lights = {lampLight({0, 0, 6}, 3.9, 20)};
    plan.lights[0].own_parts = {1};
    plan.parts[1].ramp.kind = RampKind::Fire;
    const Appearance appearance = resultsOfPlan(plan);
    const Ladder& ladder = appearance.ladders[1];
    double hue = 0.0;
    int steps = 0;
    for (const Rung& step : ladder) {
        if (!step.present) continue;
        const Oklch here = oklchFrom(oklabFrom(xyzFrom(step.target)));
        if (steps++ > 0) {
            EXPECT_GT(here.h_deg, hue - 1.0);
        }  // from red tips to a yellow root
        hue = here.h_deg;
    }
    EXPECT_GE(steps, 3);
}

TEST(HueVeils, ChangeHueWhereTheyLieAndNowhereElse) {
    Plan plan = ballUnderTheMoon("#c09a80");
    const Appearance before = resultsOfPlan(plan);
    HueVeil veil;
    veil.point_mm = Vec3(0.0F, -10.0F, 0.0F);
    veil.normal = Vec3(0.0F, -1.0F, 0.0F);
    veil.radius_mm = 4.0;
    veil.strength = 0.6;
    veil.colour = *srgbFromHex("#b03028");
    plan.colours.veils = {veil};
    const Appearance after = appearanceOf(plan, before.irradiance);
    EXPECT_EQ(after.values.painted, before.values.painted);
    const Surface& surface = plan.figure->surface;
    int changed = 0;
    for (std::size_t v = 0; v < surface.parts.size(); ++v) {
        const Lab was = plannedColour(plan, before, v);
        const Lab is = plannedColour(plan, after, v);
        const float away = (surface.mesh.positions_mm[v] - veil.point_mm).norm();
        if (away > 4.0F) {
            EXPECT_NEAR(is.a, was.a, 1e-9);
        } else if (away < 1.0F) {
            EXPECT_GT(is.a, was.a + 3.0);
            EXPECT_NEAR(is.L, was.L, 0.01);
            ++changed;
        }
    }
    EXPECT_GT(changed, 0);
}

// Veils belong on what stands out: fists, knees, noses (common practice, no source).
TEST(HueVeils, AreProposedWhereTheFormStandsOut) {
    // A large ball with two knobs of a fist's size on it, all one part.
    Shape body = sphere({0, 0, 0}, 14, 60);
    for (const Vec3& knob : {Vec3(-10, 0, 10), Vec3(10, 0, 10)}) {
        const Shape ball = sphere(knob, 1.6F, 14);
        const auto first = static_cast<std::uint32_t>(body.positions_mm.size());
        for (const Vec3& p : ball.positions_mm) body.positions_mm.push_back(p);
        for (Triangle t : ball.triangles) {
            for (std::uint32_t& corner : t) corner += first;
            body.triangles.push_back(t);
        }
    }
    // Something tall, which sets the scale.
    Plan plan = planOf({body, box({20, 0, -14}, {21, 1, 22})}, {"body", "pole"});
    plan.parts[0].material = Material::Skin;
    const std::vector<HueVeil> veils = proposedVeils(plan, 0, 2);
    ASSERT_EQ(veils.size(), 2U);
    for (const HueVeil& veil : veils) {
        EXPECT_NEAR(std::abs(veil.point_mm.x()), 10.0F, 1.8F);
        EXPECT_NEAR(veil.point_mm.z(), 10.0F, 1.8F);
        EXPECT_FALSE(veil.name.empty());
    }
    EXPECT_LT(veils[0].point_mm.x() * veils[1].point_mm.x(), 0.0F);  // one on each
}

TEST(Harmony, FindsOppositeHuesAndDetailsThatDrown) {
    // A large body with two buttons on it: one like it, one unlike.
    Plan plan = planOf({sphere({0, 0, 0}, 10, 40), box({-4, -10.4F, -1}, {-3, -9.0F, 0}),
                        box({3, -10.4F, -1}, {4, -9.0F, 0})},
                       {"coat", "like", "unlike"});
    plan.parts[0].local_colour = *srgbFromHex("#8a3028");
    plan.parts[1].local_colour = *srgbFromHex("#843430");
    plan.parts[2].local_colour = *srgbFromHex("#3a8a4a");
    plan.lights = {skyLight(SkyKind::Uniform)};
    plan.colours.adaptation = 1.0;           // white light
    plan.colours.shading.red_guard = false;  // which turns the lights of a red to orange
    const Appearance appearance = resultsOfPlan(plan);
    const Harmony harmony = harmonyOf(plan, appearance);
    ASSERT_EQ(harmony.hues.size(), 3U);
    EXPECT_EQ(harmony.hues.front().part, 0);
    const auto related = [&](PartIndex a, PartIndex b, HueRelation relation) {
        return std::ranges::any_of(harmony.pairs, [&](const HuePair& pair) {
            return pair.relation == relation &&
                   ((pair.first == a && pair.second == b) || (pair.first == b && pair.second == a));
        });
    };
    EXPECT_TRUE(related(0, 2, HueRelation::Opposite));
    EXPECT_TRUE(related(0, 1, HueRelation::Neighbours));
    EXPECT_FALSE(related(0, 1, HueRelation::Opposite));
    const std::vector<DrowningDetail> details = drowningDetails(plan, appearance);
    ASSERT_EQ(details.size(), 1U);
    EXPECT_EQ(details[0].detail, 1);
    EXPECT_EQ(details[0].surroundings, 0);
}

// An underpainting is light: a ball under nozzles swung round straight above takes paint like a
// ball under such skies.
TEST(Underpainting, LaysPaintWhereLightWouldFall) {
    Plan plan = planOf({sphere({0, 0, 0}, 10, 40)}, {"ball"});
    plan.under.used = true;
    const Appearance appearance = resultsOfPlan(plan);
    ASSERT_EQ(appearance.irradiance.sprayed.size(), 3U);
    const Surface& surface = plan.figure->surface;
    for (std::size_t v = 0; v < surface.parts.size(); ++v) {
        EXPECT_EQ(appearance.irradiance.sprayed[0][v], 1.0F);  // all over
        const float up = surface.normals[v].z();
        if (up > 0.98F) {
            EXPECT_NEAR(appearance.irradiance.sprayed[2][v], 1.0F, 0.08F);
        }
        if (up < -0.7F) {
            EXPECT_LT(appearance.irradiance.sprayed[2][v], 0.02F);
        }
        // Narrow sprays follow the cosine, since nearly all comes from straight above.
        if (up > 0.2F) {
            EXPECT_NEAR(appearance.irradiance.sprayed[2][v], up, 0.2F);
        }
    }
    const std::vector<Xyz> colours = underpaintedOf(plan, appearance.irradiance);
    ASSERT_EQ(colours.size(), surface.parts.size());
    // Below it is the first colour over the primer, on top the last: by the layer model itself.
    const auto filmOfCoat = [&](std::size_t coat) {
        return filmOf(*std::ranges::find(plan.rack, plan.under.coats[coat].paint, &Paint::name));
    };
    Reflectance ground = reflectanceOf(plan.mixing.primer);
    ground = over(filmOfCoat(0), 1.0, ground);
    const Lab below = labFrom(reflected(daylight(), ground));
    for (std::size_t v = 0; v < surface.parts.size(); ++v) {
        if (surface.normals[v].z() > -0.99F) continue;  // sees hardly any sky
        EXPECT_NEAR(labFrom(colours[v]).L, below.L, 1.0);
        EXPECT_NEAR(labFrom(colours[v]).b, below.b, 1.5);
    }
    // A transparent filter tints the light parts and leaves them light.
    plan.under.filter = "Quinacridone rose";
    const std::vector<Xyz> filtered = underpaintedOf(plan, appearance.irradiance);
    std::size_t top = 0;
    for (std::size_t v = 0; v < surface.parts.size(); ++v) {
        if (surface.normals[v].z() > surface.normals[top].z()) top = v;
    }
    EXPECT_GT(labFrom(filtered[top]).a, labFrom(colours[top]).a + 10.0);
    EXPECT_GT(labFrom(filtered[top]).L, below.L + 10.0);
    const std::vector<double> misses = missOfUnderpainting(plan, appearance, filtered);
    EXPECT_EQ(misses.size(), 1U);
    plan.under.used = false;
    EXPECT_TRUE(underpaintedOf(plan, appearance.irradiance).empty());
}

TEST(Underpainting, SpreadIsWhereHalfArrives) {
    EXPECT_EQ(sharpnessOf(90.0), 0.0);
    EXPECT_NEAR(sharpnessOf(60.0), 1.0, 1e-9);  // cos 60 = 1/2
    EXPECT_NEAR(std::pow(std::cos(radians(22.0)), sharpnessOf(22.0)), 0.5, 1e-9);
}

}  // namespace
}  // namespace glaukophos
