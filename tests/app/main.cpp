// Runs the interface tests in one application on the display given (Xvfb in ./check).
#include <gtest/gtest.h>

#include <QApplication>

#include "app/widgets/theme.h"

int main(int argc, char** argv) {
    ::testing::InitGoogleTest(&argc, argv);
    if (GTEST_FLAG_GET(list_tests)) return RUN_ALL_TESTS();  // needs no display
    QApplication app(argc, argv);
    QApplication::setApplicationName(QStringLiteral("glaukophos-test"));
    glaukophos::applyTheme(app, glaukophos::ThemeKind::Plaster);
    return RUN_ALL_TESTS();
}
