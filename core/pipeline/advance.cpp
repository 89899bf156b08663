// Light from the quickest source that is right, refined in rounds; then paint, then work.
#include "core/pipeline/advance.h"

#include <algorithm>

#include "core/lighting/glow_licences.h"
#include "core/lighting/sprays.h"
#include "core/painted/drawn_strokes.h"
#include "core/pipeline/raised_traces.h"
#include "core/pipeline/stage_keys.h"

namespace glaukophos {
namespace {

class Pipeline {
  public:
    Pipeline(const Plan& plan, const EvaluatedPtr& before, const Progress& progress,
             const Advance& how)
        : m_plan(plan), m_before(before), m_progress(progress), m_how(how) {
        if (before != nullptr) m_traces = *before->traces;
        if (m_traces.form != plan.figure->form) forgetForm();
    }

    EvaluatedPtr run() {
        if (lightsUp() && m_how.goal >= Goal::Mixes && mixUp() && m_how.goal >= Goal::Desk) {
            planWork();
        }
        if (m_state == nullptr) return nullptr;
        // What was traced since the last state was shown is kept as well.
        Evaluated last = *m_state;
        last.traces = std::make_shared<const Traces>(std::move(m_traces));
        return std::make_shared<const Evaluated>(std::move(last));
    }

  private:
    [[nodiscard]] bool isLive() const { return static_cast<bool>(m_how.shown); }
    [[nodiscard]] bool rests() const { return !m_how.rests || m_how.rests(); }
    [[nodiscard]] bool stopped() const { return m_progress.stopped(); }
    [[nodiscard]] const Form& form() const { return *m_plan.figure->form; }
    [[nodiscard]] Progress quietly() const { return {m_progress.stop, {}}; }

    void forgetForm() {
        m_traces.form = m_plan.figure->form;
        m_traces.lights.clear();
        m_traces.table = std::make_shared<const SkyTable>();
        m_traces.bounce.reset();
        forgetVolumes(m_traces);
        m_traces.ridges.reset();
        m_traces.drawn_labels.reset();
        m_traces.before_glow.reset();
        if (!m_how.sky.find) return;
        if (auto table = m_how.sky.find(form())) {
            m_traces.table = std::make_shared<const SkyTable>(std::move(*table));
        }
    }

    void show(Evaluated state) {
        state.plan = m_plan;
        state.traces = std::make_shared<const Traces>(m_traces);
        m_state = std::make_shared<const Evaluated>(std::move(state));
        if (m_how.shown) m_how.shown(m_state);
    }

    // Light, values and marks at full accuracy; false when stopped before that.
    bool lightsUp() {
        const bool known = m_before != nullptr && m_before->complete &&
                           (m_before->marked || m_how.goal < Goal::Marks) &&
                           appearanceKey(m_before->plan) == appearanceKey(m_plan);
        if (known) {
            Evaluated same = *m_before;
            if (deskKey(m_before->plan) != deskKey(m_plan)) same.desk.reset();
            if (mixesKey(m_before->plan) != mixesKey(m_plan)) same.mixes.reset();
            scoreIfAsked(same);
            show(std::move(same));
            return true;
        }
        return isLive() ? refine() : settle();
    }

    // The sky in rounds and soft shadows, each shown when it makes a difference.
    bool refine() {
        turnVolumes(m_plan, m_traces);
        if (!m_how.followed || !rests()) {
            // A preview is always finished, or a hand that never rests would see none.
            traceLights(Accuracy::Preview, {});
            publish(Finish::Quick);
            if (m_traces.table->rounds > 0 && !rests()) return false;
        }
        const Progress quiet = quietly();
        if (m_traces.table->rounds == 0) {  // the first round makes the picture readable
            if (!traceRound() || !traceLights(Accuracy::Preview, quiet)) return false;
            publish(Finish::Settled);
        }
        if (!raiseVolumes(m_plan, m_traces, quietly()) || !traceLights(Accuracy::Soft, quiet))
            return false;
        publish(Finish::Settled);
        if (throwsAnyBack() && m_traces.bounce == nullptr) {
            if (!traceBounces()) return false;
            publish(Finish::Settled);
        }
        if (m_traces.table->rounds == kSkyRounds) return !stopped();
        while (m_traces.table->rounds < kSkyRounds) {
            if (!traceRound()) return false;
        }
        if (!traceLights(Accuracy::Preview, quiet)) return false;
        publish(Finish::Settled);
        return !stopped();
    }

    bool settle() {
        while (m_traces.table->rounds < kSkyRounds) {
            if (!traceRound()) return false;
            m_progress.at(0.9 * m_traces.table->rounds / kSkyRounds);
        }
        turnVolumes(m_plan, m_traces);
        if (!raiseVolumes(m_plan, m_traces, quietly())) return false;
        if (!traceLights(Accuracy::Soft, quietly())) return false;
        if (throwsAnyBack() && m_traces.bounce == nullptr && !traceBounces()) return false;
        publish(Finish::Settled);
        m_progress.at(1.0);
        return !stopped();
    }

    bool traceRound() {
        SkyTable table = *m_traces.table;
        if (!traceNextRound(table, form().receivers(), form().occluders, quietly())) return false;
        m_traces.table = std::make_shared<const SkyTable>(std::move(table));
        if (m_traces.table->rounds == kSkyRounds && m_how.sky.keep) {
            m_how.sky.keep(form(), *m_traces.table);
        }
        return !isLive() || raiseVolumes(m_plan, m_traces, quietly());
    }

    [[nodiscard]] bool throwsAnyBack() const {
        return std::ranges::any_of(m_plan.lights, throwsBack);
    }

    bool traceBounces() {
        BounceTable table = bounceTableOf(form(), quietly());
        if (table.empty()) return false;
        m_traces.bounce = std::make_shared<const BounceTable>(std::move(table));
        return true;
    }

    // A scene of its own pays where a light is traced softly, and serves every move after that.
    void makePast(TracedLight& traced, const Light& light, const LitForm& lit) {
        if (traced.past != nullptr || isReadFromTable(light)) return;
        if (auto past = sceneWithoutPassed(light, lit.occluders)) {
            traced.past = std::make_shared<const RayScene>(std::move(*past));
        }
    }

    [[nodiscard]] bool isFresh(std::size_t index, Accuracy accuracy) const {
        const TracedLight& traced = m_traces.lights[index];
        const bool same_table = traced.sky_rounds == m_traces.table->rounds;
        if (isReadFromTable(m_plan.lights[index])) return same_table;
        const bool previews_sky =
            std::holds_alternative<Sky>(traced.kind) && traced.accuracy == Accuracy::Preview;
        return traced.accuracy >= accuracy && (!previews_sky || same_table);
    }

    // Brings every light to at least `accuracy`; false when stopped.
    bool traceLights(Accuracy accuracy, const Progress& progress) {
        m_traces.lights.resize(m_plan.lights.size());
        for (std::size_t l = 0; l < m_plan.lights.size(); ++l) {
            TracedLight& traced = m_traces.lights[l];
            renew(traced, m_plan.lights[l], *m_plan.figure, m_traces.raised);
            if (traced.irradiance != nullptr && isFresh(l, accuracy)) continue;
            LitForm lit = litBy(m_plan, m_traces);
            if (accuracy == Accuracy::Soft) makePast(traced, m_plan.lights[l], lit);
            lit.occluders.past = traced.past.get();
            OverForm irradiance =
                irradianceOf(m_plan.lights[l], lit, skyOver(m_traces), accuracy, progress);
            if (irradiance.empty()) return false;
            traced.irradiance = std::make_shared<const OverForm>(std::move(irradiance));
            traced.accuracy = accuracy;
            traced.sky_rounds = m_traces.table->rounds;
        }
        return true;
    }

    [[nodiscard]] bool isComplete(Finish finish) const {
        bool all_soft = true;
        for (std::size_t l = 0; l < m_traces.lights.size(); ++l) {
            all_soft = all_soft && (isReadFromTable(m_plan.lights[l]) ||
                                    m_traces.lights[l].accuracy >= Accuracy::Soft);
        }
        return finish == Finish::Settled && all_soft && isRaised(m_plan, m_traces) &&
               m_traces.table->rounds == kSkyRounds &&
               (!throwsAnyBack() || m_traces.bounce != nullptr);
    }

    FormIrradiance gathered(Finish finish) {
        FormIrradiance irradiance;
        for (const TracedLight& traced : m_traces.lights) {
            irradiance.of_lights.push_back(traced.irradiance);
        }
        if (m_traces.table->rounds > 0 && m_traces.table->rounds != m_traces.sky_rounds) {
            m_traces.sky = std::make_shared<const SkySeen>(
                skySeenBy(litBy(m_plan, m_traces), skyOver(m_traces)));
            m_traces.sky_rounds = m_traces.table->rounds;
        }
        irradiance.sky = m_traces.sky;
        irradiance.raised = m_traces.raised;
        if (finish == Finish::Settled) {
            irradiance.sprayed = sprayedOf(m_plan.under, form(), *m_traces.table);
        }
        // Seconds of work the first time: until it is done, nothing is thrown back.
        if (throwsAnyBack() && m_traces.bounce != nullptr) {
            addThrownBack(m_plan, *m_traces.bounce, irradiance);
        }
        return irradiance;
    }

    void publish(Finish finish) {
        Evaluated state;
        state.serial = 1 + (m_state != nullptr    ? m_state->serial
                            : m_before != nullptr ? m_before->serial
                                                  : 0);
        Irradiance irradiance = spread(*m_plan.figure, gathered(finish));
        takeGlowLicences(m_plan, irradiance);
        auto appearance =
            std::make_shared<const Appearance>(appearanceOf(m_plan, std::move(irradiance), finish));
        state.marks = m_how.goal >= Goal::Marks ? marksOf(*appearance, finish)
                                                : std::make_shared<const Marks>();
        state.appearance = std::move(appearance);
        state.marked = m_how.goal >= Goal::Marks;
        state.sky_rounds = m_traces.table->rounds;
        // Stopped on the way, the edges may not have been found: the next call goes on from here.
        state.complete = isComplete(finish) && !stopped();
        scoreIfAsked(state, finish);
        show(std::move(state));
    }

    // Edges of the form are found once, and kinds of borders when the hand rests.
    std::shared_ptr<const Marks> marksOf(const Appearance& appearance, Finish finish) {
        auto marks = std::make_shared<Marks>();
        const RidgeOptions options = ridgeOptionsFor(m_plan.values.edge_lines);
        const bool known = m_traces.ridges != nullptr && options == m_traces.ridge_options;
        if (finish == Finish::Quick) {
            if (lastIsAlike()) marks->lines = m_before->marks->lines;
            if (known) marks->drawn = drawnOf(appearance, finish);
            return marks;
        }
        if (!known) {
            Ridges ridges = ridgesOf(form().whole, options, quietly());
            m_traces.ridges.reset();
            if (stopped()) return marks;
            m_traces.ridges = std::make_shared<const Ridges>(std::move(ridges));
            m_traces.ridge_options = options;
        }
        marks->lines = edgeLinesOf(m_plan, appearance, *m_traces.ridges);
        marks->drawn = drawnOf(appearance, finish);
        marks->edges = bandEdgesOf(m_plan, appearance);
        marks->underpainted = underpaintedOf(m_plan, appearance.irradiance);
        return marks;
    }

    // Whether what was last shown is of the same figure, so that some of it may stand for now.
    [[nodiscard]] bool lastIsAlike() const {
        return m_before != nullptr && m_before->marked &&
               m_before->plan.figure->labels == m_plan.figure->labels;
    }

    // What is drawn follows from the form. Nets follow parts and light too: they are drawn anew
    // when the hand rests.
    const std::vector<Strokes>& drawnOf(const Appearance& appearance, Finish finish) {
        const bool follows_light =
            std::ranges::find(m_plan.lines, LineKind::Net, &DrawnLine::kind) != m_plan.lines.end();
        const bool known =
            (finish == Finish::Quick || !follows_light) && m_traces.drawn_lines == m_plan.lines &&
            m_traces.drawn_parts == m_plan.parts && m_traces.drawn_labels == m_plan.figure->labels;
        if (!known) {
            m_traces.drawn = drawnStrokes(m_plan, appearance.irradiance);
            m_traces.drawn_lines = m_plan.lines;
            m_traces.drawn_parts = m_plan.parts;
            m_traces.drawn_labels = m_plan.figure->labels;
        }
        return m_traces.drawn;
    }

    void scoreIfAsked(Evaluated& state, Finish finish = Finish::Settled) const {
        state.score.reset();
        const bool can = m_how.scored && *m_how.scored < m_plan.lights.size() &&
                         m_traces.table->rounds == kSkyRounds &&
                         std::holds_alternative<FarLight>(m_plan.lights[*m_how.scored].kind);
        if (!can) return;
        state.scored_light = *m_how.scored;
        // How good other directions are hardly follows the one that is taken.
        const bool waits = finish == Finish::Quick && lastIsAlike() && m_before->score &&
                           m_before->scored_light == *m_how.scored;
        if (waits) {
            state.score = m_before->score;
            return;
        }
        state.score =
            scoreDirections(m_plan, skyOver(m_traces), state.appearance->irradiance, *m_how.scored);
    }

    // Drops for all colours; false when stopped.
    bool mixUp() {
        if (!m_state->complete || !rests()) return false;
        const bool known = m_before != nullptr && m_before->mixes != nullptr &&
                           mixesKey(m_before->plan) == mixesKey(m_plan);
        Evaluated state = *m_state;
        state.mixes = known ? m_before->mixes : mixed();
        if (state.mixes == nullptr) return false;
        show(std::move(state));
        return true;
    }

    std::shared_ptr<const Mixes> mixed() {
        if (m_traces.rack == nullptr || m_traces.rack_paints != m_plan.rack) {
            m_traces.rack = std::make_shared<const MixingRack>(mixingRack(m_plan.rack));
            m_traces.rack_paints = m_plan.rack;
        }
        Mixes mixes = mixesOf(m_plan, *m_state->appearance, *m_traces.rack, quietly());
        if (mixes.parts.empty()) return nullptr;
        return std::make_shared<const Mixes>(std::move(mixes));
    }

    void planWork() {
        const bool known = m_before != nullptr && m_before->desk != nullptr &&
                           m_before->mixes == m_state->mixes &&
                           deskKey(m_before->plan) == deskKey(m_plan);
        Evaluated state = *m_state;
        state.desk = known ? m_before->desk : workedOut();
        if (state.desk != nullptr) show(std::move(state));
    }

    // Null when stopped.
    std::shared_ptr<const Desk> workedOut() {
        const Appearance& appearance = *m_state->appearance;
        const Mixes& mixes = *m_state->mixes;
        const Progress quiet = quietly();
        if (m_traces.before_glow == nullptr || m_traces.before_glow_mixes != m_state->mixes) {
            BeforeGlow before = beforeGlowOf(m_plan, appearance, mixes, quiet);
            if (stopped()) return nullptr;
            m_traces.before_glow = std::make_shared<const BeforeGlow>(std::move(before));
            m_traces.before_glow_mixes = m_state->mixes;
        }
        auto desk = std::make_shared<Desk>();
        auto work = workOf(m_plan, appearance, mixes, *m_traces.before_glow, *m_traces.ridges,
                           m_traces.drawn, quiet);
        if (!work) {
            desk->problem = work.error().message;
            return stopped() ? nullptr : desk;
        }
        desk->work = std::move(*work);
        auto batch = batchOf(m_plan.steps, desk->work, today(), quiet);
        if (batch) {
            desk->batch = std::move(*batch);
        } else {
            desk->problem = batch.error().message;
        }
        desk->findings = findingsOf(m_plan, appearance, *m_state->marks, mixes, desk->work);
        return stopped() ? nullptr : desk;
    }

    const Plan& m_plan;
    const EvaluatedPtr& m_before;
    const Progress& m_progress;
    const Advance& m_how;
    Traces m_traces;
    EvaluatedPtr m_state;  // the furthest so far
};

}  // namespace

EvaluatedPtr advance(const Plan& plan, const EvaluatedPtr& before, const Progress& progress,
                     const Advance& how) {
    return Pipeline(plan, before, progress, how).run();
}

Result<EvaluatedPtr> evaluated(const Plan& plan, Goal goal, const Progress& progress,
                               const SkyKeeping& sky) {
    Advance how;
    how.goal = goal;
    how.sky = sky;
    EvaluatedPtr all = advance(plan, nullptr, progress, how);
    if (progress.stopped() || all == nullptr) return fail(ErrorCode::Cancelled, "Stopped.");
    if (goal == Goal::Desk && all->desk->work.steps.empty()) {
        return fail(ErrorCode::BadInput, all->desk->problem);
    }
    return all;
}

}  // namespace glaukophos
