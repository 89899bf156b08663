// The painter's own paints in the window: strength, tints, pots, and what the bench says of them.
#include <QCheckBox>
#include <QComboBox>
#include <QPushButton>

#include "app/bench/mix_answers.h"
#include "app/stages/colours/pots_page.h"
#include "app/stages/colours/swatch_dialog.h"
#include "app/stages/colours/tint_row.h"
#include "core/colour/colour_difference.h"
#include "core/plan/shared_ladders.h"
#include "tests/app/window_fixture.h"

namespace glaukophos {
namespace {

class OwnPaints : public WindowTest {
  protected:
    void openColours(const char* page) {
        openScene();
        m_window->setStage(Stage::Colours);
        QTest::mouseClick(child<QPushButton>(page), Qt::LeftButton);
        settle();
    }
    const Plan& plan() { return document().plan(); }
    void choose(const char* box, int index) {
        auto* combo = child<QComboBox>(box);
        combo->setCurrentIndex(index);
        emit combo->activated(index);
    }
    void waitForMixes() {
        settle();
        ASSERT_TRUE(waitFor([this] {
            const EvaluatedPtr& evaluated = document().evaluated();
            return evaluated->mixes != nullptr && evaluated->plan.parts == plan().parts &&
                   evaluated->plan.rack == plan().rack;
        }));
    }
    void waitForDesk() {
        ASSERT_TRUE(waitFor([this] {
            const EvaluatedPtr& evaluated = document().evaluated();
            return evaluated != nullptr && evaluated->desk != nullptr &&
                   evaluated->plan.rack == plan().rack;
        }));
    }
    void click(const char* button) {
        QTest::mouseClick(child<QPushButton>(button), Qt::LeftButton);
    }
    void tick(const char* box) {
        QTest::mouseClick(child<QCheckBox>(box), Qt::LeftButton, {}, QPoint(8, 8));
    }
};

double lightness(const QColor& colour) {
    return labFrom(xyzFrom(linearFrom(Srgb{colour.redF(), colour.greenF(), colour.blueF()}))).L;
}

TEST_F(OwnPaints, TheRowOfTintsShowsWhatStrengthMeans) {
    openColours("pageRack");
    click("addPaint");
    auto* colour = child<ColourField>("paintColour");
    colour->code().setText(QStringLiteral("#243a66"));
    emit colour->code().editingFinished();
    auto* row = child<TintRow>("tintRow");
    ASSERT_EQ(row->colours().size(), 6U);
    // The more white, the lighter; over black darker than over white.
    for (std::size_t i = 1; i < 4; ++i) {
        EXPECT_GT(lightness(row->colours()[i]), lightness(row->colours()[i - 1]));
    }
    EXPECT_LT(lightness(row->colours()[4]), lightness(row->colours()[5]));
    const double usual = lightness(row->colours()[3]);
    choose("paintStrength", static_cast<int>(Strength::Strong));
    EXPECT_EQ(plan().rack.back().strength, Strength::Strong);
    EXPECT_LT(lightness(row->colours()[3]), usual - 3.0);
    choose("paintStrength", static_cast<int>(Strength::Weak));
    EXPECT_GT(lightness(row->colours()[3]), usual + 3.0);
    // By its tint: shown as it was, then typed.
    choose("paintStrength", 3);
    ASSERT_TRUE(plan().rack.back().tint);
    auto* tint = child<ColourField>("paintTint");
    EXPECT_TRUE(tint->isVisible());
    tint->code().setText(QStringLiteral("#8fa0c4"));
    emit tint->code().editingFinished();
    EXPECT_EQ(hexFrom(*plan().rack.back().tint), "#8fa0c4");
    const Lab wanted = labFrom(xyzFrom(linearFrom(*srgbFromHex("#8fa0c4"))));
    EXPECT_NEAR(lightness(row->colours()[3]), wanted.L, 1.5);
    EXPECT_FALSE(child<QPushButton>("paintAsSaid")->isVisible());
    m_window->grab();
    choose("paintStrength", 1);
    EXPECT_FALSE(plan().rack.back().tint);
    EXPECT_FALSE(tint->isVisible());
}

TEST_F(OwnPaints, ThreeDabsOnAPhotographGiveColourAndStrength) {
    const Paint truth = *std::ranges::find(genericRack(), "Phthalo blue", &Paint::name);
    const PaintFilm film = filmOf(truth);
    QImage photograph(500, 140, QImage::Format_RGB32);
    photograph.fill(Qt::darkGray);
    const auto put = [&](int left, const Lab& colour) {
        const Srgb shown = displayable(colour);
        for (int y = 20; y < 120; ++y) {
            for (int x = left; x < left + 80; ++x) {
                photograph.setPixelColor(
                    x, y, QColor::fromRgbF(float(shown.r), float(shown.g), float(shown.b)));
            }
        }
    };
    put(20, {49.5, 0, 0});  // a card of 18 %
    put(120, labFrom(xyzFrom(linearFrom(truth.mass_tone))));
    put(220, tintOf(film, referenceWhite(), 4.0));
    put(320, tintOf(film, referenceWhite(), 10.0));
    SwatchDialog dialog(photograph);
    dialog.show();
    ASSERT_TRUE(QTest::qWaitForWindowExposed(&dialog));
    auto* picture = dialog.findChild<SwatchPhotograph*>();
    const auto dab = [&](const char* spot, int x) {
        QTest::mouseClick(dialog.findChild<QPushButton*>(QString::fromLatin1(spot)),
                          Qt::LeftButton);
        QTest::mouseClick(picture, Qt::LeftButton, {}, picture->fromPixel({x, 70}));
    };
    dab("spotCard", 60);
    dab("spotThick", 160);
    dab("spotIn4", 260);
    Paint by_four;
    dialog.applyTo(by_four);
    ASSERT_TRUE(by_four.tint);  // worked out from one in four
    const Lab tint = tintOf(film, referenceWhite(), 10.0);
    EXPECT_LT(ciede2000(labFrom(xyzFrom(linearFrom(*by_four.tint))), tint), 6.0);
    dab("spotIn10", 360);
    Paint read;
    dialog.applyTo(read);
    ASSERT_TRUE(read.tint);
    EXPECT_LT(ciede2000(labFrom(xyzFrom(linearFrom(*read.tint))), tint), 1.0);
    EXPECT_TRUE(dialog.findChild<QLabel*>(QStringLiteral("swatchResult"))
                    ->text()
                    .contains(u"1 in 4 agrees"));
}

TEST_F(OwnPaints, ALadderIsBuiltFromOnesOwnPots) {
    openColours("pagePots");
    EXPECT_FALSE(child<QCheckBox>("ownPots")->isEnabled());  // no part is chosen
    document().selectPart(PartIndex{1});
    waitForMixes();
    auto* list = child<ReachedList>("reachedList");
    ASSERT_FALSE(list->rows().isEmpty());
    const QStringList by_program = list->rows();
    // A proposal is a click away, with its reason below.
    auto* first = child<QPushButton>("potProposal1");
    ASSERT_TRUE(first->isVisible());
    QTest::mouseClick(first, Qt::LeftButton);
    ASSERT_TRUE(plan().parts[1].pots);
    EXPECT_GE(plan().parts[1].pots->pots.size(), 3U);
    waitForMixes();
    EXPECT_TRUE(child<QCheckBox>("ownPots")->isChecked());
    // Three pots, chosen by hand.
    while (plan().parts[1].pots->pots.size() > 3) click("fewerPots");
    auto* shadow = child<QComboBox>("pot1");
    choose("pot1", shadow->findText(QStringLiteral("Dioxazine violet")));
    choose("pot2", child<QComboBox>("pot2")->findText(QStringLiteral("Red oxide")));
    choose("pot3", child<QComboBox>("pot3")->findText(QStringLiteral("Yellow oxide")));
    EXPECT_EQ(plan().parts[1].pots->pots,
              (std::vector<std::string>{"Dioxazine violet", "Red oxide", "Yellow oxide"}));
    waitForMixes();
    const QStringList own = list->rows();
    EXPECT_NE(own, by_program);
    EXPECT_TRUE(own.last().contains(u"Dioxazine violet")) << own.last().toStdString();
    EXPECT_TRUE(own.first().contains(u"Yellow oxide"));
    EXPECT_TRUE(own.first().contains(u"reached"));
    choose("potsBetween", 1);
    EXPECT_EQ(plan().parts[1].pots->darker_parts, 2);
    click("morePots");
    EXPECT_EQ(plan().parts[1].pots->pots.size(), 4U);
    waitForMixes();
    // Two pots of one name come out the same, and that is said.
    EXPECT_TRUE(child<QLabel>("potsRemarks")->text().contains(u"come out the same"));
    m_window->grab();
    tick("ownPots");
    EXPECT_FALSE(plan().parts[1].pots);
    // Each of these was one step of undo.
    document().undoStack().undo();
    EXPECT_TRUE(plan().parts[1].pots);
}

TEST_F(OwnPaints, PartsOfOneColourShareALadderUntilTheyAreParted) {
    openColours("pagePots");
    document().edit(QStringLiteral("alike"), Aspect::Parts, [](Plan& plan) {
        for (Part& part : plan.parts) {
            part.local_colour = plan.parts[0].local_colour;
            part.material = plan.parts[0].material;
        }
    });
    document().selectPart(PartIndex{0});
    waitForMixes();
    EXPECT_TRUE(child<QLabel>("potsPart")->text().contains(u"shared with"));
    EXPECT_EQ(sharedLadders(plan())[1], 0U);
    // Pots chosen for one are chosen for all of them.
    QTest::mouseClick(child<QPushButton>("potProposal1"), Qt::LeftButton);
    EXPECT_TRUE(plan().parts[1].pots);
    tick("ownLadder");
    EXPECT_TRUE(plan().parts[0].own_ladder);
    EXPECT_FALSE(child<QLabel>("potsPart")->text().contains(u"shared with"));
    tick("ownPots");
    EXPECT_FALSE(plan().parts[0].pots);
    EXPECT_TRUE(plan().parts[1].pots);
}

TEST_F(OwnPaints, WhatTheBenchSaysCorrectsAPotAndTheMixesToCome) {
    openScene();
    // Pots of which nothing is known but their colour.
    document().edit(QStringLiteral("rack"), Aspect::Colours, [](Plan& plan) {
        for (Paint& paint : plan.rack) {
            if (paint.name.find("white") != std::string::npos) continue;
            paint.pigment.clear();
            paint.tint.reset();
        }
    });
    settle();
    waitForDesk();
    m_window->openBench();
    BenchWindow& bench = m_window->bench();
    ASSERT_TRUE(waitFor([&] { return bench.task().has_value(); }));
    const auto stepInHand = [&]() -> const Step& {
        const Desk& desk = *document().evaluated()->desk;
        return desk.work.steps[desk.batch->tasks[*bench.task()].step];
    };
    // On to a step that is mixed from two pots.
    for (int i = 0; i < 12 && stepInHand().recipe.drops.size() < 2; ++i) {
        bench.finishCoat();
        bench.finishCoat();
        ASSERT_TRUE(bench.task());
    }
    ASSERT_GE(stepInHand().recipe.drops.size(), 2U);
    const std::vector<Paint> before = plan().rack;
    auto* changed = bench.findChild<QLabel*>(QStringLiteral("benchChanged"));
    QTest::mouseClick(bench.findChild<QPushButton*>(QStringLiteral("cameOutAsSaid")),
                      Qt::LeftButton);
    EXPECT_EQ(plan().rack, before);
    EXPECT_TRUE(changed->isVisible());
    QTest::mouseClick(bench.findChild<QPushButton*>(QStringLiteral("cameOutDarker")),
                      Qt::LeftButton);
    const auto pot = std::ranges::find_if(
        plan().rack, [](const Paint& paint) { return paint.corrected != 1.0; });
    ASSERT_NE(pot, plan().rack.end());
    EXPECT_GT(pot->corrected, 1.0);
    EXPECT_TRUE(changed->text().contains(QString::fromStdString(pot->name)));
    ASSERT_TRUE(waitFor([&] { return changed->text().contains(u"to come"); }))
        << changed->text().toStdString();
    bench.close();
    // The rack shows it, and can be told to forget it.
    m_window->setStage(Stage::Colours);
    QTest::mouseClick(child<QPushButton>("pageRack"), Qt::LeftButton);
    child<QListWidget>("rack")->setCurrentRow(static_cast<int>(pot - plan().rack.begin()));
    EXPECT_TRUE(child<QLabel>("paintMeasured")->text().contains(u"At the bench"));
    QTest::mouseClick(child<QPushButton>("paintAsSaid"), Qt::LeftButton);
    EXPECT_TRUE(std::ranges::all_of(plan().rack,
                                    [](const Paint& paint) { return paint.corrected == 1.0; }));
}

}  // namespace
}  // namespace glaukophos
