// Stops the program when the demo cannot be opened.
#include "bench/demo_scene.h"

#include <cstdio>
#include <cstdlib>

#include "core/io/plan_file.h"

namespace glaukophos::bench {

const DemoScene& demoScene() {
    static const DemoScene scene = [] {
        auto plan = openPlan(GLAUKOPHOS_DEMO, {});
        if (!plan) {
            std::fprintf(stderr, "%s\n", plan.error().message.c_str());
            std::exit(2);
        }
        DemoScene made{std::move(*plan), {}, {}};
        const Figure& figure = *made.plan.figure;
        while (made.table.rounds < kSkyRounds) {
            traceNextRound(made.table, figure.form->receivers(), figure.form->occluders, {});
        }
        Irradiance irradiance;
        describeSkyVisibility(*figure.form, made.table, irradiance);
        for (const Light& light : made.plan.lights) {
            irradiance.of_lights.push_back(
                irradianceOf(light, figure, made.table, Accuracy::Soft, {}));
        }
        made.appearance = appearanceOf(made.plan, spread(figure, irradiance));
        return made;
    }();
    return scene;
}

}  // namespace glaukophos::bench
