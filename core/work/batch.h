// A batch of figures, or of scenes of figures, on the calendar of its painter.
#pragma once

#include <string>

#include "core/base/result.h"
#include "core/work/schedule.h"
#include "core/work/step.h"

namespace glaukophos {

// Which coat of which step on which figure a task is.
struct TaskOf {
    std::size_t step = 0;
    int figure = 0;
    int coat = 0;
    double pace = 1.0;  // that its minutes are at
};

struct Batch {
    TaskList list;
    std::vector<TaskOf> tasks;  // one entry a task of the load
    Schedule schedule;
    Schedule one_after_another;  // figure by figure, step by step, waiting for every coat
    double shortest_min = 0.0;   // no schedule in one sitting is shorter
    int in_scene = 1;            // figures that stand together
    int figures = 1;             // of all scenes
    double pace = 1.0;           // that the minutes are at
    int first_day = 0;           // days from 1 January 1970; minutes count from its midnight

    // The painter's own time, without the nights between sittings.
    [[nodiscard]] double deskMinutes(const Schedule& of) const {
        return of.work_min + of.set_up_min + of.waiting_min;
    }
};

// `today` in days from 1 January 1970, for evenings without a first date. Fails when an evening is
// shorter than a coat of some step.
Result<Batch> batchOf(const StepChoices& choices, const Work& work, int today,
                      const Progress& progress);

// Today by the clock of the machine.
int today();

// "2 h 40 min", "35 min".
std::string timeWords(double minutes);

}  // namespace glaukophos
