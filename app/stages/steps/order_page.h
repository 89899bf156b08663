// All steps in working order; dragging one changes the order, and what breaks is said.
#pragma once

#include <QButtonGroup>
#include <QCheckBox>
#include <QListWidget>

#include "app/document/kept_log.h"
#include "app/pages/plan_page.h"
#include "app/widgets/drops_view.h"
#include "core/work/folded_steps.h"

namespace glaukophos {

class OrderPage : public PlanPage {
    Q_OBJECT

  public:
    OrderPage(Document& document, KeptLog& log, QWidget* parent);

    // The step that is looked at; empty: none.
    [[nodiscard]] const QString& chosen() const { return m_chosen; }
    void choose(const QString& key);
    [[nodiscard]] QListWidget& list() { return *m_list; }
    // What of the step the figure shows: where it goes, or how all looks before or after it.
    enum class Sight { Map, Before, After };
    [[nodiscard]] Sight sight() const { return static_cast<Sight>(m_sights->checkedId()); }

  signals:
    void stepChosen(const QString& key);

  protected:
    void showResults(const Evaluated& evaluated) override;

  private:
    void buildList();
    void buildButtons();
    void buildSights();
    void buildCard();
    void fillList(const Evaluated& evaluated);
    void foldList();  // all but the entry of the chosen step
    void showStep(const Evaluated& evaluated, const Step& step);
    void moveChosen(int by);
    void takeOrder();  // after a drag

    KeptLog& m_log;
    QListWidget* m_list = nullptr;  // owned by Qt, as are the following
    QLabel* m_summary = nullptr;
    QLabel* m_problem = nullptr;
    QLabel* m_title = nullptr;
    QLabel* m_words = nullptr;
    QLabel* m_caution = nullptr;
    DropsView* m_drops = nullptr;
    QPushButton* m_usual = nullptr;
    QCheckBox* m_folded = nullptr;
    QButtonGroup* m_sights = nullptr;
    QString m_chosen;
    std::shared_ptr<const Desk> m_shown;  // that the list is of
    std::vector<FoldedSteps> m_entries;   // of its steps
    bool m_filling = false;
};

}  // namespace glaukophos
