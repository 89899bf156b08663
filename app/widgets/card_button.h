// A button that holds a title and a sentence, as wide as the panel and as tall as the words need.
#pragma once

#include <QPushButton>

class QLabel;

namespace glaukophos {

class CardButton : public QPushButton {
    Q_OBJECT

  public:
    explicit CardButton(QWidget* parent = nullptr);

    // `title` is read out to those who cannot see the card.
    void setWords(const QString& title, const QString& detail, const QString& sentence);

  private:
    QLabel* m_words;  // owned by Qt
};

}  // namespace glaukophos
