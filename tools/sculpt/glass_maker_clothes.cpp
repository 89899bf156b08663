// Tunic, trousers, apron, boots, belt and what hangs on it.
#include "tools/sculpt/glass_maker.h"

namespace glaukophos::sculpt {
static float sleeve(Vec p, Vec s, Vec e) {
    float t;
    float d = capsule(p, s, mix(s, e, .82f), 1.5f, 1.15f, &t);
    Vec dir = unit(e - s);
    d -= .20f * wrinkle(p, dir + Vec{.4f, .3f, .1f}, 3.1f, 2.4f) * smoothStep(.1f, .5f, t);
    // rolled cuff: two broad turns of cloth, each a shell round the arm, edges turned back
    Vec sx = unit(cross(dir, Vec{0, .3f, 1})), sy = cross(dir, sx);
    const float at[2] = {.80f, .94f}, radius[2] = {1.42f, 1.52f}, half[2] = {.46f, .40f};
    for (int i = 0; i < 2; i++) {
        Vec c = mix(s, e, at[i]);
        Vec n = unit(dir + sx * (.12f - .2f * i) + sy * .08f);
        Vec q = p - c;
        float h = dot(q, n);
        float r = length(q - n * h);
        float a = std::atan2(dot(q, sy), dot(q, sx));
        float turn = std::fabs(h + .07f * std::sin(a * 2 + i * 2.f)) - half[i];
        float wall = std::fabs(r - radius[i] + .16f - .05f * std::sin(a * 3.f + i) +
                               .10f * h * (i ? 1.f : -1.f)) -
                     .2f;
        d = smoothMin(d, smoothMax(wall, turn, .26f), .08f);
    }
    return d;
}
static float trouserLeg(Vec p, Vec h, Vec k, Vec a, float side) {
    float t;
    float d = capsule(p, h, k, 2.0f, 1.42f);
    float s = capsule(p, k, mix(k, a, .52f), 1.42f, 1.15f, &t);
    d = smoothMin(d, s, .5f);
    float nk = std::exp(-std::pow((p.z - k.z + .3f) / 2.3f, 2.f));
    d -= .24f * nk * wrinkle(p, unit(Vec{.5f * side, .6f, 1}), 2.9f, 1.8f);
    float bl = std::exp(-std::pow((p.z - a.z - 2.8f) / 1.2f, 2.f));
    d -= bl * (.12f + .14f * wrinkle(p, unit(Vec{.25f * side, .1f, 1}), 4.2f,
                                     2.2f));  // blousing above the boot
    return d;
}
float tunic(Vec p) {
    float d = torso(p) - .12f;
    d = smoothMin(d, thighs(p) - .3f + .0f, 1.2f);
    d = smoothMax(d, 15.6f - p.z + .35f * std::sin(std::atan2(p.x, p.y) * 6.f), .3f);  // skirt
    float wz = std::exp(-std::pow((p.z - 21.5f) / 2.f, 2.f));
    d -= .16f * wz * wrinkle(p, unit(Vec{.5f, .2f, 1}), 2.6f, 2.5f);
    float cz = std::exp(-std::pow((p.z - 24.f) / 1.8f, 2.f));
    d -= .14f * cz * wrinkle(p, unit(Vec{p.x > 0 ? -.75f : .75f, .1f, .8f}), 3.0f, 2.0f) *
         smoothStep(.4f, 1.6f, std::fabs(p.x));
    float sk = smoothStep(20.f, 16.f, p.z);
    float th = std::atan2(p.x - PELV.x, p.y - PELV.y);
    d -= sk *
         (.5f * std::pow(.5f + .5f * std::sin(th * 15.f + 1.8f * noise(p * .35f)), 1.6f) - .12f);
    d = smoothMin(d, sleeve(p, SHR, ELR), .5f);
    d = smoothMin(d, sleeve(p, SHL, ELL), .5f);
    float l = std::min(trouserLeg(p, HIPR, KNR, ANR, -1), trouserLeg(p, HIPL, KNL, ANL, 1));
    l = smoothMax(l, p.z - 19, .3f);
    return std::min(d, l);
}
static float apronVol(Vec p) {
    float d = smoothMin(torso(p), thighs(p), 1.6f);
    d = smoothMin(d, shins(p), 2.2f);
    d = smoothMin(d,
                  capsule(p, mix(HIPR, HIPL, .5f) + Vec{0, -.6f, -1},
                          mix(KNR, KNL, .45f) + Vec{0, -.3f, -1.6f}, 1.9f, 1.7f),
                  2.0f);
    return d;
}
static float apronF(Vec p) {
    float d = apronVol(p) - .82f;
    float dn = smoothStep(19.5f, 13.f, p.z);
    // tension folds fanning from the belt and from the forward knee
    Vec o{-.6f, -3, 23.f};
    float ang = (p.x - o.x) / std::max(o.z - p.z + 2.f, .5f);
    float f = std::pow(.5f + .5f * std::sin(ang * 30.f + 1.6f * noise(p * .3f) + .4f), 1.6f);
    d -= .75f * dn * f * (.6f + .6f * noise(Vec{p.x * .4f, 2, p.z * .2f}));
    {
        Vec q{p.x + 1.6f, 0, p.z - 17.0f};
        float b = roundBox(Vec{q.x, q.z, 0}, Vec{1.25f, 1.15f, 1.f}, .25f);
        float in = smoothStep(.09f, -.12f, b);
        float flap =
            smoothStep(.09f, -.10f, roundBox(Vec{q.x, q.z - 1.0f, 0}, Vec{1.38f, .42f, 1.f}, .2f));
        d -= .16f * std::max(in, 0.f) + .12f * flap;
        d += .05f * std::exp(-std::pow((b + .22f) / .06f, 2.f)) * (1 - flap);
        d += .0f;
    }
    float k = std::exp(-dot(p - KNL - Vec{0, -1, 0}, p - KNL - Vec{0, -1, 0}) / 5.f);
    d -= .1f * k;
    return d;
}
float apron(Vec p) {
    float v = apronVol(p);
    if (v > 4.f) return v - 1.8f;
    if (v < -1.5f) return -v - .3f;
    float d = shell(apronF, p, .42f, .1f);
    float cx = mix(PELV.x, .55f, smoothStep(19, 11, p.z));
    float w = p.z > 20.3f ? mix(2.9f, 2.0f, smoothStep(20.3f, 24.5f, p.z))
                          : mix(2.9f, 3.9f, smoothStep(20.3f, 12, p.z));
    float side = std::fabs(p.x - cx) - w;
    float bot = 11.0f + .12f * (p.x - cx) * (p.x - cx) * .35f + .22f * std::sin(p.x * 1.1f + .8f) +
                .25f * noise(Vec{p.x * .8f, 1, 7}) - p.z;
    float top = p.z - 25.2f;
    float edge = std::max(std::max(side, bot), top);
    d -= .07f * std::exp(-std::pow((edge + .28f) / .2f, 2.f));
    d -= -.05f * std::exp(-std::pow((edge + .62f) / .09f, 2.f));  // stitch groove
    d = smoothMax(d, side, .15f);
    d = smoothMax(d, bot, .15f);
    d = smoothMax(d, top, .15f);
    d = smoothMax(d, p.y - mix(-1.0f, -2.6f, smoothStep(19, 12, p.z)), .2f);
    d += .03f * layeredNoise(p * 1.5f, 2);
    return d;
}
static float boot(Vec p, Vec k, Vec a, Vec t, float zs) {
    Vec f = Vec{t.x - a.x, t.y - a.y, 0};
    f = unit(f);
    Vec s = cross(f, Vec{0, 0, 1});
    Frame F{Vec{a.x, a.y, zs}, f, s, Vec{0, 0, 1}};
    Vec q = F.local(p);
    float L = std::hypot(t.x - a.x, t.y - a.y);
    Vec top = mix(a, k, .50f);
    float d = capsule(p, a, top, 1.12f, 1.36f);
    d = smoothMin(d, capsule(q, Vec{.1f, 0, 1.05f}, Vec{L - .1f, 0, .62f}, .95f, .62f), .5f);
    d = smoothMin(d, ellipsoid(q, Vec{L * .75f, 0, .55f}, Vec{1.5f, .98f, .62f}), .4f);
    d = smoothMin(d, ellipsoid(q, Vec{-.35f, 0, .75f}, Vec{.9f, .85f, .85f}), .4f);
    // ankle creases
    float an = std::exp(-std::pow((p.z - a.z - .3f) / 1.3f, 2.f));
    d -= .09f * an * wrinkle(p, unit(Vec{f.x * .6f, f.y * .6f, 1}), 4.6f, 1.5f);
    // upper flattening
    d = smoothMax(d, .12f - q.z, .1f);
    // sole with heel
    {
        float x = q.x, w = mix(.82f, 1.06f, smoothStep(-.8f, L * .7f, x)) -
                           .28f * smoothStep(L * .4f, L * .58f, x) * 0;
        float waist = .18f * std::exp(-std::pow((x - .9f) / .8f, 2.f));
        float ex = (x - (L * .5f + .05f)) / (L * .5f + 1.25f);
        float outl = std::fabs(q.y) -
                     (w - waist) * std::sqrt(std::max(1 - std::pow(std::fabs(ex), 4.f), 0.f));
        float sole = std::max(outl * .8f, std::fabs(q.z - .17f) - .2f);
        sole = smoothMax(outl * .8f, std::fabs(q.z - .17f) - .2f, .16f);
        sole = smoothMax(sole, std::fabs(x - (L * .5f + .05f)) - (L * .5f + 1.2f), .2f);
        d = std::min(d, sole);
    }
    // turned-down top
    Vec bd = unit(top - a);
    float cuff = std::max(capsule(p, mix(a, top, .78f), top + bd * .3f, 1.55f, 1.72f), 0.f);
    float ax = dot(p - top, bd);
    float rr = length(p - top - bd * ax);
    float R = 1.58f + .12f * ax + .06f * noise(p * 1.2f);
    cuff = smoothMax(
        rr - R - .22f,
        std::fabs(ax + .35f + .12f * std::sin(std::atan2(p.x - top.x, p.y - top.y) * 3)) - .55f,
        .22f);
    d = smoothMin(d, cuff, .08f);
    // strap at the ankle
    float st =
        smoothMax(capsule(p, a, top, 1.34f, 1.55f),
                  std::fabs(dot(p - a, unit(Vec{f.x * .35f, f.y * .35f, 1})) - .55f) - .2f, .08f);
    d = std::min(d, st);
    return d;
}
float boots(Vec p) {
    return std::min(boot(p, KNR, ANR, TOR, Z_STEP), boot(p, KNL, ANL, TOL, Z_LEDGE));
}
float brooch(Vec p) {
    static Frame F = [] {
        Vec o{1.9f, -9, 27.3f};
        for (int i = 0; i < 200; i++) {
            float d = hoodAndCape(o);
            if (d < .02f) break;
            o.y += std::max(.02f, d * .4f);
        }
        float e = .25f;
        Vec g = unit(Vec{hoodAndCape(o + Vec{e, 0, 0}) - hoodAndCape(o - Vec{e, 0, 0}),
                         hoodAndCape(o + Vec{0, e, 0}) - hoodAndCape(o - Vec{0, e, 0}),
                         hoodAndCape(o + Vec{0, 0, e}) - hoodAndCape(o - Vec{0, 0, e})});
        Vec x = unit(cross(Vec{0, 0, 1}, g));
        return Frame{o, x, cross(g, x), g};
    }();
    Vec q = F.local(p);
    float d = torus(q, Vec{0, 0, .05f}, Vec{0, 0, 1}, .62f, .2f);
    d = smoothMin(d, sphere(q, Vec{0, 0, -.12f}, .45f), .1f);
    d = smoothMin(d, capsule(q, Vec{0, 0, -.9f}, Vec{0, 0, -.12f}, .55f, .6f), .1f);
    for (int i = 0; i < 8; i++) {
        float a = i * kPi / 4;
        d = smoothMin(d, sphere(q, Vec{.62f * std::cos(a), .62f * std::sin(a), .2f}, .13f), .06f);
    }
    return d;
}
float belt(Vec p) {
    float b = smoothMin(torso(p), thighs(p), 1.6f);
    Vec bn = unit(Vec{.10f, .10f, 1});
    float h = dot(p - Vec{-.75f, -1.f, 20.3f}, bn);
    float d = smoothMax(std::fabs(b - .80f) - .24f, std::fabs(h) - .52f, .14f);
    d += .06f * std::exp(-std::pow((std::fabs(h) - .33f) / .08f, 2.f));
    // buckle
    {
        Vec c{-.7f, -4.1f, 19.9f};
        Frame f{c, unit(Vec{1, .05f, 0}), Vec{0, 1, 0}, unit(Vec{.08f, 0.1f, 1})};
        Vec q = f.local(p);
        float o = roundBox(q, Vec{.85f, .3f, .75f}, .15f);
        o = smoothMax(o, -roundBox(q, Vec{.5f, 1.f, .42f}, .1f), .08f);
        float pr = capsule(q, Vec{-.6f, -.15f, 0}, Vec{.6f, -.2f, 0}, .12f, .1f);
        d = std::min(d, std::min(o, pr));
    }
    // pouch on his right hip
    {
        Vec c{-4.1f, -2.3f, 18.2f};
        Vec out = unit(Vec{-.8f, -.6f, 0});
        Vec sx = cross(Vec{0, 0, 1}, out);
        Frame f{c, sx, out, Vec{0, 0, 1}};
        Vec q = f.local(p);
        float pb = roundBox(q + Vec{0, 0, .1f}, Vec{1.15f, .75f, 1.25f}, .45f) -
                   .1f * std::exp(-std::pow((q.z + .8f) / .6f, 2.f));
        float fl = smoothMax(roundBox(q - Vec{0, .12f, .55f}, Vec{1.28f, .85f, .95f}, .35f),
                             -(q.z + .25f - .35f * std::fabs(q.x) * .6f + .15f), .12f);
        d = std::min(d, smoothMin(pb, fl, .05f));
        d = std::min(d, sphere(q, Vec{0, .95f, .25f}, .2f));
        d = std::min(d, roundBox(q - Vec{0, -.2f, 1.5f}, Vec{.3f, .3f, .6f}, .1f));
    }
    // tongs on his left hip
    {
        Vec c{2.9f, -2.3f, 18.6f};
        Vec dn = unit(Vec{.10f, -.02f, -1});
        Vec out = unit(Vec{.85f, -.5f, 0});
        c = c + out * .95f;
        Vec sx = unit(cross(dn, out));
        for (int k = -1; k <= 1; k += 2) {
            float kk = k;
            Vec a = c + out * .35f + sx * (kk * .55f) + Vec{0, 0, .9f},
                m = c + out * .42f + dn * 1.2f, e = c + out * .45f + dn * 4.6f - sx * (kk * .38f),
                e2 = c + out * .45f + dn * 5.3f - sx * (kk * .1f);
            float t = capsule(p, a, m, .23f, .24f);
            t = smoothMin(t, capsule(p, m, mix(m, e, .5f) - sx * (kk * .35f), .24f, .22f), .1f);
            t = smoothMin(t, capsule(p, mix(m, e, .5f) - sx * (kk * .35f), e2, .22f, .19f), .1f);
            t = std::min(t, torus(p, a + Vec{0, 0, .45f} + sx * (kk * .15f), out, .45f, .2f));
            d = std::min(d, t);
        }
        d = std::min(d, sphere(p, c + out * .5f + dn * 1.2f, .3f));
        float lp = smoothMax(
            roundBox(Frame{c + out * .15f + Vec{0, 0, .35f}, sx, out, Vec{0, 0, 1}}.local(p),
                     Vec{.8f, .62f, .26f}, .1f),
            -1.f, .01f);
        d = std::min(d, lp);
    }
    return d;
}
}  // namespace glaukophos::sculpt
