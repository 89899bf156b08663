#include "app/stages/values/along_page.h"

#include <QSignalBlocker>

#include "app/view/place_tool.h"
#include "app/widgets/text.h"
#include "core/base/words.h"
#include "core/geometry/nearest_vertex.h"
#include "core/painted/gradients.h"

namespace glaukophos {
namespace {

// How far the dark goes before the tone begins to rise.
constexpr std::array<double, 4> kBegins = {0.0, 1.0 / 3.0, 2.0 / 3.0, 0.85};

QStringList extents(GradientWay way) {
    if (way == GradientWay::FromRim) {
        return {QObject::tr("As far as the middle"), QObject::tr("Two thirds of the way in"),
                QObject::tr("A third of the way in"), QObject::tr("At the rim only")};
    }
    return {QObject::tr("The whole length"), QObject::tr("The outer two thirds"),
            QObject::tr("The outer third"), QObject::tr("The tip")};
}

int extentOf(const Gradient& gradient) {
    const auto nearest = std::ranges::min_element(
        kBegins, {}, [&](double begins) { return std::abs(begins - gradient.begins); });
    return static_cast<int>(nearest - kBegins.begin());
}

}  // namespace

AlongPage::AlongPage(Document& document, FigureView& view, QWidget* parent)
    : PlanPage(document, parent), m_view(view) {
    addCaption("alongWords")
        ->setText(tr("A fin, a plume, a plate or a strand may run from dark to light whatever the "
                     "light does there. Click it once: all pieces like it get the same."));
    addButtons();
    addList();
    addNumbers();
    column().addStretch(1);
}

void AlongPage::addButtons() {
    auto* along = newButton("alongEnds", tr("Its dark end, then its light end…"),
                            tr("Two clicks on the same piece"));
    connect(along, &QPushButton::clicked, this, &AlongPage::askDarkEnd);
    column().addWidget(along);
    auto* rim = newButton("alongRim", tr("From the rim of a plate inward…"),
                          tr("One click on the plate: light at its edges, darker inward"));
    connect(rim, &QPushButton::clicked, this, &AlongPage::askPlate);
    column().addWidget(rim);
}

void AlongPage::addList() {
    m_list = new QListWidget(this);
    m_list->setObjectName(QStringLiteral("gradients"));
    m_list->setAccessibleName(tr("Tones along things"));
    m_list->setToolTip(tr("They stay when lights move"));
    m_list->setFixedHeight(96);
    column().addWidget(m_list);
    connect(m_list, &QListWidget::currentRowChanged, this, [this] {
        if (!isShowing()) refresh();
    });
}

void AlongPage::addNumbers() {
    m_begins = addChoice("gradientBegins", tr("Light on"), tr("How much of it takes the light"),
                         extents(GradientWay::Along), [this](Plan& plan, int index) {
                             if (const auto at = chosen(plan)) {
                                 plan.values.gradients[*at].begins =
                                     kBegins.at(static_cast<std::size_t>(index));
                             }
                         });
    addNumber({"gradientStrength",
               tr("Strength"),
               tr("0: as the light falls; 1: the tone alone"),
               {0, 1, 2, {}, false},
               [this](const Plan& plan, auto) -> std::optional<double> {
                   const auto at = chosen(plan);
                   if (!at) return std::nullopt;
                   return plan.values.gradients[*at].strength;
               },
               [this](Plan& plan, auto, double value) {
                   if (const auto at = chosen(plan)) plan.values.gradients[*at].strength = value;
               }});
    m_alike = addCheck("gradientAlike", tr("On all pieces like it"),
                       tr("Of the same size and proportions, wherever they are"),
                       tr("Pieces like it"), [this](Plan& plan, bool on) {
                           if (const auto at = chosen(plan)) {
                               plan.values.gradients[*at].on_alike = on;
                           }
                       });
    m_remove = newButton("removeGradient", tr("Remove"), tr("The light decides there again"));
    column().addWidget(m_remove);
    connect(m_remove, &QPushButton::clicked, this, [this] {
        change(tr("Remove tone"), [this](Plan& plan) {
            const auto at = chosen(plan);
            if (!at) return;
            plan.values.gradients.erase(plan.values.gradients.begin() +
                                        static_cast<std::ptrdiff_t>(*at));
        });
    });
}

void AlongPage::askDarkEnd() {
    m_view.takeTool(std::make_unique<PlaceTool>(
        m_view, tr("Click its dark end. Esc leaves it."),
        [this](const SurfacePoint& place, const QPointF& /*at*/) { askLightEnd(place.point_mm); }));
}

void AlongPage::askLightEnd(const Vec3& dark_mm) {
    m_view.takeTool(std::make_unique<PlaceTool>(
        m_view, tr("Click the light end of the same piece"),
        [this, dark_mm](const SurfacePoint& place, const QPointF& /*at*/) {
            Gradient gradient;
            gradient.dark_mm = dark_mm;
            gradient.light_mm = place.point_mm;
            add(gradient);
        }));
}

void AlongPage::askPlate() {
    m_view.takeTool(
        std::make_unique<PlaceTool>(m_view, tr("Click the plate. Esc leaves it."),
                                    [this](const SurfacePoint& place, const QPointF& /*at*/) {
                                        Gradient gradient;
                                        gradient.way = GradientWay::FromRim;
                                        gradient.dark_mm = place.point_mm;
                                        gradient.light_mm = place.point_mm;
                                        gradient.begins = kBegins[2];
                                        add(gradient);
                                    }));
}

void AlongPage::add(const Gradient& gradient) {
    m_view.layDownTool();
    change(tr("Tone along it"), [&](Plan& plan) { plan.values.gradients.push_back(gradient); });
    m_list->setCurrentRow(m_list->count() - 1);
}

std::optional<std::size_t> AlongPage::chosen(const Plan& plan) const {
    const std::size_t count = plan.values.gradients.size();
    if (count == 0) return std::nullopt;
    // Numbers are filled before the list is: the last one is the one that will be chosen.
    const int row = m_list == nullptr ? -1 : m_list->currentRow();
    return row < 0 ? count - 1 : std::min(static_cast<std::size_t>(row), count - 1);
}

QString AlongPage::rowFor(const Plan& plan, const Gradient& gradient) const {
    const Surface& surface = plan.figure->surface;
    const Part& part = plan.parts[surface.parts[nearestVertex(surface, gradient.light_mm)]];
    const auto pieces = static_cast<int>(piecesUnder(*plan.figure, gradient));
    const QString where = pieces > 1
                              ? tr("%1, %2 pieces").arg(q(capitalised(part.name))).arg(pieces)
                              : q(capitalised(part.name));
    return tr("%1 · %2").arg(where, extents(gradient.way).at(extentOf(gradient)).toLower());
}

void AlongPage::showPlan(const Plan& plan) {
    const QSignalBlocker quiet(m_list);
    const int row = m_list->currentRow();
    m_list->clear();
    for (const Gradient& gradient : plan.values.gradients) {
        m_list->addItem(rowFor(plan, gradient));
    }
    const bool any = !plan.values.gradients.empty();
    m_list->setVisible(any);
    if (any) {
        m_list->setCurrentRow(row >= 0 ? std::min(row, m_list->count() - 1) : m_list->count() - 1);
    }
    const auto at = chosen(plan);
    m_begins->setEnabled(at.has_value());
    m_alike->setEnabled(at.has_value());
    m_remove->setEnabled(at.has_value());
    if (!at) return;
    const Gradient& gradient = plan.values.gradients[*at];
    for (int i = 0; i < m_begins->count(); ++i) {
        m_begins->setItemText(i, extents(gradient.way).at(i));
    }
    m_begins->setCurrentIndex(extentOf(gradient));
    m_alike->setChecked(gradient.on_alike);
}

}  // namespace glaukophos
