// What runs together is looked for in the present view.
#include "app/stages/values/study_page.h"

#include <QPushButton>

#include "app/view/figure_view.h"
#include "app/widgets/text.h"

namespace glaukophos {
namespace {

constexpr int kRest_ms = 250;
constexpr std::size_t kMostShown = 12;

}  // namespace

StudyPage::StudyPage(Document& document, FigureView& view, QWidget* parent)
    : PlanPage(document, parent), m_view(view) {
    auto* squint = new QPushButton(tr("Squint at the figure"), this);
    squint->setObjectName(QStringLiteral("showSquint"));
    squint->setToolTip(tr("Painted values in grey, blurred as through half-closed eyes (Q)"));
    column().addWidget(squint);
    connect(squint, &QPushButton::clicked, this,
            [this] { emit overlayRequested(Overlay::Squint); });
    const auto distance = [](ValueChoices& v) -> double& { return v.squint.distance_mm; };
    const auto blur = [](ValueChoices& v) -> double& { return v.squint.blur_deg; };
    const auto step = [](ValueChoices& v) -> double& { return v.squint.least_step; };
    addNumber({"squintDistance",
               tr("Held away from the eye"),
               tr("Arm's length is about 600 mm"),
               {150, 2000, 0, tr(" mm"), true},
               getChoice(distance),
               setChoice(distance)});
    addNumber({"squintBlur",
               tr("Blur of the half-closed eye"),
               tr("The angle within which everything runs together"),
               {0.02, 1, 2, tr("°"), true},
               getChoice(blur),
               setChoice(blur)});
    m_words = addCaption("squintWords");
    addNumber({"leastStep",
               tr("Neighbours differ by at least"),
               tr("Parts that touch and lie closer than this in L* are warned of"),
               {1, 25, 0, tr(" L*"), false},
               getChoice(step),
               setChoice(step)});
    addMerges();
    auto* print = new QPushButton(tr("Print the study …"), this);
    print->setObjectName(QStringLiteral("printStudy"));
    print->setToolTip(tr("Five views in greys, at real size and enlarged, as a PDF to paint by"));
    column().addWidget(print);
    connect(print, &QPushButton::clicked, this, &StudyPage::printRequested);
    m_rest.setSingleShot(true);
    m_rest.setInterval(kRest_ms);
    connect(&m_rest, &QTimer::timeout, this, &StudyPage::lookForMerges);
    connect(&view, &FigureView::viewChanged, this, [this] {
        if (isVisible()) m_rest.start();
    });
}

void StudyPage::addMerges() {
    m_headline = addSection({});
    m_list = new QListWidget(this);
    m_list->setObjectName(QStringLiteral("merges"));
    m_list->setAccessibleName(tr("Parts that run together in this view"));
    m_list->setToolTip(tr("Click to choose the first of the two"));
    m_list->setWordWrap(true);
    m_list->setMinimumHeight(130);
    column().addWidget(m_list, 1);
    connect(m_list, &QListWidget::itemClicked, this, [this](const QListWidgetItem* item) {
        const auto row = static_cast<std::size_t>(m_list->row(item));
        if (row < m_merges.size()) document().selectPart(m_merges[row].first);
    });
}

void StudyPage::showPlan(const Plan& plan) {
    m_words->setText(tr("Runs together within %1 mm on the figure.")
                         .arg(squintBlur_mm(plan.values.squint), 0, 'f', 1));
}

void StudyPage::showResults(const Evaluated& evaluated) {
    if (evaluated.complete) m_rest.start();
}

void StudyPage::lookForMerges() {
    const EvaluatedPtr& evaluated = document().evaluated();
    if (!isVisible() || evaluated == nullptr) return;
    m_merges = mergesIn(evaluated->plan, *evaluated->appearance, m_view.view());
    m_headline->setText(m_merges.empty()
                            ? tr("All neighbours stand apart in this view")
                            : tr("Run together in this view: %1").arg(m_merges.size()));
    m_list->clear();
    for (std::size_t i = 0; i < std::min(kMostShown, m_merges.size()); ++i) {
        const Merge& merge = m_merges[i];
        const std::vector<Part>& parts = evaluated->plan.parts;
        m_list->addItem(tr("%1 and %2: %3 L* apart along %4 mm")
                            .arg(q(parts[merge.first].name), q(parts[merge.second].name))
                            .arg(merge.step, 0, 'f', 0)
                            .arg(merge.border_mm, 0, 'f', 0));
    }
}

}  // namespace glaukophos
