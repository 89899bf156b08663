// Pipe, glowing glass, bucket and net float.
#include "tools/sculpt/glass_maker.h"

namespace glaukophos::sculpt {
float pipe(Vec p) {
    Vec d = unit(P1 - P0);
    float L = length(P1 - P0);
    float h = dot(p - P0, d);
    float r = length(p - P0 - d * h);
    float R = PIPER;
    R += .10f * smoothStep(L * .83f, L * .97f, h);           // heavier nose
    R += .10f * std::exp(-std::pow((h - .25f) / .3f, 2.f));  // mouthpiece bead
    R += .07f * (std::fabs(h - 1.6f) < .2f) +
         .13f * std::exp(-std::pow((h - L * .43f) / .25f, 4.f)) * 0;
    float w =
        smoothStep(L * .64f, L * .65f, h) * smoothStep(L * .79f, L * .78f, h);  // cord wrapping
    R += w *
         (.13f + .07f * std::sin(h * 9.f +
                                 std::atan2(dot(p - P0, unit(cross(d, Vec{0, 0, 1}))),
                                            dot(p - P0, cross(unit(cross(d, Vec{0, 0, 1})), d)))));
    float o = smoothMax(r - R, std::max(-h, h - L), .12f) * .9f;
    return smoothMax(o, -std::max(r - .17f, h - 1.2f), .05f);
}
float gather(Vec p) {
    Vec d = unit(P1 - P0);
    Vec q = p;
    float g = ellipsoid(q, GATHER + Vec{0, 0, -.15f}, Vec{1.75f, 1.72f, 1.8f});
    g = smoothMin(g, sphere(q, GATHER + Vec{.15f, -.1f, -1.25f}, 1.0f), 1.2f);  // sag
    g = smoothMin(g, capsule(q, P1 - d * 1.1f, GATHER, .5f, 1.0f), .7f);        // neck on the iron
    Vec ax = d;
    float h = dot(p - P1, ax);
    g -= .012f * std::sin(h * 3.6f);
    return g;
}
static const Vec BK{-8.2f, -6.0f, 3.0f};
float bucket(Vec p) {
    Vec q = p - BK;
    float H = 4.6f;
    float th = std::atan2(q.x, q.y);
    float r = std::hypot(q.x, q.y);
    float t = clamp(q.z / H, 0, 1);
    float R = mix(2.15f, 2.65f, t);
    float N = 13;
    float k = th * N / (2 * kPi);
    float fr = k - std::floor(k);
    float jn = std::min(fr, 1 - fr) * 2 * kPi / N * R;
    int si = (int)std::floor(k);
    R += .06f * (random01(si, 7, 3) - .5f) - .13f * std::exp(-jn * jn / (.10f * .10f));
    R += .03f * noise(Vec{th * 9, r, q.z * .7f});
    float top = H + .22f * (random01(si, 3, 9) - .5f);
    float d = smoothMax(r - R, std::max(-q.z, q.z - top), .12f);
    d = smoothMax(d, -smoothMax(r - (R - .42f), 1.0f - q.z, .1f), .08f);
    float water =
        std::max(r - (R - .3f), std::fabs(q.z - (H - 1.0f + .05f * std::sin(r * 6))) - .3f);
    d = std::min(d, water);
    for (float hz : {.95f, 3.45f}) {
        float Rh = mix(2.15f, 2.65f, hz / H) + .1f;
        float dz = q.z - hz;
        d = std::min(d, smoothMax(r - Rh - .08f,
                                  smoothMax(std::fabs(dz) - .32f, -(r - Rh + .5f), .05f), .08f));
        for (int i = 0; i < 3; i++) {
            float a = i * 2.1f + hz;
            d = std::min(
                d, sphere(q, Vec{std::sin(a) * (Rh + .08f), std::cos(a) * (Rh + .08f), hz}, .16f));
        }
    }
    // bail: fallen to the side
    {
        Vec n = unit(Vec{.15f, -.75f, .55f});
        Vec c{0, 0, H - .25f};
        float a = torus(q, c, n, 2.72f, .19f);
        a = smoothMax(a, -dot(q - c, cross(n, Vec{1, 0, 0})) * 1.f, .05f);
        d = std::min(d, a);
        for (int s = -1; s <= 1; s += 2)
            d = std::min(d, sphere(q, Vec{s * 2.6f, 0, H - .3f}, .38f));
    }
    return d;
}
float glassFloat(Vec p) {
    Vec q = p - FLOAT;
    float d = length(q) - 1.75f;
    d = smoothMin(d, capsule(q, Vec{-.3f, -.3f, 1.55f}, Vec{-.36f, -.36f, 1.95f}, .42f, .3f), .12f);
    auto cord = [&](Vec n) {
        n = unit(n);
        float h = dot(q, n);
        Vec rd = q - n * h;
        float l = length(rd) - 1.78f;
        float a = std::atan2(dot(rd, unit(cross(n, Vec{.3f, .2f, 1}))),
                             dot(rd, cross(n, unit(cross(n, Vec{.3f, .2f, 1})))));
        return std::sqrt(l * l + h * h) - .135f - .025f * std::sin(a * 40 + std::atan2(h, l));
    };
    float c = std::min(cord(Vec{1, .15f, .1f}),
                       std::min(cord(Vec{-.35f, 1, .2f}),
                                std::min(cord(Vec{.62f, .85f, -.1f}), cord(Vec{.1f, -.15f, 1}))));
    c = std::min(c, torus(q, Vec{.1f, -.1f, 1.72f}, Vec{0, 0, 1}, .75f, .15f));
    // loose rope tail on the stone
    Vec a0{-1.5f, -.4f, -1.25f};
    for (int i = 0; i < 10; i++) {
        float t = i * .35f;
        Vec a1 =
            a0 + Vec{-.42f * std::cos(t * .9f), -.42f * std::sin(t * 1.3f + .3f), i < 2 ? -.1f : 0};
        c = std::min(c, capsule(q, a0, a1, .15f, .15f));
        a0 = a1;
    }
    return smoothMin(d, c, .05f);
}
}  // namespace glaukophos::sculpt
