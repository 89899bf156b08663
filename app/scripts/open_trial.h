// Measures an opening: when the first picture is on the screen, the figure ready, the picture
// settled and the whole plan worked out, counted from the start of the program.
#pragma once

#include <QObject>
#include <QTimer>

#include "app/window/main_window.h"

namespace glaukophos {

class OpenTrial : public QObject {
    Q_OBJECT

  public:
    // Begins at once; files are opened after it is made.
    explicit OpenTrial(MainWindow& window);

  signals:
    // "made after 0.4 s, first picture after 0.7 s, ready after 9.1 s, settled after 12.0 s, the
    // whole plan after 14.2 s, 980 MB at most". Nothing is said of a first picture where a plan is
    // opened: its figure is ready without one.
    void finished(const QString& report);

  protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

  private:
    void look();
    [[nodiscard]] QString report() const;

    MainWindow& m_window;
    QTimer m_looking;
    qint64 m_made_ms;       // when there was a window that could open something
    qint64 m_first_ms = 0;  // 0: not yet
    qint64 m_ready_ms = 0;
    qint64 m_settled_ms = 0;
    qint64 m_whole_ms = 0;
};

}  // namespace glaukophos
