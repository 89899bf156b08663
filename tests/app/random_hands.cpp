#include "tests/app/random_hands.h"

#include <QApplication>
#include <QDialog>
#include <QDrag>
#include <QFileDialog>
#include <QMouseEvent>
#include <QTest>
#include <QWheelEvent>
#include <array>

namespace glaukophos {

RandomHands::RandomHands(QWidget& window, unsigned seed) : m_window(&window), m_random(seed) {
    m_closer.setInterval(20);
    connect(&m_closer, &QTimer::timeout, this, [this] { closePopups(); });
    m_closer.start();
}

// Files are never chosen; everything else is taken or left. A row that is dragged is let go: no
// mouse button of the screen is down that could be released.
void RandomHands::closePopups() {
    QDrag::cancel();
    if (QWidget* popup = QApplication::activePopupWidget(); popup != nullptr) {
        if (upTo(1) == 0) QTest::keyClick(popup, Qt::Key_Down);
        popup->close();
    }
    auto* dialog = qobject_cast<QDialog*>(QApplication::activeModalWidget());
    if (dialog == nullptr) return;
    if (upTo(1) == 0 && qobject_cast<QFileDialog*>(dialog) == nullptr) {
        dialog->accept();
    } else {
        dialog->reject();
    }
}

// The figure is held most often.
QWidget* RandomHands::anyWidget() {
    QList<QWidget*> shown;
    for (QWidget* top : QApplication::topLevelWidgets()) {
        if (!top->isVisible()) continue;
        for (QWidget* widget : top->findChildren<QWidget*>()) {
            const bool hit = widget->isVisible() && widget->isEnabled() && widget->width() > 2 &&
                             widget->height() > 2;
            if (!hit) continue;
            shown.append(widget);
            if (widget->objectName() == QStringLiteral("figureView")) {
                for (int i = 0; i < 12; ++i) shown.append(widget);
            }
        }
    }
    return shown.isEmpty() ? m_window.data() : shown.at(upTo(static_cast<int>(shown.size()) - 1));
}

QPoint RandomHands::anyPlace(const QWidget& widget) {
    return {upTo(widget.width() - 1), upTo(widget.height() - 1)};
}

Qt::KeyboardModifiers RandomHands::anyModifiers() {
    const std::array<Qt::KeyboardModifiers, 6> kinds = {
        Qt::NoModifier,      Qt::NoModifier,    Qt::NoModifier,
        Qt::ControlModifier, Qt::ShiftModifier, Qt::ControlModifier | Qt::ShiftModifier};
    return kinds.at(static_cast<std::size_t>(upTo(5)));
}

void RandomHands::click(QWidget& widget) {
    const Qt::MouseButton button = upTo(5) == 0 ? Qt::RightButton : Qt::LeftButton;
    if (upTo(8) == 0) {
        QTest::mouseDClick(&widget, button, anyModifiers(), anyPlace(widget));
    } else {
        QTest::mouseClick(&widget, button, anyModifiers(), anyPlace(widget));
    }
}

void RandomHands::drag(QWidget& widget) {
    const QPointer<QWidget> held = &widget;
    const Qt::KeyboardModifiers modifiers = anyModifiers();
    const QPoint from = anyPlace(widget);
    const QPoint to = anyPlace(widget) + QPoint(upTo(80) - 40, upTo(80) - 40);
    const Qt::MouseButton button = upTo(5) == 0 ? Qt::RightButton : Qt::LeftButton;
    QTest::mousePress(&widget, button, modifiers, from);
    const int moves = 1 + upTo(9);
    for (int i = 1; i <= moves && held != nullptr; ++i) {
        const QPoint at = from + (to - from) * i / moves;
        QMouseEvent move(QEvent::MouseMove, at, held->mapToGlobal(at), Qt::NoButton, button,
                         modifiers);
        QApplication::sendEvent(held, &move);
        if (upTo(2) == 0) QTest::qWait(1);
    }
    if (held != nullptr) QTest::mouseRelease(held, button, modifiers, to);
}

void RandomHands::wheel(QWidget& widget) {
    const QPoint at = anyPlace(widget);
    QWheelEvent turn(at, widget.mapToGlobal(at), {}, {0, 120 * (upTo(6) - 3)}, Qt::NoButton,
                     anyModifiers(), Qt::NoScrollPhase, false);
    QApplication::sendEvent(&widget, &turn);
}

void RandomHands::press(QWidget& widget) {
    constexpr std::array<Qt::Key, 26> kKeys = {
        Qt::Key_Left,      Qt::Key_Right,  Qt::Key_Up,     Qt::Key_Down,     Qt::Key_Plus,
        Qt::Key_Minus,     Qt::Key_Escape, Qt::Key_Tab,    Qt::Key_Return,   Qt::Key_Space,
        Qt::Key_Home,      Qt::Key_End,    Qt::Key_PageUp, Qt::Key_PageDown, Qt::Key_Delete,
        Qt::Key_Backspace, Qt::Key_0,      Qt::Key_9,      Qt::Key_1,        Qt::Key_5,
        Qt::Key_B,         Qt::Key_C,      Qt::Key_E,      Qt::Key_S,        Qt::Key_W,
        Qt::Key_U};
    // Undo, redo and the stages come by their shortcuts.
    if (upTo(3) == 0) {
        constexpr std::array<Qt::Key, 9> kShortcuts = {Qt::Key_Z, Qt::Key_Z, Qt::Key_Y,
                                                       Qt::Key_1, Qt::Key_2, Qt::Key_3,
                                                       Qt::Key_4, Qt::Key_5, Qt::Key_6};
        QTest::keyClick(&widget, kShortcuts.at(static_cast<std::size_t>(upTo(8))),
                        Qt::ControlModifier);
        return;
    }
    QTest::keyClick(&widget, kKeys.at(static_cast<std::size_t>(upTo(25))),
                    upTo(6) == 0 ? anyModifiers() : Qt::KeyboardModifiers(Qt::NoModifier));
}

void RandomHands::act() {
    QWidget* widget = anyWidget();
    const int what = upTo(9);
    m_last = QStringLiteral("%1 on %2 \"%3\"")
                 .arg(what)
                 .arg(QString::fromLatin1(widget->metaObject()->className()), widget->objectName());
    if (what < 4) return click(*widget);
    if (what < 7) return drag(*widget);
    if (what < 8) return wheel(*widget);
    press(*widget);
}

}  // namespace glaukophos
