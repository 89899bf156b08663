// Opens plans and figures off the interface thread, with progress and a stop.
#pragma once

#include <QImage>
#include <QObject>
#include <QStringList>
#include <atomic>
#include <condition_variable>
#include <functional>
#include <mutex>
#include <optional>
#include <span>
#include <thread>

#include "core/io/plan_file.h"
#include "core/picture/quick_picture.h"

namespace glaukophos {

class Loader : public QObject {
    Q_OBJECT

  public:
    explicit Loader(QObject* parent = nullptr);
    ~Loader() override;

    using Work = std::function<Result<Plan>(const Progress&)>;

    // One plan or mesh, or several meshes as one figure. Stops what is loading already.
    void load(const QStringList& files);
    // Other long work on the open plan; `reworked` follows.
    void rework(const QString& text, Work work);
    // Pictures of meshes that are being made ready have this size, and wait until it is known.
    void setPreview(const PixelGrid& grid, const Backdrop& backdrop);
    void stop();
    [[nodiscard]] bool isLoading() const { return m_loading; }

  signals:
    void progressed(double fraction);
    // `path` is set when the plan came from a .glauk file.
    void loaded(std::shared_ptr<glaukophos::PlanWithLog> opened, const QString& path);
    void reworking(const QString& text);
    void reworked(std::shared_ptr<glaukophos::Plan> plan, const QString& text);
    // A mesh has been read; its working surface is still to come.
    void previewReady(const QImage& picture);
    void failed(const QString& message);
    void stopped();

  private:
    using Open = std::function<Result<PlanWithLog>(const Progress&)>;
    using Done = std::function<void(std::shared_ptr<PlanWithLog>)>;
    struct Worker {
        std::shared_ptr<std::atomic<bool>> finished;
        std::jthread thread;
    };

    void start(Open work, Done done);
    Result<PlanWithLog> loadFiles(const std::vector<std::filesystem::path>& files,
                                  std::optional<float> doubtful_unit_mm, const Progress& progress);
    void showPreview(std::span<const NamedMesh> meshes, const std::stop_token& stop);

    struct Preview {
        PixelGrid grid;
        Backdrop backdrop;
    };
    bool m_loading = false;
    int m_number = 0;  // results of older numbers are dropped
    std::mutex m_preview_mutex;
    std::condition_variable_any m_preview_known;
    std::optional<Preview> m_preview;
    // The last is the one in use. Those before were stopped and may still be inside a library that
    // cannot be interrupted; nobody waits for them but the end of the program.
    std::vector<Worker> m_workers;
};

}  // namespace glaukophos
