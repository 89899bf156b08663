// A sitting cat, its tail hanging over the edge of a wooden bollard with a mooring rope.
#include "tools/sculpt/harbour_cat.h"

#include <array>

namespace glaukophos::sculpt {
namespace {

constexpr float kTop = 10.0F;  // of the bollard

Vec turned(Vec v, float yaw, float pitch) {
    const Vec a{v.x, v.y * std::cos(pitch) - v.z * std::sin(pitch),
                v.y * std::sin(pitch) + v.z * std::cos(pitch)};
    return {a.x * std::cos(yaw) - a.y * std::sin(yaw), a.x * std::sin(yaw) + a.y * std::cos(yaw),
            a.z};
}

// Looking a little to its left and down.
const Frame kHead{Vec{0.1F, -1.1F, 17.7F}, turned({1, 0, 0}, 0.38F, 0.12F),
                  turned({0, 1, 0}, 0.38F, 0.12F), turned({0, 0, 1}, 0.38F, 0.12F)};

// Mirrored to the right side.
Vec folded(Vec p) { return {std::fabs(p.x), p.y, p.z}; }

float head(Vec world) {
    const Vec p = kHead.local(world);
    const Vec s = folded(p);
    float d = ellipsoid(p, {0, 0, 0}, {1.55F, 1.42F, 1.32F});
    d = smoothMin(d, ellipsoid(s, {0.80F, -0.55F, -0.38F}, {0.78F, 0.72F, 0.62F}), 0.4F);  // cheek
    d = smoothMin(d, ellipsoid(p, {0, -1.0F, 0.15F}, {0.42F, 0.62F, 0.55F}), 0.4F);        // bridge
    d = smoothMin(d, ellipsoid(s, {0.30F, -1.38F, -0.46F}, {0.40F, 0.42F, 0.32F}), 0.16F);
    d = smoothMin(d, sphere(p, {0, -1.28F, -0.78F}, 0.30F), 0.15F);                     // chin
    d = smoothMin(d, ellipsoid(p, {0, -1.66F, -0.20F}, {0.24F, 0.17F, 0.14F}), 0.08F);  // nose
    d = smoothMax(d, -capsule(p, {0, -1.85F, -0.36F}, {0, -1.75F, -0.70F}, 0.04F, 0.04F), 0.08F);
    // Ears: flattened cones, hollow in front.
    const Vec tip{1.16F, 0.10F, 1.86F};
    const Vec root{0.80F, 0.10F, 0.85F};
    const Vec flat{s.x, 0.1F + (s.y - 0.1F) * 1.7F, s.z};
    const float ear = 0.75F * capsule(flat, root, tip, 0.76F, 0.12F);
    d = smoothMin(d, ear, 0.2F);
    const Vec hollow{s.x, s.y + 0.42F, s.z};
    d = smoothMax(d, -capsule(hollow, {0.84F, 0.0F, 1.1F}, {1.1F, 0.08F, 1.62F}, 0.40F, 0.10F),
                  0.12F);
    // Sockets with slanted lids.
    d = smoothMax(d, -ellipsoid(s, {0.62F, -1.30F, 0.16F}, {0.36F, 0.30F, 0.30F}), 0.12F);
    return d;
}

float leg(Vec s) {
    float d = capsule(s, {0.85F, -1.2F, 14.2F}, {0.74F, -1.95F, 10.8F}, 0.74F, 0.46F);
    d = smoothMin(d, ellipsoid(s, {0.74F, -2.35F, 10.42F}, {0.54F, 0.80F, 0.42F}), 0.25F);
    for (int toe = -1; toe <= 1; ++toe) {
        const float x = 0.74F + 0.30F * static_cast<float>(toe);
        d = smoothMin(d, sphere(s, {x, -2.92F, 10.32F}, 0.26F), 0.07F);
    }
    return d;
}

float haunch(Vec s) {
    float d = ellipsoid(s, {1.75F, 0.75F, 11.75F}, {1.02F, 1.85F, 1.75F});
    d = smoothMin(d, ellipsoid(s, {1.72F, -1.25F, 10.42F}, {0.52F, 1.10F, 0.42F}), 0.3F);
    for (int toe = -1; toe <= 1; ++toe) {
        const float x = 1.72F + 0.28F * static_cast<float>(toe);
        d = smoothMin(d, sphere(s, {x, -2.18F, 10.30F}, 0.24F), 0.07F);
    }
    return d;
}

// From behind the cat over the rim of the bollard, down its left side, the end curling forward.
float tail(Vec p) {
    static constexpr std::array<Vec, 9> kWay = {{{0.3F, 3.2F, 11.2F},
                                                 {1.5F, 3.9F, 10.7F},
                                                 {3.0F, 3.7F, 10.55F},
                                                 {4.3F, 2.9F, 10.2F},
                                                 {4.95F, 1.9F, 9.0F},
                                                 {5.0F, 1.1F, 7.5F},
                                                 {4.95F, 0.3F, 6.3F},
                                                 {5.0F, -0.8F, 5.7F},
                                                 {5.1F, -1.8F, 6.0F}}};
    float d = 1e9F;
    for (std::size_t i = 0; i + 1 < kWay.size(); ++i) {
        const float r = 0.62F - 0.02F * static_cast<float>(i);
        d = smoothMin(d, capsule(p, kWay[i], kWay[i + 1], r, r - 0.02F), 0.25F);
    }
    return d;
}

}  // namespace

float catFur(Vec p) {
    const Vec s = folded(p);
    float d = ellipsoid(p, {0, 1.35F, 12.3F}, {2.25F, 2.5F, 2.35F});
    d = smoothMin(d, capsule(p, {0, 1.1F, 12.8F}, {0, -0.35F, 15.4F}, 2.05F, 1.45F), 0.9F);
    d = smoothMin(d, ellipsoid(p, {0, -0.95F, 14.3F}, {1.35F, 1.15F, 1.9F}), 0.6F);
    d = smoothMin(d, haunch(s), 0.35F);
    d = smoothMin(d, leg(s), 0.35F);
    d = smoothMin(d, capsule(p, {0, -0.35F, 15.4F}, {0.08F, -0.85F, 17.2F}, 1.35F, 1.15F), 0.6F);
    d = smoothMin(d, tail(p), 0.45F);
    // Fur: tufts that run downwards, strongest on chest and haunches, none on the face.
    const Vec q{p.x * 1.6F, p.y * 1.6F, p.z * 0.55F};
    const float body = smoothStep(17.2F, 15.6F, p.z);
    d -= body * (0.075F * noise(q * 1.3F) + 0.045F * noise(q * 3.1F));
    return smoothMin(d, head(p), 0.35F);
}

float catEyes(Vec world) {
    const Vec s = folded(kHead.local(world));
    return sphere(s, {0.60F, -1.00F, 0.15F}, 0.35F);
}

float catCollar(Vec p) {
    const Vec axis = unit({0.05F, -0.35F, 1.0F});
    const Vec middle{0.05F, -0.62F, 16.25F};
    float d = smoothMax(std::fabs(catFur(p) - 0.02F) - 0.18F,
                        std::fabs(dot(p - middle, axis)) - 0.19F, 0.10F);
    const Vec bell{0.42F, -2.10F, 15.75F};
    float ring = sphere(p, bell, 0.42F);
    ring = smoothMax(ring, -roundBox(p - bell - Vec{0, -0.1F, -0.28F}, {0.5F, 0.5F, 0.05F}, 0.04F),
                     0.05F);
    return smoothMin(d, ring, 0.06F);
}

float bollard(Vec p) {
    const Vec c{0, 0.6F, 0};
    const float angle = std::atan2(p.x - c.x, p.y - c.y);
    float d = cylinder(p, c, 3.6F + 0.10F * std::sin(angle * 2.0F), 0.6F, 9.0F, 0.3F);
    const float grain = noise({angle * 7.0F, 3.0F, p.z * 0.35F});
    d += 0.09F * grain + 0.05F * noise({angle * 19.0F, 5.0F, p.z * 0.6F});
    // A few deep cracks from drying.
    const float crack = std::fabs(std::sin(angle * 2.5F + 0.35F * noise({0, 1, p.z * 0.4F})));
    d += 0.30F * std::exp(-std::pow(crack / 0.06F, 2.0F)) * smoothStep(1.5F, 5.0F, p.z);
    float head = cylinder(p, c, 4.75F, 8.4F, kTop + 0.05F, 0.55F);
    head += 0.05F * noise(p * 0.9F) +
            0.05F * std::sin(6.0F * std::hypot(p.x - c.x + 0.4F, p.y - c.y) + noise(p * 0.6F)) *
                smoothStep(9.6F, 10.0F, p.z);
    d = smoothMin(d, head, 0.25F);
    for (const float z : {1.9F, 8.0F}) {  // iron bands
        const float r = std::hypot(p.x - c.x, p.y - c.y);
        const float band = smoothMax(r - 3.95F, std::fabs(p.z - z) - 0.42F, 0.1F);
        d = std::min(d, smoothMax(band, 3.2F - r, 0.1F));
    }
    return d;
}

float mooringRope(Vec p) {
    const Vec c{0, 0.6F, 0};
    const Vec q = p - c;
    const float angle = std::atan2(q.x, q.y);
    const float r = std::hypot(q.x, q.y);
    float d = 1e9F;
    for (int turn = 0; turn < 3; ++turn) {
        const float z = 3.6F + 0.92F * static_cast<float>(turn) + 0.14F * std::sin(angle + 1.0F);
        const float dx = r - 4.02F;
        const float dz = p.z - z;
        const float around = std::atan2(dz, dx);
        d = std::min(d,
                     std::hypot(dx, dz) - 0.45F - 0.07F * std::sin(3.0F * around + 22.0F * angle));
    }
    // The end lies on the stones.
    Vec from{-2.6F, -2.2F, 3.4F};
    static constexpr std::array<Vec, 7> kEnd = {{{-3.6F, -3.3F, 2.2F},
                                                 {-4.6F, -4.2F, 1.75F},
                                                 {-5.6F, -4.3F, 1.75F},
                                                 {-6.0F, -3.2F, 1.75F},
                                                 {-5.4F, -2.3F, 1.85F},
                                                 {-4.7F, -2.8F, 2.05F},
                                                 {-4.9F, -3.6F, 2.35F}}};
    for (const Vec& to : kEnd) {
        const Vec along = unit(to - from);
        const Vec off = p - from;
        const float twist = std::atan2(dot(off, cross(along, Vec{0.2F, 0.1F, 1})), off.z) * 3.0F +
                            5.5F * dot(off, along);
        d = smoothMin(d, capsule(p, from, to, 0.44F, 0.44F) - 0.06F * std::sin(twist), 0.1F);
        from = to;
    }
    return d;
}

float cobbles(Vec p) {
    const float r = std::hypot(p.x, p.y);
    if (p.z > 3.0F || r > 11.0F) return std::max(p.z - 2.0F, r - 9.4F);
    const Cell cell = cellAt(p.x + 0.3F * noise({p.x * 0.5F, p.y * 0.5F, 1}),
                             p.y + 0.3F * noise({p.x * 0.5F, p.y * 0.5F, 9}), 2.3F, 1.9F, 31);
    const float joint = std::exp(-std::pow(std::max(cell.edge, 0.0F) / 0.24F, 1.3F));
    const float top = 1.55F + 0.30F * (random01(cell.number, 1, 1) - 0.5F) - 0.55F * joint;
    float d = smoothMax(p.z - top, r - 8.9F - 0.15F * noise({p.x, p.y, 3}), 0.45F);
    d += 0.10F * layeredNoise(p * 1.2F, 3);
    return smoothMax(d, -p.z, 0.02F);
}

}  // namespace glaukophos::sculpt
