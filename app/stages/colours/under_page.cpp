// Sprays in a list, the chosen one below it; what they come to is shown on the figure at once.
#include "app/stages/colours/under_page.h"

#include <QMenu>
#include <QPainter>
#include <QSignalBlocker>

#include "app/stages/colours/primer_cards.h"
#include "app/widgets/entry_names.h"
#include "app/widgets/text.h"
#include "app/widgets/theme.h"
#include "app/widgets/wrapping_row.h"
#include "core/lighting/sprays.h"
#include "core/painted/underpaint.h"

namespace glaukophos {
namespace {

// "Indanthrone blue, from all sides".
QString wordsFor(const UnderCoat& coat) {
    const QString when = coat.when == SprayTime::Before    ? QString()
                         : coat.when == SprayTime::Between ? QObject::tr(", between")
                                                           : QObject::tr(", last");
    return q(coat.paint) + QStringLiteral(", ") + q(fromWords(coat)) + when;
}

const FarLight* firstFarLight(const Plan& plan) {
    for (const Light& light : plan.lights) {
        if (const auto* far = std::get_if<FarLight>(&light.kind)) return far;
    }
    return nullptr;
}

}  // namespace

UnderPage::UnderPage(Document& document, FigureView& view, QWidget* parent)
    : PlanPage(document, parent, Aspect::Colours), m_used(new QCheckBox(tr("Plan sprays"), this)) {
    column().addWidget(new PrimerCards(document, this));
    m_used->setObjectName(QStringLiteral("underUsed"));
    m_used->setToolTip(
        tr("Sprays lay paint where light from there would fall: see the result "
           "before spraying"));
    column().addWidget(m_used);
    connect(m_used, &QCheckBox::toggled, this, [this, &view](bool used) {
        change(tr("Sprays"), [&](Plan& plan) { plan.under.used = used; });
        if (used) view.setOverlay(Overlay::Under);
    });
    addList();
    addSpray();
    addFilter();
    m_miss = addCaption("underMiss");
    addCaption("underCaution")
        ->setText(tr("Spraying: extractor or open air, a respirator that suits the product, no "
                     "flame near. The can's label and safety sheet come first."));
    column().addStretch(1);
}

void UnderPage::addList() {
    m_list = new QListWidget(this);
    m_list->setObjectName(QStringLiteral("sprays"));
    m_list->setAccessibleName(tr("Sprays"));
    m_list->setToolTip(tr("In the order in which they are laid; choose one to change it"));
    m_list->setFixedHeight(96);
    column().addWidget(m_list);
    connect(m_list, &QListWidget::currentRowChanged, this, [this] { refresh(); });
    m_add = newButton("sprayAdd", tr("Add"), tr("Another spray, from those that painters use"));
    auto* starts = new QMenu(m_add);
    for (const SprayStart& start : sprayStarts()) {
        QAction* action = starts->addAction(tr(start.name));
        action->setToolTip(tr(start.about));
        connect(action, &QAction::triggered, this, [this, &start] {
            change(tr("Add spray"), [&](Plan& plan) {
                if (plan.under.coats.size() < kMostSprays) plan.under.coats.push_back(start.coat);
            });
            m_list->setCurrentRow(m_list->count() - 1);
        });
    }
    m_add->setMenu(starts);
    m_moon = newButton("sprayMoon", tr("From the moon"),
                       tr("The chosen spray comes from where the plan's first far light stands"));
    connect(m_moon, &QPushButton::clicked, this, [this] {
        const FarLight* far = firstFarLight(document().plan());
        if (far == nullptr) return;
        const ClockDirection from = far->direction;
        changeSpray(tr("Spray from the moon"), [&](UnderCoat& coat) {
            coat.from = from;
            coat.spread_deg = std::min(coat.spread_deg, 40.0);
        });
    });
    m_remove = newButton("sprayRemove", tr("Remove"), tr("Takes the chosen spray away"));
    connect(m_remove, &QPushButton::clicked, this, [this] {
        const auto index = chosen(document().plan());
        if (!index) return;
        change(tr("Remove spray"), [&](Plan& plan) {
            plan.under.coats.erase(plan.under.coats.begin() + static_cast<std::ptrdiff_t>(*index));
        });
    });
    auto* row = new WrappingRow(0, 5, this);
    for (QPushButton* button : {m_add, m_moon, m_remove}) row->add(button);
    column().addWidget(row);
}

std::optional<std::size_t> UnderPage::chosen(const Plan& plan) const {
    const int row = m_list == nullptr ? -1 : m_list->currentRow();
    if (row < 0 || static_cast<std::size_t>(row) >= plan.under.coats.size()) return std::nullopt;
    return static_cast<std::size_t>(row);
}

void UnderPage::changeSpray(const QString& text, const std::function<void(UnderCoat&)>& edit) {
    const auto index = chosen(document().plan());
    if (index) change(text, [&](Plan& plan) { edit(plan.under.coats.at(*index)); });
}

void UnderPage::addSprayNumber(const char* object, const QString& label, const QString& tip,
                               const NumberRange& range,
                               const std::function<double&(UnderCoat&)>& of) {
    addNumber({object, label, tip, range,
               [this, of](const Plan& plan, auto) -> std::optional<double> {
                   const auto index = chosen(plan);
                   if (!index) return std::nullopt;
                   UnderCoat coat = plan.under.coats[*index];
                   return of(coat);
               },
               [this, of](Plan& plan, auto, double value) {
                   if (const auto index = chosen(plan)) of(plan.under.coats[*index]) = value;
               }});
}

void UnderPage::addSpray() {
    m_paint =
        addChoice("underPaint", tr("Paint"), tr("From your rack"), {}, [this](Plan& plan, int) {
            const auto index = chosen(plan);
            if (!index) return;
            plan.under.coats[*index].paint = m_paint->currentText().toStdString();
        });
    m_when = addChoice("sprayWhen", tr("When"), tr("What lies under it and what goes over it"),
                       namesOf(sprayTimes()), [this](Plan& plan, int when) {
                           if (const auto index = chosen(plan)) {
                               plan.under.coats[*index].when = static_cast<SprayTime>(when);
                           }
                       });
    addSprayNumber("sprayHour", tr("Hour"), tr("12 where the figure faces, 3 on its own right"),
                   {0, 12, 1, {}, false},
                   [](UnderCoat& coat) -> double& { return coat.from.hour; });
    addSprayNumber("sprayHeight", tr("Height"), tr("90 is straight above, negative from below"),
                   {-90, 90, 0, tr("°"), false},
                   [](UnderCoat& coat) -> double& { return coat.from.height_deg; });
    addSprayNumber("underSpread", tr("Half arrives off by"),
                   tr("The narrower, the less the sides get; 90 is from everywhere"),
                   {10, 90, 0, tr("°"), false},
                   [](UnderCoat& coat) -> double& { return coat.spread_deg; });
    addSprayNumber("underThickness", tr("How thick"),
                   tr("Full coats of undiluted paint, where all of it arrives"),
                   {0.01, 2, 2, {}, true},
                   [](UnderCoat& coat) -> double& { return coat.thickness; });
    addSprayNumber("sprayThinner", tr("Thinner"), tr("Parts to one of paint"),
                   {0, 12, 1, {}, false}, [](UnderCoat& coat) -> double& { return coat.thinner; });
    addSprayNumber("sprayDistance", tr("Nozzle"), tr("From the nearest place of the figure"),
                   {20, 600, 0, tr(" mm"), true},
                   [](UnderCoat& coat) -> double& { return coat.distance_mm; });
}

void UnderPage::addFilter() {
    addSection(tr("A transparent colour over all"));
    m_filter = addChoice(
        "underFilter", tr("Filter"), tr("Ink, wash or glaze; half-opaque paints hide the values"),
        {}, [this](Plan& plan, int index) {
            plan.under.filter = index == 0 ? "" : m_filter->currentText().toStdString();
        });
    m_shape = addChoice(
        "filterShape", tr("Thickest"), tr("Where most of it goes"), namesOf(filterShapes()),
        [](Plan& plan, int index) { plan.under.filter_shape = static_cast<FilterShape>(index); });
    m_recesses =
        addCheck("filterRecesses", tr("Taken out of the recesses"),
                 tr("With a damp brush, before it dries: what is deep stays as sprayed"),
                 tr("Filter"), [](Plan& plan, bool on) { plan.under.filter_out_of_recesses = on; });
    m_part_words = addCaption("underPart");
    m_part_filter = addChoice("partFilter", tr("Its own"), tr("Another filter for the chosen part"),
                              {}, [this](Plan& plan, int index) {
                                  const auto part = document().selectedPart();
                                  if (!part) return;
                                  plan.parts.at(*part).filter =
                                      index == 0 ? "" : m_part_filter->currentText().toStdString();
                              });
    const auto thickness = [](auto& plan) -> auto& { return plan.under.filter_thickness; };
    addNumber({"filterThickness",
               tr("How thick"),
               tr("Full coats; a thin one lets the values show"),
               {0, 3, 2, {}, false},
               getPlanNumber(thickness),
               setPlanNumber(thickness)});
}

void UnderPage::fillList(const Plan& plan) {
    const int row = std::min(m_list->currentRow(), static_cast<int>(plan.under.coats.size()) - 1);
    const QSignalBlocker blocker(m_list);
    m_list->clear();
    for (const UnderCoat& coat : plan.under.coats) {
        const Paint* paint = paintNamed(plan, coat.paint);
        QPixmap swatch(18, 18);
        swatch.fill(currentTheme().line);  // a rim, so that white is seen on white
        QPainter(&swatch).fillRect(QRect(1, 1, 16, 16), paint == nullptr
                                                            ? QColor(0x80, 0x80, 0x80)
                                                            : qColour(paint->mass_tone));
        new QListWidgetItem(QIcon(swatch), wordsFor(coat), m_list);
    }
    m_list->setCurrentRow(row < 0 && !plan.under.coats.empty() ? 0 : row);
    m_listed = plan.under.coats;
}

// The rack by name; the first entry stands for none where `none` is said.
void UnderPage::fillPaints(QComboBox& box, const Plan& plan, const std::string& chosen,
                           const QString& none) {
    QStringList names;
    if (!none.isEmpty()) names << none;
    for (const Paint& paint : plan.rack) {
        if (colours(paint)) names << q(paint.name);
    }
    // A paint that has left the rack is still known by its name.
    if (!chosen.empty() && !names.contains(q(chosen))) names << q(chosen);
    box.clear();
    box.addItems(names);
    box.setCurrentIndex(chosen.empty() ? (none.isEmpty() ? -1 : 0)
                                       : static_cast<int>(names.indexOf(q(chosen))));
}

void UnderPage::showPlan(const Plan& plan) {
    if (plan.under.coats != m_listed) {
        fillList(plan);
        return refresh();  // its numbers are of the row that is chosen now
    }
    m_used->setChecked(plan.under.used);
    const auto index = chosen(plan);
    for (QWidget* of_spray : {static_cast<QWidget*>(m_paint), static_cast<QWidget*>(m_when)}) {
        of_spray->setEnabled(plan.under.used && index.has_value());
    }
    fillPaints(*m_paint, plan, index ? plan.under.coats[*index].paint : "", {});
    m_when->setCurrentIndex(index ? static_cast<int>(plan.under.coats[*index].when) : -1);
    m_list->setEnabled(plan.under.used);
    m_add->setEnabled(plan.under.used && plan.under.coats.size() < kMostSprays);
    m_moon->setEnabled(plan.under.used && index && firstFarLight(plan) != nullptr);
    m_remove->setEnabled(plan.under.used && index.has_value());
    m_shape->setCurrentIndex(static_cast<int>(plan.under.filter_shape));
    m_recesses->setChecked(plan.under.filter_out_of_recesses);
    fillPaints(*m_filter, plan, plan.under.filter, tr("none"));
    const auto part = document().selectedPart();
    const bool known = part && *part < plan.parts.size();
    m_part_words->setText(known ? tr("On %1 alone:").arg(q(plan.parts[*part].name))
                                : tr("Choose a part to give it a filter of its own."));
    m_part_filter->setEnabled(known);
    fillPaints(*m_part_filter, plan, known ? plan.parts[*part].filter : "", tr("as all parts"));
}

void UnderPage::showResults(const Evaluated& evaluated) {
    if (!evaluated.complete) return;
    const std::vector<double> misses =
        missOfUnderpainting(evaluated.plan, *evaluated.appearance, evaluated.marks->underpainted);
    if (evaluated.marks->underpainted.empty()) {
        m_miss->setText({});
        return;
    }
    const auto part = document().selectedPart();
    if (part && *part < misses.size()) {
        const double miss = misses[*part];
        m_miss->setText(tr("On %1 it is %2 from what is planned: %3")
                            .arg(q(evaluated.plan.parts[*part].name))
                            .arg(miss, 0, 'f', 0)
                            .arg(miss < 12.0   ? tr("little is left to paint.")
                                 : miss < 25.0 ? tr("a base to work on.")
                                               : tr("its colours will be painted over it.")));
        return;
    }
    const auto nearest =
        std::ranges::min_element(misses, {}, [](double miss) { return miss > 0.0 ? miss : 1e9; });
    if (nearest == misses.end()) return;
    m_miss->setText(
        tr("Nearest to what is planned on %1: %2 apart.")
            .arg(q(evaluated.plan.parts[static_cast<std::size_t>(nearest - misses.begin())].name))
            .arg(*nearest, 0, 'f', 0));
}

}  // namespace glaukophos
