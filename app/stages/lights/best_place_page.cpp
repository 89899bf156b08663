// Three proposals to take by a click, and what counts how much.
#include "app/stages/lights/best_place_page.h"

#include <QLabel>
#include <QVBoxLayout>

#include "app/widgets/text.h"

namespace glaukophos {
namespace {

constexpr int kWeightKey = 920;

}  // namespace

BestPlacePage::BestPlacePage(Document& document, QWidget* parent)
    : QWidget(parent), m_document(document), m_state(new QLabel(this)) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(7);
    m_state->setObjectName(QStringLiteral("scoreState"));
    m_state->setProperty("caption", true);
    m_state->setWordWrap(true);
    column->addWidget(m_state);
    for (std::size_t i = 0; i < m_buttons.size(); ++i) {
        auto* button = new CardButton(this);
        button->setObjectName(QStringLiteral("proposal%1").arg(i + 1));
        button->setToolTip(tr("Puts the light there"));
        button->setAccessibleName(tr("Proposal %1").arg(i + 1));
        column->addWidget(button);
        connect(button, &CardButton::clicked, this, [this, i] { take(i); });
        m_buttons.at(i) = button;
    }
    auto* heading = new QLabel(tr("What counts"), this);
    heading->setObjectName(QStringLiteral("section"));
    column->addWidget(heading);
    for (std::size_t m = 0; m < kMeritCount; ++m) {
        auto* field = new NumberField(tr(kMerits.at(m).caption), tr(kMerits.at(m).tip),
                                      {0, 1, 1, {}, false}, this);
        field->setObjectName(QStringLiteral("merit_%1").arg(q(kMerits.at(m).key)));
        column->addWidget(field);
        connect(field, &NumberField::valueEdited, this, [this, m](double value) {
            m_document.edit(
                tr("What counts"), Aspect::Lights,
                [&](Plan& plan) { plan.merit_weights.at(m) = value; },
                kWeightKey + static_cast<int>(m));
        });
        connect(field, &NumberField::editingFinished, &m_document, &Document::endGesture);
        m_weights.at(m) = field;
    }
    column->addStretch(1);
    connect(&document, &Document::changed, this, &BestPlacePage::refreshWeights);
    connect(&document, &Document::evaluatedChanged, this, &BestPlacePage::refreshProposals);
}

void BestPlacePage::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    refreshWeights();
}

void BestPlacePage::refreshWeights() {
    if (!m_document.isOpen() || !isVisible()) return;
    for (std::size_t m = 0; m < kMeritCount; ++m) {
        m_weights.at(m)->setValue(m_document.plan().merit_weights.at(m));
    }
    refreshProposals();
}

void BestPlacePage::refreshProposals() {
    if (!isVisible()) return;
    const EvaluatedPtr& evaluated = m_document.evaluated();
    const std::size_t index = m_document.selectedLight();
    m_proposals.clear();
    const bool is_far = m_document.isOpen() && index < m_document.plan().lights.size() &&
                        std::holds_alternative<FarLight>(m_document.plan().lights[index].kind);
    const bool known =
        is_far && evaluated != nullptr && evaluated->score && evaluated->scored_light == index;
    if (known) m_proposals = bestDirections(evaluated->plan, *evaluated->score, m_buttons.size());
    // The words follow when the hand rests; the chart does at once.
    if (!known || evaluated->complete) showProposals();
    if (!is_far) {
        m_state->setText(
            tr("Choose a moon, sun or other far light above: this page says where it "
               "would do best."));
    } else if (!known) {
        m_state->setText(tr("Looking at every direction …"));
    } else {
        m_state->setText(evaluated->score->has_focus
                             ? tr("The paler the chart, the better the light would do there.")
                             : tr("No part is marked as main focus (Figure, Material), so the "
                                  "whole front is judged. "
                                  "The paler the chart, the better."));
    }
    emit proposalsChanged();
}

void BestPlacePage::showProposals() {
    for (std::size_t i = 0; i < m_buttons.size(); ++i) {
        m_buttons.at(i)->setVisible(i < m_proposals.size());
        if (i >= m_proposals.size()) continue;
        const Proposal& proposal = m_proposals[i];
        m_buttons.at(i)->setWords(tr("%1. %2").arg(i + 1).arg(q(inWords(proposal.direction))),
                                  tr(" · %1 of 100").arg(100.0F * proposal.score.total, 0, 'f', 0),
                                  q(proposal.reason));
    }
}

void BestPlacePage::take(std::size_t proposal) {
    if (proposal >= m_proposals.size()) return;
    const ClockDirection direction = m_proposals[proposal].direction;
    m_document.editLight(m_document.selectedLight(), tr("Take proposal"), [&](Light& light) {
        if (auto* far = std::get_if<FarLight>(&light.kind)) far->direction = direction;
    });
}

}  // namespace glaukophos
