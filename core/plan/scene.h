// Several figures on one base, under one set of lights.
#pragma once

#include "core/figure/stance.h"
#include "core/plan/plan.h"

namespace glaukophos {

// How a figure stands beside where it stood: a copy beside its original, another one beside the
// middle of the floor, one that is moved beside its place before.
struct Beside {
    double faces_hour = 12.0;  // 12 as it did, 6 the other way, hours towards its own right
    double left_mm = 30.0;     // of its middle, to the first one's own left
    double front_mm = 0.0;     // ... and towards its front
    bool operator==(const Beside&) const = default;
};

// Copies all parts but those that stay single to the end of the parts, each under the first free
// number. Fails when nothing is left to copy, when there would be too much surface, or when it
// would stand out of sight.
struct StoodCopy {
    std::vector<PartIndex> originals;  // of the new parts, in their order
    Stance stance;                     // how it got from them to where it stands
    Vec3 shift_mm;
};
Result<StoodCopy> standCopy(ImportedFigure& imported, const Beside& where,
                            const std::vector<PartIndex>& single);

// The plan with all parts once more but those that stay single (a common base), painted alike and
// lit where they stand: each has its own name, bands and maps. Lines and volumes come with it; what
// was corrected by brush or is lit by a part of the first stays with the first. Parts that were
// divided finer than the file's triangles follow these again. Fails as standCopy does.
Result<Plan> withCopy(const Plan& plan, const Beside& where, const std::vector<PartIndex>& single,
                      const Progress& progress);

// The plan with another figure, as it was imported, standing on the same floor.
Result<Plan> withFigure(const Plan& plan, ImportedFigure other, const Beside& where,
                        const Progress& progress);

// The plan with one of its figures (from 1: the first stays) turned about its own middle and moved,
// with what was drawn on it; lights stay. Fails when it shares surface with what stays.
Result<Plan> withFigureMoved(const Plan& plan, int figure, const Beside& where,
                             const Progress& progress);

// The plan without that figure and what was drawn on it; those after it take its number.
Result<Plan> withoutFigure(const Plan& plan, int figure, const Progress& progress);

}  // namespace glaukophos
