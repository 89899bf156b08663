// Results come back through the event loop with the number of their request.
#include "app/jobs/loader.h"

#include <malloc.h>

#include <QSettings>
#include <vector>

#include "app/jobs/newest_wins.h"
#include "app/widgets/image_convert.h"
#include "app/widgets/text.h"
#include "core/io/file_bytes.h"
#include "core/io/mesh_file.h"
#include "core/review/study_photo.h"

namespace glaukophos {
namespace {

// Exceptions of libraries end here.
Result<PlanWithLog> guarded(const std::function<Result<PlanWithLog>(const Progress&)>& work,
                            const Progress& progress) {
    try {
        return work(progress);
    } catch (...) {
        return fail(ErrorCode::TooLarge, sentenceOfException().toStdString());
    }
}

Result<PlanWithLog> withoutLog(Result<Plan> plan) {
    if (!plan) return tl::unexpected(plan.error());
    return PlanWithLog{std::move(*plan), {}};
}

// What the painter said before about files in doubtful units.
std::optional<float> rememberedUnit() {
    const QVariant mm = QSettings().value(QStringLiteral("import/unit_mm"));
    return mm.isValid() ? std::optional(mm.toFloat()) : std::nullopt;
}

}  // namespace

Loader::Loader(QObject* parent) : QObject(parent) {}

Loader::~Loader() {
    for (Worker& worker : m_workers) worker.thread.request_stop();
}

void Loader::setPreview(const PixelGrid& grid, const Backdrop& backdrop) {
    {
        const std::scoped_lock lock(m_preview_mutex);
        m_preview = Preview{grid, backdrop};
    }
    m_preview_known.notify_all();
}

void Loader::showPreview(std::span<const NamedMesh> meshes, const std::stop_token& stop) {
    std::unique_lock lock(m_preview_mutex);
    // The window may still be on its way.
    if (!m_preview_known.wait(lock, stop, [this] { return m_preview.has_value(); })) return;
    const Preview preview = *m_preview;
    lock.unlock();
    std::vector<const Mesh*> shown;
    for (const NamedMesh& named : meshes) shown.push_back(&named.mesh);
    const bool y_is_up = !meshes.empty() && meshes.front().y_is_up;
    emit previewReady(toQImage(quickPicture(shown, y_is_up, preview.grid, preview.backdrop)));
}

Result<PlanWithLog> Loader::loadFiles(const std::vector<std::filesystem::path>& files,
                                      std::optional<float> doubtful_unit_mm,
                                      const Progress& progress) {
    // A large mesh is not read twice.
    if (files.size() == 1 && !isBinaryStl(files.front())) {
        const auto bytes = readBytes(files.front(), kLargestMeshFile);
        if (!bytes) return tl::unexpected(bytes.error());
        if (isPlan(files.front(), {bytes->data(), bytes->size()})) {
            return openWithLog(files.front(), progress);
        }
        if (checkPhotograph(*bytes)) {
            return withoutLog(planFromPhotograph(files.front().filename().string(),
                                                 std::make_shared<const std::vector<char>>(*bytes),
                                                 progress));
        }
    }
    const auto preview = [&](std::span<const NamedMesh> meshes) {
        showPreview(meshes, progress.stop);
    };
    auto imported = importFigure(files, doubtful_unit_mm,
                                 {progress.stop, [&](double f) { progress.at(0.4 * f); }}, preview);
    if (!imported) return tl::unexpected(imported.error());
    return withoutLog(
        planFromFigure(files.front().stem().string(), std::move(*imported),
                       {progress.stop, [&](double f) { progress.at(0.4 + 0.6 * f); }}));
}

void Loader::start(Open work, Done done) {
    stop();
    m_loading = true;
    const int number = ++m_number;
    std::erase_if(m_workers, [](const Worker& worker) { return worker.finished->load(); });
    Worker worker;
    worker.finished = std::make_shared<std::atomic<bool>>(false);
    const auto run = [this, number, work = std::move(work), done = std::move(done),
                      finished = worker.finished](const std::stop_token& stop) {
        const Progress progress{stop, [this, stop](double f) {
                                    if (!stop.stop_requested()) emit progressed(f);
                                }};
        auto result = std::make_shared<Result<PlanWithLog>>(guarded(work, progress));
        QMetaObject::invokeMethod(
            this,
            [this, number, result, done] {
                if (number != m_number) return;
                m_loading = false;
                if (*result) {
                    done(std::make_shared<PlanWithLog>(std::move(**result)));
                } else {
                    emit failed(q(result->error().message));
                }
            },
            Qt::QueuedConnection);
        // Nobody waits any more. What it took would stay with the heaps of the threads for good.
        malloc_trim(0);
        finished->store(true);
    };
    worker.thread = std::jthread(run);
    m_workers.push_back(std::move(worker));
}

void Loader::load(const QStringList& files) {
    if (files.isEmpty()) return;
    std::vector<std::filesystem::path> paths;
    for (const QString& file : files) paths.emplace_back(file.toStdString());
    const bool is_plan = files.size() == 1 && files.front().endsWith(QStringLiteral(".glauk"));
    const QString path = is_plan ? files.front() : QString();
    start([this, paths, unit = rememberedUnit()](
              const Progress& progress) { return loadFiles(paths, unit, progress); },
          [this, path](const std::shared_ptr<PlanWithLog>& opened) { emit loaded(opened, path); });
}

void Loader::rework(const QString& text, Work work) {
    emit reworking(text);
    start([work = std::move(work)](const Progress& progress) { return withoutLog(work(progress)); },
          [this, text](const std::shared_ptr<PlanWithLog>& done) {
              emit reworked(std::make_shared<Plan>(std::move(done->plan)), text);
          });
}

void Loader::stop() {
    if (!m_loading) return;
    m_loading = false;
    ++m_number;
    m_workers.back().thread.request_stop();
    emit stopped();
}

}  // namespace glaukophos
