// Shells of the demo's lamp, and lines drawn on its figure, beside one look at its whole surface.
#include <benchmark/benchmark.h>

#include "bench/demo_scene.h"
#include "core/mixing/glow_mixes.h"
#include "core/painted/drawn_strokes.h"
#include "core/painted/shells.h"

namespace glaukophos::bench {
namespace {

std::size_t lampOf(const Plan& plan) {
    for (std::size_t l = 0; l < plan.lights.size(); ++l) {
        if (isNear(plan.lights[l].kind)) return l;
    }
    return 0;
}

void levels(benchmark::State& state) {
    const DemoScene& scene = demoScene();
    const std::size_t lamp = lampOf(scene.plan);
    for (auto _ : state) {
        benchmark::DoNotOptimize(glowLevels(scene.plan, scene.appearance.irradiance, lamp));
    }
}
BENCHMARK(levels)->Name("LevelsOfAGlow")->Unit(benchmark::kMillisecond)->UseRealTime();

void shells(benchmark::State& state) {
    const DemoScene& scene = demoScene();
    const std::size_t lamp = lampOf(scene.plan);
    for (auto _ : state) {
        benchmark::DoNotOptimize(shellsOf(scene.plan, scene.appearance.irradiance, lamp));
    }
}
BENCHMARK(shells)->Name("ShellsOfAGlow")->Unit(benchmark::kMillisecond)->UseRealTime();

void shellMixes(benchmark::State& state) {
    const DemoScene& scene = demoScene();
    const MixingRack rack = mixingRack(scene.plan.rack);
    for (auto _ : state) {
        benchmark::DoNotOptimize(
            glowMixesOf(scene.plan, scene.appearance, rack, {}, lampOf(scene.plan)));
    }
}
BENCHMARK(shellMixes)->Name("MixesOfAGlow")->Unit(benchmark::kMillisecond)->UseRealTime();

void drawn(benchmark::State& state, LineKind kind) {
    const DemoScene& scene = demoScene();
    Plan plan = scene.plan;
    const Bounds bounds = plan.figure->bounds();
    DrawnLine line;
    line.kind = kind;
    line.anchors_mm = {bounds.centre(), bounds.centre() + Vec3(0, 0, 0.3F * bounds.size().z())};
    plan.lines = {line};
    for (auto _ : state) {
        benchmark::DoNotOptimize(drawnStrokes(plan, scene.appearance.irradiance));
    }
}
BENCHMARK_CAPTURE(drawn, bolt, LineKind::Bolt)
    ->Name("BoltAcrossTheFigure")
    ->Unit(benchmark::kMillisecond)
    ->UseRealTime();
BENCHMARK_CAPTURE(drawn, net, LineKind::Net)
    ->Name("NetOfLight")
    ->Unit(benchmark::kMillisecond)
    ->UseRealTime();

}  // namespace
}  // namespace glaukophos::bench
