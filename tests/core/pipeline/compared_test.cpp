// Figures to choose by, against bands and work that were put together by hand.
#include "core/pipeline/compared.h"

#include <gtest/gtest.h>

#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

// Five bands over 100 mm2, and a focus of 10 mm2 with 6 in the two lightest.
Evaluated byHand() {
    Evaluated evaluated;
    evaluated.plan = planOf({sphere({0, 0, 6}, 5, 8), sphere({12, 0, 6}, 5, 8)}, {"coat", "face"});
    evaluated.plan.parts[1].focus = Focus::Main;
    auto appearance = std::make_shared<Appearance>();
    appearance->bands.borders = {20, 40, 60, 80};
    appearance->bands.whole.areas_mm2 = {30, 20, 25, 15, 10};
    appearance->bands.parts = {PartBands{{29, 19, 23, 11, 8}, {}}, PartBands{{1, 1, 2, 4, 2}, {}}};
    evaluated.appearance = appearance;
    return evaluated;
}

TEST(Compared, SharesOfThirdsAndOfTheFocus) {
    const PlanFigures figures = figuresOf(byHand());
    EXPECT_NEAR(figures.dark, 0.5, 1e-9);
    EXPECT_NEAR(figures.middle, 0.25, 1e-9);
    EXPECT_NEAR(figures.light, 0.25, 1e-9);
    EXPECT_NEAR(figures.focus_in_lights, 0.6, 1e-9);
    EXPECT_EQ(inWords(figures), "Face 60 % in the lights. Dark 50, middle 25, light 25 %.");
}

TEST(Compared, WithoutAFocusTheWholeIsJudged) {
    Evaluated evaluated = byHand();
    evaluated.plan.parts[1].focus = Focus::None;
    EXPECT_EQ(inWords(figuresOf(evaluated)),
              "The figure 25 % in the lights. Dark 50, middle 25, light 25 %.");
}

TEST(Compared, MinutesAndPaintsAreThoseOfTheWork) {
    Evaluated evaluated = byHand();
    auto desk = std::make_shared<Desk>();
    Step step;
    step.coats = 2;
    step.work_min = 20.0;
    desk->work.steps = {step};
    desk->work.uses.resize(3);
    desk->findings.resize(1);
    evaluated.desk = desk;
    const PlanFigures figures = figuresOf(evaluated);
    EXPECT_NEAR(*figures.work_min, workMinutes(desk->work), 1e-9);
    EXPECT_EQ(*figures.paints, 3);
    EXPECT_NE(inWords(figures).find("3 paints, 1 finding."), std::string::npos);
}

}  // namespace
}  // namespace glaukophos
