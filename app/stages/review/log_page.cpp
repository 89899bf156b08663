#include "app/stages/review/log_page.h"

#include <QDateTime>
#include <QFileDialog>
#include <QHBoxLayout>
#include <QLocale>
#include <QSignalBlocker>

#include "app/widgets/text.h"

namespace glaukophos {
namespace {

constexpr std::size_t kMostRows = 500;  // further ones are found by words
constexpr std::size_t kMostPlans = 6;

QString dayOf(double time_s) {
    const QDateTime time = QDateTime::fromSecsSinceEpoch(static_cast<qint64>(time_s));
    return QLocale().toString(time.date(), QLocale::ShortFormat);
}

QString rowFor(const LogEntry& entry) {
    const QString layer =
        entry.layer.empty() ? QObject::tr("a layer that is planned no more") : q(entry.layer);
    QString text = QObject::tr("%1 · %2, %3 min")
                       .arg(dayOf(entry.done_s), layer)
                       .arg(entry.minutes, 0, 'f', 0);
    if (entry.usual_min > 0.0) text += QObject::tr(" (usual %1)").arg(entry.usual_min, 0, 'f', 0);
    text += QLatin1Char('\n') + q(entry.plan_title);
    if (!entry.mix.empty()) text += QObject::tr(" · %1").arg(q(entry.mix));
    if (entry.rated != 0)
        text += entry.rated > 0 ? QObject::tr(" · worked") : QObject::tr(" · did not work");
    if (!entry.note.empty()) text += QObject::tr(" · “%1”").arg(q(entry.note));
    return text;
}

QString progressWords(const std::vector<LogEntry>& entries) {
    QString text;
    std::size_t listed = 0;
    for (const LoggedPlan& plan : plansOf(entries)) {
        if (listed++ == kMostPlans) break;
        text += QObject::tr("%1: %2 coats, %3")
                    .arg(q(plan.title))
                    .arg(plan.coats)
                    .arg(q(timeWords(plan.minutes)));
        if (plan.usual_min > 0.0) {
            text += QObject::tr(", %1 × the usual time")
                        .arg(plan.paced_min / plan.usual_min, 0, 'f', 2);
        }
        if (plan.worked + plan.failed > 0) {
            text += QObject::tr(", %1 worked, %2 not").arg(plan.worked).arg(plan.failed);
        }
        text += QLatin1Char('\n');
    }
    const QString paces = q(inWords(learnedPaces(entries), 1));
    if (!paces.isEmpty()) {
        text += QObject::tr("Your pace: %1. Take it over under Steps, Time.").arg(paces);
    }
    return text.trimmed();
}

}  // namespace

LogPage::LogPage(Document& document, KeptLog& log, QWidget* parent)
    : PlanPage(document, parent, Aspect::Photographs),
      m_log(log),
      m_search(new QLineEdit(this)),
      m_list(new QListWidget(this)),
      m_words(addCaption("logWords")),
      m_progress(nullptr) {
    m_search->setObjectName(QStringLiteral("logSearch"));
    m_search->setAccessibleName(tr("Search the log"));
    m_search->setPlaceholderText(tr("Search: a figure, a layer, a paint, a note"));
    m_search->setToolTip(tr("Entries that have all of these words somewhere"));
    column().addWidget(m_search);
    addList();
    addSection(tr("Over all figures"));
    m_progress = addCaption("logProgress");
    addTables();
    connect(m_search, &QLineEdit::textChanged, this, &LogPage::fill);
    connect(&log, &KeptLog::changed, this, &LogPage::fill);
}

void LogPage::addList() {
    m_list->setObjectName(QStringLiteral("logEntries"));
    m_list->setAccessibleName(tr("Coats painted"));
    m_list->setToolTip(tr("Choose one to say whether it worked"));
    m_list->setWordWrap(true);
    m_list->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    m_list->setMinimumHeight(220);
    column().addWidget(m_list, 1);
    auto* row = new QHBoxLayout;
    m_worked = newButton("logWorked", tr("Worked"), tr("To be done so again"));
    m_failed = newButton("logFailed", tr("Did not work"), tr("Not so again"));
    row->addWidget(m_worked, 1);
    row->addWidget(m_failed, 1);
    column().addLayout(row);
    connect(m_worked, &QPushButton::clicked, this, [this] { rate(1); });
    connect(m_failed, &QPushButton::clicked, this, [this] { rate(-1); });
    connect(m_list, &QListWidget::currentRowChanged, this, [this](int at) {
        m_worked->setEnabled(at >= 0);
        m_failed->setEnabled(at >= 0);
    });
}

void LogPage::addTables() {
    auto* row = new QHBoxLayout;
    auto* save = newButton("exportLog", tr("Export…"), tr("The whole log as a table (CSV)"));
    auto* load = newButton("importLog", tr("Import…"),
                           tr("A table that was exported; what is here already stays"));
    row->addWidget(save, 1);
    row->addWidget(load, 1);
    column().addLayout(row);
    connect(save, &QPushButton::clicked, this, [this] {
        const QString file =
            QFileDialog::getSaveFileName(this, tr("Log as a table"), {}, tr("Tables (*.csv)"));
        if (!file.isEmpty()) m_log.exportTo(file);
    });
    connect(load, &QPushButton::clicked, this, [this] {
        const QString file =
            QFileDialog::getOpenFileName(this, tr("Table of a log"), {}, tr("Tables (*.csv)"));
        if (!file.isEmpty()) m_log.importFrom(file);
    });
}

// The same again takes it back.
void LogPage::rate(int rated) {
    const int at = m_list->currentRow();
    if (at < 0 || static_cast<std::size_t>(at) >= m_shown.size()) return;
    const LogEntry entry = m_shown[static_cast<std::size_t>(at)];
    m_log.rate(entry, entry.rated == rated ? 0 : rated);
    m_list->setCurrentRow(at);
}

void LogPage::showEvent(QShowEvent* event) {
    PlanPage::showEvent(event);
    fill();
}

void LogPage::fill() {
    if (!isVisible()) return;
    m_shown = m_log.found(m_search->text());
    if (m_shown.size() > kMostRows) m_shown.resize(kMostRows);
    const QSignalBlocker quiet(m_list);
    m_list->clear();
    for (const LogEntry& entry : m_shown) m_list->addItem(rowFor(entry));
    m_worked->setEnabled(false);
    m_failed->setEnabled(false);
    const bool empty = m_log.entries().empty();
    m_words->setText(empty ? tr("Nothing yet: coats that are ticked off at the bench come here by "
                                "themselves, from all your plans. Nothing of it leaves this "
                                "machine.")
                           : tr("Coats ticked off at the bench, from all your plans; nothing of it "
                                "leaves this machine."));
    m_progress->setText(progressWords(m_log.entries()));
}

}  // namespace glaukophos
