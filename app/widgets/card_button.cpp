// A label inside the button, because a button's own text does not wrap.
#include "app/widgets/card_button.h"

#include <QLabel>
#include <QVBoxLayout>

namespace glaukophos {
namespace {

constexpr int kWidth_px = 270;  // of the words in the panel

}  // namespace

CardButton::CardButton(QWidget* parent) : QPushButton(parent), m_words(new QLabel(this)) {
    setProperty("card", true);
    m_words->setWordWrap(true);
    m_words->setAttribute(Qt::WA_TransparentForMouseEvents);
    auto* inside = new QVBoxLayout(this);
    inside->setContentsMargins(10, 7, 10, 7);
    inside->addWidget(m_words);
}

void CardButton::setWords(const QString& title, const QString& detail, const QString& sentence) {
    setAccessibleName(title);
    m_words->setText(
        QStringLiteral("<b>%1</b>%2<br>%3")
            .arg(title.toHtmlEscaped(), detail.toHtmlEscaped(), sentence.toHtmlEscaped()));
    setMinimumHeight(m_words->heightForWidth(kWidth_px) + 16);
}

}  // namespace glaukophos
