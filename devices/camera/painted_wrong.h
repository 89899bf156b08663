// Mistakes that the simulated painter makes when asked to.
#pragma once

#include <array>
#include <string>

#include "core/base/result.h"
#include "core/pipeline/evaluated.h"
#include "devices/camera/shot.h"

namespace glaukophos::camera {

enum class Slip { Lighter, Darker, Warmer, Colder, Stronger, Greyer, Soft, Grown };
inline constexpr std::array<const char*, 8> kSlips = {"lighter",  "darker", "warmer", "colder",
                                                      "stronger", "greyer", "soft",   "grown"};

struct PaintedWrong {
    std::size_t part = 0;
    std::size_t band = 0;  // from 0; of borders, the lighter one
    Slip slip = Slip::Lighter;
    double by = 14.0;  // CIELAB units
};

// "hood,3,lighter": a part, a band from 1 and what is wrong with it.
Result<PaintedWrong> paintedWrongFrom(const Plan& plan, const std::string& text);

// Changes the colours of a subject that has the vertices of the plan's surface.
void paintWrong(Subject& subject, const Evaluated& e, const PaintedWrong& wrong);

}  // namespace glaukophos::camera
