// Signed distance fields: vectors, bodies, smooth joins, noise. Lengths in mm.
#pragma once

#include <algorithm>
#include <cmath>
#include <cstdint>
#include <numbers>
#include <vector>

namespace glaukophos::sculpt {

inline constexpr float kPi = std::numbers::pi_v<float>;

struct Vec {
    float x, y, z;
};
inline Vec operator+(Vec a, Vec b) { return {a.x + b.x, a.y + b.y, a.z + b.z}; }
inline Vec operator-(Vec a, Vec b) { return {a.x - b.x, a.y - b.y, a.z - b.z}; }
inline Vec operator*(Vec a, float s) { return {a.x * s, a.y * s, a.z * s}; }
inline Vec operator*(Vec a, Vec b) { return {a.x * b.x, a.y * b.y, a.z * b.z}; }
inline Vec operator/(Vec a, Vec b) { return {a.x / b.x, a.y / b.y, a.z / b.z}; }
inline float dot(Vec a, Vec b) { return a.x * b.x + a.y * b.y + a.z * b.z; }
inline Vec cross(Vec a, Vec b) {
    return {a.y * b.z - a.z * b.y, a.z * b.x - a.x * b.z, a.x * b.y - a.y * b.x};
}
inline float length(Vec a) { return std::sqrt(dot(a, a)); }
inline Vec unit(Vec a) {
    float l = length(a);
    return l > 1e-12f ? a * (1 / l) : Vec{0, 0, 1};
}
inline float clamp(float x, float a, float b) { return x < a ? a : (x > b ? b : x); }
inline float mix(float a, float b, float t) { return a + (b - a) * t; }
inline Vec mix(Vec a, Vec b, float t) { return a + (b - a) * t; }
inline float smoothStep(float a, float b, float x) {
    float t = clamp((x - a) / (b - a), 0, 1);
    return t * t * (3 - 2 * t);
}
inline float smoothMin(float a, float b, float k) {
    float h = std::max(k - std::fabs(a - b), 0.f) / k;
    return std::min(a, b) - h * h * k * .25f;
}
inline float smoothMax(float a, float b, float k) { return -smoothMin(-a, -b, k); }
inline float sphere(Vec p, Vec c, float r) { return length(p - c) - r; }
inline float ellipsoid(Vec p, Vec c, Vec r) {
    Vec q = p - c;
    Vec a = q / r;
    float k0 = length(a);
    Vec b = a / r;
    float k1 = length(b);
    return k1 < 1e-6f ? -std::min(r.x, std::min(r.y, r.z)) : k0 * (k0 - 1) / k1;
}
// tapered capsule (t is returned for muscle/fold profiles)
inline float capsule(Vec p, Vec a, Vec b, float ra, float rb, float* tt = nullptr) {
    Vec pa = p - a, ba = b - a;
    float t = clamp(dot(pa, ba) / dot(ba, ba), 0, 1);
    if (tt) *tt = t;
    return length(pa - ba * t) - mix(ra, rb, t);
}
inline float roundBox(Vec p, Vec h, float r) {
    Vec q{std::fabs(p.x) - h.x + r, std::fabs(p.y) - h.y + r, std::fabs(p.z) - h.z + r};
    Vec m{std::max(q.x, 0.f), std::max(q.y, 0.f), std::max(q.z, 0.f)};
    return length(m) + std::min(std::max(q.x, std::max(q.y, q.z)), 0.f) - r;
}
inline float torus(Vec p, Vec c, Vec n, float R, float r) {
    Vec q = p - c;
    float h = dot(q, n);
    Vec rad = q - n * h;
    float l = length(rad) - R;
    return std::sqrt(l * l + h * h) - r;
}
inline float cylinder(Vec p, Vec c, float R, float z0, float z1,
                      float rr) {  // vertical cylinder with rounded edge
    float dx = std::hypot(p.x - c.x, p.y - c.y) - R + rr,
          dz = std::fabs(p.z - .5f * (z0 + z1)) - .5f * (z1 - z0) + rr;
    return std::min(std::max(dx, dz), 0.f) + std::hypot(std::max(dx, 0.f), std::max(dz, 0.f)) - rr;
}
struct Frame {
    Vec o, X, Y, Z;
    Vec local(Vec p) const {
        Vec q = p - o;
        return {dot(q, X), dot(q, Y), dot(q, Z)};
    }
    Vec world(Vec q) const { return o + X * q.x + Y * q.y + Z * q.z; }
};
// noise
inline uint32_t hash3(int x, int y, int z) {
    uint32_t h = (uint32_t)x * 374761393u + (uint32_t)y * 668265263u +
                 (uint32_t)z * 2147483647u * 3u + (uint32_t)z * 1274126177u;
    h = (h ^ (h >> 13)) * 1274126177u;
    h ^= h >> 16;
    h *= 0x85ebca6bu;
    h ^= h >> 13;
    return h;
}
inline float random01(int x, int y, int z) { return (hash3(x, y, z) & 0xffffff) / 16777216.f; }
inline float noise(Vec p) {
    int ix = (int)std::floor(p.x), iy = (int)std::floor(p.y), iz = (int)std::floor(p.z);
    float fx = p.x - ix, fy = p.y - iy, fz = p.z - iz;
    float u = fx * fx * fx * (fx * (fx * 6 - 15) + 10),
          v = fy * fy * fy * (fy * (fy * 6 - 15) + 10),
          w = fz * fz * fz * (fz * (fz * 6 - 15) + 10);
    auto g = [&](int a, int b, int c) {
        uint32_t h = hash3(ix + a, iy + b, iz + c);
        float X = fx - a, Y = fy - b, Z = fz - c;
        switch (h % 12) {
            case 0:
                return X + Y;
            case 1:
                return X - Y;
            case 2:
                return -X + Y;
            case 3:
                return -X - Y;
            case 4:
                return X + Z;
            case 5:
                return X - Z;
            case 6:
                return -X + Z;
            case 7:
                return -X - Z;
            case 8:
                return Y + Z;
            case 9:
                return Y - Z;
            case 10:
                return -Y + Z;
            default:
                return -Y - Z;
        }
    };
    return mix(mix(mix(g(0, 0, 0), g(1, 0, 0), u), mix(g(0, 1, 0), g(1, 1, 0), u), v),
               mix(mix(g(0, 0, 1), g(1, 0, 1), u), mix(g(0, 1, 1), g(1, 1, 1), u), v), w);
}
inline float layeredNoise(Vec p, int o) {
    float s = 0, a = .5f;
    for (int i = 0; i < o; i++) {
        s += a * noise(p);
        p = p * 2.03f + Vec{1.7f, 9.2f, 3.1f};
        a *= .5f;
    }
    return s;
}
// piecewise linear/smooth table
struct Curve {
    std::vector<std::pair<float, float>> v;
    float operator()(float x) const {
        if (x <= v.front().first) return v.front().second;
        for (size_t i = 1; i < v.size(); i++)
            if (x <= v[i].first) {
                float t = (x - v[i - 1].first) / (v[i].first - v[i - 1].first);
                // catmull-rom style tangents
                float p1 = v[i - 1].second, p2 = v[i].second;
                float d = v[i].first - v[i - 1].first;
                float m1 = i >= 2 ? (p2 - v[i - 2].second) / (v[i].first - v[i - 2].first) * d
                                  : (p2 - p1),
                      m2 = i + 1 < v.size()
                               ? (v[i + 1].second - p1) / (v[i + 1].first - v[i - 1].first) * d
                               : (p2 - p1);
                float t2 = t * t, t3 = t2 * t;
                return (2 * t3 - 3 * t2 + 1) * p1 + (t3 - 2 * t2 + t) * m1 +
                       (-2 * t3 + 3 * t2) * p2 + (t3 - t2) * m2;
            }
        return v.back().second;
    }
};

// The paving stone round a place: distance from its rim, a number of its own, its middle.
struct Cell {
    float edge;
    int number;
    Vec middle;
};
inline Cell cellAt(float x, float y, float sx, float sy, int seed) {
    int ix = (int)std::floor(x / sx), iy = (int)std::floor(y / sy);
    float b1 = 1e9;
    Vec c1{0, 0, 0};
    int id = 0;
    Vec cs[25];
    int n = 0;
    for (int j = -2; j <= 2; j++)
        for (int i = -2; i <= 2; i++) {
            int cx = ix + i, cy = iy + j;
            Vec c{(cx + .5f + .7f * (random01(cx, cy, seed) - .5f) + .5f * (cy & 1)) * sx,
                  (cy + .5f + .55f * (random01(cx, cy, seed + 1) - .5f)) * sy, 0};
            cs[n++] = c;
            float d = std::pow((c.x - x) / sx, 2.f) + std::pow((c.y - y) / sy, 2.f);
            if (d < b1) {
                b1 = d;
                c1 = c;
                id = (int)hash3(cx, cy, seed + 2) & 0xffff;
            }
        }
    float e = 1e9;
    for (int i = 0; i < n; i++) {
        Vec c = cs[i];
        if (c.x == c1.x && c.y == c1.y) continue;
        float mx = (c.x + c1.x) * .5f / sx, my = (c.y + c1.y) * .5f / sy, dx = (c.x - c1.x) / sx,
              dy = (c.y - c1.y) / sy;
        float l = std::hypot(dx, dy);
        float dd = ((mx - x / sx) * dx + (my - y / sy) * dy) / l * std::min(sx, sy);
        e = std::min(e, dd);
    }
    return {e, id, c1};
}

// Shell between the level sets F=0 (outer) and F=-t (inner). The gradient only scales the value, so
// both surfaces stay exact level sets.
template <class FN>
float shell(const FN& F, Vec p, float t, float k, float e = .06f) {
    float f = F(p);
    float l = 1.4f;
    if (f < .7f && f > -t - .7f) {
        Vec g{F(p + Vec{e, 0, 0}) - f, F(p + Vec{0, e, 0}) - f, F(p + Vec{0, 0, e}) - f};
        l = std::max(length(g) / e, .5f);
    }
    return smoothMax(f / l, -(f + t) / l, k);
}

}  // namespace glaukophos::sculpt
