// Measures a drag: the chosen light is moved as by a hand, and the pictures that reach the screen
// meanwhile are counted.
#pragma once

#include <QElapsedTimer>
#include <QObject>
#include <QTimer>

#include "app/window/main_window.h"

namespace glaukophos {

class DragTrial : public QObject {
    Q_OBJECT

  public:
    DragTrial(MainWindow& window, int steps);

    // Begins once everything is traced.
    void start();

  signals:
    // "48 pictures in 1.9 s, 25.3 a second"
    void finished(const QString& report);

  private:
    void move();
    [[nodiscard]] QString report() const;

    MainWindow& m_window;
    int m_left;
    QTimer m_hand;
    QElapsedTimer m_clock;
    int m_pictures = 0;
};

}  // namespace glaukophos
