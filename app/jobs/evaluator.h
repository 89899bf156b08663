// Everything that follows from a plan, off the interface thread, the newest plan first.
#pragma once

#include <QObject>
#include <chrono>
#include <optional>

#include "app/jobs/newest_wins.h"
#include "core/io/sky_cache.h"
#include "core/pipeline/advance.h"

namespace glaukophos {

// For each request: a preview at once, then soft shadows when no newer request comes, then the sky
// in rounds, then mixes and the work at the desk. A newer request ends what is being done for an
// older one, but for its preview.
class Evaluator : public QObject {
    Q_OBJECT

  public:
    // Sky tables are kept in `cache_folder`.
    explicit Evaluator(const QString& cache_folder, QObject* parent = nullptr);

    // `scored`: a far light for which every direction is to be judged.
    void request(Plan plan, std::optional<std::size_t> scored = std::nullopt);

  signals:
    void evaluated(const glaukophos::EvaluatedPtr& result);
    void failed(const QString& sentence);

  private:
    struct Request {
        Plan plan;
        std::optional<std::size_t> scored;
    };
    void work(const Request& request, const NewestWins<Request>::Turn& turn);

    // Used by the worker only.
    SkyKeeping m_sky;
    EvaluatedPtr m_last;
    std::chrono::steady_clock::time_point m_last_time;
    std::chrono::steady_clock::duration m_last_took{};

    NewestWins<Request> m_runner;  // last member
};

}  // namespace glaukophos
