// What to try first on each stage; the manual is elsewhere.
#include "app/window/walk.h"

#include <QHBoxLayout>
#include <QVBoxLayout>
#include <array>

#include "app/widgets/text.h"

namespace glaukophos {
namespace {

struct Stop {
    int stage;  // in the order of the rail
    int page;   // of that stage
    const char* title;
    const char* words;
};
constexpr std::array<Stop, 8> kStops = {{
    {0, 2, QT_TR_NOOP("What is it made of?"),
     QT_TR_NOOP(
         "Click a part of the figure and say what it is and which colour it has in daylight. "
         "Mark the part that is to draw the eye as the main focus.")},
    {1, 0, QT_TR_NOOP("Where does the light come from?"),
     QT_TR_NOOP("Take hold of the moon in the picture and carry it round. Shadows follow at once. "
                "The chart shows the same from above, with you at the bottom.")},
    {1, 2, QT_TR_NOOP("Where would it do best?"),
     QT_TR_NOOP("The chart turns paler where the chosen light would serve the focus better. Take "
                "one of the three proposals, or see why not.")},
    {2, 1, QT_TR_NOOP("Dark to light in a few steps"),
     QT_TR_NOOP("Every place belongs to a band. Drag the borders: the lighter, the smaller. The "
                "overlay Squint shows whether it still reads.")},
    {3, 0, QT_TR_NOOP("Which colours do the bands become?"),
     QT_TR_NOOP("Click a part: its ladder stands at the foot, wanted above, mixed below, in whole "
                "drops of the paints in your rack.")},
    {3, 7, QT_TR_NOOP("Your own pots"),
     QT_TR_NOOP(
         "Most people start from three pots on the table. Choose them here and see how light "
         "and how dark they reach.")},
    {4, 0, QT_TR_NOOP("What comes first?"),
     QT_TR_NOOP(
         "Every layer in an order that works, each with its map, mix, coats and minutes. Drag "
         "one to move it; what breaks is said.")},
    {4, 3, QT_TR_NOOP("What will go wrong?"),
     QT_TR_NOOP("Findings name the place and the cure before paint is on it. Then go to the bench "
                "(Ctrl+6): one step at a time, in large type.")},
}};

}  // namespace

std::size_t Walk::length() { return kStops.size(); }

Walk::Walk(QWidget* parent)
    : QFrame(parent),
      m_title(new QLabel(this)),
      m_words(new QLabel(this)),
      m_back(new QPushButton(tr("Back"), this)),
      m_on(new QPushButton(tr("On"), this)) {
    setObjectName(QStringLiteral("walk"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(12, 10, 12, 10);
    column->setSpacing(6);
    m_title->setObjectName(QStringLiteral("walkTitle"));
    m_title->setStyleSheet(QStringLiteral("font-weight: 600;"));
    m_words->setWordWrap(true);
    column->addWidget(m_title);
    column->addWidget(m_words);
    auto* row = new QHBoxLayout;
    auto* leave = new QPushButton(tr("Leave"), this);
    leave->setObjectName(QStringLiteral("walkLeave"));
    leave->setToolTip(tr("Ends the walk; Help calls it again"));
    m_back->setObjectName(QStringLiteral("walkBack"));
    m_back->setToolTip(tr("The stop before"));
    m_on->setObjectName(QStringLiteral("walkOn"));
    m_on->setToolTip(tr("The next stop"));
    for (QPushButton* button : {leave, m_back, m_on}) row->addWidget(button);
    column->addLayout(row);
    connect(leave, &QPushButton::clicked, this, &Walk::end);
    connect(m_back, &QPushButton::clicked, this, [this] { goTo(m_place - 1); });
    connect(m_on, &QPushButton::clicked, this,
            [this] { m_place + 1 < kStops.size() ? goTo(m_place + 1) : end(); });
    hide();
}

void Walk::begin() {
    show();
    goTo(0);
}

void Walk::goTo(std::size_t place) {
    m_place = place;
    const Stop& stop = kStops.at(place);
    m_title->setText(tr("%1 of %2 · %3").arg(place + 1).arg(kStops.size()).arg(tr(stop.title)));
    m_words->setText(tr(stop.words));
    m_back->setEnabled(place > 0);
    m_on->setText(place + 1 < kStops.size() ? tr("On") : tr("Done"));
    emit stageWanted(stop.stage, stop.page);
}

}  // namespace glaukophos
