#include "core/figure/division.h"

#include <gtest/gtest.h>

#include <numeric>
#include <set>

#include "core/figure/stance.h"
#include "core/geometry/shape_diameter.h"
#include "core/plan/part_edits.h"
#include "tests/support/evaluated.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

// A ball on a column on a plinth as one connected shell: rings of one lathe-turned outline.
Shape turnedPawn() {
    const std::vector<std::pair<float, float>> outline = {
        // radius, height
        {0, 0},    {6, 0},     {6, 2},     {1.5F, 2},  {1.5F, 8},
        {2.6F, 9}, {3, 10.5F}, {2.6F, 12}, {1.5F, 13}, {0, 13.4F}};
    constexpr int kSectors = 48;
    Shape shape;
    for (const auto& [radius, height] : outline) {
        for (int s = 0; s < kSectors; ++s) {
            const double turn = 2.0 * kPi * s / kSectors;
            shape.positions_mm.emplace_back(radius * static_cast<float>(std::cos(turn)),
                                            radius * static_cast<float>(std::sin(turn)), height);
        }
    }
    for (std::uint32_t ring = 0; ring + 1 < outline.size(); ++ring) {
        for (std::uint32_t s = 0; s < kSectors; ++s) {
            const std::uint32_t a = ring * kSectors + s;
            const std::uint32_t b = ring * kSectors + (s + 1) % kSectors;
            shape.triangles.push_back({a, b, b + kSectors});
            shape.triangles.push_back({a, b + kSectors, a + kSectors});
        }
    }
    return shape;
}

class Dividing : public ::testing::Test {
  protected:
    void open(const std::vector<Shape>& shapes) {
        m_plan = planOf(shapes);
        auto guide = makeGuide(form(), {});
        ASSERT_TRUE(guide);
        m_guide = *guide;
    }
    const Form& form() { return *m_plan.figure->form; }
    // The triangle met by a ray, and where.
    Dab dabFrom(const Vec3& origin, const Vec3& direction, float radius_mm) {
        const auto hit = form().shown.nearest(origin, direction);
        EXPECT_TRUE(hit);
        return {hit->triangle, origin + hit->distance_mm * direction, radius_mm, true};
    }
    double areaOfPart(PartIndex part) { return m_plan.figure->surface.part_areas_mm2.at(part); }
    // Lowest and highest centroid of a part.
    std::pair<float, float> heightsOf(PartIndex part) {
        float low = 1e9F;
        float high = -1e9F;
        for (std::size_t t = 0; t < m_guide->centroids.size(); ++t) {
            if ((*m_plan.figure->labels)[t] != part) continue;
            low = std::min(low, m_guide->centroids[t].z());
            high = std::max(high, m_guide->centroids[t].z());
        }
        return {low, high};
    }

    Plan m_plan;
    std::shared_ptr<const DivisionGuide> m_guide;
};

TEST_F(Dividing, TheBrushCoversADiscOfItsRadius) {
    open({plate({0, 0, 0}, 10)});
    const Dab dab = dabFrom({1, 1, 5}, {0, 0, -1}, 3.0F);
    double area = 0.0;
    for (const std::uint32_t t : covered(form(), *m_guide, dab)) {
        area += areaVector(form().whole.mesh, form().whole.mesh.triangles[t]).norm();
    }
    EXPECT_NEAR(area, kPi * 9.0, 1.5);
}

// A sheet of cloth 0.4 mm thick: the brush on one side must not colour the other.
TEST_F(Dividing, TheBrushDoesNotLeakThroughThinClothNorRoundItsHem) {
    open({box({-8, -0.2F, 0}, {8, 0.2F, 16})});
    const Dab dab = dabFrom({7.5F, -9, 8}, {0, 1, 0}, 4.0F);  // half a mm from the hem
    for (const std::uint32_t t : covered(form(), *m_guide, dab)) {
        EXPECT_LE(m_guide->normals[t].y(), 0.11F);
        EXPECT_LT(m_guide->centroids[t].y(), 0.2F);
    }
}

TEST_F(Dividing, CreasesHoldTheBrushWhenAsked) {
    open({turnedPawn()});
    Dab dab = dabFrom({-20, 0, 2.6F}, {1, 0, 0}, 2.0F);  // on the column, just above the plinth
    const auto flat = [&](const std::vector<std::uint32_t>& triangles) {
        return std::ranges::count_if(
            triangles, [&](std::uint32_t t) { return m_guide->centroids[t].z() < 2.0005F; });
    };
    EXPECT_EQ(flat(covered(form(), *m_guide, dab)), 0);
    dab.held_by_creases = false;
    EXPECT_GT(flat(covered(form(), *m_guide, dab)), 10);
}

TEST_F(Dividing, LockedPartsKeepTheirSurface) {
    open({box({0, 0, 0}, {4, 4, 4}), box({6, 0, 0}, {10, 4, 4})});
    m_plan.parts[1].locked = true;
    PartLabels labels = *m_plan.figure->labels;
    std::vector<std::uint32_t> all(labels.size());
    std::iota(all.begin(), all.end(), 0U);
    EXPECT_FALSE(give(all, 0, lockedParts(m_plan.parts), labels));
    m_plan.parts[1].locked = false;
    EXPECT_TRUE(give(all, 0, lockedParts(m_plan.parts), labels));
    EXPECT_EQ(std::ranges::count(labels, 1), 0);
}

TEST_F(Dividing, WhatIsTakenAwayGoesToTheNeighbour) {
    open({plate({0, 0, 0}, 10)});
    addPart(m_plan, "patch");
    PartLabels labels = *m_plan.figure->labels;
    const auto disc = covered(form(), *m_guide, dabFrom({0, 0, 5}, {0, 0, -1}, 4.0F));
    give(disc, 1, lockedParts(m_plan.parts), labels);
    const auto inner = covered(form(), *m_guide, dabFrom({3, 0, 5}, {0, 0, -1}, 2.5F));
    takeAway(form(), *m_guide, inner, 1, lockedParts(m_plan.parts), labels);
    for (const std::uint32_t t : inner) EXPECT_EQ(labels[t], 0);
    EXPECT_GT(std::ranges::count(labels, 1), 100);
    // A part that is alone has nobody to give to.
    PartLabels alone(labels.size(), 0);
    takeAway(form(), *m_guide, inner, 0, lockedParts(m_plan.parts), alone);
    EXPECT_EQ(std::ranges::count(alone, 0), static_cast<std::ptrdiff_t>(alone.size()));
}

TEST_F(Dividing, GrowingAndShrinkingMoveTheBorderByTheDistanceAskedFor) {
    open({plate({0, 0, 0}, 12)});
    addPart(m_plan, "disc");
    PartLabels labels = *m_plan.figure->labels;
    give(covered(form(), *m_guide, dabFrom({0, 0, 5}, {0, 0, -1}, 4.0F)), 1,
         lockedParts(m_plan.parts), labels);
    const auto radius = [&] {
        relabel(m_plan, labels);
        return std::sqrt(areaOfPart(1) / kPi);
    };
    const double before = radius();
    grow(form(), *m_guide, 1, 2.0, lockedParts(m_plan.parts), labels);
    const double grown = radius();
    EXPECT_NEAR(grown - before, 2.0, 0.45);  // ways run along triangles, so a little short
    grow(form(), *m_guide, 1, -2.0, lockedParts(m_plan.parts), labels);
    EXPECT_NEAR(radius(), before, 0.45);
}

TEST_F(Dividing, GrowthEndsAtCreases) {
    open({turnedPawn()});
    addPart(m_plan, "foot");
    PartLabels labels = *m_plan.figure->labels;
    give(covered(form(), *m_guide, dabFrom({4, 0, 30}, {0, 0, -1}, 1.0F)), 1,
         lockedParts(m_plan.parts), labels);
    grow(form(), *m_guide, 1, 60.0, lockedParts(m_plan.parts),
         labels);  // far enough for all of the plinth
    relabel(m_plan, labels);
    EXPECT_NEAR(heightsOf(1).second, 2.0F, 0.05F);
    // Top, side and underside of the plinth: pi (36 - 2.25) + 24 pi + 36 pi.
    EXPECT_NEAR(areaOfPart(1), kPi * (33.75 + 24.0 + 36.0), 5.0);
}

// The minima rule: parts meet where the surface folds inwards.
TEST_F(Dividing, APawnFallsIntoPlinthAndTheRestAtItsCrease) {
    open({turnedPawn()});
    divideByCreases(m_plan, *m_guide, 2);
    ASSERT_EQ(m_plan.parts.size(), 2U);
    EXPECT_NEAR(areaOfPart(0), kPi * (33.75 + 24.0 + 36.0), 12.0);
    EXPECT_LT(heightsOf(0).second, 2.6F);
    EXPECT_GT(heightsOf(1).first, 1.9F);
}

TEST_F(Dividing, TheTreeOffersEveryNumberOfGroupsAndEachRefinesTheOneBefore) {
    open({turnedPawn()});
    std::vector<std::uint32_t> coarser;
    for (std::size_t groups = 1; groups < 12; ++groups) {
        const auto finer = groupsOf(form().whole.mesh, *m_guide->tree, groups, {});
        const std::set<std::uint32_t> numbers(finer.begin(), finer.end());
        EXPECT_EQ(numbers.size(), groups);
        std::map<std::uint32_t, std::set<std::uint32_t>> inside;
        for (std::size_t t = 0; t < finer.size() && !coarser.empty(); ++t) {
            inside[finer[t]].insert(coarser[t]);
        }
        for (const auto& [group, parents] : inside) EXPECT_EQ(parents.size(), 1U);
        coarser = finer;
    }
}

TEST_F(Dividing, JoiningMovesSurfaceAndLightsOver) {
    open({box({0, 0, 0}, {4, 4, 4}), box({6, 0, 0}, {10, 4, 4}), box({12, 0, 0}, {16, 4, 4})});
    Light lamp = lampLight({5, 5, 9}, 1);
    lamp.own_parts = {1, 2};
    m_plan.lights = {lamp};
    mergeParts(m_plan, 0, 1);
    ASSERT_EQ(m_plan.parts.size(), 2U);
    EXPECT_EQ(m_plan.parts[1].name, "part 2");
    EXPECT_NEAR(areaOfPart(0), 192.0, 0.1);
    EXPECT_NEAR(areaOfPart(1), 96.0, 0.1);
    EXPECT_EQ(m_plan.lights[0].own_parts, (std::vector<PartIndex>{0, 1}));
    EXPECT_EQ(problemWith(m_plan), "");
}

TEST_F(Dividing, SplittingMakesNewPartsWithinTheOldOne) {
    open({turnedPawn(), box({20, 0, 0}, {24, 4, 4})});
    const double before = areaOfPart(0);
    EXPECT_EQ(splitPart(m_plan, *m_guide, 0, 3), 3U);
    ASSERT_EQ(m_plan.parts.size(), 4U);
    EXPECT_NEAR(areaOfPart(0) + areaOfPart(2) + areaOfPart(3), before, 1e-3);
    EXPECT_NEAR(areaOfPart(1), 96.0, 0.1);
    EXPECT_EQ(m_plan.parts[2].name, "part 0 2");
}

TEST_F(Dividing, CuttingTheSurfaceAtBordersKeepsAreasAndGivesEveryVertexOnePart) {
    open({turnedPawn()});
    divideByCreases(m_plan, *m_guide, 6);
    const Surface& surface = m_plan.figure->surface;
    EXPECT_GT(surface.normals.size(), form().whole.normals.size());
    double by_vertex = 0.0;
    for (const float a : surface.areas_mm2) by_vertex += a;
    double by_part = 0.0;
    for (const double a : surface.part_areas_mm2) by_part += a;
    EXPECT_NEAR(by_vertex, by_part, 0.05);
    for (std::size_t t = 0; t < surface.labels.size(); ++t) {
        for (const std::uint32_t corner : surface.mesh.triangles[t]) {
            ASSERT_EQ(surface.parts[corner], surface.labels[t]);
        }
    }
    for (std::size_t v = 0; v < surface.whole_vertices.size(); ++v) {
        EXPECT_EQ(surface.mesh.positions_mm[v],
                  form().whole.mesh.positions_mm[surface.whole_vertices[v]]);
    }
}

// Light does not depend on how the figure is divided.
TEST_F(Dividing, ChangesNoLight) {
    open({turnedPawn()});
    m_plan.lights = {farLight(2, 40, 0.25)};
    m_plan.values.bands.speck_mm = 0.0;  // merging specks and joining dips ends at parts
    m_plan.values.bands.dip_depth = 0.0;
    const auto before = evaluate(m_plan, {});
    divideByCreases(m_plan, *m_guide, 5);
    const auto after = evaluate(m_plan, {});
    ASSERT_TRUE(before && after);
    for (std::size_t v = 0; v < m_plan.figure->vertexCount(); ++v) {
        ASSERT_EQ(after->irradiance.of_lights[0][v],
                  before->irradiance.of_lights[0][m_plan.figure->surface.whole_vertices[v]]);
    }
    for (std::size_t b = 0; b < before->bands.count(); ++b) {
        EXPECT_NEAR(after->bands.whole.areas_mm2[b], before->bands.whole.areas_mm2[b], 1e-3);
    }
}

// Between two parallel planes a ray at angle a runs d / cos a; half of the rays of the cone of 60
// degrees (even in the disc of its sine) lie below sine sqrt(1/2) * sin 60, the median way is
// d / sqrt(1 - 3/8) = 1.265 d. Geometry.
TEST(ShapeDiameter, OfASlabIsTheMedianWayThroughIt) {
    const auto figure = figureOf({box({-40, -40, 0}, {40, 40, 2})});
    const Form& form = *figure->form;
    const auto thickness = shapeDiameters(form.whole.mesh, form.shown, {});
    double sum = 0.0;
    double weight = 0.0;
    for (std::size_t t = 0; t < thickness.size(); ++t) {
        const Vec3 at = centroidOf(form.whole.mesh, form.whole.mesh.triangles[t]);
        if (at.head<2>().cwiseAbs().maxCoeff() > 30.0F) continue;
        sum += thickness[t];
        weight += 1.0;
    }
    EXPECT_NEAR(sum / weight, 2.0 * 1.265, 0.1);
}

}  // namespace
}  // namespace glaukophos
