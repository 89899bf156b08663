// Pictures of a plan that runs ahead of its results, without a window.
#include "app/jobs/picture_maker.h"

#include "app/scripts/picture_jump.h"
#include "tests/app/window_fixture.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

constexpr PixelGrid kGrid{300, 300};

EvaluatedPtr worked(const Plan& plan) {
    Advance how;
    how.goal = Goal::Marks;
    return advance(plan, nullptr, {}, how);
}

PictureRequest requestOf(const EvaluatedPtr& evaluated) {
    PictureRequest request;
    request.evaluated = evaluated;
    request.look.overlay = Overlay::Values;
    const Plan& plan = evaluated->plan;
    request.look.light = plan.lights.size();
    request.camera = heldCamera(plan.figure->bounds(), plan.view, kGrid);
    request.grid = kGrid;
    return request;
}

// The pictures of a request, as soon as there are so many, or one that is finished.
std::vector<QImage> picturesOf(PictureMaker& maker, const PictureRequest& request,
                               qsizetype count) {
    const QSignalSpy ready(&maker, &PictureMaker::pictureReady);
    maker.request(request);
    const auto done = [&] {
        return ready.count() >= count || (!ready.empty() && ready.back().at(2).toBool());
    };
    EXPECT_TRUE(QTest::qWaitFor(done, 60000));
    std::vector<QImage> pictures;
    for (const QList<QVariant>& arguments : ready) {
        pictures.push_back(arguments.front().value<QImage>());
    }
    return pictures;
}

TEST(PictureMaker, AHandThatHaltsIsShownWhatWillSettleBeforeItDoes) {
    Plan plan = planOf(
        {box({-9, -9, 0}, {9, 9, 2}), sphere({0, 0, 7}, 4, 48), box({5, -7, 2}, {7, -5, 12})},
        {"plinth", "ball", "post"});
    plan.lights = {skyLight(SkyKind::Uniform), lampLight({-8, -8, 6}, 3.0)};
    plan.lights[0].strength = 0.4;
    giveIdentities(plan);
    const EvaluatedPtr before = worked(plan);
    Plan moved = plan;
    std::get<Lamp>(moved.lights[1].kind).centre_mm = {9, -9, 7};
    PictureMaker maker;
    constexpr int kEnough = 100;  // until it is finished
    ASSERT_FALSE(picturesOf(maker, requestOf(before), kEnough).empty());
    PictureRequest ahead = requestOf(before);
    ahead.ahead = std::make_shared<const Plan>(moved);
    ahead.moving = true;
    const std::vector<QImage> followed = picturesOf(maker, ahead, 2);
    ASSERT_EQ(followed.size(), 2U);
    const PictureRequest settled = requestOf(worked(moved));
    const QImage wanted = picturesOf(maker, settled, kEnough).back();
    const auto alike = [&](const QImage& picture) {
        return shareAlike(picture, wanted, *plan.figure, settled.camera, kGrid, 2.0);
    };
    EXPECT_GT(alike(followed[1]), 0.95);
    EXPECT_GT(alike(followed[1]), alike(followed[0]));
}

}  // namespace
}  // namespace glaukophos
