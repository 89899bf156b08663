#include "tools/sculpt/stoker.h"

#include "tools/sculpt/glass_maker.h"

namespace glaukophos::sculpt {
namespace {

const Vec kBoiler{13.8F, 6.6F, 0};                // its axis
const Vec kFacing = unit({-0.48F, -0.877F, 0});   // where the holes look
const Vec kAside = cross(kFacing, Vec{0, 0, 1});  // along its wall
constexpr float kRadius = 6.6F;
constexpr float kFoot = 2.6F;
constexpr float kTop = 23.5F;
constexpr float kHole = 1.15F;

// Unrolled: mm along the wall, height, mm out from the axis.
struct OnWall {
    float along, up, out;
};
OnWall onWall(Vec p) {
    const Vec q = p - kBoiler;
    const float angle = std::atan2(dot(q, kAside), dot(q, kFacing));
    return {angle * kRadius, p.z, std::hypot(q.x, q.y)};
}

// Distance in the wall to the middle of the nearest of six holes.
float toHole(const OnWall& w) {
    float nearest = 99;
    for (const float up : {13.2F, 17.8F}) {
        for (const float along : {-4.2F, 0.0F, 4.2F}) {
            nearest = std::min(nearest, std::hypot(w.along - along, w.up - up));
        }
    }
    return nearest;
}

// Of the fire's mouth, below the holes.
float mouth(const OnWall& w, float grow) {
    return roundBox({w.along, w.up - 7.2F, 0}, {2.6F + grow, 2.1F + grow, 1}, 0.7F);
}

float flange(Vec p, Vec at, Vec axis, float radius) {
    const Vec q = p - at;
    const float h = dot(q, axis);
    float d = smoothMax(length(q - axis * h) - radius, std::fabs(h) - 0.32F, 0.12F);
    const Vec side = unit(cross(axis, std::fabs(axis.z) > 0.5F ? Vec{1, 0, 0} : Vec{0, 0, 1}));
    for (int i = 0; i < 6; ++i) {
        const float turn = 2 * kPi * static_cast<float>(i) / 6;
        const Vec bolt =
            (side * std::cos(turn) + cross(axis, side) * std::sin(turn)) * (radius - 0.4F);
        d = smoothMin(d, sphere(q, bolt + axis * 0.3F, 0.22F), 0.05F);
        d = smoothMin(d, sphere(q, bolt - axis * 0.3F, 0.22F), 0.05F);
    }
    return d;
}

float rivets(const OnWall& w, float up) {
    constexpr float kApart = 2.073F;  // twenty round the boiler
    const float near = (w.along / kApart - std::round(w.along / kApart)) * kApart;
    return std::hypot(std::hypot(near, w.up - up), w.out - kRadius - 0.22F) - 0.40F;
}

}  // namespace

float stokerRod(Vec p) { return pipe(p); }

float stokerTube(Vec p) {
    const Vec axis = unit(P0 - P1);
    const Vec low = P0 - axis * 0.9F;
    const Vec high = P0 + axis * 4.6F;
    return capsule(p, low, high, 0.78F, 0.78F);
}

float boilerShell(Vec p) {
    const OnWall w = onWall(p);
    float d = smoothMax(w.out - kRadius, std::max(kFoot - p.z, p.z - kTop), 0.3F);
    // The dome, and a manhole in it.
    d = smoothMin(d, ellipsoid(p, kBoiler + Vec{0, 0, kTop - 0.4F}, {6.3F, 6.3F, 3.4F}), 0.4F);
    d = smoothMin(d, cylinder(p, kBoiler, 2.3F, kTop + 1, kTop + 3.5F, 0.25F), 0.15F);
    d = smoothMin(d, sphere(p, kBoiler + Vec{0, 0, kTop + 3.6F}, 0.6F), 0.2F);
    for (const float up : {3.5F, 10.5F, 20.6F, 22.7F}) {
        d = smoothMin(d, smoothMax(w.out - kRadius - 0.28F, std::fabs(p.z - up) - 0.65F, 0.12F),
                      0.08F);
        d = smoothMin(d, rivets(w, up), 0.3F);
    }
    // Where a pipe enters, the flat plate that closes the wall.
    if (w.out > 3) {
        const float plate =
            roundBox({w.along + 9.2F, p.z - 15.4F, w.out - kRadius}, {1.9F, 3.4F, 0.45F}, 0.2F);
        d = smoothMin(d, plate, 0.6F);
        // A rim round every hole, then the hole.
        const float away = toHole(w);
        const float rim = std::hypot(std::max(std::fabs(away - kHole - 0.35F) - 0.2F, 0.0F),
                                     w.out - kRadius - 0.1F) -
                          0.32F;
        d = smoothMin(d, rim, 0.7F);
        d = smoothMax(d, -smoothMax(away - kHole, 5.4F - w.out, 0.1F), 0.1F);
        d = smoothMin(
            d, std::max(std::fabs(mouth(w, 0.3F)) - 0.3F, std::fabs(w.out - kRadius) - 0.5F), 0.6F);
        d = smoothMax(d, -std::max(mouth(w, 0), 5.2F - w.out), 0.1F);
    }
    return 0.9F * d;
}

float boilerHoles(Vec p) {
    const OnWall w = onWall(p);
    if (w.out < 2) return 3;
    const float away = toHole(w);
    // Embers: a bed that bulges a little.
    const float bed = w.out - 5.75F - 0.35F * (1 - std::min(1.0F, away / kHole)) -
                      0.12F * layeredNoise(p * 1.7F, 2);
    return 0.9F * smoothMax(smoothMax(away - kHole - 0.15F, bed, 0.1F), 5.0F - w.out, 0.1F);
}

float boilerFire(Vec p) {
    const OnWall w = onWall(p);
    if (w.out < 2) return 3;
    const float bed =
        w.out - 5.7F - 0.30F * layeredNoise(p * 1.1F, 3) - 0.5F * smoothStep(8.5F, 5.5F, p.z);
    return 0.85F * smoothMax(smoothMax(mouth(w, 0.15F), bed, 0.15F), 4.8F - w.out, 0.1F);
}

// On its hinge beside the mouth, wide open.
float boilerDoor(Vec p) {
    const Vec hinge = kBoiler + kFacing * (kRadius * std::cos(0.47F)) +
                      kAside * (kRadius * std::sin(0.47F)) + Vec{0, 0, 7.2F};
    const Vec out = unit(kFacing * 0.72F + kAside * 0.69F);
    const Vec across = cross(out, Vec{0, 0, 1});
    const Vec q = p - hinge;
    const Vec local{dot(q, out) - 2.7F, q.z, dot(q, across)};
    float d = roundBox(local, {2.5F, 2.2F, 0.3F}, 0.15F);
    d = smoothMin(d, roundBox(local - Vec{0, 0.9F, 0}, {2.6F, 0.28F, 0.42F}, 0.1F), 0.08F);
    d = smoothMin(d, roundBox(local + Vec{0, 0.9F, 0}, {2.6F, 0.28F, 0.42F}, 0.1F), 0.08F);
    d = std::min(d, capsule(local, {1.9F, 0, 0.3F}, {1.9F, 0, 0.9F}, 0.16F, 0.16F));
    d = std::min(d, sphere(local, {1.9F, 0, 1.05F}, 0.32F));
    return smoothMin(d, capsule(local, {-2.6F, -1.7F, 0}, {-2.6F, 1.7F, 0}, 0.36F, 0.36F), 0.08F);
}

float boilerPipes(Vec p) {
    const Vec stand = kBoiler - kAside * 8.8F - kFacing * 2.0F;
    const Vec bend = stand + Vec{0, 0, 20.0F};
    const Vec inlet = bend - kAside * -5.0F;
    // Upright, round a bend, level into the dome.
    float d = capsule(p, stand + Vec{0, 0, 2.6F}, bend, 1.05F, 1.05F);
    d = smoothMin(d, capsule(p, bend, inlet, 1.05F, 1.05F), 0.5F);
    d = smoothMin(d, flange(p, stand + Vec{0, 0, 4.4F}, {0, 0, 1}, 1.75F), 0.7F);
    d = smoothMin(d, flange(p, stand + Vec{0, 0, 12.5F}, {0, 0, 1}, 1.75F), 0.7F);
    d = smoothMin(d, flange(p, bend + kAside * 2.0F, kAside, 1.75F), 0.7F);
    // Lying along the floor from the boiler's foot to the front.
    const Vec from = kBoiler + kAside * 4.6F + kFacing * 4.4F + Vec{0, 0, 3.9F};
    const Vec to = from + unit(kFacing * 0.8F + Vec{-0.9F, 0, 0}) * 11.5F;
    d = std::min(d, capsule(p, from, to, 0.8F, 0.8F));
    d = smoothMin(d, flange(p, mix(from, to, 0.45F), unit(to - from), 1.35F), 0.7F);
    d = smoothMin(d, flange(p, to, unit(to - from), 1.35F), 0.7F);
    return d;
}

// Tread plates in a ring wall.
float boilerFloor(Vec p) {
    const Vec q = p - Vec{5.4F, 1.6F, 0};
    const float r = std::hypot(q.x, q.y);
    if (p.z > 6 || r > 24) return std::max(p.z - 5.0F, r - 22);
    const float u = (q.x + 0.4F * q.y) / 5.6F;
    const float v = (q.y - 0.4F * q.x) / 5.6F;
    const float seam = 5.6F * std::min(std::fabs(u - std::round(u)), std::fabs(v - std::round(v)));
    const float groove = 0.28F * std::exp(-std::pow(seam / 0.2F, 2.0F));
    // Raised bars, turned by a quarter from one to the next.
    const float s = (q.x + q.y) * 1.15F;
    const float t = (q.x - q.y) * 1.15F;
    const bool turned = (static_cast<int>(std::floor(s / kPi) + std::floor(t / kPi)) & 1) != 0;
    const float a = std::fabs(std::sin(turned ? s : t));
    const float b = std::fabs(std::sin(turned ? t : s));
    const float bars = 0.14F * smoothStep(0.80F, 0.95F, a) * smoothStep(0.25F, 0.5F, b);
    const float inner = smoothStep(17.6F, 17.2F, r);
    float d = smoothMax(p.z - 2.72F - (bars - groove) * inner - 0.35F * (1 - inner),
                        r - 18.6F - 0.10F * (2.7F - p.z), 0.25F);
    // What he stands on: two iron steps under his feet.
    d = std::min(d, roundBox(p - Vec{-1.2F, -0.6F, 3.4F}, {4.6F, 5.0F, 1.35F}, 0.2F));
    d = smoothMax(d, -p.z, 0.02F);
    return 0.85F * d;
}

}  // namespace glaukophos::sculpt
