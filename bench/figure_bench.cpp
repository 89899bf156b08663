// Making a figure ready from 0.1, 1 and 5 million triangles, and dividing it by hand.
#include <benchmark/benchmark.h>
#include <sys/resource.h>

#include "bench/demo_scene.h"
#include "core/figure/division.h"
#include "core/geometry/clean.h"
#include "core/io/mesh_file.h"
#include "core/io/plan_file.h"
#include "core/picture/quick_picture.h"

namespace glaukophos::bench {
namespace {

// The fused glass maker, each triangle divided into four `times` times: 79 thousand, 1.3 and 5.1
// million triangles as loose corners, like an STL file in memory.
const std::string& stlOf(int times) {
    static std::array<std::string, 4> made;
    std::string& bytes = made.at(static_cast<std::size_t>(times));
    if (!bytes.empty()) return bytes;
    const std::filesystem::path file = GLAUKOPHOS_FUSED;
    auto meshes = readMeshes({&file, 1}, {});
    Mesh mesh = std::move(meshes->front().mesh);
    for (int i = 0; i < times; ++i) {
        Mesh finer;
        for (const Triangle& t : mesh.triangles) {
            const auto at = [&](std::size_t k) { return mesh.positions_mm[t[k % 3]]; };
            std::array<Vec3, 3> mid;
            for (std::size_t k = 0; k < 3; ++k) mid[k] = 0.5F * (at(k) + at(k + 1));
            const auto add = [&](const Vec3& a, const Vec3& b, const Vec3& c) {
                const auto first = static_cast<std::uint32_t>(finer.positions_mm.size());
                finer.positions_mm.insert(finer.positions_mm.end(), {a, b, c});
                finer.triangles.push_back({first, first + 1, first + 2});
            };
            add(at(0), mid[0], mid[2]);
            add(mid[0], at(1), mid[1]);
            add(mid[2], mid[1], at(2));
            add(mid[0], mid[1], mid[2]);
        }
        mesh = std::move(finer);
    }
    bytes = binaryStl(mesh, "bench");
    return bytes;
}

Mesh parsed(const std::string& bytes) { return std::move(*parseBinaryStl(bytes, "bench")); }

void countTriangles(benchmark::State& state, const std::string& bytes) {
    state.counters["triangles"] = static_cast<double>((bytes.size() - 84) / 50);
    rusage usage{};
    getrusage(RUSAGE_SELF, &usage);
    state.counters["peak_MB"] = static_cast<double>(usage.ru_maxrss) / 1024.0;
}

void parseOnly(benchmark::State& state) {
    const std::string& bytes = stlOf(static_cast<int>(state.range(0)));
    for (auto _ : state) benchmark::DoNotOptimize(parsed(bytes));
    countTriangles(state, bytes);
}
BENCHMARK(parseOnly)
    ->Name("ParseStl")
    ->Arg(0)
    ->Arg(2)
    ->Arg(3)
    ->Unit(benchmark::kMillisecond)
    ->UseRealTime();

void firstPicture(benchmark::State& state) {
    const std::string& bytes = stlOf(static_cast<int>(state.range(0)));
    for (auto _ : state) {
        const Mesh mesh = parsed(bytes);
        const Mesh* shown = &mesh;
        benchmark::DoNotOptimize(quickPicture({&shown, 1}, false, {870, 570}, {}));
    }
    countTriangles(state, bytes);
}
BENCHMARK(firstPicture)
    ->Name("ParseAndFirstPicture")
    ->Arg(0)
    ->Arg(2)
    ->Arg(3)
    ->Unit(benchmark::kMillisecond)
    ->UseRealTime();

void weldOnly(benchmark::State& state) {
    const std::string& bytes = stlOf(static_cast<int>(state.range(0)));
    for (auto _ : state) {
        Mesh mesh = parsed(bytes);
        PartLabels labels(mesh.triangles.size(), 0);
        weld(mesh.positions_mm, mesh.triangles, labels);
        benchmark::DoNotOptimize(mesh);
    }
    countTriangles(state, bytes);
}
BENCHMARK(weldOnly)
    ->Name("ParseAndWeld")
    ->Arg(0)
    ->Arg(2)
    ->Arg(3)
    ->Unit(benchmark::kMillisecond)
    ->UseRealTime();

ImportedFigure imported(const std::string& bytes) {
    std::vector<NamedMesh> meshes(1);
    meshes[0].name = "bench";
    meshes[0].mesh = parsed(bytes);
    return std::move(*assembleFigure(std::move(meshes), Division::Pieces, "bench", {}));
}

void parseAndRepair(benchmark::State& state) {
    const std::string& bytes = stlOf(static_cast<int>(state.range(0)));
    for (auto _ : state) benchmark::DoNotOptimize(imported(bytes));
    countTriangles(state, bytes);
}
BENCHMARK(parseAndRepair)
    ->Name("ParseAndRepair")
    ->Arg(0)
    ->Arg(2)
    ->Arg(3)
    ->Unit(benchmark::kMillisecond)
    ->UseRealTime();

void wholeFigure(benchmark::State& state) {
    const std::string& bytes = stlOf(static_cast<int>(state.range(0)));
    for (auto _ : state) {
        const auto figure = makeFigure(imported(bytes), {});
        state.counters["deviation_mm"] = (*figure)->form->whole.deviation_mm;
        benchmark::DoNotOptimize(figure);
    }
    countTriangles(state, bytes);
}
BENCHMARK(wholeFigure)
    ->Name("OpenWhole")
    ->Arg(0)
    ->Arg(2)
    ->Arg(3)
    ->Unit(benchmark::kMillisecond)
    ->UseRealTime()
    ->Iterations(1);

const DivisionGuide& demoGuide() {
    static const auto guide = *makeGuide(*demoScene().plan.figure->form, {});
    return *guide;
}

void creasesAndPatches(benchmark::State& state) {
    demoScene();  // made before the clock runs
    for (auto _ : state) {
        benchmark::DoNotOptimize(makeGuide(*demoScene().plan.figure->form, {}));
    }
}
BENCHMARK(creasesAndPatches)
    ->Name("CreasesAndPatches")
    ->Unit(benchmark::kMillisecond)
    ->UseRealTime()
    ->Iterations(1);

// Ten thousand dabs of 1 mm all over the demo, as one long stroke would make them.
void tenThousandDabs(benchmark::State& state) {
    const Plan& plan = demoScene().plan;
    const Form& form = *plan.figure->form;
    const DivisionGuide& guide = demoGuide();
    for (auto _ : state) {
        PartLabels labels = *plan.figure->labels;
        for (std::uint32_t i = 0; i < 10'000; ++i) {
            const auto t = static_cast<std::uint32_t>((i * std::uint64_t{2654435761U}) %
                                                      guide.centroids.size());
            give(covered(form, guide, {t, guide.centroids[t], 1.0F, true}), 0,
                 lockedParts(plan.parts), labels);
        }
        benchmark::DoNotOptimize(labels);
    }
    state.SetItemsProcessed(state.iterations() * 10'000);
}
BENCHMARK(tenThousandDabs)->Name("TenThousandDabs")->Unit(benchmark::kMillisecond)->UseRealTime();

// What follows each move of the brush before the picture is asked for.
void cutAtBorders(benchmark::State& state) {
    const Plan& plan = demoScene().plan;
    for (auto _ : state) {
        benchmark::DoNotOptimize(
            dividedFigure(plan.figure->form, plan.figure->labels, plan.parts.size()));
    }
}
BENCHMARK(cutAtBorders)->Name("CutAtBorders")->Unit(benchmark::kMillisecond)->UseRealTime();

}  // namespace
}  // namespace glaukophos::bench
