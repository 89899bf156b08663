// Random use must not kill the window. Longer by hand, with another seed or plan:
//   GLAUKOPHOS_RANDOM_SECONDS=600 GLAUKOPHOS_RANDOM_SEED=7 GLAUKOPHOS_RANDOM_PLAN=plan.json
//   app_tests --gtest_filter='RandomUse.*'
#include <QElapsedTimer>
#include <QFileInfo>

#include "core/plan/plan.h"
#include "tests/app/random_hands.h"
#include "tests/app/window_fixture.h"

namespace glaukophos {
namespace {

int fromEnvironment(const char* name, int otherwise) {
    bool is_number = false;
    const int value = qEnvironmentVariableIntValue(name, &is_number);
    return is_number ? value : otherwise;
}

class RandomUse : public WindowTest {
  protected:
    void openPlan() {
        const QString file = qEnvironmentVariable("GLAUKOPHOS_RANDOM_PLAN");
        if (file.isEmpty()) return openScene();
        m_window->openFiles({QFileInfo(file).absoluteFilePath()});
        ASSERT_TRUE(waitFor([this] { return document().evaluated() != nullptr; }));
    }
};

TEST_F(RandomUse, LeavesTheWindowAliveAndThePlanSound) {
    openPlan();
    const auto seed = static_cast<unsigned>(fromEnvironment("GLAUKOPHOS_RANDOM_SEED", 20261128));
    const int seconds = fromEnvironment("GLAUKOPHOS_RANDOM_SECONDS", 30);
    RandomHands hands(*m_window, seed);
    QElapsedTimer clock;
    clock.start();
    int acts = 0;
    int pictures = 0;
    QObject::connect(&view(), &FigureView::pictureShown, [&] { ++pictures; });
    while (clock.elapsed() < 1000LL * seconds) {
        if (qEnvironmentVariableIsSet("GLAUKOPHOS_RANDOM_TALK")) {
            std::fprintf(stderr, "%d after %s\n", acts, qUtf8Printable(hands.last()));
        }
        hands.act();
        ++acts;
        if (acts % 5 == 0) QTest::qWait(10);
        if (!m_window->isVisible()) m_window->show();
        ASSERT_EQ(problemWith(document().plan()), "") << "after " << qUtf8Printable(hands.last());
    }
    EXPECT_GT(acts, 3 * seconds);
    EXPECT_GT(pictures, 5);
    // It still answers: everything undone, and a picture of that.
    while (document().undoStack().canUndo()) document().undoStack().undo();
    EXPECT_TRUE(waitFor([this] { return document().evaluated() != nullptr; }));
}

}  // namespace
}  // namespace glaukophos
