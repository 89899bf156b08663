// The Review stage, driven in a real window; photographs by the stand-in for a camera.
#include <QCheckBox>
#include <QComboBox>
#include <QLineEdit>
#include <QListWidget>

#include "core/photo/match.h"
#include "devices/camera/painted_wrong.h"
#include "devices/camera/subjects.h"
#include "tests/app/window_fixture.h"

namespace glaukophos {
namespace {

class ReviewStage : public WindowTest {
  protected:
    void SetUp() override {
        WindowTest::SetUp();
        openScene();
        m_window->setStage(Stage::Review);
    }

    struct Taken {
        QImage image;
        std::vector<camera::SeenPlace> places;
    };
    static camera::Shot shotOf(const Figure& figure) {
        camera::Shot shot;
        shot.body.width = 640;
        shot.body.height = 480;
        shot.body.hour = 11.0;
        shot.body.height_deg = 22.0;
        shot.body.focal = 1.5;
        shot.body.distance_mm = figure.bounds().size().norm() * 1.5 * 640 / (0.7 * 480);
        shot.lamps.push_back({});
        return shot;
    }
    static QImage imageOf(const camera::Picture& picture) {
        return QImage(picture.rgb.data(), picture.width, picture.height,
                      qsizetype{3} * picture.width, QImage::Format_RGB888)
            .copy();
    }
    static Taken taken(const Figure& figure) {
        camera::Subject subject;
        subject.mesh = figure.surface.mesh;
        subject.planned_mm = subject.mesh.positions_mm;
        subject.colours.assign(subject.planned_mm.size(), Vec3::Constant(0.35F));
        const camera::Shot shot = shotOf(figure);
        return {imageOf(camera::photographed(subject, shot)),
                camera::seenPlaces(subject, shot, 600)};
    }
    bool waitForDesk() {
        return waitFor([&] {
            const EvaluatedPtr& now = document().evaluated();
            return now != nullptr && now->complete && now->desk != nullptr;
        });
    }
    // By seven pairs, without the mouse.
    void match() {
        document().edit(QStringLiteral("pairs"), Aspect::Photographs, [&](Plan& plan) {
            for (std::size_t i = 0; i < 7; ++i) {
                const camera::SeenPlace& place = m_places.at(i * (m_places.size() / 7));
                plan.photographs.back().pairs.push_back({place.planned_mm, place.pixel});
            }
        });
        panel().desk().matchByPairs();
        ASSERT_TRUE(waitFor([&] {
            return !panel().desk().isMatching() &&
                   document().plan().photographs.back().place.has_value();
        }));
    }

    // Photographs the open figure into a file. It is the same in all tests: one shot serves them.
    QString photograph(const QString& name) {
        static const Taken once = taken(*document().plan().figure);
        m_places = once.places;
        QString file = path(name);
        EXPECT_TRUE(once.image.save(file));
        return file;
    }

    ReviewPanel& panel() { return m_window->reviewPanel(); }
    PhotoView& photoView() { return m_window->photoView(); }
    const PlanPhotograph& photo(std::size_t i = 0) { return document().plan().photographs.at(i); }

    void clickPhoto(const Eigen::Vector2d& pixel) {
        const QPointF at = photoView().positionOf({pixel.x(), pixel.y()});
        QTest::mouseMove(&photoView(), at.toPoint());
        QTest::mouseClick(&photoView(), Qt::LeftButton, Qt::NoModifier, at.toPoint());
    }

    std::vector<camera::SeenPlace> m_places;
};

TEST_F(ReviewStage, APhotographIsPairedMatchedAndThePlanLiesOnIt) {
    panel().desk().add({photograph(QStringLiteral("bare.png"))});
    ASSERT_EQ(document().plan().photographs.size(), 1U);
    ASSERT_TRUE(waitFor([&] { return !photoView().picture().isNull(); }));
    EXPECT_EQ(photoView().picture().size(), QSize(640, 480));

    QTest::mouseClick(child<QPushButton>("pageMatch"), Qt::LeftButton);
    // Places far apart, clicked to the nearest pixel of the window.
    for (const std::size_t i : {0U, 90U, 180U, 270U, 360U, 450U, 540U}) {
        panel().desk().ask(m_places.at(i).planned_mm);
        EXPECT_TRUE(photoView().isPicking());
        clickPhoto(m_places[i].pixel);
    }
    ASSERT_EQ(photo().pairs.size(), 7U);
    EXPECT_LT((photo().pairs[2].pixel - m_places[180].pixel).norm(), 2.0);
    QTest::mouseClick(child<QPushButton>("matchPairs"), Qt::LeftButton);
    ASSERT_TRUE(waitFor([&] { return photo().place.has_value(); }));
    double sum = 0.0;
    for (const camera::SeenPlace& place : m_places) {
        const auto seen = pixelOf(photo().place->camera, place.planned_mm.cast<double>());
        ASSERT_TRUE(seen);
        sum += place.mm_a_pixel * (*seen - place.pixel).norm();
    }
    EXPECT_LT(sum / static_cast<double>(m_places.size()), 0.4);

    const QImage bare = photoView().picture();
    QSignalSpy made(&panel(), &ReviewPanel::made);
    QTest::mouseClick(child<QPushButton>("pageOver"), Qt::LeftButton);
    ASSERT_TRUE(waitFor([&] { return made.count() > 0 && photoView().picture() != bare; }));
    EXPECT_FALSE(view().isVisible());
    made.clear();
    child<QCheckBox>("photoGrey")->click();
    ASSERT_TRUE(waitFor([&] { return made.count() > 0; }));
    EXPECT_TRUE(photoView().picture().allGray());
    const QString saved = path(QStringLiteral("on-it.png"));
    panel().savePicture(saved);
    ASSERT_TRUE(waitFor([&] { return QImage(saved).size() == QSize(640, 480); }));
    const QString page = path(QStringLiteral("on-it.pdf"));
    panel().savePicture(page);
    ASSERT_TRUE(waitFor([&] { return QFileInfo(page).size() > 5000; }));
    QFile pdf(page);
    ASSERT_TRUE(pdf.open(QIODevice::ReadOnly));
    EXPECT_TRUE(pdf.read(5) == QByteArray("%PDF-"));

    document().undoStack().undo();
    EXPECT_FALSE(photo().place);
}

TEST_F(ReviewStage, TheLightOfAPhotographIsFoundAndTakenIntoThePlan) {
    panel().desk().add({photograph(QStringLiteral("bare.png"))});
    panel().showPage(ReviewPanel::Page::Light);
    EXPECT_FALSE(child<QPushButton>("findLight")->isEnabled());  // not matched yet
    match();
    const std::vector<Light> before = document().plan().lights;
    QTest::mouseClick(child<QPushButton>("findLight"), Qt::LeftButton);
    ASSERT_TRUE(waitFor([&] { return panel().verdicts().light() != nullptr; }));
    const PhotoLight& light = panel().verdicts().light()->light;
    ASSERT_FALSE(light.lamps.empty());
    // The stand-in's lamp as it is: 10 o'clock, 50 degrees up.
    const float apart = towards(light.lamps[0].direction).dot(towards({10.0, 50.0}));
    EXPECT_GT(apart, std::cos(radians(6.0)));
    EXPECT_TRUE(child<QLabel>("lightFound")->text().contains(QStringLiteral("Main light")));
    QTest::mouseClick(child<QPushButton>("takeLight"), Qt::LeftButton);
    EXPECT_EQ(document().plan().lights.front().name, "Lamp of the photograph");
    document().undoStack().undo();
    EXPECT_EQ(document().plan().lights, before);
}

TEST_F(ReviewStage, APaintedFigureIsComparedAndTouchedUp) {
    ASSERT_TRUE(waitForDesk());
    const EvaluatedPtr e = document().evaluated();
    const PartBands& bands = e->appearance->bands.parts[0];
    const auto largest = static_cast<std::size_t>(std::ranges::max_element(bands.areas_mm2) -
                                                  bands.areas_mm2.begin());
    camera::Subject subject = camera::paintedSubject(*e, std::nullopt);
    camera::paintWrong(subject, *e, {0, largest, camera::Slip::Lighter, 18.0});
    camera::Shot shot = shotOf(*e->plan.figure);
    shot.lamps.clear();
    shot.fill = 1.0;
    shot.body.exposure = 0.34;
    shot.body.distance_mm *= 1.5;
    shot.card.there = true;
    camera::layCardDown(shot, e->plan.figure->bounds());
    m_places = camera::seenPlaces(subject, shot, 600);
    const QString file = path(QStringLiteral("painted.png"));
    ASSERT_TRUE(imageOf(camera::photographed(subject, shot)).save(file));
    panel().desk().add({file});
    match();
    QTest::mouseClick(child<QPushButton>("pagePainted"), Qt::LeftButton);
    QTest::mouseClick(child<QPushButton>("comparePhoto"), Qt::LeftButton);
    ASSERT_TRUE(waitFor([&] { return panel().verdicts().painted() != nullptr; }));
    const std::vector<PaintedFault>& faults = panel().verdicts().painted()->faults;
    ASSERT_FALSE(faults.empty());
    EXPECT_EQ(faults.front().part, 0U);
    EXPECT_EQ(faults.front().touch_up.fault, Fault::TooLight);
    auto* list = child<QListWidget>("paintedFaults");
    EXPECT_EQ(list->count(), static_cast<int>(faults.size()));
    list->setCurrentRow(0);
    EXPECT_EQ(child<QLabel>("faultCure")->text(), QString::fromUtf8(cureFor(Fault::TooLight)));
    QTest::mouseClick(child<QPushButton>("takeFault"), Qt::LeftButton);
    ASSERT_EQ(document().plan().steps.touch_ups.size(), faults.front().bands.size());
    ASSERT_TRUE(waitFor([&] {
        const EvaluatedPtr& now = document().evaluated();
        return now->desk != nullptr &&
               std::ranges::find(now->desk->work.steps, StepKind::TouchUp, &Step::kind) !=
                   now->desk->work.steps.end();
    }));
    // The card may be clicked instead: grey alone, in a photograph without the lens's bend.
    auto* card = child<QComboBox>("photoCard");
    card->setCurrentIndex(2);
    emit card->activated(2);
    EXPECT_TRUE(photoView().isPicking());
    EXPECT_FALSE(child<QPushButton>("comparePhoto")->isEnabled());
    clickPhoto({300.0, 200.0});
    EXPECT_FALSE(photoView().isPicking());
    EXPECT_TRUE(child<QPushButton>("comparePhoto")->isEnabled());
}

TEST_F(ReviewStage, TheBenchShowsTheStepOnThePhotograph) {
    ASSERT_TRUE(waitForDesk());
    m_window->openBench();
    BenchWindow& bench = m_window->bench();
    ASSERT_TRUE(bench.task());
    QTest::keyClick(&bench.figureView(), Qt::Key_P);
    EXPECT_FALSE(bench.photo().isVisible());  // none is matched
    bench.close();
    panel().desk().add({photograph(QStringLiteral("bare.png"))});
    match();
    m_window->openBench();
    QSignalSpy shown(&bench.photo(), &BenchPhoto::shown);
    QTest::keyClick(&bench.figureView(), Qt::Key_P);
    ASSERT_TRUE(waitFor([&] { return shown.count() > 0; }));
    EXPECT_TRUE(bench.photo().isVisible());
    const QImage first = bench.photo().picture();
    EXPECT_EQ(first.size(), QSize(640, 480));
    bench.finishCoat();
    bench.finishCoat();
    ASSERT_TRUE(waitFor([&] { return bench.photo().picture() != first; }));
    QTest::keyClick(&bench.figureView(), Qt::Key_P);
    EXPECT_FALSE(bench.photo().isVisible());
    bench.close();
}

TEST_F(ReviewStage, ProposedPlacesAreRingedAndAnswersCanBeTakenBack) {
    panel().desk().add({photograph(QStringLiteral("bare.png"))});
    ASSERT_TRUE(waitFor([&] { return !photoView().picture().isNull(); }));
    QTest::mouseClick(child<QPushButton>("pageMatch"), Qt::LeftButton);
    QTest::mouseClick(child<QPushButton>("proposePlace"), Qt::LeftButton);
    ASSERT_TRUE(panel().desk().asked());
    EXPECT_EQ(view().markedPlace(), panel().desk().asked());
    const Vec3 first = *panel().desk().asked();
    QTest::mouseClick(child<QPushButton>("proposePlace"), Qt::LeftButton);
    EXPECT_GT((*panel().desk().asked() - first).norm(), 1.0F);
    clickPhoto({300.0, 200.0});
    ASSERT_EQ(photo().pairs.size(), 1U);
    EXPECT_FALSE(panel().desk().asked());
    EXPECT_FALSE(child<QPushButton>("matchPairs")->isEnabled());
    child<QListWidget>("pairs")->setCurrentRow(0);
    QTest::mouseClick(child<QPushButton>("removePair"), Qt::LeftButton);
    EXPECT_TRUE(photo().pairs.empty());
}

TEST_F(ReviewStage, BadFilesAreSaidAndNothingIsLost) {
    panel().desk().add({photograph(QStringLiteral("good.png"))});
    QFile letter(path(QStringLiteral("letter.jpg")));
    ASSERT_TRUE(letter.open(QIODevice::WriteOnly));
    letter.write("no picture at all, but a letter to somebody");
    letter.close();
    panel().desk().add({letter.fileName()});
    EXPECT_EQ(document().plan().photographs.size(), 1U);
    EXPECT_TRUE(m_window->banner().text().contains(QStringLiteral("letter.jpg")));
    QTest::mouseClick(child<QPushButton>("removePhoto"), Qt::LeftButton);
    EXPECT_TRUE(document().plan().photographs.empty());
    document().undoStack().undo();
    EXPECT_EQ(document().plan().photographs.size(), 1U);
}

TEST_F(ReviewStage, AWatchedFolderBringsNewPhotographs) {
    const QString folder = path(QStringLiteral("camera"));
    ASSERT_TRUE(QDir().mkpath(folder));
    photograph(QStringLiteral("camera/old.png"));
    panel().desk().watch(folder);
    photograph(QStringLiteral("camera/new.png"));
    ASSERT_TRUE(waitFor([&] { return !document().plan().photographs.empty(); }));
    EXPECT_EQ(document().plan().photographs.size(), 1U);
    EXPECT_EQ(photo().name, "new.png");
    panel().desk().watch({});
}

TEST_F(ReviewStage, AnotherPhotographStandsBesideTheSlider) {
    panel().desk().add(
        {photograph(QStringLiteral("one.png")), photograph(QStringLiteral("two.png"))});
    QTest::mouseClick(child<QPushButton>("pageOver"), Qt::LeftButton);
    ASSERT_TRUE(waitFor([&] { return !photoView().picture().isNull(); }));
    auto* other = child<QComboBox>("photoOther");
    other->setCurrentIndex(3);
    emit other->activated(3);
    ASSERT_TRUE(waitFor([&] { return photoView().compares(); }));
    const QPoint line(photoView().width() / 2, photoView().height() / 3);
    drag(&photoView(), line, line + QPoint(60, 0));
    EXPECT_GT(photoView().wipe(), 0.52);
}

// The log of one plan is read back in another.
TEST_F(ReviewStage, CoatsOfTheBenchComeIntoTheLogAndAreRated) {
    ASSERT_TRUE(waitFor([&] {
        return document().evaluated() != nullptr && document().evaluated()->desk != nullptr;
    }));
    const Work& work = document().evaluated()->desk->work;
    BenchLog log;
    for (std::size_t s = 0; s < 8 && s < work.steps.size(); ++s) {
        log.done.push_back({{work.steps[s].key}, 0, 0, 9.0, 1000.0 + double(s), 1000.0, 6.0});
    }
    document().setBenchLog(log);
    KeptLog& kept = m_window->keptLog();
    ASSERT_EQ(kept.entries().size(), log.done.size());
    EXPECT_EQ(kept.entries().back().layer, work.steps.front().title);

    QTest::mouseClick(child<QPushButton>("pageLog"), Qt::LeftButton);
    auto* list = child<QListWidget>("logEntries");
    ASSERT_EQ(list->count(), int(log.done.size()));
    list->setCurrentRow(0);
    QTest::mouseClick(child<QPushButton>("logWorked"), Qt::LeftButton);
    EXPECT_EQ(kept.entries().front().rated, 1);
    auto* search = child<QLineEdit>("logSearch");
    QTest::keyClicks(search, QStringLiteral("no such thing"));
    EXPECT_EQ(list->count(), 0);
    search->clear();
    EXPECT_EQ(list->count(), int(log.done.size()));

    const QString table = path(QStringLiteral("log.csv"));
    kept.exportTo(table);
    EXPECT_GT(QFileInfo(table).size(), 200);
    // Another plan of the same figure: the pace of the first is taken over.
    Plan other = document().plan();
    other.key = "another";
    document().open(other, {});
    m_window->setStage(Stage::Steps);
    m_window->stepsPanel().showPage(StepsPanel::Page::Time);
    auto* take = child<QPushButton>("loggedPace");
    ASSERT_TRUE(waitFor([&] { return take->isVisible(); }));
    QTest::mouseClick(take, Qt::LeftButton);
    const HandPaces learned = pacesFrom(learnedPaces(kept.entries()));
    EXPECT_NE(learned, kUsualPaces);
    EXPECT_EQ(document().plan().steps.hand_paces, learned);
}

}  // namespace
}  // namespace glaukophos
