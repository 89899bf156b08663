// A stroke is one undo step and one entry of the list.
#include "app/stages/figure/volume_page.h"

#include <QHBoxLayout>
#include <QSignalBlocker>

#include "app/document/edit_key.h"
#include "app/pages/stroke_brush.h"
#include "app/widgets/text.h"
#include "core/base/words.h"
#include "core/geometry/nearest_vertex.h"

namespace glaukophos {
namespace {

enum Tool { Hold = kBareHand, Raise, Hollow };

QString rowFor(const Plan& plan, const PaintedVolume& volume) {
    const QString way = volume.height_mm > 0.0 ? QObject::tr("Raised") : QObject::tr("Hollowed");
    QString size = QObject::tr("%1 by %2 mm, brush of %3 mm")
                       .arg(way)
                       .arg(std::abs(volume.height_mm), 0, 'f', 2)
                       .arg(2.0 * volume.radius_mm, 0, 'f', 1);
    if (volume.points_mm.empty()) return size;
    const Surface& surface = plan.figure->surface;
    const PartIndex part = surface.parts[nearestVertex(surface, volume.points_mm.front())];
    return QObject::tr("%1 · %2").arg(q(capitalised(plan.parts[part].name)), size);
}

}  // namespace

VolumePage::VolumePage(Document& document, FigureView& view, QWidget* parent)
    : PlanPage(document, parent), m_view(view), m_stroke_key(nextEditKey()) {
    addCaption("volumeWords")
        ->setText(tr("A cheek, a muscle, a fold that was not sculpted: stroke it on with a soft "
                     "brush, and light falls as if it were there. The figure itself stays as it "
                     "is; you paint the shape."));
    addTools();
    addFields();
    addList();
    column().addStretch(1);
}

void VolumePage::addTools() {
    auto* row = new QHBoxLayout;
    row->setSpacing(5);
    m_tools = new QButtonGroup(this);
    const QString tip = tr("Stroke over the figure; with Ctrl the other way");
    const std::array<std::tuple<const char*, QString, QString>, 3> tools = {
        {{"volumeHold", tr("Hold"), tr("Turn the figure and choose parts")},
         {"volumeRaise", tr("Raise"), tip},
         {"volumeHollow", tr("Hollow"), tip}}};
    for (std::size_t i = 0; i < tools.size(); ++i) {
        const auto& [object, name, words] = tools.at(i);
        QPushButton* button = newButton(object, name, words);
        button->setCheckable(true);
        button->setChecked(i == Hold);
        m_tools->addButton(button, static_cast<int>(i));
        row->addWidget(button);
    }
    column().addLayout(row);
    connect(m_tools, &QButtonGroup::idClicked, this, &VolumePage::takeBrush);
}

void VolumePage::addFields() {
    m_height = new NumberField(tr("By"), tr("At the middle of a stroke"),
                               {0.05, kMostVolume_mm, 2, tr(" mm"), true}, this);
    m_height->setObjectName(QStringLiteral("volumeHeight"));
    m_height->setValue(0.3);
    m_radius = new NumberField(tr("Brush radius"), tr("From its middle to where nothing changes"),
                               {0.3, 10, 1, tr(" mm"), true}, this);
    m_radius->setObjectName(QStringLiteral("volumeRadius"));
    m_radius->setValue(1.5);
    for (NumberField* field : {m_height, m_radius}) column().addWidget(field);
    connect(m_radius, &NumberField::valueEdited, &m_view, qOverload<>(&QWidget::update));
}

void VolumePage::addList() {
    m_list = new QListWidget(this);
    m_list->setObjectName(QStringLiteral("volumes"));
    m_list->setAccessibleName(tr("Painted volumes"));
    m_list->setToolTip(tr("They stay when lights move; choose one to see where it lies"));
    connect(m_list, &QListWidget::currentRowChanged, this, &VolumePage::showWhere);
    connect(m_list, &QListWidget::itemClicked, this,
            [this](QListWidgetItem* item) { showWhere(m_list->row(item)); });
    m_list->setFixedHeight(120);
    column().addWidget(m_list);
    m_remove = newButton("removeVolume", tr("Remove this volume"),
                         tr("Light falls on what was sculpted again"));
    column().addWidget(m_remove);
    connect(m_remove, &QPushButton::clicked, this, &VolumePage::remove);
}

// From the middle of the stroke.
void VolumePage::showWhere(int row) {
    const auto& volumes = document().plan().volumes;
    if (row < 0 || static_cast<std::size_t>(row) >= volumes.size()) return;
    const PaintedVolume& volume = volumes[static_cast<std::size_t>(row)];
    if (volume.points_mm.empty()) return;
    const std::size_t middle = volume.points_mm.size() / 2;
    m_view.showPlace(volume.points_mm[middle], volume.normals[middle]);
}

void VolumePage::hideEvent(QHideEvent* event) {
    m_view.forgetPlace();
    PlanPage::hideEvent(event);
}

void VolumePage::remove() {
    const int row = m_list->currentRow();
    if (row < 0) return;
    m_view.forgetPlace();
    change(tr("Remove volume"),
           [&](Plan& plan) { plan.volumes.erase(plan.volumes.begin() + row); });
}

void VolumePage::takeBrush(int tool) {
    if (tool == Hold) return m_view.layDownTool();
    const auto begin = [this] {
        m_stroke = {};
        m_stroke_begun = false;
    };
    takeStrokeBrush(
        m_view, *m_tools, tool,
        strokesOf(document(), *m_radius, begin,
                  [this](const auto& points, bool reversed) { stroke(points, reversed); }));
}

void VolumePage::stroke(const std::vector<SurfacePoint>& points, bool reversed) {
    const bool raises = (m_tools->checkedId() == Raise) != reversed;
    m_stroke.radius_mm = m_radius->value();
    m_stroke.height_mm = raises ? m_height->value() : -m_height->value();
    addToStroke(points, 0.15 * m_stroke.radius_mm, m_stroke.points_mm, m_stroke.normals);
    if (m_stroke.points_mm.empty()) return;
    change(
        raises ? tr("Raise for the light") : tr("Hollow for the light"),
        [&](Plan& plan) {
            if (m_stroke_begun) plan.volumes.pop_back();
            plan.volumes.push_back(m_stroke);
        },
        m_stroke_key);
    m_stroke_begun = true;
}

void VolumePage::showPlan(const Plan& plan) {
    const QSignalBlocker quiet(m_list);
    const int row = m_list->currentRow();
    m_list->clear();
    for (const PaintedVolume& volume : plan.volumes) m_list->addItem(rowFor(plan, volume));
    const bool any = !plan.volumes.empty();
    m_list->setVisible(any);
    m_remove->setVisible(any);
    if (any) {
        m_list->setCurrentRow(row >= 0 ? std::min(row, m_list->count() - 1) : m_list->count() - 1);
    }
}

}  // namespace glaukophos
