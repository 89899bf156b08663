// Recipes from a rack of sixty paints.
#include <benchmark/benchmark.h>

#include "core/colour/palette.h"

namespace glaukophos::bench {
namespace {

// The generic pigments, and tints and shades of them as bottles of their own.
const MixingRack& sixtyPaints() {
    static const MixingRack rack = [] {
        std::vector<Paint> paints = genericRack();
        const std::size_t own = paints.size();
        for (std::size_t i = 0; paints.size() < 60; ++i) {
            Paint paint = paints[i % own];
            const double pale = i < own ? 0.45 : 0.15;
            for (double* x : {&paint.mass_tone.r, &paint.mass_tone.g, &paint.mass_tone.b}) {
                *x = pale + (1.0 - pale) * *x;
            }
            paints.push_back(paint);
        }
        return mixingRack(paints);
    }();
    return rack;
}

std::vector<Lab> ladderOf(int part) {
    std::vector<Lab> targets;
    for (int band = 0; band < 5; ++band) {
        targets.push_back(labFrom(Lch{18.0 + 16.0 * band, 22.0, 45.0 * part}));
    }
    return targets;
}

void oneRecipe(benchmark::State& state) {
    for (auto _ : state) {
        benchmark::DoNotOptimize(recipeFor(sixtyPaints(), ladderOf(1)[2]));
    }
}
BENCHMARK(oneRecipe)->Name("RecipeOf60Paints")->Unit(benchmark::kMillisecond)->UseRealTime();

void laddersOfEightParts(benchmark::State& state) {
    for (auto _ : state) {
        for (int part = 0; part < 8; ++part) {
            benchmark::DoNotOptimize(recipesFor(sixtyPaints(), ladderOf(part), 4));
        }
    }
}
BENCHMARK(laddersOfEightParts)
    ->Name("LaddersOf8PartsFrom60Paints")
    ->Unit(benchmark::kMillisecond)
    ->UseRealTime();

// Eight bottles for the forty colours of eight parts.
void eightBottles(benchmark::State& state) {
    std::vector<WantedColour> wanted;
    for (int part = 0; part < 8; ++part) {
        for (const Lab& target : ladderOf(part)) wanted.push_back({target, 1.0});
    }
    for (auto _ : state) {
        benchmark::DoNotOptimize(paletteFor(sixtyPaints(), wanted, 8));
    }
}
BENCHMARK(eightBottles)
    ->Name("EightBottlesFor8PartsFrom60Paints")
    ->Unit(benchmark::kMillisecond)
    ->UseRealTime();

}  // namespace
}  // namespace glaukophos::bench
