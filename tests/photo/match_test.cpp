// The stand-in shares no code with what is tested: its truth is what the camera was set to.
#include "tests/photo/photo_scene.h"

#include <gtest/gtest.h>

#include "core/photo/camera_fit.h"

namespace glaukophos {
namespace {

TEST(Match, SixRoughClicksAreMadeFinerByTheEdges) {
    const PhotographedScene& scene = plainScene();
    const auto match = matchByClicks(scene.seen(), scene.photo, scene.pairs(6, 3.0), {});
    ASSERT_TRUE(match) << match.error().message;
    EXPECT_TRUE(match->by_edges);
    EXPECT_FALSE(match->doubtful);
    EXPECT_LT(scene.error_mm(match->camera), 0.08);
    EXPECT_LT(scene.error_mm(match->camera), scene.error_mm(match->clicked->camera));
}

TEST(Match, FourPoorClicksAreSaved) {
    const PhotographedScene& scene = plainScene();
    const auto match = matchByClicks(scene.seen(), scene.photo, scene.pairs(4, 7.0), {});
    ASSERT_TRUE(match) << match.error().message;
    EXPECT_GT(scene.error_mm(match->clicked->camera), 0.3);
    EXPECT_LT(scene.error_mm(match->camera), 0.15);
}

TEST(Match, LensDistortionIsTakenOut) {
    const PhotographedScene scene = photographedScene([](camera::Shot& shot) {
        shot.body.focal = 0.9;
        shot.body.distance_mm = 57.0;
        shot.body.k1 = -0.25;
    });
    std::vector<Sighting> sightings;
    for (const camera::SeenPlace& place : scene.places) {
        sightings.push_back(
            {place.planned_mm.cast<double>(), place.pixel, Eigen::Vector2d::Zero(), 1.0});
    }
    const auto clicked = cameraFromClicks(scene.pairs(8, 2.0), 800, 600);
    ASSERT_TRUE(clicked) << clicked.error().message;
    LensBelief belief;
    belief.focal_px = clicked->camera.focal_px;
    belief.k1_spread = 0.1;
    belief.pixel_spread = 1.0;
    const PhotoCamera camera = fitted(clicked->camera, sightings, belief, {0, 0, 13}, 20.0, 30);
    EXPECT_NEAR(camera.k1, -0.25, 0.01);
    EXPECT_NEAR(camera.focal_px, 0.9 * 800, 3.0);
    EXPECT_LT(scene.error_mm(camera), 0.005);
}

TEST(Match, AnUprightFigureIsFoundWithoutClicks) {
    const PhotographedScene& scene = plainScene();
    const auto match = matchUpright(scene.seen(), scene.photo, {});
    ASSERT_TRUE(match) << match.error().message;
    EXPECT_LT(scene.error_mm(match->camera), 0.15);
    EXPECT_FALSE(match->doubtful);
}

TEST(Match, APhotographOfSomethingElseIsRefusedOrDoubted) {
    const PhotographedScene& scene = plainScene();
    const auto other = shapes::figureOf({shapes::torus({0, 0, 14}, 10.0F, 2.0F, 24, 12),
                                         shapes::cylinder({0, 0, 0}, 2.0F, 10.0F, 24)});
    const SeenMesh seen{other->form->imported.mesh, other->form->occluders};
    const auto match = matchUpright(seen, scene.photo, {});
    if (match) {
        EXPECT_TRUE(match->doubtful);
    } else {
        EXPECT_NE(match.error().message.find("not found"), std::string::npos);
    }
}

TEST(Match, StopsWhenAsked) {
    const PhotographedScene& scene = plainScene();
    std::stop_source stop;
    stop.request_stop();
    const auto match = matchUpright(scene.seen(), scene.photo, {stop.get_token(), {}});
    ASSERT_FALSE(match);
    EXPECT_EQ(match.error().code, ErrorCode::Cancelled);
}

}  // namespace
}  // namespace glaukophos
