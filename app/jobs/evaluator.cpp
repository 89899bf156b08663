// What is worked out lies in the core's pipeline; here is only when.
#include "app/jobs/evaluator.h"

#include <chrono>

namespace glaukophos {
namespace {

constexpr std::chrono::milliseconds kRest{120};  // how long the hand must rest

}  // namespace

Evaluator::Evaluator(const QString& cache_folder, QObject* parent)
    : QObject(parent),
      m_cache(cache_folder.toStdString()),
      m_runner([this](const Request& request,
                      const NewestWins<Request>::Turn& turn) { work(request, turn); },
               [this](const QString& sentence) { emit failed(sentence); }) {}

void Evaluator::request(Plan plan, std::optional<std::size_t> scored) {
    m_runner.request({std::move(plan), scored});
}

void Evaluator::work(const Request& request, const NewestWins<Request>::Turn& turn) {
    Advance how;
    how.scored = request.scored;
    how.shown = [this](const EvaluatedPtr& state) { emit evaluated(state); };
    how.rests = [&turn] { return turn.restsFor(kRest); };
    how.kept_sky = [this](const Form& form) { return m_cache.find(form); };
    how.keep_sky = [this](const Form& form, const SkyTable& table) { m_cache.keep(form, table); };
    m_last = advance(request.plan, m_last, {turn.stop(), {}}, how);
}

}  // namespace glaukophos
