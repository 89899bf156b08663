// The painter's log of all plans, brought up to date from the open plan's bench.
#pragma once

#include <optional>

#include "app/document/document.h"
#include "core/io/log_store.h"

namespace glaukophos {

class KeptLog : public QObject {
    Q_OBJECT

  public:
    // A file in `folder`; opened when something is to be read or kept.
    KeptLog(Document& document, const QString& folder, QObject* parent = nullptr);

    // All of it, the newest first.
    [[nodiscard]] const std::vector<LogEntry>& entries();
    [[nodiscard]] std::vector<LogEntry> found(const QString& words);
    void rate(const LogEntry& entry, int rated);
    void exportTo(const QString& file);
    void importFrom(const QString& file);

  signals:
    void changed();
    void problem(const QString& sentence);

  private:
    [[nodiscard]] LogStore* store();  // null where it cannot be opened; that is said once
    void keepPlan();
    void readAgain();
    bool report(const Result<void>& result);

    Document& m_document;
    QString m_folder;
    std::optional<LogStore> m_store;
    bool m_failed = false;
    bool m_read = false;
    std::vector<LogEntry> m_entries;
    std::string m_kept_key;  // of the plan that was kept last,
    BenchLog m_kept;         // and its log then
};

}  // namespace glaukophos
