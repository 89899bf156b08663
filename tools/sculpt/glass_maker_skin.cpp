// Face, beard, hands and forearms.
#include "tools/sculpt/glass_maker.h"

namespace glaukophos::sculpt {
float face(Vec w) {
    Vec p = HEAD.local(w) * (1 / HS);
    Vec s{std::fabs(p.x), p.y, p.z};
    float d = ellipsoid(p, Vec{0, .35f, .65f}, Vec{1.72f, 2.05f, 1.8f});
    d = smoothMin(d, ellipsoid(p, Vec{0, -.55f, -.65f}, Vec{1.36f, 1.45f, 1.75f}), .5f);
    d = smoothMin(d, capsule(s, Vec{1.2f, -.2f, -1.25f}, Vec{.4f, -1.5f, -2.0f}, .48f, .45f),
                  .5f);                                                                // jaw
    d = smoothMin(d, sphere(p, Vec{0, -1.72f, -2.02f}, .48f), .4f);                    // chin
    d = smoothMin(d, ellipsoid(p, Vec{0, -1.25f, 1.0f}, Vec{1.15f, .65f, .8f}), .6f);  // forehead
    d = smoothMin(d, capsule(s, Vec{.25f, -1.88f, .36f}, Vec{1.06f, -1.42f, .46f}, .25f, .20f),
                  .32f);  // brow
    d = smoothMin(d, ellipsoid(s, Vec{.92f, -1.38f, -.52f}, Vec{.44f, .32f, .28f}),
                  .36f);  // cheekbone
    d = smoothMin(d, capsule(s, Vec{1.02f, -1.22f, -.42f}, Vec{1.50f, .1f, -.15f}, .16f, .16f),
                  .45f);  // zygomatic arch
    d = smoothMin(d, capsule(s, Vec{1.08f, -1.26f, .38f}, Vec{1.06f, -1.2f, -.42f}, .15f, .14f),
                  .35f);
    d = smoothMin(d, ellipsoid(s, Vec{1.08f, -.55f, .42f}, Vec{.42f, .8f, .7f}), .6f);  // temple
    d = smoothMax(d, -ellipsoid(s, Vec{.60f, -2.14f, -.03f}, Vec{.42f, .48f, .30f}),
                  .24f);  // socket
    d = smoothMax(d, -ellipsoid(s, Vec{1.22f, -1.55f, -1.15f}, Vec{.28f, .45f, .40f}),
                  .45f);  // cheek hollow
    d = smoothMax(d, -capsule(s, Vec{.46f, -2.02f, -.72f}, Vec{.78f, -1.75f, -1.2f}, .05f, .05f),
                  .22f);                                                // nasolabial fold
    d = smoothMin(d, sphere(s, Vec{.60f, -1.52f, -.03f}, .39f), .02f);  // eyeball
    {
        float lid = sphere(s, Vec{.60f, -1.52f, -.03f}, .47f);  // lids
        float upper = dot(s - Vec{.60f, -1.93f, .09f - 1.1f * (s.x - .58f) * (s.x - .58f)},
                          unit(Vec{-.06f, .22f, -1.f}));
        float lower = dot(s - Vec{.60f, -1.93f, -.17f + .7f * (s.x - .60f) * (s.x - .60f)},
                          unit(Vec{.08f, .20f, 1.f}));
        d = smoothMin(d, smoothMax(lid - .02f, upper, .04f), .04f);
        d = smoothMin(d, smoothMax(lid, lower, .04f), .08f);
    }
    d = smoothMin(d, capsule(s, Vec{.36f, -1.84f, -.42f}, Vec{.8f, -1.70f, -.42f}, .06f, .04f),
                  .16f);  // bag under the eye
    float nose = capsule(p, Vec{0, -1.90f, .22f}, Vec{0, -2.55f, -.70f}, .20f, .27f);
    nose = smoothMin(nose, capsule(p, Vec{0, -2.12f, -.1f}, Vec{0, -2.3f, -.35f}, .22f, .22f), .1f);
    nose = smoothMin(nose, sphere(s, Vec{.31f, -2.18f, -.74f}, .21f), .18f);
    d = smoothMin(d, nose, .22f);
    d = smoothMax(d, -ellipsoid(s, Vec{.17f, -2.38f, -1.0f}, Vec{.1f, .16f, .12f}), .08f);
    d += .035f * std::pow(.5f + .5f * std::sin(p.z * 15.f + .8f * std::cos(p.x * 3)), 4.f) *
         smoothStep(.62f, .8f, p.z) * smoothStep(1.3f, 1.1f, p.z) * smoothStep(1.1f, .7f, s.x) *
         (p.y < -1 ? 1.f : 0.f);  // frown lines
    // mouth
    d = smoothMin(d, ellipsoid(p, Vec{0, -1.72f, -1.25f}, Vec{.75f, .5f, .45f}), .3f);
    d = smoothMin(d, capsule(s, Vec{0, -2.16f, -1.47f}, Vec{.4f, -2.0f, -1.45f}, .15f, .07f), .08f);
    d = smoothMax(d, -ellipsoid(p, Vec{0, -2.25f, -1.32f}, Vec{.6f, .35f, .05f}), .08f);
    d *= HS;
    // neck
    d = smoothMin(
        d, capsule(w, NECK + Vec{0, .1f, -.6f}, HEAD.world(Vec{0, .55f, -1.0f}), 1.35f, 1.25f),
        .3f);
    return d;
}
float beard(Vec w) {
    Vec p = HEAD.local(w) * (1 / HS);
    Vec s{std::fabs(p.x), p.y, p.z};
    float d = capsule(s, Vec{1.5f, -.35f, -.55f}, Vec{1.22f, -.85f, -1.55f}, .28f, .42f);
    d = smoothMin(d, capsule(s, Vec{1.22f, -.85f, -1.55f}, Vec{.35f, -1.75f, -2.25f}, .42f, .55f),
                  .35f);
    d = smoothMin(d, capsule(p, Vec{0, -1.85f, -2.1f}, Vec{.10f, -2.5f, -3.2f}, .66f, .26f), .4f);
    d = smoothMin(d, capsule(s, Vec{.12f, -2.1f, -1.85f}, Vec{.3f, -2.0f, -2.4f}, .2f, .4f), .2f);
    // strands: flow down from the chin axis, warped
    float an = std::atan2(p.x, -(p.y + .4f));
    float ph = an * 7.5f + 1.2f * noise(p * 1.3f) + .9f * std::sin(p.z * 2.3f + an * 2);
    float g = std::fabs(std::sin(ph));
    d += .11f * std::pow(1 - g, 2.f) + .04f * noise(p * Vec{5, 5, 1.6f}) - .03f;
    float mo = capsule(s, Vec{.1f, -2.36f, -1.04f}, Vec{.58f, -2.06f, -1.26f}, .2f, .2f);
    mo = smoothMin(mo, capsule(s, Vec{.58f, -2.06f, -1.26f}, Vec{.98f, -1.6f, -1.95f}, .2f, .1f),
                   .15f);
    mo += .045f * std::pow(std::fabs(std::sin((s.z * .9f + s.x * .6f + s.y * .25f) * 12.f +
                                              .6f * noise(p * 2.f))),
                           4.f);
    d = smoothMin(d, mo, .05f);
    float eb =
        smoothMin(capsule(s, Vec{.24f, -2.12f, .36f}, Vec{.66f, -2.01f, .50f}, .10f, .11f),
                  capsule(s, Vec{.66f, -2.01f, .50f}, Vec{1.10f, -1.61f, .50f}, .11f, .06f), .08f) +
        .02f * std::sin((s.x * 2 + p.z) * 13);
    return std::min(d, eb) * HS;
}
static float hand(Vec w, const Hand& h) {
    Vec q = w - h.G;
    Vec p{dot(q, h.A), dot(q, h.W), dot(q, h.N)};  // a: to thumb, u: to wrist, v: to back of hand
    float D = PIPER;
    // palm/back: slab from wrist to knuckles
    float d = 1e9;
    for (int i = 0; i < 4; i++) {
        float a = .93f - .62f * i;
        float r = .34f - .03f * (i == 3);
        float k = (i == 1 || i == 2) ? .06f : 0;
        Vec mcp{a, -.10f - k, D + .62f + k * .6f - (i == 3 ? .1f : 0)},
            pip{a * .97f, -D - .72f - k, .42f}, dip{a * .93f, -D - .55f, -.48f},
            tip{a * .9f, -.05f, -D - .42f};
        float f = capsule(p, mcp, pip, r + .04f, r - .01f);
        f = smoothMin(f, capsule(p, pip, dip, r, r - .03f), .12f);
        f = smoothMin(f, capsule(p, dip, tip, r - .03f, r - .06f), .12f);
        f = smoothMin(f, sphere(p, mcp + Vec{0, -.02f, .06f}, r + .05f), .1f);
        d = i ? smoothMin(d, f, .12f) : f;
        float mc = capsule(p, Vec{a * .55f, 1.75f, .45f}, mcp, .42f, r + .02f);
        d = smoothMin(d, mc, .16f);
    }
    d = smoothMin(d, ellipsoid(p, Vec{.05f, 1.0f, .35f}, Vec{.95f, .95f, .45f}), .25f);
    d = smoothMin(d, ellipsoid(p, Vec{.75f, 1.2f, .0f}, Vec{.5f, .75f, .5f}), .3f);  // thenar
    d = smoothMin(d, ellipsoid(p, Vec{-.65f, 1.1f, .05f}, Vec{.42f, .75f, .45f}), .3f);
    // thumb wraps over the pipe on the palm side
    float t = capsule(p, Vec{.95f, 1.2f, .05f}, Vec{1.35f, .35f, -.5f}, .42f, .36f);
    t = smoothMin(t, capsule(p, Vec{1.35f, .35f, -.5f}, Vec{1.1f, -.55f, -.72f}, .34f, .27f), .08f);
    d = smoothMin(d, t, .12f);
    return d;
}
static float forearm(Vec w, Vec el, const Hand& h, bool left) {
    Vec dir = unit(h.wrist - el);
    float L = length(h.wrist - el);
    Vec s1 = unit(cross(dir, h.N));
    Vec s2 = cross(s1, dir);
    float d = capsule(w, el, h.wrist, 1.08f, .66f);
    Vec m = el + dir * (L * .28f);
    Frame f{m, s1, s2, dir};
    Vec p = f.local(w);
    d = smoothMin(d, ellipsoid(p, Vec{.35f, .35f, 0}, Vec{.85f, .8f, 1.75f}),
                  .35f);  // brachioradialis
    d = smoothMin(d, ellipsoid(p, Vec{-.4f, -.15f, -.1f}, Vec{.8f, .85f, 1.6f}), .35f);  // flexors
    d = smoothMin(d, capsule(p, Vec{.25f, .55f, .6f}, Vec{.1f, .35f, L * .62f}, .3f, .22f),
                  .25f);  // tendon group
    d = smoothMin(d, capsule(w, el - dir * .25f - h.N * .1f, el + dir * .9f, .72f, .8f),
                  .35f);  // olecranon
    // wrist bone, flat wrist
    d = smoothMin(d, sphere(w, h.wrist + s1 * (left ? .45f : -.45f) + h.N * .25f - dir * .35f, .3f),
                  .25f);
    d = smoothMin(d, capsule(w, h.wrist - dir * .5f, h.G + h.W * 1.3f + h.N * .4f, .68f, .55f),
                  .3f);
    return d;
}
float armsAndHands(Vec w) {
    float a = smoothMin(forearm(w, ELR, HR, false), hand(w, HR), .22f),
          b = smoothMin(forearm(w, ELL, HL, true), hand(w, HL), .22f);
    float d = std::min(a, b);
    // pipe channel
    return d;
}
}  // namespace glaukophos::sculpt
