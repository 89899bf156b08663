// Whole drops of few paints for a colour.
#pragma once

#include <functional>
#include <memory>
#include <span>
#include <vector>

#include "core/colour/mix_colours.h"
#include "core/colour/paint.h"

namespace glaukophos {

struct RecipeChoices {
    int most_paints = 3;  // 1..3
    int most_drops = 10;  // of paint, touches aside
    // Simple is preferred: what a further paint and a further drop must gain in CIEDE2000.
    double per_paint = 0.35;
    double per_drop = 0.04;
    double per_transparency = 1.5;  // and a mix that shows all of what is below over one that hides
    double per_slip = 0.15;         // ... and what a sloppy drop costs
    double alone = 2.0;             // a pot that matches within this CIEDE2000 is not mixed
};

struct Drops {
    std::size_t paint = 0;  // index into the rack
    int drops = 1;
    bool operator==(const Drops&) const = default;
};

struct Recipe {
    std::vector<Drops> drops;  // the most first; empty: no paint has a colour
    Lab colour;                // of the mix when thick, under daylight
    double difference = 0.0;   // CIEDE2000 from what was wanted
    double worst = 0.0;        // the same when the drops of one paint are a fifth too many or few
};

// A rack made ready for mixing.
struct MixingRack {
    std::vector<Paint> paints;
    std::vector<PaintFilm> films;  // one entry a paint
    std::vector<double> hiding;    // contrast ratio of one full coat of each
    // Copies share them until a paint is added.
    std::shared_ptr<MixColours> colours = std::make_shared<MixColours>();
};
MixingRack mixingRack(const std::vector<Paint>& paints);
void add(MixingRack& rack, const Paint& paint, const PaintFilm& film);

// What drops mixed by volume are as a film, and how they look when thick.
PaintFilm filmOf(const MixingRack& rack, std::span<const Drops> drops);
Reflectance reflectanceOf(const MixingRack& rack, std::span<const Drops> drops);

// Calls `use` with every simple mix of all of one to three paints, up to `most_drops` in all.
void forMixes(std::span<const std::size_t> paints, int most_drops,
              const std::function<void(std::span<const Drops>)>& use);

// The colour of drops mixed by volume, thick enough to hide, under daylight.
Lab colourOf(const MixingRack& rack, std::span<const Drops> drops);

// CIEDE2000 of the mix from `target` when each paint in turn is 20 % too much or too little: the
// largest.
double worstOf(const MixingRack& rack, std::span<const Drops> drops, const Lab& target);

// The nearest simple and sturdy mix to `target`. Only `allowed` paints (indices) are used; empty:
// all that cover but metallics.
Recipe recipeFor(const MixingRack& rack, const Lab& target, const RecipeChoices& choices = {},
                 std::span<const std::size_t> allowed = {});

// One small set of paints for several colours, such as the bands of a part: at most `most_paints`
// in all, each colour a mix of them. Recipes in the order of `targets`. `allowed` as above.
struct LadderRecipes {
    std::vector<std::size_t> paints;
    std::vector<Recipe> recipes;
};
LadderRecipes recipesFor(const MixingRack& rack, std::span<const Lab> targets, int most_paints,
                         const RecipeChoices& choices = {},
                         std::span<const std::size_t> allowed = {});

}  // namespace glaukophos
