// Several figures on one base, under one set of lights.
#pragma once

#include "core/plan/plan.h"

namespace glaukophos {

// How a figure stands beside the first one.
struct Beside {
    double faces_hour = 12.0;  // of the first one's clock: 12 as it does, 6 the other way
    double left_mm = 30.0;     // of its middle, to the first one's own left of where it stood
    double front_mm = 0.0;     // ... and towards its front
    bool operator==(const Beside&) const = default;
};

// The plan with all parts once more but those that stay single (a common base), painted alike and
// lit where they stand: each has its own name, bands and maps. What was drawn, corrected or lit by
// a part of the first stays with the first. Parts that were divided finer than the file's triangles
// follow these again. Fails when nothing is left to copy, or when there would be too much surface.
Result<Plan> withCopy(const Plan& plan, const Beside& where, const std::vector<PartIndex>& single,
                      const Progress& progress);

// The plan with another figure, as it was imported, standing on the same floor.
Result<Plan> withFigure(const Plan& plan, ImportedFigure other, const Beside& where,
                        const Progress& progress);

}  // namespace glaukophos
