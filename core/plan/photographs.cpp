#include "core/plan/photographs.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

namespace glaukophos {
namespace {

bool isSound(const PhotoCamera& camera) {
    const Eigen::Matrix3d& turn = camera.rotation;
    const bool turns =
        turn.allFinite() && (turn * turn.transpose()).isIdentity(1e-3) && turn.determinant() > 0.0;
    const bool lens = camera.focal_px > 1.0 && camera.focal_px < 1e7 &&
                      std::abs(camera.k1) < 10.0 && std::abs(camera.k2) < 10.0;
    const bool size =
        camera.width > 0 && camera.height > 0 && camera.width < 100'000 && camera.height < 100'000;
    return turns && lens && size && camera.translation_mm.allFinite() &&
           camera.translation_mm.norm() < 1e7;
}

}  // namespace

std::string problemWith(const std::vector<PlanPhotograph>& photographs) {
    if (photographs.size() > kMostPhotographs) {
        return fmt::format("A plan keeps up to {} photographs.", kMostPhotographs);
    }
    for (const PlanPhotograph& photo : photographs) {
        if (photo.place && !isSound(photo.place->camera)) {
            return fmt::format("The camera of the photograph \"{}\" cannot be.", photo.name);
        }
        if (photo.pairs.size() > kMostPhotoPairs) {
            return fmt::format("The photograph \"{}\" has more than {} pairs.", photo.name,
                               kMostPhotoPairs);
        }
        for (const PhotoPair& pair : photo.pairs) {
            if (!pair.point_mm.allFinite() || !pair.pixel.allFinite()) {
                return fmt::format("A pair of the photograph \"{}\" is not a place.", photo.name);
            }
        }
    }
    return {};
}

void carryPhotographs(std::vector<PlanPhotograph>& photographs, const Stance& stance,
                      const Vec3& shift) {
    const Eigen::Matrix3d back = stance.turn.cast<double>().transpose();
    for (PlanPhotograph& photo : photographs) {
        for (PhotoPair& pair : photo.pairs) pair.point_mm = moved(pair.point_mm, stance, shift);
        if (!photo.place) continue;
        PhotoCamera& camera = photo.place->camera;
        camera.rotation = camera.rotation * back;
        camera.translation_mm = static_cast<double>(stance.scale) * camera.translation_mm -
                                camera.rotation * shift.cast<double>();
    }
}

}  // namespace glaukophos
