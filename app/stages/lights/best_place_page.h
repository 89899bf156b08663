// Lights stage, third page: how well each direction of the sky would do for the chosen far light.
#pragma once

#include <QLabel>
#include <QWidget>
#include <array>

#include "app/document/document.h"
#include "app/widgets/card_button.h"
#include "app/widgets/number_field.h"
#include "core/lighting/score.h"

namespace glaukophos {

class BestPlacePage : public QWidget {
    Q_OBJECT

  public:
    explicit BestPlacePage(Document& document, QWidget* parent = nullptr);

    [[nodiscard]] const std::vector<Proposal>& proposals() const { return m_proposals; }

  signals:
    void proposalsChanged();

  protected:
    void showEvent(QShowEvent* event) override;

  private:
    void refreshWeights();
    void refreshProposals();
    void showProposals();
    void take(std::size_t proposal);

    Document& m_document;
    std::vector<Proposal> m_proposals;
    QLabel* m_state;  // owned by Qt, as are the following
    std::array<CardButton*, 3> m_buttons{};
    std::array<NumberField*, kMeritCount> m_weights{};
};

}  // namespace glaukophos
