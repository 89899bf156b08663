// Everything here is one click, or Tab and Space.
#include "app/window/start_page.h"

#include <QCoreApplication>
#include <QDir>
#include <QLabel>
#include <QScrollArea>

#include "app/widgets/picture_card.h"
#include "app/widgets/text.h"
#include "app/widgets/theme.h"

namespace glaukophos {
namespace {

constexpr int kWidth_px = 988;
constexpr QSize kCard{188, 330};
constexpr QSize kRecentCard{190, 250};
constexpr std::size_t kShown = 4;

struct Example {
    const char* folder;
    const char* title;
    const char* sentence;
};
constexpr std::array<Example, 5> kExamples = {{
    {"tide-glass-maker", QT_TR_NOOP("Look at the glass maker"),
     QT_TR_NOOP(
         "A moon, a cold sky and hot glass at the end of a pipe: planned to the last drop.")},
    {"harbour-cat", QT_TR_NOOP("Look at the harbour cat"),
     QT_TR_NOOP("A small one: fur, rope and evening sun, two hours of painting.")},
    {"slag-crab", QT_TR_NOOP("Look at the slag crab"),
     QT_TR_NOOP("Hot glass in the cracks between its plates, a fire on its back.")},
    {"plankton-wader", QT_TR_NOOP("Look at the plankton wader"),
     QT_TR_NOOP("Water that glows, its net of light, a bolt drawn on an oilskin.")},
    {"boiler-stoker", QT_TR_NOOP("Look at the stoker"),
     QT_TR_NOOP("Six stoke-holes in a brass boiler, a cold signal tube above.")},
}};

QPixmap pictureFor(const QImage& image) {
    if (image.isNull()) return {};
    return QPixmap::fromImage(image.scaledToHeight(kPicture_px, Qt::SmoothTransformation));
}

QLabel* heading(const QString& text, int size_px, QWidget* parent) {
    auto* label = new QLabel(text, parent);
    label->setStyleSheet(QStringLiteral("font-size: %1px; font-weight: 600;").arg(size_px));
    return label;
}

}  // namespace

QString demoFolder() {
    QDir folder(QCoreApplication::applicationDirPath());
    for (int up = 0; up < 5; ++up) {
        if (folder.exists(QStringLiteral("data/demo"))) {
            return folder.filePath(QStringLiteral("data/demo"));
        }
        if (!folder.cdUp()) break;
    }
    return {};
}

StartPage::StartPage(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("startPage"));
    // Scrolls where the window is small, so that it never makes the window larger.
    auto* whole = new QVBoxLayout(this);
    whole->setContentsMargins(0, 0, 0, 0);
    auto* scroll = new QScrollArea(this);
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->setStyleSheet(QStringLiteral(
        "QScrollArea, QScrollArea > QWidget > QWidget { background: transparent; }"));
    scroll->setWidgetResizable(true);
    scroll->setFocusPolicy(Qt::NoFocus);
    whole->addWidget(scroll);
    auto* page = new QWidget(scroll);
    scroll->setWidget(page);
    auto* outer = new QHBoxLayout(page);
    auto* inner = new QWidget(page);
    inner->setMinimumWidth(kWidth_px);
    outer->addStretch(1);
    outer->addWidget(inner);
    outer->addStretch(1);
    auto* column = new QVBoxLayout(inner);
    column->setSpacing(14);
    column->addStretch(1);
    column->addWidget(heading(tr("Where will the light fall?"), 27, inner));
    auto* words =
        new QLabel(tr("Plan it on the figure itself, before the first coat: where lights, "
                      "shadows and glows go, in which colours, mixed from how many drops, "
                      "laid in which order."),
                   inner);
    words->setWordWrap(true);
    column->addWidget(words);
    column->addWidget(buildWays());
    column->addSpacing(10);
    column->addWidget(heading(tr("Last plans"), 17, inner));
    m_recent = new QWidget(inner);
    auto* row = new QHBoxLayout(m_recent);
    row->setContentsMargins(0, 0, 0, 0);
    column->addWidget(m_recent);
    column->addStretch(2);
    showRecent({});
}

QWidget* StartPage::buildWays() {
    auto* ways = new QWidget(this);
    auto* row = new QHBoxLayout(ways);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(12);
    const auto add = [&](const QString& object, const QPixmap& picture, const QString& title,
                         const QString& sentence, const QString& tip) {
        auto* card = new PictureCard(picture, title, sentence, ways);
        card->setObjectName(object);
        card->setToolTip(tip);
        card->setFixedSize(kCard);
        row->addWidget(card);
        return card;
    };
    auto* own = add(QStringLiteral("startOpen"),
                    themedIcon(QStringLiteral("figure")).pixmap(64, 64), tr("Open your figure"),
                    tr("The file it is printed from: STL, OBJ, PLY, 3MF or glTF, or a plan. Or "
                       "drop it anywhere here."),
                    tr("Opens a figure or a plan (Ctrl+O)"));
    connect(own, &PictureCard::clicked, this, &StartPage::openRequested);
    const QString demos = demoFolder();
    for (std::size_t i = 0; i < kExamples.size() && !demos.isEmpty(); ++i) {
        const Example& example = kExamples.at(i);
        const QString folder = QStringLiteral("%1/%2").arg(demos, q(example.folder));
        auto* card =
            add(QStringLiteral("startExample%1").arg(i + 1),
                pictureFor(QImage(folder + QStringLiteral("/picture.png"))), tr(example.title),
                tr(example.sentence), tr("Opens a copy: change it as you like"));
        connect(card, &PictureCard::clicked, this,
                [this, folder] { emit exampleRequested(folder + QStringLiteral("/plan.json")); });
    }
    row->addStretch(1);
    return ways;
}

void StartPage::showRecent(const std::vector<RecentPlan>& plans) {
    auto& row = static_cast<QHBoxLayout&>(*m_recent->layout());
    while (QLayoutItem* item = row.takeAt(0)) {
        delete item->widget();
        delete item;
    }
    if (plans.empty()) {
        row.addWidget(
            new QLabel(tr("None yet. Plans that you save are found here again."), m_recent));
    }
    for (std::size_t i = 0; i < std::min(kShown, plans.size()); ++i) {
        const RecentPlan& plan = plans[i];
        auto* card = new PictureCard(pictureFor(plan.picture), plan.title, {}, m_recent);
        card->setObjectName(QStringLiteral("recent%1").arg(i + 1));
        card->setToolTip(plan.path);
        card->setFixedSize(kRecentCard);
        row.addWidget(card);
        connect(card, &PictureCard::clicked, this,
                [this, path = plan.path] { emit planRequested(path); });
    }
    row.addStretch(1);
}

}  // namespace glaukophos
