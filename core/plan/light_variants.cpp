// Lights keep their identities while they are put aside, so that what differs can be told.
#include "core/plan/light_variants.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

namespace glaukophos {
namespace {

std::vector<Light>::const_iterator sameLight(const std::vector<Light>& lights, const Light& as) {
    const auto same = std::ranges::find(lights, as.id, &Light::id);
    // Plans that were written by hand may have variants with other identities.
    return same != lights.end() ? same : std::ranges::find(lights, as.name, &Light::name);
}

void renewIdentities(Plan& plan, std::vector<Light>& lights) {
    for (Light& light : lights) {
        if (light.id == kNoLight) light.id = LightId{plan.next_id++};
    }
}

std::string placeInWords(const Plan& plan, const Light& light) {
    const auto clock = [](const ClockDirection& direction) {
        const int minutes = static_cast<int>(std::lround(direction.hour * 60.0));
        const int hour = (minutes / 60) % 12;
        return fmt::format("{}:{:02}, {:.0f}°", hour == 0 ? 12 : hour, minutes % 60,
                           direction.height_deg);
    };
    if (const auto* far = std::get_if<FarLight>(&light.kind)) return clock(far->direction);
    if (const auto* spray = std::get_if<Spray>(&light.kind)) return clock(spray->direction);
    return whereFrom(light, plan.figure->bounds(), ownBounds(plan, light));
}

// What is to be done to `now` to make it `then`; empty for nothing.
std::string changeInWords(const Plan& plan, const Light& now, const Light& then) {
    Light same = then;
    same.id = now.id;  // written by hand they may have identities of their own
    if (now == same) return {};
    const std::string& name = then.name;
    if (now.on != then.on) return name + (then.on ? " on" : " off");
    if (now.kind != then.kind) {
        const std::string from = placeInWords(plan, now);
        const std::string to = placeInWords(plan, then);
        if (from != to) return fmt::format("{} from {} instead of {}", name, to, from);
        return name + " of another size or place";
    }
    if (now.colour != then.colour) return name + " in another colour";
    if (now.strength != then.strength) {
        return fmt::format("{} {:.2g} times as strong", name,
                           then.strength / std::max(1e-3, now.strength));
    }
    return name + " set otherwise";
}

}  // namespace

std::string newVariantName(const Plan& plan) {
    for (std::size_t n = 1;; ++n) {
        std::string name = fmt::format("Lights {}", n);
        if (std::ranges::find(plan.variants, name, &LightVariant::name) == plan.variants.end()) {
            return name;
        }
    }
}

bool keepVariant(Plan& plan, const std::string& name) {
    if (plan.variants.size() >= kMostVariants) return false;
    plan.variants.push_back({name, plan.lights});
    return true;
}

void takeVariant(Plan& plan, std::size_t variant, const std::string& kept_as) {
    LightVariant& taken = plan.variants.at(variant);
    std::swap(plan.lights, taken.lights);
    taken.name = kept_as;
    renewIdentities(plan, plan.lights);
}

void takeLightOf(Plan& plan, std::size_t variant, std::size_t light) {
    const Light& taken = plan.variants.at(variant).lights.at(light);
    const auto same = sameLight(plan.lights, taken);
    if (same == plan.lights.end()) {
        plan.lights.push_back(taken);
    } else {
        plan.lights[static_cast<std::size_t>(same - plan.lights.begin())] = taken;
    }
    renewIdentities(plan, plan.lights);
}

Plan withVariant(const Plan& plan, std::size_t variant) {
    Plan with = plan;
    with.lights = plan.variants.at(variant).lights;
    with.variants.clear();
    return with;
}

std::string differenceInWords(const Plan& plan, std::size_t variant) {
    const std::vector<Light>& others = plan.variants.at(variant).lights;
    std::string text;
    const auto say = [&](const std::string& what) {
        if (what.empty()) return;
        if (!text.empty()) text += "; ";
        text += what;
    };
    for (const Light& light : others) {
        const auto now = sameLight(plan.lights, light);
        say(now == plan.lights.end() ? "with " + light.name : changeInWords(plan, *now, light));
    }
    for (const Light& light : plan.lights) {
        if (sameLight(others, light) == others.end()) say("without " + light.name);
    }
    return text.empty() ? "The same lights" : text;
}

}  // namespace glaukophos
