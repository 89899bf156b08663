// Minutes at the desk, by area and technique.
#pragma once

#include "core/work/step.h"

namespace glaukophos {

// One coat on one figure: what is covered, borders that are blended and lines that are drawn, and a
// minute to load and wipe. Common practice, no source: painters differ, hence the pace.
double workMinutes(const Step& step, const StepChoices& choices);

Handwork handworkOf(StepKind kind);
// Minutes taken at this kind, relative to what is usual.
double paceAt(StepKind kind, const StepChoices& choices);

// Until the next coat: the more thinner, the longer; what is sprayed arrives nearly dry. A
// hairdryer on low takes a third of it. Common practice, no source.
double dryMinutes(const Step& step, bool hairdryer);

// "brush, size 1", "airbrush, 1.2 bar, 5 to 8 cm away".
std::string toolWords(const Step& step);

// What belongs beside the step wherever it is shown; empty: nothing special.
std::string cautionFor(const Step& step);

}  // namespace glaukophos
