// What one click changes in a plan about each mistake.
#pragma once

#include "core/findings/finding.h"
#include "core/plan/plan.h"

namespace glaukophos {

void blockItsLight(Plan& plan, const Finding& finding);
void lowerReflections(Plan& plan, const Finding& finding);
void bridgeTheStep(Plan& plan, const Finding& finding);
void halveBands(Plan& plan, const Finding& finding);
void joinLitForms(Plan& plan, const Finding& finding);
void pushBothEnds(Plan& plan, const Finding& finding);
void weighEdges(Plan& plan, const Finding& finding);
void guardReds(Plan& plan, const Finding& finding);
void seeByNight(Plan& plan, const Finding& finding);
void warmTheShadows(Plan& plan, const Finding& finding);
void glowFromInside(Plan& plan, const Finding& finding);
void partTheLights(Plan& plan, const Finding& finding);
void setTheDetailOff(Plan& plan, const Finding& finding);
void calmWhatWins(Plan& plan, const Finding& finding);
void lightTheBack(Plan& plan, const Finding& finding);

}  // namespace glaukophos
