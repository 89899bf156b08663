// Labels inside the button, because a button's own text does not wrap.
#include "app/widgets/picture_card.h"

#include <QLabel>
#include <QVBoxLayout>

namespace glaukophos {

PictureCard::PictureCard(const QPixmap& picture, const QString& title, const QString& sentence,
                         QWidget* parent)
    : QPushButton(parent), m_title(title), m_has_picture(!picture.isNull()) {
    setProperty("card", true);
    setAccessibleName(title);
    auto* inside = new QVBoxLayout(this);
    inside->setContentsMargins(12, 12, 12, 12);
    inside->setSpacing(8);
    auto* shown = new QLabel(this);
    shown->setPixmap(picture);
    shown->setAlignment(Qt::AlignCenter);
    shown->setFixedHeight(kPicture_px);
    inside->addWidget(shown);
    QString text = QStringLiteral("<b>%1</b>").arg(title.toHtmlEscaped());
    if (!sentence.isEmpty()) text += QStringLiteral("<br>%1").arg(sentence.toHtmlEscaped());
    auto* words = new QLabel(text, this);
    words->setWordWrap(true);
    words->setAlignment(Qt::AlignTop | Qt::AlignLeft);
    inside->addWidget(words, 1);
    for (QLabel* label : {shown, words}) label->setAttribute(Qt::WA_TransparentForMouseEvents);
}

QSize PictureCard::sizeHint() const { return layout()->sizeHint(); }

}  // namespace glaukophos
