// Tasks from steps, evenings from the choices.
#include "core/work/batch.h"

#include <fmt/format.h>

#include <algorithm>
#include <chrono>
#include <cmath>
#include <ctime>
#include <map>
#include <tuple>

#include "core/work/work_times.h"

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

// How the figures of a scene share a step, by the area of its parts; one entry a figure, together
// 1. What goes over everything has no parts.
std::vector<double> sharesOf(const Work& work, const Step& step, int figures) {
    std::vector<double> shares(static_cast<std::size_t>(figures), 0.0);
    double whole = 0.0;
    const auto count = [&](const StandingPart& part) {
        shares[static_cast<std::size_t>(part.figure)] += part.area_mm2;
        whole += part.area_mm2;
    };
    if (step.parts.empty()) {
        std::ranges::for_each(work.standing, count);
    } else if (!work.standing.empty()) {
        for (const PartIndex part : step.parts) count(work.standing.at(part));
    }
    if (whole <= 0.0) return {1.0};
    for (double& share : shares) share /= whole;
    return shares;
}

// The tasks of all figures: of a scene of two, three times, figures 0 and 1 are the first scene.
class Tasks {
  public:
    Tasks(const StepChoices& choices, const Work& work, Batch& batch)
        : m_choices(choices), m_work(work), m_batch(batch), m_lasts(work.steps.size()) {}

    void add() {
        const std::vector<int> mixes = mixNumbers(m_work.steps);
        for (std::size_t s = 0; s < m_work.steps.size(); ++s) {
            const std::vector<double> shares = sharesOf(m_work, m_work.steps[s], m_batch.in_scene);
            m_lasts[s].resize(static_cast<std::size_t>(m_batch.figures));
            for (int scene = 0; scene < m_choices.figures; ++scene) {
                for (std::size_t f = 0; f < shares.size(); ++f) {
                    if (shares[f] <= 0.0) continue;
                    const auto figure = static_cast<int>(f) + scene * m_batch.in_scene;
                    addCoats(s, figure, shares[f], mixes[s]);
                }
            }
        }
        std::ranges::for_each(m_choices.moved, [&](const MovedStep& moved) { follow(moved); });
    }

  private:
    void addCoats(std::size_t s, int figure, double share, int mix) {
        const Step& step = m_work.steps[s];
        const auto f = static_cast<std::size_t>(figure);
        for (int coat = 0; coat < step.coats; ++coat) {
            Task task;
            task.work_min = share * step.work_min;
            task.dry_min = step.dry_min;
            task.mix = mix;
            task.tool = static_cast<int>(step.tool);
            task.airbrush = step.tool == Tool::Airbrush;
            if (coat > 0) {
                task.after.push_back(m_batch.list.tasks.size() - 1);
            } else {
                // What the painter moved before its reason is not waited for.
                for (const After& after : step.after) {
                    const std::size_t other = indexOf(m_work.steps, after.step);
                    if (other < s && m_lasts[other][f]) task.after.push_back(*m_lasts[other][f]);
                }
            }
            m_lasts[s][f] = m_batch.list.tasks.size();
            m_batch.list.tasks.push_back(std::move(task));
            m_batch.tasks.push_back({s, figure, coat, paceAt(step.kind, m_choices)});
        }
    }

    void follow(const MovedStep& moved) {
        const std::size_t step = indexOf(m_work.steps, moved.step);
        const std::size_t after = indexOf(m_work.steps, moved.after);
        if (step >= m_work.steps.size() || after >= step) return;
        for (std::size_t i = 0; i < m_batch.tasks.size(); ++i) {
            const TaskOf& of = m_batch.tasks[i];
            if (of.step != step || of.coat != 0) continue;
            const auto& last = m_lasts[after][static_cast<std::size_t>(of.figure)];
            if (last) m_batch.list.tasks[i].after.push_back(*last);
        }
    }

    const StepChoices& m_choices;
    const Work& m_work;
    Batch& m_batch;
    std::vector<std::vector<std::optional<std::size_t>>> m_lasts;  // coat, by step and figure
};

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

// Figures of one kind are alike, so that the first to be ready may as well be the first: each coat
// goes through them in their order. What comes before what stays so: of two coats the nth to be
// ready is ready before the nth that needs it.
void nameInOrder(Batch& batch) {
    std::map<std::tuple<std::size_t, int, int>, std::vector<std::size_t>> alike;  // by time
    for (std::size_t i = 0; i < batch.schedule.sequence.size(); ++i) {
        const TaskOf& of = batch.tasks[batch.schedule.sequence[i].task];
        alike[{of.step, of.coat, of.figure % batch.in_scene}].push_back(i);
    }
    for (const auto& [coat, slots] : alike) {
        std::vector<std::size_t> tasks;
        for (const std::size_t slot : slots) tasks.push_back(batch.schedule.sequence[slot].task);
        std::ranges::sort(tasks, {}, [&](std::size_t task) { return batch.tasks[task].figure; });
        for (std::size_t n = 0; n < slots.size(); ++n) {
            batch.schedule.sequence[slots[n]].task = tasks[n];
        }
    }
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
    batch.pace = choices.pace;
    for (const StandingPart& part : work.standing) {
        batch.in_scene = std::max(batch.in_scene, part.figure + 1);
    }
    batch.figures = choices.figures * batch.in_scene;
    Tasks(choices, work, batch).add();
    batch.schedule = planned(batch.list, progress);
    nameInOrder(batch);
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
