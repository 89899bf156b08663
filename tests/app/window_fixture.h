// A real window with a small figure open, and ways to drive it.
#pragma once

#include <gtest/gtest.h>

#include <QSignalSpy>
#include <QTemporaryDir>
#include <QTest>
#include <functional>
#include <memory>

#include "app/window/main_window.h"
#include "core/io/mesh_file.h"
#include "tests/support/shapes.h"

namespace glaukophos {

class WindowTest : public ::testing::Test {
  protected:
    void SetUp() override;
    void TearDown() override;

    // Opens two boxes and a ball, "scene.glauk" to be, and waits until the first picture is there.
    void openScene();
    // Waits until everything is traced and the picture is finished.
    void settle();
    static bool waitFor(const std::function<bool()>& condition, int timeout_ms = 60'000);

    [[nodiscard]] QString path(const QString& name) const { return m_folder.filePath(name); }
    QString writeStl(const QString& name, const shapes::Shape& shape) const;

    template <class T>
    T* child(const char* name) {
        T* found = m_window->findChild<T*>(QString::fromLatin1(name));
        EXPECT_NE(found, nullptr) << name;
        return found;
    }
    Document& document() { return m_window->document(); }
    FigureView& view() { return m_window->figureView(); }
    // Where a point of space is on the figure view.
    QPoint pixelOfPoint(const Vec3& point);
    void drag(QWidget* widget, const QPoint& from, const QPoint& to,
              Qt::KeyboardModifiers modifiers = Qt::NoModifier);

    QTemporaryDir m_folder;
    std::unique_ptr<MainWindow> m_window;
};

}  // namespace glaukophos
