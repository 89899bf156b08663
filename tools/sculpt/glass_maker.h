// The tide-glass maker: how he stands, and the field of each of his parts. mm, z up, he faces -y.
#pragma once

#include "tools/sculpt/field.h"

namespace glaukophos::sculpt {

// Upper case names are places of the body: SHR is the right shoulder, KNL the left knee.
inline const float Z_LEDGE = 3.0f, Z_STEP = 4.7f;
inline const Vec PELV{-.85f, -1.15f, 19.2f}, WAIST{-.55f, -.75f, 21.9f}, CHEST{-.05f, .65f, 24.9f},
    NECK{.2f, 1.35f, 28.2f};
inline const Vec SHR{-3.85f, 1.5f, 26.7f}, SHL{3.95f, .35f, 26.6f};
inline const Vec HIPR{-2.6f, -.75f, 19.2f}, KNR{-2.55f, -1.3f, 12.4f}, ANR{-1.9f, .5f, 6.5f},
    TOR{-3.0f, -2.9f, 5.35f};
inline const Vec HIPL{1.4f, -1.0f, 18.3f}, KNL{3.2f, -4.0f, 11.8f}, ANL{4.2f, -3.2f, 4.9f},
    TOL{5.9f, -6.2f, 3.65f};
inline const Vec P0{-7.7f, -2.7f, 30.2f}, P1{7.7f, -7.5f, 10.9f};  // pipe ends
inline const Vec GATHER{7.95f, -7.6f, 10.4f};
inline const float PIPER = .36f;
inline Vec pipeAt(float t) { return mix(P0, P1, t); }
inline Vec bentJoint(Vec s, Vec w, float l1, float l2, Vec pole) {
    Vec d = w - s;
    float L = length(d);
    Vec e = d * (1 / L);
    L = std::min(L, (l1 + l2) * .995f);
    float a = (l1 * l1 - l2 * l2 + L * L) / (2 * L), h = std::sqrt(std::max(l1 * l1 - a * a, 0.f));
    Vec q = unit(pole - e * dot(pole, e));
    return s + e * a + q * h;
}
struct Hand {
    Vec G, A, W, N;
    Vec wrist;
};
inline Hand handOn(Vec G, Vec A, Vec el, bool left) {
    Hand h;
    h.G = G;
    h.A = A;
    Vec w = el - G;
    h.W = unit(w - A * dot(w, A));
    h.N = left ? cross(h.W, h.A) : cross(h.A, h.W);
    h.wrist = G + h.W * 2.15f + h.N * .25f;
    return h;
}
// Elbows and hands settle together in a few rounds.
struct Arms {
    Hand right, left;
    Vec elbow_right, elbow_left;
};
inline Arms armsOnPipe() {
    const Vec up = unit(P0 - P1);
    const Vec on_right = pipeAt(.285f), on_left = pipeAt(.56f);
    Arms arms;
    arms.elbow_right = Vec{-6.6f, -.3f, 22.9f};
    arms.elbow_left = Vec{5.9f, -1.2f, 21.9f};
    for (int i = 0; i < 4; i++) {
        arms.right = handOn(on_right, up, arms.elbow_right, false);
        arms.elbow_right = bentJoint(SHR, arms.right.wrist, 5.3f, 4.7f, Vec{-1.f, .35f, -.9f});
    }
    for (int i = 0; i < 4; i++) {
        arms.left = handOn(on_left, up, arms.elbow_left, true);
        arms.elbow_left = bentJoint(SHL, arms.left.wrist, 5.3f, 4.7f, Vec{1.f, .5f, -.35f});
    }
    return arms;
}
inline const Arms ARMS = armsOnPipe();
inline const Hand HR = ARMS.right, HL = ARMS.left;
inline const Vec ELR = ARMS.elbow_right, ELL = ARMS.elbow_left;
// The head is turned to his left, bent down and tilted a little.
inline Vec turnedHead(Vec v) {
    const float yaw = 24 * kPi / 180, pitch = 17 * kPi / 180, roll = 5 * kPi / 180;
    const Vec a{v.x * std::cos(roll) + v.z * std::sin(roll), v.y,
                -v.x * std::sin(roll) + v.z * std::cos(roll)};
    const Vec b{a.x, a.y * std::cos(pitch) - a.z * std::sin(pitch),
                a.y * std::sin(pitch) + a.z * std::cos(pitch)};
    return {b.x * std::cos(yaw) - b.y * std::sin(yaw), b.x * std::sin(yaw) + b.y * std::cos(yaw),
            b.z};
}
inline const Frame HEAD{Vec{.45f, .10f, 32.15f}, turnedHead(Vec{1, 0, 0}), turnedHead(Vec{0, 1, 0}),
                        turnedHead(Vec{0, 0, 1})};
inline const float HS = 1.07f;  // head scale
inline float wrinkle(Vec p, Vec dir, float freq, float warp) {
    float s = dot(p, dir) * freq + warp * noise(p * .55f);
    float q = std::sin(s);
    return q * (1 - .35f * q);
}
// ---------------------------------------------------------------- body masses used for draping
inline float torso(Vec p) {
    float d = ellipsoid(p, PELV, Vec{2.75f, 2.0f, 2.2f});
    d = smoothMin(d, ellipsoid(p, WAIST, Vec{2.5f, 1.85f, 2.8f}), 1.6f);
    d = smoothMin(d, ellipsoid(p, CHEST, Vec{3.3f, 2.25f, 3.2f}), 2.2f);
    d = smoothMin(d, capsule(p, SHR, NECK, 1.2f, 1.2f), 1.1f);
    d = smoothMin(d, capsule(p, SHL, NECK, 1.2f, 1.2f), 1.1f);
    return d;
}
inline float thighs(Vec p) {
    return std::min(capsule(p, HIPR, KNR, 2.0f, 1.45f), capsule(p, HIPL, KNL, 2.0f, 1.5f));
}
inline float shins(Vec p) {
    return std::min(capsule(p, KNR, ANR, 1.4f, 1.05f), capsule(p, KNL, ANL, 1.45f, 1.05f));
}
inline float upperArms(Vec p) {
    return std::min(capsule(p, SHR, ELR, 1.45f, 1.2f), capsule(p, SHL, ELL, 1.45f, 1.2f));
}
// Distance to the surface of a part, negative inside.
float face(Vec p);
float beard(Vec p);
float armsAndHands(Vec p);
float hoodAndCape(Vec p);
float tunic(Vec p);
float apron(Vec p);
float boots(Vec p);
float brooch(Vec p);
float belt(Vec p);
float pipe(Vec p);
float gather(Vec p);
float bucket(Vec p);
float glassFloat(Vec p);
float plinth(Vec p);
float water(Vec p);

inline const Vec FLOAT{11.f, 4.f, 6.15f};

}  // namespace glaukophos::sculpt
