// How a mix came out, said at the bench: pots are put right, and the mixes to come follow.
#pragma once

#include <QLabel>
#include <QWidget>
#include <map>

#include "app/document/document.h"
#include "core/mixing/bench_correction.h"
#include "core/work/bench_log.h"

namespace glaukophos {

class MixAnswers : public QWidget {
    Q_OBJECT

  public:
    MixAnswers(Document& document, QWidget* parent);

    // The step in hand, of the work of what was evaluated last; null for none.
    void setStep(const Step* step);
    // Says which mixes that are not yet painted have changed, once they are known.
    void showResults(const Evaluated& evaluated, const BenchLog& log);

  signals:
    void problem(const QString& message);

  private:
    void take(CameOut came_out);
    void takeDabs();
    void correct(const PotCorrection& correction, const QString& words);
    [[nodiscard]] const Work* work() const;  // null until it is worked out

    Document& m_document;
    Recipe m_recipe;                              // of the step in hand
    QLabel* m_changed = nullptr;                  // owned by Qt
    QString m_correction;                         // in words, until the mixes follow
    std::map<std::string, std::string> m_before;  // recipes by step, before it
    std::vector<Paint> m_awaited;                 // the rack that they are to follow
};

}  // namespace glaukophos
