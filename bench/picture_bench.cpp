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
    const Camera camera = heldCamera(figure.bounds, demoScene().plan.view, kFull);
    for (auto _ : state) {
        tbb::parallel_for(0, kFull.height / 4, [&](int row) {
            for (int left = 0; left < kFull.width; left += 4) {
                alignas(64) RTCRayHit16 hits;
                alignas(64) int active[16];
                for (int lane = 0; lane < 16; ++lane) {
                    const auto i = static_cast<std::size_t>(lane);
                    const CameraRay ray =
                        rayThrough(camera, kFull, static_cast<float>(left + lane % 4) + 0.5F,
                                   static_cast<float>(4 * row + lane / 4) + 0.5F);
                    active[lane] = -1;
                    hits.ray.org_x[i] = ray.origin.x();
                    hits.ray.org_y[i] = ray.origin.y();
                    hits.ray.org_z[i] = ray.origin.z();
                    hits.ray.dir_x[i] = ray.direction.x();
                    hits.ray.dir_y[i] = ray.direction.y();
                    hits.ray.dir_z[i] = ray.direction.z();
                    hits.ray.tnear[i] = 0.0F;
                    hits.ray.tfar[i] = 1e30F;
                    hits.ray.mask[i] = ~0U;
                    hits.ray.time[i] = 0.0F;
                    hits.ray.flags[i] = 0;
                    hits.hit.geomID[i] = RTC_INVALID_GEOMETRY_ID;
                }
                figure.shown.nearest(active, hits, {});
                benchmark::DoNotOptimize(hits);
            }
        });
    }
    state.SetItemsProcessed(state.iterations() * kFull.width * kFull.height);
}
BENCHMARK(rawCameraRays)->Name("RawCameraRays")->Unit(benchmark::kMillisecond)->UseRealTime();

void traced(benchmark::State& state, PixelGrid grid) {
    const Figure& figure = *demoScene().plan.figure;
    const Camera camera = heldCamera(figure.bounds, demoScene().plan.view, grid);
    for (auto _ : state) {
        benchmark::DoNotOptimize(traceFrame(figure, camera, grid, {0, 0}));
    }
}
BENCHMARK_CAPTURE(traced, Full, kFull)->Unit(benchmark::kMillisecond)->UseRealTime();

// A whole picture as the window shows it: traced, shaded, encoded.
void picture(benchmark::State& state, PixelGrid grid, Overlay overlay) {
    const DemoScene& scene = demoScene();
    const Figure& figure = *scene.plan.figure;
    const Camera camera = heldCamera(figure.bounds, scene.plan.view, grid);
    const Look look = lookOf(scene.plan, scene.results, {overlay, 0, false});
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
        benchmark::DoNotOptimize(lookOf(scene.plan, scene.results, {Overlay::Colours, 0, false}));
    }
}
BENCHMARK(look)->Name("LookOfColours")->Unit(benchmark::kMillisecond)->UseRealTime();

}  // namespace
}  // namespace glaukophos::bench
