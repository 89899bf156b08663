#include "app/document/kept_log.h"

#include "app/widgets/text.h"
#include "core/io/file_bytes.h"

namespace glaukophos {

KeptLog::KeptLog(Document& document, const QString& folder, QObject* parent)
    : QObject(parent), m_document(document), m_folder(folder) {
    connect(&document, &Document::evaluatedChanged, this, &KeptLog::keepPlan);
    connect(&document, &Document::benchLogChanged, this, &KeptLog::keepPlan);
}

bool KeptLog::report(const Result<void>& result) {
    if (!result) emit problem(q(result.error().message));
    return result.has_value();
}

LogStore* KeptLog::store() {
    if (m_store) return &*m_store;
    if (m_failed) return nullptr;
    auto opened = LogStore::open((m_folder + QStringLiteral("/work-log.sqlite")).toStdString());
    if (!opened) {
        m_failed = true;
        emit problem(q(opened.error().message));
        return nullptr;
    }
    m_store.emplace(std::move(*opened));
    if (!m_store->setAside().empty()) {
        emit problem(tr("The log of your work was damaged. It was put aside as %1, and fills again "
                        "from each plan that you open.")
                         .arg(q(m_store->setAside())));
    }
    return &*m_store;
}

// What was painted of the open plan, once its steps are known.
void KeptLog::keepPlan() {
    const EvaluatedPtr& evaluated = m_document.evaluated();
    const BenchLog& log = m_document.benchLog();
    if (evaluated == nullptr || evaluated->desk == nullptr) return;
    const std::string& key = m_document.plan().key;
    if (key.empty() || (key == m_kept_key && log == m_kept)) return;
    if (log.done.empty() && key != m_kept_key) return;
    if (store() == nullptr) return;
    m_kept_key = key;
    m_kept = log;
    if (!report(store()->keep(key, entriesOf(m_document.plan(), evaluated->desk->work, log)))) {
        return;
    }
    readAgain();
}

void KeptLog::readAgain() {
    m_read = true;
    if (store() == nullptr) return;
    auto entries = store()->entries();
    if (!entries) {
        emit problem(q(entries.error().message));
        return;
    }
    m_entries = std::move(*entries);
    emit changed();
}

const std::vector<LogEntry>& KeptLog::entries() {
    if (!m_read) readAgain();
    return m_entries;
}

std::vector<LogEntry> KeptLog::found(const QString& words) {
    if (words.trimmed().isEmpty()) return entries();
    if (store() == nullptr) return {};
    auto some = store()->entries(words.toStdString());
    return some ? std::move(*some) : std::vector<LogEntry>();
}

void KeptLog::rate(const LogEntry& entry, int rated) {
    if (store() != nullptr && report(store()->rate(entry, rated))) readAgain();
}

void KeptLog::exportTo(const QString& file) {
    report(writeAtomically(file.toStdString(), logCsv(entries())));
}

void KeptLog::importFrom(const QString& file) {
    constexpr std::uintmax_t kLargest = 200'000'000;
    const auto bytes = readBytes(file.toStdString(), kLargest);
    if (!bytes) return emit problem(q(bytes.error().message));
    const auto read = parseLogCsv({bytes->data(), bytes->size()});
    if (!read) return emit problem(q(read.error().message));
    if (store() == nullptr) return;
    const auto added = store()->add(*read);
    if (!added) return emit problem(q(added.error().message));
    readAgain();
}

}  // namespace glaukophos
