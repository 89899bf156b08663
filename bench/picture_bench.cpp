// Pictures of 1000 x 760 pixels.
#include <benchmark/benchmark.h>
#include <tbb/parallel_for.h>

#include "bench/demo_scene.h"
#include "core/picture/render.h"

namespace glaukophos::bench {
namespace {

const PixelGrid kFull{1000, 760};

void rawCameraRays(benchmark::State& state) {
    const Figure& figure = *demoScene().plan.figure;
    const Camera camera = heldCamera(figure.bounds(), demoScene().plan.view, kFull);
    for (auto _ : state) {
        tbb::parallel_for(0, kFull.height / 4, [&](int row) {
            for (int left = 0; left < kFull.width; left += 4) {
                HitPacket packet;
                for (int lane = 0; lane < 16; ++lane) {
                    const CameraRay ray =
                        rayThrough(camera, kFull, static_cast<float>(left + lane % 4) + 0.5F,
                                   static_cast<float>(4 * row + lane / 4) + 0.5F);
                    packet.set(static_cast<std::size_t>(lane), ray.origin, ray.direction);
                }
                figure.form->shown.nearest(packet, {});
                benchmark::DoNotOptimize(packet);
            }
        });
    }
    state.SetItemsProcessed(state.iterations() * kFull.width * kFull.height);
}
BENCHMARK(rawCameraRays)->Name("RawCameraRays")->Unit(benchmark::kMillisecond)->UseRealTime();

void traced(benchmark::State& state, PixelGrid grid) {
    const Figure& figure = *demoScene().plan.figure;
    const Camera camera = heldCamera(figure.bounds(), demoScene().plan.view, grid);
    for (auto _ : state) {
        benchmark::DoNotOptimize(traceFrame(figure, camera, grid, {0, 0}));
    }
}
BENCHMARK_CAPTURE(traced, Full, kFull)->Unit(benchmark::kMillisecond)->UseRealTime();

// A whole picture as the window shows it: traced, shaded, encoded.
void picture(benchmark::State& state, PixelGrid grid, Overlay overlay) {
    const DemoScene& scene = demoScene();
    const Figure& figure = *scene.plan.figure;
    const Camera camera = heldCamera(figure.bounds(), scene.plan.view, grid);
    const Look look = lookOf(scene.plan, scene.appearance, {overlay, 0, false});
    for (auto _ : state) {
        benchmark::DoNotOptimize(renderPicture(figure, camera, grid, look, {}, 1));
    }
    state.counters["frames_per_second"] =
        benchmark::Counter(static_cast<double>(state.iterations()), benchmark::Counter::kIsRate);
}
BENCHMARK_CAPTURE(picture, MovingHalfSize, PixelGrid{500, 380}, Overlay::Colours)
    ->Unit(benchmark::kMillisecond)
    ->UseRealTime();
BENCHMARK_CAPTURE(picture, FullColours, kFull, Overlay::Colours)
    ->Unit(benchmark::kMillisecond)
    ->UseRealTime();
BENCHMARK_CAPTURE(picture, FullBands, kFull, Overlay::Bands)
    ->Unit(benchmark::kMillisecond)
    ->UseRealTime();

void look(benchmark::State& state) {
    const DemoScene& scene = demoScene();
    for (auto _ : state) {
        benchmark::DoNotOptimize(
            lookOf(scene.plan, scene.appearance, {Overlay::Colours, 0, false}));
    }
}
BENCHMARK(look)->Name("LookOfColours")->Unit(benchmark::kMillisecond)->UseRealTime();

}  // namespace
}  // namespace glaukophos::bench
