#include "tests/app/window_fixture.h"

#include <QElapsedTimer>
#include <QFile>

namespace glaukophos {

using namespace shapes;

void WindowTest::SetUp() {
    m_window = std::make_unique<MainWindow>(path(QStringLiteral("recovery")));
    m_window->resize(1280, 800);
    m_window->show();
    ASSERT_TRUE(QTest::qWaitForWindowExposed(m_window.get()));
    m_window->activateWindow();  // shortcuts go to the active window only
    ASSERT_TRUE(QTest::qWaitForWindowActive(m_window.get()));
}

void WindowTest::TearDown() {
    if (document().isOpen()) document().undoStack().setClean();  // no question on closing
    m_window->close();
    m_window.reset();
}

QString WindowTest::writeStl(const QString& name, const Shape& shape) const {
    QFile file(path(name));
    EXPECT_TRUE(file.open(QIODevice::WriteOnly));
    const std::string bytes = binaryStl(meshOf({shape}), name.toStdString());
    file.write(bytes.data(), static_cast<qint64>(bytes.size()));
    return file.fileName();
}

bool WindowTest::waitFor(const std::function<bool()>& condition, int timeout_ms) {
    QElapsedTimer timer;
    timer.start();
    while (!condition()) {
        if (timer.elapsed() > timeout_ms) return false;
        QTest::qWait(5);
    }
    return true;
}

void WindowTest::openScene() {
    const QStringList files = {writeStl(QStringLiteral("plinth.stl"), box({-8, -8, 0}, {8, 8, 2})),
                               writeStl(QStringLiteral("ball.stl"), sphere({0, 0, 9}, 6, 24)),
                               writeStl(QStringLiteral("post.stl"), box({6, -7, 2}, {7, -6, 12}))};
    m_window->openFiles(files);
    ASSERT_TRUE(waitFor([this] { return document().evaluated() != nullptr; }));
    ASSERT_EQ(m_window->banner().text(), QString());
    ASSERT_TRUE(waitFor([this] { return !view().picture().isNull(); }));
}

void WindowTest::settle() {
    ASSERT_TRUE(waitFor([this] {
        const EvaluatedPtr& evaluated = document().evaluated();
        return evaluated != nullptr && evaluated->complete && view().isFinished() &&
               evaluated->plan.values == document().plan().values &&
               evaluated->plan.colours == document().plan().colours &&
               evaluated->plan.mixing == document().plan().mixing &&
               evaluated->plan.under == document().plan().under &&
               evaluated->plan.rack == document().plan().rack &&
               evaluated->plan.lights == document().plan().lights &&
               evaluated->plan.volumes == document().plan().volumes &&
               evaluated->plan.lines == document().plan().lines &&
               evaluated->plan.parts == document().plan().parts;
    }));
}

QPoint WindowTest::pixelOfPoint(const Vec3& point) {
    const auto pixel = pixelOf(view().camera(), view().grid(), point);
    EXPECT_TRUE(pixel);
    return {static_cast<int>(pixel->x()), static_cast<int>(pixel->y())};
}

void WindowTest::drag(QWidget* widget, const QPoint& from, const QPoint& to,
                      Qt::KeyboardModifiers modifiers) {
    QTest::mousePress(widget, Qt::LeftButton, modifiers, from);
    for (int i = 1; i <= 6; ++i) {
        const QPoint at = from + (to - from) * i / 6;
        QMouseEvent move(QEvent::MouseMove, at, widget->mapToGlobal(at), Qt::NoButton,
                         Qt::LeftButton, modifiers);
        QApplication::sendEvent(widget, &move);
    }
    QTest::mouseRelease(widget, Qt::LeftButton, modifiers, to);
}

}  // namespace glaukophos
