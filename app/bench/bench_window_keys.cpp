// Keys of the bench; a foot pedal sends some of them.
#include <QKeyEvent>

#include "app/bench/bench_window.h"

namespace glaukophos {

bool BenchWindow::eventFilter(QObject* watched, QEvent* event) {
    if (event->type() == QEvent::ShortcutOverride) {
        event->accept();  // no key of the main window is one here
        return true;
    }
    if (watched == m_view && event->type() == QEvent::Resize) placeWhole();
    if (event->type() != QEvent::KeyPress) return QWidget::eventFilter(watched, event);
    auto* key = static_cast<QKeyEvent*>(event);
    if (watched == m_note) {
        if (key->key() != Qt::Key_Escape) return false;
        m_note->clear();
        m_note->hide();
        m_view->setFocus();
        return true;
    }
    switch (key->key()) {
        case Qt::Key_Left:
        case Qt::Key_Right:
        case Qt::Key_Up:
        case Qt::Key_Down:
        case Qt::Key_Plus:
        case Qt::Key_Equal:
        case Qt::Key_Minus:
            return false;  // the figure is turned
        default:
            keyPressEvent(key);
            return true;
    }
}

void BenchWindow::keyPressEvent(QKeyEvent* event) {
    switch (event->key()) {
        case Qt::Key_Space:
        case Qt::Key_PageDown:
            if (!event->isAutoRepeat()) finishCoat();
            return;
        case Qt::Key_PageUp:
        case Qt::Key_Backspace:
            if (!event->isAutoRepeat()) undoCoat();
            return;
        case Qt::Key_N:
            m_note->show();
            m_note->setFocus();
            return;
        case Qt::Key_A:
            return turnSight();
        case Qt::Key_P:
            return turnPhoto();
        case Qt::Key_D:
            return setDim(!m_shade->isVisible());
        case Qt::Key_Escape:
            close();
            return;
        default:
            QWidget::keyPressEvent(event);
    }
}

}  // namespace glaukophos
