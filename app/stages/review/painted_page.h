// Review stage: painted against planned.
#pragma once

#include <QListWidget>
#include <QProgressBar>
#include <QPushButton>

#include "app/pages/plan_page.h"
#include "app/stages/review/photo_verdicts.h"

namespace glaukophos {

class PaintedPage : public PlanPage {
    Q_OBJECT

  public:
    PaintedPage(PhotoDesk& desk, PhotoVerdicts& verdicts, QWidget* parent = nullptr);

    enum class Shown { Picture, Value, Warmth };
    [[nodiscard]] Shown shown() const;
    // While patches of the card are to be clicked: which comes next.
    [[nodiscard]] bool isAskingForCard() const;
    // A click on the straightened photograph.
    void answerCard(const Eigen::Vector2d& pixel);
    // Which of the faults is chosen in the list; -1: none.
    [[nodiscard]] int chosenFault() const { return m_faults->currentRow(); }

  signals:
    void chosen();     // something else is to be shown
    void cardAsked();  // or answered

  private:
    enum class CardWay { LookedFor, Clicked, GreyClicked };
    void addLight();
    void addCard();
    void addVerdict();
    void compare();
    void refreshFault();
    [[nodiscard]] QString summaryOf(const Verdict& verdict) const;
    [[nodiscard]] ComparisonChoice choice() const;
    [[nodiscard]] CardWay cardWay() const;
    [[nodiscard]] std::size_t patchesWanted() const;
    void showPlan(const Plan& plan) override;

    PhotoDesk& m_desk;
    PhotoVerdicts& m_verdicts;
    std::vector<Eigen::Vector2d> m_card_px;  // straightened
    PhotoBytes m_card_of;                    // the photograph they lie on
    QLabel* m_words = nullptr;               // owned by Qt, as are the following
    QComboBox* m_light = nullptr;
    NumberField* m_hour = nullptr;
    NumberField* m_height = nullptr;
    NumberField* m_fill = nullptr;
    QComboBox* m_painted = nullptr;
    QComboBox* m_card = nullptr;
    NumberField* m_grey = nullptr;
    QLabel* m_card_words = nullptr;
    QPushButton* m_compare = nullptr;
    QProgressBar* m_progress = nullptr;
    QLabel* m_summary = nullptr;
    QComboBox* m_shown = nullptr;
    QListWidget* m_faults = nullptr;
    QLabel* m_cure = nullptr;
    QPushButton* m_take = nullptr;
    QPushButton* m_take_worst = nullptr;
};

}  // namespace glaukophos
