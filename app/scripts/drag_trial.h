// Measures a drag: the chosen light, or the figure, is moved as by a hand; the pictures that reach
// the screen meanwhile are counted, and then what is left to do when the hand rests is timed.
#pragma once

#include <QElapsedTimer>
#include <QImage>
#include <QObject>
#include <QTimer>
#include <list>
#include <vector>

#include "app/window/main_window.h"

namespace glaukophos {

enum class Dragged { Light, Figure };

class DragTrial : public QObject {
    Q_OBJECT

  public:
    DragTrial(MainWindow& window, Dragged dragged, int steps);

    // Begins once everything is traced.
    void start();

  signals:
    // "48 pictures in 1.9 s, 25.3 a second; 9 in 10 within 52 ms of the hand". A picture counts
    // once it is painted; of a light only where it shows another place than the one before. Then
    // how long it took from the hand's rest to the settled picture and to the whole plan, and how
    // alike the settled one is to the last picture of the drag, and to that of the halted hand.
    void finished(const QString& report);

  protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

  private:
    void move();
    void dragLight();
    void count();
    void countHalted(const Plan& shown);
    void watchRest();
    [[nodiscard]] QString report() const;

    struct Move {
        LightKind kind;
        qint64 time_ms = 0;
    };

    MainWindow& m_window;
    Dragged m_dragged;
    int m_left;
    QTimer m_hand;
    QTimer m_resting;  // looks whether all is settled
    QElapsedTimer m_clock;
    qint64 m_drag_ms = 0;             // that the drag took
    std::list<Move> m_moves;          // not shown yet
    std::vector<qint64> m_delays_ms;  // one entry a picture of a light
    std::size_t m_pictures = 0;
    bool m_arrived = false;  // a picture waits to be painted
    QImage m_last_moving;    // of the place where the drag ended
    QImage m_halted;         // ... once the hand was seen to halt
    qint64 m_halted_ms = 0;
    qint64 m_settled_ms = 0;
    qint64 m_whole_ms = 0;
    double m_alike = 0.0;  // share of the figure
    double m_halted_alike = 0.0;
};

}  // namespace glaukophos
