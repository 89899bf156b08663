// Metal by metallic paints: dark metal, a dark wash in its recesses, bright metal on the lit top,
// dots at its points.
#pragma once

#include "core/work/work_basis.h"

namespace glaukophos {

// Whether a part is to be painted so, and the rack has what it takes.
bool isByMetallics(const WorkBasis& basis, PartIndex part);

// In order, each on the one before; not completed yet.
std::vector<Step> metalSteps(const WorkBasis& basis, PartIndex part, const PartMixes& mixes,
                             const std::vector<std::size_t>& bands, const BandBorders& borders,
                             Where where);

}  // namespace glaukophos
