// Figure stage, last page: several figures on one base, each with a heading of its own.
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
    void addForNew();
    void addForStanding();
    // The figure chosen, from 1; 0: a new one.
    [[nodiscard]] int chosenFigure() const;
    void showChosen();
    void standCopy();
    void moveChosen();
    void takeAway();
    void showPlan(const Plan& plan) override;

    Loader& m_loader;
    QComboBox* m_which = nullptr;  // owned by Qt, as are the following
    QComboBox* m_single = nullptr;
    NumberField* m_hour = nullptr;
    NumberField* m_left = nullptr;
    NumberField* m_front = nullptr;
    QWidget* m_for_new = nullptr;       // what is asked of one that is to come
    QWidget* m_for_standing = nullptr;  // ... and of one that stands
    QLabel* m_words = nullptr;
};

}  // namespace glaukophos
