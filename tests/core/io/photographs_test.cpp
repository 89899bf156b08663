// Photographs of a plan: kept in its file, and tables of clicked pairs.
#include <gtest/gtest.h>

#include <filesystem>

#include "core/figure/stance.h"
#include "core/io/clicks_csv.h"
#include "core/io/plan_file.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

namespace fs = std::filesystem;

PlanPhotograph somePhotograph() {
    PlanPhotograph photo;
    photo.name = "bare, \"one lamp\".jpg";
    photo.bytes =
        std::make_shared<const std::vector<char>>(std::vector<char>{'\xFF', 'a', '\0', 'b'});
    photo.pairs = {{{1.5F, -2.25F, 3.0F}, {812.5, 33.25}}};
    photo.note = "evening";
    PhotoPlace place;
    place.camera.rotation =
        Eigen::AngleAxisd(0.7, Eigen::Vector3d(0.1, 0.9, -0.2).normalized()).toRotationMatrix();
    place.camera.translation_mm = {1.0, 2.0, 140.0};
    place.camera.focal_px = 2222.0;
    place.camera.k1 = -0.03;
    place.camera.width = 1600;
    place.camera.height = 1200;
    place.agreement = 0.61;
    photo.place = place;
    return photo;
}

TEST(Photographs, AreKeptInThePlansFile) {
    Plan plan = startingPlan("box", shapes::figureOf({shapes::box({-5, -5, 0}, {5, 5, 20})}));
    plan.photographs.push_back(somePhotograph());
    const fs::path file = fs::temp_directory_path() / "glaukophos-photographs-test.glauk";
    ASSERT_TRUE(savePlan(plan, file));
    const auto opened = openPlan(file, {});
    fs::remove(file);
    ASSERT_TRUE(opened) << opened.error().message;
    ASSERT_EQ(opened->photographs.size(), 1U);
    const PlanPhotograph& photo = opened->photographs.front();
    const PlanPhotograph& before = plan.photographs.front();
    EXPECT_EQ(*photo.bytes, *before.bytes);
    EXPECT_EQ(photo.name, before.name);
    EXPECT_EQ(photo.note, before.note);
    EXPECT_EQ(photo.pairs, before.pairs);
    ASSERT_TRUE(photo.place);
    EXPECT_TRUE(photo.place->camera.rotation.isApprox(before.place->camera.rotation, 1e-12));
    EXPECT_EQ(photo.place->camera.focal_px, 2222.0);
    EXPECT_EQ(photo.place->agreement, 0.61);
}

TEST(Photographs, GoWithTheFigureWhenItIsStoodAnew) {
    std::vector<PlanPhotograph> photographs = {somePhotograph()};
    const PhotoCamera before = photographs.front().place->camera;
    Stance stance;
    stance.turn = Eigen::AngleAxisf(1.1F, Vec3(0.3F, -0.5F, 0.8F).normalized()).toRotationMatrix();
    stance.scale = 1.7F;
    const Vec3 shift(4.0F, -3.0F, 9.0F);
    carryPhotographs(photographs, stance, shift);
    const PhotoCamera& after = photographs.front().place->camera;
    for (const Vec3& place : {Vec3(0, 0, 0), Vec3(8, -3, 20), Vec3(-6, 5, 31)}) {
        const auto first = pixelOf(before, place.cast<double>());
        const auto second = pixelOf(after, moved(place, stance, shift).cast<double>());
        ASSERT_TRUE(first && second);
        EXPECT_NEAR((*first - *second).norm(), 0.0, 2e-3);
    }
    EXPECT_TRUE(photographs.front().pairs.front().point_mm.isApprox(
        moved({1.5F, -2.25F, 3.0F}, stance, shift), 1e-5F));
}

TEST(Photographs, ACameraThatCannotBeIsRefused) {
    std::vector<PlanPhotograph> photographs = {somePhotograph()};
    EXPECT_EQ(problemWith(photographs), "");
    photographs.front().place->camera.rotation(0, 0) += 0.5;
    EXPECT_NE(problemWith(photographs).find("cannot be"), std::string::npos);
    photographs.front() = somePhotograph();
    photographs.front().place->camera.focal_px = 0.0;
    EXPECT_NE(problemWith(photographs), "");
    photographs.assign(kMostPhotographs + 1, somePhotograph());
    EXPECT_NE(problemWith(photographs).find("up to 40"), std::string::npos);
}

TEST(Clicks, AreReadWithOrWithoutAHeading) {
    const auto pairs = parseClicks("x,y,z,px,py,what\n1,2,3,400.5,30\n-4, 5 ,6,7,8,hood\n");
    ASSERT_TRUE(pairs) << pairs.error().message;
    ASSERT_EQ(pairs->size(), 2U);
    EXPECT_EQ((*pairs)[0].point_mm, Vec3(1, 2, 3));
    EXPECT_EQ((*pairs)[0].pixel.x(), 400.5);
    EXPECT_EQ((*pairs)[1].point_mm, Vec3(-4, 5, 6));
}

TEST(Clicks, ALineThatIsNoPairIsNamed) {
    const auto pairs = parseClicks("1,2,3,4,5\n1,2,3,four,5\n");
    ASSERT_FALSE(pairs);
    EXPECT_NE(pairs.error().message.find("Line 2"), std::string::npos);
    EXPECT_FALSE(parseClicks("1,2,3,4,5\n1,2,3,4,inf\n"));
}

}  // namespace
}  // namespace glaukophos
