// Figure stage, last page: several figures on one base.
#pragma once

#include <QComboBox>

#include "app/jobs/loader.h"
#include "app/pages/plan_page.h"
#include "core/plan/scene.h"

namespace glaukophos {

class ScenePage : public PlanPage {
    Q_OBJECT

  public:
    ScenePage(Document& document, Loader& loader, QWidget* parent = nullptr);

  signals:
    // Another figure is to be opened and stood there.
    void figureRequested(const glaukophos::Beside& where);

  private:
    NumberField* addField(const char* object, const QString& label, const QString& tip,
                          const NumberRange& range, double value);
    [[nodiscard]] Beside where() const;
    void standCopy();
    void showPlan(const Plan& plan) override;

    Loader& m_loader;
    QComboBox* m_single = nullptr;  // owned by Qt, as are the following
    NumberField* m_hour = nullptr;
    NumberField* m_left = nullptr;
    NumberField* m_front = nullptr;
    QLabel* m_words = nullptr;
};

}  // namespace glaukophos
