// Three coats, as painters lay them; what they come to is shown on the figure at once.
#include "app/stages/colours/under_page.h"

#include "app/stages/colours/primer_cards.h"
#include "app/widgets/text.h"

namespace glaukophos {
namespace {

constexpr std::size_t kCoats = 3;
constexpr std::array<const char*, kCoats> kPaintNames = {"underPaint0", "underPaint1",
                                                         "underPaint2"};
constexpr std::array<const char*, kCoats> kSpreadNames = {"underSpread0", "underSpread1",
                                                          "underSpread2"};
constexpr std::array<const char*, kCoats> kThicknessNames = {"underThickness0", "underThickness1",
                                                             "underThickness2"};

QString coatName(std::size_t coat) {
    switch (coat) {
        case 0:
            return QObject::tr("First, the shadow colour");
        case 1:
            return QObject::tr("Then the middle, from above");
        default:
            return QObject::tr("Last the light, from straight above");
    }
}

}  // namespace

UnderPage::UnderPage(Document& document, FigureView& view, QWidget* parent)
    : PlanPage(document, parent, Aspect::Colours),
      m_used(new QCheckBox(tr("Plan an underpainting"), this)) {
    column().addWidget(new PrimerCards(document, this));
    m_used->setObjectName(QStringLiteral("underUsed"));
    m_used->setToolTip(
        tr("Sprays lay paint where light from there would fall: see the result "
           "before spraying"));
    column().addWidget(m_used);
    connect(m_used, &QCheckBox::toggled, this, [this, &view](bool used) {
        change(tr("Underpainting"), [&](Plan& plan) {
            plan.under.used = used;
            plan.under.coats.resize(kCoats);
        });
        if (used) view.setOverlay(Overlay::Under);
    });
    for (std::size_t coat = 0; coat < kCoats; ++coat) addCoat(coat);
    addFilter();
    m_miss = addCaption("underMiss");
    addCaption("underCaution")
        ->setText(tr("Spraying: extractor or open air, a respirator that suits the product, no "
                     "flame near. The can's label and safety sheet come first."));
    column().addStretch(1);
}

void UnderPage::addCoat(std::size_t coat) {
    addSection(coatName(coat));
    m_paints.push_back(addChoice(
        kPaintNames.at(coat), tr("Paint"), tr("From your rack"), {}, [this, coat](Plan& plan, int) {
            if (coat < plan.under.coats.size()) {
                plan.under.coats[coat].paint = m_paints[coat]->currentText().toStdString();
            }
        }));
    const auto number = [coat](double UnderCoat::*member) {
        return [coat, member](const Plan& plan, auto) -> std::optional<double> {
            if (coat >= plan.under.coats.size()) return std::nullopt;
            return plan.under.coats[coat].*member;
        };
    };
    const auto setNumber = [coat](double UnderCoat::*member) {
        return [coat, member](Plan& plan, auto, double value) {
            if (coat < plan.under.coats.size()) plan.under.coats[coat].*member = value;
        };
    };
    if (coat > 0) {
        addNumber({kSpreadNames.at(coat),
                   tr("Half arrives from"),
                   tr("Degrees off straight above: the narrower, the less the sides get; 90 is "
                      "from everywhere"),
                   {10, 90, 0, tr("°"), false},
                   number(&UnderCoat::spread_deg),
                   setNumber(&UnderCoat::spread_deg)});
    }
    addNumber({kThicknessNames.at(coat),
               tr("How thick"),
               tr("Full coats of undiluted paint, where all of it arrives"),
               {0.01, 2, 2, {}, true},
               number(&UnderCoat::thickness),
               setNumber(&UnderCoat::thickness)});
}

void UnderPage::addFilter() {
    addSection(tr("A transparent colour over all"));
    m_filter = addChoice(
        "underFilter", tr("Filter"), tr("Ink, wash or glaze; half-opaque paints hide the values"),
        {}, [this](Plan& plan, int index) {
            plan.under.filter = index == 0 ? "" : m_filter->currentText().toStdString();
        });
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
    m_used->setChecked(plan.under.used);
    for (std::size_t coat = 0; coat < m_paints.size(); ++coat) {
        const bool there = coat < plan.under.coats.size();
        fillPaints(*m_paints[coat], plan, there ? plan.under.coats[coat].paint : "", {});
        m_paints[coat]->setEnabled(plan.under.used);
    }
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
