// The Colours stage as its user drives it.
#include <lcms2.h>

#include <QComboBox>
#include <QFile>
#include <QListWidget>
#include <QMenu>
#include <QProcess>
#include <QPushButton>

#include "app/jobs/colour_reader.h"
#include "app/stages/colours/glow_page.h"
#include "app/stages/colours/mixing_page.h"
#include "app/stages/colours/swatch_dialog.h"
#include "app/widgets/choice_cards.h"
#include "app/widgets/screen_profile.h"
#include "core/colour/colour_difference.h"
#include "tests/app/window_fixture.h"

namespace glaukophos {
namespace {

class ColoursStage : public WindowTest {
  protected:
    void openColours(const char* page) {
        openScene();
        m_window->setStage(Stage::Colours);
        showPage(page);
        settle();
    }
    void showPage(const char* page) { QTest::mouseClick(child<QPushButton>(page), Qt::LeftButton); }
    const Plan& plan() { return document().plan(); }
    const Ladder& ladder(std::size_t part) {
        return document().evaluated()->appearance->ladders.at(part);
    }
    // Of all bands of all parts.
    double meanChroma() {
        double sum = 0.0;
        int steps = 0;
        for (const Ladder& of_part : document().evaluated()->appearance->ladders) {
            for (const Rung& step : of_part) {
                if (!step.present) continue;
                sum += lchFrom(step.target).C;
                ++steps;
            }
        }
        return sum / std::max(steps, 1);
    }
    void waitForMixes() {
        settle();
        ASSERT_TRUE(waitFor([this] {
            const EvaluatedPtr& evaluated = document().evaluated();
            return evaluated->mixes != nullptr && evaluated->plan.mixing == plan().mixing &&
                   evaluated->plan.rack == plan().rack;
        }));
    }
    void choose(const char* box, int index) {
        auto* combo = child<QComboBox>(box);
        combo->setCurrentIndex(index);
        emit combo->activated(index);
    }
};

TEST_F(ColoursStage, ASchoolIsChosenByItsPictureForAllPartsOrOne) {
    openColours("pageShade");
    document().selectPart(PartIndex{1});
    settle();
    auto* cards = m_window->findChild<ChoiceCards*>();
    ASSERT_NE(cards, nullptr);
    ASSERT_TRUE(waitFor([&] { return cards->hasPictures(); }));
    const double before = ladder(1)[0].target.b;
    QTest::mouseClick(child<QPushButton>("school1"), Qt::LeftButton);
    EXPECT_EQ(plan().colours.shading.school, School::Opposition);
    child<NumberField>("schoolStrength")->box().setValue(1.0);
    settle();
    EXPECT_GT(std::abs(ladder(1)[0].target.b - before), 3.0);
    // One part of its own: the others keep the school of all.
    QTest::mouseClick(child<QCheckBox>("ownShading"), Qt::LeftButton, {}, QPoint(8, 8));
    ASSERT_TRUE(plan().parts[1].shading);
    QTest::mouseClick(child<QPushButton>("school3"), Qt::LeftButton);
    EXPECT_EQ(plan().parts[1].shading->school, School::Black);
    EXPECT_EQ(plan().colours.shading.school, School::Opposition);
    settle();
    EXPECT_LT(lchFrom(ladder(1)[0].target).C, 8.0);
    while (document().undoStack().canUndo()) document().undoStack().undo();
    EXPECT_EQ(plan().colours, ColourChoices{});
}

TEST_F(ColoursStage, NightTakesTheLifeOutOfRed) {
    openColours("pageNight");
    document().editLight(2, QStringLiteral("off"), [](Light& light) { light.on = false; });
    document().edit(QStringLiteral("red"), Aspect::Parts, [](Plan& edited) {
        for (Part& part : edited.parts) part.local_colour = {0.7, 0.12, 0.1};
    });
    settle();
    const double by_day = lchFrom(ladder(1)[2].target).C;
    QTest::mouseClick(child<QCheckBox>("nightUsed"), Qt::LeftButton, {}, QPoint(8, 8));
    child<NumberField>("licence")->box().setValue(0.0);
    settle();
    EXPECT_TRUE(plan().colours.night.used);
    EXPECT_LT(lchFrom(ladder(1)[2].target).C, 0.5 * by_day);
    EXPECT_TRUE(child<QLabel>("licenceNight")->text().contains(u"True night"));
    document().selectPart(PartIndex{1});
    QTest::mouseClick(child<QPushButton>("dulling2"), Qt::LeftButton);
    EXPECT_EQ(plan().parts[1].dulling, Dulling::Black);
    EXPECT_EQ(plan().parts[0].dulling, Dulling::AsSeen);
}

TEST_F(ColoursStage, GlowPageGivesShellsInDropsAndDullsTheRest) {
    openColours("pageGlowColours");
    waitForMixes();
    const QStringList rows = child<ShellList>("shellList")->rows();
    ASSERT_GE(rows.size(), plan().colours.glow.shells + 2);
    EXPECT_TRUE(rows.front().contains(u"mm"));
    EXPECT_TRUE(rows.last().contains(u"white"));
    const double before = meanChroma();
    child<NumberField>("dull")->box().setValue(0.9);
    settle();
    EXPECT_LT(meanChroma(), 0.8 * before);
    child<NumberField>("darken")->box().setValue(15);
    settle();
    EXPECT_EQ(plan().colours.glow.darken, 15.0);
}

// A glow that nowhere gives as much as where its shells begin has none, and that is said.
TEST_F(ColoursStage, AGlowThatIsTooWeakForShellsSaysSo) {
    openColours("pageGlowColours");
    waitForMixes();
    auto& list = *child<ShellList>("shellList");
    ASSERT_FALSE(list.rows().empty());
    document().editLight(2, QStringLiteral("dim"), [](Light& lamp) { lamp.strength = 0.001; });
    settle();
    waitForMixes();
    ASSERT_TRUE(waitFor([&] { return list.rows().empty(); }));
    EXPECT_TRUE(waitFor([&] { return list.emptyWords().contains(QStringLiteral("stronger")); }));
}

TEST_F(ColoursStage, TheStripShowsDropsAndTheBandUnderThePointer) {
    openColours("pageAll");
    document().selectPart(PartIndex{1});
    waitForMixes();
    auto* strip = child<LadderStrip>("strip");
    const QImage whole = view().picture();
    QSignalSpy pointed(strip, &LadderStrip::bandPointedAt);
    QTest::mouseMove(strip, QPoint(strip->width() - 60, strip->height() - 30));
    ASSERT_TRUE(waitFor([&] { return pointed.count() > 0; }));
    EXPECT_EQ(pointed.last().first().value<std::optional<std::size_t>>(), std::size_t{4});
    ASSERT_TRUE(waitFor([&] { return view().isFinished() && view().picture() != whole; }));
    // Comparing keeps the ladder of one part while another is chosen.
    QTest::mouseClick(child<QPushButton>("keepLadder"), Qt::LeftButton);
    ASSERT_EQ(strip->kept(), PartIndex{1});
    document().selectPart(PartIndex{0});
    m_window->grab();
    QTest::mouseClick(child<QPushButton>("keepLadder"), Qt::LeftButton);
    EXPECT_FALSE(strip->kept());
}

TEST_F(ColoursStage, MixPageFollowsThePaintsAPartMayHave) {
    openColours("pageMix");
    document().selectPart(PartIndex{1});
    waitForMixes();
    EXPECT_LE(document().evaluated()->mixes->parts[1].paints.size(), 3U);
    const QStringList rows = child<MixList>("mixList")->rows();
    ASSERT_FALSE(rows.isEmpty());
    EXPECT_TRUE(rows.front().contains(u"coat"));
    child<NumberField>("bottles")->box().setValue(3);
    waitForMixes();
    EXPECT_LE(document().evaluated()->mixes->bottles.size(), 3U);
    EXPECT_TRUE(child<QLabel>("bottlesWords")->text().startsWith(u"3 bottles"));
    choose("primer", 3);
    EXPECT_GT(plan().mixing.primer.r, 0.9);
    child<NumberField>("deskLamp")->box().setValue(2700);
    waitForMixes();
    EXPECT_EQ(plan().mixing.lamp_K, 2700.0);
    m_window->grab();
}

TEST_F(ColoursStage, RackIsSearchedEditedAndUndone) {
    openColours("pageRack");
    auto* list = child<QListWidget>("rack");
    const int all = list->count();
    ASSERT_GT(all, 20);
    QTest::keyClicks(child<QLineEdit>("rackSearch"), QStringLiteral("PB29"));
    ASSERT_EQ(list->count(), 1);
    EXPECT_TRUE(list->item(0)->text().startsWith(u"Ultramarine"));
    child<QLineEdit>("rackSearch")->setText(QStringLiteral("#b9812c"));  // nearest first
    EXPECT_TRUE(list->item(0)->text().startsWith(u"Yellow oxide"));
    QTest::mouseClick(child<QPushButton>("addPaint"), Qt::LeftButton);
    ASSERT_EQ(plan().rack.size(), static_cast<std::size_t>(all) + 1);
    auto* name = child<QLineEdit>("paintName");
    name->setText(QStringLiteral("Tide green"));
    emit name->editingFinished();
    EXPECT_EQ(plan().rack.back().name, "Tide green");
    choose("paintOpacity", 3);
    EXPECT_EQ(plan().rack.back().opacity, Opacity::Transparent);
    auto* colour = child<ColourField>("paintColour");
    colour->code().setText(QStringLiteral("#2f8f72"));
    emit colour->code().editingFinished();
    EXPECT_EQ(hexFrom(plan().rack.back().mass_tone), "#2f8f72");
    QTest::mouseClick(child<QPushButton>("removePaint"), Qt::LeftButton);
    EXPECT_EQ(plan().rack.size(), static_cast<std::size_t>(all));
    while (document().undoStack().canUndo()) document().undoStack().undo();
    EXPECT_EQ(plan().rack, genericRack());
}

TEST_F(ColoursStage, RackComesAndGoesAsATable) {
    openColours("pageRack");
    QFile file(path(QStringLiteral("mine.csv")));
    ASSERT_TRUE(file.open(QIODevice::WriteOnly));
    file.write(
        "name,colour,opacity\nHarbour blue,#27506f,opaque\nUltramarine,#20287f,transparent\n");
    file.close();
    RackPage& rack = m_window->coloursPanel().rackPage();
    rack.importFrom(file.fileName());
    ASSERT_EQ(plan().rack.size(), genericRack().size() + 1);
    EXPECT_EQ(plan().rack.back().name, "Harbour blue");
    const auto blue = std::ranges::find(plan().rack, "Ultramarine", &Paint::name);
    EXPECT_EQ(blue->opacity, Opacity::Transparent);  // replaced, not doubled
    const QString out = path(QStringLiteral("out.csv"));
    rack.exportTo(out);
    QFile written(out);
    ASSERT_TRUE(written.open(QIODevice::ReadOnly));
    EXPECT_TRUE(written.readAll().contains("Harbour blue"));
    ASSERT_TRUE(file.open(QIODevice::WriteOnly));
    file.write("nonsense\n1,2\n");
    file.close();
    const std::size_t before = plan().rack.size();
    rack.importFrom(file.fileName());
    EXPECT_FALSE(m_window->banner().text().isEmpty());
    EXPECT_EQ(plan().rack.size(), before);
}

// A photograph under a reddish lamp: the grey card takes the cast away.
TEST_F(ColoursStage, APaintIsReadOffAPhotographByAGreyCard) {
    QImage photograph(400, 300, QImage::Format_RGB32);
    photograph.fill(QColor(40, 35, 30));
    const Vec3d cast(1.25, 0.9, 0.6);
    const auto put = [&](const QRect& box, const Vec3d& linear) {
        const Srgb shown = encodedFrom(LinearRgb{linear.cwiseProduct(cast)});
        for (int y = box.top(); y <= box.bottom(); ++y) {
            for (int x = box.left(); x <= box.right(); ++x) {
                photograph.setPixelColor(
                    x, y, QColor::fromRgbF(float(shown.r), float(shown.g), float(shown.b)));
            }
        }
    };
    put({20, 20, 100, 100}, Vec3d::Constant(0.18));
    const Srgb paint = *srgbFromHex("#3a7a8c");
    put({200, 20, 150, 100}, linearFrom(paint).rgb);
    SwatchDialog dialog(photograph);
    dialog.show();
    ASSERT_TRUE(QTest::qWaitForWindowExposed(&dialog));
    auto* picture = dialog.findChild<SwatchPhotograph*>();
    auto* ok = dialog.findChild<QDialogButtonBox*>()->button(QDialogButtonBox::Ok);
    EXPECT_FALSE(ok->isEnabled());
    QTest::mouseClick(picture, Qt::LeftButton, {}, picture->fromPixel({70, 70}));
    QTest::mouseClick(picture, Qt::LeftButton, {}, picture->fromPixel({270, 70}));
    ASSERT_TRUE(ok->isEnabled());
    Paint read;
    dialog.applyTo(read);
    EXPECT_LT(ciede2000(labFrom(xyzFrom(linearFrom(read.mass_tone))),
                        labFrom(xyzFrom(linearFrom(paint)))),
              1.0);
    EXPECT_FALSE(read.swatch);
    EXPECT_TRUE(SwatchDialog::photographFrom(path(QStringLiteral("none.png"))).isNull());
}

// The simulated reader that ships, asked over its socket.
TEST_F(ColoursStage, TheColourReaderMeasuresASwatch) {
    openColours("pageRack");
    const QString socket = path(QStringLiteral("reader.socket"));
    qputenv("GLAUKOPHOS_COLOUR_READER", socket.toLocal8Bit());
    QTest::mouseClick(child<QPushButton>("paintReader"), Qt::LeftButton);
    ASSERT_TRUE(waitFor([&] { return m_window->banner().text().contains(u"No colour reader"); }));
    QProcess reader;
    reader.start(QStringLiteral(GLAUKOPHOS_COLOUR_READER_BUILT),
                 {QStringLiteral("--socket"), socket, QStringLiteral("--swatch"),
                  QStringLiteral("Cobalt blue"), QStringLiteral("--clients"), QStringLiteral("1")});
    ASSERT_TRUE(reader.waitForReadyRead(10'000));
    child<QListWidget>("rack")->setCurrentRow(3);
    QTest::mouseClick(child<QPushButton>("paintReader"), Qt::LeftButton);
    ASSERT_TRUE(waitFor([&] { return !plan().rack[3].spectrum.empty(); }, 10'000));
    ASSERT_EQ(plan().rack[3].spectrum.size(), std::size_t{kBands});
    const Lab truth = labFrom(xyzFrom(linearFrom(*srgbFromHex("#1e4c9e"))));
    EXPECT_LT(ciede2000(labFrom(xyzFrom(linearFrom(plan().rack[3].mass_tone))), truth), 2.0);
    // It may have ended already, while the window was served.
    EXPECT_TRUE(waitFor([&] { return reader.state() == QProcess::NotRunning; }, 10'000));
    qunsetenv("GLAUKOPHOS_COLOUR_READER");
}

TEST(ColourReader, AnswersOfStrangersAreChecked) {
    EXPECT_FALSE(parseReading("no json"));
    EXPECT_FALSE(parseReading(R"({"first_nm":400,"step_nm":10,"reflectance":[0.1]})"));
    QByteArray many = R"({"first_nm":380,"step_nm":10,"reflectance":[7)";
    for (int i = 1; i < kBands; ++i) many += ",0.5";
    EXPECT_FALSE(parseReading(many + "]}"));
    many.replace("[7", "[0.7");
    const auto spectrum = parseReading(many + "]}");
    ASSERT_TRUE(spectrum);
    EXPECT_EQ(spectrum->front(), 0.7);
}

TEST_F(ColoursStage, VeilsAreProposedPlacedAndRemoved) {
    openColours("pageHues");
    document().selectPart(PartIndex{1});
    settle();
    QTest::mouseClick(child<QPushButton>("addVeil"), Qt::LeftButton);
    QTest::mouseClick(&view(), Qt::LeftButton, {}, pixelOfPoint({0, -6, 9}));
    ASSERT_EQ(plan().colours.veils.size(), 1U);
    EXPECT_NEAR((plan().colours.veils[0].point_mm - Vec3(0, 0, 9)).norm(), 6.0F, 0.3F);
    settle();
    child<NumberField>("veilRadius")->box().setValue(3.0);
    EXPECT_NEAR(plan().colours.veils[0].radius_mm, 3.0, 0.06);
    QTest::mouseClick(child<QPushButton>("removeVeil"), Qt::LeftButton);
    EXPECT_TRUE(plan().colours.veils.empty());
}

TEST_F(ColoursStage, PrimersAreComparedAndOneIsTakenByAClick) {
    openColours("pageUnder");
    ASSERT_TRUE(waitFor([this] {
        return document().evaluated()->complete && document().evaluated()->desk != nullptr;
    }));
    QTest::mouseClick(child<QPushButton>("askPrimer"), Qt::LeftButton);
    ASSERT_TRUE(waitFor([this] {
        return m_window->findChild<QPushButton*>(QStringLiteral("primer5")) != nullptr;
    }));
    const Srgb before = plan().mixing.primer;
    for (const char* card : {"primer1", "primer5"}) {
        QTest::mouseClick(child<QPushButton>(card), Qt::LeftButton);
    }
    EXPECT_NE(plan().mixing.primer, before);
    document().undoStack().undo();
}

TEST_F(ColoursStage, UnderpaintingIsSeenBeforeItIsSprayed) {
    openColours("pageUnder");
    EXPECT_EQ(view().overlay(), Overlay::Under);
    QTest::mouseClick(child<QCheckBox>("underUsed"), Qt::LeftButton, {}, QPoint(8, 8));
    ASSERT_TRUE(plan().under.used);
    settle();
    const std::vector<Xyz>& under = document().evaluated()->marks->underpainted;
    ASSERT_EQ(under.size(), plan().figure->vertexCount());
    // The ball: light on top, dark below.
    const Surface& surface = plan().figure->surface;
    double top = 0.0;
    double below = 1.0;
    for (std::size_t v = 0; v < under.size(); ++v) {
        if (surface.parts[v] != 1) continue;
        if (surface.normals[v].z() > 0.98F) top = std::max(top, under[v].xyz.y());
        if (surface.normals[v].z() < -0.5F) below = std::min(below, under[v].xyz.y());
    }
    EXPECT_GT(top, 5.0 * below);
    auto* filter = child<QComboBox>("underFilter");
    choose("underFilter", filter->findText(QStringLiteral("Phthalo green")));
    settle();
    EXPECT_EQ(plan().under.filter, "Phthalo green");
    const Xyz filtered = document().evaluated()->marks->underpainted.front();
    EXPECT_LT(filtered.xyz.y(), 0.9);
    document().selectPart(PartIndex{1});
    ASSERT_TRUE(waitFor([&] { return child<QLabel>("underMiss")->text().contains(u"from what"); }));
}

TEST_F(ColoursStage, SpraysAreAddedTurnedAndTakenAway) {
    openColours("pageUnder");
    QTest::mouseClick(child<QCheckBox>("underUsed"), Qt::LeftButton, {}, QPoint(8, 8));
    auto* list = child<QListWidget>("sprays");
    const int before = list->count();
    child<QPushButton>("sprayAdd")->menu()->actions().back()->trigger();
    ASSERT_EQ(list->count(), before + 1);
    EXPECT_EQ(list->currentRow(), before);
    EXPECT_EQ(plan().under.coats.back().when, SprayTime::Last);
    EXPECT_TRUE(list->item(before)->text().contains(QStringLiteral("straight below")));
    choose("sprayWhen", 1);
    EXPECT_EQ(plan().under.coats.back().when, SprayTime::Between);
    child<NumberField>("sprayHeight")->box().setValue(-30);
    EXPECT_EQ(plan().under.coats.back().from.height_deg, -30.0);
    QTest::mouseClick(child<QPushButton>("sprayMoon"), Qt::LeftButton);
    const auto* far = std::get_if<FarLight>(&plan().lights[1].kind);
    if (far == nullptr) far = std::get_if<FarLight>(&plan().lights[0].kind);
    ASSERT_NE(far, nullptr);
    EXPECT_EQ(plan().under.coats.back().from, far->direction);
    choose("filterShape", 1);
    EXPECT_EQ(plan().under.filter_shape, FilterShape::Above);
    QTest::mouseClick(child<QPushButton>("sprayRemove"), Qt::LeftButton);
    EXPECT_EQ(list->count(), before);
}

TEST_F(ColoursStage, WheelChoosesPartsAndSaysWhatDrowns) {
    openColours("pageAll");
    auto* wheel = child<HueWheel>("hueWheel");
    ASSERT_TRUE(waitFor([&] { return wheel->dotOf(1).has_value(); }));
    QTest::mouseClick(wheel, Qt::LeftButton, {}, wheel->dotOf(1)->toPoint());
    EXPECT_TRUE(document().selectedPart().has_value());
    EXPECT_FALSE(child<QLabel>("drowning")->text().isEmpty());
    auto* list = child<LadderList>("ladderList");
    QTest::mouseClick(list, Qt::LeftButton, {}, QPoint(20, 50));  // the third row
    EXPECT_EQ(document().selectedPart(), PartIndex{2});
    QTest::mouseClick(child<QCheckBox>("steps"), Qt::LeftButton, {}, QPoint(8, 8));
    EXPECT_TRUE(view().inSteps());
}

// A screen whose red and green are exchanged, as Little CMS itself would show it.
TEST_F(ColoursStage, TheScreensProfileIsUsedForPicturesAndSwatches) {
    openScene();
    settle();
    const QImage before = view().picture();
    const cmsCIExyY white = {0.3127, 0.3290, 1.0};
    const cmsCIExyYTRIPLE swapped = {{0.30, 0.60, 1.0}, {0.64, 0.33, 1.0}, {0.15, 0.06, 1.0}};
    cmsToneCurve* curve = cmsBuildGamma(nullptr, 2.2);
    cmsToneCurve* curves[3] = {curve, curve, curve};
    cmsHPROFILE profile = cmsCreateRGBProfile(&white, &swapped, curves);
    const QString file = path(QStringLiteral("screen.icc"));
    ASSERT_TRUE(cmsSaveProfileToFile(profile, file.toLocal8Bit().constData()));
    m_window->setScreenProfile(file);
    EXPECT_EQ(m_window->banner().text(), QString());
    EXPECT_EQ(screenProfile(), file);
    const QColor shown = onScreen({0.8, 0.2, 0.1});
    cmsHPROFILE srgb = cmsCreate_sRGBProfile();
    cmsHTRANSFORM theirs =
        cmsCreateTransform(srgb, TYPE_RGB_DBL, profile, TYPE_RGB_DBL, INTENT_RELATIVE_COLORIMETRIC,
                           cmsFLAGS_BLACKPOINTCOMPENSATION);
    const double from[3] = {0.8, 0.2, 0.1};
    double to[3] = {};
    cmsDoTransform(theirs, from, to, 1);
    EXPECT_NEAR(shown.redF(), to[0], 0.01);
    EXPECT_NEAR(shown.greenF(), to[1], 0.01);
    EXPECT_GT(shown.greenF(), shown.redF());
    ASSERT_TRUE(waitFor([&] { return view().isFinished() && view().picture() != before; }));
    m_window->setScreenProfile({});
    EXPECT_NEAR(onScreen({0.8, 0.2, 0.1}).redF(), 0.8, 1e-3);
    m_window->setScreenProfile(
        writeStl(QStringLiteral("no.icc"), shapes::box({0, 0, 0}, {1, 1, 1})));
    EXPECT_TRUE(m_window->banner().text().contains(u"no ICC profile"));
    EXPECT_EQ(screenProfile(), QString());
    cmsDeleteTransform(theirs);
    cmsCloseProfile(srgb);
    cmsCloseProfile(profile);
    cmsFreeToneCurve(curve);
}

TEST_F(ColoursStage, APhotographedMixIsComparedWithTheLadder) {
    openColours("pageMix");
    document().selectPart(PartIndex{1});
    waitForMixes();
    auto* page = m_window->findChild<MixingPage*>();
    const Rung& light = ladder(1)[3];
    ASSERT_TRUE(light.present);
    page->compare(light.shown);
    const QString same = child<QLabel>("comparedMix")->text();
    EXPECT_TRUE(same.contains(u"Light of ball")) << same.toStdString();
    EXPECT_TRUE(same.contains(u"matches"));
    Lab darker = light.target;
    darker.L -= 4.0;
    page->compare(displayable(darker));
    EXPECT_TRUE(child<QLabel>("comparedMix")->text().contains(u"lighter"));
}

TEST_F(ColoursStage, TheRackGoesWithThePainterToTheNextFigure) {
    openColours("pageRack");
    QTest::mouseClick(child<QPushButton>("addPaint"), Qt::LeftButton);
    const std::size_t own = plan().rack.size();
    document().undoStack().setClean();
    m_window->openFiles(
        {writeStl(QStringLiteral("next.stl"), shapes::box({-5, -5, 0}, {5, 5, 20}))});
    ASSERT_TRUE(waitFor([&] { return document().isOpen() && plan().parts.size() == 1; }));
    EXPECT_EQ(plan().rack.size(), own);
}

}  // namespace
}  // namespace glaukophos
