// Several plans of one figure, worked out and pictured beside each other off the interface thread.
#pragma once

#include <QImage>
#include <QObject>
#include <vector>

#include "app/jobs/newest_wins.h"
#include "core/picture/render.h"
#include "core/pipeline/advance.h"
#include "core/pipeline/compared.h"

namespace glaukophos {

struct CompareRequest {
    std::vector<Plan> plans;  // of one figure
    EvaluatedPtr known;       // whatever is known of one of them, with its traces; may be null
    ViewChoice view;
    PixelGrid grid;  // of each picture, in device pixels
    LookChoice look;
    ShadeChoice shade;
    int number = 0;  // comes back with the figures
};

class CompareMaker : public QObject {
    Q_OBJECT

  public:
    explicit CompareMaker(QObject* parent = nullptr);

    void request(CompareRequest request) { m_runner.request(std::move(request)); }
    void forget() { m_runner.forget(); }

  signals:
    // `plan` is its place in the request.
    void pictureReady(std::size_t plan, const QImage& picture);
    // `number` is that of the request; `last`: nothing more comes of it.
    void figuresReady(int number, std::size_t plan, const glaukophos::PlanFigures& figures,
                      bool last);
    void failed(const QString& sentence);

  private:
    using Turn = NewestWins<CompareRequest>::Turn;
    void work(const CompareRequest& request, const Turn& turn);
    void take(const CompareRequest& request, std::size_t plan, const Turn& turn, Goal goal,
              bool settled);
    [[nodiscard]] EvaluatedPtr before(const CompareRequest& request, std::size_t plan) const;

    std::vector<EvaluatedPtr> m_last;  // the worker's: one entry a plan of the last request

    NewestWins<CompareRequest> m_runner;  // last member
};

}  // namespace glaukophos
