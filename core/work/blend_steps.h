// What is done about the borders of a part's layers once they are laid.
#pragma once

#include "core/work/layered_part.h"

namespace glaukophos {

// The darker mix thinly over a border into the lighter band, and the lighter one back; none where
// too little would be covered.
std::vector<Step> glazesOver(const LayeredPart& bands, std::size_t dark, std::size_t light,
                             const std::string& why);

// Changes a part's layers as the plan treats borders, and adds what comes after them.
void finishBorders(const LayeredPart& bands, std::vector<Step>& steps);

// Single strokes through the border of the lights of hair and fur; none where they do not show.
std::vector<Step> haloSteps(const LayeredPart& bands);

}  // namespace glaukophos
