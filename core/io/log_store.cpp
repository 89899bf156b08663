#include "core/io/log_store.h"

#include <fmt/format.h>
#include <sqlite3.h>

#include <algorithm>
#include <cctype>
#include <sstream>

namespace glaukophos {
namespace {

namespace fs = std::filesystem;

constexpr int kWait_ms = 4000;  // for another window
constexpr int kLogVersion = 1;

constexpr const char* kTable = R"(
create table if not exists coats(
    plan_key text not null, step text not null, figure integer not null, coat integer not null,
    done_s real not null, plan_title text not null default '', layer text not null default '',
    kind text not null default '', mix text not null default '', minutes real not null default 0,
    usual_min real not null default 0, rated integer not null default 0,
    note text not null default '',
    primary key(plan_key, step, figure, coat, done_s));
create index if not exists coats_by_mix on coats(mix);
)";

// In the order of bindAll.
constexpr const char* kCoatColumns =
    "plan_key, step, figure, coat, done_s, plan_title, layer, kind, mix, minutes, usual_min, "
    "rated, "
    "note";

std::string intoCoats() {
    return fmt::format("into coats({}) values(?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
                       kCoatColumns);
}

tl::unexpected<Error> failure(sqlite3* database) {
    return fail(ErrorCode::WriteFailed,
                fmt::format("The log cannot be used just now ({}). Close other windows of the "
                            "program and try again.",
                            sqlite3_errmsg(database)));
}

// One statement with values in place of its question marks.
class Statement {
  public:
    Statement(sqlite3* database, const std::string& text) {
        sqlite3_prepare_v2(database, text.c_str(), -1, &m_statement, nullptr);
    }
    ~Statement() { sqlite3_finalize(m_statement); }
    Statement(const Statement&) = delete;
    Statement& operator=(const Statement&) = delete;

    void set(int at, const std::string& text) {
        sqlite3_bind_text(m_statement, at, text.c_str(), static_cast<int>(text.size()),
                          SQLITE_TRANSIENT);
    }
    void set(int at, double number) { sqlite3_bind_double(m_statement, at, number); }
    void set(int at, int number) { sqlite3_bind_int(m_statement, at, number); }
    // True while there is a row.
    [[nodiscard]] bool next() {
        m_last = m_statement == nullptr ? SQLITE_ERROR : sqlite3_step(m_statement);
        return m_last == SQLITE_ROW;
    }
    // Runs it, without rows; it can be run again with other values.
    [[nodiscard]] bool done() {
        const bool done = !next() && !failed();
        sqlite3_reset(m_statement);
        return done;
    }
    [[nodiscard]] bool failed() const { return m_last != SQLITE_ROW && m_last != SQLITE_DONE; }
    [[nodiscard]] std::string text(int column) const {
        const unsigned char* text = sqlite3_column_text(m_statement, column);
        return text == nullptr ? std::string() : reinterpret_cast<const char*>(text);
    }
    [[nodiscard]] double number(int column) const {
        return sqlite3_column_double(m_statement, column);
    }
    [[nodiscard]] int whole(int column) const { return sqlite3_column_int(m_statement, column); }

  private:
    sqlite3_stmt* m_statement = nullptr;
    int m_last = SQLITE_OK;
};

bool run(sqlite3* database, const char* text) {
    return sqlite3_exec(database, text, nullptr, nullptr, nullptr) == SQLITE_OK;
}

// All or nothing: what is not committed is rolled back.
class Transaction {
  public:
    explicit Transaction(sqlite3* database)
        : m_database(database), m_open(run(database, "begin immediate")) {}
    ~Transaction() {
        if (m_open) run(m_database, "rollback");
    }
    Transaction(const Transaction&) = delete;
    Transaction& operator=(const Transaction&) = delete;
    [[nodiscard]] bool isOpen() const { return m_open; }
    [[nodiscard]] bool commit() {
        const bool done = m_open && run(m_database, "commit");
        m_open = m_open && !done;
        return done;
    }

  private:
    sqlite3* m_database;
    bool m_open;
};

bool isSound(sqlite3* database) {
    Statement check(database, "pragma quick_check");
    return check.next() && check.text(0) == "ok";
}

// What an entry is known by within its plan, from the place `first` on.
void bindKey(Statement& statement, int first, const LogEntry& entry) {
    statement.set(first, entry.step);
    statement.set(first + 1, entry.figure);
    statement.set(first + 2, entry.coat);
    statement.set(first + 3, entry.done_s);
}

void bindAll(Statement& insert, const LogEntry& entry) {
    insert.set(1, entry.plan_key);
    bindKey(insert, 2, entry);
    insert.set(6, entry.plan_title);
    insert.set(7, entry.layer);
    insert.set(8, entry.kind);
    insert.set(9, entry.mix);
    insert.set(10, entry.minutes);
    insert.set(11, entry.usual_min);
    insert.set(12, entry.rated);
    insert.set(13, entry.note);
}

std::string lowered(std::string text) {
    std::ranges::transform(text, text.begin(),
                           [](unsigned char c) { return static_cast<char>(std::tolower(c)); });
    return text;
}

bool has(const LogEntry& entry, const std::string& words) {
    const std::string all =
        lowered(entry.plan_title + ' ' + entry.layer + ' ' + entry.mix + ' ' + entry.note);
    std::istringstream each(lowered(words));
    for (std::string word; each >> word;) {
        if (all.find(word) == std::string::npos) return false;
    }
    return true;
}

}  // namespace

void LogStore::Close::operator()(sqlite3* database) const { sqlite3_close(database); }

// Null where the file is no sound log.
Result<LogStore::Database> LogStore::opened(const fs::path& file) {
    sqlite3* raw = nullptr;
    const int outcome = sqlite3_open(file.string().c_str(), &raw);
    Database database(raw);
    if (outcome != SQLITE_OK) {
        return fail(ErrorCode::WriteFailed,
                    fmt::format("The log {} cannot be opened. Check the rights of its folder.",
                                file.string()));
    }
    sqlite3_busy_timeout(raw, kWait_ms);
    if (!isSound(raw)) return Database();
    Statement version(raw, "pragma user_version");
    if (!version.next()) return Database();
    if (version.whole(0) > kLogVersion) {
        return fail(ErrorCode::BadInput,
                    "The log was written by a newer version of the program; update this one.");
    }
    if (!run(raw, kTable) || !run(raw, "pragma user_version = 1")) return failure(raw);
    return database;
}

Result<LogStore> LogStore::open(const fs::path& file) {
    std::error_code error;
    fs::create_directories(file.parent_path(), error);
    auto database = opened(file);
    if (!database) return tl::unexpected(database.error());
    if (*database != nullptr) return LogStore(std::move(*database));
    fs::path aside = file;
    for (int i = 1; i == 1 || fs::exists(aside); ++i) {
        aside = file.parent_path() /
                fmt::format("{}-damaged-{}{}", file.stem().string(), i, file.extension().string());
    }
    fs::rename(file, aside, error);
    if (error) {
        return fail(ErrorCode::WriteFailed,
                    fmt::format("The log {} is damaged and cannot be put aside. Move it away.",
                                file.string()));
    }
    auto anew = opened(file);
    if (!anew) return tl::unexpected(anew.error());
    if (*anew == nullptr) return fail(ErrorCode::WriteFailed, "The log cannot be begun anew.");
    LogStore store(std::move(*anew));
    store.m_set_aside = aside.string();
    return store;
}

Result<void> LogStore::keep(const std::string& plan_key, const std::vector<LogEntry>& entries) {
    sqlite3* database = m_database.get();
    Transaction transaction(database);
    if (!transaction.isOpen()) return failure(database);
    // What was taken back at the bench goes.
    run(database, "create temp table if not exists kept(step, figure, coat, done_s)");
    run(database, "delete from kept");
    Statement mark(database, "insert into kept values(?, ?, ?, ?)");
    Statement insert(database, "insert " + intoCoats() + R"(
        on conflict do update set
            plan_title = excluded.plan_title, minutes = excluded.minutes,
            usual_min = excluded.usual_min, note = excluded.note,
            layer = case excluded.layer when '' then layer else excluded.layer end,
            kind = case excluded.kind when '' then kind else excluded.kind end,
            mix = case excluded.layer when '' then mix else excluded.mix end)");
    for (const LogEntry& entry : entries) {
        bindAll(insert, entry);
        if (!insert.done()) return failure(database);
        bindKey(mark, 1, entry);
        if (!mark.done()) return failure(database);
    }
    Statement sweep(database, R"(
        delete from coats where plan_key = ? and not exists(
            select 1 from kept where kept.step = coats.step and kept.figure = coats.figure and
                kept.coat = coats.coat and kept.done_s = coats.done_s))");
    sweep.set(1, plan_key);
    if (!sweep.done() || !transaction.commit()) return failure(database);
    return {};
}

Result<std::vector<LogEntry>> LogStore::entries(const std::string& words) const {
    Statement select(m_database.get(),
                     fmt::format("select {} from coats order by done_s desc", kCoatColumns));
    std::vector<LogEntry> entries;
    while (select.next()) {
        LogEntry entry;
        entry.plan_key = select.text(0);
        entry.step = select.text(1);
        entry.figure = select.whole(2);
        entry.coat = select.whole(3);
        entry.done_s = select.number(4);
        entry.plan_title = select.text(5);
        entry.layer = select.text(6);
        entry.kind = select.text(7);
        entry.mix = select.text(8);
        entry.minutes = select.number(9);
        entry.usual_min = select.number(10);
        entry.rated = select.whole(11);
        entry.note = select.text(12);
        if (has(entry, words)) entries.push_back(std::move(entry));
    }
    if (select.failed()) return failure(m_database.get());
    return entries;
}

Result<void> LogStore::rate(const LogEntry& entry, int rated) {
    Statement update(m_database.get(), R"(
        update coats set rated = ? where plan_key = ? and step = ? and figure = ? and coat = ? and
            done_s = ?)");
    update.set(1, std::clamp(rated, -1, 1));
    update.set(2, entry.plan_key);
    bindKey(update, 3, entry);
    if (!update.done()) return failure(m_database.get());
    return {};
}

Result<std::size_t> LogStore::add(const std::vector<LogEntry>& entries) {
    sqlite3* database = m_database.get();
    Transaction transaction(database);
    if (!transaction.isOpen()) return failure(database);
    Statement insert(database, "insert or ignore " + intoCoats());
    std::size_t added = 0;
    for (const LogEntry& entry : entries) {
        bindAll(insert, entry);
        if (!insert.done()) return failure(database);
        added += static_cast<std::size_t>(sqlite3_changes(database));
    }
    if (!transaction.commit()) return failure(database);
    return added;
}

}  // namespace glaukophos
