// Hood, mantle and cape: level sets of one drape, with folds that run to the hem.
#include "tools/sculpt/glass_maker.h"

namespace glaukophos::sculpt {
struct Fold {
    float t0, t1, zt, amp, w0, w1;
};
static const Fold FO[] =
    {  // theta top, theta hem (0 = back, + = his left), start z, amplitude, width top/bottom
        {-1.62f, -1.80f, 26.0f, 1.25f, .15f, .15f}, {-1.30f, -1.42f, 26.6f, 1.0f, .12f, .14f},
        {-1.02f, -1.05f, 26.0f, 1.5f, .13f, .17f},  {-.70f, -.66f, 27.2f, 1.2f, .12f, .15f},
        {-.38f, -.30f, 26.4f, 1.55f, .11f, .17f},   {-.08f, .08f, 27.3f, 1.05f, .11f, .13f},
        {.28f, .42f, 26.6f, 1.6f, .12f, .18f},      {.62f, .80f, 27.2f, 1.0f, .11f, .14f},
        {.92f, 1.14f, 26.4f, 1.45f, .13f, .17f},    {1.25f, 1.46f, 26.6f, 1.0f, .12f, .13f},
        {1.5f, 1.74f, 25.8f, 1.35f, .15f, .15f}};
static const Curve CAt{
    {{13, 6.3f}, {16, 6.0f}, {20, 5.4f}, {24, 4.6f}, {26.5f, 3.6f}, {28.5f, 2.2f}, {30, 1.2f}}},
    CBt{{{13, 3.5f}, {16, 3.25f}, {20, 2.8f}, {24, 2.3f}, {26.5f, 2.0f}, {28.5f, 1.6f}, {30, 1.f}}};
static const Curve CXt{{{13, -1.5f}, {18, -.75f}, {24, -.1f}, {28, .1f}}},
    CYt{{{13, 2.7f}, {18, 2.05f}, {24, 1.2f}, {28, 1.0f}}};
struct CurveTable {
    float v[512];
    float a, b;
    CurveTable(const Curve& t, float A, float B) : a(A), b(B) {
        for (int i = 0; i < 512; i++) v[i] = t(A + (B - A) * i / 511.f);
    }
    float operator()(float x) const {
        float t = clamp((x - a) / (b - a), 0, 1) * 510.99f;
        int i = (int)t;
        return mix(v[i], v[i + 1], t - i);
    }
};
static const CurveTable CA(CAt, 10, 32), CB(CBt, 10, 32), CX(CXt, 10, 32), CY(CYt, 10, 32);
static float capeTheta(Vec p) { return std::atan2(p.x - CX(p.z), p.y - CY(p.z) + .0f); }
static float drapeBase(Vec p) {
    float a = CA(p.z), b = CB(p.z);
    float qx = (p.x - CX(p.z)) / a, qy = (p.y - CY(p.z)) / b;
    float l = std::sqrt(qx * qx + qy * qy);
    float k1 = std::sqrt(qx * qx / (a * a) + qy * qy / (b * b));
    float e = l * (l - 1) / std::max(k1, 1e-4f);
    float d = smoothMax(e, p.z - 27.6f, 1.5f);
    d = smoothMin(d, capsule(p, SHR, NECK + Vec{0, 0, .2f}, 1.3f, 1.35f), 1.4f);
    d = smoothMin(d, capsule(p, SHL, NECK + Vec{0, 0, .2f}, 1.3f, 1.35f), 1.4f);
    d = smoothMin(d, capsule(p, SHR, mix(SHR, ELR, .55f), 1.6f, 1.5f), 1.2f);
    d = smoothMin(d, capsule(p, SHL, mix(SHL, ELL, .55f), 1.6f, 1.5f), 1.2f);
    d = smoothMin(d, ellipsoid(p, CHEST + Vec{0, .1f, .4f}, Vec{3.5f, 2.5f, 2.9f}), 1.f);
    return d;
}
static float foldH(float th, Vec p) {
    float z = p.z;
    float h = 0;
    th += .06f * noise(Vec{p.x * .35f, p.y * .35f, z * .25f});
    for (auto& f : FO) {
        float s = clamp((f.zt - z) / (f.zt - 14.f), 0, 1.1f);
        if (s <= 0) continue;
        float c = mix(f.t0, f.t1, s) + .035f * std::sin(s * 5 + f.t0 * 7);
        float w = mix(f.w0, f.w1, s);
        float u = (th - c) / w;
        if (std::fabs(u) > 3.2f) continue;
        u += .35f * std::tanh(u);  // asymmetric
        float r = std::exp(-u * u * 1.1f);
        float g = 1.35f * f.amp * s * (1.7f - .7f * s) * r;
        h = smoothMax(h, g, .14f * std::min(1.f, s * 6.f) + 1e-4f);
    }
    float s = clamp((26.f - z) / 10.f, 0, 1);
    h +=
        s *
        (.13f * std::sin(th * 19.f + 2.2f * noise(Vec{p.x * .3f, p.y * .3f, z * .15f}) + z * .25f) -
         .25f);
    return h;
}
static float capeHem(float th, float fold) {
    return 14.6f + 1.6f * std::pow(std::fabs(th) / 1.7f, 2.f) + .35f * std::sin(th * 5.f) -
           .25f * fold;
}
static float capeF(Vec p) {
    float th = capeTheta(p);
    float fo = foldH(th, p);
    float g = p.z < 20 ? .07f * std::exp(-std::pow((p.z - capeHem(th, fo) - .95f) / .13f, 2.f)) : 0;
    return drapeBase(p) - .62f - fo + g;
}
static const Curve OPENt{
    {{13, 1.72f}, {17, 1.7f}, {21, 1.58f}, {24, 1.5f}, {25.5f, 1.75f}, {27.5f, 2.5f}}};
static const CurveTable OPEN(OPENt, 10, 32);
static float cape(Vec p) {
    if (p.z < 11 || p.z > 30.5f) return 3;
    float b = drapeBase(p);
    if (b > 3.4f) return b - 2.5f;
    if (b < -1.3f) return -b - .8f;
    float d = shell(capeF, p, .74f, .12f);
    float th = capeTheta(p);
    float hem = capeHem(th, foldH(th, p));
    // thicker rolled hem
    d -= .10f * std::exp(-std::pow((p.z - hem - .25f) / .3f, 2.f));
    float rho = std::hypot(p.x - CX(p.z), p.y - CY(p.z));
    float open = (std::fabs(th) - OPEN(p.z)) * std::min(rho, 6.f) * .8f;
    d -= .08f * std::exp(-std::pow((open + .3f) / .3f, 2.f));
    d = smoothMax(d, (hem - p.z) * .85f, .32f);
    d = smoothMax(d, open, .32f);
    d = smoothMax(d, p.z - 27.9f, .3f);
    return d;
}
// mantle: shoulder piece attached to the hood
static float cowl(Vec w) {  // rolled cloth round the neck, sagging in front
    if (w.z < 24 || w.z > 32) return 2.f + std::max(24 - w.z, w.z - 32);
    Vec p = w;
    float n = .22f * noise(p * .75f) + .10f * noise(p * 1.7f);
    p.z += .18f * std::sin(p.x * 1.3f + .6f);
    float d = torus(p, NECK + Vec{.1f, -.55f, .5f}, unit(Vec{.14f, -.62f, 1}), 2.5f, .60f) + n;
    d = smoothMin(
        d, torus(p, NECK + Vec{.1f, -.9f, -.15f}, unit(Vec{-.14f, -.74f, 1}), 3.05f, .62f) + n,
        .28f);
    d = smoothMin(
        d, torus(p, NECK + Vec{.2f, .05f, 1.15f}, unit(Vec{-.05f, -.62f, 1}), 2.1f, .52f) - n * .5f,
        .35f);
    return d;
}
static float room(Vec p) {
    Vec q = HEAD.local(p);
    return smoothMin(ellipsoid(q, Vec{0, -.9f, -.6f}, Vec{1.75f, 1.85f, 2.1f}),
                     capsule(q, Vec{0, -1.7f, -2.f}, Vec{.12f, -2.6f, -3.1f}, 1.0f, .6f), .4f);
}
static float mantleF(Vec p) {
    float th = std::atan2(p.x - .1f, p.y - 1.3f);
    float b = smoothMin(drapeBase(p) - mix(.42f, 1.02f, smoothStep(28.9f, 26.6f, p.z)),
                        capeF(p) - .42f + .75f * smoothStep(26.6f, 28.4f, p.z), .3f);
    float z = p.z;
    float s = clamp((28.2f - z) / 3.6f, 0, 1);
    float fr = smoothStep(.6f, -1.4f, p.y);
    float u =
        z - .085f * p.x * p.x + .6f * noise(Vec{p.x * .45f, p.y * .45f, z * .3f}) - .16f * p.x;
    auto fw = [](float ph, float e) {
        float q = std::sin(ph + .6f * std::sin(ph));
        return std::pow(.5f + .5f * q, e);
    };
    float sag = fr * smoothStep(28.9f, 27.9f, z) * smoothStep(5.2f, 2.6f, std::fabs(p.x)) *
                (.80f * fw(u * 3.3f + .7f, 1.4f) +
                 .22f * fw(u * 6.7f + .5f * p.x + 2.f * noise(p * .4f), 1.6f));
    float rad = (1 - .85f * fr * smoothStep(4.6f, 2.8f, std::fabs(p.x))) * .62f * std::pow(s, .8f) *
                fw(th * 13.f + 1.9f * noise(Vec{p.x * .3f, p.y * .3f, 3}) + 1.f + .35f * z, 1.7f);
    b = smoothMin(b + .52f * smoothStep(26.4f, 24.2f, z) - sag - rad, cowl(p), .4f);
    return smoothMax(b, -room(p), .35f);
}
static float mantle(Vec p) {
    float b = drapeBase(p);
    if (b > 3.4f) return b - 2.6f;
    if (p.z < 22.f) return 22.f - p.z + .8f;
    if (b < -1.2f) return -b - .6f;
    float d = shell(mantleF, p, .62f, .12f);
    float th = std::atan2(p.x - .1f, p.y - 1.0f);
    float at = std::fabs(th);
    float hem = 24.7f - .6f * std::cos(at) + .1f * std::exp(-std::pow((at - 1.6f) / .6f, 2.f)) -
                .9f * smoothStep(2.2f, 3.14f, at) + .15f * std::sin(th * 8.f);
    d -= .10f * std::exp(-std::pow((p.z - hem - .25f) / .28f, 2.f));
    d += .07f * std::exp(-std::pow((p.z - hem - .85f) / .10f, 2.f));
    return smoothMax(smoothMax(d, (hem - p.z) * .8f, .34f), p.z - 30.4f, .3f);
}
static float hood(Vec w) {
    Vec p = HEAD.local(w) * (1 / 1.04f);
    auto outer = [&](Vec p) {
        float d = ellipsoid(p, Vec{0, .45f, .5f}, Vec{2.5f, 2.75f, 2.8f});
        d = smoothMin(d, ellipsoid(p, Vec{0, .35f, 1.85f}, Vec{1.3f, 1.75f, 1.55f}), 1.1f);
        d = smoothMin(d, ellipsoid(p, Vec{.1f, 2.35f, 1.35f}, Vec{1.15f, 1.75f, 1.0f}),
                      1.6f);  // slouching peak
        d = smoothMin(d, ellipsoid(p, Vec{0, .7f, -1.6f}, Vec{2.3f, 2.2f, 2.2f}), 1.2f);
        // folds: run from the peak to the throat
        float ang = std::atan2(p.z - 2.2f, -(p.y - 2.6f));
        float rr = std::hypot(p.z - 2.2f, p.y - 2.6f);
        float ph = ang * 8.f + 1.3f * noise(p * .5f) + .7f * std::fabs(p.x) + (p.x > 0 ? .8f : 0);
        float fo = std::pow(.5f + .5f * std::sin(ph + .65f * std::sin(ph)), 1.5f);
        d -= .62f * fo * smoothStep(2.3f, .2f, p.z) * smoothStep(.5f, 1.7f, std::fabs(p.x)) *
             smoothStep(.8f, 2.6f, rr) * smoothStep(-1.6f, -.3f, p.y) *
             (1 + .5f * noise(p * .4f + Vec{3, 1, 2}));
        d += .07f * std::exp(-std::pow((p.y + .55f + .18f * p.z) / .11f, 2.f));
        d -= .12f * noise(p * .7f);
        return d;
    };
    float o = outer(p);
    if (o > 2.5f) return o - .6f;

    float rimY =
        -1.35f + .18f * p.z * -1.f + .10f * std::sin(p.z * 2.2f + 1);  // plane of the opening
    float d = shell(outer, p, .48f, .12f);
    // opening
    float ex = p.x / (1.72f + .05f * p.z), ez = (p.z + .35f) / 2.4f;
    float el = (std::sqrt(ex * ex + ez * ez) - 1) * 1.6f;
    float cut = smoothMax(el, p.y - .4f, .3f);  // volume removed
    float front = -(p.y - rimY);                // front > 0 : before the rim plane
    d = smoothMax(d, front, .25f);
    d = smoothMax(d, -cut, .2f);
    // rim roll follows the opening ellipse
    {
        float e2 = (el - .10f), f2 = front + .10f;
        float rr = std::sqrt(e2 * e2 + f2 * f2) - .36f - .06f * noise(p * 1.1f);
        rr = smoothMax(rr, -(p.z + 2.6f), .3f);
        d = smoothMin(d, rr, .28f);
    }
    return d;
}
static float headRoom(Vec w) {  // keeps the face free
    Vec p = HEAD.local(w);
    float d = ellipsoid(p, Vec{0, -1.7f, -.2f}, Vec{1.5f, 2.0f, 1.8f});
    d = smoothMin(d, capsule(p, Vec{0, -1.6f, -1.5f}, Vec{.05f, -1.9f, -2.1f}, 1.2f, .9f), .5f);
    return d;
}
float hoodAndCape(Vec p) {
    float d = p.z > 26.f ? smoothMax(hood(p), -headRoom(p), .4f) : 26.f - p.z + 1.5f;
    if (p.z < 31.5f) d = smoothMin(d, mantle(p), .35f);
    if (p.z < 29) d = smoothMin(d, cape(p), .12f);
    return d;
}
}  // namespace glaukophos::sculpt
