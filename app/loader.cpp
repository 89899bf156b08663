// Results come back through the event loop with the number of their request.
#include "app/loader.h"

#include <exception>
#include <vector>

#include "app/text.h"

namespace glaukophos {
namespace {

Result<Plan> loadFiles(const std::vector<std::filesystem::path>& files, const Progress& progress) {
    try {
        return files.size() == 1 ? openPlan(files.front(), progress)
                                 : planFromMeshes(files, {}, progress);
    } catch (const std::bad_alloc&) {
        return fail(ErrorCode::TooLarge,
                    "There is not enough memory for this figure. Reduce the mesh first.");
    } catch (const std::exception& e) {
        return fail(ErrorCode::BadInput, e.what());
    }
}

}  // namespace

Loader::Loader(QObject* parent) : QObject(parent) {}

Loader::~Loader() { m_worker.request_stop(); }

void Loader::load(const QStringList& files) {
    if (files.isEmpty()) return;
    stop();
    m_loading = true;
    const int number = ++m_number;
    std::vector<std::filesystem::path> paths;
    for (const QString& file : files) paths.emplace_back(file.toStdString());
    const bool is_plan = files.size() == 1 && files.front().endsWith(QStringLiteral(".glauk"));
    const QString path = is_plan ? files.front() : QString();
    m_worker = std::jthread([this, number, paths, path](const std::stop_token& stop) {
        auto result = std::make_shared<Result<Plan>>(
            loadFiles(paths, {stop, [this](double f) { emit progressed(f); }}));
        QMetaObject::invokeMethod(
            this, [this, number, result, path] { finish(number, result, path); },
            Qt::QueuedConnection);
    });
}

void Loader::stop() {
    if (!m_loading) return;
    m_loading = false;
    ++m_number;
    m_worker.request_stop();
    emit stopped();
}

void Loader::finish(int number, const std::shared_ptr<Result<Plan>>& result, const QString& path) {
    if (number != m_number) return;
    m_loading = false;
    if (*result) {
        emit loaded(std::make_shared<Plan>(std::move(**result)), path);
    } else {
        emit failed(q(result->error().message));
    }
}

}  // namespace glaukophos
