// Where the painter departs from what light alone would do, and says so.
#pragma once

#include "core/lighting/irradiance_of_plan.h"

namespace glaukophos {

// Whether anything does.
bool hasLicences(const Plan& plan);

// Lifts the dark side of parts, calms parts and the foot of the figure. L*, one entry a vertex.
void liftAndCalm(const Plan& plan, std::span<float> lightness);

// Where the light comes from, as seen by a face: for the four values and for words.
struct FaceLight {
    bool from_own_left = true;
    bool from_above = true;
    double mean_lightness = 50.0;  // L* of the face as lit
    // The same by quarter: right and low, right and high, left and low, left and high.
    std::array<double, 4> quarters{50.0, 50.0, 50.0, 50.0};
};
// `as_lit` is L* before licences, one entry a vertex.
FaceLight faceLight(const Plan& plan, const FaceQuarters& face, std::span<const float> as_lit);

// The face by quarters: L* at each vertex of the face, nothing elsewhere (-1). Each quarter moves
// as a whole to its tone.
std::vector<float> quartersOf(const Plan& plan, const FaceQuarters& face, const FaceLight& light,
                              std::span<const float> as_lit);

// 0..1: how much of the glaze along the far edge of the plan's face each vertex takes.
std::vector<float> faceVeilOf(const Plan& plan, std::span<const float> as_lit);

// A face round a place that was pointed at: it looks where its surface does on average, and is as
// large as faces are for a figure of this height (an eighth of it: common practice, no source).
FaceQuarters faceAt(const Plan& plan, const Vec3& point_mm);

// The midline and the cheek line, laid onto the surface from the front.
std::vector<std::vector<Vec3>> faceLines(const Plan& plan, const FaceQuarters& face);

// Moves a value by whole bands wherever a correcting stroke went, in order. `borders` of the bands.
void correct(const Plan& plan, std::span<const double> borders, std::span<float> lightness,
             std::span<float> painted);

}  // namespace glaukophos
