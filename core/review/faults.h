// What was painted otherwise than planned: found in a comparison, the worst first.
#pragma once

#include "core/plan/touch_up.h"
#include "core/review/comparison.h"

namespace glaukophos {

struct PaintedFault {
    TouchUp touch_up;  // of its first band
    PartIndex part = 0;
    std::vector<int> bands;  // neighbours that are wrong in the same way; of borders, the lighter
    Vec3 place_mm = Vec3::Zero();                     // where it is worst
    Eigen::Vector2d pixel = Eigen::Vector2d::Zero();  // the same, on the straightened photograph
    double weight = 0.0;                              // 1: as much as is just worth a word
    std::string words;  // "hoodcape, Light: 9 L* too light over 42 mm2 (61, planned 52)"
};

// Less than this cannot be told from what the method itself errs by, or is not worth a layer.
inline constexpr double kLeastWrongLightness = 5.5;  // L*, of the middle place of a band
inline constexpr double kLeastWrongColour = 6.5;     // in the plane of a* and b*
inline constexpr double kLeastWrong_mm2 = 4.0;       // as seen

// `e` has its marks.
std::vector<PaintedFault> faultsIn(const Comparison& comparison, const Evaluated& e);

// Adds the step to the plan; nothing where it is in already or there are too many.
void takeUp(Plan& plan, const PaintedFault& fault);

}  // namespace glaukophos
