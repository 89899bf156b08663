// Rows are painted by a delegate: number, mix, title, minutes.
#include "app/stages/steps/order_page.h"

#include <QPainter>
#include <QStyledItemDelegate>

#include "app/widgets/brush_stroke.h"
#include "app/widgets/recipe_words.h"
#include "app/widgets/text.h"
#include "app/widgets/theme.h"
#include "core/io/work_files.h"
#include "core/picture/layer_map.h"
#include "core/work/part_steps.h"
#include "core/work/step_order.h"

namespace glaukophos {
namespace {

constexpr int kKeyRole = Qt::UserRole;  // empty for the names of phases
constexpr int kColourRole = Qt::UserRole + 1;
constexpr int kTimeRole = Qt::UserRole + 2;
constexpr int kBrokenRole = Qt::UserRole + 3;
constexpr int kEntryRole = Qt::UserRole + 4;  // index of the entry that a step belongs to
constexpr int kTitleRole = Qt::UserRole + 5;  // of the step, whatever the row shows
constexpr int kRow = 25;

class StepRow : public QStyledItemDelegate {
  public:
    using QStyledItemDelegate::QStyledItemDelegate;

    [[nodiscard]] QSize sizeHint(const QStyleOptionViewItem& /*option*/,
                                 const QModelIndex& /*index*/) const override {
        return {200, kRow};
    }

    void paint(QPainter* painter, const QStyleOptionViewItem& option,
               const QModelIndex& index) const override {
        const Theme& t = currentTheme();
        const QRect row = option.rect;
        const bool chosen = option.state.testFlag(QStyle::State_Selected);
        painter->save();
        if (index.data(kKeyRole).toString().isEmpty()) {
            painter->setPen(t.soft_text);
            painter->drawText(row.adjusted(6, 0, -6, 0), Qt::AlignVCenter,
                              index.data(Qt::DisplayRole).toString());
            painter->setPen(t.line);
            painter->drawLine(row.bottomLeft(), row.bottomRight());
            painter->restore();
            return;
        }
        if (chosen) {
            painter->fillRect(row, t.chosen);
            painter->fillPath(brushStroke(QRectF(row.left(), row.top() + 1, 6, row.height() - 2)),
                              t.accent);
        }
        const QColor ink = chosen ? t.on_chosen : t.text;
        const QRect chip(row.left() + 8, row.top() + 5, 15, kRow - 10);
        const auto colour = index.data(kColourRole).value<QColor>();
        painter->setPen(t.line);
        painter->setBrush(colour.isValid() ? QBrush(colour) : QBrush(Qt::NoBrush));
        painter->drawRect(chip);
        painter->setPen(ink);
        const QString time = index.data(kTimeRole).toString();
        const int time_width = painter->fontMetrics().horizontalAdvance(time) + 8;
        const QRect words = row.adjusted(30, 0, -time_width - 4, 0);
        painter->drawText(words, Qt::AlignVCenter,
                          painter->fontMetrics().elidedText(index.data(Qt::DisplayRole).toString(),
                                                            Qt::ElideRight, words.width()));
        painter->drawText(row.adjusted(0, 0, -6, 0), Qt::AlignVCenter | Qt::AlignRight, time);
        if (index.data(kBrokenRole).toBool()) {
            painter->setPen(QPen(chosen ? t.on_chosen : t.accent, 2));
            painter->drawLine(row.left() + 2, row.top() + 3, row.left() + 2, row.bottom() - 3);
        }
        painter->restore();
    }
};

QString handling(const Step& step) {
    const QString coats = counted(step.coats, QObject::tr("coat"), QObject::tr("coats"));
    QString tool = q(step.tool_words).toHtmlEscaped();
    if (!tool.isEmpty()) tool[0] = tool[0].toUpper();
    QString text = QObject::tr("<b>%1</b> of %2 min, %3 to dry. %4.")
                       .arg(coats)
                       .arg(std::max(1.0, step.work_min), 0, 'f', 0)
                       .arg(q(timeWords(step.dry_min)), tool);
    if (step.kind == StepKind::CleanUp) {
        text = QObject::tr("%1.").arg(q(timeWords(step.work_min)));
    }
    return text;
}

}  // namespace

OrderPage::OrderPage(Document& document, KeptLog& log, QWidget* parent)
    : PlanPage(document, parent, Aspect::Steps), m_log(log) {
    m_summary = addCaption("stepsSummary");
    buildList();
    buildButtons();
    buildSights();
    m_problem = new QLabel(this);
    m_problem->setObjectName(QStringLiteral("problem"));
    m_problem->setAccessibleName(tr("What the order breaks"));
    m_problem->setWordWrap(true);
    m_problem->hide();
    column().addWidget(m_problem);
    buildCard();
}

void OrderPage::buildList() {
    m_list = new QListWidget(this);
    m_list->setObjectName(QStringLiteral("stepList"));
    m_list->setAccessibleName(tr("Steps in working order"));
    m_list->setToolTip(tr("Choose a step to see where it goes; drag it to change the order"));
    m_list->setDragDropMode(QAbstractItemView::InternalMove);
    m_list->setItemDelegate(new StepRow(m_list));
    m_list->setMinimumHeight(250);
    m_list->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    column().addWidget(m_list, 1);
    connect(m_list, &QListWidget::currentItemChanged, this, [this](QListWidgetItem* item) {
        if (m_filling || item == nullptr) return;
        choose(item->data(kKeyRole).toString());
    });
    connect(m_list->model(), &QAbstractItemModel::rowsMoved, this, [this] { takeOrder(); });
}

void OrderPage::buildButtons() {
    auto* row = new QHBoxLayout;
    auto* earlier = newButton("stepEarlier", tr("Earlier"), tr("One place earlier (Alt+Up)"));
    auto* later = newButton("stepLater", tr("Later"), tr("One place later (Alt+Down)"));
    m_usual = newButton("usualOrder", tr("Usual order"), tr("Forget what was moved by hand"));
    earlier->setShortcut(tr("Alt+Up"));
    later->setShortcut(tr("Alt+Down"));
    row->addWidget(earlier);
    row->addWidget(later);
    row->addWidget(m_usual, 1);
    m_folded = new QCheckBox(tr("Folded"), this);
    m_folded->setObjectName(QStringLiteral("stepsFolded"));
    m_folded->setToolTip(tr("What belongs together as one row; the chosen one is open"));
    m_folded->setChecked(true);
    row->addWidget(m_folded);
    connect(m_folded, &QCheckBox::toggled, this, [this] { choose(m_chosen); });
    column().addLayout(row);
    connect(earlier, &QPushButton::clicked, this, [this] { moveChosen(-1); });
    connect(later, &QPushButton::clicked, this, [this] { moveChosen(1); });
    connect(m_usual, &QPushButton::clicked, this,
            [this] { change(tr("Usual order"), [](Plan& plan) { plan.steps.moved.clear(); }); });
}

void OrderPage::buildSights() {
    auto* row = new QHBoxLayout;
    row->setSpacing(5);
    m_sights = new QButtonGroup(this);
    const std::array<std::tuple<const char*, QString, QString>, 3> sights = {
        {{"sightMap", tr("Where it goes"), tr("The layer alone, on the bare figure")},
         {"sightBefore", tr("Before"), tr("All that is painted when this step begins")},
         {"sightAfter", tr("After"), tr("All that is painted when this step is done")}}};
    for (std::size_t i = 0; i < sights.size(); ++i) {
        const auto& [object, text, tip] = sights.at(i);
        auto* button = new TabButton(text, this);
        button->setObjectName(q(object));
        button->setToolTip(tip);
        button->setCheckable(true);
        button->setChecked(i == 0);
        m_sights->addButton(button, static_cast<int>(i));
        row->addWidget(button);
    }
    column().addLayout(row);
    connect(m_sights, &QButtonGroup::idClicked, this, [this] { emit stepChosen(m_chosen); });
}

void OrderPage::buildCard() {
    m_title = addSection({});
    m_title->setObjectName(QStringLiteral("stepTitle"));
    m_title->setWordWrap(true);
    m_drops = new DropsView(21, this);
    column().addWidget(m_drops);
    m_words = new QLabel(this);
    m_words->setObjectName(QStringLiteral("stepWords"));
    m_words->setWordWrap(true);
    m_words->setTextFormat(Qt::RichText);
    column().addWidget(m_words);
    m_caution = new QLabel(this);
    m_caution->setObjectName(QStringLiteral("problem"));
    m_caution->setAccessibleName(tr("Caution"));
    m_caution->setWordWrap(true);
    column().addWidget(m_caution);
}

void OrderPage::showResults(const Evaluated& evaluated) {
    if (evaluated.desk == nullptr) {
        if (m_shown == nullptr) m_summary->setText(tr("Steps are being worked out …"));
        return;
    }
    if (m_shown == evaluated.desk) return;
    m_shown = evaluated.desk;
    fillList(evaluated);
    const Work& work = evaluated.desk->work;
    m_summary->setText(work.steps.empty()
                           ? QString()
                           : tr("%1 steps in %2 rows, %3 of painting a figure. Drag to move.")
                                 .arg(work.steps.size())
                                 .arg(m_entries.size())
                                 .arg(q(timeWords(workMinutes(work)))));
    QStringList problems;
    if (work.steps.empty()) problems << q(evaluated.desk->problem);
    for (const std::string& broken : work.broken) problems << q(broken);
    for (const std::string& missing : work.missing) problems << q(missing);
    if (problems.size() > 3) {
        const auto more = problems.size() - 2;
        problems = problems.first(2) << tr("… and %1 more.").arg(more);
    }
    m_problem->setText(problems.join(QLatin1Char('\n')));
    m_problem->setVisible(!problems.isEmpty());
    m_usual->setEnabled(!evaluated.plan.steps.moved.empty());
    const bool there = indexOf(work.steps, m_chosen.toStdString()) < work.steps.size();
    if (work.steps.empty()) {
        choose({});
    } else {
        choose(there ? m_chosen : q(work.steps.front().key));
    }
}

void OrderPage::fillList(const Evaluated& evaluated) {
    m_filling = true;
    m_list->clear();
    const Work& work = evaluated.desk->work;
    const std::vector<BrokenRule> broken = brokenRules(work.steps);
    m_entries = folded(evaluated.plan, work.steps);
    std::size_t entry = 0;
    std::optional<Phase> phase;
    for (std::size_t i = 0; i < work.steps.size(); ++i) {
        const Step& step = work.steps[i];
        if (step.phase != phase) {
            phase = step.phase;
            auto* heading = new QListWidgetItem(tr(nameOf(*phase)), m_list);
            heading->setFlags(Qt::NoItemFlags);
        }
        auto* item =
            new QListWidgetItem(QStringLiteral("%1  %2").arg(i + 1).arg(q(step.title)), m_list);
        item->setData(kKeyRole, q(step.key));
        if (const auto colour = colourOf(evaluated.plan, step)) {
            item->setData(kColourRole, qColour(*colour));
        }
        const double minutes = std::max(1.0, step.work_min);
        item->setData(kTimeRole, step.coats == 1
                                     ? tr("%1 min").arg(minutes, 0, 'f', 0)
                                     : tr("%1×%2 min").arg(step.coats).arg(minutes, 0, 'f', 0));
        item->setData(kBrokenRole, std::ranges::find(broken, i, &BrokenRule::step) != broken.end());
        item->setToolTip(q(step.why));
        item->setFlags(Qt::ItemIsEnabled | Qt::ItemIsSelectable | Qt::ItemIsDragEnabled);
        item->setData(kTitleRole, item->text());
        while (entry + 1 < m_entries.size() && m_entries[entry + 1].first <= i) ++entry;
        item->setData(kEntryRole, static_cast<int>(entry));
    }
    m_filling = false;
}

void OrderPage::foldList() {
    int open = -1;
    for (int row = 0; row < m_list->count(); ++row) {
        const QListWidgetItem* item = m_list->item(row);
        if (item->data(kKeyRole).toString() == m_chosen) open = item->data(kEntryRole).toInt();
    }
    int last = -1;
    for (int row = 0; row < m_list->count(); ++row) {
        QListWidgetItem* item = m_list->item(row);
        if (item->data(kKeyRole).toString().isEmpty()) continue;
        const int index = item->data(kEntryRole).toInt();
        const FoldedSteps& entry = m_entries[static_cast<std::size_t>(index)];
        const bool first = index != last;
        last = index;
        const bool folded = m_folded->isChecked() && entry.count > 1 && index != open;
        item->setHidden(folded && !first);
        item->setText(folded ? tr("%1–%2  %3")
                                   .arg(entry.first + 1)
                                   .arg(entry.first + entry.count)
                                   .arg(q(entry.title))
                             : item->data(kTitleRole).toString());
    }
}

void OrderPage::choose(const QString& key) {
    m_chosen = key;
    m_filling = true;
    foldList();
    for (int row = 0; row < m_list->count(); ++row) {
        if (!key.isEmpty() && m_list->item(row)->data(kKeyRole).toString() == key) {
            m_list->setCurrentRow(row);
        }
    }
    m_filling = false;
    const EvaluatedPtr& evaluated = document().evaluated();
    const bool known = evaluated != nullptr && m_shown != nullptr;
    const std::size_t at = known ? indexOf(m_shown->work.steps, key.toStdString()) : 0;
    const bool there = known && at < m_shown->work.steps.size();
    for (QWidget* widget : std::initializer_list<QWidget*>{m_title, m_drops, m_words}) {
        widget->setVisible(there);
    }
    m_caution->setVisible(false);
    if (there) showStep(*evaluated, m_shown->work.steps[at]);
    emit stepChosen(key);
}

void OrderPage::showStep(const Evaluated& evaluated, const Step& step) {
    const Work& work = m_shown->work;
    m_title->setText(step.area_mm2 > 0.0
                         ? tr("%1 · %2").arg(q(step.title), q(areaWords(step.area_mm2)))
                         : q(step.title));
    m_drops->setRecipe(droppedRecipe(evaluated.plan, work, step));
    QStringList lines;
    lines << handling(step) << q(step.how).toHtmlEscaped();
    if (!step.masking.empty()) lines << q(step.masking).toHtmlEscaped();
    lines << tr("<i>Why: %1</i>").arg(q(step.why).toHtmlEscaped());
    // One reason a kind is enough.
    QStringList reasons;
    for (const After& after : step.after) {
        const std::size_t other = indexOf(work.steps, after.step);
        if (other >= work.steps.size()) continue;
        const QString why = q(after.why).toHtmlEscaped();
        if (!reasons.isEmpty() && reasons.back().endsWith(why)) continue;
        reasons << tr("after step %1: %2").arg(other + 1).arg(why);
    }
    if (!reasons.isEmpty()) {
        lines << tr("<i>Order: %1</i>").arg(reasons.join(QStringLiteral("; ")));
    }
    const LogEntry* before = usedBefore(m_log.entries(), evaluated.plan.key, mixWords(step, work));
    if (before != nullptr) {
        lines << tr("<i>Mixed before: %1, %2%3</i>")
                     .arg(q(before->plan_title).toHtmlEscaped(), q(before->layer).toHtmlEscaped(),
                          before->rated > 0   ? tr("; it worked")
                          : before->rated < 0 ? tr("; it did not work")
                                              : QString());
    }
    m_words->setText(lines.join(QStringLiteral("<br>")));
    m_caution->setText(q(step.caution));
    m_caution->setVisible(!step.caution.empty());
}

void OrderPage::moveChosen(int by) {
    if (m_shown == nullptr) return;
    const std::vector<Step>& steps = m_shown->work.steps;
    const std::size_t at = indexOf(steps, m_chosen.toStdString());
    if (at >= steps.size() || (by < 0 && at == 0) || (by > 0 && at + 1 >= steps.size())) return;
    const std::string after =
        by > 0 ? steps[at + 1].key : (at >= 2 ? steps[at - 2].key : std::string());
    change(tr("Move step"),
           [&](Plan& plan) { moveStep(plan.steps.moved, m_chosen.toStdString(), after); });
}

void OrderPage::takeOrder() {
    if (m_filling || m_shown == nullptr) return;
    const QString moved = m_chosen;
    std::string after;
    for (int row = 0; row < m_list->count(); ++row) {
        const QString key = m_list->item(row)->data(kKeyRole).toString();
        if (key == moved) {
            // What is folded away goes with the row that stands for it.
            for (int next = row + 1; next < m_list->count() && m_list->item(next)->isHidden();
                 ++next) {
                after = m_list->item(next)->data(kKeyRole).toString().toStdString();
            }
            break;
        }
        if (!key.isEmpty()) after = key.toStdString();
    }
    m_shown.reset();  // the list is filled anew when the results come
    change(tr("Move step"),
           [&](Plan& plan) { moveStep(plan.steps.moved, moved.toStdString(), after); });
}

}  // namespace glaukophos
