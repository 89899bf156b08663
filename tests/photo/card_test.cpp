// A card of known patches: exposure, white balance and tone curve are undone.
#include "core/review/card.h"

#include <gtest/gtest.h>

#include <cmath>
#include <functional>
#include <random>

#include "core/colour/colour.h"

namespace glaukophos {
namespace {

constexpr std::array<double, 3> kReflectances = {0.85, 0.18, 0.035};

constexpr std::size_t kBytes = 480UL * 360UL * 3UL;

// A table with three squares in a row; codes by `camera` of what is sent back.
Photograph photoOf(const std::function<Vec3d(const Vec3d&)>& camera) {
    Photograph photo{480, 360, std::vector<std::uint8_t>(kBytes)};
    std::size_t at = 0;
    for (int y = 0; y < photo.height; ++y) {
        for (int x = 0; x < photo.width; ++x) {
            double reflectance = 0.30 + 0.0001 * x;
            if (y >= 220 && y < 260 && x >= 300 && x < 420) {
                reflectance = kReflectances.at(static_cast<std::size_t>((x - 300) / 40));
            }
            const Vec3d code = camera(Vec3d::Constant(reflectance));
            for (int c = 0; c < 3; ++c) {
                photo.rgb[at++] =
                    static_cast<std::uint8_t>(std::lround(255.0 * std::clamp(code[c], 0.0, 1.0)));
            }
        }
    }
    return photo;
}

Vec3d encodedAs(const Vec3d& light) {
    const Srgb code = encodedFrom(LinearRgb{light});
    return {code.r, code.g, code.b};
}

TEST(Card, IsFoundWhereItLies) {
    const auto card = findCard(photoOf([](const Vec3d& light) { return encodedAs(0.8 * light); }));
    ASSERT_TRUE(card) << card.error().message;
    ASSERT_TRUE(card->white && card->black);
    EXPECT_NEAR(card->white->middle_px.x(), 320.0, 2.0);
    EXPECT_NEAR(card->grey.middle_px.x(), 360.0, 2.0);
    EXPECT_NEAR(card->black->middle_px.x(), 400.0, 2.0);
    EXPECT_NEAR(card->grey.middle_px.y(), 240.0, 2.0);
}

// CIE 15: L* of a patch follows from its reflectance, whatever the camera did to it.
TEST(Card, GivesBackLightnessUnderAnyExposureBalanceAndGamma) {
    const auto camera = [](const Vec3d& light) {
        return Vec3d((0.6 * encodedAs(light.cwiseProduct(Vec3d(0.9, 0.7, 0.5))).array().pow(1.3)) +
                     0.0);
    };
    const Photograph photo = photoOf(camera);
    const auto card = findCard(photo);
    ASSERT_TRUE(card) << card.error().message;
    const auto curve = curveOf(*card, {}, {1.0, 1.0, 1.0});
    ASSERT_TRUE(curve) << curve.error().message;
    for (const double reflectance : {0.06, 0.12, 0.3, 0.5, 0.7}) {
        const Vec3 light = curve->light(camera(Vec3d::Constant(reflectance)).cast<float>());
        const Lab seen = labFrom(xyzFrom(LinearRgb{light.cast<double>()}));
        EXPECT_NEAR(seen.L, lightnessOf(reflectance), 1.0) << reflectance;
        EXPECT_LT(std::hypot(seen.a, seen.b), 1.5) << reflectance;
    }
}

TEST(Card, CountsWhatLightFallsOnEachPatch) {
    const Photograph photo = photoOf([](const Vec3d& light) { return encodedAs(0.8 * light); });
    const auto card = findCard(photo);
    ASSERT_TRUE(card) << card.error().message;
    const auto curve = curveOf(*card, {}, {0.5, 0.5, 0.5});
    ASSERT_TRUE(curve) << curve.error().message;
    // A grey that is seen as the card's sends back as much: 0.18 under 0.5.
    EXPECT_NEAR(curve->light(card->grey.seen).y(), 0.09, 1e-4);
}

TEST(Card, AGreyAloneTellsExposureAndBalance) {
    const Photograph photo = photoOf(
        [](const Vec3d& light) { return encodedAs(light.cwiseProduct(Vec3d(0.9, 0.7, 0.5))); });
    const std::vector<Eigen::Vector2d> click = {{361.0, 241.0}};
    const auto card = cardAt(photo, click);
    ASSERT_TRUE(card) << card.error().message;
    const auto curve = curveOf(*card, {}, {1.0, 1.0, 1.0});
    ASSERT_TRUE(curve) << curve.error().message;
    const Vec3d white = encodedAs(Vec3d(0.9, 0.7, 0.5) * 0.85);
    const Vec3 light = curve->light(white.cast<float>());
    for (int c = 0; c < 3; ++c) EXPECT_NEAR(light[c], 0.85, 0.02);
}

TEST(Card, WhatCannotServeIsSaidInOneLine) {
    const auto message = [](const Result<CardSeen>& card) {
        return card ? std::string() : card.error().message;
    };
    const Photograph clipped = photoOf([](const Vec3d& light) { return encodedAs(1.5 * light); });
    EXPECT_NE(message(findCard(clipped)).find("clipped"), std::string::npos);
    const Photograph none = {480, 360, std::vector<std::uint8_t>(kBytes, 90)};
    EXPECT_NE(message(findCard(none)).find("No card was found"), std::string::npos);
    const Photograph good = photoOf([](const Vec3d& light) { return encodedAs(0.8 * light); });
    const std::vector<Eigen::Vector2d> outside = {{1000.0, 20.0}};
    EXPECT_NE(message(cardAt(good, outside)).find("outside"), std::string::npos);
    const std::vector<Eigen::Vector2d> on_the_rim = {{340.0, 240.0}};
    EXPECT_NE(message(cardAt(good, on_the_rim)).find("not even"), std::string::npos);
    const std::vector<Eigen::Vector2d> two = {{320.0, 240.0}, {360.0, 240.0}};
    EXPECT_FALSE(cardAt(good, two));
    EXPECT_FALSE(problemWith(CardReflectances{0.2, 0.18, 0.03}).empty());
    // Black, grey and white clicked in the wrong order.
    const std::vector<Eigen::Vector2d> turned = {{400.0, 240.0}, {360.0, 240.0}, {320.0, 240.0}};
    const auto card = cardAt(good, turned);
    ASSERT_TRUE(card);
    EXPECT_FALSE(curveOf(*card, {}, {1.0, 1.0, 1.0}));
}

}  // namespace
}  // namespace glaukophos
