#include "app/jobs/photo_judge.h"

#include "app/widgets/image_convert.h"
#include "core/photo/straightened.h"
#include "core/review/comparison_picture.h"

namespace glaukophos {

PhotoJudge::PhotoJudge(QObject* parent)
    : QObject(parent),
      m_runner(
          [this](const JudgeRequest& request, const auto& turn) {
              const Progress progress{turn.stop(),
                                      [this](double fraction) { emit progressed(fraction); }};
              const auto verdict = judge(request, progress);
              if (turn.isOver()) return;
              if (!verdict) return emit failed(QString::fromStdString(verdict.error().message));
              emit judged(*verdict);
          },
          [this](const QString& sentence) { emit failed(sentence); }) {}

Result<Verdict> PhotoJudge::judge(const JudgeRequest& request, const Progress& progress) {
    const auto photo = decodePhotograph(*request.bytes);
    if (!photo) return tl::unexpected(photo.error());
    const StraightPhoto straight = straightPhoto(*photo, request.camera);
    Verdict verdict;
    verdict.bytes = request.bytes;
    if (request.evaluated == nullptr) {
        auto light = lightOfPhoto(*request.figure->form, straight.photo, straight.camera, progress);
        if (!light) return tl::unexpected(light.error());
        verdict.light = std::move(*light);
        return verdict;
    }
    const auto comparison =
        compared(*request.evaluated, straight.photo, straight.camera, request.choice, progress);
    if (!comparison) return tl::unexpected(comparison.error());
    verdict.faults = faultsIn(*comparison, *request.evaluated);
    verdict.judged_share = comparison->judged_share;
    verdict.mean_error = comparison->mean_error;
    verdict.factor = comparison->factor;
    verdict.by_value = toQImage(comparisonPicture(*comparison, Off::Value));
    verdict.by_warmth = toQImage(comparisonPicture(*comparison, Off::Warmth));
    return verdict;
}

}  // namespace glaukophos
