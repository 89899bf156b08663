// Tasks from steps, evenings from the choices.
#include "core/work/batch.h"

#include <fmt/format.h>

#include <algorithm>
#include <chrono>
#include <cmath>
#include <ctime>
#include <map>

namespace glaukophos {
namespace {

constexpr int kDay_min = 24 * 60;
constexpr int kMostEvenings = 400;

// Monday is 0. The first of January 1970 was a Thursday.
std::size_t weekdayOf(int day) { return static_cast<std::size_t>(((day + 3) % 7 + 7) % 7); }

std::vector<Sitting> sittingsOf(const Evenings& evenings, int first_day) {
    if (!evenings.used) return {Sitting{}};
    std::vector<Sitting> sittings;
    for (int day = 0; static_cast<int>(sittings.size()) < kMostEvenings; ++day) {
        if (!evenings.weekdays.at(weekdayOf(first_day + day))) continue;
        sittings.push_back({static_cast<double>(day * kDay_min + evenings.begin_min),
                            static_cast<double>(day * kDay_min + evenings.end_min)});
    }
    return sittings;
}

// One number for each mix: steps with the same drops in the same thinning share it.
std::vector<int> mixNumbers(const std::vector<Step>& steps) {
    std::map<std::string, int> known;
    std::vector<int> numbers;
    for (const Step& step : steps) {
        if (step.kind == StepKind::CleanUp || step.kind == StepKind::Prime) {
            numbers.push_back(-1);
            continue;
        }
        std::string words = fmt::format("{} {:.2f}", step.paint, step.thinner);
        for (const Drops& drops : step.recipe.drops) {
            words += fmt::format(" {}x{}", drops.drops, drops.paint);
        }
        numbers.push_back(known.try_emplace(words, static_cast<int>(known.size())).first->second);
    }
    return numbers;
}

void addTasks(const StepChoices& choices, const std::vector<Step>& steps, Batch& batch) {
    const std::vector<int> mixes = mixNumbers(steps);
    const auto figures = static_cast<std::size_t>(choices.figures);
    std::vector<std::vector<std::size_t>> lasts(steps.size());  // the last coat on each figure
    for (std::size_t s = 0; s < steps.size(); ++s) {
        const Step& step = steps[s];
        for (std::size_t f = 0; f < figures; ++f) {
            for (int coat = 0; coat < step.coats; ++coat) {
                Task task;
                task.work_min = step.work_min;
                task.dry_min = step.dry_min;
                task.mix = mixes[s];
                task.tool = static_cast<int>(step.tool);
                task.airbrush = step.tool == Tool::Airbrush;
                if (coat > 0) {
                    task.after.push_back(batch.list.tasks.size() - 1);
                } else {
                    // What the painter moved before its reason is not waited for.
                    for (const After& after : step.after) {
                        const std::size_t other = indexOf(steps, after.step);
                        if (other < s) task.after.push_back(lasts[other][f]);
                    }
                }
                batch.list.tasks.push_back(std::move(task));
                batch.tasks.push_back({s, static_cast<int>(f), coat});
            }
            lasts[s].push_back(batch.list.tasks.size() - 1);
        }
    }
    for (const MovedStep& moved : choices.moved) {
        const std::size_t step = indexOf(steps, moved.step);
        const std::size_t after = indexOf(steps, moved.after);
        if (step >= steps.size() || after >= step) continue;
        for (std::size_t i = 0; i < batch.tasks.size(); ++i) {
            const TaskOf& of = batch.tasks[i];
            if (of.step == step && of.coat == 0) {
                batch.list.tasks[i].after.push_back(
                    lasts[after][static_cast<std::size_t>(of.figure)]);
            }
        }
    }
}

Result<void> fits(const StepChoices& choices, const std::vector<Step>& steps,
                  const SetUps& set_ups) {
    if (!choices.evenings.used) return {};
    const double length = choices.evenings.end_min - choices.evenings.begin_min;
    for (const Step& step : steps) {
        const double set_up = set_ups.new_mix_min + set_ups.tool_min +
                              (step.tool == Tool::Airbrush ? set_ups.airbrush_min : 0.0);
        if (step.work_min + set_up <= length) continue;
        return fail(ErrorCode::BadInput,
                    fmt::format("An evening of {} is too short for one coat of \"{}\" ({} with "
                                "setting up): make evenings longer, or divide the part.",
                                timeWords(length), step.title, timeWords(step.work_min + set_up)));
    }
    return {};
}

std::vector<std::size_t> naiveOrder(const Batch& batch) {
    std::vector<std::size_t> order(batch.tasks.size());
    for (std::size_t i = 0; i < order.size(); ++i) order[i] = i;
    std::ranges::stable_sort(order, {}, [&](std::size_t i) { return batch.tasks[i].figure; });
    return order;
}

}  // namespace

Result<Batch> batchOf(const StepChoices& choices, const Work& work, int today,
                      const Progress& progress) {
    Batch batch;
    batch.list.set_ups.palette_min = 60.0 * choices.palette_h;
    if (auto fit = fits(choices, work.steps, batch.list.set_ups); !fit) {
        return tl::unexpected(fit.error());
    }
    const int wanted = dayNumber(choices.evenings.first_date);
    batch.first_day = wanted >= 0 ? wanted : today;
    batch.list.sittings = sittingsOf(choices.evenings, batch.first_day);
    addTasks(choices, work.steps, batch);
    batch.schedule = planned(batch.list, progress);
    batch.one_after_another = inOrder(batch.list, naiveOrder(batch));
    batch.shortest_min = shortestPossible(batch.list);
    return batch;
}

int today() {
    const std::time_t now = std::time(nullptr);
    std::tm local{};
    localtime_r(&now, &local);
    return dayNumber(
        fmt::format("{:04}-{:02}-{:02}", local.tm_year + 1900, local.tm_mon + 1, local.tm_mday));
}

std::string timeWords(double minutes) {
    const auto whole = static_cast<int>(std::lround(minutes));
    if (whole < 60) return fmt::format("{} min", whole);
    return whole % 60 == 0 ? fmt::format("{} h", whole / 60)
                           : fmt::format("{} h {} min", whole / 60, whole % 60);
}

}  // namespace glaukophos
