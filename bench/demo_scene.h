// The demo plan, evaluated once for all benchmarks.
#pragma once

#include "core/plan/evaluate.h"

namespace glaukophos::bench {

struct DemoScene {
    Plan plan;
    SkyTable table;
    Results results;
};

const DemoScene& demoScene();

}  // namespace glaukophos::bench
