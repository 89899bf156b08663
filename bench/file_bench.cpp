// Opening the demo, against reading its bytes.
#include <benchmark/benchmark.h>

#include <filesystem>

#include "bench/demo_scene.h"
#include "core/io/file_bytes.h"
#include "core/io/plan_file.h"

namespace glaukophos::bench {
namespace {

namespace fs = std::filesystem;

std::vector<fs::path> demoMeshes() {
    std::vector<fs::path> files;
    for (const auto& entry : fs::directory_iterator(fs::path(GLAUKOPHOS_DEMO).parent_path())) {
        if (entry.path().extension() == ".stl") files.push_back(entry.path());
    }
    return files;
}

void rawRead(benchmark::State& state) {
    for (auto _ : state) {
        for (const fs::path& file : demoMeshes()) {
            benchmark::DoNotOptimize(readBytes(file, kLargestMeshFile));
        }
    }
}
BENCHMARK(rawRead)->Name("RawRead")->Unit(benchmark::kMillisecond)->UseRealTime();

void readMeshes(benchmark::State& state) {
    const std::vector<fs::path> files = demoMeshes();
    for (auto _ : state) {
        benchmark::DoNotOptimize(readFigure(files, Division::AsGiven, {}));
    }
}
BENCHMARK(readMeshes)->Name("ReadAndWeld")->Unit(benchmark::kMillisecond)->UseRealTime();

void openWholePlan(benchmark::State& state) {
    for (auto _ : state) benchmark::DoNotOptimize(openPlan(GLAUKOPHOS_DEMO, {}));
}
BENCHMARK(openWholePlan)->Name("OpenPlan")->Unit(benchmark::kMillisecond)->UseRealTime();

}  // namespace
}  // namespace glaukophos::bench
