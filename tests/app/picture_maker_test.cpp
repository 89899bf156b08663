// Pictures of a plan that runs ahead of its results, without a window.
#include "app/jobs/picture_maker.h"

#include "app/scripts/picture_jump.h"
#include "tests/app/window_fixture.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

constexpr PixelGrid kGrid{300, 300};
constexpr int kEnough = 100;  // pictures: until one is finished

EvaluatedPtr worked(const Plan& plan) {
    Advance how;
    how.goal = Goal::Marks;
    return advance(plan, nullptr, {}, how);
}

PictureRequest requestOf(const EvaluatedPtr& evaluated, const PixelGrid& grid = kGrid) {
    PictureRequest request;
    request.evaluated = evaluated;
    request.look.overlay = Overlay::Values;
    const Plan& plan = evaluated->plan;
    request.look.light = plan.lights.size();
    request.camera = heldCamera(plan.figure->bounds(), plan.view, grid);
    request.grid = grid;
    return request;
}

PictureRequest aheadOf(PictureRequest request, const Plan& plan) {
    request.ahead = std::make_shared<const Plan>(plan);
    request.moving = true;
    return request;
}

// A sky and a lamp over a ball and a post.
Plan lampLit() {
    Plan plan = planOf(
        {box({-9, -9, 0}, {9, 9, 2}), sphere({0, 0, 7}, 4, 48), box({5, -7, 2}, {7, -5, 12})},
        {"plinth", "ball", "post"});
    plan.lights = {skyLight(SkyKind::Uniform), lampLight({-8, -8, 6}, 3.0)};
    plan.lights[0].strength = 0.4;
    giveIdentities(plan);
    return plan;
}

Plan withLampAt(Plan plan, const Vec3& centre_mm) {
    std::get<Lamp>(plan.lights[1].kind).centre_mm = centre_mm;
    return plan;
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
    const Plan plan = lampLit();
    const EvaluatedPtr before = worked(plan);
    const Plan moved = withLampAt(plan, {9, -9, 7});
    PictureMaker maker;
    ASSERT_FALSE(picturesOf(maker, requestOf(before), kEnough).empty());
    const std::vector<QImage> followed = picturesOf(maker, aheadOf(requestOf(before), moved), 2);
    ASSERT_EQ(followed.size(), 2U);
    const PictureRequest settled = requestOf(worked(moved));
    const QImage wanted = picturesOf(maker, settled, kEnough).back();
    const auto alike = [&](const QImage& picture) {
        return shareAlike(picture, wanted, *plan.figure, settled.camera, kGrid, 2.0);
    };
    EXPECT_GT(alike(followed[1]), 0.95);
    EXPECT_GT(alike(followed[1]), alike(followed[0]));
}

// So large that the hand does not wait for fine pixels: they get larger, and fine again for a look
// that cannot be changed only.
TEST(PictureMaker, AnotherLookInBetweenMixesNoPixelsOfTwoSizes) {
    constexpr PixelGrid kLarge{1500, 1500};
    const Plan plan = lampLit();
    const PictureRequest sharp = requestOf(worked(plan), kLarge);
    PictureMaker maker;
    ASSERT_FALSE(picturesOf(maker, sharp, kEnough).empty());
    for (const float x : {7.5F, 7.8F, 8.1F, 8.4F, 8.7F}) {
        ASSERT_FALSE(picturesOf(maker, aheadOf(sharp, withLampAt(plan, {x, -9, 7})), 1).empty());
    }
    const Plan moved = withLampAt(plan, {9, -9, 7});
    PictureRequest bands = sharp;
    bands.look.overlay = Overlay::Bands;
    ASSERT_FALSE(picturesOf(maker, aheadOf(bands, moved), 1).empty());
    const std::vector<QImage> back = picturesOf(maker, aheadOf(sharp, moved), 1);
    ASSERT_FALSE(back.empty());
    const PictureRequest settled = requestOf(worked(moved), kLarge);
    const QImage wanted = picturesOf(maker, settled, kEnough).back();
    EXPECT_GT(shareAlike(back.front(), wanted, *plan.figure, settled.camera, kLarge, 2.0), 0.85);
}

}  // namespace
}  // namespace glaukophos
