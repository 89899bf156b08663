// Measures a drag: the chosen light is moved as by a hand, and the pictures that reach the screen
// meanwhile are counted.
#pragma once

#include <QElapsedTimer>
#include <QObject>
#include <QTimer>
#include <list>
#include <vector>

#include "app/window/main_window.h"

namespace glaukophos {

class DragTrial : public QObject {
    Q_OBJECT

  public:
    DragTrial(MainWindow& window, int steps);

    // Begins once everything is traced.
    void start();

  signals:
    // "48 pictures in 1.9 s, 25.3 a second; 9 in 10 within 52 ms of the hand". A picture counts
    // once it is painted, and only where it shows another place of the light than the one before.
    void finished(const QString& report);

  protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

  private:
    void move();
    void count();
    [[nodiscard]] QString report() const;

    struct Move {
        LightKind kind;
        qint64 time_ms = 0;
    };

    MainWindow& m_window;
    int m_left;
    QTimer m_hand;
    QElapsedTimer m_clock;
    std::list<Move> m_moves;          // not shown yet
    std::vector<qint64> m_delays_ms;  // one entry a picture
    bool m_arrived = false;           // a picture waits to be painted
};

}  // namespace glaukophos
