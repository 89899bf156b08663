// The log of all plans in one SQLite file of the painter's own; nothing of it leaves the machine.
#pragma once

#include <filesystem>
#include <memory>
#include <string>
#include <vector>

#include "core/base/result.h"
#include "core/work/work_log.h"

struct sqlite3;

namespace glaukophos {

// Two windows may have the same file open: each change is one transaction, and waits for the other.
class LogStore {
  public:
    // Makes the file where there is none. A damaged one is put aside beside it, under another name,
    // and begun anew: `setAside` then says where it went.
    static Result<LogStore> open(const std::filesystem::path& file);
    [[nodiscard]] const std::string& setAside() const { return m_set_aside; }

    // What a plan's own log says takes the place of what was here of that plan. Ratings stay, and
    // what is known of layers that its steps no longer have.
    Result<void> keep(const std::string& plan_key, const std::vector<LogEntry>& entries);
    // All entries, the newest first; with `words` only those that have all of them somewhere.
    Result<std::vector<LogEntry>> entries(const std::string& words = {}) const;
    // The entry is known by plan, step, figure, coat and time.
    Result<void> rate(const LogEntry& entry, int rated);
    // Entries of another log: those that are here already stay as they are. How many came in.
    Result<std::size_t> add(const std::vector<LogEntry>& entries);

  private:
    struct Close {
        void operator()(sqlite3* database) const;
    };
    using Database = std::unique_ptr<sqlite3, Close>;
    explicit LogStore(Database database) : m_database(std::move(database)) {}
    static Result<Database> opened(const std::filesystem::path& file);

    Database m_database;
    std::string m_set_aside;
};

// The log as a table, and back. Fails naming the line.
std::string logCsv(const std::vector<LogEntry>& entries);
Result<std::vector<LogEntry>> parseLogCsv(std::string_view text);

}  // namespace glaukophos
