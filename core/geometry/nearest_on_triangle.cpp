// Voronoi regions of corners, then edges, then the face.
#include "core/geometry/nearest_on_triangle.h"

namespace glaukophos {

Vec3 nearestOnTriangle(const Vec3& p, const Vec3& a, const Vec3& b, const Vec3& c) {
    const Vec3 ab = b - a;
    const Vec3 ac = c - a;
    const Vec3 ap = p - a;
    const float d1 = ab.dot(ap);
    const float d2 = ac.dot(ap);
    if (d1 <= 0.0F && d2 <= 0.0F) return a;
    const Vec3 bp = p - b;
    const float d3 = ab.dot(bp);
    const float d4 = ac.dot(bp);
    if (d3 >= 0.0F && d4 <= d3) return b;
    const float vc = d1 * d4 - d3 * d2;
    if (vc <= 0.0F && d1 >= 0.0F && d3 <= 0.0F) return a + d1 / (d1 - d3) * ab;
    const Vec3 cp = p - c;
    const float d5 = ab.dot(cp);
    const float d6 = ac.dot(cp);
    if (d6 >= 0.0F && d5 <= d6) return c;
    const float vb = d5 * d2 - d1 * d6;
    if (vb <= 0.0F && d2 >= 0.0F && d6 <= 0.0F) return a + d2 / (d2 - d6) * ac;
    const float va = d3 * d6 - d5 * d4;
    if (va <= 0.0F && d4 >= d3 && d5 >= d6) {
        return b + (d4 - d3) / ((d4 - d3) + (d5 - d6)) * (c - b);
    }
    const float sum = va + vb + vc;
    return a + vb / sum * ab + vc / sum * ac;
}

}  // namespace glaukophos
