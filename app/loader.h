// Opens plans and figures off the interface thread, with progress and a stop.
#pragma once

#include <QObject>
#include <QStringList>
#include <thread>

#include "core/io/plan_file.h"

namespace glaukophos {

class Loader : public QObject {
    Q_OBJECT

  public:
    explicit Loader(QObject* parent = nullptr);
    ~Loader() override;

    // One plan or mesh, or several meshes as one figure. Stops what is loading already.
    void load(const QStringList& files);
    void stop();
    [[nodiscard]] bool isLoading() const { return m_loading; }

  signals:
    void progressed(double fraction);
    // `path` is set when the plan came from a .glauk file.
    void loaded(std::shared_ptr<glaukophos::Plan> plan, const QString& path);
    void failed(const QString& message);
    void stopped();

  private:
    void finish(int number, const std::shared_ptr<Result<Plan>>& result, const QString& path);

    bool m_loading = false;
    int m_number = 0;  // results of older numbers are dropped
    std::jthread m_worker;
};

}  // namespace glaukophos
