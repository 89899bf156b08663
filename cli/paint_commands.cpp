// Recipes are judged thick and under daylight.
#include "cli/paint_commands.h"

#include <fmt/format.h>

#include <algorithm>

#include "cli/loading.h"
#include "core/colour/colour_difference.h"
#include "core/colour/recipe.h"
#include "core/io/rack_file.h"

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
    return fmt::format("{}: {}  ({}, {:.1f} apart)\n", hexFrom(displayable(target)),
                       inWords(rack, recipe), nearness(recipe.difference), recipe.difference);
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
    for (const Step& step :
         e->results.ladders[static_cast<std::size_t>(part - e->plan.parts.begin())]) {
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

}  // namespace

Result<void> runMix(const CommonOptions& options, const MixOptions& mix) {
    auto paints = rackFrom(mix.rack);
    if (!paints) return tl::unexpected(paints.error());
    if (mix.paints < 1 || mix.paints > 6 || mix.drops < 2 || mix.drops > 30) {
        return fail(ErrorCode::BadInput, "Take 1 to 6 paints and 2 to 30 drops.");
    }
    const MixingRack rack = mixingRack(std::move(*paints));
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
