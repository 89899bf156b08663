// One plan of lights beside another, in figures a painter can choose by.
#pragma once

#include <optional>
#include <string>

#include "core/pipeline/evaluated.h"

namespace glaukophos {

struct PlanFigures {
    // Shares 0..1 of what is painted in bands: the lower, middle and upper third of them.
    double dark = 0.0;
    double middle = 0.0;
    double light = 0.0;
    // Of the main focus, or of the whole where none is chosen, in the two lightest bands.
    double focus_in_lights = 0.0;
    std::string focus;  // the name of the part; empty without one
    // Known once the desk is worked out.
    std::optional<double> work_min;  // of one figure
    std::optional<int> paints;       // different ones
    std::optional<int> findings;
};

PlanFigures figuresOf(const Evaluated& evaluated);

// "Face 46 % in the lights. Dark 40, middle 45, light 15 %. 3 h 40 min, 14 paints, 2 findings."
std::string inWords(const PlanFigures& figures);

}  // namespace glaukophos
