#include <gtest/gtest.h>

#include <functional>

#include <algorithm>
#include <array>
#include <cmath>

#include "core/picture/band_labels.h"
#include "core/picture/layer_map.h"
#include "core/picture/named_view.h"
#include "core/picture/render.h"
#include "core/picture/study.h"
#include "core/work/step_maps.h"
#include "tests/support/evaluated.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

const PixelGrid kGrid{200, 150};

TEST(Camera, PixelAndRayAreInverse) {
    const Bounds bounds{{-10, -10, 0}, {10, 10, 30}};
    for (const NamedView& named : namedViews()) {
        const Camera camera = heldCamera(bounds, named.view, kGrid);
        const Vec3 point(3, -4, 12);
        const auto pixel = pixelOf(camera, kGrid, point);
        ASSERT_TRUE(pixel);
        const CameraRay ray = rayThrough(camera, kGrid, pixel->x(), pixel->y());
        const Vec3 to_point = point - ray.origin;
        EXPECT_LT(to_point.cross(ray.direction).norm(), 0.01F) << named.name;
    }
}

TEST(Camera, FromTheFrontTheFiguresLeftIsOnTheViewersRight) {
    const Bounds bounds{{-10, -10, 0}, {10, 10, 30}};
    const Camera camera = heldCamera(bounds, *viewFromName("front"), kGrid);
    const auto left_hand = pixelOf(camera, kGrid, {10, 0, 15});
    ASSERT_TRUE(left_hand);
    EXPECT_GT(left_hand->x(), 100.0F);
    const Camera upside_down = heldCamera(bounds, *viewFromName("upside-down"), kGrid);
    const auto head = pixelOf(upside_down, kGrid, {0, 0, 30});
    ASSERT_TRUE(head);
    EXPECT_GT(head->y(), 75.0F);
}

TEST(Camera, AllOfTheFigureIsInThePictureFromEverySide) {
    const Bounds bounds{{-16, -16, 0}, {16, 16, 36}};
    for (double hour = 0.0; hour < 12.0; hour += 1.5) {
        for (const double height : {-40.0, 0.0, 13.0, 45.0, 89.0}) {
            const Camera camera =
                heldCamera(bounds, {hour, height, 1.0, false, Vec3::Zero()}, kGrid);
            for (int i = 0; i < 24; ++i) {  // rim of the base and the top of the head
                const double turn = i / 24.0 * 2 * kPi;
                const Vec3 rim(static_cast<float>(16 * std::cos(turn)),
                               static_cast<float>(16 * std::sin(turn)), 0);
                for (const Vec3& point : {rim, Vec3(0, 0, 36)}) {
                    const auto pixel = pixelOf(camera, kGrid, point);
                    ASSERT_TRUE(pixel);
                    EXPECT_TRUE(pixel->y() > 0 && pixel->y() < 150 && pixel->x() > 0 &&
                                pixel->x() < 200)
                        << hour << " " << height << " " << pixel->transpose();
                }
            }
        }
    }
}

// "What the lamp sees is lit" (common practice, no source): every spot in the picture from a far
// light receives light from it.
TEST(Camera, WhatTheFarLightSeesIsLit) {
    Plan plan = planOf({plate({0, 0, 0}, 12), sphere({0, 0, 5}, 4, 40)});
    plan.lights = {farLight(2, 40)};
    const auto appearance = evaluate(plan, {});
    ASSERT_TRUE(appearance);
    const Camera camera = cameraAt(plan, plan.lights[0], kGrid);
    const TracedFrame frame = traceFrame(*plan.figure, camera, kGrid, {0, 0});
    std::size_t seen = 0;
    std::size_t dark = 0;
    for (const PixelHit& hit : frame.pixels) {
        if (hit.triangle == kNothing) continue;
        ++seen;
        const Triangle& t = plan.figure->surface.mesh.triangles[hit.triangle];
        float most = 0.0F;
        for (const std::uint32_t v : t)
            most = std::max(most, appearance->irradiance.of_lights[0][v]);
        if (most == 0.0F) ++dark;
    }
    EXPECT_GT(seen, 2000U);
    EXPECT_LT(dark, seen / 200);
}

// From a lamp inside its own glass one sees what it lights, not the glass.
TEST(Camera, FromALampItsOwnGlassIsNotSeen) {
    Plan plan = planOf({plate({0, 0, 0}, 12), sphere({0, 0, 5}, 2, 30)}, {"floor", "glass"});
    plan.lights = {lampLight({0, 0, 5}, 1.5)};
    plan.lights[0].own_parts = {1};
    const Camera camera = cameraAt(plan, plan.lights[0], kGrid);
    const TracedFrame frame = traceFrame(*plan.figure, camera, kGrid, {0, 0});
    std::size_t floor = 0;
    for (const PixelHit& hit : frame.pixels) {
        if (hit.triangle == kNothing) continue;
        EXPECT_EQ(plan.figure->partShownBy(hit), 0);
        ++floor;
    }
    EXPECT_GT(floor, 1000U);
}

TEST(Render, TheMiddleOfALitBallIsLighterThanItsShadow) {
    Plan plan = planOf({sphere({0, 0, 0}, 10, 60)});
    plan.lights = {farLight(12, 20)};
    const auto appearance = evaluate(plan, {});
    ASSERT_TRUE(appearance);
    const Look look = lookOf(plan, *appearance, {Overlay::Values, 0, false});
    const auto middle = [&](const char* view) {
        const Camera camera = heldCamera(plan.figure->bounds(), *viewFromName(view), kGrid);
        const Image image = renderPicture(*plan.figure, camera, kGrid, look, {}, 2);
        return image.rgb[3 * (75 * 200 + 100)];
    };
    EXPECT_GT(middle("front"), 200);
    EXPECT_LT(middle("back"), 60);
}

TEST(Render, BandsAreFlatGreysWithLines) {
    Plan plan = planOf({sphere({0, 0, 0}, 10, 60)});
    plan.lights = {farLight(12, 20)};
    plan.values.paint = {10, 95, 0};
    const auto appearance = evaluate(plan, {});
    ASSERT_TRUE(appearance);
    const Look look = lookOf(plan, *appearance, {Overlay::Bands, 0, false});
    ShadeChoice shade;
    shade.backdrop = {1.0F, 1.0F, false};
    const Camera camera = heldCamera(plan.figure->bounds(), *viewFromName("right"), kGrid);
    const Image image = renderPicture(*plan.figure, camera, kGrid, look, shade, 1);
    std::array<int, 256> histogram{};
    for (std::size_t i = 0; i < image.rgb.size(); i += 3) ++histogram[image.rgb[i]];
    int in_bands = 0;
    for (const double lightness : {18.5, 35.5, 52.5, 69.5, 86.5}) {  // the middles of the bands
        const auto grey = std::lround(255.0 * displayable({lightness, 0, 0}).r);
        EXPECT_GT(histogram[static_cast<std::size_t>(grey)], 300) << lightness;
        in_bands += histogram[static_cast<std::size_t>(grey)];
    }
    const int ball = 200 * 150 - histogram[255];
    EXPECT_GT(in_bands, 0.75 * ball);  // the rest are the lines between them
}

int pixelsOf(const Image& image, const std::function<bool(int, int, int)>& like) {
    int count = 0;
    for (std::size_t i = 0; i < image.rgb.size(); i += 3) {
        if (like(image.rgb[i], image.rgb[i + 1], image.rgb[i + 2])) ++count;
    }
    return count;
}

// A red line on the front of a ball is seen from the front and hidden from behind.
TEST(Render, LinesAreHiddenByWhatStandsBeforeThem) {
    Plan plan = planOf({sphere({0, 0, 0}, 10, 60)});
    plan.lights = {skyLight(SkyKind::Uniform)};
    const auto appearance = evaluate(plan, {});
    ASSERT_TRUE(appearance);
    Look look = lookOf(plan, *appearance, {Overlay::Values, 0, false});
    std::vector<Vec3> line;
    for (double t = -40; t <= 40; t += 2) {
        line.push_back(10.0F * Vec3d(std::sin(radians(t)), -std::cos(radians(t)), 0).cast<float>());
    }
    look.lines = {{LineStyle::Solid, 3.0F, 0.0F, Vec3(1, 0, 0), 0.0F, {line}}};
    const auto red = [&](const char* view) {
        const Camera camera = heldCamera(plan.figure->bounds(), *viewFromName(view), kGrid);
        return pixelsOf(renderPicture(*plan.figure, camera, kGrid, look, {}, 2),
                        [](int r, int g, int) { return r > 200 && g < 60; });
    };
    const int solid = red("front");
    EXPECT_GT(solid, 150);
    EXPECT_EQ(red("back"), 0);
    look.lines[0].style = LineStyle::Dashed;
    EXPECT_LT(red("front"), 0.85 * solid);
    look.lines[0].style = LineStyle::Dotted;
    EXPECT_LT(red("front"), 0.6 * solid);
}

// A point blurred by sigma has a variance of sigma squared in each direction; light is kept.
TEST(Render, BlurHasTheWidthItSays) {
    Accumulation point;
    point.grid = {101, 101};
    point.frames = 1;
    point.sum.assign(101 * 101, Vec3::Zero());
    point.sum[50 * 101 + 50] = Vec3::Ones();
    for (const double sigma : {2.0, 5.0, 9.0}) {
        const Accumulation blur = blurred(point, sigma);
        double light = 0.0;
        double variance = 0.0;
        for (int y = 0; y < 101; ++y) {
            for (int x = 0; x < 101; ++x) {
                const double v = blur.sum[static_cast<std::size_t>(y * 101 + x)].x();
                light += v;
                variance += v * (x - 50) * (x - 50);
            }
        }
        EXPECT_NEAR(light, 1.0, 1e-3);
        EXPECT_NEAR(std::sqrt(variance), sigma, 0.12 * sigma + 0.3);  // boxes are whole pixels wide
    }
}

// While something moves, only what the picture shows is worked out: it must not be seen.
TEST(Render, ALookOfWhatIsSeenMakesTheSamePicture) {
    Plan plan = planOf({sphere({0, 0, 8}, 8, 40), box({9, -3, 0}, {13, 3, 9})});
    plan.lights = {farLight(10, 40)};
    const Appearance appearance = *evaluate(plan, {});
    const Camera camera = heldCamera(plan.figure->bounds(), *viewFromName("front"), kGrid);
    const TracedFrame frame = traceFrame(*plan.figure, camera, kGrid, Eigen::Vector2f::Zero());
    std::vector<bool> seen(plan.figure->vertexCount(), false);
    for (const PixelHit& hit : frame.pixels) {
        if (hit.triangle == kNothing) continue;
        for (const std::uint32_t v : plan.figure->surface.mesh.triangles[hit.triangle]) {
            seen[v] = true;
        }
    }
    EXPECT_LT(std::ranges::count(seen, true), 0.8 * static_cast<double>(seen.size()));
    const auto pictureWith = [&](const std::vector<bool>& only) {
        Accumulation sum;
        addFrame(sum, *plan.figure, camera, frame,
                 lookOf(plan, appearance, {Overlay::Colours, 0, false}, {}, only), {});
        return encoded(sum).rgb;
    };
    EXPECT_EQ(pictureWith(seen), pictureWith({}));
}

// The map of a ball's lit cap: its border is a circle, and the mix's colour lies inside it.
TEST(Render, TheMapOfALayerIsTheColourOfItsMixWhereItGoes) {
    Plan plan = planOf({sphere({0, 0, 0}, 8, 60)}, {"ball"});
    plan.lights = {farLight(12, 0)};  // from straight in front
    const Appearance appearance = *evaluate(plan, {});
    Work work;
    work.lightness = appearance.values.lightness;
    Step step;
    step.kind = StepKind::Layer;
    step.parts = {0};
    step.recipe.drops = {{0, 1}};
    step.recipe.colour = {60.0, 50.0, 30.0};  // a red
    step.mask = {Where::Values, appearance.bands.borders.back(), 1e9, 0, 0};
    LookChoice choice;
    choice.overlay = Overlay::Layer;
    choice.layer =
        std::make_shared<const LayerMap>(layerMapOf(plan, appearance, work, step, false));
    const Camera camera =
        heldCamera(plan.figure->bounds(), {12, 0, 1.0, false, Vec3::Zero()}, kGrid);
    const Image picture =
        renderPicture(*plan.figure, camera, kGrid, lookOf(plan, appearance, choice), {}, 4);
    const auto isRed = [&](int x, int y) {
        const std::size_t at = 3 * static_cast<std::size_t>(y * kGrid.width + x);
        return picture.rgb[at] > picture.rgb[at + 1] + 30;
    };
    EXPECT_TRUE(isRed(100, 75));
    int across = 0;
    int down = 0;
    for (int x = 0; x < kGrid.width; ++x) across += isRed(x, 75) ? 1 : 0;
    for (int y = 0; y < kGrid.height; ++y) down += isRed(100, y) ? 1 : 0;
    EXPECT_GT(across, 10);
    EXPECT_NEAR(across, down, 0.15 * across + 2.0);
    // A part that the step does not lie on stays plain.
    step.parts.clear();
    step.parts = {0};
    step.mask.from = 1e7;
    choice.layer =
        std::make_shared<const LayerMap>(layerMapOf(plan, appearance, work, step, false));
    const Image none =
        renderPicture(*plan.figure, camera, kGrid, lookOf(plan, appearance, choice), {}, 1);
    for (std::size_t i = 0; i < none.rgb.size(); i += 3) {
        ASSERT_LT(std::abs(none.rgb[i] - none.rgb[i + 1]), 30);
    }
}

// Pigment is drawn from dark to light: on a ball lit from in front, towards its front.
TEST(Render, StrokesRunFromDarkToLight) {
    Plan plan = planOf({sphere({0, 0, 0}, 8, 60)}, {"ball"});
    plan.lights = {farLight(12, 0)};
    const Appearance appearance = *evaluate(plan, {});
    Step step;
    step.parts = {0};
    step.mask = {Where::Values, appearance.bands.borders.front(), 1e9, 0, 0};
    const auto strokes = strokesOf({plan, appearance, appearance.values.lightness}, step, 2.0);
    ASSERT_GT(strokes.size(), 8U);
    int towards_light = 0;
    for (const std::vector<Vec3>& stroke : strokes) {
        const Vec3 way = stroke[1] - stroke[0];
        if (way.y() < 0.0F) ++towards_light;  // the light stands at -y
        EXPECT_LT(way.norm(), 2.0F);
    }
    EXPECT_GT(towards_light, 9 * static_cast<int>(strokes.size()) / 10);
}

TEST(BandLabels, StandInsideTheirBand) {
    Plan plan = planOf({sphere({0, 0, 0}, 10, 60)});
    plan.lights = {farLight(2, 40)};
    const auto appearance = evaluate(plan, {});
    ASSERT_TRUE(appearance);
    const Look look = lookOf(plan, *appearance, {Overlay::Bands, 0, false});
    const Camera camera = heldCamera(plan.figure->bounds(), *viewFromName("front"), kGrid);
    const TracedFrame frame = traceFrame(*plan.figure, camera, kGrid, Eigen::Vector2f::Zero());
    const std::vector<BandLabel> labels = bandLabels(*plan.figure, frame, look, 4);
    EXPECT_GE(labels.size(), 3U);
    for (const BandLabel& label : labels) {
        const PixelHit& hit = frame.at(label.x, label.y);
        ASSERT_NE(hit.triangle, kNothing);
        const Triangle& t = plan.figure->surface.mesh.triangles[hit.triangle];
        EXPECT_EQ(bandOf(appearance->values.lightness[t[0]], look.borders), label.band);
    }
}

// Two boxes side by side: alike they run together, black and white they do not.
TEST(Study, WarnsOfNeighboursThatRunTogether) {
    Plan plan = planOf({box({-10, -5, 0}, {0, 5, 20}), box({0, -5, 0}, {10, 5, 20})}, {"a", "b"});
    plan.lights = {farLight(12, 30)};
    const auto merges = [&] {
        const auto appearance = evaluate(plan, {});
        EXPECT_TRUE(appearance);
        return mergesIn(plan, *appearance, *viewFromName("front"));
    };
    const std::vector<Merge> alike = merges();
    ASSERT_EQ(alike.size(), 1U);
    EXPECT_LT(alike[0].step, 1.0);
    EXPECT_NEAR(alike[0].border_mm, 20.0 + 10.0 * std::sin(radians(8.0)), 2.0);
    EXPECT_NE(inWords(plan, alike[0], "Front").find("a and b run together"), std::string::npos);
    plan.parts[0].local_colour = {0.1, 0.1, 0.1};
    plan.parts[1].local_colour = {0.95, 0.95, 0.95};
    EXPECT_TRUE(merges().empty());
}

TEST(Render, MoreSamplesKeepTheSamePicture) {
    Plan plan = planOf({sphere({0, 0, 0}, 10, 60)});
    plan.lights = {farLight(12, 20)};
    const auto appearance = evaluate(plan, {});
    ASSERT_TRUE(appearance);
    const Look look = lookOf(plan, *appearance, {Overlay::Values, 0, false});
    const Camera camera = heldCamera(plan.figure->bounds(), *viewFromName("front"), kGrid);
    const Image one = renderPicture(*plan.figure, camera, kGrid, look, {}, 1);
    const Image many = renderPicture(*plan.figure, camera, kGrid, look, {}, 16);
    double difference = 0.0;
    for (std::size_t i = 0; i < one.rgb.size(); ++i) {
        difference += std::abs(static_cast<int>(one.rgb[i]) - static_cast<int>(many.rgb[i]));
    }
    EXPECT_LT(difference / static_cast<double>(one.rgb.size()), 1.0);
}

// Against every frame traced and shaded whole.
TEST(Render, FinerFramesOnlyWhereNeighboursDifferGiveTheSamePicture) {
    Plan plan =
        planOf({sphere({0, 0, 0}, 10, 60), box({9, -2, -8}, {11, 2, 12})}, {"ball", "post"});
    plan.lights = {farLight(12, 20)};
    const auto appearance = evaluate(plan, {});
    ASSERT_TRUE(appearance);
    const Look look = lookOf(plan, *appearance, {Overlay::Bands, 0, false});
    const Camera camera = heldCamera(plan.figure->bounds(), *viewFromName("front"), kGrid);
    const Image image = renderPicture(*plan.figure, camera, kGrid, look, {}, 24);
    Accumulation whole;
    for (int i = 0; i < 24; ++i) {
        addFrame(whole, *plan.figure, camera, traceFrame(*plan.figure, camera, kGrid, jitterOf(i)),
                 look, {});
    }
    const Image expected = encoded(whole);
    std::size_t visibly_other = 0;
    for (std::size_t i = 0; i < image.rgb.size(); ++i) {
        if (std::abs(int{image.rgb[i]} - int{expected.rgb[i]}) > 4) ++visibly_other;
    }
    EXPECT_LT(visibly_other, image.rgb.size() / 2000);
    Accumulation finer;
    finer.grid = kGrid;
    for (int i = 0; i < 3; ++i) addFinerFrame(finer, *plan.figure, camera, look, {});
    const auto retraced = std::ranges::count(finer.uneven, 1);
    EXPECT_GT(retraced, 20);
    EXPECT_LT(retraced, static_cast<std::ptrdiff_t>(finer.uneven.size()) / 2);
}

}  // namespace
}  // namespace glaukophos
