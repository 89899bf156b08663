// Looking steps up.
#include "core/work/step.h"

#include <algorithm>

namespace glaukophos {

bool isKnownAs(const Step& step, const std::string& key) {
    return step.key == key || std::ranges::find(step.also, key) != step.also.end();
}

std::size_t indexOf(const std::vector<Step>& steps, const std::string& key) {
    const auto found =
        std::ranges::find_if(steps, [&](const Step& step) { return isKnownAs(step, key); });
    return static_cast<std::size_t>(found - steps.begin());
}

}  // namespace glaukophos
