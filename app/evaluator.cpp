// One worker thread; all its state is its own, requests arrive through one locked slot.
#include "app/evaluator.h"

#include <algorithm>
#include <chrono>

namespace glaukophos {
namespace {

constexpr int kRest_ms = 120;  // how long the hand must rest before soft shadows begin

// Whether two plans have the same mixes: they differ at most in how the work is done.
bool mixAlike(const Plan& first, const Plan& second) {
    if (first.parts.size() != second.parts.size()) return false;
    for (std::size_t p = 0; p < first.parts.size(); ++p) {
        Part other = second.parts[p];
        other.build_up = first.parts[p].build_up;
        if (first.parts[p] != other) return false;
    }
    return first.figure == second.figure && first.lights == second.lights &&
           first.values == second.values && first.colours == second.colours &&
           first.rack == second.rack && first.mixing == second.mixing &&
           first.under == second.under;
}

}  // namespace

Evaluator::Evaluator(const QString& cache_folder, QObject* parent)
    : QObject(parent),
      m_cache(cache_folder.toStdString()),
      m_worker([this](const std::stop_token& stop) { run(stop); }) {
    qRegisterMetaType<EvaluatedPtr>();
}

Evaluator::~Evaluator() {
    m_worker.request_stop();
    const std::scoped_lock lock(m_mutex);
    m_step.request_stop();
}

void Evaluator::request(Plan plan, std::optional<std::size_t> scored) {
    {
        const std::scoped_lock lock(m_mutex);
        m_waiting = Request{std::move(plan), scored};
        m_step.request_stop();
    }
    m_wake.notify_one();
}

std::optional<Evaluator::Request> Evaluator::take(const std::stop_token& stop) {
    std::unique_lock lock(m_mutex);
    if (!m_wake.wait(lock, stop, [this] { return m_waiting.has_value(); })) return std::nullopt;
    m_step = std::stop_source();
    return std::exchange(m_waiting, std::nullopt);
}

bool Evaluator::restsFor(int milliseconds) {
    std::unique_lock lock(m_mutex);
    return !m_wake.wait_for(lock, m_worker.get_stop_token(),
                            std::chrono::milliseconds(milliseconds),
                            [this] { return m_waiting.has_value(); }) &&
           !m_worker.get_stop_token().stop_requested();
}

void Evaluator::run(const std::stop_token& stop) {
    while (auto request = take(stop)) {
        m_scored = request->scored;
        if (request->plan.figure->form != m_form) {
            m_form = request->plan.figure->form;
            m_traced.clear();
            m_table = m_cache.find(*m_form).value_or(SkyTable{});
            m_bounce = {};
            m_openness = {};
            m_openness_rounds = 0;
        }
        refine(request->plan);
        if (m_published != nullptr && m_published->complete) mix(request->plan);
    }
}

void Evaluator::refine(const Plan& plan) {
    m_published.reset();
    // A preview is always finished, or a hand that never rests would see none.
    if (!traceAll(plan, Accuracy::Preview, {})) return;
    publish(plan, Finish::Quick);
    if (m_table.rounds > 0 && !restsFor(kRest_ms)) return;
    const auto traceRound = [&] {
        return traceNextRound(m_table, m_form->receivers(), m_form->blockers,
                              {m_step.get_token(), {}}) &&
               traceAll(plan, Accuracy::Preview, m_step.get_token());
    };
    if (m_table.rounds == 0) {  // the first round makes the picture readable
        if (!traceRound()) return;
        publish(plan, Finish::Settled);
    }
    if (!traceAll(plan, Accuracy::Soft, m_step.get_token())) return;
    publish(plan, Finish::Settled);
    if (m_bounce.empty() && std::ranges::any_of(plan.lights, throwsBack)) {
        m_bounce =
            traceBounce(m_form->receivers(), {m_form->shown, m_form->whole.mesh, m_form->floor},
                        {m_step.get_token(), {}});
        if (m_bounce.empty()) return;
        publish(plan, Finish::Settled);
    }
    while (m_table.rounds < kSkyRounds) {
        if (!traceRound()) return;
        const bool worth_showing = m_table.rounds == 2 || m_table.rounds == 4;
        if (worth_showing || m_table.rounds == kSkyRounds) publish(plan, Finish::Settled);
        if (m_table.rounds == kSkyRounds) m_cache.keep(*m_form, m_table);
    }
}

Evaluator::TracedLight& Evaluator::tracedFor(const Plan& plan, std::size_t index) {
    TracedLight& traced = m_traced[index];
    const Light& light = plan.lights[index];
    const bool names_parts = !light.own_parts.empty() || !light.passed_parts.empty();
    const auto labels = names_parts ? plan.figure->labels : nullptr;
    if (traced.kind != light.kind || traced.own_parts != light.own_parts ||
        traced.passed_parts != light.passed_parts || traced.labels != labels) {
        traced = {light.kind, light.own_parts, light.passed_parts, labels, Accuracy::Preview, 0,
                  {}};
    }
    return traced;
}

// Brings every light to at least `accuracy`; false when stopped.
bool Evaluator::traceAll(const Plan& plan, Accuracy accuracy, const std::stop_token& stop) {
    m_traced.resize(plan.lights.size());
    for (std::size_t l = 0; l < plan.lights.size(); ++l) {
        TracedLight& traced = tracedFor(plan, l);
        const bool is_sky = std::holds_alternative<Sky>(traced.kind);
        const bool fresh =
            is_sky ? traced.sky_rounds == m_table.rounds : traced.accuracy >= accuracy;
        if (!traced.irradiance.empty() && fresh) continue;
        std::vector<float> irradiance =
            reachOf(plan.lights[l], *plan.figure, m_table, accuracy, {stop, {}});
        if (irradiance.empty()) return false;
        traced.irradiance = std::move(irradiance);
        traced.accuracy = accuracy;
        traced.sky_rounds = m_table.rounds;
    }
    return true;
}

// Edges of the form are found once; kinds of borders when the hand rests.
void Evaluator::mark(Evaluated& result, Finish finish) {
    const RidgeOptions options = ridgeOptionsFor(result.plan.values.edge_lines);
    const bool known = m_ridge_form == m_form && options == m_ridge_options;
    if (!known && finish == Finish::Quick) return;
    if (!known) {
        const std::stop_token stop = m_step.get_token();
        m_ridges = ridgesOf(m_form->whole, options, {stop, {}});
        m_ridge_form.reset();
        if (stop.stop_requested()) return;
        m_ridge_options = options;
        m_ridge_form = m_form;
    }
    result.marks.lines = edgeLinesOf(result.plan, result.results, m_ridges);
    if (finish == Finish::Settled) {
        result.marks.edges = bandEdgesOf(result.plan, result.results);
        result.marks.underpainted = underpaintedOf(result.plan, result.results.reach);
    }
}

void Evaluator::publish(const Plan& plan, Finish finish) {
    Reach reach;
    bool all_soft = true;
    for (const TracedLight& traced : m_traced) {
        reach.irradiance.push_back(traced.irradiance);
        all_soft = all_soft &&
                   (std::holds_alternative<Sky>(traced.kind) || traced.accuracy >= Accuracy::Soft);
    }
    if (m_table.rounds != m_openness_rounds) {
        describeOpenness(*m_form, m_table, m_openness);
        m_openness_rounds = m_table.rounds;
    }
    reach.openness = m_openness.openness;
    reach.hidden = m_openness.hidden;
    if (finish == Finish::Settled) reach.sprayed = sprayedOf(plan.under, *m_form, m_table);
    const bool bounces = std::ranges::any_of(plan.lights, throwsBack);
    // Seconds of work the first time: until it is done, nothing is thrown back.
    if (bounces && !m_bounce.empty()) addThrownBack(plan, m_bounce, reach, {});
    auto result = std::make_shared<Evaluated>();
    result->plan = plan;
    result->serial = ++m_serial;
    result->results = resultsOf(plan, spread(*plan.figure, reach), finish);
    mark(*result, finish);
    result->sky_rounds = m_table.rounds;
    result->complete = finish == Finish::Settled && all_soft && m_table.rounds == kSkyRounds &&
                       (!bounces || !m_bounce.empty());
    if (m_scored && *m_scored < plan.lights.size() && m_table.rounds == kSkyRounds &&
        std::holds_alternative<FarLight>(plan.lights[*m_scored].kind)) {
        result->scored_light = *m_scored;
        result->score = scoreDirections(plan, m_table, result->results.reach, *m_scored);
    }
    m_published = result;
    emit evaluated(std::move(result));
}

void Evaluator::mix(const Plan& plan) {
    if (!restsFor(kRest_ms)) return;
    if (m_mixed_rack != plan.rack || m_rack.paints.empty()) {
        m_rack = mixingRack(plan.rack);
        m_mixed_rack = plan.rack;
    }
    if (m_mixes == nullptr || !mixAlike(plan, m_mixed_plan)) {
        m_mixes.reset();
        Mixes mixes = mixesOf(plan, m_published->results, m_rack, {m_step.get_token(), {}});
        if (mixes.parts.empty()) return;
        m_mixes = std::make_shared<const Mixes>(std::move(mixes));
        m_mixed_plan = plan;
        m_bare_known = false;
    }
    auto result = std::make_shared<Evaluated>(*m_published);
    result->mixes = m_mixes;
    m_published = result;
    emit evaluated(std::move(result));
    planWork(plan);
}

void Evaluator::planWork(const Plan& plan) {
    const Progress progress{m_step.get_token(), {}};
    if (!m_bare_known) {
        m_bare = bareOf(plan, m_published->results, *m_mixes, progress);
        m_bare_known = !progress.stopped();
    }
    if (progress.stopped()) return;
    auto desk = std::make_shared<Desk>();
    auto work = workOf(plan, m_published->results, *m_mixes, m_bare, m_ridges, progress);
    if (!work && work.error().code == ErrorCode::Cancelled) return;
    if (work) {
        desk->work = std::move(*work);
        auto batch = batchOf(plan.steps, desk->work, today(), progress);
        if (batch) {
            desk->batch = std::move(*batch);
        } else {
            desk->problem = batch.error().message;
        }
        desk->findings =
            findingsOf(plan, m_published->results, m_published->marks, *m_mixes, desk->work);
    } else {
        desk->problem = work.error().message;
    }
    if (progress.stopped()) return;
    auto result = std::make_shared<Evaluated>(*m_published);
    result->desk = std::move(desk);
    m_published = result;
    emit evaluated(std::move(result));
}

}  // namespace glaukophos
