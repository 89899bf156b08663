// A light under the hand against the same light with many rays at every place.
#include "core/lighting/moving_light.h"

#include <gtest/gtest.h>

#include <algorithm>
#include <cmath>

#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

// A figure with its sky, all of which is shown.
class Scene {
  public:
    explicit Scene(const std::vector<Shape>& shapes)
        : m_plan(planOf(shapes)), m_others(form().points_mm.size(), 0.0F) {
        while (m_table.rounds < kSkyRounds) {
            traceNextRound(m_table, form().receivers(), form().occluders, {});
        }
    }
    [[nodiscard]] const Form& form() const { return *m_plan.figure->form; }
    void setOthers(float everywhere) { std::ranges::fill(m_others, everywhere); }

    [[nodiscard]] std::vector<float> quick(const Light& light, RecentShadows* recent = nullptr,
                                           const Progress& progress = {}) const {
        const ShownPlaces places{litAsItIs(*m_plan.figure), form().whole.mesh, m_table, m_others};
        return movingLight(light, 1.0F, places, Accuracy::Preview, recent, progress);
    }
    // As it settles, with 4096 rays at each vertex.
    [[nodiscard]] std::vector<float> settled(const Light& light) const {
        const Receivers all = form().receivers();
        const std::size_t count = form().whole.normals.size();
        const Receivers vertices{all.points_mm.first(count), all.normals.first(count),
                                 all.offset_mm};
        Arriving found =
            arriving(light, vertices, occludersOf(*m_plan.figure), Accuracy::Reference, {});
        settleShadows(form().whole.mesh, found);
        return found.irradiance();
    }
    // Root mean square at the vertices.
    [[nodiscard]] double apart(const std::vector<float>& one,
                               const std::vector<float>& other) const {
        double sum = 0.0;
        const std::size_t count = form().whole.normals.size();
        for (std::size_t v = 0; v < count; ++v) {
            sum += std::pow(static_cast<double>(one[v] - other[v]), 2);
        }
        return std::sqrt(sum / static_cast<double>(count));
    }

  private:
    Plan m_plan;
    SkyTable m_table;
    std::vector<float> m_others;
};

// A ball in the half-shadow of a beam.
const Scene& ballUnderABeam() {
    static const Scene scene({sphere({0, 0, 6}, 5, 32), box({-9, -3, 13}, {9, -1, 14})});
    return scene;
}

TEST(MovingLight, OfTheMoonIsNearlyAsItSettles) {
    const Scene& scene = ballUnderABeam();
    for (const double height : {20.0, 45.0, 75.0}) {
        const Light moon = farLight(10, height, 0.25);
        EXPECT_LT(scene.apart(scene.quick(moon), scene.settled(moon)), 0.06) << height;
    }
}

TEST(MovingLight, OfALampBeyondTheFigureIsNearlyAsItSettles) {
    const Scene& scene = ballUnderABeam();
    const Light lamp = lampLight({-30, -20, 25}, 2.0);
    const std::vector<float> settled = scene.settled(lamp);
    const float most = *std::ranges::max_element(settled);
    EXPECT_LT(scene.apart(scene.quick(lamp), settled), 0.06 * most);
}

// The error of a mean of n independent samples is as one over the root of n (any textbook of
// statistics); three pictures more, of the same number of rays at half-shadows, halve it at best.
TEST(MovingLight, ASlowHandGetsSoftShadowsFromFewRays) {
    const Scene& scene = ballUnderABeam();
    Light lamp = lampLight({-1, -3, 18}, 2.5);
    lamp.own_parts = {9};  // none: but the sky does not know that
    RecentShadows recent;
    const double first = scene.apart(scene.quick(lamp, &recent), scene.settled(lamp));
    std::vector<float> last;
    for (int picture = 0; picture < 3; ++picture) {
        std::get<Lamp>(lamp.kind).centre_mm.x() += 0.05F;
        last = scene.quick(lamp, &recent);
    }
    EXPECT_LT(scene.apart(last, scene.settled(lamp)), 0.75 * first);
}

// The same statistics: eight times the rays would leave a third of the error, were they
// independent.
TEST(MovingLight, MoreRaysComeNearerToWhatSettles) {
    const Scene& scene = ballUnderABeam();
    Light lamp = lampLight({-1, -3, 18}, 2.5);
    lamp.own_parts = {9};
    const auto errorWith = [&](std::uint32_t rays) {
        RecentShadows recent;
        recent.rays = rays;
        std::vector<float> last;
        for (int picture = 0; picture < 4; ++picture) last = scene.quick(lamp, &recent);
        recent.pictures.resize(1);  // its own rays only, and those of one before
        return scene.apart(scene.quick(lamp, &recent), scene.settled(lamp));
    };
    EXPECT_LT(errorWith(8), 0.6 * errorWith(1));
}

TEST(MovingLight, AQuickHandLeavesNoShadowBehind) {
    const Scene& scene = ballUnderABeam();
    Light lamp = lampLight({-1, -3, 18}, 2.5);
    lamp.own_parts = {9};
    RecentShadows recent;
    for (int picture = 0; picture < 3; ++picture) (void)scene.quick(lamp, &recent);
    EXPECT_EQ(recent.pictures.size(), 3U);
    std::get<Lamp>(lamp.kind).centre_mm.x() += 2.0F;
    const std::vector<float> moved = scene.quick(lamp, &recent);
    EXPECT_EQ(recent.pictures.size(), 1U);
    RecentShadows none;
    const std::vector<float> settled = scene.settled(lamp);
    EXPECT_LT(scene.apart(moved, settled), 1.2 * scene.apart(scene.quick(lamp, &none), settled));
}

TEST(MovingLight, ALampOfAnotherSizeIsAnotherLamp) {
    const Scene& scene = ballUnderABeam();
    Light lamp = lampLight({-1, -3, 18}, 2.5);
    RecentShadows recent;
    lamp.own_parts = {9};
    (void)scene.quick(lamp, &recent);
    std::get<Lamp>(lamp.kind).radius_mm = 1.0;
    (void)scene.quick(lamp, &recent);
    EXPECT_EQ(recent.pictures.size(), 1U);
    lamp.own_parts.clear();
    lamp.passed_parts = {9};
    (void)scene.quick(lamp, &recent);
    EXPECT_EQ(recent.pictures.size(), 1U);
}

TEST(MovingLight, WhatNobodyCanTellApartCountsAsDark) {
    Scene scene({sphere({0, 0, 6}, 5, 24)});
    const Light lamp = lampLight({0, -9, 6}, 1.0);
    const std::vector<float> alone = scene.quick(lamp);
    EXPECT_GT(*std::ranges::max_element(alone), 0.03F);
    scene.setOthers(1000.0F);
    const std::vector<float> drowned = scene.quick(lamp);
    EXPECT_EQ(*std::ranges::max_element(drowned), 0.0F);
}

TEST(MovingLight, GivesNothingWhenStopped) {
    std::stop_source stop;
    stop.request_stop();
    Light lamp = lampLight({-1, -3, 18}, 2.5);
    lamp.own_parts = {9};
    RecentShadows recent;
    EXPECT_TRUE(ballUnderABeam().quick(lamp, &recent, {stop.get_token(), {}}).empty());
    EXPECT_TRUE(recent.pictures.empty());
}

}  // namespace
}  // namespace glaukophos
