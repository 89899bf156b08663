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
            traceNextRound(made.table, figure.form->receivers(), figure.form->blockers, {});
        }
        Reach reach;
        describeOpenness(*figure.form, made.table, reach);
        for (const Light& light : made.plan.lights) {
            reach.irradiance.push_back(reachOf(light, figure, made.table, Accuracy::Soft, {}));
        }
        made.results = resultsOf(made.plan, spread(figure, reach));
        return made;
    }();
    return scene;
}

}  // namespace glaukophos::bench
