// The division of one form carried over to another of the same figure.
#pragma once

#include "core/figure/figure.h"

namespace glaukophos {

// Labels for the working surface of `to` from those of another form, by the nearest surface that
// faces the same way. `matched` is the share of the area that lies within `near_mm` of it.
struct Transferred {
    PartLabels labels;
    double matched = 0.0;
};
Transferred transferLabels(const Form& from, const PartLabels& labels, const Form& to,
                           float near_mm);

}  // namespace glaukophos
