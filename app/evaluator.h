// Light, values and ladders off the interface thread, the newest plan first.
#pragma once

#include <QObject>
#include <condition_variable>
#include <memory>
#include <mutex>
#include <optional>
#include <thread>

#include "core/io/sky_cache.h"
#include "core/plan/batch.h"
#include "core/plan/findings.h"
#include "core/plan/marks.h"
#include "core/plan/mixes.h"
#include "core/plan/score.h"
#include "core/plan/steps.h"

namespace glaukophos {

// The work at the desk: what is laid where, when, and what will go wrong.
struct Desk {
    Work work;                   // empty where there is a problem
    std::optional<Batch> batch;  // none where it has no schedule
    std::vector<Finding> findings;
    std::string problem;  // one sentence; empty: none
};

// A plan and what follows from it. Immutable and shared.
struct Evaluated {
    Plan plan;
    Results results;
    Marks marks;
    int sky_rounds = 0;                  // of kSkyRounds
    bool complete = false;               // nothing will be refined any more
    int serial = 0;                      // differs where results do
    std::shared_ptr<const Mixes> mixes;  // drops for all colours; null until they are worked out
    std::shared_ptr<const Desk> desk;    // null until it is worked out, last of all
    std::size_t scored_light = 0;
    std::optional<ScoreMap> score;  // of every direction, once the sky is traced; if asked for
};
using EvaluatedPtr = std::shared_ptr<const Evaluated>;

// For each request: a preview at once, then soft shadows when no newer request comes, then the sky
// in rounds. Light that has been traced is kept, so that a change of colour, strength or switch
// traces nothing.
class Evaluator : public QObject {
    Q_OBJECT

  public:
    // Sky tables are kept in `cache_folder`.
    explicit Evaluator(const QString& cache_folder, QObject* parent = nullptr);
    ~Evaluator() override;

    // Replaces any request that still waits, and stops the work on older ones. With `scored`, every
    // direction is judged for that far light.
    void request(Plan plan, std::optional<std::size_t> scored);

  signals:
    // Emitted from the worker; connect with a context object to get it on that object's thread.
    void evaluated(glaukophos::EvaluatedPtr result);

  private:
    struct TracedLight {
        LightKind kind;
        std::vector<PartIndex> own_parts;
        std::vector<PartIndex> passed_parts;
        std::shared_ptr<const PartLabels> labels;  // kept only where parts matter
        Accuracy accuracy = Accuracy::Preview;
        int sky_rounds = 0;
        std::vector<float> irradiance;
    };

    void run(const std::stop_token& stop);
    struct Request {
        Plan plan;
        std::optional<std::size_t> scored;
    };
    std::optional<Request> take(const std::stop_token& stop);
    bool restsFor(int milliseconds);
    void refine(const Plan& plan);
    TracedLight& tracedFor(const Plan& plan, std::size_t index);
    bool traceAll(const Plan& plan, Accuracy accuracy, const std::stop_token& stop);
    void publish(const Plan& plan, Finish finish);
    // Adds the drops, then the work, and publishes again.
    void mix(const Plan& plan);
    void planWork(const Plan& plan);
    void mark(Evaluated& result, Finish finish);

    std::mutex m_mutex;
    std::condition_variable_any m_wake;
    std::optional<Request> m_waiting;
    std::stop_source m_step;  // stops what the worker is doing for an older request

    // Used by the worker only.
    SkyCache m_cache;
    std::shared_ptr<const Form> m_form;
    std::vector<TracedLight> m_traced;
    SkyTable m_table;
    BounceTable m_bounce;
    Reach m_openness;           // what the table says of the form, without lights
    int m_openness_rounds = 0;  // of the table that m_openness is from
    std::optional<std::size_t> m_scored;
    Ridges m_ridges;
    RidgeOptions m_ridge_options;
    std::shared_ptr<const Form> m_ridge_form;  // that m_ridges belong to

    std::shared_ptr<const Evaluated> m_published;
    int m_serial = 0;
    std::vector<Paint> m_mixed_rack;  // that m_rack was made from
    MixingRack m_rack;
    Plan m_mixed_plan;  // that the following belong to; without a figure: none
    std::shared_ptr<const Mixes> m_mixes;
    Bare m_bare;
    bool m_bare_known = false;

    std::jthread m_worker;  // last member: starts when all others are ready
};

}  // namespace glaukophos

Q_DECLARE_METATYPE(glaukophos::EvaluatedPtr)
