// What a painter must get from the shape of things. Numbers are common practice, no source, unless
// one is named.
#include <gtest/gtest.h>

#include <algorithm>
#include <cmath>

#include "core/figure/grain.h"
#include "core/light/direction.h"
#include "core/value/metal_room.h"
#include "core/value/sheen.h"
#include "tests/support/evaluated.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

Plan brass(const std::vector<Shape>& shapes) {
    Plan plan = planOf(shapes);
    for (Part& part : plan.parts) {
        part.material = Material::MetalInPaint;
        part.local_colour = *srgbFromHex("#b08d57");
    }
    plan.lights = {skyLight(SkyKind::Uniform)};
    giveIdentities(plan);
    return plan;
}

// Law of reflection: what looks straight into the window is the lightest, the wall opposite to it
// the darkest of all that stands upright.
TEST(MetalRooms, WindowWallsAndGroundLieWhereTheyAreSaidToBe) {
    MetalRoom room;
    room.window_hour = 3.0;
    const Vec3 window = towards({3.0, 30.0});
    EXPECT_NEAR(levelSeen(room, window), 1.0, 1e-6);
    EXPECT_LT(levelSeen(room, towards({9.0, 30.0})), 0.55 * levelSeen(room, window));
    EXPECT_LT(levelSeen(room, towards({6.0, -2.5})), 0.2);   // the ground is darkest there
    EXPECT_GT(levelSeen(room, towards({3.0, -10.0})), 0.6);  // ... but where the window lights it
    // Without window and contrast it is the same all round.
    room.window_width_deg = 0.0;
    room.contrast = 0.0;
    for (const double hour : {0.0, 2.0, 5.0, 9.0}) {
        for (const double height : {-40.0, 5.0, 60.0}) {
            const Vec3 direction = towards({hour, height});
            EXPECT_NEAR(levelSeen(room, direction), metalLevel(direction.z()), 1e-6);
        }
    }
}

// Geometry: from the middle a ray meets the wall where it points; from elsewhere the point lies on
// the ray and on the sphere.
TEST(MetalRooms, RaysMeetTheWallsOfASphere) {
    MetalRoom room;
    room.distance_mm = 100.0;
    const Vec3 direction = Vec3(0.3F, -0.8F, 0.5F).normalized();
    EXPECT_LT((metAt(room, Vec3::Zero(), direction) - direction).norm(), 1e-5F);
    const Vec3 from(20, -10, 30);
    const Vec3 met = 100.0F * metAt(room, from, direction);
    EXPECT_NEAR((met - from).normalized().dot(direction), 1.0F, 1e-5F);
    EXPECT_LT((metAt(room, Vec3(0, 0, 300), direction) - direction).norm(), 1e-6F);
}

// S5: an upright cylinder has streaks that run up and down it: light where it mirrors the window,
// dark beside it, nearly the same at every height.
TEST(MetalRooms, AnUprightCylinderHasVerticalStreaks) {
    Plan plan = brass({cylinder({0, 0, 0}, 6, 30, 120)});
    plan.values.sheen.room.window_hour = 1.5;
    plan.values.sheen.room.distance_mm = 2000.0;
    const auto all = *evaluated(plan, Goal::Marks);
    const Surface& surface = plan.figure->surface;
    // L* at an hour round the wall.
    const auto lightnessAt = [&](double hour, float z) {
        const Vec3 place = 6.0F * towards({hour, 0.0}) + Vec3(0, 0, z);
        std::size_t nearest = 0;
        for (std::size_t v = 0; v < surface.parts.size(); ++v) {
            const Vec3& p = surface.mesh.positions_mm[v];
            if ((p - place).norm() < (surface.mesh.positions_mm[nearest] - place).norm()) {
                nearest = v;
            }
        }
        return all->appearance->values.lightness[nearest];
    };
    float lightest = 0.0F;
    float darkest = 100.0F;
    for (double hour = 10.0; hour <= 14.0; hour += 0.25) {
        const double on_clock = std::fmod(hour, 12.0);
        lightest = std::max(lightest, lightnessAt(on_clock, 15));
        darkest = std::min(darkest, lightnessAt(on_clock, 15));
        EXPECT_NEAR(lightnessAt(on_clock, 10), lightnessAt(on_clock, 20), 12.0F) << on_clock;
    }
    EXPECT_GT(lightest, darkest + 25.0F);
    // Half-way between the eye and the window: the normal halves the angle.
    EXPECT_GT(lightnessAt(0.75, 15), lightest - 8.0F);
}

// S5: a flat plate flips as a whole when it turns; with near walls a beam runs across it.
TEST(MetalRooms, PlatesFlipAndBeamsCrossThem) {
    Plan plan = brass({box({-10, -1, 0}, {10, 1, 20})});
    const auto spanOf = [&](double distance_mm) {
        plan.values.sheen.room.distance_mm = distance_mm;
        plan.values.sheen.room.window_hour = 1.0;
        const auto all = *evaluated(plan, Goal::Marks);
        float low = 100.0F;
        float high = 0.0F;
        const Surface& surface = plan.figure->surface;
        for (std::size_t v = 0; v < surface.parts.size(); ++v) {
            const Vec3& p = surface.mesh.positions_mm[v];
            const bool inside = std::abs(p.x()) < 9 && p.z() > 1 && p.z() < 19;
            if (surface.normals[v].y() > -0.99F || !inside) continue;
            low = std::min(low, all->appearance->values.lightness[v]);
            high = std::max(high, all->appearance->values.lightness[v]);
        }
        return std::pair{low, high};
    };
    const auto far = spanOf(4000.0);
    const auto near = spanOf(45.0);
    EXPECT_LT(far.second - far.first, 12.0F);  // one value as a whole
    EXPECT_GT(near.second - near.first, far.second - far.first + 10.0F);
}

// A strap bent round a ball of 7 mm: half a ring, 4 mm wide and 0.6 mm thick.
Shape bentStrap() {
    Shape strap;
    constexpr int kSteps = 40;
    for (int i = 0; i <= kSteps; ++i) {
        const auto angle = static_cast<float>(radians(180.0 * i / kSteps));
        const Vec3 out(std::cos(angle), std::sin(angle), 0.0F);
        for (const auto& [radius, z] :
             {std::pair{7.0F, -2.0F}, {7.6F, -2.0F}, {7.6F, 2.0F}, {7.0F, 2.0F}}) {
            strap.positions_mm.push_back(radius * out + Vec3(0, 0, z));
        }
    }
    const auto quad = [&](std::uint32_t a, std::uint32_t b, std::uint32_t c, std::uint32_t d) {
        strap.triangles.push_back({a, b, c});
        strap.triangles.push_back({a, c, d});
    };
    for (std::uint32_t i = 0; i < kSteps; ++i) {
        for (std::uint32_t k = 0; k < 4; ++k) {
            const std::uint32_t next = (k + 1) % 4;
            quad(4 * i + k, 4 * i + next, 4 * i + 4 + next, 4 * i + 4 + k);
        }
    }
    quad(3, 2, 1, 0);
    quad(4 * kSteps, 4 * kSteps + 1, 4 * kSteps + 2, 4 * kSteps + 3);
    return strap;
}

// S7: geometry gives both. On a ring the least curvature runs round it where the tube is bent more
// (1/r across, cos / (R + r cos) along: do Carmo 3-3, from memory); a strap's strokes follow the
// strap although it is flat across.
TEST(Grain, RunsRoundARingAndAlongABentStrap) {
    const auto ring = figureOf({torus({0, 0, 0}, 5, 2, 96, 48)});
    std::size_t compared = 0;
    for (std::uint32_t v = 0; v < ring->vertexCount(); v += 7) {
        const Vec3& at = ring->surface.mesh.positions_mm[v];
        if (at.head<2>().norm() < 5.5F) continue;
        const Vec3 round = Vec3(-at.y(), at.x(), 0).normalized();
        EXPECT_GT(std::abs(grainOf(*ring, v).dot(round)), 0.95F) << at.transpose();
        ++compared;
    }
    EXPECT_GT(compared, 100U);
    const auto strap = figureOf({bentStrap()});
    for (std::uint32_t v = 0; v < strap->vertexCount(); ++v) {
        const Vec3& at = strap->surface.mesh.positions_mm[v];
        if (std::abs(at.z()) > 1.2F || at.y() < 2.0F) continue;
        const Vec3 round = Vec3(-at.y(), at.x(), 0).normalized();
        EXPECT_GT(std::abs(grainOf(*strap, v).dot(round)), 0.9F) << at.transpose();
    }
}

// S7: worn leather is lighter at its edges than the same shape in cloth, and as light between them.
TEST(Wear, LiftsWhatIsRubbedAndLeavesWhatIsFlat) {
    Plan plan = planOf({box({-6, -6, 0}, {6, 6, 8})});
    plan.lights = {skyLight(SkyKind::Uniform)};
    giveIdentities(plan);
    const auto lightness = [&](Material material) {
        plan.parts[0].material = material;
        plan.parts[0].local_colour = {0.5, 0.4, 0.3};
        plan.values.sheen.amount = 0.0;
        return evaluate(plan, {})->values.lightness;
    };
    const std::vector<float> cloth = lightness(Material::Cloth);
    const std::vector<float> leather = lightness(Material::WornLeather);
    const Surface& surface = plan.figure->surface;
    double flat = 0.0;
    double edge = 1e9;
    for (std::size_t v = 0; v < cloth.size(); ++v) {
        const Vec3& at = surface.mesh.positions_mm[v];
        const bool on_side = std::abs(at.x() - 6.0F) < 1e-3F;
        if (!on_side) continue;
        const double more = leather[v] - cloth[v];
        if (std::abs(at.y()) < 4.0F && std::abs(at.z() - 4.0F) < 2.0F) flat = std::max(flat, more);
        if (std::abs(at.y()) > 5.99F && std::abs(at.z() - 4.0F) < 2.0F) edge = std::min(edge, more);
    }
    EXPECT_LT(flat, 0.5);
    EXPECT_GT(edge, 4.0);
}

}  // namespace
}  // namespace glaukophos
