// Synthetic scenes with closed-form truth, and OpenCV's own model of the lens.
#include "core/photo/clicked_camera.h"

#include <gtest/gtest.h>

#include <opencv2/calib3d.hpp>

#include "core/photo/straightened.h"

namespace glaukophos {
namespace {

PhotoCamera someCamera() {
    PhotoCamera camera;
    camera.width = 1600;
    camera.height = 1200;
    camera.focal_px = 2100.0;
    camera.rotation =
        (Eigen::AngleAxisd(2.0, Eigen::Vector3d(1.0, 0.2, -0.1).normalized())).toRotationMatrix();
    camera.translation_mm = {3.0, 10.0, 130.0};
    return camera;
}

const std::vector<Vec3> kPlaces = {{-10, -8, 0}, {11, -7, 2},  {0, 4, 31}, {-6, 6, 18},
                                   {8, -3, 22},  {-9, -2, 12}, {5, 9, 7},  {1, -9, 15}};

std::vector<PhotoPair> exactPairs(const PhotoCamera& camera, std::size_t count) {
    std::vector<PhotoPair> pairs;
    for (std::size_t i = 0; i < count; ++i) {
        pairs.push_back({kPlaces[i], *pixelOf(camera, kPlaces[i].cast<double>())});
    }
    return pairs;
}

// Source: OpenCV 4.6, cv::projectPoints (its pixels are counted from their centres).
TEST(PhotoCamera, SeesPlacesWhereOpenCvDoes) {
    PhotoCamera camera = someCamera();
    camera.k1 = -0.21;
    camera.k2 = 0.07;
    std::vector<cv::Point3d> points;
    for (const Vec3& p : kPlaces) points.emplace_back(p.x(), p.y(), p.z());
    cv::Mat rotation(3, 3, CV_64F);
    for (int i = 0; i < 9; ++i) rotation.at<double>(i / 3, i % 3) = camera.rotation(i / 3, i % 3);
    cv::Mat turn;
    cv::Rodrigues(rotation, turn);
    const Eigen::Vector3d& t = camera.translation_mm;
    const cv::Mat shift = (cv::Mat_<double>(3, 1) << t.x(), t.y(), t.z());
    const cv::Mat lens =
        (cv::Mat_<double>(3, 3) << 2100.0, 0.0, 799.5, 0.0, 2100.0, 599.5, 0.0, 0.0, 1.0);
    const cv::Mat bends = (cv::Mat_<double>(1, 4) << camera.k1, camera.k2, 0.0, 0.0);
    std::vector<cv::Point2d> pixels;
    cv::projectPoints(points, turn, shift, lens, bends, pixels);
    std::vector<cv::Point2d> straight;
    cv::undistortPoints(pixels, straight, lens, bends, cv::noArray(), lens);
    for (std::size_t i = 0; i < kPlaces.size(); ++i) {
        const auto seen = pixelOf(camera, kPlaces[i].cast<double>());
        ASSERT_TRUE(seen);
        EXPECT_NEAR(seen->x(), pixels[i].x + 0.5, 1e-6);
        EXPECT_NEAR(seen->y(), pixels[i].y + 0.5, 1e-6);
        const Eigen::Vector2d unbent = straightPixel(camera, *seen);
        EXPECT_NEAR(unbent.x(), straight[i].x + 0.5, 0.02);
        EXPECT_NEAR(unbent.y(), straight[i].y + 0.5, 0.02);
    }
}

TEST(PhotoCamera, APixelLooksAlongTheRayToItsPlace) {
    PhotoCamera camera = someCamera();
    camera.k1 = 0.15;
    for (const Vec3& place : kPlaces) {
        const PhotoRay ray = rayThrough(camera, *pixelOf(camera, place.cast<double>()));
        const Vec3 to_place = place - ray.origin_mm;
        EXPECT_LT(to_place.cross(ray.direction).norm(), 2e-3);
    }
}

TEST(PhotoCamera, SeesNothingBehindItself) {
    EXPECT_FALSE(pixelOf(PhotoCamera{}, {0.0, 0.0, -1.0}));
}

TEST(ClickedCamera, ExactPairsGiveTheCameraBack) {
    const PhotoCamera truth = someCamera();
    const auto found = cameraFromClicks(exactPairs(truth, 8), 1600, 1200);
    ASSERT_TRUE(found) << found.error().message;
    EXPECT_LT(found->mean_px, 0.6);  // the lens is believed to be a usual one, a little
    EXPECT_NEAR(found->camera.focal_px, truth.focal_px, 0.1 * truth.focal_px);
    const Eigen::AngleAxisd apart(found->camera.rotation * truth.rotation.transpose());
    EXPECT_LT(degrees(apart.angle()), 0.7);
}

TEST(ClickedCamera, APairThatContradictsTheOthersIsNamed) {
    std::vector<PhotoPair> pairs = exactPairs(someCamera(), 7);
    pairs[3].pixel += Eigen::Vector2d(120.0, -60.0);
    const auto found = cameraFromClicks(pairs, 1600, 1200);
    ASSERT_TRUE(found) << found.error().message;
    for (std::size_t i = 0; i < pairs.size(); ++i) EXPECT_EQ(found->off[i], i == 3) << i;
    EXPECT_LT(found->mean_px, 1.0);
}

TEST(ClickedCamera, TooFewOrUselessPairsAreSaidInOneLine) {
    const std::vector<PhotoPair> good = exactPairs(someCamera(), 8);
    const auto few = cameraFromClicks(std::span(good).first(3), 1600, 1200);
    ASSERT_FALSE(few);
    EXPECT_NE(few.error().message.find("Click 1 more"), std::string::npos);
    std::vector<PhotoPair> line = good;
    for (std::size_t i = 0; i < line.size(); ++i) line[i].point_mm = Vec3(0, 0, float(i));
    const auto in_line = cameraFromClicks(line, 1600, 1200);
    ASSERT_FALSE(in_line);
    EXPECT_NE(in_line.error().message.find("one line"), std::string::npos);
    std::vector<PhotoPair> mixed = good;
    for (std::size_t i = 0; i < mixed.size(); ++i) mixed[i].pixel = good[(3 * i + 1) % 8].pixel;
    const auto contradicting = cameraFromClicks(mixed, 1600, 1200);
    ASSERT_FALSE(contradicting);
    EXPECT_NE(contradicting.error().message.find("contradict"), std::string::npos);
}

}  // namespace
}  // namespace glaukophos
