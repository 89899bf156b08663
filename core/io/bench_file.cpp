// JSON, written whole with every change: a few kilobytes.
#include "core/io/bench_file.h"

#include "core/io/file_bytes.h"
#include "core/io/json_entry.h"

namespace glaukophos {
namespace {

constexpr std::uintmax_t kLargest = 16U << 20U;

CoatDone coatFrom(const Entry& entry) {
    std::vector<std::string> steps = entry.texts("steps");
    if (entry.has("step")) steps.push_back(entry.text("step", ""));  // as version 1 wrote it
    return {std::move(steps),
            entry.whole("figure", 1) - 1,
            entry.whole("coat", 1) - 1,
            entry.number("minutes", 0.0),
            entry.number("done_s", 0.0),
            entry.number("dry_s", 0.0),
            entry.number("usual_min", 0.0)};
}

BenchLog logFrom(const Json& json) {
    const Entry root(json, "");
    if (root.text("format", "") != "glaukophos-bench") {
        throw Wrong{"\"format\" must be \"glaukophos-bench\""};
    }
    BenchLog log;
    for (const Json& item : root.list("done")) log.done.push_back(coatFrom(Entry(item, "done")));
    for (const Json& item : root.list("notes")) {
        const Entry note(item, "note");
        log.notes.push_back({note.text("step", ""), note.text("text", "")});
    }
    log.spent_s = root.number("spent_s", 0.0);
    return log;
}

}  // namespace

std::string benchText(const BenchLog& log) {
    Json json{{"format", "glaukophos-bench"},
              {"done", Json::array()},
              {"notes", Json::array()},
              {"spent_s", log.spent_s}};
    for (const CoatDone& done : log.done) {
        json["done"].push_back({{"steps", done.steps},
                                {"figure", done.figure + 1},
                                {"coat", done.coat + 1},
                                {"minutes", done.minutes},
                                {"done_s", done.done_s},
                                {"dry_s", done.dry_s},
                                {"usual_min", done.usual_min}});
    }
    for (const BenchNote& note : log.notes) {
        json["notes"].push_back({{"step", note.step}, {"text", note.text}});
    }
    return json.dump(1, ' ', false, Json::error_handler_t::replace) + "\n";
}

Result<BenchLog> parseBench(std::string_view text) {
    try {
        return logFrom(Json::parse(text));
    } catch (const Wrong& wrong) {
        return fail(ErrorCode::BadInput,
                    fmt::format("The bench log cannot be read: {}.", wrong.what));
    } catch (const nlohmann::json::exception& e) {
        return fail(ErrorCode::BadInput,
                    fmt::format("The bench log is not well-formed JSON ({}).", e.what()));
    }
}

Result<BenchLog> readBench(const std::filesystem::path& file) {
    std::error_code error;
    if (!std::filesystem::exists(file, error)) return BenchLog{};
    const auto bytes = readBytes(file, kLargest);
    if (!bytes) return tl::unexpected(bytes.error());
    return parseBench({bytes->data(), bytes->size()});
}

Result<void> writeBench(const BenchLog& log, const std::filesystem::path& file) {
    return writeAtomically(file, benchText(log));
}

}  // namespace glaukophos
