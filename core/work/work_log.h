// What was painted over all plans: one log, from which pace is learned and mixes are found again.
#pragma once

#include <array>
#include <string>
#include <vector>

#include "core/work/bench_log.h"

namespace glaukophos {

// A coat of some plan.
struct LogEntry {
    std::string plan_key;
    std::string plan_title;
    std::string step;   // keys of all that was painted with it, blanks between
    std::string layer;  // its title: "hood: Light"
    std::string kind;   // key of a Handwork; empty: not known
    std::string mix;    // in words; empty: the paint as it is, or none
    int figure = 0;
    int coat = 0;
    double minutes = 0.0;
    double usual_min = 0.0;  // what the usual hand takes; 0: not known
    double done_s = 0.0;     // since 1970, by the clock of the machine
    int rated = 0;           // 1 worked, -1 did not, 0 not said
    std::string note;        // from the bench
    bool operator==(const LogEntry&) const = default;
};

// The step's mix as the log writes it; empty where nothing is mixed and no paint is named.
std::string mixWords(const Step& step, const Work& work);

// The bench's log of a plan as entries; what is known of a layer is filled in from its steps, for
// those that the work still has.
std::vector<LogEntry> entriesOf(const Plan& plan, const Work& work, const BenchLog& log);

// Minutes taken relative to the usual ones, by what the hand does.
struct LearnedPace {
    double pace = 1.0;
    int coats = 0;  // it rests on so many; 0: not known
};
// The middle of the ratios, so that one interrupted coat does not count for ten.
std::array<LearnedPace, kHandworkCount> learnedPaces(const std::vector<LogEntry>& entries);
inline constexpr int kCoatsToLearn = 5;
// "layers 1.50 × (6 coats), ..." of those that rest on at least so many; empty: none.
std::string inWords(const std::array<LearnedPace, kHandworkCount>& learned, int least_coats);
// For the choices of a plan, relative to its own pace; kinds with too few coats stay as usual.
HandPaces pacesFrom(const std::array<LearnedPace, kHandworkCount>& learned);

// The last entry of another plan with exactly this mix; null without one.
const LogEntry* usedBefore(const std::vector<LogEntry>& entries, const std::string& plan_key,
                           const std::string& mix);

// How a plan went, the newest first.
struct LoggedPlan {
    std::string key;
    std::string title;
    int coats = 0;
    double minutes = 0.0;
    double usual_min = 0.0;  // of the coats that say it
    double paced_min = 0.0;  // what those took
    double last_s = 0.0;
    int worked = 0;
    int failed = 0;
};
std::vector<LoggedPlan> plansOf(const std::vector<LogEntry>& entries);

}  // namespace glaukophos
