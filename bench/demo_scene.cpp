// Stops the program when the demo cannot be opened.
#include "bench/demo_scene.h"

#include <cstdio>
#include <cstdlib>

#include "core/io/plan_file.h"
#include "core/pipeline/advance.h"
#include "core/pipeline/traces.h"

namespace glaukophos::bench {

const DemoScene& demoScene() {
    static const DemoScene scene = [] {
        auto plan = openPlan(GLAUKOPHOS_DEMO, {});
        if (!plan) {
            std::fprintf(stderr, "%s\n", plan.error().message.c_str());
            std::exit(2);
        }
        const auto all = evaluated(*plan, Goal::Appearance);
        if (!all) {
            std::fprintf(stderr, "%s\n", all.error().message.c_str());
            std::exit(2);
        }
        return DemoScene{std::move(*plan), *(*all)->traces->table, *(*all)->appearance};
    }();
    return scene;
}

}  // namespace glaukophos::bench
