// Judges matched photographs off the interface thread: painted against planned, or the light.
#pragma once

#include <QImage>
#include <QObject>
#include <optional>

#include "app/jobs/photo_matcher.h"
#include "core/review/faults.h"
#include "core/review/light_of_photo.h"

namespace glaukophos {

struct JudgeRequest {
    PhotoBytes bytes;  // never null
    PhotoCamera camera;
    std::shared_ptr<const Figure> figure;
    EvaluatedPtr evaluated;  // with its desk; null: the light is looked for
    ComparisonChoice choice;
};

struct Verdict {
    PhotoBytes bytes;
    std::vector<PaintedFault> faults;
    double judged_share = 0.0;
    double mean_error = 0.0;
    QImage by_value;  // maps of what is off; null where the light was looked for
    QImage by_warmth;
    int factor = 1;  // the maps are so much smaller than the photograph
    std::optional<LightFound> light;
};

class PhotoJudge : public QObject {
    Q_OBJECT

  public:
    explicit PhotoJudge(QObject* parent = nullptr);
    void request(JudgeRequest request) { m_runner.request(std::move(request)); }
    void stop() { m_runner.forget(); }

  signals:
    // On the thread of this object.
    void judged(const glaukophos::Verdict& verdict);
    void failed(const QString& sentence);
    void progressed(double fraction);

  private:
    static Result<Verdict> judge(const JudgeRequest& request, const Progress& progress);

    NewestWins<JudgeRequest> m_runner;  // last member
};

}  // namespace glaukophos
