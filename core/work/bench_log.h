// What has been painted so far at the bench, how long it took, and what to do next.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/work/batch.h"

namespace glaukophos {

// A coat that is on. Times in seconds since 1970, by the clock of the machine.
struct CoatDone {
    std::vector<std::string> steps;  // keys of all that was painted with it
    int figure = 0;
    int coat = 0;
    double minutes = 0.0;  // that it really took
    double done_s = 0.0;
    double dry_s = 0.0;      // when it is dry
    double usual_min = 0.0;  // what the usual hand takes; 0: not known
    bool operator==(const CoatDone&) const = default;
};

struct BenchNote {
    std::string step;
    std::string text;
    bool operator==(const BenchNote&) const = default;
};

struct BenchLog {
    std::vector<CoatDone> done;  // in order of time
    std::vector<BenchNote> notes;
    double spent_s = 0.0;  // on what is being painted now
    bool operator==(const BenchLog&) const = default;
};

// The coat a task lays, as it was done; null when it is not on all that the step is now. The last
// one where several parts were painted one by one and share a step since.
const CoatDone* doneOf(const BenchLog& log, const Work& work, const Batch& batch, std::size_t task);

// When all that a task comes after is dry, in seconds since 1970; nothing when some of it is not
// on.
std::optional<double> readyAt(const BenchLog& log, const Work& work, const Batch& batch,
                              std::size_t task);

// The next task in the planned order whose reasons are done and dry; where none is, the one that
// can begin soonest. None when all is done.
struct NextTask {
    std::size_t task = 0;
    double ready_s = 0.0;    // when it can begin; in the past: now
    bool meanwhile = false;  // done while what is planned before it dries
};
std::optional<NextTask> nextTask(const BenchLog& log, const Work& work, const Batch& batch,
                                 double now_s);

// How many steps at the beginning were painted; all that follow the first that was not are not
// counted.
std::size_t stepsBegun(const BenchLog& log, const Work& work);

// The one in which more was done, or the same later.
BenchLog newerOf(BenchLog one, BenchLog other);

// Writes down that a task is done; takes back the one that was done last.
void markDone(BenchLog& log, const Work& work, const Batch& batch, std::size_t task, double now_s);
void takeBack(BenchLog& log);

// What still dries, the first to be dry first; the last coat of each step and figure.
std::vector<CoatDone> drying(const BenchLog& log, double now_s);

// Minutes taken relative to the usual ones, over the coats that say both.
struct OwnPace {
    double pace = 1.0;
    int coats = 0;  // it rests on so many
};
OwnPace paceOf(const BenchLog& log);

}  // namespace glaukophos
