// One painter's time: tasks with drying between them, set-ups when mix or tool changes, sittings.
#pragma once

#include <cstddef>
#include <limits>
#include <vector>

#include "core/base/progress.h"

namespace glaukophos {

// One coat of one step on one figure.
struct Task {
    double work_min = 0.0;
    double dry_min = 0.0;  // before what comes after it may begin
    int mix = -1;          // tasks of one mix need no new one; -1: nothing is mixed
    int tool = 0;
    bool airbrush = false;
    std::vector<std::size_t> after;  // tasks that are done and dry before
};

// The painter's time between tasks. Common practice, no source.
struct SetUps {
    double new_mix_min = 2.0;
    double kept_mix_min = 0.4;  // wetting a mix again that is still good
    double tool_min = 0.5;      // rinsing and changing
    double airbrush_min = 5.0;  // setting it up, and cleaning it for another colour
    double palette_min = std::numeric_limits<double>::infinity();  // a mix stays good for so long
};

// Minutes from an origin of the caller's.
struct Sitting {
    double begin_min = 0.0;
    double end_min = std::numeric_limits<double>::infinity();
};

struct TaskList {
    std::vector<Task> tasks;  // each after earlier ones only
    SetUps set_ups;
    std::vector<Sitting> sittings = {Sitting{}};  // in order; what is too much for all of them goes
                                                  // on after the last
};

struct Slot {
    std::size_t task = 0;
    std::size_t sitting = 0;
    double set_up_min = 0.0;  // just before `begin_min`
    double begin_min = 0.0;
    double end_min = 0.0;
    double dry_min = 0.0;     // when it is dry
    bool mixed_anew = false;  // what is on the palette was too old when it was set up
};

struct Schedule {
    std::vector<Slot> sequence;  // in order of time
    double end_min = 0.0;        // of the last task
    double work_min = 0.0;
    double set_up_min = 0.0;
    double waiting_min = 0.0;  // within sittings: nothing to do but watch paint dry
};

// The tasks in exactly this order, each as early as it may begin. `order` holds each task once,
// none before what it comes after. Set-ups are made while waiting where there is waiting.
Schedule inOrder(const TaskList& load, const std::vector<std::size_t>& order);

// A short order, by priority rules (longest remaining chain against set-ups and waiting) bettered
// by random insertions from a fixed seed; the best known when stopped.
Schedule planned(const TaskList& load, const Progress& progress);

// No schedule in one sitting ends earlier: neither the painter's own minutes with one set-up a mix
// nor the longest chain of work and drying can be cut.
double shortestPossible(const TaskList& load);

}  // namespace glaukophos
