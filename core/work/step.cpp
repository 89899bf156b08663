// Looking steps up.
#include "core/work/step.h"

#include <algorithm>

namespace glaukophos {

int dropsIn(const Recipe& recipe) {
    int drops = 0;
    for (const Drops& entry : recipe.drops) drops += entry.drops;
    return drops;
}

std::size_t indexOf(const std::vector<Step>& steps, const std::string& key) {
    return static_cast<std::size_t>(std::ranges::find(steps, key, &Step::key) - steps.begin());
}

}  // namespace glaukophos
