// What a painter must get from the shape of things. Numbers are common practice, no source, unless
// one is named.
#include <gtest/gtest.h>

#include <algorithm>
#include <cmath>

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

}  // namespace
}  // namespace glaukophos
