// A camera brought to what is known of a photograph, by damped least squares.
#pragma once

#include <span>

#include "core/geometry/photo_camera.h"

namespace glaukophos {

// A place of the figure and where it was seen, in pixels. What counts is the distance along `along`
// (unit); in both directions where it is zero.
struct Sighting {
    Eigen::Vector3d point_mm;
    Eigen::Vector2d pixel;
    Eigen::Vector2d along = Eigen::Vector2d::Zero();
    double weight = 1.0;
};

// What is believed before anything is seen, as a standard deviation each.
struct LensBelief {
    double focal_px = 1000.0;
    double focal_spread = 0.35;  // of its natural logarithm
    double k1_spread = 0.0;      // about none; 0: not fitted
    double pixel_spread = 3.0;   // of a sighting of weight 1
};

// Least squares over turn, place, focal length and k1 (Levenberg 1944, Marquardt 1963), with
// weights by distance as Tukey's biweight has them: what lies further off than `outlier_px` does
// not count. `pivot_mm` is the middle of the figure, round which it turns.
PhotoCamera fitted(const PhotoCamera& start, std::span<const Sighting> sightings,
                   const LensBelief& belief, const Eigen::Vector3d& pivot_mm, double outlier_px,
                   int rounds);

// How far a sighting is from where the camera sees its place, in pixels; large when it does not.
double missOf(const PhotoCamera& camera, const Sighting& sighting);

}  // namespace glaukophos
