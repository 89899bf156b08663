// The plan over several primers, worked out off the interface thread.
#pragma once

#include <QObject>
#include <vector>

#include "app/jobs/newest_wins.h"
#include "core/pipeline/evaluated.h"
#include "core/work/primers.h"

namespace glaukophos {

class PrimerMaker : public QObject {
    Q_OBJECT

  public:
    explicit PrimerMaker(QObject* parent = nullptr);

    // `evaluated` is complete, with its desk.
    void request(EvaluatedPtr evaluated) { m_runner.request(std::move(evaluated)); }

  signals:
    // On the thread of this object; the quickest first.
    void ready(const std::vector<glaukophos::PrimerChoice>& choices);
    void progressed(double fraction);

  private:
    NewestWins<EvaluatedPtr> m_runner;  // last member
};

}  // namespace glaukophos
