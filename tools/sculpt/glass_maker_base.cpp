// Sea wall with steps, ring and barnacles; water at its foot.
#include "tools/sculpt/glass_maker.h"

namespace glaukophos::sculpt {
float plinth(Vec p) {
    float r = std::hypot(p.x, p.y);
    if (p.z > 8 || r > 19) return std::max(p.z - 6.5f, r - 17.2f);
    float rough = .20f * layeredNoise(p * .9f, 4) + .05f * noise(p * 4.f);
    // ledge paving
    Cell c = cellAt(p.x + .8f * noise(Vec{p.x * .3f, p.y * .3f, 1}),
                    p.y + .8f * noise(Vec{p.x * .3f, p.y * .3f, 9}), 5.2f, 3.8f, 11);
    float e = c.edge;
    float hh = .30f * (random01(c.number, 1, 1) - .5f) +
               .05f * ((p.x - c.middle.x) * (random01(c.number, 2, 2) - .5f) +
                       (p.y - c.middle.y) * (random01(c.number, 3, 3) - .5f));
    float bev = .55f * std::exp(-std::pow(std::max(e, 0.f) / .28f, 1.3f));
    float top = Z_LEDGE - .12f + hh - bev;
    // side courses
    float th = std::atan2(p.x, p.y);
    int row = p.z < 1.55f ? 0 : 1;
    float zj = std::fabs(p.z - 1.55f - .12f * noise(Vec{th * 3, 0, 4}));
    float N = row ? 13 : 11;
    float k = th * N / (2 * kPi) + row * .37f;
    int bi = (int)std::floor(k);
    float fr = k - bi;
    float off = .28f * (random01(bi, row, 5) - .5f);
    fr = fr;
    float jx = std::min(std::fabs(fr - off * 0), std::fabs(1 - fr)) * 2 * kPi / N * 15.5f;
    float sj = std::min(jx, zj);
    float R = 15.85f + .25f * (random01((bi + 100) % (int)N, row, 8) - .5f) -
              .55f * std::exp(-std::pow(sj / .26f, 1.3f));
    R -= .35f * std::exp(-std::pow((top - p.z) / .35f, 2.f) * .7f);
    float d = smoothMax(p.z - top, r - R, .3f);
    d = smoothMax(d, -p.z, .05f);
    d += rough;
    // rear step of large blocks
    float bxs[] = {-16, -8.2f, -.6f, 5.2f, 16};
    float st = 1e9;
    for (int i = 0; i < 4; i++) {
        float x0 = bxs[i], x1 = bxs[i + 1];
        float cx = .5f * (x0 + x1), hx = .5f * (x1 - x0) - .12f;
        float y0 = -1.9f + (i == 0   ? -.2f
                            : i == 1 ? -2.55f
                            : i == 2 ? .3f
                                     : .9f),
              y1 = (i == 1 || i == 2) ? 6.6f : 7.2f;
        float a = (random01(i, 5, 5) - .5f) * .10f;
        Vec q{p.x - cx, p.y - .5f * (y0 + y1), p.z - 3.0f};
        Vec q2{q.x * std::cos(a) + q.y * std::sin(a), -q.x * std::sin(a) + q.y * std::cos(a),
               q.z - .02f * q.x * (random01(i, 6, 6) - .5f)};
        float b = roundBox(q2,
                           Vec{hx, .5f * (y1 - y0) - .1f,
                               1.68f + (i == 1 || i == 2 ? 0.f : .25f * (random01(i, 8, 8) - .5f))},
                           .28f);
        st = std::min(st, b);
    }
    float bx2[] = {-16, -4.4f, 3.6f, 16};
    for (int i = 0; i < 3; i++) {
        float x0 = bx2[i], x1 = bx2[i + 1];
        float cx = .5f * (x0 + x1), hx = .5f * (x1 - x0) - .12f;
        Vec q{p.x - cx, p.y - 12.2f, p.z - 3.1f};
        float b = roundBox(q, Vec{hx, 5.2f, 1.65f + .2f * (random01(i, 9, 9) - .5f)}, .28f);
        st = std::min(st, b);
    }
    st = smoothMax(st, r - 15.3f - .3f * noise(Vec{p.x * .4f, p.y * .4f, 2}), .35f);
    st = smoothMax(st, 1.f - p.z, .05f);
    st += .26f * layeredNoise(p * .8f + Vec{5, 5, 5}, 4) + .05f * noise(p * 4.3f);
    // mooring ring on the wall and barnacles
    {
        float a = .42f;
        Vec o{std::sin(a), -std::cos(a), 0};
        Vec c = o * 16.0f + Vec{0, 0, 2.15f};
        Vec tn = cross(Vec{0, 0, 1}, o);
        float g = torus(p, c + o * .55f + Vec{0, 0, -.95f}, unit(o + Vec{0, 0, .25f}), .95f, .24f);
        g = std::min(g, roundBox(Frame{c + o * .0f, tn, o, Vec{0, 0, 1}}.local(p),
                                 Vec{.55f, .42f, .5f}, .12f));
        g = std::min(g, torus(p, c + o * .42f, tn, .33f, .2f));
        d = std::min(d, g);
    }
    d = std::min(d, st);
    if (r > 13.5f && p.z < 4.f) {
        for (int i = 0; i < 40; i++) {
            float cl = i < 24 ? -.75f : .95f;
            float a = cl + (random01(i, 1, 77) + random01(i, 4, 77) - 1.f) * .55f;
            float z = .35f + 1.9f * random01(i, 2, 77) * random01(i, 5, 77);
            float s = .20f + .26f * random01(i, 3, 77) * random01(i, 6, 77);
            Vec o{std::sin(a), -std::cos(a), 0};
            Vec c = o * 15.55f + Vec{0, 0, z};
            if (std::fabs(p.x - c.x) > 1.6f || std::fabs(p.z - c.z) > 1.6f) continue;
            float b = capsule(p, c, c + o * (s * 1.25f), s, s * .55f);
            Vec q = p - c;
            float ht = dot(q, o);
            Vec rad = q - o * ht;
            float an = std::atan2(rad.z, dot(rad, cross(Vec{0, 0, 1}, o)));
            b -= .022f * std::sin(an * 7);
            b = smoothMax(b, ht - s * 1.3f, .05f);
            b = smoothMax(b, -capsule(p, c + o * (s * 1.1f), c + o * (s * 2.2f), s * .2f, s * .34f),
                          .05f);
            d = smoothMin(d, b, .1f);
        }
    }
    return smoothMax(d, -p.z, .02f);
}
// Still sea water against the wall on his left: a thin slab with low ripples, rounded at its rim.
float water(Vec p) {
    if (p.z > 1.8f) return p.z - 1.f;
    float r = std::hypot(p.x, p.y);
    float a = std::atan2(p.x, -p.y) - .86f;
    float wave = std::sin(2.1f * (p.x * .5f - p.y * .86f) + 1.6f * noise(p * .35f));
    float ripple = .10f * wave + .06f * std::sin(3.7f * p.x + 1.9f * p.y + 2.f * noise(p * .5f)) +
                   .05f * noise(p * 1.1f);
    float rim = 19.2f + .5f * std::sin(a * 6.f) + .3f * noise(Vec{a * 3, 2, 5});
    float side = (std::fabs(a) - .60f - .05f * noise(Vec{r * .6f, 1, 3})) * r * .8f;
    float d = smoothMax(p.z - .75f - ripple, r - rim, .6f);
    d = smoothMax(d, side, .8f);
    d = smoothMax(d, 14.6f - r, .1f);
    return smoothMax(d, -p.z, .02f);
}
}  // namespace glaukophos::sculpt
