// Light on the demo figure: the sky's table, relighting, lamps, and what needs no ray.
#include <benchmark/benchmark.h>

#include "bench/demo_scene.h"
#include "core/base/parallel.h"
#include "core/lighting/score.h"
#include "core/plan/light_setup.h"

namespace glaukophos::bench {
namespace {

// The rays of `count` sky directions from all vertices, packed beforehand.
std::vector<RayPacket> packedSkyRays(const Figure& figure, std::size_t count, std::size_t& rays) {
    std::vector<RayPacket> packets;
    const Receivers receivers = figure.form->receivers();
    for (std::size_t group = 0; group + 16 <= receivers.count(); group += 16) {
        for (std::size_t d = 0; d < count; ++d) {
            RayPacket packet;
            packet.clear();
            std::size_t used = 0;
            for (std::size_t lane = 0; lane < 16; ++lane) {
                const Vec3& w = skyDirections()[d];
                if (receivers.normals[group + lane].dot(w) <= 0.0F) continue;
                packet.set(lane, receivers.origin(group + lane), w, 1e30F);
                ++used;
            }
            if (used > 0) packets.push_back(packet);
            rays += used;
        }
    }
    return packets;
}

void rawShadowRays(benchmark::State& state) {
    const Figure& figure = *demoScene().plan.figure;
    std::size_t rays = 0;
    std::vector<RayPacket> packets = packedSkyRays(figure, 8, rays);
    const PassedTriangles none;
    for (auto _ : state) {
        forChunks(packets.size(), {}, [&](std::size_t begin, std::size_t end) {
            for (std::size_t i = begin; i < end; ++i) {
                RayPacket packet = packets[i];
                figure.form->occluders.occluded(packet, none, true);
                benchmark::DoNotOptimize(packet);
            }
        });
    }
    state.SetItemsProcessed(state.iterations() * static_cast<std::int64_t>(rays));
}
BENCHMARK(rawShadowRays)->Name("RawShadowRays")->Unit(benchmark::kMillisecond)->UseRealTime();

// The first round traces every ray, the last as few as any. Both count all rays of a round.
void skyTableRound(benchmark::State& state, int rounds_before) {
    const Form& form = *demoScene().plan.figure->form;
    SkyTable before;
    while (before.rounds < rounds_before) {
        traceNextRound(before, form.receivers(), form.occluders, {});
    }
    constexpr std::size_t kPerRound = kSkyDirections / kSkyRounds;
    const auto first = static_cast<std::size_t>(rounds_before) * kPerRound;
    std::size_t rays = 0;
    for (const Vec3& n : form.normals) {
        for (std::size_t d = first; d < first + kPerRound; ++d) {
            if (n.dot(skyDirections()[d]) > 0.0F) ++rays;
        }
    }
    for (auto _ : state) {
        SkyTable table = before;
        traceNextRound(table, form.receivers(), form.occluders, {});
        benchmark::DoNotOptimize(table);
    }
    state.SetItemsProcessed(state.iterations() * static_cast<std::int64_t>(rays));
}
BENCHMARK_CAPTURE(skyTableRound, first, 0)
    ->Name("SkyTableRound/first")
    ->Unit(benchmark::kMillisecond)
    ->UseRealTime();
BENCHMARK_CAPTURE(skyTableRound, last, kSkyRounds - 1)
    ->Name("SkyTableRound/last")
    ->Unit(benchmark::kMillisecond)
    ->UseRealTime();

void relightFromTable(benchmark::State& state) {
    const DemoScene& scene = demoScene();
    for (auto _ : state) {
        benchmark::DoNotOptimize(
            skyIrradiance(scene.table, scene.plan.figure->form->normals, {SkyKind::Overcast, 0}));
    }
}
BENCHMARK(relightFromTable)->Name("RelightFromTable")->Unit(benchmark::kMillisecond)->UseRealTime();

void traceLight(benchmark::State& state, std::size_t light, Accuracy accuracy) {
    const DemoScene& scene = demoScene();
    for (auto _ : state) {
        benchmark::DoNotOptimize(irradianceOf(
            scene.plan.lights[light], litAsItIs(*scene.plan.figure), scene.table, accuracy, {}));
    }
}
// The demo's lamp sits in its own glass; the same without.
void traceLampWithoutGlass(benchmark::State& state) {
    const DemoScene& scene = demoScene();
    Light lamp = scene.plan.lights[2];
    lamp.own_parts.clear();
    for (auto _ : state) {
        benchmark::DoNotOptimize(
            irradianceOf(lamp, litAsItIs(*scene.plan.figure), scene.table, Accuracy::Soft, {}));
    }
}
BENCHMARK(traceLampWithoutGlass)->Unit(benchmark::kMillisecond)->UseRealTime();

BENCHMARK_CAPTURE(traceLight, MoonHard, 1, Accuracy::Preview)
    ->Unit(benchmark::kMillisecond)
    ->UseRealTime();
BENCHMARK_CAPTURE(traceLight, MoonSoft, 1, Accuracy::Soft)
    ->Unit(benchmark::kMillisecond)
    ->UseRealTime();
BENCHMARK_CAPTURE(traceLight, LampHard, 2, Accuracy::Preview)
    ->Unit(benchmark::kMillisecond)
    ->UseRealTime();
BENCHMARK_CAPTURE(traceLight, LampSoft, 2, Accuracy::Soft)
    ->Unit(benchmark::kMillisecond)
    ->UseRealTime();

// What a drag shows at once: from the table, without a ray.
void farFromTable(benchmark::State& state) {
    const DemoScene& scene = demoScene();
    const Form& form = *scene.plan.figure->form;
    for (auto _ : state) {
        benchmark::DoNotOptimize(farPreview(scene.table, form.normals, {{2, 40}, 0.25}));
    }
}
BENCHMARK(farFromTable)->Name("MoonFromTable")->Unit(benchmark::kMillisecond)->UseRealTime();

void lampFromTable(benchmark::State& state) {
    const DemoScene& scene = demoScene();
    const Form& form = *scene.plan.figure->form;
    const Lamp outside{form.bounds.high + Vec3(5, 5, 5), 1.5};
    for (auto _ : state) {
        benchmark::DoNotOptimize(lampPreview(scene.table, form.receivers(), outside));
    }
}
BENCHMARK(lampFromTable)
    ->Name("LampOutsideFromTable")
    ->Unit(benchmark::kMillisecond)
    ->UseRealTime();

void scoreOfAllDirections(benchmark::State& state) {
    const DemoScene& scene = demoScene();
    for (auto _ : state) {
        benchmark::DoNotOptimize(
            scoreDirections(scene.plan, scene.table, scene.appearance.irradiance, 1));
    }
}
BENCHMARK(scoreOfAllDirections)
    ->Name("ScoreOfAllDirections")
    ->Unit(benchmark::kMillisecond)
    ->UseRealTime();

void bounceTable(benchmark::State& state) {
    const Form& form = *demoScene().plan.figure->form;
    for (auto _ : state) {
        benchmark::DoNotOptimize(
            traceBounce(form.receivers(), {form.shown, form.whole.mesh, form.floor}, {}));
    }
}
BENCHMARK(bounceTable)->Name("BounceTable")->Unit(benchmark::kMillisecond)->UseRealTime();

// Kinds that are traced through outlines and points, soft.
void shapedLight(benchmark::State& state, std::size_t kind) {
    const DemoScene& scene = demoScene();
    Light light = newLights(scene.plan.figure->bounds()).at(kind);
    if (std::holds_alternative<GlowingPart>(light.kind)) light.own_parts = {9};
    for (auto _ : state) {
        benchmark::DoNotOptimize(
            irradianceOf(light, litAsItIs(*scene.plan.figure), scene.table, Accuracy::Soft, {}));
    }
}
BENCHMARK_CAPTURE(shapedLight, Rod, 3)->Unit(benchmark::kMillisecond)->UseRealTime();
BENCHMARK_CAPTURE(shapedLight, Panel, 4)->Unit(benchmark::kMillisecond)->UseRealTime();
BENCHMARK_CAPTURE(shapedLight, GlowingPart, 5)->Unit(benchmark::kMillisecond)->UseRealTime();
BENCHMARK_CAPTURE(shapedLight, Spray, 6)->Unit(benchmark::kMillisecond)->UseRealTime();

}  // namespace
}  // namespace glaukophos::bench
