// A ball under one light gives its direction in closed form: E = max(0, n.l), nothing else.
#include "core/review/light_of_photo.h"

#include <gtest/gtest.h>

#include <cmath>
#include <random>

#include "core/colour/colour.h"
#include "core/photo/straightened.h"
#include "core/plan/light_variants.h"
#include "core/review/nonnegative.h"
#include "tests/photo/photo_scene.h"
#include "tests/support/evaluated.h"

namespace glaukophos {
namespace {

constexpr float kRadius_mm = 15.0F;
const Vec3 kMiddle_mm(0.0F, 0.0F, 15.0F);

std::shared_ptr<const Figure> ball() {
    static const auto figure = shapes::figureOf({shapes::sphere(kMiddle_mm, kRadius_mm, 64)});
    return figure;
}

// From the front, a little above.
PhotoCamera frontCamera() {
    PhotoCamera camera;
    camera.width = 640;
    camera.height = 480;
    camera.focal_px = 900.0;
    camera.rotation << 1, 0, 0, 0, 0, -1, 0, 1, 0;
    camera.translation_mm = -(camera.rotation * Eigen::Vector3d(0.0, -80.0, 18.0));
    return camera;
}

// Drawn here, ray by ray, by the equation of a sphere.
Photograph photoOfBall(const PhotoCamera& camera, const std::vector<std::pair<Vec3, float>>& lamps,
                       float fill) {
    Photograph photo{camera.width, camera.height, {}};
    for (int y = 0; y < camera.height; ++y) {
        for (int x = 0; x < camera.width; ++x) {
            const PhotoRay ray = rayThrough(camera, {x + 0.5, y + 0.5});
            const Vec3 from = ray.origin_mm - kMiddle_mm;
            const float b = from.dot(ray.direction);
            const float root = b * b - from.squaredNorm() + kRadius_mm * kRadius_mm;
            double light = 0.12;
            if (root > 0.0F) {
                const Vec3 n = (from + (-b - std::sqrt(root)) * ray.direction) / kRadius_mm;
                light = fill * 0.5F * (1.0F + n.z());  // of an even sky, in closed form
                for (const auto& [towards, strength] : lamps) {
                    light += strength * std::max(0.0F, n.dot(towards));
                }
                light *= 0.45;
            }
            const double code = encodedFrom(LinearRgb{Vec3d::Constant(light)}).r;
            photo.rgb.insert(photo.rgb.end(), 3,
                             static_cast<std::uint8_t>(std::lround(255.0 * code)));
        }
    }
    return photo;
}

double degreesBetween(const Vec3& a, const Vec3& b) {
    return std::acos(std::clamp(a.dot(b), -1.0F, 1.0F)) * 180.0 / kPi;
}

TEST(LightOfPhoto, ABallUnderOneLampGivesItsDirection) {
    for (const ClockDirection& from :
         {ClockDirection{11.0, 40.0}, ClockDirection{1.5, 62.0}, ClockDirection{12.0, 25.0}}) {
        const PhotoCamera camera = frontCamera();
        const auto found = lightOfPhoto(
            *ball()->form, photoOfBall(camera, {{towards(from), 1.0F}}, 0.2F), camera, {});
        ASSERT_TRUE(found) << found.error().message;
        ASSERT_EQ(found->light.lamps.size(), 1U) << found->words;
        EXPECT_LT(degreesBetween(towards(found->light.lamps[0].direction), towards(from)), 2.5)
            << found->words;
        EXPECT_NEAR(found->light.fill, 0.2, 0.1);  // the tone curve is not told
        EXPECT_GT(found->explained, 0.97);
        EXPECT_FALSE(found->doubtful);
        EXPECT_NE(found->words.find("Main light"), std::string::npos);
    }
}

TEST(LightOfPhoto, TwoLampsAreToldApart) {
    const ClockDirection main{10.5, 45.0};
    const ClockDirection second{2.0, 30.0};
    const PhotoCamera camera = frontCamera();
    const auto found = lightOfPhoto(
        *ball()->form, photoOfBall(camera, {{towards(main), 1.0F}, {towards(second), 0.6F}}, 0.1F),
        camera, {});
    ASSERT_TRUE(found) << found.error().message;
    ASSERT_EQ(found->light.lamps.size(), 2U) << found->words;
    EXPECT_LT(degreesBetween(towards(found->light.lamps[0].direction), towards(main)), 5.0);
    EXPECT_LT(degreesBetween(towards(found->light.lamps[1].direction), towards(second)), 8.0);
    EXPECT_NEAR(found->light.lamps[1].strength, 0.6, 0.1);
}

// The stand-in's figure is bent, its renderer is not ours, and its tone curve is not told.
TEST(LightOfPhoto, TheStandInsLampIsFoundOnAFigureWithShadows) {
    const PhotographedScene scene = photographedScene([](camera::Shot& shot) {
        shot.lamps = {{10.0, 48.0, 3.0, 1.0, Vec3::Ones()}};
        shot.fill = 0.2;
        shot.body.k1 = 0.0;
    });
    const auto match = matchByClicks(scene.seen(), scene.photo, scene.pairs(6, 1.0), {});
    ASSERT_TRUE(match) << match.error().message;
    const StraightPhoto straight = straightPhoto(scene.photo, match->camera);
    const auto found = lightOfPhoto(*scene.figure->form, straight.photo, straight.camera, {});
    ASSERT_TRUE(found) << found.error().message;
    ASSERT_FALSE(found->light.lamps.empty());
    EXPECT_LT(degreesBetween(towards(found->light.lamps[0].direction), towards({10.0, 48.0})), 5.0)
        << found->words;
}

TEST(LightOfPhoto, NothingToSeeIsSaid) {
    const PhotoCamera camera = frontCamera();
    const Photograph black{camera.width, camera.height,
                           std::vector<std::uint8_t>(640UL * 480UL * 3UL, 1)};
    const auto found = lightOfPhoto(*ball()->form, black, camera, {});
    ASSERT_FALSE(found);
    EXPECT_NE(found.error().message.find("too dark"), std::string::npos);
}

TEST(LightOfPhoto, TakenIntoAPlanItReplacesSkiesAndFarLightsAndKeepsThemAside) {
    Plan plan = startingPlan("ball", ball());
    const std::size_t lamps = static_cast<std::size_t>(
        std::ranges::count_if(plan.lights, [](const Light& light) { return isNear(light.kind); }));
    takeLight(plan, {{{{10.0, 50.0}, 4.0, 1.0}, {{2.0, 30.0}, 4.0, 0.5}}, 0.25});
    ASSERT_EQ(plan.lights.size(), 3U + lamps);
    EXPECT_EQ(std::get<FarLight>(plan.lights[0].kind).direction.hour, 10.0);
    EXPECT_EQ(plan.lights[1].strength, 0.5);
    EXPECT_EQ(std::get<Sky>(plan.lights[2].kind).kind, SkyKind::Uniform);
    EXPECT_EQ(plan.variants.size(), 1U);
    EXPECT_TRUE(problemWith(plan).empty()) << problemWith(plan);
}

// Lawson & Hanson 1974, ch. 23: at the solution the slope w = A^T (b - A x) is zero where x > 0,
// and not positive where x = 0.
TEST(NonNegativeFit, MeetsTheConditionsOfLawsonAndHanson) {
    std::mt19937 random(4);
    std::normal_distribution<double> any(0.0, 1.0);
    int held_back = 0;
    for (int trial = 0; trial < 200; ++trial) {
        Eigen::MatrixXd a(12, 4);
        Eigen::VectorXd b(12);
        for (int i = 0; i < 12; ++i) {
            b[i] = any(random);
            for (int j = 0; j < 4; ++j) a(i, j) = any(random);
        }
        const Normal normal = a.transpose() * a;
        const Unknowns right = a.transpose() * b;
        const NonNegativeFit fit = nonNegativeFit(normal, right);
        const Eigen::VectorXd slope = a.transpose() * (b - a * fit.x);
        for (int j = 0; j < 4; ++j) {
            EXPECT_GE(fit.x[j], 0.0);
            if (fit.x[j] > 0.0) {
                EXPECT_NEAR(slope[j], 0.0, 1e-9);
            } else {
                ++held_back;
                EXPECT_LE(slope[j], 1e-9);
            }
        }
        EXPECT_NEAR(fit.gain, b.squaredNorm() - (b - a * fit.x).squaredNorm(), 1e-9);
    }
    EXPECT_GT(held_back, 100);
}

}  // namespace
}  // namespace glaukophos
