// A block with two slots and a chamber: bodies of our own, areas by arithmetic.
#include "core/figure/depth_area.h"

#include <gtest/gtest.h>

#include <set>

#include "core/plan/part_edits.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

// Two slots 0.6 mm wide and 1.5 mm deep, 12 mm long, between three blocks on one slab; a ball shut
// up in the slab.
Plan slotted() {
    const float w = 0.3F;
    Plan plan = planOf({box({-6, -6, -5}, {6, 6, -1.5F}), box({-6, -6, -1.5F}, {6, -2 - w, 0}),
                        box({-6, -2 + w, -1.5F}, {6, 2 - w, 0}), box({-6, 2 + w, -1.5F}, {6, 6, 0}),
                        sphere({0, 0, -3.2F}, 1, 24)},
                       {"slab", "front", "middle", "back", "pebble"});
    giveIdentities(plan);
    return plan;
}

TEST(DepthArea, IsTheSlotsWhereverPartsRun) {
    const Plan plan = slotted();
    const Form& form = *plan.figure->form;
    const auto depths = depthsOf(form, 1.0F, {});
    ASSERT_TRUE(depths);
    const DepthArea area = deeperThan(form, *depths, 0.3);
    // A ball of 1 mm hangs 0.05 mm into the slot: from 0.35 mm down both walls and the floor count,
    // but for the ends, which are open.
    const double expected = 2 * 12.0 * (2 * (1.5 - 0.35) + 0.6);
    EXPECT_NEAR(area.area_mm2, expected, 0.12 * expected);
    EXPECT_LE(area.pieces, 6U);
    std::set<PartIndex> parts;
    for (const std::uint32_t t : area.triangles) parts.insert((*plan.figure->labels)[t]);
    EXPECT_EQ(parts.count(4), 0U) << "what is shut up inside is no crack";
    EXPECT_EQ(parts.size(), 4U);
    EXPECT_LT(deeperThan(form, *depths, 1.0).area_mm2, 0.7 * area.area_mm2);
    EXPECT_TRUE(deeperThan(form, *depths, 2.0).triangles.empty());
}

TEST(DepthArea, BecomesAPartLikeTheOneItCameFrom) {
    Plan plan = slotted();
    plan.parts[1].locked = true;
    plan.parts[0].local_colour = *srgbFromHex("#123456");
    plan.parts[0].material = Material::Stone;
    const Form& form = *plan.figure->form;
    const DepthArea area = deeperThan(form, *depthsOf(form, 1.0F, {}), 1.2);
    const PartLabels before = *plan.figure->labels;
    const auto made = partFrom(plan, "vents", area.triangles);
    ASSERT_TRUE(made);
    EXPECT_EQ(plan.parts[*made].name, "vents");
    EXPECT_EQ(plan.parts[*made].material, Material::Stone);
    EXPECT_EQ(plan.parts[*made].local_colour, plan.parts[0].local_colour);
    for (const std::uint32_t t : area.triangles) {
        EXPECT_EQ((*plan.figure->labels)[t], before[t] == 1 ? PartIndex{1} : *made);
    }
    EXPECT_FALSE(partFrom(plan, "none", {}));
}

}  // namespace
}  // namespace glaukophos
