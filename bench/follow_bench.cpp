// One picture under a moving hand, step by step, in the window's size; and tone along things.
#include <benchmark/benchmark.h>

#include <optional>

#include "bench/demo_scene.h"
#include "core/figure/kept_fields.h"
#include "core/lighting/raised_form.h"
#include "core/painted/gradients.h"
#include "core/picture/coarse_picture.h"
#include "core/picture/render.h"
#include "core/picture/shown_surface.h"
#include "core/pipeline/advance.h"
#include "core/pipeline/followed.h"

namespace glaukophos::bench {
namespace {

const PixelGrid kWindow{836, 510};
constexpr int kTimes = 2;

struct Hand {
    EvaluatedPtr last;
    Camera camera;
    SeenFigure seen;
};

// Each pixel's triangle, as the window asks for them.
const Hand& hand() {
    static const Hand made = [] {
        Advance how;
        how.goal = Goal::Appearance;
        how.sky.find = [](const Form&) { return std::optional(demoScene().table); };
        Hand hand;
        hand.last = advance(demoScene().plan, nullptr, {}, how);
        const Figure& figure = *hand.last->plan.figure;
        hand.camera = heldCamera(figure.bounds(), hand.last->plan.view, kWindow);
        const TracedFrame frame =
            traceFrame(figure, hand.camera, coarser(kWindow, kTimes), jitterOf(0));
        hand.seen = seenFigure(*hand.last, shownSurface(frame, figure.surface, kHardlyTold));
        return hand;
    }();
    return made;
}

template <class Kind, class Move>
void followedLight(benchmark::State& state, const Move& move,
                   Accuracy accuracy = Accuracy::Preview) {
    Plan plan = hand().last->plan;
    for (Light& light : plan.lights) {
        if (auto* kind = std::get_if<Kind>(&light.kind)) move(*kind);
    }
    for (auto _ : state)
        benchmark::DoNotOptimize(followed(plan, *hand().last, hand().seen, accuracy));
    state.SetItemsProcessed(state.iterations() *
                            static_cast<std::int64_t>(hand().seen.vertices.size()));
}

void followedMoon(benchmark::State& state) {
    followedLight<FarLight>(state, [](FarLight& far) { far.direction = {6.0, 60.0}; });
}
BENCHMARK(followedMoon)->Name("FollowedMoon")->Unit(benchmark::kMillisecond)->UseRealTime();

void moveLamp(Lamp& lamp) { lamp.centre_mm += Vec3(3, 0, 2); }

void followedLamp(benchmark::State& state) { followedLight<Lamp>(state, moveLamp); }
BENCHMARK(followedLamp)->Name("FollowedLamp")->Unit(benchmark::kMillisecond)->UseRealTime();

// The shadows of the last pictures count, since the lamp is moved a tenth of a millimetre.
void followedSlowly(benchmark::State& state) {
    Plan plan = hand().last->plan;
    std::vector<RecentShadows> recent;
    for (auto _ : state) {
        for (Light& light : plan.lights) {
            if (auto* lamp = std::get_if<Lamp>(&light.kind)) lamp->centre_mm.x() += 0.1F;
        }
        benchmark::DoNotOptimize(
            followed(plan, *hand().last, hand().seen, Accuracy::Preview, {}, &recent));
    }
    state.SetItemsProcessed(state.iterations() *
                            static_cast<std::int64_t>(hand().seen.vertices.size()));
}
BENCHMARK(followedSlowly)->Name("FollowedLampSlowly")->Unit(benchmark::kMillisecond)->UseRealTime();

// As it will settle.
void halted(benchmark::State& state) { followedLight<Lamp>(state, moveLamp, Accuracy::Soft); }
BENCHMARK(halted)->Name("FollowedLampHalted")->Unit(benchmark::kMillisecond)->UseRealTime();

void changedPicture(benchmark::State& state) {
    const PixelGrid coarse = coarser(kWindow, kTimes);
    const auto grey = [](const PixelGrid& grid, std::uint8_t byte) {
        const auto bytes =
            3 * static_cast<std::size_t>(grid.width) * static_cast<std::size_t>(grid.height);
        return Image{grid.width, grid.height, std::vector<std::uint8_t>(bytes, byte)};
    };
    const auto one_thing = [](const PixelGrid& grid) {
        return ShownThings(static_cast<std::size_t>(grid.width) *
                           static_cast<std::size_t>(grid.height));
    };
    const Enlarging how = enlargingBy(kTimes, kWindow, one_thing(kWindow), one_thing(coarse));
    const Image sharp = grey(kWindow, 90);
    for (auto _ : state) {
        benchmark::DoNotOptimize(changed(sharp, grey(coarse, 90), grey(coarse, 80), how));
    }
}
BENCHMARK(changedPicture)->Name("ChangedPicture")->Unit(benchmark::kMillisecond)->UseRealTime();

// The first time: afterwards it is kept with the figure.
void gradientAlong(benchmark::State& state) {
    Figure figure = *demoScene().plan.figure;
    const Surface& surface = figure.surface;
    Gradient gradient;
    gradient.dark_mm = surface.mesh.positions_mm[surface.mesh.triangles.front()[0]];
    gradient.light_mm = surface.mesh.positions_mm[surface.mesh.triangles[2000][0]];
    for (auto _ : state) {
        figure.kept = std::make_shared<KeptFields>();
        benchmark::DoNotOptimize(gradientShare(figure, gradient));
    }
}
BENCHMARK(gradientAlong)->Name("GradientAlong")->Unit(benchmark::kMillisecond)->UseRealTime();

// A volume under the brush: normals at once, then what throws shadows.
void volume(benchmark::State& state) {
    const Form& form = *demoScene().plan.figure->form;
    const std::vector<PaintedVolume> volumes = {
        {0.4, 2.0, {form.points_mm.front()}, {form.normals.front()}}};
    for (auto _ : state) {
        if (state.range(0) == 0) {
            benchmark::DoNotOptimize(turnedForm(form, volumes));
        } else {
            benchmark::DoNotOptimize(raisedForm(form, volumes));
        }
    }
}
BENCHMARK(volume)->Name("Volume")->Arg(0)->Arg(1)->Unit(benchmark::kMillisecond)->UseRealTime();

}  // namespace
}  // namespace glaukophos::bench
