// "apron/layer/Light+belt/layer/Light", "Lantern/glow/shell 2", "greys/Shade", "clean up".
#include "core/io/version_1.h"

#include <algorithm>
#include <charconv>
#include <optional>

#include "core/work/step_key.h"

namespace glaukophos {
namespace {

// The number from 0 that a word counted from 1.
std::optional<std::size_t> numberIn(std::string_view text) {
    std::size_t number = 0;
    const auto [end, error] = std::from_chars(text.data(), text.data() + text.size(), number);
    if (error != std::errc() || end != text.data() + text.size() || number == 0) return {};
    return number - 1;
}

std::optional<std::size_t> bandNamed(const std::string& name, int count) {
    const auto bands = static_cast<std::size_t>(count);
    for (std::size_t b = 0; b < bands; ++b) {
        if (bandName(b, bands) == name) return b;
    }
    return std::nullopt;
}

template <class Entries>
auto* onlyNamed(Entries& entries, const std::string& name) {
    const auto found =
        std::ranges::find_if(entries, [&](const auto& entry) { return entry.name == name; });
    return found == entries.end() ? nullptr : &*found;
}

// Empty when it cannot be told.
std::string renewed(const Plan& plan, std::string key) {
    key = key.substr(0, key.find('+'));
    if (key == "primer") return key;
    if (key == "clean up") return "clean-up";
    const int count = plan.values.bands.count;
    const std::size_t first = key.find('/');
    if (first == std::string::npos) return {};
    const std::string whose = key.substr(0, first);
    const std::string rest = key.substr(first + 1);
    const std::size_t second = rest.find('/');
    const std::string what = rest.substr(0, second);
    const std::string which = second == std::string::npos ? "" : rest.substr(second + 1);
    if (whose == "underpainting") {
        const auto number = numberIn(rest);
        return number ? keyOf("spray", *number) : "";
    }
    if (whose == "greys") {
        const auto band = bandNamed(rest, count);
        return band ? keyOf("greys", *band) : "";
    }
    if (what == "glow") {
        const auto* light = onlyNamed(plan.lights, whose);
        if (light == nullptr) return {};
        if (which.starts_with("shell ")) {
            const auto number = numberIn(which.substr(6));
            return number ? keyOf(*light, "shell", *number) : "";
        }
        return keyOf(*light, which.c_str());
    }
    const auto* part = onlyNamed(plan.parts, whose);
    if (part == nullptr) return {};
    if (what == "edges") return keyOf(*part, "edges");
    const auto number = what == "hue" ? numberIn(which) : bandNamed(which, count);
    return number ? keyOf(*part, what.c_str(), *number) : "";
}

}  // namespace

void renewStepKeys(Plan& plan) {
    std::vector<MovedStep> moved;
    for (const MovedStep& move : plan.steps.moved) {
        const std::string step = renewed(plan, move.step);
        const std::string after = move.after.empty() ? "" : renewed(plan, move.after);
        if (step.empty() || (after.empty() && !move.after.empty())) continue;
        moved.push_back({step, after});
    }
    plan.steps.moved = std::move(moved);
}

}  // namespace glaukophos
