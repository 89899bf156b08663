// Nearest surface, of whatever facing; what counts as matched must face the same way.
#include "core/figure/label_transfer.h"

#include <algorithm>

namespace glaukophos {

Transferred transferLabels(const Form& from, const PartLabels& labels, const Form& to,
                           float near_mm) {
    const std::vector<Vec3> centroids = centroidsOf(to.whole.mesh);
    const auto nearest = from.shown.nearestTriangles(from.whole.mesh, centroids);
    Transferred result;
    double area = 0.0;
    for (std::size_t t = 0; t < centroids.size(); ++t) {
        result.labels.push_back(labels[nearest[t]]);
        const Triangle& corners = from.whole.mesh.triangles[nearest[t]];
        const Vec3 normal = areaVector(from.whole.mesh, corners).stableNormalized();
        const Vec3 mine = areaVector(to.whole.mesh, to.whole.mesh.triangles[t]);
        const float off =
            std::abs((centroids[t] - centroidOf(from.whole.mesh, corners)).dot(normal));
        area += mine.norm();
        if (off < near_mm && mine.dot(normal) > 0.0F) result.matched += mine.norm();
    }
    result.matched /= std::max(area, 1e-9);
    return result;
}

}  // namespace glaukophos
