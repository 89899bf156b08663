// One of several choices, each with a small picture, a name and a sentence.
#pragma once

#include <QButtonGroup>
#include <QLabel>
#include <QWidget>
#include <span>
#include <vector>

#include "core/effect/shading.h"
#include "core/picture/render.h"

namespace glaukophos {

class ChoiceCards : public QWidget {
    Q_OBJECT

  public:
    // `object` and a number name the cards, for tests.
    ChoiceCards(const char* object, std::span<const ShadingEntry> entries, QWidget* parent);

    [[nodiscard]] static PixelGrid pictureGrid() { return {80, 60}; }
    void setChosen(std::size_t index);  // emits nothing
    void setPictures(const std::vector<Image>& pictures);
    // A second sentence of one card; none when empty.
    void setNote(std::size_t index, const QString& note);
    [[nodiscard]] bool hasPictures() const;

  signals:
    void chosen(std::size_t index);

  private:
    struct Card {
        QLabel* picture = nullptr;  // owned by Qt, as are the following
        QLabel* words = nullptr;
        QString text;
    };
    QButtonGroup* m_buttons;
    std::vector<Card> m_cards;
};

}  // namespace glaukophos
