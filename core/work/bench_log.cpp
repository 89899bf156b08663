// The log knows steps by their keys, so that it outlives a change of the plan.
#include "core/work/bench_log.h"

#include <algorithm>
#include <tuple>

namespace glaukophos {

namespace {

std::vector<std::string> keysOf(const Step& step) {
    std::vector<std::string> keys{step.key};
    keys.insert(keys.end(), step.also.begin(), step.also.end());
    return keys;
}

bool lays(const CoatDone& done, const TaskOf& task, const std::string& key) {
    return done.figure == task.figure && done.coat == task.coat &&
           std::ranges::find(done.steps, key) != done.steps.end();
}

}  // namespace

const CoatDone* doneOf(const BenchLog& log, const Work& work, const Batch& batch,
                       std::size_t task) {
    const TaskOf& of = batch.tasks[task];
    const CoatDone* last = nullptr;
    for (const std::string& key : keysOf(work.steps[of.step])) {
        const auto found = std::ranges::find_if(
            log.done, [&](const CoatDone& done) { return lays(done, of, key); });
        if (found == log.done.end()) return nullptr;
        if (last == nullptr || found->dry_s > last->dry_s) last = &*found;
    }
    return last;
}

std::optional<double> readyAt(const BenchLog& log, const Work& work, const Batch& batch,
                              std::size_t task) {
    double ready = 0.0;
    for (const std::size_t other : batch.list.tasks[task].after) {
        const CoatDone* done = doneOf(log, work, batch, other);
        if (done == nullptr) return std::nullopt;
        ready = std::max(ready, done->dry_s);
    }
    return ready;
}

std::optional<NextTask> nextTask(const BenchLog& log, const Work& work, const Batch& batch,
                                 double now_s) {
    std::optional<NextTask> soonest;
    bool passed_over = false;
    for (const Slot& slot : batch.schedule.sequence) {
        if (doneOf(log, work, batch, slot.task) != nullptr) continue;
        const auto ready = readyAt(log, work, batch, slot.task);
        if (!ready) continue;
        if (*ready <= now_s) return NextTask{slot.task, *ready, passed_over};
        passed_over = true;
        if (!soonest || *ready < soonest->ready_s) soonest = NextTask{slot.task, *ready, false};
    }
    return soonest;
}

BenchLog newerOf(BenchLog one, BenchLog other) {
    const auto lastOf = [](const BenchLog& log) {
        return log.done.empty() ? 0.0 : log.done.back().done_s;
    };
    const auto rank = [&](const BenchLog& log) {
        return std::tuple(lastOf(log), log.done.size(), log.notes.size(), log.spent_s);
    };
    return rank(other) > rank(one) ? std::move(other) : std::move(one);
}

void markDone(BenchLog& log, const Work& work, const Batch& batch, std::size_t task, double now_s) {
    const TaskOf& of = batch.tasks[task];
    const Step& step = work.steps[of.step];
    log.done.push_back({keysOf(step), of.figure, of.coat, log.spent_s / 60.0, now_s,
                        now_s + 60.0 * step.dry_min, batch.list.tasks[task].work_min / of.pace});
    log.spent_s = 0.0;
}

void takeBack(BenchLog& log) {
    if (log.done.empty()) return;
    log.spent_s = 60.0 * log.done.back().minutes;
    log.done.pop_back();
}

std::vector<CoatDone> drying(const BenchLog& log, double now_s) {
    std::vector<CoatDone> wet;
    for (const CoatDone& done : log.done) {
        if (done.dry_s <= now_s) continue;
        // Of several coats only the last one counts.
        std::erase_if(wet, [&](const CoatDone& other) {
            return other.steps == done.steps && other.figure == done.figure;
        });
        wet.push_back(done);
    }
    std::ranges::sort(wet, {}, &CoatDone::dry_s);
    return wet;
}

OwnPace paceOf(const BenchLog& log) {
    double taken = 0.0;
    double usual = 0.0;
    OwnPace own;
    for (const CoatDone& done : log.done) {
        if (done.usual_min <= 0.0 || done.minutes <= 0.0) continue;
        taken += done.minutes;
        usual += done.usual_min;
        ++own.coats;
    }
    if (own.coats > 0) own.pace = taken / usual;
    return own;
}

std::size_t stepsBegun(const BenchLog& log, const Work& work) {
    const auto is_begun = [&](const Step& step) {
        return std::ranges::any_of(log.done, [&](const CoatDone& coat) {
            return std::ranges::find(coat.steps, step.key) != coat.steps.end();
        });
    };
    const auto first = std::ranges::find_if_not(work.steps, is_begun);
    return static_cast<std::size_t>(first - work.steps.begin());
}

}  // namespace glaukophos
