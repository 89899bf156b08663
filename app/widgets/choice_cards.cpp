// Cards are buttons with labels inside, as a button's own text does not wrap.
#include "app/widgets/choice_cards.h"

#include <QHBoxLayout>
#include <QPushButton>
#include <QVBoxLayout>

#include "app/widgets/text.h"

namespace glaukophos {
namespace {

constexpr int kWords_px = 185;  // beside the picture in the panel

QString cardText(const QString& text, const QString& note) {
    return note.isEmpty() ? text : text + QStringLiteral("<br>") + note.toHtmlEscaped();
}

}  // namespace

ChoiceCards::ChoiceCards(const char* object, std::span<const ShadingEntry> entries, QWidget* parent)
    : QWidget(parent), m_buttons(new QButtonGroup(this)) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(4);
    for (const ShadingEntry& entry : entries) {
        auto* button = new QPushButton(this);
        button->setObjectName(QStringLiteral("%1%2").arg(q(object)).arg(m_cards.size()));
        button->setProperty("card", true);
        button->setCheckable(true);
        button->setAccessibleName(tr(entry.name));
        button->setToolTip(tr(entry.about));
        auto* row = new QHBoxLayout(button);
        row->setContentsMargins(5, 4, 6, 4);
        row->setSpacing(8);
        Card card{new QLabel(button), new QLabel(button),
                  QStringLiteral("<b>%1</b><br>%2")
                      .arg(tr(entry.name).toHtmlEscaped(), tr(entry.about).toHtmlEscaped())};
        card.picture->setFixedSize(pictureGrid().width, pictureGrid().height);
        card.picture->setAttribute(Qt::WA_TransparentForMouseEvents);
        card.words->setWordWrap(true);
        card.words->setAttribute(Qt::WA_TransparentForMouseEvents);
        row->addWidget(card.picture, 0, Qt::AlignVCenter);
        row->addWidget(card.words, 1);
        column->addWidget(button);
        m_buttons->addButton(button, static_cast<int>(m_cards.size()));
        m_cards.push_back(card);
        setNote(m_cards.size() - 1, {});
    }
    connect(m_buttons, &QButtonGroup::idClicked, this,
            [this](int id) { emit chosen(static_cast<std::size_t>(id)); });
}

void ChoiceCards::setChosen(std::size_t index) {
    if (QAbstractButton* button = m_buttons->button(static_cast<int>(index))) {
        button->setChecked(true);
    }
}

void ChoiceCards::setPictures(const std::vector<Image>& pictures) {
    for (std::size_t i = 0; i < m_cards.size() && i < pictures.size(); ++i) {
        m_cards[i].picture->setPixmap(QPixmap::fromImage(onScreen(pictures[i])));
    }
}

void ChoiceCards::setNote(std::size_t index, const QString& note) {
    const Card& card = m_cards.at(index);
    card.words->setText(cardText(card.text, note));
    const int height = std::max(pictureGrid().height, card.words->heightForWidth(kWords_px));
    m_buttons->button(static_cast<int>(index))->setMinimumHeight(height + 10);
}

bool ChoiceCards::hasPictures() const {
    return !m_cards.empty() && !m_cards.front().picture->pixmap(Qt::ReturnByValue).isNull();
}

}  // namespace glaukophos
