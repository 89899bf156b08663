#include "app/stages/colours/primer_cards.h"

#include <QVBoxLayout>

#include "app/widgets/text.h"
#include "core/base/words.h"

namespace glaukophos {

PrimerCards::PrimerCards(Document& document, QWidget* parent)
    : QWidget(parent),
      m_document(document),
      m_ask(new QPushButton(tr("Which primer?"), this)),
      m_words(new QLabel(this)),
      m_list(new QWidget(this)) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(6);
    m_ask->setObjectName(QStringLiteral("askPrimer"));
    m_ask->setToolTip(
        tr("Works the whole plan out over black, grey, white, brown and a coloured "
           "one of your rack"));
    m_words->setObjectName(QStringLiteral("primerWords"));
    m_words->setWordWrap(true);
    m_words->hide();
    column->addWidget(m_ask);
    column->addWidget(m_words);
    column->addWidget(m_list);
    m_list->setLayout(new QVBoxLayout);
    m_list->layout()->setContentsMargins(0, 0, 0, 0);
    m_list->layout()->setSpacing(4);
    connect(m_ask, &QPushButton::clicked, this, &PrimerCards::ask);
    connect(&m_maker, &PrimerMaker::ready, this, &PrimerCards::fill, Qt::QueuedConnection);
    connect(&m_maker, &PrimerMaker::progressed, this, [this](double fraction) {
        m_words->setText(tr("Worked out: %1 %").arg(100 * fraction, 0, 'f', 0));
    });
}

void PrimerCards::ask() {
    const EvaluatedPtr& evaluated = m_document.evaluated();
    m_words->show();
    if (evaluated == nullptr || !evaluated->complete || evaluated->desk == nullptr ||
        evaluated->mixes == nullptr) {
        m_words->setText(tr("The steps are still being worked out; try again in a moment."));
        return;
    }
    m_words->setText(tr("The plan is worked out over each …"));
    m_maker.request(evaluated);
}

void PrimerCards::fill(const std::vector<PrimerChoice>& choices) {
    qDeleteAll(m_list->findChildren<CardButton*>());
    m_words->setText(choices.empty() ? tr("There is nothing to paint yet.")
                                     : tr("The quickest first; click one to prime with it."));
    for (std::size_t i = 0; i < choices.size(); ++i) {
        const PrimerChoice& choice = choices[i];
        auto* card = new CardButton(m_list);
        card->setObjectName(QStringLiteral("primer%1").arg(i + 1));
        card->setToolTip(tr("Prime with it"));
        card->setWords(q(capitalised(choice.name)),
                       tr("%1 coats, %2").arg(choice.coats).arg(q(timeWords(choice.minutes))),
                       q(choice.reason));
        m_list->layout()->addWidget(card);
        connect(card, &QPushButton::clicked, this, [this, choice] { take(choice); });
    }
}

void PrimerCards::take(const PrimerChoice& choice) {
    m_document.edit(tr("Primer"), Aspect::Colours,
                    [&](Plan& plan) { plan.mixing.primer = choice.colour; });
}

}  // namespace glaukophos
