// What was found in the photographs of the open plan, until another plan is opened.
#pragma once

#include <QObject>
#include <map>
#include <optional>

#include "app/jobs/photo_judge.h"
#include "app/stages/review/photo_desk.h"

namespace glaukophos {

class PhotoVerdicts : public QObject {
    Q_OBJECT

  public:
    explicit PhotoVerdicts(PhotoDesk& desk, QObject* parent = nullptr);

    void compare(const ComparisonChoice& choice);
    void findLight();
    void stop();
    [[nodiscard]] bool isBusy() const { return m_busy; }
    // Of the photograph on the desk; null: not compared yet.
    [[nodiscard]] const Verdict* painted() const;
    [[nodiscard]] const LightFound* light() const;
    // Of any photograph, the last that was found; null: none.
    [[nodiscard]] const LightFound* lastLight() const;
    // Into the plan: as steps, as lights.
    void takeFaults(std::size_t first, std::size_t count);
    void takeLightFound();

  signals:
    void changed();
    void progressed(double fraction);
    void problem(const QString& sentence);

  private:
    void start(JudgeRequest request);
    void take(const Verdict& verdict);

    PhotoDesk& m_desk;
    std::map<PhotoBytes, Verdict> m_painted;
    std::map<PhotoBytes, LightFound> m_lights;
    PhotoBytes m_last_light;
    bool m_busy = false;
    PhotoJudge m_judge;  // last: its worker ends first
};

}  // namespace glaukophos
