// A plan from a photograph alone, for figures without a file.
#pragma once

#include <memory>
#include <string>
#include <vector>

#include "core/figure/study_sheet.h"
#include "core/photo/photograph.h"
#include "core/plan/plan.h"

namespace glaukophos {

// The photograph in greys, small enough to be worked with; its ground, which is even from the rim
// inwards, is not kept. Where everything would be ground, all is kept.
GreyPicture greysOf(const Photograph& photo);

inline constexpr double kStudyHeight_mm = 60.0;

// One part, one light: that of the photograph, which is kept with the plan. Says in its title that
// it is a study. Fails as decodePhotograph does, or where nothing stands out from the ground.
Result<Plan> planFromPhotograph(std::string name, std::shared_ptr<const std::vector<char>> bytes,
                                const Progress& progress);

}  // namespace glaukophos
