// Distances against an edge laid down by hand; climbing against the truth of the stand-in.
#include "core/photo/edge_climb.h"

#include <gtest/gtest.h>

#include <cmath>

#include "core/photo/camera_fit.h"
#include "tests/photo/photo_scene.h"

namespace glaukophos {
namespace {

// Dark to the left of column `edge`, light to the right.
Photograph halves(int width, int height, int edge) {
    Photograph photo{width, height, {}};
    photo.rgb.resize(static_cast<std::size_t>(width) * static_cast<std::size_t>(height) * 3, 40);
    for (std::size_t i = 0; i < photo.rgb.size(); ++i) {
        const auto x = static_cast<int>(i / 3 % static_cast<std::size_t>(width));
        if (x >= edge) photo.rgb[i] = 200;
    }
    return photo;
}

TEST(EdgeDistances, AreThoseToTheEdgeForItsDirectionAlone) {
    const EdgeDistances distances = edgeDistances(photoEdges(halves(80, 60, 40), 1));
    const std::size_t level = edgeWayOf({1.0, 0.0});
    // Two columns beside the step are equally steep: either may be the edge.
    for (const double x : {20.0, 30.0, 55.0, 62.0}) {
        EXPECT_NEAR(distances.at(level, {x, 30.0}), std::abs(x - 40.0), 1.0) << x;
    }
    EXPECT_GT(distances.at(edgeWayOf({0.0, 1.0}), {40.0, 30.0}), 100.0) << "no edge runs level";
    EXPECT_GT(distances.at(level, {-5.0, 30.0}), 20.0) << "outside";
    EXPECT_GT(distances.at(level, {40.0, 900.0}), 20.0);
}

TEST(EdgeDistances, AreInPixelsOfTheSmallerPhotograph) {
    const EdgeDistances distances = edgeDistances(photoEdges(halves(160, 120, 80), 2));
    EXPECT_NEAR(distances.at(edgeWayOf({-1.0, 0.0}), {40.0, 60.0}), 20.0, 1.0);
}

// The truth by all places that the stand-in knows.
PhotoCamera trueCamera(const PhotographedScene& scene) {
    std::vector<Sighting> sightings;
    for (const camera::SeenPlace& place : scene.places) {
        sightings.push_back({place.planned_mm.cast<double>(), place.pixel});
    }
    const auto clicked = cameraFromClicks(scene.pairs(8, 0.0), 800, 600);
    LensBelief belief;
    belief.focal_px = clicked->camera.focal_px;
    belief.pixel_spread = 1.0;
    return fitted(clicked->camera, sightings, belief, {0, 0, 13}, 20.0, 30);
}

TEST(EdgeClimb, CamerasTurnedByTenDegreesThroughAnotherLensComeBack) {
    const PhotographedScene& scene = plainScene();
    const PhotoCamera truth = trueCamera(scene);
    ASSERT_LT(scene.error_mm(truth), 0.02);
    EdgesInSizes edges(scene.photo);
    const EdgeDistances distances = edgeDistances(edges.at(2));
    const std::array<ClimbRound, 4> rounds = {{{6.0, 200}, {4.0, 300}, {2.5, 400}, {1.5, 500}}};
    const Eigen::Vector3d middle(0.0, 0.0, 13.0);
    for (int turn = 0; turn < 6; ++turn) {
        PhotoCamera off = truth;
        const Eigen::Vector3d axis(std::cos(turn), std::sin(turn), 0.4);
        const Eigen::Vector3d seen = truth.rotation * middle + truth.translation_mm;
        off.focal_px *= turn % 2 == 0 ? 1.4 : 0.75;
        off.rotation = Eigen::AngleAxisd(radians(10.0), axis.normalized()) * truth.rotation;
        off.translation_mm = seen * (off.focal_px / truth.focal_px) - off.rotation * middle;
        ASSERT_GT(scene.error_mm(off), 0.7);
        const Climbed climbed = climbedToEdges(scene.seen(), distances, off, rounds, {});
        EXPECT_LT(scene.error_mm(climbed.camera), 0.25) << "turned about " << axis.transpose();
        EXPECT_GT(climbed.closeness, 0.7);
    }
}

TEST(EdgeClimb, ACameraThatSeesNothingStaysWhereItIs) {
    const PhotographedScene& scene = plainScene();
    PhotoCamera away = trueCamera(scene);
    away.translation_mm.x() += 1e4;
    EdgesInSizes edges(scene.photo);
    const std::array<ClimbRound, 1> round = {{{4.0, 200}}};
    const Climbed climbed =
        climbedToEdges(scene.seen(), edgeDistances(edges.at(2)), away, round, {});
    EXPECT_EQ(climbed.camera, away);
    EXPECT_EQ(climbed.closeness, 0.0);
}

}  // namespace
}  // namespace glaukophos
