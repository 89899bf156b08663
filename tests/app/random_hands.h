// Clicks, drags, wheel and keys without sense, the same ones for the same seed.
#pragma once

#include <QPointer>
#include <QTimer>
#include <QWidget>
#include <random>

namespace glaukophos {

class RandomHands : public QObject {
  public:
    RandomHands(QWidget& window, unsigned seed);

    // One thing that a hand may do. Dialogs and menus that open are closed again by themselves.
    void act();
    [[nodiscard]] const QString& last() const { return m_last; }  // what it was, for the report

  private:
    int upTo(int most) { return std::uniform_int_distribution<int>(0, most)(m_random); }
    QWidget* anyWidget();
    QPoint anyPlace(const QWidget& widget);
    Qt::KeyboardModifiers anyModifiers();
    void click(QWidget& widget);
    void drag(QWidget& widget);
    void wheel(QWidget& widget);
    void press(QWidget& widget);
    void closePopups();

    QPointer<QWidget> m_window;
    std::mt19937 m_random;
    QTimer m_closer;
    QString m_last;
};

}  // namespace glaukophos
