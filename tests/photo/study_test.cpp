// A study from a photograph alone: its bands have the areas that were drawn.
#include "core/review/study_photo.h"

#include <gtest/gtest.h>
#include <unistd.h>

#include <cmath>
#include <filesystem>
#include <opencv2/imgcodecs.hpp>

#include "core/figure/division.h"
#include "core/io/plan_file.h"
#include "core/pipeline/advance.h"

namespace glaukophos {
namespace {

// A plain ground with a block of three stripes: dark, middle and light, one, two and three parts
// high; and a small square beside it, as of a card.
cv::Mat drawnPicture() {
    cv::Mat picture(480, 640, CV_8UC3, cv::Scalar(150, 155, 160));
    picture(cv::Rect(220, 90, 180, 60)).setTo(cv::Scalar::all(40));
    picture(cv::Rect(220, 150, 180, 120)).setTo(cv::Scalar::all(110));
    picture(cv::Rect(220, 270, 180, 180)).setTo(cv::Scalar::all(225));
    picture(cv::Rect(560, 400, 20, 20)).setTo(cv::Scalar::all(20));
    cv::Mat noise(picture.size(), CV_8UC3);
    cv::theRNG().state = 7;
    cv::randn(noise, 4.0, 1.5);
    return picture + noise - cv::Scalar::all(4);
}

std::shared_ptr<const std::vector<char>> asPng(const cv::Mat& picture) {
    std::vector<std::uint8_t> bytes;
    EXPECT_TRUE(cv::imencode(".png", picture, bytes));
    return std::make_shared<const std::vector<char>>(bytes.begin(), bytes.end());
}

Plan drawnPlan() {
    auto plan = planFromPhotograph("block.png", asPng(drawnPicture()), {});
    EXPECT_TRUE(plan) << plan.error().message;
    plan->values.bands.by = BandsBy::Steps;
    plan->values.bands.count = 3;
    plan->values.bands.shares.clear();
    return *plan;
}

TEST(Study, TheGroundIsLeftOutAndStripesHaveTheAreasThatWereDrawn) {
    const Plan plan = drawnPlan();
    EXPECT_TRUE(problemWith(plan).empty()) << problemWith(plan);
    EXPECT_TRUE(isStudySheet(*plan.figure->form));
    const Bounds bounds = plan.figure->bounds();
    EXPECT_NEAR(bounds.size().z(), kStudyHeight_mm, 1e-3);
    EXPECT_NEAR(bounds.size().x(), kStudyHeight_mm * 180 / 360, 1.0);
    const auto e = evaluated(plan, Goal::Desk);
    ASSERT_TRUE(e) << e.error().message;
    const PartBands& bands = (*e)->appearance->bands.whole;
    EXPECT_NEAR(bands.share(0), 1.0 / 6.0, 0.02);
    EXPECT_NEAR(bands.share(1), 2.0 / 6.0, 0.02);
    EXPECT_NEAR(bands.share(2), 3.0 / 6.0, 0.02);
    const Work& work = (*e)->desk->work;
    EXPECT_GE(work.steps.size(), 4U);
    EXPECT_TRUE(std::ranges::none_of(work.steps, [](const Step& step) {
        return step.kind == StepKind::Shell || step.kind == StepKind::Glint;
    }));
}

TEST(Study, APatchEndsWhereTheGreysChange) {
    const Plan plan = drawnPlan();
    const Form& form = *plan.figure->form;
    const auto guide = makeGuide(form, {});
    ASSERT_TRUE(guide) << guide.error().message;
    Dab dab;
    const float middle = 0.75F * static_cast<float>(kStudyHeight_mm);  // in the second stripe
    float least = 1e9F;
    for (std::size_t t = 0; t < (*guide)->centroids.size(); ++t) {
        const float away = ((*guide)->centroids[t] - Vec3(0.0F, 0.0F, middle - 7.0F)).norm();
        if (away >= least) continue;
        least = away;
        dab.triangle = static_cast<std::uint32_t>(t);
    }
    dab.point_mm = (*guide)->centroids[dab.triangle];
    dab.radius_mm = 200.0F;
    double area = 0.0;
    for (const std::uint32_t t : covered(form, **guide, dab)) {
        area += areaVector(form.whole.mesh, form.whole.mesh.triangles[t]).norm();
    }
    const double whole = kStudyHeight_mm * kStudyHeight_mm / 2.0;
    EXPECT_NEAR(area / whole, 2.0 / 6.0, 0.03);
}

TEST(Study, IsSavedAndOpenedWithItsGreys) {
    const Plan plan = drawnPlan();
    const std::filesystem::path file =
        std::filesystem::temp_directory_path() /
        ("glaukophos-study-" + std::to_string(::getpid()) + ".glauk");
    ASSERT_TRUE(savePlan(plan, file));
    const auto opened = openPlan(file, {});
    std::filesystem::remove(file);
    ASSERT_TRUE(opened) << opened.error().message;
    EXPECT_EQ(opened->figure->form->whole.pictured, plan.figure->form->whole.pictured);
    EXPECT_EQ(opened->photographs.size(), 1U);
    EXPECT_EQ(opened->lights, plan.lights);
}

TEST(Study, LampsDoNotShineOnAPicture) {
    Plan plan = drawnPlan();
    Light lamp;
    lamp.kind = Lamp{Vec3(0.0F, -20.0F, 30.0F), 4.0};
    plan.lights.push_back(lamp);
    giveIdentities(plan);
    const auto e = evaluated(plan, Goal::Appearance);
    ASSERT_TRUE(e) << e.error().message;
    for (const float light : (*e)->appearance->irradiance.of_lights[1]) ASSERT_EQ(light, 0.0F);
}

TEST(Study, WhatIsNoPictureIsSaid) {
    const auto text = std::make_shared<const std::vector<char>>(100, 'x');
    EXPECT_FALSE(planFromPhotograph("x", text, {}));
    // An even picture has no ground: all of it is kept.
    const auto even =
        planFromPhotograph("even.png", asPng(cv::Mat(120, 160, CV_8UC3, cv::Scalar::all(120))), {});
    ASSERT_TRUE(even) << even.error().message;
    EXPECT_GT(even->figure->bounds().size().x(), even->figure->bounds().size().z());
}

}  // namespace
}  // namespace glaukophos
