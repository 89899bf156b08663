// The plates are a shell over the glass, cut where two cells of scattered seeds meet.
#include "tools/sculpt/slag_crab.h"

#include <array>

namespace glaukophos::sculpt {
namespace {

const Vec kMiddle{0, 0, 7.2F};
constexpr float kPlate_mm = 1.15F;
constexpr float kCrack_mm = 0.34F;  // half its width
const Vec kBowl{0.3F, 1.4F, 12.0F};

float body(Vec p) {
    float d = ellipsoid(p, kMiddle, {8.6F, 6.6F, 3.3F});
    d = smoothMin(d, ellipsoid(p, kMiddle + Vec{0, -3.4F, 0.4F}, {5.2F, 3.4F, 2.5F}), 1.2F);
    return d + 0.16F * noise(p * 0.55F);
}

// Half the distance to the wall between the two nearest cells.
float crackAt(Vec p) {
    const Vec q = p * 0.33F;
    const int ix = static_cast<int>(std::floor(q.x));
    const int iy = static_cast<int>(std::floor(q.y));
    const int iz = static_cast<int>(std::floor(q.z));
    float first = 1e9F;
    float second = 1e9F;
    for (int i = 0; i < 125; ++i) {
        const int x = ix + i % 5 - 2;
        const int y = iy + i / 5 % 5 - 2;
        const int z = iz + i / 25 - 2;
        const Vec seed{static_cast<float>(x) + random01(x, y, 3 * z),
                       static_cast<float>(y) + random01(y, z, 5 * x),
                       static_cast<float>(z) + random01(z, x, 7 * y)};
        const float d = length(q - seed);
        if (d < first) {
            second = first;
            first = d;
        } else {
            second = std::min(second, d);
        }
    }
    return 0.5F * (second - first) / 0.33F;
}

// Hip, knee and tip of a leg on the left side, from front to back.
struct Leg {
    Vec hip;
    Vec knee;
    Vec tip;
};
constexpr std::array<Leg, 4> kLegs = {{
    {{6.2F, -3.2F, 6.4F}, {10.4F, -6.4F, 9.6F}, {13.0F, -8.8F, 1.6F}},
    {{7.0F, -0.9F, 6.3F}, {12.0F, -1.8F, 10.4F}, {15.4F, -2.6F, 1.6F}},
    {{6.9F, 1.5F, 6.3F}, {11.6F, 3.2F, 10.2F}, {15.0F, 4.9F, 1.6F}},
    {{5.9F, 3.6F, 6.3F}, {9.4F, 7.2F, 9.4F}, {11.6F, 10.6F, 1.6F}},
}};

Vec folded(Vec p) { return {std::fabs(p.x), p.y, p.z}; }

float legs(Vec s) {
    float d = 1e9F;
    for (const Leg& leg : kLegs) {
        float one = capsule(s, leg.hip, leg.knee, 1.15F, 0.85F);
        one = smoothMin(one, capsule(s, leg.knee, leg.tip, 0.95F, 0.22F), 0.15F);
        one = smoothMin(one, sphere(s, leg.knee, 1.0F), 0.2F);
        d = std::min(d, one);
    }
    return d;
}

// The left claw is open, the right one shut: mirrored with another gape.
float claw(Vec s, float gape) {
    const Vec elbow{7.6F, -8.2F, 7.6F};
    const Vec palm{4.6F, -11.6F, 6.2F};
    float d = capsule(s, {5.4F, -4.6F, 6.6F}, elbow, 1.2F, 1.25F);
    d = smoothMin(d, capsule(s, elbow, palm, 1.2F, 1.7F), 0.3F);
    d = smoothMin(d, ellipsoid(s, palm + Vec{-0.4F, -0.8F, 0}, {1.8F, 2.1F, 1.45F}), 0.4F);
    const Vec root = palm + Vec{-1.0F, -2.0F, 0};
    float upper =
        capsule(s, root + Vec{0.5F, 0, 0.35F}, root + Vec{-1.3F, -2.6F, gape}, 0.8F, 0.18F);
    float lower =
        capsule(s, root + Vec{0.2F, 0.1F, -0.6F}, root + Vec{-1.5F, -2.4F, -gape}, 0.75F, 0.18F);
    return smoothMin(d, std::min(upper, lower), 0.15F);
}

struct Tongue {
    Vec root;
    float height;
    float lean_x;
    float lean_y;
    float radius;
};
constexpr std::array<Tongue, 6> kTongues = {{
    {{0.2F, 1.4F, 12.8F}, 9.4F, 1.1F, 0.8F, 1.55F},
    {{-1.2F, 0.8F, 12.8F}, 6.4F, -1.6F, -0.4F, 1.15F},
    {{1.6F, 0.7F, 12.8F}, 5.4F, 1.9F, -0.9F, 1.05F},
    {{-0.5F, 2.7F, 12.8F}, 5.0F, -0.8F, 1.7F, 1.05F},
    {{1.3F, 2.5F, 12.8F}, 6.8F, 0.7F, 1.6F, 1.0F},
    {{0.4F, -0.1F, 12.8F}, 3.8F, 0.1F, -1.4F, 0.95F},
}};

// Swells above its root and ends in a point, swaying as it climbs.
float tongue(Vec p, const Tongue& of) {
    const float t = clamp((p.z - of.root.z) / of.height, 0, 1);
    const float sway = 0.55F * std::sin(5.2F * t + of.lean_x) * t;
    const Vec at{of.root.x + of.lean_x * t * t + sway, of.root.y + of.lean_y * t * t + 0.5F * sway,
                 p.z};
    const float r = of.radius * (0.72F + 0.9F * t) * std::pow(1 - t, 0.85F) + 0.02F;
    const float above = std::max(p.z - of.root.z - of.height, 0.0F);
    const float below = std::max(of.root.z - p.z, 0.0F);
    return std::hypot(std::hypot(p.x - at.x, p.y - at.y), std::hypot(above, below)) - r;
}

}  // namespace

float crabGlass(Vec p) { return body(p); }

float crabSlag(Vec p) {
    const float under = body(p);
    if (under > 3.0F || under < -2.0F) return under - kPlate_mm;
    const float crack = crackAt(p + Vec{0.3F, 0.3F, 0.3F} * noise(p * 0.9F));
    // Plates thin and round towards their rims; their tops are rough.
    const float top = kPlate_mm + 0.28F * layeredNoise(p * 0.8F, 3);
    float d = smoothMax(under - top, kCrack_mm - crack, 0.28F);
    d = smoothMax(d, -(under + 0.5F), 0.1F);
    return d;
}

float crabLegs(Vec p) {
    const Vec s = folded(p);
    float d = std::min(legs(s), claw(s, p.x > 0 ? 1.15F : 0.55F));
    return d + 0.10F * layeredNoise(p * 1.1F, 3);
}

float crabEyes(Vec p) { return sphere(folded(p), {1.7F, -7.0F, 8.9F}, 0.62F); }

float crabBrazier(Vec p) {
    const Vec q = p - kBowl;
    const float r = std::hypot(q.x, q.y);
    float d =
        smoothMax(ellipsoid(p, kBowl + Vec{0, 0, 1.6F}, {3.2F, 3.2F, 2.8F}), q.z - 1.6F, 0.2F);
    d = smoothMax(d, -ellipsoid(p, kBowl + Vec{0, 0, 1.9F}, {2.75F, 2.75F, 2.3F}), 0.15F);
    d = smoothMin(d, torus(p, kBowl + Vec{0, 0, 1.6F}, {0, 0, 1}, 3.05F, 0.34F), 0.1F);
    const float foot = smoothMax(r - 1.5F, std::fabs(q.z + 1.9F) - 1.1F, 0.2F);
    d = smoothMin(d, foot, 0.3F);
    const float angle = std::atan2(q.y, q.x);
    for (int rivet = 0; rivet < 8; ++rivet) {
        const float at = static_cast<float>(rivet) * kPi / 4 + 0.2F;
        if (std::fabs(std::remainder(angle - at, 2 * kPi)) > 0.3F) continue;
        d = smoothMin(d, sphere(q, {3.1F * std::cos(at), 3.1F * std::sin(at), 0.95F}, 0.28F),
                      0.05F);
    }
    return d;
}

float crabFlame(Vec p) {
    float d = ellipsoid(p, kBowl + Vec{0, 0, 1.2F}, {2.6F, 2.6F, 1.2F});
    const Vec wavy = p + Vec{0.16F, 0.16F, 0} * noise(p * 0.8F);
    for (const Tongue& of : kTongues) d = smoothMin(d, 0.8F * tongue(wavy, of), 0.35F);
    return d;
}

float crabShore(Vec p) {
    const float r = std::hypot(p.x, p.y);
    if (p.z > 3.4F || r > 19.0F) return std::max(p.z - 2.4F, r - 17.4F);
    const Cell cell = cellAt(p.x, p.y, 2.6F, 2.2F, 71);
    const float dome = smoothStep(0.0F, 0.9F, std::max(cell.edge, 0.0F));
    const float top = 0.9F + (0.35F + 0.6F * random01(cell.number, 2, 1)) * dome;
    float d = smoothMax(p.z - top, r - 16.8F - 0.2F * noise({p.x, p.y, 3}), 0.5F);
    d += 0.08F * layeredNoise(p * 1.3F, 3);
    return smoothMax(d, -p.z, 0.02F);
}

}  // namespace glaukophos::sculpt
