#include "core/work/work_log.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/colour/amounts.h"
#include "core/work/work_times.h"

namespace glaukophos {
namespace {

std::string joined(const std::vector<std::string>& words) {
    std::string text;
    for (const std::string& word : words) text += (text.empty() ? "" : " ") + word;
    return text;
}

}  // namespace

std::string mixWords(const Step& step, const Work& work) {
    if (!step.paint.empty()) return step.paint;
    return step.recipe.drops.empty() ? std::string() : inWords(work.rack, step.recipe);
}

std::vector<LogEntry> entriesOf(const Plan& plan, const Work& work, const BenchLog& log) {
    std::vector<LogEntry> entries;
    for (const CoatDone& coat : log.done) {
        LogEntry entry;
        entry.plan_key = plan.key;
        entry.plan_title = plan.title;
        entry.step = joined(coat.steps);
        entry.figure = coat.figure;
        entry.coat = coat.coat;
        entry.minutes = coat.minutes;
        entry.usual_min = coat.usual_min;
        entry.done_s = coat.done_s;
        const auto step = std::ranges::find_if(work.steps, [&](const Step& each) {
            return std::ranges::any_of(
                coat.steps, [&](const std::string& key) { return isKnownAs(each, key); });
        });
        if (step != work.steps.end()) {
            entry.layer = step->title;
            entry.kind = handworks().at(static_cast<std::size_t>(handworkOf(step->kind))).key;
            entry.mix = mixWords(*step, work);
        }
        for (const BenchNote& note : log.notes) {
            if (std::ranges::find(coat.steps, note.step) == coat.steps.end()) continue;
            entry.note += (entry.note.empty() ? "" : "; ") + note.text;
        }
        entries.push_back(std::move(entry));
    }
    return entries;
}

std::array<LearnedPace, kHandworkCount> learnedPaces(const std::vector<LogEntry>& entries) {
    std::array<std::vector<double>, kHandworkCount> ratios;
    for (const LogEntry& entry : entries) {
        if (entry.usual_min <= 0.0 || entry.minutes <= 0.0) continue;
        for (std::size_t i = 0; i < kHandworkCount; ++i) {
            if (entry.kind == handworks().at(i).key) {
                ratios.at(i).push_back(entry.minutes / entry.usual_min);
            }
        }
    }
    std::array<LearnedPace, kHandworkCount> learned{};
    for (std::size_t i = 0; i < kHandworkCount; ++i) {
        std::vector<double>& of_kind = ratios.at(i);
        if (of_kind.empty()) continue;
        const auto middle = of_kind.begin() + static_cast<std::ptrdiff_t>(of_kind.size() / 2);
        std::ranges::nth_element(of_kind, middle);
        learned.at(i) = {*middle, static_cast<int>(of_kind.size())};
    }
    return learned;
}

std::string inWords(const std::array<LearnedPace, kHandworkCount>& learned, int least_coats) {
    std::string words;
    for (std::size_t i = 0; i < kHandworkCount; ++i) {
        if (learned.at(i).coats < least_coats) continue;
        words += fmt::format("{}{} {:.2f} × ({} coats)", words.empty() ? "" : ", ",
                             handworks().at(i).name, learned.at(i).pace, learned.at(i).coats);
    }
    return words;
}

HandPaces pacesFrom(const std::array<LearnedPace, kHandworkCount>& learned) {
    HandPaces paces = kUsualPaces;
    for (std::size_t i = 0; i < kHandworkCount; ++i) {
        if (learned.at(i).coats < kCoatsToLearn) continue;
        paces.at(i) = std::clamp(learned.at(i).pace, 0.25, 4.0);
    }
    return paces;
}

const LogEntry* usedBefore(const std::vector<LogEntry>& entries, const std::string& plan_key,
                           const std::string& mix) {
    const LogEntry* last = nullptr;
    if (mix.empty()) return last;
    for (const LogEntry& entry : entries) {
        if (entry.plan_key == plan_key || entry.mix != mix) continue;
        if (last == nullptr || entry.done_s > last->done_s) last = &entry;
    }
    return last;
}

std::vector<LoggedPlan> plansOf(const std::vector<LogEntry>& entries) {
    std::vector<LoggedPlan> plans;
    for (const LogEntry& entry : entries) {
        auto plan = std::ranges::find(plans, entry.plan_key, &LoggedPlan::key);
        if (plan == plans.end()) {
            plans.push_back({});
            plan = std::prev(plans.end());
            plan->key = entry.plan_key;
        }
        ++plan->coats;
        plan->minutes += entry.minutes;
        if (entry.usual_min > 0.0) {
            plan->usual_min += entry.usual_min;
            plan->paced_min += entry.minutes;
        }
        if (entry.done_s >= plan->last_s) {
            plan->last_s = entry.done_s;
            plan->title = entry.plan_title;
        }
        plan->worked += entry.rated > 0 ? 1 : 0;
        plan->failed += entry.rated < 0 ? 1 : 0;
    }
    std::ranges::stable_sort(plans, std::greater<>{}, &LoggedPlan::last_s);
    return plans;
}

}  // namespace glaukophos
