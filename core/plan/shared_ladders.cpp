// Only what decides colours is compared.
#include "core/plan/shared_ladders.h"

namespace glaukophos {
namespace {

bool areAlike(const Part& a, const Part& b) {
    return !a.own_ladder && !b.own_ladder && hexFrom(a.local_colour) == hexFrom(b.local_colour) &&
           a.material == b.material && a.lift == b.lift && a.calm == b.calm &&
           a.shading == b.shading && a.dulling == b.dulling && a.ramp == b.ramp &&
           a.build_up == b.build_up && a.pots == b.pots && a.filter == b.filter;
}

}  // namespace

std::vector<std::size_t> sharedLadders(const Plan& plan) {
    std::vector<std::size_t> shared(plan.parts.size());
    for (std::size_t p = 0; p < shared.size(); ++p) {
        shared[p] = p;
        for (std::size_t first = 0; first < p; ++first) {
            if (shared[first] != first || !areAlike(plan.parts[first], plan.parts[p])) continue;
            shared[p] = first;
            break;
        }
    }
    return shared;
}

}  // namespace glaukophos
