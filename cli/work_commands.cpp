// The plan's own choices, but for what the command line says.
#include "cli/work_commands.h"

#include <fmt/format.h>

#include <algorithm>
#include <span>
#include <sstream>

#include "cli/loading.h"
#include "core/io/rack_file.h"
#include "core/io/work_files.h"
#include "core/work/steps.h"

namespace glaukophos {
namespace {

template <class Choice>
Result<void> take(const char* option, const std::string& key, std::span<const ShadingEntry> entries,
                  Choice& choice) {
    if (key.empty()) return {};
    std::string known;
    for (std::size_t i = 0; i < entries.size(); ++i) {
        if (key == entries[i].key) {
            choice = static_cast<Choice>(i);
            return {};
        }
        known += fmt::format("{}{}", i == 0 ? "" : ", ", entries[i].key);
    }
    return fail(ErrorCode::BadInput, fmt::format("{} takes one of: {}.", option, known));
}

// "19:00" in minutes; -1 when it is no time.
int minutesOf(const std::string& time) {
    int hour = 0;
    int minute = 0;
    char colon = 0;
    std::istringstream stream(time);
    stream >> hour >> colon >> minute;
    const bool sound = !stream.fail() && stream.eof() && colon == ':' && hour >= 0 && hour <= 24 &&
                       minute >= 0 && minute < 60;
    return sound ? 60 * hour + minute : -1;
}

Result<void> takeEvenings(const WorkOptions& work, Evenings& evenings) {
    if (!work.evening.empty()) {
        const std::size_t dash = work.evening.find('-');
        evenings.begin_min = minutesOf(work.evening.substr(0, dash));
        evenings.end_min =
            dash == std::string::npos ? -1 : minutesOf(work.evening.substr(dash + 1));
        if (evenings.begin_min < 0 || evenings.end_min < 0) {
            return fail(ErrorCode::BadInput, "Write an evening as 19:00-22:00.");
        }
        evenings.used = true;
    }
    if (!work.date.empty()) evenings.first_date = work.date;
    if (work.days.empty()) return {};
    evenings.weekdays.fill(false);
    for (const char c : work.days) {
        if (c == ',' || c == ' ') continue;
        if (c < '1' || c > '7') {
            return fail(ErrorCode::BadInput, "Write days as 1,3,5: Monday is 1, Sunday 7.");
        }
        evenings.weekdays.at(static_cast<std::size_t>(c - '1')) = true;
    }
    return {};
}

Result<void> takeMoves(const WorkOptions& work, StepChoices& steps) {
    for (const std::string& move : work.moved) {
        const std::size_t arrow = move.find('>');
        if (arrow == std::string::npos) {
            return fail(ErrorCode::BadInput,
                        "Write a move as \"key>key it comes after\"; keys are in steps --json.");
        }
        steps.moved.push_back({move.substr(0, arrow), move.substr(arrow + 1)});
    }
    return {};
}

Result<void> takeChoices(const WorkOptions& work, Plan& plan) {
    StepChoices& steps = plan.steps;
    if (auto taken = take("--build-up", work.build_up, buildUps(), steps.build_up); !taken) {
        return taken;
    }
    if (auto taken = take("--glow-by", work.glow, glowBuildUps(), steps.glow); !taken) return taken;
    if (auto taken = take("--order", work.order, partOrders(), steps.order); !taken) return taken;
    steps.figures = work.figures.value_or(steps.figures);
    steps.pace = work.pace.value_or(steps.pace);
    steps.hairdryer = steps.hairdryer || work.hairdryer;
    if (auto taken = takeEvenings(work, steps.evenings); !taken) return taken;
    if (auto taken = takeMoves(work, steps); !taken) return taken;
    if (!work.rack.empty()) {
        const auto text = textOf(work.rack);
        if (!text) return tl::unexpected(text.error());
        auto paints = parseRack(*text);
        if (!paints) return tl::unexpected(paints.error());
        plan.rack = std::move(*paints);
    }
    if (auto problem = problemWith(plan); !problem.empty()) {
        return fail(ErrorCode::BadInput, problem);
    }
    return {};
}

// A move of a step that is not there is a slip of whoever typed it.
Result<void> knowMoves(std::span<const MovedStep> moved, const std::vector<Step>& steps) {
    for (const MovedStep& move : moved) {
        for (const std::string& key : {move.step, move.after}) {
            if (key.empty() || indexOf(steps, key) < steps.size()) continue;
            return fail(ErrorCode::BadInput,
                        fmt::format("There is no step \"{}\" to be moved; steps --json gives the "
                                    "keys of those there are.",
                                    key));
        }
    }
    return {};
}

Result<EvaluatedPtr> workedOut(const CommonOptions& options, const WorkOptions& choices) {
    auto plan = load(options);
    if (!plan) return tl::unexpected(plan.error());
    if (auto taken = takeChoices(choices, *plan); !taken) return tl::unexpected(taken.error());
    auto all = evaluatedWithCache(*plan, Goal::Desk);
    if (!all) return all;
    if (auto known = knowMoves(std::span(plan->steps.moved).last(choices.moved.size()),
                               (*all)->desk->work.steps);
        !known) {
        return tl::unexpected(known.error());
    }
    return all;
}

std::string stepsText(const Work& work) {
    std::string text;
    std::optional<Phase> phase;
    for (std::size_t i = 0; i < work.steps.size(); ++i) {
        const Step& step = work.steps[i];
        if (step.phase != phase) {
            phase = step.phase;
            text += fmt::format("{}\n", nameOf(*phase));
        }
        text += fmt::format("{:3}. {:<40} {:6.1f} mm2  {} x {:.0f} min, dry {:.0f} min  {}\n",
                            i + 1, step.title, step.area_mm2, step.coats, step.work_min,
                            step.dry_min, step.tool_words);
        text +=
            fmt::format("     {}; 1:{:.2g}. {}\n", recipeWords(work, step), step.thinner, step.why);
        if (!step.caution.empty()) text += fmt::format("     Caution: {}\n", step.caution);
    }
    text += fmt::format("{} steps, {} of painting a figure.\n", work.steps.size(),
                        timeWords(workMinutes(work)));
    std::string uses;
    for (const PaintUse& use : work.uses) uses += (uses.empty() ? "" : ", ") + useWords(use);
    text += fmt::format("Paint for all of it: {}.\n", uses.empty() ? "none" : uses);
    for (const std::string& broken : work.broken) text += "Against the rules: " + broken + "\n";
    for (const std::string& missing : work.missing) text += "Missing: " + missing + "\n";
    return text;
}

std::string scheduleText(const Work& work, const Batch& batch) {
    std::string text;
    std::size_t sitting = batch.list.sittings.size();
    for (const Slot& slot : batch.schedule.sequence) {
        if (slot.sitting != sitting) {
            sitting = slot.sitting;
            text += fmt::format("Evening {}\n", sitting + 1);
        }
        const TaskOf& of = batch.tasks[slot.task];
        const auto begin = static_cast<int>(slot.begin_min);
        text += fmt::format("  {:02}:{:02}  {:5.1f} min  figure {}  {}, coat {}\n", begin / 60 % 24,
                            begin % 60, slot.end_min - slot.begin_min, of.figure + 1,
                            work.steps[of.step].title, of.coat + 1);
    }
    const double desk = batch.deskMinutes(batch.schedule);
    const double naive = batch.deskMinutes(batch.one_after_another);
    text += fmt::format(
        "{} at the desk: {} of painting, {} of setting up, {} of waiting.\n"
        "One after another: {}; {} saved. Nobody could need less than {}.\n",
        timeWords(desk), timeWords(batch.schedule.work_min), timeWords(batch.schedule.set_up_min),
        timeWords(batch.schedule.waiting_min), timeWords(naive), timeWords(naive - desk),
        timeWords(batch.shortest_min - batch.list.sittings.front().begin_min));
    return text;
}

std::string findingsText(const Plan& plan, const std::vector<Finding>& findings) {
    std::string text;
    for (const Finding& finding : findings) {
        const Rule& entry = ruleOf(finding.mistake);
        text += fmt::format("{}: {}\n  {}\n", finding.grave ? "Will go wrong" : "Worth a look",
                            entry.name, finding.what);
        if (finding.vertex) {
            const Surface& surface = plan.figure->surface;
            const Vec3& place = surface.mesh.positions_mm[*finding.vertex];
            text += fmt::format("  On {}, at {:.1f}, {:.1f}, {:.1f} mm.\n",
                                plan.parts[surface.parts[*finding.vertex]].name, place.x(),
                                place.y(), place.z());
        }
        text += fmt::format("  {} Cure: {}\n", entry.threshold, entry.cure);
    }
    return text + (findings.empty() ? "Nothing found: sixteen rules were measured.\n" : "");
}

}  // namespace

Result<void> runSteps(const CommonOptions& options, const WorkOptions& choices) {
    const auto all = workedOut(options, choices);
    if (!all) return tl::unexpected(all.error());
    const Plan& plan = (*all)->plan;
    const Work& work = (*all)->desk->work;
    if (choices.csv) return print(options, stepsCsv(plan, work));
    if (choices.palette) return print(options, mixPalette(plan, work));
    return options.json ? printJson(options, stepsJson(plan, work))
                        : print(options, stepsText(work));
}

Result<void> runSchedule(const CommonOptions& options, const WorkOptions& choices) {
    const auto all = workedOut(options, choices);
    if (!all) return tl::unexpected(all.error());
    const Desk& desk = *(*all)->desk;
    if (!desk.batch) return fail(ErrorCode::BadInput, desk.problem);
    if (choices.calendar) {
        return print(options, calendarText((*all)->plan, desk.work, *desk.batch));
    }
    return options.json ? printJson(options, scheduleJson(desk.work, *desk.batch))
                        : print(options, scheduleText(desk.work, *desk.batch));
}

Result<void> runFindings(const CommonOptions& options, const WorkOptions& choices) {
    const auto all = workedOut(options, choices);
    if (!all) return tl::unexpected(all.error());
    const std::vector<Finding>& findings = (*all)->desk->findings;
    return options.json ? printJson(options, findingsJson((*all)->plan, findings))
                        : print(options, findingsText((*all)->plan, findings));
}

}  // namespace glaukophos
