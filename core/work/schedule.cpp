// Serial schedules: an order of tasks decides everything, so that search moves through orders.
#include "core/work/schedule.h"

#include <algorithm>
#include <array>
#include <random>
#include <set>

namespace glaukophos {
namespace {

// Where the painter stands after some tasks.
class Desk {
  public:
    explicit Desk(const TaskList& load)
        : m_load(load), m_dry(load.tasks.size(), 0.0), m_mixed(mixCount(load), kNever) {
        m_now = load.sittings.front().begin_min;
    }

    [[nodiscard]] double now() const { return m_now; }

    [[nodiscard]] double readyAt(const Task& task) const {
        double ready = 0.0;
        for (const std::size_t other : task.after) ready = std::max(ready, m_dry[other]);
        return ready;
    }

    [[nodiscard]] double setUpFor(const Task& task, double at, bool fresh) const {
        const SetUps& set_ups = m_load.set_ups;
        double minutes = 0.0;
        const bool other_mix = fresh || m_last == nullptr || task.mix != m_last->mix;
        if (task.mix >= 0 && other_mix) {
            minutes += isGood(task, at) ? set_ups.kept_mix_min : set_ups.new_mix_min;
        }
        const bool other_tool = fresh || m_last == nullptr || task.tool != m_last->tool;
        if (task.airbrush ? other_tool || other_mix : false) {
            minutes += set_ups.airbrush_min;
        } else if (other_tool && m_last != nullptr && !fresh) {
            minutes += set_ups.tool_min;
        }
        return minutes;
    }

    // Where the task would go; nothing is changed.
    [[nodiscard]] Slot slotFor(std::size_t index) const {
        const Task& task = m_load.tasks[index];
        const double ready = readyAt(task);
        Slot slot;
        slot.task = index;
        double now = m_now;
        bool fresh = false;
        for (slot.sitting = m_sitting;; ++slot.sitting) {
            slot.mixed_anew = task.mix >= 0 && !isGood(task, now);
            slot.set_up_min = setUpFor(task, now, fresh);
            slot.begin_min = std::max(now + slot.set_up_min, ready);
            slot.end_min = slot.begin_min + task.work_min;
            const bool last = slot.sitting + 1 >= m_load.sittings.size();
            if (last || slot.end_min <= m_load.sittings[slot.sitting].end_min) break;
            now = m_load.sittings[slot.sitting + 1].begin_min;
            fresh = true;
        }
        slot.dry_min = slot.end_min + task.dry_min;
        return slot;
    }

    void take(const Slot& slot) {
        const Task& task = m_load.tasks[slot.task];
        if (slot.mixed_anew) {
            m_mixed[static_cast<std::size_t>(task.mix)] = slot.begin_min;
        }
        m_sitting = slot.sitting;
        m_now = slot.end_min;
        m_dry[slot.task] = slot.dry_min;
        m_last = &task;
    }

  private:
    static constexpr double kNever = -1e18;

    // Whether its mix still lies wet on the palette.
    [[nodiscard]] bool isGood(const Task& task, double at) const {
        const double mixed = m_mixed[static_cast<std::size_t>(task.mix)];
        return mixed > kNever && at - mixed <= m_load.set_ups.palette_min;
    }

    static std::size_t mixCount(const TaskList& load) {
        std::size_t count = 0;
        for (const Task& task : load.tasks) {
            if (task.mix >= 0) count = std::max(count, static_cast<std::size_t>(task.mix) + 1);
        }
        return count;
    }

    const TaskList& m_load;
    std::vector<double> m_dry;    // one entry a task
    std::vector<double> m_mixed;  // one entry a mix
    double m_now = 0.0;
    std::size_t m_sitting = 0;
    const Task* m_last = nullptr;
};

// Minutes from the beginning of each task to the end of all that hangs on it.
std::vector<double> tailsOf(const TaskList& load) {
    std::vector<double> tails(load.tasks.size(), 0.0);
    for (std::size_t i = load.tasks.size(); i-- > 0;) {
        tails[i] += load.tasks[i].work_min;
        for (const std::size_t other : load.tasks[i].after) {
            tails[other] = std::max(tails[other], load.tasks[other].dry_min + tails[i]);
        }
    }
    return tails;
}

std::vector<std::vector<std::size_t>> followersOf(const TaskList& load) {
    std::vector<std::vector<std::size_t>> followers(load.tasks.size());
    for (std::size_t i = 0; i < load.tasks.size(); ++i) {
        for (const std::size_t other : load.tasks[i].after) followers[other].push_back(i);
    }
    return followers;
}

struct Weights {
    double waiting;
    double set_up;
    double tail;
};

std::vector<std::size_t> greedy(const TaskList& load, const std::vector<double>& tails,
                                const std::vector<std::vector<std::size_t>>& followers,
                                const Weights& weights) {
    std::vector<std::size_t> open(load.tasks.size());
    std::set<std::size_t> ready;
    for (std::size_t i = 0; i < load.tasks.size(); ++i) {
        open[i] = load.tasks[i].after.size();
        if (open[i] == 0) ready.insert(i);
    }
    Desk desk(load);
    std::vector<std::size_t> order;
    while (!ready.empty()) {
        Slot best;
        double best_score = std::numeric_limits<double>::infinity();
        for (const std::size_t task : ready) {
            const Slot slot = desk.slotFor(task);
            const double waiting = slot.begin_min - slot.set_up_min - desk.now();
            const double score = weights.waiting * std::max(0.0, waiting) +
                                 weights.set_up * slot.set_up_min - weights.tail * tails[task];
            if (score >= best_score) continue;
            best_score = score;
            best = slot;
        }
        desk.take(best);
        order.push_back(best.task);
        ready.erase(best.task);
        for (const std::size_t next : followers[best.task]) {
            if (--open[next] == 0) ready.insert(next);
        }
    }
    return order;
}

// What is minimised: the end, then the waiting.
double costOf(const Schedule& schedule) { return schedule.end_min + 0.02 * schedule.waiting_min; }

// Moves one task to another place that its neighbours in the order allow.
bool moveOne(const TaskList& load, const std::vector<std::vector<std::size_t>>& followers,
             std::mt19937& random, std::vector<std::size_t>& order,
             std::vector<std::size_t>& places) {
    const std::size_t from = random() % order.size();
    const std::size_t task = order[from];
    std::size_t low = 0;
    std::size_t high = order.size() - 1;
    for (const std::size_t other : load.tasks[task].after) low = std::max(low, places[other] + 1);
    for (const std::size_t other : followers[task]) high = std::min(high, places[other] - 1);
    if (low >= high) return false;
    const std::size_t to = low + random() % (high - low + 1);
    if (to == from) return false;
    if (to > from) {
        std::rotate(order.begin() + static_cast<std::ptrdiff_t>(from),
                    order.begin() + static_cast<std::ptrdiff_t>(from) + 1,
                    order.begin() + static_cast<std::ptrdiff_t>(to) + 1);
    } else {
        std::rotate(order.begin() + static_cast<std::ptrdiff_t>(to),
                    order.begin() + static_cast<std::ptrdiff_t>(from),
                    order.begin() + static_cast<std::ptrdiff_t>(from) + 1);
    }
    for (std::size_t i = std::min(from, to); i <= std::max(from, to); ++i) places[order[i]] = i;
    return true;
}

}  // namespace

Schedule inOrder(const TaskList& load, const std::vector<std::size_t>& order) {
    Schedule schedule;
    Desk desk(load);
    schedule.sequence.reserve(order.size());
    double now = desk.now();
    std::size_t sitting = 0;
    for (const std::size_t task : order) {
        const Slot slot = desk.slotFor(task);
        if (slot.sitting != sitting) now = load.sittings[slot.sitting].begin_min;
        sitting = slot.sitting;
        schedule.waiting_min += std::max(0.0, slot.begin_min - slot.set_up_min - now);
        schedule.work_min += slot.end_min - slot.begin_min;
        schedule.set_up_min += slot.set_up_min;
        schedule.end_min = slot.end_min;
        now = slot.end_min;
        desk.take(slot);
        schedule.sequence.push_back(slot);
    }
    return schedule;
}

Schedule planned(const TaskList& load, const Progress& progress) {
    if (load.tasks.empty()) return {};
    const std::vector<double> tails = tailsOf(load);
    const std::vector<std::vector<std::size_t>> followers = followersOf(load);
    constexpr std::array<Weights, 6> kRules = {{{1.0, 1.0, 0.0},
                                                {1.0, 1.0, 0.02},
                                                {1.0, 1.0, 0.1},
                                                {1.0, 0.5, 0.3},
                                                {1.0, 0.0, 1.0},
                                                {2.0, 3.0, 0.05}}};
    std::vector<std::size_t> order;
    Schedule best;
    for (const Weights& rule : kRules) {
        std::vector<std::size_t> candidate = greedy(load, tails, followers, rule);
        const Schedule schedule = inOrder(load, candidate);
        if (!order.empty() && costOf(schedule) >= costOf(best)) continue;
        best = schedule;
        order = std::move(candidate);
    }
    std::mt19937 random(20261126);
    std::vector<std::size_t> places(order.size());
    for (std::size_t i = 0; i < order.size(); ++i) places[order[i]] = i;
    // Small ones to the end of the search, large ones for a moment.
    const std::size_t tries = std::max<std::size_t>(3000, 400'000 / order.size());
    for (std::size_t i = 0; i < tries && !progress.stopped(); ++i) {
        std::vector<std::size_t> next = order;
        std::vector<std::size_t> next_places = places;
        const int moves = 1 + static_cast<int>(random() % 3);
        bool moved = false;
        for (int m = 0; m < moves; ++m) {
            moved = moveOne(load, followers, random, next, next_places) || moved;
        }
        if (!moved) continue;
        Schedule schedule = inOrder(load, next);
        if (costOf(schedule) > costOf(best)) continue;  // equal ones let the search walk on
        best = std::move(schedule);
        order = std::move(next);
        places = std::move(next_places);
    }
    return best;
}

double shortestPossible(const TaskList& load) {
    double longest = 0.0;
    for (const double tail : tailsOf(load)) longest = std::max(longest, tail);
    double busy = 0.0;
    std::set<int> mixes;
    for (const Task& task : load.tasks) {
        busy += task.work_min;
        if (task.mix >= 0 && mixes.insert(task.mix).second) busy += load.set_ups.new_mix_min;
    }
    return load.sittings.front().begin_min + std::max(busy, longest);
}

}  // namespace glaukophos
