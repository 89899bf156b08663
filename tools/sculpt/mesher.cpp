// Surface nets (Gibson 1998) on blocks that the field may cross, then Newton steps to the surface.
#include "tools/sculpt/mesher.h"

#include <tbb/blocked_range.h>
#include <tbb/parallel_for.h>

namespace glaukophos::sculpt {

// Surface nets on a block-culled grid, vertices then projected to the true zero set by Newton
// steps.
Solid surfaceNets(const Field& f, Vec lo, Vec hi, float h, float safety) {
    int nx = (int)std::ceil((hi.x - lo.x) / h) + 2, ny = (int)std::ceil((hi.y - lo.y) / h) + 2,
        nz = (int)std::ceil((hi.z - lo.z) / h) + 2;
    std::vector<float> g((size_t)nx * ny * nz);
    auto id = [&](int x, int y, int z) { return ((size_t)z * ny + y) * nx + x; };
    const int B = 8;
    int bx = (nx + B - 1) / B, by = (ny + B - 1) / B, bz = (nz + B - 1) / B;
    float hd = h * B * .5f * 1.7320508f;
    tbb::parallel_for(0, bx * by * bz, [&](int b) {
        int X = (b % bx) * B, Y = (b / bx % by) * B, Z = (b / bx / by) * B;
        Vec c{lo.x + (X + B * .5f) * h, lo.y + (Y + B * .5f) * h, lo.z + (Z + B * .5f) * h};
        float d = f(c);
        bool skip = std::fabs(d) > hd * safety + h;
        for (int z = Z; z < std::min(Z + B, nz); z++)
            for (int y = Y; y < std::min(Y + B, ny); y++)
                for (int x = X; x < std::min(X + B, nx); x++)
                    g[id(x, y, z)] = skip ? d : f(Vec{lo.x + x * h, lo.y + y * h, lo.z + z * h});
    });
    // force outside on the border -> closed mesh
    for (int z = 0; z < nz; z++)
        for (int y = 0; y < ny; y++)
            for (int x = 0; x < nx; x++)
                if (x == 0 || y == 0 || z == 0 || x == nx - 1 || y == ny - 1 || z == nz - 1) {
                    float& q = g[id(x, y, z)];
                    q = std::max(q, .01f * h);
                }
    std::vector<int> vi(g.size(), -1);
    Solid m;
    for (int z = 0; z < nz - 1; z++)
        for (int y = 0; y < ny - 1; y++)
            for (int x = 0; x < nx - 1; x++) {
                float c[8];
                int mask = 0;
                for (int i = 0; i < 8; i++) {
                    c[i] = g[id(x + (i & 1), y + (i >> 1 & 1), z + (i >> 2))];
                    if (c[i] < 0) mask |= 1 << i;
                }
                if (mask == 0 || mask == 255) continue;
                Vec s{0, 0, 0};
                int n = 0;
                static const int E[12][2] = {{0, 1}, {2, 3}, {4, 5}, {6, 7}, {0, 2}, {1, 3},
                                             {4, 6}, {5, 7}, {0, 4}, {1, 5}, {2, 6}, {3, 7}};
                for (auto& e : E) {
                    float a = c[e[0]], b = c[e[1]];
                    if ((a < 0) == (b < 0)) continue;
                    float t = a / (a - b);
                    Vec A{float(e[0] & 1), float(e[0] >> 1 & 1), float(e[0] >> 2)},
                        Bv{float(e[1] & 1), float(e[1] >> 1 & 1), float(e[1] >> 2)};
                    s = s + mix(A, Bv, t);
                    n++;
                }
                s = s * (1.f / n);
                vi[id(x, y, z)] = (int)m.p.size();
                m.p.push_back(
                    Vec{lo.x + (x + s.x) * h, lo.y + (y + s.y) * h, lo.z + (z + s.z) * h});
            }
    auto quad = [&](int a, int b, int c, int d, bool flip) {
        if (a < 0 || b < 0 || c < 0 || d < 0) return;
        if (flip) std::swap(b, d);
        Vec d1 = m.p[a] - m.p[c], d2 = m.p[b] - m.p[d];
        if (dot(d1, d1) <= dot(d2, d2)) {
            uint32_t q[6] = {(uint32_t)a, (uint32_t)b, (uint32_t)c,
                             (uint32_t)a, (uint32_t)c, (uint32_t)d};
            m.t.insert(m.t.end(), q, q + 6);
        } else {
            uint32_t q[6] = {(uint32_t)a, (uint32_t)b, (uint32_t)d,
                             (uint32_t)b, (uint32_t)c, (uint32_t)d};
            m.t.insert(m.t.end(), q, q + 6);
        }
    };
    for (int z = 1; z < nz - 1; z++)
        for (int y = 1; y < ny - 1; y++)
            for (int x = 1; x < nx - 1; x++) {
                bool s = g[id(x, y, z)] < 0;
                if (s != (g[id(x + 1, y, z)] < 0))
                    quad(vi[id(x, y - 1, z - 1)], vi[id(x, y, z - 1)], vi[id(x, y, z)],
                         vi[id(x, y - 1, z)], !s);
                if (s != (g[id(x, y + 1, z)] < 0))
                    quad(vi[id(x - 1, y, z - 1)], vi[id(x - 1, y, z)], vi[id(x, y, z)],
                         vi[id(x, y, z - 1)], !s);
                if (s != (g[id(x, y, z + 1)] < 0))
                    quad(vi[id(x - 1, y - 1, z)], vi[id(x, y - 1, z)], vi[id(x, y, z)],
                         vi[id(x - 1, y, z)], !s);
            }
    // one relaxation step takes the grid aliasing off sharp edges before the projection
    std::vector<Vec> P0 = m.p;
    {
        std::vector<Vec> acc(m.p.size(), Vec{0, 0, 0});
        std::vector<float> w(m.p.size(), 0);
        for (size_t i = 0; i < m.t.size(); i += 3)
            for (int k = 0; k < 3; k++) {
                uint32_t a = m.t[i + k], b2 = m.t[i + (k + 1) % 3];
                acc[a] = acc[a] + m.p[b2];
                w[a]++;
                acc[b2] = acc[b2] + m.p[a];
                w[b2]++;
            }
        for (size_t i = 0; i < m.p.size(); i++)
            if (w[i] > 0) m.p[i] = mix(m.p[i], acc[i] * (1 / w[i]), .6f);
    }
    m.n.resize(m.p.size());
    tbb::parallel_for(
        tbb::blocked_range<size_t>(0, m.p.size()), [&](const tbb::blocked_range<size_t>& r) {
            for (size_t i = r.begin(); i < r.end(); i++) {
                Vec p = m.p[i], p0 = P0[i];
                float e = h * .4f;
                Vec G{0, 0, 1};
                for (int k = 0; k < 2; k++) {
                    float d = f(p);
                    float a = f(p + Vec{e, -e, -e}), b = f(p + Vec{-e, -e, e}),
                          c = f(p + Vec{-e, e, -e}), q4 = f(p + Vec{e, e, e});
                    G = Vec{a - b - c + q4, -a - b + c + q4, -a + b - c + q4} * (.25f / e);
                    float g2 = std::max(dot(G, G), .15f);
                    Vec s = G * (-d / g2);
                    float l = length(s);
                    if (l > h * .5f) s = s * (h * .5f / l);
                    Vec q = p + s;
                    Vec dl = q - p0;
                    if (std::fabs(dl.x) > h * .8f || std::fabs(dl.y) > h * .8f ||
                        std::fabs(dl.z) > h * .8f)
                        break;
                    p = q;
                    if (l < h * .08f) break;
                }
                m.p[i] = p;
                m.n[i] = unit(G);
            }
        });
    return m;
}
void append(Solid& a, const Solid& b) {
    uint32_t o = a.p.size();
    a.p.insert(a.p.end(), b.p.begin(), b.p.end());
    a.n.insert(a.n.end(), b.n.begin(), b.n.end());
    for (auto i : b.t) a.t.push_back(i + o);
}
// drop crumbs: connected components smaller than minTris
int dropCrumbs(Solid& m, size_t minTris) {
    std::vector<uint32_t> u(m.p.size());
    for (size_t i = 0; i < u.size(); i++) u[i] = i;
    auto fd = [&](uint32_t a) {
        while (u[a] != a) {
            u[a] = u[u[a]];
            a = u[a];
        }
        return a;
    };
    for (size_t i = 0; i < m.t.size(); i += 3) {
        uint32_t a = fd(m.t[i]);
        for (int k = 1; k < 3; k++) {
            uint32_t b = fd(m.t[i + k]);
            u[b] = a;
            a = fd(a);
        }
    }
    std::vector<uint32_t> c(m.p.size(), 0);
    for (size_t i = 0; i < m.t.size(); i += 3) c[fd(m.t[i])]++;
    int dropped = 0;
    for (size_t i = 0; i < c.size(); i++)
        if (c[i] && c[i] < minTris) dropped++;
    std::vector<uint32_t> t;
    for (size_t i = 0; i < m.t.size(); i += 3)
        if (c[fd(m.t[i])] >= minTris) t.insert(t.end(), &m.t[i], &m.t[i] + 3);
    std::vector<int> re(m.p.size(), -1);
    Solid o;
    for (auto& i : t) {
        if (re[i] < 0) {
            re[i] = o.p.size();
            o.p.push_back(m.p[i]);
            o.n.push_back(m.n[i]);
        }
        i = re[i];
    }
    o.t = t;
    m = std::move(o);
    return dropped;
}

}  // namespace glaukophos::sculpt
