// Random commands with undo and redo end in the same plan as replaying those that were kept. Longer
// by hand: GLAUKOPHOS_RANDOM_EDITS=20000 app_tests --gtest_filter='RandomEdits.*'
#include <gtest/gtest.h>

#include <QCoreApplication>
#include <functional>
#include <random>

#include "app/document/document.h"
#include "app/document/lean_plan.h"
#include "core/plan/light_setup.h"
#include "core/plan/part_edits.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using namespace shapes;

Plan startingPoint() {
    Plan plan = planOf({sphere({-6, 0, 6}, 5, 8), sphere({6, 0, 6}, 5, 8),
                        box({-2, -2, 0}, {2, 2, 4}), plate({0, 0, 0}, 9)},
                       {"left", "right", "box", "ground"});
    const std::vector<Light> lights = newLights(plan.figure->bounds());
    plan.lights.assign(lights.begin(), lights.begin() + 3);
    giveIdentities(plan);
    return plan;
}

// One edit, the same for the same number, whatever the plan is.
void change(Plan& plan, unsigned number) {
    std::mt19937 random(number);
    const auto upTo = [&](std::size_t most) {
        return std::uniform_int_distribution<std::size_t>(0, most)(random);
    };
    const auto share = [&] { return std::uniform_real_distribution<double>(0.0, 1.0)(random); };
    const std::vector<Light> kinds = newLights(plan.figure->bounds());
    const std::vector<std::function<void()>> edits = {
        [&] { plan.lights.push_back(kinds[upTo(kinds.size() - 1)]); },
        [&] {
            if (plan.lights.empty()) return;
            plan.lights.erase(plan.lights.begin() +
                              static_cast<std::ptrdiff_t>(upTo(plan.lights.size() - 1)));
        },
        [&] {
            if (plan.lights.empty()) return;
            Light& light = plan.lights[upTo(plan.lights.size() - 1)];
            light.strength = share();
            light.on = share() > 0.2;
            light.solo = share() > 0.8;
        },
        [&] {
            if (plan.lights.empty()) return;
            plan.lights[upTo(plan.lights.size() - 1)].own_parts = {
                static_cast<PartIndex>(upTo(plan.parts.size() - 1))};
        },
        [&] {
            Part& part = plan.parts[upTo(plan.parts.size() - 1)];
            part.name = "part " + std::to_string(upTo(3));
            part.local_colour = {share(), share(), share()};
            part.material = static_cast<Material>(upTo(15));
            part.lift = 50.0 * share();
        },
        [&] {
            if (plan.parts.size() < 2) return;
            mergeParts(plan, 0, static_cast<PartIndex>(1 + upTo(plan.parts.size() - 2)));
        },
        [&] {
            if (plan.parts.size() > 8) return;
            const PartIndex part = addPart(plan, "new");
            PartLabels labels = *plan.figure->labels;
            for (std::size_t t = 0; t < labels.size(); t += 3) labels[t] = part;
            relabel(plan, std::move(labels));
        },
        [&] { dropEmptyParts(plan); },
        [&] {
            plan.values.contrast = share();
            plan.values.exposure_stops = 8.0 * share() - 4.0;
            plan.values.bands.count = 3 + static_cast<int>(upTo(6));
            plan.values.bands.by = BandsBy::Steps;
            plan.values.bands.borders.clear();
        },
        [&] { plan.colours.night.used = !plan.colours.night.used; },
        [&] { plan.steps.figures = 1 + static_cast<int>(upTo(4)); },
        [&] { plan.under.used = !plan.under.used; },
        [&] {
            DrawnLine line;
            line.kind = static_cast<LineKind>(upTo(2));
            for (std::size_t i = 0; i <= upTo(3); ++i) {
                line.anchors_mm.emplace_back(static_cast<float>(12.0 * share() - 6.0), -5.0F,
                                             static_cast<float>(10.0 * share()));
            }
            line.passes = 2 + static_cast<int>(upTo(2));
            if (plan.lines.size() < 6) plan.lines.push_back(line);
        },
        [&] {
            if (plan.lines.empty()) return;
            plan.lines.erase(plan.lines.begin() +
                             static_cast<std::ptrdiff_t>(upTo(plan.lines.size() - 1)));
        },
        [&] {
            plan.colours.glow.shells = 3 + static_cast<int>(upTo(3));
            plan.colours.glow.begins_at = 0.05 + 0.5 * share();
            plan.parts[upTo(plan.parts.size() - 1)].takes_glow = static_cast<TakesGlow>(upTo(3));
        },
        [&] {
            if (plan.lights.empty()) return;
            plan.variants = {{"aside", plan.lights}};
            plan.lights[upTo(plan.lights.size() - 1)].gone_at_height = share();
        },
    };
    edits[upTo(edits.size() - 1)]();
    giveIdentities(plan);
}

TEST(RandomEdits, EndInTheSamePlanAsReplayingWhatWasKept) {
    bool is_number = false;
    const int wanted = qEnvironmentVariableIntValue("GLAUKOPHOS_RANDOM_EDITS", &is_number);
    const int count = is_number ? wanted : 1500;
    Document document;
    document.open(startingPoint(), {});
    const Plan start = document.plan();
    std::vector<unsigned> kept;
    std::size_t at = 0;  // so many of them are done
    std::mt19937 random(7);
    for (unsigned i = 0; i < static_cast<unsigned>(count); ++i) {
        const auto what = random() % 10;
        if (what < 6) {
            const auto newest = [&] {
                return document.undoStack().command(document.undoStack().index() - 1);
            };
            const QUndoCommand* before = newest();
            document.edit(QStringLiteral("edit"), Aspect::Everything,
                          [&](Plan& plan) { change(plan, i); });
            const bool came_to_nothing = newest() == before;
            if (!came_to_nothing) {
                kept.resize(at);
                kept.push_back(i);
                ++at;
            }
        } else if (what < 8 && document.undoStack().canUndo()) {
            document.undoStack().undo();
            --at;
        } else if (document.undoStack().canRedo()) {
            document.undoStack().redo();
            ++at;
        }
        if (i % 50 == 0) QCoreApplication::processEvents();
        ASSERT_EQ(problemWith(document.plan()), "") << "after edit " << i;
    }
    kept.resize(at);
    Plan replayed = start;
    for (const unsigned number : kept) change(replayed, number);
    EXPECT_EQ(*replayed.figure->labels, *document.plan().figure->labels);
    replayed.figure = document.plan().figure;
    EXPECT_TRUE(sameButForView(document.plan(), replayed));
}

}  // namespace
}  // namespace glaukophos
