// Every page at the smallest window: nothing is cut off, all of it is reached by the Tab key, and a
// screen reader is told what each control is.
#include <QAbstractButton>
#include <QAbstractSpinBox>
#include <QAccessible>
#include <QAccessibleWidget>
#include <QComboBox>
#include <QLabel>
#include <QScrollArea>
#include <QScrollBar>
#include <QSet>

#include "tests/app/window_fixture.h"

namespace glaukophos {

namespace {

QString nameOf(const QWidget& widget) {
    if (const auto* label = qobject_cast<const QLabel*>(&widget)) return label->text();
    return QString::fromLatin1(widget.metaObject()->className()) + u' ' + widget.objectName() +
           u' ' + widget.accessibleName();
}

// Widths only: what is higher than the window scrolls.
bool isWideEnough(const QWidget& widget) {
    if (const auto* label = qobject_cast<const QLabel*>(&widget)) {
        if (label->wordWrap()) return label->width() >= label->minimumSizeHint().width();
        return label->text().isEmpty() || label->width() >= label->sizeHint().width();
    }
    if (qobject_cast<const QAbstractButton*>(&widget) != nullptr ||
        qobject_cast<const QAbstractSpinBox*>(&widget) != nullptr ||
        qobject_cast<const QComboBox*>(&widget) != nullptr) {
        return widget.width() >= widget.minimumSizeHint().width();
    }
    return true;
}

// Inside every parent as far as it is one that scrolls.
bool isWithinParents(const QWidget& widget) {
    for (const QWidget* around = widget.parentWidget(); around != nullptr;
         around = around->parentWidget()) {
        const int left = widget.mapTo(around, QPoint(0, 0)).x();
        if (left < 0 || left + widget.width() > around->width()) return false;
        if (around->isWindow()) return true;
        if (const auto* scroll = qobject_cast<const QScrollArea*>(around)) {
            if (scroll->horizontalScrollBarPolicy() != Qt::ScrollBarAlwaysOff) return true;
        }
    }
    return true;
}

bool canBeTabbedTo(const QWidget& widget) {
    return widget.isEnabled() && (widget.focusPolicy() & Qt::TabFocus) != 0;
}

}  // namespace

class FittingTest : public WindowTest {
  protected:
    // Calls `look` on every page of every stage.
    void onEveryPage(const std::function<void(const QString&)>& look) {
        for (const char* button : {"stage1", "stage2", "stage3", "stage4", "stage5", "stage7"}) {
            auto* entry = child<QAbstractButton>(button);
            const QString stage = entry->text();
            entry->click();
            QTest::qWait(20);
            const auto* panel = child<QStackedWidget>("panel")->currentWidget();
            int pages = 0;
            for (auto* tab : panel->findChildren<QAbstractButton*>()) {
                if (!tab->objectName().startsWith(u"page") || !tab->isCheckable()) continue;
                tab->click();
                QTest::qWait(40);  // the new captions are laid out
                look(stage + u' ' + tab->text());
                ++pages;
            }
            EXPECT_GE(pages, 4) << button;
        }
    }
    QList<QWidget*> shown() const {
        QList<QWidget*> result;
        for (QWidget* widget : m_window->findChildren<QWidget*>()) {
            if (widget->isVisible() && !widget->objectName().startsWith(u"qt_")) result << widget;
        }
        return result;
    }
};

TEST_F(FittingTest, NothingIsCutOffInTheSmallestWindow) {
    m_window->resize(1024, 700);
    openScene();
    settle();
    ASSERT_EQ(m_window->size(), QSize(1024, 700));  // it does not force itself larger
    onEveryPage([&](const QString& page) {
        for (const QWidget* widget : shown()) {
            EXPECT_TRUE(waitFor([&] { return isWideEnough(*widget); }, 1'000))
                << page.toStdString() << ": " << nameOf(*widget).toStdString() << " is "
                << widget->width() << " wide and needs " << widget->sizeHint().width();
            EXPECT_TRUE(isWithinParents(*widget))
                << page.toStdString() << ": " << nameOf(*widget).toStdString();
        }
        EXPECT_EQ(m_window->size(), QSize(1024, 700)) << page.toStdString();
    });
}

TEST_F(FittingTest, TabReachesEveryControlOfEveryPage) {
    openScene();
    settle();
    onEveryPage([&](const QString& page) {
        QSet<QWidget*> reached;
        for (int i = 0; i < 400; ++i) {
            QTest::keyClick(QApplication::focusWidget() != nullptr ? QApplication::focusWidget()
                                                                   : m_window.get(),
                            Qt::Key_Tab);
            QWidget* now = QApplication::focusWidget();
            if (now == nullptr || reached.contains(now)) break;
            reached << now;
        }
        for (QWidget* widget : shown()) {
            if (!canBeTabbedTo(*widget) || qobject_cast<QScrollBar*>(widget) != nullptr) continue;
            QWidget* taker = widget->focusProxy() != nullptr ? widget->focusProxy() : widget;
            EXPECT_TRUE(reached.contains(taker))
                << page.toStdString() << ": " << nameOf(*widget).toStdString();
        }
    });
}

TEST_F(FittingTest, AScreenReaderIsToldWhatEachControlIs) {
    openScene();
    settle();
    onEveryPage([&](const QString& page) {
        for (QWidget* widget : shown()) {
            if (!canBeTabbedTo(*widget) || qobject_cast<QScrollBar*>(widget) != nullptr) continue;
            QAccessibleInterface* told = QAccessible::queryAccessibleInterface(widget);
            ASSERT_NE(told, nullptr);
            EXPECT_FALSE(told->text(QAccessible::Name).isEmpty())
                << page.toStdString() << ": " << nameOf(*widget).toStdString();
            EXPECT_NE(told->role(), QAccessible::NoRole);
        }
    });
}

}  // namespace glaukophos
