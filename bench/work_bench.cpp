// Steps, schedule and findings of the demo, beside the mixes they are made from.
#include <benchmark/benchmark.h>

#include "bench/demo_scene.h"
#include "core/findings/findings.h"
#include "core/work/batch.h"
#include "core/work/steps.h"

namespace glaukophos::bench {
namespace {

struct Desk {
    Mixes mixes;
    BeforeGlow before_glow;
    Ridges ridges;
    Marks marks;
    Work work;
};

// Made before a loop is timed.
const Desk& desk() {
    static const Desk all = [] {
        const DemoScene& scene = demoScene();
        Desk made;
        made.mixes = mixesOf(scene.plan, scene.appearance, mixingRack(scene.plan.rack), {});
        made.before_glow = beforeGlowOf(scene.plan, scene.appearance, made.mixes, {});
        made.ridges = ridgesOf(scene.plan.figure->form->whole,
                               ridgeOptionsFor(scene.plan.values.edge_lines), {});
        made.marks.lines = edgeLinesOf(scene.plan, scene.appearance, made.ridges);
        made.work = *workOf(scene.plan, scene.appearance, made.mixes, made.before_glow, made.ridges,
                            {}, {});
        return made;
    }();
    return all;
}

void mixes(benchmark::State& state) {
    const DemoScene& scene = demoScene();
    const MixingRack rack = mixingRack(scene.plan.rack);
    for (auto _ : state) benchmark::DoNotOptimize(mixesOf(scene.plan, scene.appearance, rack, {}));
}
BENCHMARK(mixes)->Name("MixesOfTheDemo")->Unit(benchmark::kMillisecond)->UseRealTime();

void before_glow(benchmark::State& state) {
    desk();
    for (auto _ : state) {
        benchmark::DoNotOptimize(
            beforeGlowOf(demoScene().plan, demoScene().appearance, desk().mixes, {}));
    }
}
BENCHMARK(before_glow)->Name("FigureBeforeGlows")->Unit(benchmark::kMillisecond)->UseRealTime();

void steps(benchmark::State& state) {
    desk();
    for (auto _ : state) {
        benchmark::DoNotOptimize(workOf(demoScene().plan, demoScene().appearance, desk().mixes,
                                        desk().before_glow, desk().ridges, {}, {}));
    }
}
BENCHMARK(steps)->Name("Steps")->Unit(benchmark::kMillisecond)->UseRealTime();

void findings(benchmark::State& state) {
    desk();
    for (auto _ : state) {
        benchmark::DoNotOptimize(findingsOf(demoScene().plan, demoScene().appearance, desk().marks,
                                            desk().mixes, desk().work));
    }
}
BENCHMARK(findings)->Name("Findings")->Unit(benchmark::kMillisecond)->UseRealTime();

// One figure, and a batch of five; how far above the least possible time, in per cent.
void schedule(benchmark::State& state) {
    StepChoices choices = demoScene().plan.steps;
    choices.figures = static_cast<int>(state.range(0));
    double above = 0.0;
    for (auto _ : state) {
        const auto batch = batchOf(choices, desk().work, 0, {});
        above = 100.0 * (batch->schedule.end_min / batch->shortest_min - 1.0);
    }
    state.counters["tasks"] =
        static_cast<double>(batchOf(choices, desk().work, 0, {})->tasks.size());
    state.counters["above_least_percent"] = above;
}
BENCHMARK(schedule)->Name("Schedule")->Arg(1)->Arg(5)->Unit(benchmark::kMillisecond)->UseRealTime();

}  // namespace
}  // namespace glaukophos::bench
