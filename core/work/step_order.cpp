// The order of the rules first, then the painter's moves on top.
#include "core/work/step_order.h"

#include <fmt/format.h>

#include <algorithm>

namespace glaukophos {
namespace {

// Whether following "comes after" from `from` leads to `to`.
bool leadsTo(const std::vector<MovedStep>& moved, const std::string& from, const std::string& to) {
    std::string at = from;
    for (std::size_t hops = 0; hops <= moved.size(); ++hops) {
        if (at == to) return true;
        const auto next = std::ranges::find(moved, at, &MovedStep::step);
        if (next == moved.end() || next->after.empty()) return false;
        at = next->after;
    }
    return false;
}

// The same moves with the keys of the steps as they are now: what was moved alone may have been
// joined to another since. Those of steps that are not there any more are left out.
std::vector<MovedStep> asTheyStand(const std::vector<MovedStep>& moved,
                                   const std::vector<Step>& steps) {
    std::vector<MovedStep> known;
    for (const MovedStep& move : moved) {
        const std::size_t step = indexOf(steps, move.step);
        const std::size_t after = indexOf(steps, move.after);
        const bool has_place = move.after.empty() || after < steps.size();
        if (step >= steps.size() || !has_place) continue;
        const std::string& place = move.after.empty() ? move.after : steps[after].key;
        if (steps[step].key != place) known.push_back({steps[step].key, place});
    }
    return known;
}

}  // namespace

Result<void> moveSteps(const std::vector<MovedStep>& wanted, std::vector<Step>& steps) {
    const std::vector<MovedStep> moved = asTheyStand(wanted, steps);
    for (const MovedStep& move : moved) {
        if (!move.after.empty() && leadsTo(moved, move.after, move.step)) {
            return fail(ErrorCode::BadInput,
                        fmt::format("The order goes in a circle: \"{}\" is to come after \"{}\", "
                                    "which comes after it. Put the steps back in the usual order, "
                                    "or move one of them again.",
                                    steps[indexOf(steps, move.step)].title,
                                    steps[indexOf(steps, move.after)].title));
        }
    }
    // Those that others follow are moved first.
    std::vector<MovedStep> waiting = moved;
    while (!waiting.empty()) {
        const auto next = std::ranges::find_if(waiting, [&](const MovedStep& move) {
            return std::ranges::find(waiting, move.after, &MovedStep::step) == waiting.end();
        });
        if (next == waiting.end()) break;  // cannot be: there is no circle
        const MovedStep move = *next;
        waiting.erase(next);
        const std::size_t from = indexOf(steps, move.step);
        const bool has_place = move.after.empty() || indexOf(steps, move.after) < steps.size();
        if (from >= steps.size() || !has_place) continue;
        Step step = std::move(steps[from]);
        steps.erase(steps.begin() + static_cast<std::ptrdiff_t>(from));
        const std::size_t to = move.after.empty() ? 0 : indexOf(steps, move.after) + 1;
        steps.insert(steps.begin() + static_cast<std::ptrdiff_t>(to), std::move(step));
    }
    return {};
}

std::vector<BrokenRule> brokenRules(const std::vector<Step>& steps) {
    std::vector<BrokenRule> broken;
    for (std::size_t i = 0; i < steps.size(); ++i) {
        for (const After& after : steps[i].after) {
            const std::size_t other = indexOf(steps, after.step);
            if (other < steps.size() && other > i) broken.push_back({i, other, after.why});
        }
    }
    return broken;
}

std::string inWords(const std::vector<Step>& steps, const BrokenRule& rule) {
    return fmt::format("\"{}\" comes before \"{}\", though {}.", steps[rule.step].title,
                       steps[rule.should_follow].title, rule.why);
}

void moveStep(std::vector<MovedStep>& moved, const std::string& step, const std::string& after) {
    std::erase_if(moved, [&](const MovedStep& move) { return move.step == step; });
    while (!after.empty() && leadsTo(moved, after, step)) {
        const auto last = std::ranges::find(moved, after, &MovedStep::step);
        if (last == moved.end()) break;
        moved.erase(last);
    }
    moved.push_back({step, after});
}

std::vector<std::size_t> endsOf(const std::vector<Step>& steps, Phase first, Phase last) {
    std::vector<std::size_t> ends;
    for (std::size_t i = 0; i < steps.size(); ++i) {
        if (steps[i].phase < first || steps[i].phase > last) continue;
        const bool followed = std::ranges::any_of(steps, [&](const Step& other) {
            return other.phase >= first && other.phase <= last &&
                   std::ranges::any_of(other.after, [&](const After& after) {
                       return isKnownAs(steps[i], after.step);
                   });
        });
        if (!followed) ends.push_back(i);
    }
    return ends;
}

}  // namespace glaukophos
