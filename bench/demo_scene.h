// The demo plan, evaluated once for all benchmarks.
#pragma once

#include "core/painted/appearance.h"

namespace glaukophos::bench {

struct DemoScene {
    Plan plan;
    SkyTable table;
    Appearance appearance;
};

const DemoScene& demoScene();

}  // namespace glaukophos::bench
