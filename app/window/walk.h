// A short walk through the stages: a card beside the figure that says what each is for, and goes
// there.
#pragma once

#include <QFrame>
#include <QLabel>
#include <QPushButton>

namespace glaukophos {

class Walk : public QFrame {
    Q_OBJECT

  public:
    explicit Walk(QWidget* parent = nullptr);

    void begin();
    void end() { hide(); }
    [[nodiscard]] std::size_t place() const { return m_place; }
    [[nodiscard]] static std::size_t length();

  signals:
    // Which stage and which of its pages the words are about.
    void stageWanted(int stage, int page);

  private:
    void goTo(std::size_t place);

    std::size_t m_place = 0;
    QLabel* m_title;  // owned by Qt, as are the following
    QLabel* m_words;
    QPushButton* m_back;
    QPushButton* m_on;
};

}  // namespace glaukophos
