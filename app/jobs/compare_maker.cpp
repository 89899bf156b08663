// All of them coarse first, then all fine, then what takes longest: minutes and paints.
#include "app/jobs/compare_maker.h"

#include <algorithm>

#include "app/widgets/screen_profile.h"

namespace glaukophos {
namespace {

constexpr std::chrono::milliseconds kPause{150};
constexpr int kFineFrames = 8;

QImage pictureOf(const CompareRequest& request, const Evaluated& evaluated, int frames) {
    const Figure& figure = *evaluated.plan.figure;
    Camera camera = heldCamera(figure.bounds(), request.view, request.grid);
    hideParts(camera, evaluated.plan);
    const Look look = lookOf(evaluated.plan, *evaluated.appearance, request.look, *evaluated.marks);
    return onScreen(renderPicture(figure, camera, request.grid, look, request.shade, frames));
}

}  // namespace

CompareMaker::CompareMaker(QObject* parent)
    : QObject(parent),
      m_runner([this](const CompareRequest& request, const Turn& turn) { work(request, turn); },
               [this](const QString& sentence) { emit failed(sentence); }) {}

// The nearest that is known: of the same lights, or at least of the same figure.
EvaluatedPtr CompareMaker::before(const CompareRequest& request, std::size_t plan) const {
    std::vector<EvaluatedPtr> candidates = m_last;
    candidates.push_back(request.known);
    const Plan& wanted = request.plans[plan];
    const auto same = std::ranges::find_if(candidates, [&](const EvaluatedPtr& one) {
        return one != nullptr && one->plan.figure == wanted.figure &&
               one->plan.lights == wanted.lights;
    });
    if (same != candidates.end()) return *same;
    return plan < m_last.size() && m_last[plan] != nullptr ? m_last[plan] : request.known;
}

void CompareMaker::take(const CompareRequest& request, std::size_t plan, const Turn& turn,
                        Goal goal, bool settled) {
    Advance how;
    how.goal = goal;
    how.shown = [](const EvaluatedPtr&) {};
    how.rests = [settled] { return settled; };
    const EvaluatedPtr state =
        advance(request.plans[plan], before(request, plan), {turn.stop(), {}}, how);
    if (state == nullptr) return;
    m_last[plan] = state;
    if (settled && turn.isOver()) return;
    if (goal != Goal::Desk) {
        emit pictureReady(plan, pictureOf(request, *state, settled ? kFineFrames : 1));
    }
    emit figuresReady(request.number, plan, figuresOf(*state), goal == Goal::Desk);
}

void CompareMaker::work(const CompareRequest& request, const Turn& turn) {
    const std::size_t count = request.plans.size();
    m_last.resize(count);
    for (std::size_t plan = 0; plan < count; ++plan) {
        take(request, plan, turn, Goal::Appearance, false);
    }
    if (!turn.restsFor(kPause)) return;
    for (const Goal goal : {Goal::Marks, Goal::Desk}) {
        for (std::size_t plan = 0; plan < count && !turn.isOver(); ++plan) {
            take(request, plan, turn, goal, true);
        }
    }
}

}  // namespace glaukophos
