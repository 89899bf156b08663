// Photographs of the figure that go with a plan.
#pragma once

#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "core/figure/stance.h"
#include "core/geometry/photo_camera.h"

namespace glaukophos {

// A place of the figure and where it is in a photograph.
struct PhotoPair {
    Vec3 point_mm = Vec3::Zero();
    Eigen::Vector2d pixel = Eigen::Vector2d::Zero();
    bool operator==(const PhotoPair&) const = default;
};

// Where the camera stood, and how far that can be believed.
struct PhotoPlace {
    PhotoCamera camera;
    double agreement = 0.0;  // of edges beyond chance, 0..1
    bool doubtful = false;
    bool operator==(const PhotoPlace&) const = default;
};

struct PlanPhotograph {
    std::string name;                                // of the file it came from
    std::shared_ptr<const std::vector<char>> bytes;  // PNG or JPEG as it came; never null
    std::vector<PhotoPair> pairs;                    // clicked by the painter
    std::optional<PhotoPlace> place;                 // none: not matched yet
    std::string note;
    bool operator==(const PlanPhotograph&) const = default;
};

inline constexpr std::size_t kMostPhotographs = 40;
inline constexpr std::size_t kLargestPhotograph = 40'000'000;  // bytes of the file
inline constexpr std::size_t kMostPhotoPairs = 16;

// One sentence; empty: none.
std::string problemWith(const std::vector<PlanPhotograph>& photographs);

// Pairs and cameras go with the figure when that is moved: places as in moved() of stance.h.
void carryPhotographs(std::vector<PlanPhotograph>& photographs, const Stance& stance,
                      const Vec3& shift);

}  // namespace glaukophos
