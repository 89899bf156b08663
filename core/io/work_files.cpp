// Plain text, one builder a format.
#include "core/io/work_files.h"

#include <algorithm>
#include <cmath>

#include "core/io/csv.h"
#include "core/io/rack_file.h"
#include "core/io/tables_csv.h"

namespace glaukophos {
namespace {

constexpr const char* kEndOfLine = "\r\n";
constexpr std::size_t kLongestLine = 75;  // octets, RFC 5545, 3.1

// Long lines go on with a space on the next one; never inside a character.
std::string folded(const std::string& line) {
    std::string text;
    std::size_t used = 0;
    for (std::size_t i = 0; i < line.size();) {
        std::size_t length = 1;
        while (i + length < line.size() &&
               (static_cast<unsigned char>(line[i + length]) & 0xC0U) == 0x80U) {
            ++length;
        }
        if (used + length > kLongestLine) {
            text += std::string(kEndOfLine) + " ";
            used = 1;
        }
        text += line.substr(i, length);
        used += length;
        i += length;
    }
    return text + kEndOfLine;
}

// RFC 5545, 3.3.11.
std::string escaped(const std::string& text) {
    std::string result;
    for (const char c : text) {
        if (c == '\\' || c == ';' || c == ',') result += '\\';
        if (c == '\n') {
            result += "\\n";
        } else if (c != '\r') {
            result += c;
        }
    }
    return result;
}

std::string stamp(int first_day, double minutes) {
    const auto whole = static_cast<int>(std::floor(minutes + 0.5));
    std::string date = dateOf(first_day + whole / (24 * 60));
    std::erase(date, '-');
    return fmt::format("{}T{:02}{:02}00", date, whole / 60 % 24, whole % 60);
}

std::string afterWords(const Work& work, const Step& step) {
    std::string words;
    for (const After& after : step.after) {
        const std::size_t other = indexOf(work.steps, after.step);
        if (other >= work.steps.size()) continue;
        words += fmt::format("{}{} ({})", words.empty() ? "" : "; ", other + 1, after.why);
    }
    return words;
}

// The steps of one sitting, each once, with the figures it is done on.
std::string sittingWords(const Work& work, const Batch& batch, std::size_t sitting) {
    std::vector<std::pair<std::size_t, int>> coats;
    for (const Slot& slot : batch.schedule.sequence) {
        if (slot.sitting != sitting) continue;
        const std::size_t step = batch.tasks[slot.task].step;
        const auto known = std::ranges::find(coats, step, &std::pair<std::size_t, int>::first);
        if (known == coats.end()) {
            coats.emplace_back(step, 1);
        } else {
            ++known->second;
        }
    }
    std::string words;
    for (const auto& [step, count] : coats) {
        words += fmt::format("{}. {} ({} {})\n", step + 1, work.steps[step].title, count,
                             count == 1 ? "coat" : "coats");
    }
    return words;
}

Json slotJson(const Work& work, const Batch& batch, const Slot& slot) {
    const TaskOf& of = batch.tasks[slot.task];
    return {{"step", work.steps[of.step].key},
            {"figure", of.figure + 1},
            {"coat", of.coat + 1},
            {"sitting", slot.sitting + 1},
            {"set_up_min", slot.set_up_min},
            {"begin_min", slot.begin_min},
            {"end_min", slot.end_min},
            {"dry_min", slot.dry_min}};
}

Json totalsJson(const Batch& batch, const Schedule& schedule) {
    return {{"end_min", schedule.end_min},
            {"desk_min", batch.deskMinutes(schedule)},
            {"work_min", schedule.work_min},
            {"set_up_min", schedule.set_up_min},
            {"waiting_min", schedule.waiting_min}};
}

}  // namespace

std::string recipeWords(const Work& work, const Step& step) {
    if (step.recipe.drops.empty()) return step.paint;
    if (!step.of_mixes.empty()) {
        std::string words;
        for (const MixPart& part : step.of_mixes) {
            words += fmt::format("{}{} {} {}", words.empty() ? "" : ", ", part.parts,
                                 part.parts == 1 ? "part" : "parts", part.mix);
        }
        return words;
    }
    const std::string words = inWords(work.rack, step.amounts);
    return step.batches == 1 ? words : fmt::format("{}, {} times over", words, step.batches);
}

std::string useWords(const PaintUse& use) {
    const std::string words = fmt::format("{} {:.2g} ml", use.paint, use.ml);
    return use.runsShort() ? fmt::format("{} (only {:.2g} ml left)", words, use.left_ml) : words;
}

std::string partWords(const Plan& plan, const Step& step) {
    if (step.parts.empty()) return "the whole figure";
    std::string words;
    for (const PartIndex part : step.parts) {
        words += (words.empty() ? "" : ", ") + plan.parts[part].name;
    }
    return words;
}

std::string stepsCsv(const Plan& plan, const Work& work) {
    std::string text =
        "number,step,parts,area_mm2,recipe,thinner_parts,coats,tool,minutes_a_coat,"
        "drying_min,follows,why,caution\n";
    for (std::size_t i = 0; i < work.steps.size(); ++i) {
        const Step& step = work.steps[i];
        text += fmt::format(
            "{},{},{},{:.1f},{},{:.2g},{},{},{:.1f},{:.1f},{},{},{}\n", i + 1, csvField(step.title),
            csvField(partWords(plan, step)), step.area_mm2, csvField(recipeWords(work, step)),
            step.thinner, step.coats, csvField(step.tool_words), step.work_min, step.dry_min,
            csvField(afterWords(work, step)), csvField(step.why), csvField(step.caution));
    }
    return text;
}

Json stepsJson(const Plan& plan, const Work& work) {
    Json json{{"steps", Json::array()},
              {"minutes", workMinutes(work)},
              {"broken", work.broken},
              {"missing", work.missing},
              {"paints", Json::array()}};
    for (const PaintUse& use : work.uses) {
        json["paints"].push_back({{"paint", use.paint},
                                  {"ml", use.ml},
                                  {"left_ml", use.left_ml},
                                  {"runs_short", use.runsShort()}});
    }
    for (const Step& step : work.steps) {
        Json entry{
            {"key", step.key},
            {"also", step.also},
            {"title", step.title},
            {"phase", nameOf(step.phase)},
            {"parts", Json::array()},
            {"area_mm2", step.area_mm2},
            {"recipe", recipeWords(work, step)},
            {"colour",
             step.recipe.drops.empty() ? Json() : Json(hexFrom(displayable(step.recipe.colour)))},
            {"thinner", step.thinner},
            {"coats", step.coats},
            {"tool", step.tool_words},
            {"work_min", step.work_min},
            {"dry_min", step.dry_min},
            {"why", step.why},
            {"how", step.how},
            {"after", Json::array()}};
        for (const PartIndex part : step.parts) entry["parts"].push_back(plan.parts[part].name);
        for (const After& after : step.after) {
            entry["after"].push_back({{"step", after.step}, {"why", after.why}});
        }
        if (!step.recipe.drops.empty()) {
            entry["ciede2000_if_a_drop_slips"] = step.recipe.worst;
            entry["ciede2000"] = step.recipe.difference;
            entry["batches"] = step.batches;
        }
        if (!step.veil_thinners.empty()) entry["thinners"] = step.veil_thinners;
        if (!step.masking.empty()) entry["masking"] = step.masking;
        if (!step.caution.empty()) entry["caution"] = step.caution;
        json["steps"].push_back(std::move(entry));
    }
    return json;
}

Json scheduleJson(const Work& work, const Batch& batch) {
    Json json{{"first_day", dateOf(batch.first_day)},
              {"planned", totalsJson(batch, batch.schedule)},
              {"one_after_another", totalsJson(batch, batch.one_after_another)},
              {"shortest_possible_min", batch.shortest_min},
              {"slots", Json::array()}};
    for (const Slot& slot : batch.schedule.sequence) {
        json["slots"].push_back(slotJson(work, batch, slot));
    }
    return json;
}

Json findingsJson(const Plan& plan, const std::vector<Finding>& findings) {
    Json json = Json::array();
    for (const Finding& finding : findings) {
        const Rule& entry = ruleOf(finding.mistake);
        Json item{{"mistake", entry.key},
                  {"severity", finding.grave ? "will go wrong" : "worth a look"},
                  {"what", finding.what},
                  {"measured", finding.measured},
                  {"threshold", finding.threshold},
                  {"unit", finding.unit},
                  {"why", entry.threshold},
                  {"cure", entry.cure}};
        if (finding.vertex) {
            const Surface& surface = plan.figure->surface;
            item["part"] = plan.parts[surface.parts[*finding.vertex]].name;
            item["place_mm"] = pointJson(surface.mesh.positions_mm[*finding.vertex]);
        }
        json.push_back(std::move(item));
    }
    return json;
}

std::string workJsonText(const Plan& plan, const Work& work, const Batch* batch,
                         const std::vector<Finding>& findings) {
    Json json{{"title", plan.title}, {"work", stepsJson(plan, work)}};
    if (batch != nullptr) json["schedule"] = scheduleJson(work, *batch);
    json["findings"] = findingsJson(plan, findings);
    return json.dump(2, ' ', false, Json::error_handler_t::replace) + "\n";
}

std::string calendarText(const Plan& plan, const Work& work, const Batch& batch) {
    std::string text;
    const auto line = [&](const std::string& content) { text += folded(content); };
    line("BEGIN:VCALENDAR");
    line("VERSION:2.0");
    line("PRODID:-//Glaukophos//Painting evenings//EN");
    const Evenings& evenings = plan.steps.evenings;
    const double shift = evenings.used ? 0.0 : evenings.begin_min;
    std::size_t number = 0;
    for (std::size_t i = 0; i < batch.schedule.sequence.size(); ++i) {
        const Slot& first = batch.schedule.sequence[i];
        if (i > 0 && batch.schedule.sequence[i - 1].sitting == first.sitting) continue;
        double end = first.end_min;
        for (const Slot& slot : batch.schedule.sequence) {
            if (slot.sitting == first.sitting) end = std::max(end, slot.end_min);
        }
        const double begin = evenings.used ? batch.list.sittings[first.sitting].begin_min : 0.0;
        ++number;
        line("BEGIN:VEVENT");
        line(fmt::format("UID:evening-{}-{}@glaukophos.invalid", number,
                         stamp(batch.first_day, begin)));
        line(fmt::format("DTSTAMP:{}Z", stamp(today(), 0.0)));
        line(fmt::format("DTSTART:{}", stamp(batch.first_day, begin + shift)));
        line(fmt::format("DTEND:{}", stamp(batch.first_day, end + shift)));
        line("SUMMARY:" + escaped(fmt::format("{}: evening {}", plan.title, number)));
        line("DESCRIPTION:" + escaped(sittingWords(work, batch, first.sitting)));
        line("END:VEVENT");
    }
    line("END:VCALENDAR");
    return text;
}

std::string mixPalette(const Plan& plan, const Work& work) {
    std::vector<NamedColour> colours;
    for (const Step& step : work.steps) {
        if (step.recipe.drops.empty()) continue;
        colours.push_back({fmt::format("{} ({})", step.title, inWords(work.rack, step.recipe)),
                           displayable(step.recipe.colour)});
    }
    return gimpPalette(plan.title, colours);
}

}  // namespace glaukophos
