// The log as a table. Its own file beside the store: a table needs no database.
#include <fmt/format.h>

#include <cmath>
#include <optional>

#include "core/io/csv.h"
#include "core/io/log_store.h"

namespace glaukophos {
namespace {

constexpr const char* kHeading =
    "plan_key,plan,step,layer,kind,mix,figure,coat,minutes,usual_min,done_s,rated,note";
constexpr std::size_t kColumns = 13;
constexpr std::size_t kMostRows = 1'000'000;

std::optional<LogEntry> entryFrom(const std::vector<std::string>& fields) {
    if (fields.size() != kColumns || fields[0].empty()) return std::nullopt;
    std::array<double, 6> numbers{};
    for (std::size_t i = 0; i < numbers.size(); ++i) {
        const auto number = csvNumber(fields[6 + i]);
        if (!number || std::abs(*number) > 1e12) return std::nullopt;
        numbers.at(i) = *number;
    }
    LogEntry entry;
    entry.plan_key = fields[0];
    entry.plan_title = fields[1];
    entry.step = fields[2];
    entry.layer = fields[3];
    entry.kind = fields[4];
    entry.mix = fields[5];
    if (std::abs(numbers[0]) > 1e6 || std::abs(numbers[1]) > 1e6 || std::abs(numbers[5]) > 1.0) {
        return std::nullopt;
    }
    entry.figure = static_cast<int>(numbers[0]);
    entry.coat = static_cast<int>(numbers[1]);
    entry.minutes = numbers[2];
    entry.usual_min = numbers[3];
    entry.done_s = numbers[4];
    entry.rated = static_cast<int>(numbers[5]);
    entry.note = fields[12];
    return entry;
}

}  // namespace

std::string logCsv(const std::vector<LogEntry>& entries) {
    std::string text = std::string(kHeading) + '\n';
    for (const LogEntry& entry : entries) {
        text += fmt::format("{},{},{},{},{},{},{},{},{:.3f},{:.3f},{:.3f},{},{}\n",
                            csvField(entry.plan_key), csvField(entry.plan_title),
                            csvField(entry.step), csvField(entry.layer), csvField(entry.kind),
                            csvField(entry.mix), entry.figure, entry.coat, entry.minutes,
                            entry.usual_min, entry.done_s, entry.rated, csvField(entry.note));
    }
    return text;
}

Result<std::vector<LogEntry>> parseLogCsv(std::string_view text) {
    std::vector<LogEntry> entries;
    bool heading = true;
    for (const CsvRow& row : csvRows(text)) {
        if (heading) {
            heading = false;
            if (!row.fields.empty() && row.fields[0] == "plan_key") continue;
        }
        const auto entry = entryFrom(row.fields);
        if (!entry || entries.size() == kMostRows) {
            return fail(ErrorCode::BadInput,
                        fmt::format("Line {} is no entry of a log. Export one to see how it is "
                                    "written.",
                                    row.line));
        }
        entries.push_back(*entry);
    }
    return entries;
}

}  // namespace glaukophos
