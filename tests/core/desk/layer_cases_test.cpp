// What a painter must get from sprays, eyes, faces by quarters, and borders that are blended or
// left flat. Numbers are common practice, no source, unless one is named.
#include <gtest/gtest.h>

#include <algorithm>
#include <cmath>

#include "core/colour/coats.h"
#include "core/colour/colour_difference.h"
#include "core/io/line_json.h"
#include "core/lighting/sprays.h"
#include "core/painted/filter_share.h"
#include "core/painted/licences.h"
#include "core/painted/underpaint.h"
#include "core/work/laid_paint.h"
#include "core/work/step_maps.h"
#include "tests/support/evaluated.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

// A grey block under a sky and a lamp high on one side.
Plan block(Material material = Material::Cloth) {
    Plan plan =
        planOf({box({-5, -5, 0}, {5, 5, 10}), sphere({0, 0, 14}, 4, 40)}, {"block", "ball"});
    for (Part& part : plan.parts) {
        part.local_colour = Srgb{0.45, 0.4, 0.35};
        part.material = material;
    }
    plan.lights = {skyLight(SkyKind::Uniform), farLight(11, 50)};
    plan.lights[0].strength = 0.3;
    plan.lights[1].strength = 0.8;
    giveIdentities(plan);
    return plan;
}

const Step* stepWith(const Work& work, const std::string& key_end) {
    const auto found = std::ranges::find_if(
        work.steps, [&](const Step& step) { return step.key.find(key_end) != std::string::npos; });
    return found == work.steps.end() ? nullptr : &*found;
}

const Step* sprayOf(const Work& work, std::size_t index) {
    const auto found = std::ranges::find_if(work.steps, [&](const Step& step) {
        return step.kind == StepKind::Spray && step.mask.index == index;
    });
    return found == work.steps.end() ? nullptr : &*found;
}

std::size_t vertexNear(const Plan& plan, const Vec3& place) {
    const std::vector<Vec3>& all = plan.figure->surface.mesh.positions_mm;
    std::size_t nearest = 0;
    for (std::size_t v = 0; v < all.size(); ++v) {
        if ((all[v] - place).norm() < (all[nearest] - place).norm()) nearest = v;
    }
    return nearest;
}

// Lambert's cosine law and the inverse square: a narrow spray on the sides of a block.
TEST(Sprays, ArriveAsLightFromTheirDirectionAndThinOutWithDistance) {
    Plan plan = block();
    plan.under.used = true;
    UnderCoat side{"Titanium white", 10.0, 0.2};
    side.from = {3.0, 0.0};  // from its own right, -x
    side.distance_mm = 50.0;
    UnderCoat below = side;
    below.from = {12.0, -90.0};
    plan.under.coats = {side, below};
    const auto all = *evaluated(plan, Goal::Marks);
    const auto& sprayed = all->appearance->irradiance.sprayed;
    ASSERT_EQ(sprayed.size(), 2U);
    EXPECT_NEAR(sprayed[0][vertexNear(plan, {-5, 0, 5})], 1.0F, 0.03F);
    EXPECT_NEAR(sprayed[0][vertexNear(plan, {5, 0, 5})], 0.0F, 1e-3F);
    EXPECT_NEAR(sprayed[0][vertexNear(plan, {0, 0, 10})], 0.0F, 0.16F);  // seen edge on
    // The ball stands a millimetre back.
    EXPECT_NEAR(sprayed[0][vertexNear(plan, {-4, 0, 14})], std::pow(50.0F / 51.0F, 2.0F), 0.03F);
    EXPECT_NEAR(sprayed[1][vertexNear(plan, {0, 0, 0})], 1.0F, 0.03F);
    EXPECT_NEAR(sprayed[1][vertexNear(plan, {0, 0, 18})], 0.0F, 1e-3F);
}

// S2: what is sprayed is not buried, a filter over it changes, a cold dark from below comes last.
TEST(LayerCases, SprayedGroundsAreKept) {
    Plan plan = block();
    const auto bare = *evaluated(plan, Goal::Desk);
    const auto painted = [](const Work& work) {
        double area = 0.0;
        for (const Step& step : work.steps) {
            const bool layer = step.kind == StepKind::Base || step.kind == StepKind::Layer;
            if (layer) area += step.area_mm2;
        }
        return area;
    };
    // A shadow, a middle from above and white from straight above, whose colours suit the block.
    const auto paintOf = [](const char* name, const char* colour) {
        Paint paint;
        paint.name = name;
        paint.mass_tone = *srgbFromHex(colour);
        paint.opacity = Opacity::Opaque;
        return paint;
    };
    const Ladder& ladder = bare->appearance->ladders[0];
    std::vector<Srgb> shown;
    for (const Rung& rung : ladder) {
        if (rung.present) shown.push_back(rung.shown);
    }
    ASSERT_GE(shown.size(), 2U);
    plan.rack.push_back(paintOf("Shadow", hexFrom(shown.front()).c_str()));
    plan.rack.push_back(paintOf("Light", hexFrom(shown.back()).c_str()));
    plan.under.used = true;
    UnderCoat shadow{"Shadow", 90.0, 1.0};
    UnderCoat light{"Light", 40.0, 1.0};
    light.from = {11.0, 50.0};
    UnderCoat cold{"Indanthrone blue", 40.0, 0.12};
    cold.from = {12.0, -90.0};
    cold.when = SprayTime::Last;
    plan.under.coats = {shadow, light, cold};
    const auto all = *evaluated(plan, Goal::Desk);
    const Work& work = all->desk->work;
    EXPECT_LT(painted(work), 0.75 * painted(bare->desk->work));
    // Nothing lies where the prediction is right: within 5 and half the step.
    const MapBasis maps{all->plan, *all->appearance, work.lightness};
    const std::vector<Xyz> ground = underpaintedOf(all->plan, all->appearance->irradiance);
    std::size_t wrongly = 0;
    std::size_t laid = 0;
    for (const Step& step : work.steps) {
        if (step.kind != StepKind::Layer || step.mask.where != Where::Values) continue;
        const std::vector<float> coverage = coverageOf(maps, step.mask);
        for (std::size_t v = 0; v < coverage.size(); ++v) {
            if (coverage[v] < 1.0F ||
                partsOf(all->plan, step)[plan.figure->surface.parts[v]] == 0) {
                continue;
            }
            const std::size_t band = bandOf(work.lightness[v], all->appearance->bands.borders);
            if (step.band != band) continue;
            ++laid;
            if (ciede2000(labFrom(ground[v]), step.recipe.colour) < 1.5) ++wrongly;
        }
    }
    EXPECT_LT(wrongly, 1 + laid / 20);
    // The last spray is after all layers and edges, with its map, caution and how it is done.
    const Step* last = sprayOf(work, 2);
    ASSERT_NE(last, nullptr);
    for (const Step& step : work.steps) {
        if (step.phase == Phase::Parts || (step.phase == Phase::Edges && &step != last)) {
            EXPECT_LT(indexOf(work.steps, step.key), indexOf(work.steps, last->key)) << step.title;
        }
    }
    EXPECT_NE(last->title.find("straight below"), std::string::npos) << last->title;
    EXPECT_NE(last->tool_words.find("bar"), std::string::npos);
    EXPECT_FALSE(last->caution.empty());
    EXPECT_GT(last->area_mm2, 10.0);
}

TEST(LayerCases, ASprayBetweenComesOverLayersAndUnderEdges) {
    Plan plan = block();
    plan.values.edge_lines.width_mm = 0.5;
    plan.under.used = true;
    UnderCoat mist{"Titanium white", 30.0, 0.06};
    mist.from = {11.0, 50.0};
    mist.when = SprayTime::Between;
    plan.under.coats = {mist};
    plan.parts[1].focus = Focus::Main;
    const auto all = *evaluated(plan, Goal::Desk);
    const Work& work = all->desk->work;
    const Step* spray = sprayOf(work, 0);
    ASSERT_NE(spray, nullptr);
    const std::size_t at = indexOf(work.steps, spray->key);
    int edges = 0;
    for (std::size_t i = 0; i < work.steps.size(); ++i) {
        if (work.steps[i].phase == Phase::Parts) {
            EXPECT_LT(i, at) << work.steps[i].title;
        }
        if (work.steps[i].kind != StepKind::Edges) continue;
        ++edges;
        EXPECT_GT(i, at) << work.steps[i].title;
    }
    EXPECT_GT(edges, 0);
    EXPECT_NE(spray->masking.find("ball"), std::string::npos) << spray->masking;
}

// A V-groove: a filter that is wiped out of recesses leaves its bottom as it was sprayed.
TEST(LayerCases, AFilterFollowsHeightAndFacingAndStaysOutOfRecesses) {
    Plan plan =
        planOf({bar({{-4, -3}, {4, -3}, {4, 3}, {0.5F, 3}, {0, 2}, {-0.5F, 3}, {-4, 3}}, -8, 8)});
    const Surface& surface = plan.figure->surface;
    plan.under.filter = "Phthalo green";
    float deepest = 1.0F;
    for (const float share : filterShareOf(plan)) deepest = std::min(deepest, share);
    EXPECT_LT(deepest, 0.4F);
    plan.under.filter_out_of_recesses = false;
    for (const float share : filterShareOf(plan)) ASSERT_EQ(share, 1.0F);
    plan.under.filter_shape = FilterShape::Above;
    const Bounds& bounds = plan.figure->bounds();
    const std::vector<float> above = filterShareOf(plan);
    for (std::size_t v = 0; v < above.size(); ++v) {
        const float height =
            (surface.mesh.positions_mm[v].z() - bounds.low.z()) / bounds.size().z();
        ASSERT_NEAR(above[v], height, 1e-4F);
    }
    plan.under.filter_shape = FilterShape::FacingDown;
    const std::vector<float> facing = filterShareOf(plan);
    for (std::size_t v = 0; v < facing.size(); ++v) {
        ASSERT_NEAR(facing[v], 0.5F - 0.5F * surface.normals[v].z(), 1e-4F);
    }
}

// S8: eyes 1 mm wide between clicked corners, on a face whose triangles are as large as they are.
Plan withEyes() {
    Plan plan = planOf({sphere({0, 0, 0}, 6, 20)}, {"face"});
    plan.parts[0].material = Material::Skin;
    plan.parts[0].local_colour = Srgb{0.72, 0.52, 0.42};
    plan.lights = {skyLight(SkyKind::Uniform), farLight(11, 50)};
    plan.lights[1].strength = 0.7;
    DrawnLine eyes;
    eyes.name = "eyes";
    eyes.kind = LineKind::Eyes;
    eyes.anchors_mm = {{-1.7F, -5.7F, 1}, {-0.7F, -5.8F, 1}, {1.7F, -5.7F, 1}, {0.7F, -5.8F, 1}};
    eyes.gaze = 0.5;
    plan.lines = {eyes};
    giveIdentities(plan);
    return plan;
}

TEST(LayerCases, EyesAreRingWhiteColourAndDotWithOneGaze) {
    const Plan plan = withEyes();
    const auto all = *evaluated(plan, Goal::Desk);
    std::vector<const Step*> eyes;
    for (const Step& step : all->desk->work.steps) {
        if (step.kind == StepKind::Line) eyes.push_back(&step);
    }
    ASSERT_EQ(eyes.size(), 4U);
    EXPECT_LT(eyes[0]->recipe.colour.L, 25.0);  // ring
    EXPECT_GT(eyes[1]->recipe.colour.L, 65.0);  // off-white, not white
    EXPECT_LT(eyes[1]->recipe.colour.L, 88.0);
    EXPECT_GT(eyes[3]->recipe.colour.L, eyes[1]->recipe.colour.L);
    for (const Step* step : eyes) {
        EXPECT_NE(step->tool_words.find("smallest brush"), std::string::npos) << step->tool_words;
        EXPECT_GT(step->lines_mm, 0.0);
    }
    // All of the face is done before.
    for (const Step& step : all->desk->work.steps) {
        if (step.phase != Phase::Parts) continue;
        EXPECT_LT(indexOf(all->desk->work.steps, step.key),
                  indexOf(all->desk->work.steps, eyes[0]->key));
    }
    // Both look to their own left by as much: the colour stands off the middle of the lids alike.
    std::vector<double> aside;
    for (const Stroke& stroke : all->marks->drawn[0].strokes) {
        EXPECT_NEAR(stroke.points_mm.front().norm(), 6.0, 0.15);  // on the ball
        if (stroke.pass != 2) continue;
        const double middle = stroke.points_mm[0].x() < 0 ? -1.2 : 1.2;
        aside.push_back(stroke.points_mm[0].x() - middle);
    }
    ASSERT_EQ(aside.size(), 2U);
    EXPECT_GT(aside[0], 0.05);
    EXPECT_NEAR(aside[0], aside[1], 0.05);
}

TEST(LayerCases, EyesAreKeptInTheFileAndASingleCornerWaits) {
    DrawnLine eyes = withEyes().lines[0];
    eyes.colour = *srgbFromHex("#5c4029");
    const Json json = lineJson(eyes);
    EXPECT_EQ(lineFrom(Entry(json, "line")), eyes);
    Plan plan = withEyes();
    plan.lines[0].anchors_mm.resize(1);
    const auto all = *evaluated(plan, Goal::Desk);
    EXPECT_TRUE(all->marks->drawn[0].empty());
    EXPECT_EQ(stepWith(all->desk->work, "line-0"), nullptr);
}

// S9: quarters move the traced light, so that the nose stays lighter than the cheek behind it.
TEST(LayerCases, AFaceByQuartersKeepsItsReliefAndGlazesItsFarEdge) {
    Plan plan = planOf({sphere({0, 0, 0}, 5, 40)}, {"face"});
    plan.lights = {skyLight(SkyKind::Uniform), farLight(10, 40)};
    plan.lights[0].strength = 0.3;
    giveIdentities(plan);
    FaceQuarters face = faceAt(plan, {0, -5, 0});
    face.radius_mm = 8.0;
    face.used = true;
    face.veil = 1.0;
    plan.values.face = face;
    const auto all = *evaluated(plan, Goal::Desk);
    const Values& values = all->appearance->values;
    const PaintRange& paint = plan.values.paint;
    // Within a quarter all moves as one.
    const Surface& surface = plan.figure->surface;
    std::map<std::pair<bool, bool>, std::pair<double, double>> moved;
    for (std::size_t v = 0; v < surface.parts.size(); ++v) {
        const Vec3 away = surface.mesh.positions_mm[v] - face.middle_mm;
        const bool turned = std::abs(away.x()) < 0.4F || std::abs(away.z()) < 0.4F;
        if (surface.parts[v] != 0 || turned || surface.normals[v].y() > -0.2F) continue;
        if (away.norm() > 7.5F || values.painted[v] <= paint.darkest + 0.1 ||
            values.painted[v] >= paint.top() - 0.1) {
            continue;
        }
        const double by = values.painted[v] - values.as_lit[v];
        auto& [low, high] =
            moved.try_emplace({away.x() > 0, away.z() > 0}, std::pair{1e9, -1e9}).first->second;
        low = std::min(low, by);
        high = std::max(high, by);
    }
    EXPECT_EQ(moved.size(), 4U);
    for (const auto& [quarter, span] : moved) EXPECT_LT(span.second - span.first, 1.0);
    const Step* glaze = stepWith(all->desk->work, "face-edge");
    ASSERT_NE(glaze, nullptr);
    EXPECT_GT(glaze->area_mm2, 1.0);
    EXPECT_GE(glaze->thinner, 4.0);
    // It lies on the side away from the light (hour 10 is on the figure's own left, +x).
    const std::vector<float> veil = faceVeilOf(plan, values.asLit());
    for (std::size_t v = 0; v < veil.size(); ++v) {
        if (veil[v] > 0.5F) {
            EXPECT_LT(surface.mesh.positions_mm[v].x(), 0.0F);
        }
    }
    // Three tones: both middle quarters go to one mean.
    face.tones = 3;
    const FaceLight light = faceLight(plan, face, values.asLit());
    const std::vector<float> three = quartersOf(plan, face, light, values.asLit());
    const auto meanOf = [&](bool left, bool up) {
        double sum = 0.0;
        double area = 1e-9;
        for (std::size_t v = 0; v < three.size(); ++v) {
            const Vec3 away = surface.mesh.positions_mm[v] - face.middle_mm;
            const bool edge = std::abs(away.x()) < 0.3F || std::abs(away.z()) < 0.3F;
            if (three[v] < 0.0F || edge || (away.x() > 0) != left || (away.z() > 0) != up) continue;
            sum += surface.areas_mm2[v] * three[v];
            area += surface.areas_mm2[v];
        }
        return sum / area;
    };
    EXPECT_NEAR(meanOf(true, false), meanOf(false, true), 4.0);
    EXPECT_GT(meanOf(true, true), meanOf(true, false) + 4.0);
}

int countOf(const Work& work, StepKind kind) {
    return static_cast<int>(std::ranges::count(work.steps, kind, &Step::kind));
}

// S10: glazes go both ways over a border; a smoothing coat is followed by the two lightest again.
TEST(LayerCases, BordersAreGlazedOrSmoothedAsThePainterLikes) {
    Plan plan = block();
    plan.parts[0].material = plan.parts[1].material = Material::Skin;
    plan.values.bands.count = 5;
    const auto usual = *evaluated(plan, Goal::Desk);
    plan.steps.blending = Blending::GlazedBothWays;
    const auto glazed = *evaluated(plan, Goal::Desk);
    EXPECT_GE(countOf(glazed->desk->work, StepKind::Veil),
              countOf(usual->desk->work, StepKind::Veil) + 2);
    const Step* up = stepWith(glazed->desk->work, "glaze-up");
    ASSERT_NE(up, nullptr);
    EXPECT_NEAR(up->thinner, 4.0, 1e-9);
    plan.steps.blending = Blending::Smoothed;
    const auto smoothed = *evaluated(plan, Goal::Desk);
    const std::vector<Step>& steps = smoothed->desk->work.steps;
    const Step* coat = stepWith(smoothed->desk->work, "smoothing");
    ASSERT_NE(coat, nullptr);
    int again = 0;
    for (const Step& step : steps) {
        if (step.key.find("/again-") == std::string::npos) continue;
        if (std::ranges::count(step.parts, coat->parts[0]) == 0) continue;
        ++again;
        EXPECT_GT(indexOf(steps, step.key), indexOf(steps, coat->key));
    }
    EXPECT_EQ(again, 2);
}

TEST(LayerCases, LightsLaidTooLargeAreKnockedBack) {
    Plan plan = block();
    plan.steps.build_up = BuildUp::LightsFirst;
    const auto all = *evaluated(plan, Goal::Desk);
    const Step* back = stepWith(all->desk->work, "knock-back");
    ASSERT_NE(back, nullptr);
    const MapBasis maps{all->plan, *all->appearance, all->desk->work.lightness};
    const auto& borders = all->appearance->bands.borders;
    int larger = 0;
    for (const Step& step : all->desk->work.steps) {
        if (step.kind != StepKind::Layer || !step.band || *step.band == 0) continue;
        Mask exact = step.mask;
        exact.from = borders[*step.band - 1];
        if (areaOf(maps, step.mask, step.parts) > areaOf(maps, exact, step.parts)) ++larger;
    }
    EXPECT_GT(larger, 0);
}

// S11: nothing is blended, thrown borders are cut again, and it says what that saves.
TEST(LayerCases, FlatFieldsSaveMinutesAndCutThrownShadowsAgain) {
    Plan plan = planOf(
        {box({-14, -8, -2}, {14, 8, 0}), box({-2, -2, 0}, {2, 2, 12}), sphere({9, 0, 4}, 4, 40)},
        {"floor", "post", "ball"});
    plan.lights = {skyLight(SkyKind::Uniform), farLight(3, 40)};
    plan.lights[0].strength = 0.25;
    giveIdentities(plan);
    const auto usual = *evaluated(plan, Goal::Desk);
    plan.steps.blending = Blending::Flat;
    const auto flat = *evaluated(plan, Goal::Desk);
    double blended_mm = 0.0;
    for (const Step& step : flat->desk->work.steps) blended_mm += step.lost_mm;
    EXPECT_EQ(blended_mm, 0.0);
    EXPECT_EQ(countOf(flat->desk->work, StepKind::Veil), 0);
    const Step* cut = stepWith(flat->desk->work, "/cut");
    ASSERT_NE(cut, nullptr);
    EXPECT_GT(cut->lines_mm, 6.0);
    EXPECT_GT(cut->area_mm2, 1.0);
    EXPECT_LT(workMinutes(flat->desk->work), workMinutes(usual->desk->work));
    EXPECT_NE(cut->why.find("saved"), std::string::npos);
}

// Stone: the last pass is a dry brush over what stands out; smooth stone is dabbed instead.
TEST(LayerCases, ADryBrushCatchesWhatStandsOut) {
    Plan plan = planOf({box({-12, -4, -2}, {12, 4, 0}), sphere({-6, 0, 0}, 1, 24),
                        sphere({0, 0, 0}, 1, 24), sphere({6, 0, 0}, 1, 24)},
                       {"stone"});
    for (Part& part : plan.parts) {
        part.material = Material::Stone;
        part.local_colour = Srgb{0.5, 0.48, 0.45};
    }
    plan.lights = {skyLight(SkyKind::Uniform), farLight(12, 60)};
    plan.lights[0].strength = 0.3;
    giveIdentities(plan);
    const auto all = *evaluated(plan, Goal::Desk);
    const MapBasis maps{all->plan, *all->appearance, all->desk->work.lightness};
    int dry = 0;
    for (const Step& step : all->desk->work.steps) {
        if (step.tool != Tool::DryBrush) continue;
        ++dry;
        EXPECT_EQ(step.mask.where, Where::Relief);
        const std::vector<float> coverage = coverageOf(maps, step.mask);
        for (std::size_t v = 0; v < coverage.size(); ++v) {
            const Vec3& p = plan.figure->surface.mesh.positions_mm[v];
            const bool flat = p.z() > -0.01F && std::abs(p.x()) < 11.0F && std::abs(p.y()) < 3.0F &&
                              p.z() < 0.01F && plan.figure->surface.parts[v] == 0 &&
                              std::abs(std::remainder(p.x(), 6.0F)) > 2.0F;
            if (flat) {
                ASSERT_EQ(coverage[v], 0.0F);
            }
        }
    }
    EXPECT_GT(dry, 0);
}

}  // namespace
}  // namespace glaukophos
