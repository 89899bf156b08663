#include "app/stages/review/painted_page.h"

#include <QHBoxLayout>
#include <QSignalBlocker>

#include "app/widgets/text.h"
#include "core/work/bench_log.h"

namespace glaukophos {
namespace {

constexpr std::size_t kWorst = 3;
enum LightWay { Diffuse, OneLamp, AsFound };

}  // namespace

PaintedPage::PaintedPage(PhotoDesk& desk, PhotoVerdicts& verdicts, QWidget* parent)
    : PlanPage(desk.document(), parent, Aspect::Photographs), m_desk(desk), m_verdicts(verdicts) {
    m_words = addCaption("paintedWords");
    m_words->setText(
        tr("Photograph the painted figure with a card beside it: white, grey and black "
           "side by side, flat on the table, in the same light, none of it clipped."));
    addLight();
    addCard();
    addVerdict();
    connect(&verdicts, &PhotoVerdicts::changed, this, [this] {
        refresh();
        emit chosen();
    });
    connect(&verdicts, &PhotoVerdicts::progressed, this,
            [this](double share) { m_progress->setValue(static_cast<int>(100.0 * share)); });
}

void PaintedPage::addLight() {
    m_light = addChoice(
        "photoLight", tr("Light"), tr("What it was photographed in"),
        {tr("From all round: window, clouds"), tr("One lamp"), tr("As found under Light")});
    m_hour = new NumberField(tr("From"), tr("Hour of the clock round the figure; 12 is its front"),
                             {0, 12, 2, tr(" h"), false}, this);
    m_height = new NumberField(tr("Height"), tr("Above the table; below 30° a card tells nothing"),
                               {0, 90, 0, tr("°"), false}, this);
    m_fill = new NumberField(tr("Fill"), tr("Light from all round, of the lamp's"),
                             {0, 100, 0, tr(" %"), false}, this);
    m_hour->setObjectName(QStringLiteral("photoLampHour"));
    m_height->setObjectName(QStringLiteral("photoLampHeight"));
    m_fill->setObjectName(QStringLiteral("photoLampFill"));
    m_hour->setValue(11.0);
    m_height->setValue(50.0);
    m_fill->setValue(20.0);
    for (NumberField* field : {m_hour, m_height, m_fill}) column().addWidget(field);
    m_painted = addChoice("photoPainted", tr("Painted"), tr("How much of the plan is on"),
                          {tr("All steps"), tr("As done at the bench")});
    connect(m_light, &QComboBox::activated, this, &PaintedPage::refresh);
}

void PaintedPage::addCard() {
    m_card = addChoice(
        "photoCard", tr("Card"), tr("It makes the camera's colours known"),
        {tr("Look for it"), tr("I click white, grey, black"), tr("Grey alone, I click it")});
    m_grey = new NumberField(tr("Its grey"), tr("Reflectance; photographers' cards have 18 %"),
                             {2, 60, 0, tr(" %"), false}, this);
    m_grey->setObjectName(QStringLiteral("photoCardGrey"));
    m_grey->setValue(18.0);
    column().addWidget(m_grey);
    m_card_words = addCaption("photoCardWords");
    connect(m_card, &QComboBox::activated, this, [this] {
        m_card_px.clear();
        refresh();
        emit cardAsked();
    });
}

void PaintedPage::addVerdict() {
    m_compare = newButton("comparePhoto", tr("Compare with the plan"),
                          tr("What is too light, too dark, too warm, too cold; some seconds"));
    column().addWidget(m_compare);
    m_progress = new QProgressBar(this);
    m_progress->setObjectName(QStringLiteral("compareProgress"));
    m_progress->setAccessibleName(tr("How far the comparison is"));
    m_progress->setRange(0, 100);
    column().addWidget(m_progress);
    m_summary = addCaption("comparedWords");
    m_shown =
        addChoice("comparedShown", tr("Shown"), tr("What is drawn over the photograph"),
                  {tr("The photograph"), tr("Too light, too dark"), tr("Too warm, too cold")});
    m_shown->setCurrentIndex(static_cast<int>(Shown::Value));
    m_faults = new QListWidget(this);
    m_faults->setObjectName(QStringLiteral("paintedFaults"));
    m_faults->setAccessibleName(tr("What is off, the worst first"));
    m_faults->setToolTip(tr("Choose one to see where it is and what to do"));
    m_faults->setWordWrap(true);
    m_faults->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    m_faults->setMinimumHeight(72);
    column().addWidget(m_faults, 1);
    m_cure = addCaption("faultCure");
    auto* row = new QHBoxLayout;
    m_take = newButton("takeFault", tr("Take as a step"), tr("The chosen one, at the end"));
    m_take_worst = newButton("takeWorst", tr("Take the worst three"), tr("As steps at the end"));
    row->addWidget(m_take, 1);
    row->addWidget(m_take_worst, 1);
    column().addLayout(row);
    connect(m_compare, &QPushButton::clicked, this, &PaintedPage::compare);
    connect(m_shown, &QComboBox::activated, this, [this] {
        refresh();
        emit chosen();
    });
    connect(m_faults, &QListWidget::currentRowChanged, this, [this] {
        refreshFault();
        emit chosen();
    });
    connect(m_take, &QPushButton::clicked, this, [this] {
        if (chosenFault() >= 0) m_verdicts.takeFaults(static_cast<std::size_t>(chosenFault()), 1);
        refreshFault();
    });
    connect(m_take_worst, &QPushButton::clicked, this, [this] {
        m_verdicts.takeFaults(0, kWorst);
        refreshFault();
    });
}

PaintedPage::Shown PaintedPage::shown() const {
    return m_verdicts.painted() == nullptr ? Shown::Picture
                                           : static_cast<Shown>(m_shown->currentIndex());
}

PaintedPage::CardWay PaintedPage::cardWay() const {
    return static_cast<CardWay>(std::max(0, m_card->currentIndex()));
}

std::size_t PaintedPage::patchesWanted() const {
    switch (cardWay()) {
        case CardWay::LookedFor:
            return 0;
        case CardWay::Clicked:
            return 3;
        case CardWay::GreyClicked:
            return 1;
    }
    return 0;
}

bool PaintedPage::isAskingForCard() const { return m_card_px.size() < patchesWanted(); }

void PaintedPage::answerCard(const Eigen::Vector2d& pixel) {
    if (m_desk.photo() == nullptr || !isAskingForCard()) return;
    m_card_of = m_desk.photo()->bytes;
    m_card_px.push_back(pixel);
    refresh();
    emit cardAsked();
}

ComparisonChoice PaintedPage::choice() const {
    ComparisonChoice choice;
    const LightFound* found = m_verdicts.lastLight();
    if (m_light->currentIndex() == AsFound && found != nullptr) {
        choice.light = found->light;
    } else if (m_light->currentIndex() == OneLamp) {
        choice.light = {{{{m_hour->value(), m_height->value()}}}, 0.01 * m_fill->value()};
    }
    choice.card.grey = 0.01 * m_grey->value();
    choice.card_px = m_card_px;
    const EvaluatedPtr& evaluated = document().evaluated();
    if (m_painted->currentIndex() == 1 && evaluated != nullptr && evaluated->desk != nullptr) {
        choice.steps = stepsBegun(document().benchLog(), evaluated->desk->work);
    }
    return choice;
}

void PaintedPage::compare() {
    if (m_verdicts.isBusy()) return m_verdicts.stop();
    m_verdicts.compare(choice());
}

QString PaintedPage::summaryOf(const Verdict& verdict) const {
    QStringList sentences = {tr("%1 % of what is seen can be judged, the pale rest cannot.")
                                 .arg(100.0 * verdict.judged_share, 0, 'f', 0),
                             tr("L* is %1 off on average.").arg(verdict.mean_error, 0, 'f', 1)};
    if (verdict.faults.empty()) sentences << tr("Nothing is off by as much as a layer would mend.");
    if (shown() == Shown::Value) sentences << tr("Yellow: too light. Violet: too dark.");
    if (shown() == Shown::Warmth) sentences << tr("Orange: too warm. Blue: too cold.");
    return sentences.join(QLatin1Char(' '));
}

void PaintedPage::refreshFault() {
    const Verdict* verdict = m_verdicts.painted();
    const int row = chosenFault();
    const bool there =
        verdict != nullptr && row >= 0 && static_cast<std::size_t>(row) < verdict->faults.size();
    m_cure->setVisible(there);
    if (there) {
        m_cure->setText(q(cureFor(verdict->faults[static_cast<std::size_t>(row)].touch_up.fault)));
    }
    m_take->setEnabled(there);
    const std::size_t taken = document().plan().steps.touch_ups.size();
    m_take_worst->setEnabled(verdict != nullptr && !verdict->faults.empty());
    if (taken > 0) {
        m_take_worst->setToolTip(
            tr("As steps at the end; %1 are in the plan already, see Steps").arg(taken));
    }
}

void PaintedPage::showPlan(const Plan& /*plan*/) {
    const PlanPhotograph* photo = m_desk.photo();
    const bool matched = photo != nullptr && photo->place.has_value();
    const bool busy = m_verdicts.isBusy();
    if (photo == nullptr || m_card_of != photo->bytes) m_card_px.clear();
    for (NumberField* field : {m_hour, m_height, m_fill}) {
        field->setVisible(m_light->currentIndex() == OneLamp);
    }
    m_card_words->setVisible(cardWay() != CardWay::LookedFor || m_light->currentIndex() == AsFound);
    if (m_light->currentIndex() == AsFound && m_verdicts.lastLight() == nullptr) {
        m_card_words->setText(tr("No light was found yet: go to Light, or choose another."));
    } else if (isAskingForCard()) {
        static const std::array<QString, 3> kNames = {tr("white"), tr("grey"), tr("black")};
        const std::size_t next = cardWay() == CardWay::GreyClicked ? 1 : m_card_px.size();
        m_card_words->setText(
            tr("Click the middle of the %1 of the card in the photograph.").arg(kNames.at(next)));
    } else {
        m_card_words->setText(tr("The card is clicked. Choose again to click it anew."));
    }
    m_compare->setEnabled(busy || (matched && !isAskingForCard()));
    m_compare->setText(busy ? tr("Stop") : tr("Compare with the plan"));
    m_progress->setVisible(busy);
    const Verdict* verdict = m_verdicts.painted();
    m_words->setVisible(verdict == nullptr);
    for (QWidget* result : std::initializer_list<QWidget*>{m_faults, m_take, m_take_worst}) {
        result->setVisible(verdict != nullptr);
    }
    m_shown->setEnabled(verdict != nullptr);
    const QSignalBlocker quiet(m_faults);
    const int row = m_faults->currentRow();
    m_faults->clear();
    if (verdict == nullptr) {
        m_summary->setText(photo == nullptr ? tr("Add a photograph first.")
                           : matched        ? tr("Not compared yet.")
                                     : tr("This photograph is not matched yet: go to Match."));
    } else {
        m_summary->setText(summaryOf(*verdict));
        for (std::size_t i = 0; i < verdict->faults.size(); ++i) {
            m_faults->addItem(tr("%1. %2").arg(i + 1).arg(q(verdict->faults[i].words)));
        }
        m_faults->setCurrentRow(row < m_faults->count() ? row : -1);
    }
    refreshFault();
}

}  // namespace glaukophos
