// The black-and-white study: does the figure read in values alone?
#pragma once

#include "core/painted/appearance.h"
#include "core/picture/named_view.h"

namespace glaukophos {

// Two parts that touch in a view and look alike to a squinting eye.
struct Merge {
    PartIndex first = 0;
    PartIndex second = 0;
    double step = 0.0;       // L* between them along their common border
    double border_mm = 0.0;  // its length in the view
};

// By painted value on both sides of the common border, as far as the squint blurs. The longest
// borders first. Borders under 2 mm are left out, and so are sources.
std::vector<Merge> mergesIn(const Plan& plan, const Appearance& appearance, const ViewChoice& view);

// "From the front, hood and beard run together: 3 L* apart along 14 mm".
std::string inWords(const Plan& plan, const Merge& merge, const std::string& view_caption);

// The views of a printed study: front, back, both sides, from above.
std::vector<NamedView> studyViews();

}  // namespace glaukophos
