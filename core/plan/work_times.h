// Minutes at the desk, by area and technique.
#pragma once

#include "core/plan/work_step.h"

namespace glaukophos {

// One coat on one figure: what is covered, borders that are blended and lines that are drawn, and a
// minute to load and wipe. Common practice, no source: painters differ, hence the pace.
double workMinutes(const WorkStep& step, double pace);

// Until the next coat: the more thinner, the longer; what is sprayed arrives nearly dry. A
// hairdryer on low takes a third of it. Common practice, no source.
double dryMinutes(const WorkStep& step, bool hairdryer);

// "brush, size 1", "airbrush, 1.2 bar, 5 to 8 cm away".
std::string toolWords(const WorkStep& step);

// What belongs beside the step wherever it is shown; empty: nothing special.
std::string cautionFor(const WorkStep& step);

}  // namespace glaukophos
