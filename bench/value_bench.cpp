// From irradiance at the vertices to bands, borders and edge lines; no ray but for half-shadows.
#include <benchmark/benchmark.h>

#include "bench/demo_scene.h"
#include "core/painted/licences.h"
#include "core/painted/marks.h"
#include "core/painted/specular.h"
#include "core/picture/study.h"
#include "core/value/settle.h"

namespace glaukophos::bench {
namespace {

// While something is dragged.
void quickResults(benchmark::State& state) {
    const DemoScene& scene = demoScene();
    for (auto _ : state) {
        benchmark::DoNotOptimize(
            appearanceOf(scene.plan, scene.appearance.irradiance, Finish::Quick));
    }
}
BENCHMARK(quickResults)->Name("ResultsQuick")->Unit(benchmark::kMillisecond)->UseRealTime();

// When the hand rests: with specks merged and dips joined.
void settledResults(benchmark::State& state) {
    const DemoScene& scene = demoScene();
    for (auto _ : state) {
        benchmark::DoNotOptimize(
            appearanceOf(scene.plan, scene.appearance.irradiance, Finish::Settled));
    }
}
BENCHMARK(settledResults)->Name("ResultsSettled")->Unit(benchmark::kMillisecond)->UseRealTime();

void valuesAlone(benchmark::State& state) {
    const DemoScene& scene = demoScene();
    for (auto _ : state)
        benchmark::DoNotOptimize(valuesOf(scene.plan, scene.appearance.irradiance));
}
BENCHMARK(valuesAlone)->Name("Values")->Unit(benchmark::kMillisecond)->UseRealTime();

void specular(benchmark::State& state) {
    const DemoScene& scene = demoScene();
    const std::vector<float> weights = lightWeights(scene.plan);
    for (auto _ : state) {
        benchmark::DoNotOptimize(specularOf(scene.plan, scene.appearance.irradiance, weights));
    }
}
BENCHMARK(specular)->Name("Gloss")->Unit(benchmark::kMillisecond)->UseRealTime();

void settled(benchmark::State& state) {
    const DemoScene& scene = demoScene();
    const Surface& surface = scene.plan.figure->surface;
    for (auto _ : state) {
        std::vector<float> values = scene.appearance.values.lightness;
        settle(surface, scene.plan.values.bands, scene.appearance.bands.borders, values);
        benchmark::DoNotOptimize(values);
    }
}
BENCHMARK(settled)->Name("SpecksAndDips")->Unit(benchmark::kMillisecond)->UseRealTime();

// Twenty strokes of ten points.
void corrections(benchmark::State& state) {
    const DemoScene& scene = demoScene();
    Plan plan = scene.plan;
    const Surface& surface = plan.figure->surface;
    for (std::size_t i = 0; i < 20; ++i) {
        Correction stroke{1, 1.0, {}, {}};
        for (std::size_t k = 0; k < 10; ++k) {
            const std::size_t v = (i * 7919 + k * 3) % surface.parts.size();
            stroke.points_mm.push_back(surface.mesh.positions_mm[v]);
            stroke.normals.push_back(surface.normals[v]);
        }
        plan.values.corrections.push_back(stroke);
    }
    Values values = scene.appearance.values;
    for (auto _ : state) {
        correct(plan, scene.appearance.bands.borders, values.lightness, values.painted);
        benchmark::DoNotOptimize(values);
    }
}
BENCHMARK(corrections)->Name("TwentyCorrections")->Unit(benchmark::kMillisecond)->UseRealTime();

void bandEdges(benchmark::State& state) {
    const DemoScene& scene = demoScene();
    for (auto _ : state) benchmark::DoNotOptimize(bandEdgesOf(scene.plan, scene.appearance));
}
BENCHMARK(bandEdges)->Name("BandEdges")->Unit(benchmark::kMillisecond)->UseRealTime();

void ridges(benchmark::State& state) {
    const DemoScene& scene = demoScene();
    const RidgeOptions options = ridgeOptionsFor(scene.plan.values.edge_lines);
    for (auto _ : state) {
        benchmark::DoNotOptimize(ridgesOf(scene.plan.figure->form->whole, options, {}));
    }
}
BENCHMARK(ridges)->Name("RidgesOfAForm")->Unit(benchmark::kMillisecond)->UseRealTime();

void edgeLines(benchmark::State& state) {
    const DemoScene& scene = demoScene();
    const Ridges found =
        ridgesOf(scene.plan.figure->form->whole, ridgeOptionsFor(scene.plan.values.edge_lines), {});
    for (auto _ : state) {
        benchmark::DoNotOptimize(edgeLinesOf(scene.plan, scene.appearance, found));
    }
}
BENCHMARK(edgeLines)->Name("EdgeLines")->Unit(benchmark::kMillisecond)->UseRealTime();

void merges(benchmark::State& state) {
    const DemoScene& scene = demoScene();
    for (auto _ : state) {
        benchmark::DoNotOptimize(mergesIn(scene.plan, scene.appearance, scene.plan.view));
    }
}
BENCHMARK(merges)->Name("MergesInAView")->Unit(benchmark::kMillisecond)->UseRealTime();

}  // namespace
}  // namespace glaukophos::bench
