// A veil is chosen in the list and moved with a click on the figure.
#include "app/stages/colours/hues_page.h"

#include <QHBoxLayout>
#include <QSignalBlocker>

#include "app/document/edit_key.h"
#include "app/view/place_tool.h"
#include "app/widgets/text.h"
#include "core/painted/hue_veils.h"

namespace glaukophos {

HuesPage::HuesPage(Document& document, FigureView& view, QWidget* parent)
    : PlanPage(document, parent, Aspect::Colours), m_view(view) {
    addCaption("huesWhy")->setText(
        tr("Skin and large areas need hues as well as values: red at cheeks, knuckles and knees, "
           "cool at the jaw. Laid last, as thin veils; each fades to its rim."));
    addActions();
    addEditor();
    column().addStretch(1);
}

void HuesPage::addActions() {
    m_propose = newButton("proposeVeils", tr("Choose a part to have places proposed"),

                          tr("Places that stand out of the form, and those of a face where one is "
                             "marked on the Values stage, page Hand"));
    column().addWidget(m_propose);
    connect(m_propose, &QPushButton::clicked, this, [this] {
        const auto part = document().selectedPart();
        if (!part) return;
        const std::vector<HueVeil> veils = proposedVeils(document().plan(), *part);
        change(tr("Proposed veils"), [&](Plan& plan) {
            plan.colours.veils.insert(plan.colours.veils.end(), veils.begin(), veils.end());
        });
        m_list->setCurrentRow(m_list->count() - 1);
    });
    m_list = new QListWidget(this);
    m_list->setObjectName(QStringLiteral("veils"));
    m_list->setAccessibleName(tr("Veils of hue"));
    m_list->setToolTip(tr("Choose one to change or move it"));
    m_list->setFixedHeight(190);
    column().addWidget(m_list);
    auto* row = new QHBoxLayout;
    row->setSpacing(5);
    auto* add = newButton("addVeil", tr("Add"), tr("Then click where it belongs"));
    m_place = newButton("placeVeil", tr("Move"), tr("Then click where it belongs"));
    m_remove = newButton("removeVeil", tr("Remove"), tr("Takes the chosen veil away"));
    for (QPushButton* button : {add, m_place, m_remove}) row->addWidget(button);
    column().addLayout(row);
    addPlacing(add);
}

void HuesPage::addPlacing(QPushButton* add) {
    connect(add, &QPushButton::clicked, this, [this] {
        m_view.takeTool(std::make_unique<PlaceTool>(
            m_view, tr("Click where the veil belongs"),
            [this](const SurfacePoint& place, const QPointF& /*at*/) {
                change(tr("Add veil"), [&](Plan& plan) {
                    HueVeil veil;
                    veil.name = tr("veil %1").arg(plan.colours.veils.size() + 1).toStdString();
                    veil.point_mm = place.point_mm;
                    veil.normal = place.normal;
                    veil.radius_mm = plan.figure->bounds().size().z() / 20.0;
                    plan.colours.veils.push_back(veil);
                });
                m_list->setCurrentRow(m_list->count() - 1);
            }));
    });
    connect(m_place, &QPushButton::clicked, this, [this] {
        m_view.takeTool(std::make_unique<PlaceTool>(
            m_view, tr("Click where the veil belongs"),
            [this](const SurfacePoint& place, const QPointF& /*at*/) {
                const auto veil = chosen();
                if (!veil) return;
                change(tr("Move veil"), [&](Plan& plan) {
                    plan.colours.veils.at(*veil).point_mm = place.point_mm;
                    plan.colours.veils.at(*veil).normal = place.normal;
                });
            }));
    });
    connect(m_remove, &QPushButton::clicked, this, [this] {
        const auto veil = chosen();
        if (!veil) return;
        change(tr("Remove veil"), [&](Plan& plan) {
            plan.colours.veils.erase(plan.colours.veils.begin() +
                                     static_cast<std::ptrdiff_t>(*veil));
        });
    });
}

void HuesPage::addEditor() {
    const auto number = [this](double HueVeil::*member) {
        return [this, member](const Plan& plan, auto) -> std::optional<double> {
            const auto veil = chosen();
            if (!veil || *veil >= plan.colours.veils.size()) return std::nullopt;
            return plan.colours.veils[*veil].*member;
        };
    };
    const auto setNumber = [this](double HueVeil::*member) {
        return [this, member](Plan& plan, auto, double value) {
            if (const auto veil = chosen()) plan.colours.veils.at(*veil).*member = value;
        };
    };
    addNumber({"veilRadius",
               tr("Radius"),
               tr("Where it has faded to nothing"),
               {0.2, 20, 1, tr(" mm"), true},
               number(&HueVeil::radius_mm),
               setNumber(&HueVeil::radius_mm)});
    addNumber({"veilStrength",
               tr("Strength"),
               tr("In its middle: 0 nothing, 1 its own hue alone"),
               {0, 1, 2, {}, false},
               number(&HueVeil::strength),
               setNumber(&HueVeil::strength)});
    m_colour = new ColourField(tr("Hue"), tr("Its lightness does not count"), this);
    m_colour->setObjectName(QStringLiteral("veilColour"));
    column().addWidget(m_colour);
    connect(m_colour, &ColourField::colourEdited, this,
            [this, key = nextEditKey()](const Srgb& colour) {
                const auto veil = chosen();
                if (!veil) return;
                change(
                    tr("Hue of veil"),
                    [&](Plan& plan) { plan.colours.veils.at(*veil).colour = colour; }, key);
            });
    connect(m_colour, &ColourField::editingFinished, &document(), &Document::endGesture);
    connect(m_list, &QListWidget::currentRowChanged, this, [this] { refresh(); });
}

std::optional<std::size_t> HuesPage::chosen() const {
    const int row = m_list->currentRow();
    const std::size_t count = document().plan().colours.veils.size();
    if (row < 0 || static_cast<std::size_t>(row) >= count) return std::nullopt;
    return static_cast<std::size_t>(row);
}

void HuesPage::fillList(const std::vector<HueVeil>& veils) {
    const int row = std::min(m_list->currentRow(), static_cast<int>(veils.size()) - 1);
    const QSignalBlocker blocker(m_list);
    m_list->clear();
    for (const HueVeil& veil : veils) {
        QPixmap swatch(18, 18);
        swatch.fill(qColour(veil.colour));
        new QListWidgetItem(QIcon(swatch), q(veil.name), m_list);
    }
    m_list->setCurrentRow(row < 0 && !veils.empty() ? 0 : row);
    m_listed = veils;
}

void HuesPage::showPlan(const Plan& plan) {
    const auto part = document().selectedPart();
    const bool known = part && *part < plan.parts.size();
    m_propose->setEnabled(known);
    m_propose->setText(known ? tr("Propose places on %1").arg(q(plan.parts[*part].name))
                             : tr("Choose a part to have places proposed"));
    const std::vector<HueVeil>& veils = plan.colours.veils;
    // Not while the list itself tells of another row: it must not be emptied under its own feet.
    if (veils != m_listed) {
        fillList(veils);
        return refresh();  // its numbers are of the row that is chosen now
    }
    const auto veil = chosen();
    m_place->setEnabled(veil.has_value());
    m_remove->setEnabled(veil.has_value());
    m_colour->setVisible(veil.has_value());
    if (veil) m_colour->setColour(veils[*veil].colour);
}

}  // namespace glaukophos
