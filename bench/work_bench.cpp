// Steps, schedule and findings of the demo, beside the mixes they are made from.
#include <benchmark/benchmark.h>

#include "bench/demo_scene.h"
#include "core/plan/batch.h"
#include "core/plan/findings.h"
#include "core/plan/steps.h"

namespace glaukophos::bench {
namespace {

struct Desk {
    Mixes mixes;
    Bare bare;
    Ridges ridges;
    Marks marks;
    Work work;
};

const Desk& desk() {
    static const Desk all = [] {
        const DemoScene& scene = demoScene();
        Desk made;
        made.mixes = mixesOf(scene.plan, scene.results, mixingRack(scene.plan.rack), {});
        made.bare = bareOf(scene.plan, scene.results, made.mixes, {});
        made.ridges = ridgesOf(scene.plan.figure->form->whole,
                               ridgeOptionsFor(scene.plan.values.edge_lines), {});
        made.marks.lines = edgeLinesOf(scene.plan, scene.results, made.ridges);
        made.work = *workOf(scene.plan, scene.results, made.mixes, made.bare, made.ridges, {});
        return made;
    }();
    return all;
}

void mixes(benchmark::State& state) {
    const DemoScene& scene = demoScene();
    const MixingRack rack = mixingRack(scene.plan.rack);
    for (auto _ : state) benchmark::DoNotOptimize(mixesOf(scene.plan, scene.results, rack, {}));
}
BENCHMARK(mixes)->Name("MixesOfTheDemo")->Unit(benchmark::kMillisecond)->UseRealTime();

void bare(benchmark::State& state) {
    for (auto _ : state) {
        benchmark::DoNotOptimize(bareOf(demoScene().plan, demoScene().results, desk().mixes, {}));
    }
}
BENCHMARK(bare)->Name("FigureBeforeGlows")->Unit(benchmark::kMillisecond)->UseRealTime();

void steps(benchmark::State& state) {
    for (auto _ : state) {
        benchmark::DoNotOptimize(workOf(demoScene().plan, demoScene().results, desk().mixes,
                                        desk().bare, desk().ridges, {}));
    }
}
BENCHMARK(steps)->Name("Steps")->Unit(benchmark::kMillisecond)->UseRealTime();

void findings(benchmark::State& state) {
    for (auto _ : state) {
        benchmark::DoNotOptimize(findingsOf(demoScene().plan, demoScene().results, desk().marks,
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
