// Choices about values on the command line; what is not given stays as the plan has it.
#pragma once

#include <optional>

#include "core/base/result.h"
#include "core/plan/plan.h"

namespace glaukophos {

struct ValueOptions {
    std::string style;  // key of a ready style; taken before the rest
    std::optional<int> bands;
    std::string shares;   // "0.3,0.3,0.2,0.1,0.1", dark to light
    std::string borders;  // "27,44,61,78" in L*
    std::optional<double> exposure_stops;
    std::optional<double> contrast;
    std::optional<double> speck_mm;
    std::optional<double> dip_depth;
    std::string school;  // weighted, even or corners
    std::optional<double> edge_width_mm;
};

Result<void> apply(const ValueOptions& options, ValueChoices& values);

// "quiet, standard, ..."
std::string styleNames();

}  // namespace glaukophos
