// Recipes are judged thick and under daylight.
#include "cli/paint_commands.h"

#include <fmt/format.h>

#include <algorithm>

#include "cli/loading.h"
#include "core/colour/colour_difference.h"
#include "core/colour/recipe.h"
#include "core/io/rack_file.h"
#include "core/mixing/mixes.h"

namespace glaukophos {
namespace {

Result<std::vector<Paint>> rackFrom(const std::string& file) {
    if (file.empty()) return genericRack();
    const auto text = textOf(file);
    if (!text) return tl::unexpected(text.error());
    return parseRack(*text);
}

Json labJson(const Lab& lab) { return {{"L", lab.L}, {"a", lab.a}, {"b", lab.b}}; }

Json recipeJson(const MixingRack& rack, const Lab& target, const Recipe& recipe) {
    Json json{{"target", hexFrom(displayable(target))},
              {"target_lab", labJson(target)},
              {"mixed", hexFrom(displayable(recipe.colour))},
              {"mixed_lab", labJson(recipe.colour)},
              {"ciede2000", recipe.difference},
              {"ciede2000_if_a_drop_slips", recipe.worst},
              {"words", inWords(rack, recipe)},
              {"drops", Json::array()}};
    for (const Drops& drops : recipe.drops) {
        json["drops"].push_back({{"paint", rack.paints[drops.paint].name}, {"drops", drops.drops}});
    }
    return json;
}

// A step of 2 is hardly seen side by side; from 6 on it is another colour (common practice).
const char* nearness(double difference) {
    if (difference < 2.0) return "a match";
    return difference < 6.0 ? "near" : "the nearest there is";
}

std::string recipeText(const MixingRack& rack, const Lab& target, const Recipe& recipe) {
    return fmt::format("{}: {}  ({}, {:.1f} apart, {:.1f} if a drop slips)\n",
                       hexFrom(displayable(target)), inWords(rack, recipe),
                       nearness(recipe.difference), recipe.difference, recipe.worst);
}

RecipeChoices choicesFrom(const MixOptions& mix) {
    RecipeChoices choices;
    choices.most_paints = std::clamp(mix.paints, 1, 3);
    choices.most_drops = mix.drops;
    return choices;
}

Result<void> mixOne(const CommonOptions& options, const MixOptions& mix, const MixingRack& rack) {
    const auto colour = srgbFromHex(mix.colour);
    if (!colour) {
        return fail(ErrorCode::BadInput,
                    fmt::format("\"{}\" is no colour: write it as \"#8090a0\".", mix.colour));
    }
    const Lab target = labFrom(xyzFrom(linearFrom(*colour)));
    const Recipe recipe = recipeFor(rack, target, choicesFrom(mix));
    return options.json ? printJson(options, recipeJson(rack, target, recipe))
                        : print(options, recipeText(rack, target, recipe));
}

Result<void> mixLadder(const CommonOptions& options, const MixOptions& mix,
                       const MixingRack& rack) {
    const auto e = loadAndEvaluate(options);
    if (!e) return tl::unexpected(e.error());
    const auto part = std::ranges::find(e->plan.parts, mix.part, &Part::name);
    if (part == e->plan.parts.end()) {
        return fail(ErrorCode::BadInput,
                    fmt::format("There is no part \"{}\"; see info.", mix.part));
    }
    std::vector<Lab> targets;
    for (const Rung& step :
         e->appearance->ladders[static_cast<std::size_t>(part - e->plan.parts.begin())]) {
        if (step.present) targets.push_back(step.target);
    }
    const LadderRecipes ladder = recipesFor(rack, targets, mix.paints, choicesFrom(mix));
    Json json{{"part", mix.part}, {"paints", Json::array()}, {"recipes", Json::array()}};
    for (const std::size_t paint : ladder.paints) json["paints"].push_back(rack.paints[paint].name);
    std::string text;
    for (std::size_t i = 0; i < targets.size(); ++i) {
        json["recipes"].push_back(recipeJson(rack, targets[i], ladder.recipes[i]));
        text += recipeText(rack, targets[i], ladder.recipes[i]);
    }
    return options.json ? printJson(options, json) : print(options, text);
}

Json bandJson(const MixingRack& rack, const Rung& step, const BandMix& band, std::string name) {
    Json json = recipeJson(rack, step.target, band.recipe);
    json["band"] = std::move(name);
    json["thinner"] = band.thinner;
    json["coats"] = band.coats;
    json["batches"] = band.batches;
    json["step"] = band.step;
    json["joined"] = band.joined;
    if (band.bridge) {
        json["bridge"] = {{"parts", {band.bridge->darker_parts, band.bridge->lighter_parts}},
                          {"step", band.bridge->step},
                          {"veils", band.bridge->veil_thinners.size()},
                          {"veil_thinners", band.bridge->veil_thinners}};
    }
    return json;
}

std::string bandText(const MixingRack& rack, const BandMix& band, const std::string& name) {
    if (band.joined) return fmt::format("  {:<7}as the band below\n", name);
    std::string text = fmt::format(
        "  {:<7}{}; {} {}, 1:{:g}  ({:.1f} apart)\n", name, inWords(rack, band.recipe), band.coats,
        band.coats == 1 ? "coat" : "coats", band.thinner, band.recipe.difference);
    if (band.bridge) {
        text += fmt::format(
            "         a jump of {:.0f} before it: {} parts of the mix before with {} of this in "
            "between, or {} veils from 1:{:.0f} on\n",
            band.step, band.bridge->darker_parts, band.bridge->lighter_parts,
            band.bridge->veil_thinners.size(),
            band.bridge->veil_thinners.empty() ? 0.0 : band.bridge->veil_thinners.front());
    }
    return text;
}

void addGlow(const Plan& plan, const MixingRack& rack, const Light& light, const GlowMixes& glow,
             Json& json, std::string& text) {
    Json shells = Json::array();
    text += fmt::format("Glow of {}\n", light.name);
    for (std::size_t s = 0; s < glow.shells.size(); ++s) {
        const GlowShell& shell = glow.shells[s];
        for (const ShellMix& mix : shell.mixes) {
            Json entry = recipeJson(rack, mix.target, mix.recipe);
            entry["shell"] = s + 1;
            entry["distance_mm"] = shell.distance_mm;
            entry["area_mm2"] = mix.area_mm2;
            entry["glow_share"] = mix.glow_share;
            std::string names;
            for (const PartIndex part : mix.parts) {
                entry["parts"].push_back(plan.parts[part].name);
                names += (names.empty() ? "" : ", ") + plan.parts[part].name;
            }
            shells.push_back(std::move(entry));
            text += fmt::format("  {} to {:.1f} mm on {}, {:.0f} % its light: {}\n", s + 1,
                                shell.distance_mm, names, 100.0 * mix.glow_share,
                                inWords(rack, mix.recipe));
        }
    }
    text += fmt::format("  recesses and rims again: {}\n  the source, last: {}\n",
                        inWords(rack, glow.reshade), inWords(rack, glow.source));
    json["glows"].push_back({{"light", light.name},
                             {"shells", std::move(shells)},
                             {"reshade", inWords(rack, glow.reshade)},
                             {"source", inWords(rack, glow.source)}});
}

}  // namespace

Result<void> runMixes(const CommonOptions& options, const MixesOptions& choices) {
    auto loaded = load(options);
    if (!loaded) return tl::unexpected(loaded.error());
    Plan& plan = *loaded;
    if (!choices.rack.empty()) {
        auto paints = rackFrom(choices.rack);
        if (!paints) return tl::unexpected(paints.error());
        plan.rack = std::move(*paints);
    }
    plan.mixing.bottles = choices.bottles.value_or(plan.mixing.bottles);
    if (auto problem = problemWith(plan); !problem.empty()) {
        return fail(ErrorCode::BadInput, problem);
    }
    const auto all = evaluatedWithCache(plan, Goal::Mixes);
    if (!all) return tl::unexpected(all.error());
    const Mixes& mixes = *(*all)->mixes;
    const std::vector<Ladder>& ladders = (*all)->appearance->ladders;
    Json json{{"parts", Json::array()}, {"glows", Json::array()}, {"bottles", Json::array()}};
    std::string text;
    for (std::size_t p = 0; p < mixes.parts.size(); ++p) {
        const std::vector<BandMix>& bands = mixes.parts[p].bands;
        Json rows = Json::array();
        text += plan.parts[p].name + "\n";
        for (std::size_t b = 0; b < bands.size(); ++b) {
            if (!bands[b].present) continue;
            const std::string name = bandName(b, bands.size());
            rows.push_back(bandJson(mixes.rack, ladders[p][b], bands[b], name));
            text += bandText(mixes.rack, bands[b], name);
        }
        for (const std::string& remark : mixes.parts[p].remarks) text += "  " + remark + "\n";
        json["parts"].push_back({{"part", plan.parts[p].name},
                                 {"bands", std::move(rows)},
                                 {"remarks", mixes.parts[p].remarks}});
    }
    for (std::size_t l = 0; l < mixes.glows.size(); ++l) {
        if (mixes.glows[l]) addGlow(plan, mixes.rack, plan.lights[l], *mixes.glows[l], json, text);
    }
    text += "Bottles:";
    for (const std::size_t bottle : mixes.bottles) {
        json["bottles"].push_back(mixes.rack.paints[bottle].name);
        text += " " + mixes.rack.paints[bottle].name + ";";
    }
    text += "\n";
    return options.json ? printJson(options, json) : print(options, text);
}

Result<void> runMix(const CommonOptions& options, const MixOptions& mix) {
    auto paints = rackFrom(mix.rack);
    if (!paints) return tl::unexpected(paints.error());
    if (mix.paints < 1 || mix.paints > 6 || mix.drops < 2 || mix.drops > 30) {
        return fail(ErrorCode::BadInput, "Take 1 to 6 paints and 2 to 30 drops.");
    }
    const MixingRack rack = mixingRack(*paints);
    return mix.part.empty() ? mixOne(options, mix, rack) : mixLadder(options, mix, rack);
}

Result<void> runCoats(const CommonOptions& options, const CoatsOptions& coats) {
    const auto paints = rackFrom(coats.rack);
    if (!paints) return tl::unexpected(paints.error());
    const auto paint = std::ranges::find(*paints, coats.paint, &Paint::name);
    if (paint == paints->end()) {
        return fail(ErrorCode::BadInput,
                    fmt::format("There is no paint \"{}\" in the rack; see rack.", coats.paint));
    }
    const auto ground_colour = srgbFromHex(coats.over);
    if (!ground_colour) {
        return fail(ErrorCode::BadInput, "The ground must be a colour such as \"#1a1a1b\".");
    }
    if (coats.thinner < 0.0 || coats.thinner > 50.0 || coats.most < 1 || coats.most > 100) {
        return fail(ErrorCode::BadInput, "Take 0 to 50 parts of thinner and 1 to 100 coats.");
    }
    const PaintFilm film = filmOf(*paint);
    const double x = 1.0 / (1.0 + coats.thinner);  // thinner dries away and leaves less paint
    const int needed = coatsToHide(film, x, daylight(), coats.most);
    Json json{{"paint", paint->name}, {"film", x}, {"coats", needed}, {"after", Json::array()}};
    std::string text = needed > 0 ? fmt::format("{} coats hide what is below.\n", needed)
                                  : fmt::format("{} coats do not hide it.\n", coats.most);
    const Reflectance ground = reflectanceOf(*ground_colour);
    const int shown = needed > 0 ? needed : coats.most;
    for (int n = 1; n <= shown; ++n) {
        const Lab colour = labFrom(reflected(daylight(), over(film, n * x, ground)));
        const double ratio = contrastRatio(film, n * x, daylight());
        json["after"].push_back({{"coats", n},
                                 {"colour", hexFrom(displayable(colour))},
                                 {"lab", labJson(colour)},
                                 {"contrast_ratio", ratio}});
        text += fmt::format("  {:2}  {}  hides {:.0f} %\n", n, hexFrom(displayable(colour)),
                            100.0 * ratio);
    }
    return options.json ? printJson(options, json) : print(options, text);
}

Result<void> runRack(const CommonOptions& options, const std::string& rack_file) {
    const auto paints = rackFrom(rack_file);
    if (!paints) return tl::unexpected(paints.error());
    if (!options.json) return print(options, rackCsv(*paints));
    Json json = Json::array();
    for (const Paint& paint : *paints) {
        json.push_back({{"name", paint.name},
                        {"pigment", paint.pigment},
                        {"colour", hexFrom(paint.mass_tone)},
                        {"opacity", keyOf(paint.opacity)},
                        {"kind", keyOf(paint.kind)},
                        {"left_ml", paint.left_ml}});
    }
    return printJson(options, json);
}

}  // namespace glaukophos
