// What is worked out lies in the core's pipeline; here is only when.
#include "app/jobs/evaluator.h"

#include <algorithm>
#include <chrono>

#include "core/pipeline/followed.h"

namespace glaukophos {
namespace {

constexpr std::chrono::milliseconds kRest{80};  // how long the hand must rest
// Pictures follow the hand on their own: shares, ladders and charts come when it rests, and once in
// a while.
constexpr std::chrono::milliseconds kMeanwhile{600};
constexpr int kTimesAsLong = 8;  // ... after so many times as long as the last time took

}  // namespace

Evaluator::Evaluator(const QString& cache_folder, QObject* parent)
    : QObject(parent),
      m_sky(skyKeptIn(cache_folder.toStdString())),
      m_runner([this](const Request& request,
                      const NewestWins<Request>::Turn& turn) { work(request, turn); },
               [this](const QString& sentence) { emit failed(sentence); }) {}

void Evaluator::request(Plan plan, std::optional<std::size_t> scored) {
    m_runner.request({std::move(plan), scored});
}

void Evaluator::work(const Request& request, const NewestWins<Request>::Turn& turn) {
    using Clock = std::chrono::steady_clock;
    const bool followed = m_last != nullptr && canFollow(request.plan, *m_last);
    const auto begun = Clock::now();
    const auto wait = std::max<Clock::duration>(kMeanwhile, kTimesAsLong * m_last_took);
    if (followed && begun - m_last_time < wait && !turn.restsFor(kRest)) return;
    Advance how;
    how.scored = request.scored;
    how.shown = [this](const EvaluatedPtr& state) { emit evaluated(state); };
    how.rests = [&turn] { return turn.restsFor(kRest); };
    how.sky = m_sky;
    how.followed = followed;
    m_last = advance(request.plan, m_last, {turn.stop(), {}}, how);
    m_last_time = Clock::now();
    // What goes on when the hand rests is no measure of what a move costs.
    if (turn.isOver()) m_last_took = m_last_time - begun;
}

}  // namespace glaukophos
