// What the schedule comes to stands below what it depends on.
#include "app/stages/steps/time_page.h"

#include <QGridLayout>
#include <QLocale>

#include "app/widgets/recipe_words.h"
#include "app/widgets/text.h"

namespace glaukophos {
namespace {

constexpr int kCoatsForPace = 5;  // fewer say little

QString eveningsWords(const Batch& batch) {
    const std::vector<Slot>& sequence = batch.schedule.sequence;
    const std::size_t sittings = sequence.empty() ? 0 : sequence.back().sitting + 1;
    return counted(static_cast<int>(sittings), QObject::tr("evening"), QObject::tr("evenings"));
}

}  // namespace

TimePage::TimePage(Document& document, KeptLog& log, QWidget* parent)
    : PlanPage(document, parent, Aspect::Steps), m_log(log) {
    addFigures();
    addLearned();
    addEvenings();
    addSection(tr("Comes to"));
    m_totals = new QLabel(this);
    m_totals->setObjectName(QStringLiteral("timeTotals"));
    m_totals->setWordWrap(true);
    m_totals->setTextFormat(Qt::RichText);
    column().addWidget(m_totals);
    auto* calendar = newButton("exportCalendar", tr("Evenings for a calendar …"),
                               tr("An iCalendar file with what is painted on each evening"));
    column().addWidget(calendar);
    connect(calendar, &QPushButton::clicked, this, &TimePage::calendarRequested);
    column().addStretch(1);
}

void TimePage::addFigures() {
    addNumber(
        {"figures",
         tr("Figures of this kind"),
         tr("Painted together: the same layer on each, so that one dries while the next is "
            "painted"),
         {1, kMostFigures, 0, {}, false},
         [](const Plan& plan, auto) { return std::optional<double>(plan.steps.figures); },
         [](Plan& plan, auto, double value) { plan.steps.figures = static_cast<int>(value); }});
    const auto pace = [](auto& plan) -> auto& { return plan.steps.pace; };
    addNumber({"pace",
               tr("Your pace (1: usual)"),
               tr("Minutes you take, relative to the usual ones: 2 is twice as long"),
               {0.25, 4, 2, tr(" ×"), true},
               getPlanNumber(pace),
               setPlanNumber(pace)});
    m_own_pace =
        newButton("ownPace", tr("Take your own pace"), tr("What the coats done at the bench took"));
    column().addWidget(m_own_pace);
    connect(m_own_pace, &QPushButton::clicked, this, [this] {
        const double own = std::clamp(paceOf(document().benchLog()).pace, 0.25, 4.0);
        change(tr("Own pace"), [&](Plan& plan) { plan.steps.pace = own; });
    });
    const auto palette = [](auto& plan) -> auto& { return plan.steps.palette_h; };
    addNumber({"paletteLife",
               tr("A wet palette keeps a mix"),
               tr("After that it has to be mixed anew"),
               {1, 240, 0, tr(" h"), true},
               getPlanNumber(palette),
               setPlanNumber(palette)});
    m_hairdryer = new QCheckBox(tr("A hairdryer, on low, dries layers"), this);
    m_hairdryer->setObjectName(QStringLiteral("hairdryer"));
    m_hairdryer->setToolTip(
        tr("A third of the time. Keep it away from water, from thinners, and on low: heat bends "
           "plastic"));
    column().addWidget(m_hairdryer);
    connect(m_hairdryer, &QCheckBox::toggled, this, [this](bool on) {
        change(tr("Hairdryer"), [&](Plan& plan) { plan.steps.hairdryer = on; });
    });
}

void TimePage::addEvenings() {
    m_evenings = new QCheckBox(tr("Painted on evenings"), this);
    m_evenings->setObjectName(QStringLiteral("eveningsUsed"));
    m_evenings->setToolTip(tr("Else in one long sitting"));
    column().addWidget(m_evenings);
    connect(m_evenings, &QCheckBox::toggled, this, [this](bool on) {
        change(tr("Evenings"), [&](Plan& plan) { plan.steps.evenings.used = on; });
    });
    m_when = new QWidget(this);
    auto* grid = new QGridLayout(m_when);
    grid->setContentsMargins(0, 0, 0, 0);
    m_first = new QDateEdit(m_when);
    m_first->setObjectName(QStringLiteral("firstEvening"));
    m_first->setAccessibleName(tr("First evening"));
    m_first->setDisplayFormat(QStringLiteral("d MMM yyyy"));
    m_first->setToolTip(tr("The first day there is time to paint"));
    m_begin = new QTimeEdit(m_when);
    m_begin->setObjectName(QStringLiteral("eveningBegins"));
    m_begin->setAccessibleName(tr("An evening begins"));
    m_begin->setToolTip(tr("Hour and minute at which an evening begins"));
    m_end = new QTimeEdit(m_when);
    m_end->setObjectName(QStringLiteral("eveningEnds"));
    m_end->setAccessibleName(tr("An evening ends"));
    m_end->setToolTip(tr("Hour and minute at which it ends: no coat is begun that would not fit"));
    for (QTimeEdit* edit : {m_begin, m_end}) edit->setDisplayFormat(QStringLiteral("HH:mm"));
    for (QDateTimeEdit* edit : std::initializer_list<QDateTimeEdit*>{m_first, m_begin, m_end}) {
        edit->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Fixed);
        edit->setButtonSymbols(QAbstractSpinBox::NoButtons);  // arrow keys and wheel do
    }
    grid->setColumnStretch(1, 1);
    grid->setColumnStretch(3, 1);
    grid->addWidget(new QLabel(tr("From"), m_when), 0, 0);
    grid->addWidget(m_first, 0, 1, 1, 3);
    grid->addWidget(new QLabel(tr("At"), m_when), 1, 0);
    grid->addWidget(m_begin, 1, 1);
    grid->addWidget(new QLabel(tr("to"), m_when), 1, 2);
    grid->addWidget(m_end, 1, 3);
    grid->addLayout(weekdays(), 2, 0, 1, 4);
    column().addWidget(m_when);
    connectEvenings();
}

QLayout* TimePage::weekdays() {
    auto* days = new QHBoxLayout;
    days->setSpacing(2);
    for (std::size_t day = 0; day < m_days.size(); ++day) {
        auto* button = new QToolButton(m_when);
        button->setObjectName(QStringLiteral("weekday%1").arg(day + 1));
        button->setCheckable(true);
        const QString name = QLocale::c().dayName(static_cast<int>(day) + 1, QLocale::ShortFormat);
        button->setText(name.left(2));
        button->setAccessibleName(QLocale::c().dayName(static_cast<int>(day) + 1));
        button->setToolTip(tr("Whether there is time on this day of the week"));
        button->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Fixed);
        days->addWidget(button, 1);
        m_days.at(day) = button;
        connect(button, &QToolButton::clicked, this, [this, day](bool on) {
            change(tr("Days"), [&](Plan& plan) {
                std::array<bool, 7> wanted = plan.steps.evenings.weekdays;
                wanted.at(day) = on;
                const bool any = std::ranges::any_of(wanted, [](bool used) { return used; });
                if (any) plan.steps.evenings.weekdays = wanted;
            });
            refresh();
        });
    }
    return days;
}

void TimePage::connectEvenings() {
    connect(m_first, &QDateEdit::dateChanged, this, [this](const QDate& date) {
        change(tr("First evening"), [&](Plan& plan) {
            plan.steps.evenings.first_date = date.toString(Qt::ISODate).toStdString();
        });
    });
    const auto minutes = [](const QTime& time) { return 60 * time.hour() + time.minute(); };
    connect(m_begin, &QTimeEdit::timeChanged, this, [this, minutes](const QTime& time) {
        change(tr("Evenings"), [&](Plan& plan) {
            Evenings& evenings = plan.steps.evenings;
            evenings.begin_min = std::min(minutes(time), 24 * 60 - 15);
            evenings.end_min = std::max(evenings.end_min, evenings.begin_min + 15);
        });
    });
    connect(m_end, &QTimeEdit::timeChanged, this, [this, minutes](const QTime& time) {
        change(tr("Evenings"), [&](Plan& plan) {
            Evenings& evenings = plan.steps.evenings;
            evenings.end_min = std::max(minutes(time), 15);
            evenings.begin_min = std::min(evenings.begin_min, evenings.end_min - 15);
        });
    });
}

// Pace by kind of layer, from the log of all plans.
void TimePage::addLearned() {
    m_logged_pace = newButton("loggedPace", tr("Take the paces of your log"),
                              tr("For each kind of layer what you took over all your figures"));
    column().addWidget(m_logged_pace);
    m_paces = addCaption("handPaces");
    connect(m_logged_pace, &QPushButton::clicked, this, [this] {
        const HandPaces paces = pacesFrom(learnedPaces(m_log.entries()));
        change(tr("Paces of the log"), [&](Plan& plan) {
            plan.steps.pace = 1.0;
            plan.steps.hand_paces = plan.steps.hand_paces == paces ? kUsualPaces : paces;
        });
    });
    connect(&m_log, &KeptLog::changed, this, &TimePage::refresh);
}

void TimePage::showLearned(const Plan& plan) {
    const auto learned = learnedPaces(m_log.entries());
    const HandPaces paces = pacesFrom(learned);
    const bool taken = plan.steps.hand_paces != kUsualPaces;
    m_logged_pace->setVisible(paces != kUsualPaces || taken);
    m_logged_pace->setText(taken && plan.steps.hand_paces == paces
                               ? tr("Back to the usual paces")
                               : tr("Take the paces of your log"));
    const QString words = q(inWords(learned, kCoatsToLearn));
    m_paces->setVisible(!words.isEmpty());
    m_paces->setText(tr("Your log says: %1.").arg(words));
}

void TimePage::showPlan(const Plan& plan) {
    showLearned(plan);
    const Evenings& evenings = plan.steps.evenings;
    m_hairdryer->setChecked(plan.steps.hairdryer);
    const OwnPace own = paceOf(document().benchLog());
    m_own_pace->setText(
        tr("Take your own: %1 ×, over %2 coats").arg(own.pace, 0, 'f', 2).arg(own.coats));
    m_own_pace->setVisible(own.coats >= kCoatsForPace &&
                           std::abs(own.pace - plan.steps.pace) > 0.02);
    m_evenings->setChecked(evenings.used);
    m_when->setVisible(evenings.used);
    const QDate first = QDate::fromString(q(evenings.first_date), Qt::ISODate);
    m_first->setDate(first.isValid() ? first : QDate::currentDate());
    m_begin->setTime(QTime(evenings.begin_min / 60, evenings.begin_min % 60));
    const int end = std::min(evenings.end_min, 24 * 60 - 1);
    m_end->setTime(QTime(end / 60, end % 60));
    for (std::size_t day = 0; day < m_days.size(); ++day) {
        m_days.at(day)->setChecked(evenings.weekdays.at(day));
    }
}

void TimePage::showResults(const Evaluated& evaluated) {
    if (evaluated.desk == nullptr) return;
    const Desk& desk = *evaluated.desk;
    if (!desk.batch) {
        m_totals->setText(q(desk.problem).toHtmlEscaped());
        return;
    }
    const Batch& batch = *desk.batch;
    const double planned = batch.deskMinutes(batch.schedule);
    const double naive = batch.deskMinutes(batch.one_after_another);
    QString text =
        tr("<b>%1 at the desk</b>: %2 of painting, %3 of setting up, %4 of waiting.")
            .arg(q(timeWords(planned)), q(timeWords(batch.schedule.work_min)),
                 q(timeWords(batch.schedule.set_up_min)), q(timeWords(batch.schedule.waiting_min)));
    if (evaluated.plan.steps.evenings.used) {
        text += tr(" In %1, the last on %2.")
                    .arg(eveningsWords(batch),
                         q(dateOf(batch.first_day +
                                  static_cast<int>(batch.schedule.end_min / (24 * 60)))));
    }
    if (batch.figures > 1) {
        text += tr(" %1 a figure.").arg(q(timeWords(planned / batch.figures)));
    }
    text += tr("<br><br>One after another, waiting for every coat: %1. <b>%2 saved.</b>")
                .arg(q(timeWords(naive)), q(timeWords(std::max(0.0, naive - planned))));
    const double least = batch.shortest_min - batch.list.sittings.front().begin_min;
    text += tr("<br>Nobody could need less than %1: work, set-ups and the longest chain of drying.")
                .arg(q(timeWords(least)));
    m_totals->setText(text);
}

}  // namespace glaukophos
