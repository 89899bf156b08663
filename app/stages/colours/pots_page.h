// Page "Pots" of the Colours stage: a part's ladder from the painter's own pots.
#pragma once

#include <QCheckBox>

#include "app/pages/plan_page.h"
#include "app/widgets/card_button.h"
#include "core/mixing/pots.h"

namespace glaukophos {

// Bands side by side: lightness wanted and reached, in words and as patches.
class ReachedList : public QWidget {
    Q_OBJECT

  public:
    explicit ReachedList(QWidget* parent);
    void setPart(const Evaluated& evaluated, PartIndex part);
    [[nodiscard]] QSize sizeHint() const override;
    // "Shade: wanted 27, comes out 31: 1 Teal + 1 Clay".
    [[nodiscard]] QStringList rows() const;

  protected:
    void paintEvent(QPaintEvent* event) override;

  private:
    struct Row {
        QString band;
        QColor wanted;
        QColor reached;
        QString lightness;
        QString mix;
    };
    std::vector<Row> m_rows;
};

class PotsPage : public PlanPage {
    Q_OBJECT

  public:
    PotsPage(Document& document, QWidget* parent);

  protected:
    void showPlan(const Plan& plan) override;
    void showResults(const Evaluated& evaluated) override;

  private:
    void addSharing();
    void addPots();
    void addProposals();
    // Edits the chosen part and all that share its ladder.
    void changeSharing(const QString& text, const std::function<void(Part&)>& alter);
    void setPot(std::size_t pot, const QString& name);
    void setCount(std::size_t count);
    void takeProposal(std::size_t which);

    QLabel* m_part = nullptr;  // owned by Qt, as are the following
    QCheckBox* m_apart = nullptr;
    QCheckBox* m_own = nullptr;
    QWidget* m_editor = nullptr;
    std::array<QComboBox*, 5> m_pots{};
    std::array<QLabel*, 5> m_names{};
    QComboBox* m_between = nullptr;
    QPushButton* m_more = nullptr;
    QPushButton* m_fewer = nullptr;
    std::array<CardButton*, 3> m_proposals{};
    ReachedList* m_reached = nullptr;
    QLabel* m_remarks = nullptr;
    std::vector<PotProposal> m_proposed;
};

}  // namespace glaukophos
