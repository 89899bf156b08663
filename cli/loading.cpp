// Files in, text out.
#include "cli/loading.h"

#include <algorithm>
#include <cstdio>
#include <cstdlib>
#include <filesystem>
#include <iostream>
#include <iterator>

#include "core/io/file_bytes.h"
#include "core/io/light_json.h"
#include "core/io/plan_file.h"
#include "core/io/sky_cache.h"

namespace glaukophos {
namespace {

constexpr std::uintmax_t kLargestPoints = 200'000'000;

// A reach can only be turned into a strength once the other lights have been traced.
Result<void> applyReaches(Plan& plan, const std::vector<ParsedLight>& parsed) {
    const bool any =
        std::ranges::any_of(parsed, [](const ParsedLight& p) { return p.reach_mm > 0; });
    if (!any) return {};
    const auto known = evaluatedWithCache(plan, Goal::Appearance);
    if (!known) return tl::unexpected(known.error());
    const Irradiance& irradiance = (*known)->appearance->irradiance;
    for (std::size_t l = 0; l < parsed.size(); ++l) {
        if (parsed[l].reach_mm <= 0) continue;
        plan.lights[l].strength = strengthForReach(glowOf(plan, plan.lights[l]), parsed[l].reach_mm,
                                                   restOfLight(plan, irradiance, l));
    }
    return {};
}

// The folder in which the window keeps its own (XDG Base Directory Specification); empty: there is
// none.
std::filesystem::path cacheFolder() {
    const auto of = [](const char* variable) {
        const char* value = std::getenv(variable);  // NOLINT(concurrency-mt-unsafe): one thread
        return std::filesystem::path(value == nullptr ? "" : value);
    };
    if (const auto cache = of("XDG_CACHE_HOME"); cache.is_absolute()) return cache / "glaukophos";
    const auto home = of("HOME");
    return home.is_absolute() ? home / ".cache" / "glaukophos" : std::filesystem::path();
}

}  // namespace

Result<EvaluatedPtr> evaluatedWithCache(const Plan& plan, Goal goal) {
    const std::filesystem::path folder = cacheFolder();
    return evaluated(plan, goal, {}, folder.empty() ? SkyKeeping() : skyKeptIn(folder));
}

Result<void> print(const CommonOptions& options, const std::string& text) {
    if (options.output.empty() || options.output == "-") {
        std::fwrite(text.data(), 1, text.size(), stdout);
        return {};
    }
    return writeAtomically(options.output, text);
}

Result<void> printJson(const CommonOptions& options, const Json& json) {
    return print(options, json.dump(2, ' ', false, Json::error_handler_t::replace) + "\n");
}

Result<Plan> load(const CommonOptions& options) {
    const auto parsed = lightsFrom(options.lights);
    if (!parsed) return tl::unexpected(parsed.error());
    auto plan = openPlan(options.input, {});
    if (!plan) return plan;
    if (auto applied = apply(options.values, plan->values); !applied) {
        return tl::unexpected(applied.error());
    }
    if (!options.lights.any()) return plan;
    plan->lights.clear();
    for (const ParsedLight& light : *parsed) {
        plan->lights.push_back(light.light);
        if (auto joined = joinParts(plan->lights.back(), light.parts, plan->parts); !joined) {
            return tl::unexpected(joined.error());
        }
    }
    giveIdentities(*plan);
    if (auto applied = applyReaches(*plan, *parsed); !applied) {
        return tl::unexpected(applied.error());
    }
    return plan;
}

Result<Evaluated> loadAndEvaluate(const CommonOptions& options, Goal goal) {
    const auto plan = load(options);
    if (!plan) return tl::unexpected(plan.error());
    const auto all = evaluatedWithCache(*plan, goal);
    if (!all) return tl::unexpected(all.error());
    return **all;
}

Result<std::string> textOf(const std::string& file) {
    if (file == "-") {
        return std::string(std::istreambuf_iterator<char>(std::cin), {});
    }
    const auto bytes = readBytes(file, kLargestPoints);
    if (!bytes) return tl::unexpected(bytes.error());
    return std::string(bytes->data(), bytes->size());
}

CommonOptions toStandardOutput(CommonOptions options) {
    options.output.clear();
    return options;
}

}  // namespace glaukophos
