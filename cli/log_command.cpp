// The painter's own log: shown, searched, taken out and in.
#include <fmt/format.h>

#include <cstdlib>

#include "cli/loading.h"
#include "cli/review_commands.h"
#include "core/io/log_store.h"

namespace glaukophos {
namespace {

// Where the window keeps it, by the XDG base directory specification.
std::filesystem::path usualFile() {
    const char* data = std::getenv("XDG_DATA_HOME");
    const char* home = std::getenv("HOME");
    const std::filesystem::path base =
        data != nullptr && *data != '\0'
            ? std::filesystem::path(data)
            : std::filesystem::path(home != nullptr ? home : ".") / ".local/share";
    return base / "glaukophos/work-log.sqlite";
}

Json entryJson(const LogEntry& entry) {
    return {{"plan", entry.plan_title}, {"plan_key", entry.plan_key},
            {"step", entry.step},       {"layer", entry.layer},
            {"kind", entry.kind},       {"mix", entry.mix},
            {"figure", entry.figure},   {"coat", entry.coat},
            {"minutes", entry.minutes}, {"usual_min", entry.usual_min},
            {"done_s", entry.done_s},   {"rated", entry.rated},
            {"note", entry.note}};
}

Json logJson(const std::vector<LogEntry>& entries) {
    Json json{{"entries", Json::array()}, {"paces", Json::object()}};
    for (const LogEntry& entry : entries) json["entries"].push_back(entryJson(entry));
    const auto learned = learnedPaces(entries);
    for (std::size_t i = 0; i < kHandworkCount; ++i) {
        json["paces"][handworks().at(i).key] = {{"pace", learned.at(i).pace},
                                                {"coats", learned.at(i).coats}};
    }
    return json;
}

std::string logText(const std::vector<LogEntry>& entries) {
    std::string text;
    for (const LoggedPlan& plan : plansOf(entries)) {
        text += fmt::format("{}: {} coats, {}\n", plan.title, plan.coats, timeWords(plan.minutes));
    }
    if (const std::string paces = inWords(learnedPaces(entries), 1); !paces.empty()) {
        text += fmt::format("Pace: {}\n", paces);
    }
    return text.empty() ? "Nothing is in the log yet.\n" : text;
}

Result<void> importInto(LogStore& store, const std::string& file) {
    const auto text = textOf(file);
    if (!text) return tl::unexpected(text.error());
    const auto read = parseLogCsv(*text);
    if (!read) return tl::unexpected(read.error());
    const auto added = store.add(*read);
    if (!added) return tl::unexpected(added.error());
    return {};
}

}  // namespace

Result<void> runLog(const CommonOptions& options, const LogOptions& log) {
    auto store = LogStore::open(log.file.empty() ? usualFile() : std::filesystem::path(log.file));
    if (!store) return tl::unexpected(store.error());
    if (!store->setAside().empty()) {
        fmt::print(stderr, "The log was damaged; it was put aside as {}.\n", store->setAside());
    }
    if (!log.import_from.empty()) {
        if (auto done = importInto(*store, log.import_from); !done) return done;
    }
    const auto entries = store->entries(log.search);
    if (!entries) return tl::unexpected(entries.error());
    if (options.json) return printJson(options, logJson(*entries));
    return print(options, log.csv ? logCsv(*entries) : logText(*entries));
}

}  // namespace glaukophos
