#include "core/photo/photograph.h"

#include <gtest/gtest.h>

#include <opencv2/imgcodecs.hpp>

#include "core/photo/on_photograph.h"
#include "core/photo/photo_sight.h"
#include "core/pipeline/advance.h"
#include "tests/photo/photo_scene.h"

namespace glaukophos {
namespace {

// The left half red, the right half blue; 120 x 80.
std::vector<char> packed(const std::string& ending) {
    cv::Mat image(80, 120, CV_8UC3, cv::Scalar(0, 0, 255));
    image(cv::Rect(60, 0, 60, 80)) = cv::Scalar(255, 0, 0);
    std::vector<unsigned char> bytes;
    EXPECT_TRUE(cv::imencode(ending, image, bytes));
    return {bytes.begin(), bytes.end()};
}

// A JPEG with the head that cameras write (JEITA CP-3451, Exif 2.3, tag 0x0112: orientation).
std::vector<char> turnedJpeg(char orientation) {
    std::vector<char> jpeg = packed(".jpg");
    const unsigned char head[] = {
        0xFF, 0xE1, 0x00, 0x22, 'E', 'x', 'i', 'f', 0, 0,
        'M',  'M',  0,    42,   0,   0,   0,   8,   0, 1,
        1,    0x12, 0,    3,    0,   0,   0,   1,   0, static_cast<unsigned char>(orientation),
        0,    0,    0,    0,    0,   0};
    jpeg.insert(jpeg.begin() + 2, head, head + sizeof head);
    return jpeg;
}

Vec3 colourAt(const Photograph& photo, int x, int y) {
    const std::size_t at = 3 * static_cast<std::size_t>(y * photo.width + x);
    return {float(photo.rgb[at]), float(photo.rgb[at + 1]), float(photo.rgb[at + 2])};
}

TEST(Photograph, PngAndJpegAreRead) {
    for (const char* ending : {".png", ".jpg"}) {
        const auto photo = decodePhotograph(packed(ending));
        ASSERT_TRUE(photo) << photo.error().message;
        EXPECT_EQ(photo->width, 120);
        EXPECT_EQ(photo->height, 80);
        EXPECT_GT(colourAt(*photo, 10, 40).x(), 200.0F);
        EXPECT_GT(colourAt(*photo, 110, 40).z(), 200.0F);
    }
}

TEST(Photograph, IsTurnedAsTheCameraNoted) {
    const auto photo = decodePhotograph(turnedJpeg(6));  // "row 0 is the right side"
    ASSERT_TRUE(photo) << photo.error().message;
    EXPECT_EQ(photo->width, 80);
    EXPECT_EQ(photo->height, 120);
    EXPECT_GT(colourAt(*photo, 40, 10).x(), 200.0F);  // red comes to the top
    EXPECT_GT(colourAt(*photo, 40, 110).z(), 200.0F);
}

TEST(Photograph, WhatCannotBeReadIsSaidInOneLine) {
    const std::string words = "this is a letter, not a picture, and long enough to be one";
    const auto letter = decodePhotograph({words.data(), words.size()});
    ASSERT_FALSE(letter);
    EXPECT_NE(letter.error().message.find("JPEG or PNG"), std::string::npos);
    std::vector<char> half = packed(".png");
    half.resize(60);
    EXPECT_FALSE(decodePhotograph(half));
    std::vector<char> vast = packed(".png");
    vast[16] = 0x01;  // 16 million pixels wide, says the head
    const auto large = decodePhotograph(vast);
    ASSERT_FALSE(large);
    EXPECT_EQ(large.error().code, ErrorCode::TooLarge);
    EXPECT_NE(large.error().message.find("60 million"), std::string::npos);
}

TEST(Photograph, BlocksBecomeTheirMean) {
    Photograph photo{4, 2, {}};
    for (const int grey : {10, 20, 100, 200, 30, 40, 100, 200}) {
        for (int c = 0; c < 3; ++c) photo.rgb.push_back(static_cast<std::uint8_t>(grey));
    }
    const Photograph small = reduced(photo, 2);
    EXPECT_EQ(small.width, 2);
    EXPECT_EQ(small.height, 1);
    EXPECT_EQ(small.rgb[0], 25);
    EXPECT_EQ(small.rgb[3], 150);
}

TEST(PhotoSight, GreysKeepLuminance) {
    const Image green{1, 1, {0, 255, 0}};
    const Image grey = asSeen(green, {true, 0.0});
    // Rec. 709 green has a luminance of 0.7152, encoded 220 (IEC 61966-2-1).
    for (int c = 0; c < 3; ++c) EXPECT_NEAR(grey.rgb[static_cast<std::size_t>(c)], 220, 1);
}

TEST(OnPhotograph, ThePlanLiesOnTheFigureAndNowhereElse) {
    const PhotographedScene& scene = plainScene();
    const auto match = matchByClicks(scene.seen(), scene.photo, scene.pairs(8, 1.0), {});
    ASSERT_TRUE(match) << match.error().message;
    Plan plan = startingPlan("scene", scene.figure);
    const auto e = evaluated(plan, Goal::Marks, {});
    ASSERT_TRUE(e) << e.error().message;
    const Photograph straight = straightened(scene.photo, match->camera);
    OnPhotoChoice choice;
    choice.what = OnPhoto::Colours;
    const PhotoWithPlan with = planOnPhotograph(**e, straight, match->camera, choice);
    ASSERT_EQ(with.picture.rgb.size(), straight.rgb.size());
    // Corners show the table: nothing is drawn there. The middle of the figure is all plan.
    EXPECT_EQ(with.picture.rgb[0], straight.rgb[0]);
    const auto middle = pixelOf(match->camera, {-1.5, -4.0, 10.0});
    ASSERT_TRUE(middle);
    const std::size_t at =
        3 * (static_cast<std::size_t>(middle->y()) * 800 + static_cast<std::size_t>(middle->x()));
    bool differs = false;
    for (std::size_t c = 0; c < 3; ++c) differs |= with.picture.rgb[at + c] != straight.rgb[at + c];
    EXPECT_TRUE(differs);
    choice.what = OnPhoto::Borders;
    const PhotoWithPlan lines = planOnPhotograph(**e, straight, match->camera, choice);
    std::size_t drawn = 0;
    for (std::size_t i = 0; i < straight.rgb.size(); i += 3) {
        drawn += lines.picture.rgb[i] != straight.rgb[i] ? 1U : 0U;
    }
    EXPECT_GT(drawn, 500U);
    EXPECT_LT(drawn, straight.rgb.size() / 3 / 10);
    EXPECT_FALSE(lines.labels.empty());
}

}  // namespace
}  // namespace glaukophos
