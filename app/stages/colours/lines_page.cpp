// Places are asked for on the figure; rings there carry them along the surface afterwards.
#include "app/stages/colours/lines_page.h"

#include <QSignalBlocker>

#include "app/document/edit_key.h"
#include "app/view/anchor_tool.h"
#include "app/view/place_tool.h"
#include "app/widgets/text.h"
#include "app/widgets/wrapping_row.h"
#include "core/geometry/polyline.h"

namespace glaukophos {
namespace {

const std::vector<LineKind> kStrokes = {LineKind::Bolt, LineKind::Net, LineKind::Drawn};
constexpr std::size_t kCorners = 4;  // of two eyes

bool has(const std::vector<LineKind>& kinds, LineKind kind) {
    return std::ranges::find(kinds, kind) != kinds.end();
}

// Kinds whose places go on as they are clicked.
bool goesOn(LineKind kind) { return kind == LineKind::Drawn || kind == LineKind::Eyes; }

}  // namespace

LinesPage::LinesPage(Document& document, FigureView& view, QWidget* parent)
    : PlanPage(document, parent, Aspect::Colours), m_view(view) {
    addCaption("linesWhy")
        ->setText(tr(
            "Lightning, nets of light over water, cracks, signs, eyes. What is drawn keeps to the "
            "surface; its passes become steps."));
    addBeginnings();
    addList();
    addEditor();
    m_result = addCaption("linesResult");
    column().addStretch(1);
}

void LinesPage::addBeginnings() {
    auto* row = new WrappingRow(0, 5, this);
    for (std::size_t i = 0; i < lineKinds().size(); ++i) {
        const ShadingEntry& entry = lineKinds()[i];
        auto* button =
            newButton((std::string("line_") + entry.key).c_str(), tr(entry.name), tr(entry.about));
        row->add(button);
        connect(button, &QPushButton::clicked, this,
                [this, i] { begin(static_cast<LineKind>(i)); });
    }
    column().addWidget(row);
}

void LinesPage::addList() {
    m_list = new QListWidget(this);
    m_list->setObjectName(QStringLiteral("lines"));
    m_list->setAccessibleName(tr("Drawn lines"));
    m_list->setToolTip(tr("Choose one to change it; its places are the rings on the figure"));
    m_list->setFixedHeight(120);
    column().addWidget(m_list);
    auto* row = new WrappingRow(0, 5, this);
    m_another = newButton("lineAnother", tr("Another"), tr("The same line grown otherwise"));
    m_go_on = newButton("lineGoOn", tr("Go on"), tr("Add places at its end"));
    m_cut = newButton("lineCut", tr("Cut"), tr("Takes its last place away"));
    m_remove = newButton("lineRemove", tr("Remove"), tr("Takes the chosen line away"));
    for (QPushButton* button : {m_another, m_go_on, m_cut, m_remove}) row->add(button);
    column().addWidget(row);
    connect(m_list, &QListWidget::currentRowChanged, this, [this] {
        refresh();
        m_view.update();
    });
    const auto edited = [this](const QString& text, const std::function<void(DrawnLine&)>& edit) {
        const auto line = chosen();
        if (line) change(text, [&](Plan& plan) { edit(plan.lines.at(*line)); });
    };
    connect(m_another, &QPushButton::clicked, this,
            [edited] { edited(tr("Another growth"), [](DrawnLine& line) { ++line.seed; }); });
    connect(m_go_on, &QPushButton::clicked, this, &LinesPage::goOn);
    connect(m_cut, &QPushButton::clicked, this, [edited] {
        edited(tr("Cut the line"), [](DrawnLine& line) {
            if (line.anchors_mm.size() > 1) line.anchors_mm.pop_back();
        });
    });
    connect(m_remove, &QPushButton::clicked, this, [this] {
        const auto line = chosen();
        if (!line) return;
        change(tr("Remove line"), [&](Plan& plan) {
            plan.lines.erase(plan.lines.begin() + static_cast<std::ptrdiff_t>(*line));
        });
    });
}

void LinesPage::addNumberOf(const char* object, const QString& label, const QString& tip,
                            const NumberRange& range, double DrawnLine::*member,
                            const std::vector<LineKind>& kinds) {
    addNumber({object, label, tip, range,
               [this, member, kinds](const Plan& plan, auto) -> std::optional<double> {
                   const auto line = chosen();
                   if (!line || *line >= plan.lines.size()) return std::nullopt;
                   if (!has(kinds, plan.lines[*line].kind)) return std::nullopt;
                   return plan.lines[*line].*member;
               },
               [this, member](Plan& plan, auto, double value) {
                   if (const auto line = chosen()) plan.lines.at(*line).*member = value;
               }});
}

void LinesPage::addEditor() {
    addNumberOf("lineWidth", tr("Width"), tr("Of the halo where the line is thickest"),
                {0.1, 6, 2, tr(" mm"), true}, &DrawnLine::width_mm, kStrokes);
    addNumberOf("netMesh", tr("Meshes"), tr("How wide the meshes of the net are"),
                {0.5, 20, 1, tr(" mm"), true}, &DrawnLine::cell_mm, {LineKind::Net});
    addNumberOf("netHeight", tr("Gone at"), tr("How far above the water the net has faded away"),
                {0.5, 60, 1, tr(" mm"), true}, &DrawnLine::height_mm, {LineKind::Net});
    addNumberOf("eyeGaze", tr("Look to"), tr("-1 to their own right, 1 to their own left"),
                {-1, 1, 1, {}, false}, &DrawnLine::gaze, {LineKind::Eyes});
    const auto whole = [this](int DrawnLine::*member, const std::vector<LineKind>& kinds) {
        return [this, member, kinds](const Plan& plan, auto) -> std::optional<double> {
            const auto line = chosen();
            if (!line || *line >= plan.lines.size()) return std::nullopt;
            if (!has(kinds, plan.lines[*line].kind)) return std::nullopt;
            return plan.lines[*line].*member;
        };
    };
    const auto setWhole = [this](int DrawnLine::*member) {
        return [this, member](Plan& plan, auto, double value) {
            if (const auto line = chosen()) {
                plan.lines.at(*line).*member = static_cast<int>(std::lround(value));
            }
        };
    };
    addNumber({"lineForks",
               tr("Forks"),
               tr("How many branches leave the bolt"),
               {0, kMostForks, 0, {}, false},
               whole(&DrawnLine::forks, {LineKind::Bolt}),
               setWhole(&DrawnLine::forks)});
    addNumber({"linePasses",
               tr("Passes"),
               tr("From halo to core, each narrower and lighter"),
               {kFewestLinePasses, kMostLinePasses, 0, {}, false},
               whole(&DrawnLine::passes, kStrokes),
               setWhole(&DrawnLine::passes)});
    m_colour =
        new ColourField(tr("Hue"), tr("Of its light; each pass has a lightness of its own"), this);
    m_colour->setObjectName(QStringLiteral("lineColour"));
    column().addWidget(m_colour);
    connect(m_colour, &ColourField::colourEdited, this,
            [this, key = nextEditKey()](const Srgb& colour) {
                const auto line = chosen();
                if (!line) return;
                change(
                    tr("Hue of line"), [&](Plan& plan) { plan.lines.at(*line).colour = colour; },
                    key);
            });
    connect(m_colour, &ColourField::editingFinished, &document(), &Document::endGesture);
}

void LinesPage::begin(LineKind kind) {
    if (!document().isOpen()) return;
    const double size = document().plan().figure->bounds().size().z();
    const auto fresh = [size, kind](const Vec3& place) {
        DrawnLine line;
        line.kind = kind;
        line.anchors_mm = {place};
        line.width_mm = kind == LineKind::Bolt ? size / 30 : size / 60;
        line.cell_mm = size / 11;
        line.height_mm = size / 4;
        if (kind == LineKind::Net) line.colour = {0.35, 0.85, 0.75};
        if (kind == LineKind::Eyes) line.colour = {0.36, 0.25, 0.16};
        return line;
    };
    const QString prompt = kind == LineKind::Bolt  ? tr("Click where the bolt begins")
                           : kind == LineKind::Net ? tr("Click on the water that throws the net")
                           : kind == LineKind::Eyes
                               ? tr("Click one corner of an eye; go close with the wheel first")
                               : tr("Click where the line begins");
    m_view.takeTool(std::make_unique<PlaceTool>(
        m_view, prompt, [this, kind, fresh](const SurfacePoint& place, const QPointF& /*at*/) {
            if (kind == LineKind::Bolt) return askEnd(place.point_mm);
            add(fresh(place.point_mm));
            if (goesOn(kind)) return goOn();
            holdAnchors();
        }));
}

void LinesPage::askEnd(const Vec3& root) {
    m_view.takeTool(std::make_unique<PlaceTool>(
        m_view, tr("Click where the bolt ends"),
        [this, root](const SurfacePoint& place, const QPointF& /*at*/) {
            DrawnLine bolt;
            bolt.anchors_mm = {root, place.point_mm};
            bolt.width_mm = document().plan().figure->bounds().size().z() / 30;
            add(bolt);
            holdAnchors();
        }));
}

// Until another tool or page is taken up, or both eyes have their corners.
void LinesPage::goOn() {
    const auto at = chosen();
    if (!at) return;
    const DrawnLine& now = document().plan().lines[*at];
    if (now.kind == LineKind::Eyes && now.anchors_mm.size() >= kCorners) return holdAnchors();
    const QString prompt = now.kind != LineKind::Eyes
                               ? tr("Click on, place by place; Esc ends the line")
                           : now.anchors_mm.size() % 2 == 1
                               ? tr("Click its other corner")
                               : tr("Click one corner of the other eye; Esc when there is none");
    m_view.takeTool(std::make_unique<PlaceTool>(
        m_view, prompt, [this](const SurfacePoint& place, const QPointF& /*at*/) {
            const auto line = chosen();
            if (!line) return;
            change(tr("Draw on"),
                   [&](Plan& plan) { plan.lines.at(*line).anchors_mm.push_back(place.point_mm); });
            goOn();
        }));
}

void LinesPage::add(const DrawnLine& line) {
    change(tr("Draw a line"), [&](Plan& plan) {
        if (plan.lines.size() >= kMostLines) return;
        plan.lines.push_back(line);
        plan.lines.back().name =
            tr("%1 %2")
                .arg(tr(lineKinds().at(static_cast<std::size_t>(line.kind)).name).toLower())
                .arg(plan.lines.size())
                .toStdString();
    });
    m_list->setCurrentRow(m_list->count() - 1);
}

void LinesPage::holdAnchors() {
    m_view.takeTool(std::make_unique<AnchorTool>(
        m_view,
        AnchorUse{[this]() -> std::vector<Vec3> {
                      const auto line = chosen();
                      return line ? document().plan().lines[*line].anchors_mm : std::vector<Vec3>();
                  },
                  [this, key = nextEditKey()](std::size_t anchor, const SurfacePoint& place) {
                      const auto line = chosen();
                      if (!line) return;
                      change(
                          tr("Move a place of the line"),
                          [&](Plan& plan) {
                              plan.lines.at(*line).anchors_mm.at(anchor) = place.point_mm;
                          },
                          key);
                  },
                  [this] { document().endGesture(); }}));
}

std::optional<std::size_t> LinesPage::chosen() const {
    const int row = m_list->currentRow();
    if (row < 0 || static_cast<std::size_t>(row) >= document().plan().lines.size()) {
        return std::nullopt;
    }
    return static_cast<std::size_t>(row);
}

void LinesPage::fillList(const std::vector<DrawnLine>& lines) {
    const int row = std::min(m_list->currentRow(), static_cast<int>(lines.size()) - 1);
    const QSignalBlocker blocker(m_list);
    m_list->clear();
    for (const DrawnLine& line : lines) {
        QPixmap swatch(18, 18);
        swatch.fill(qColour(line.colour));
        new QListWidgetItem(QIcon(swatch), capital(q(line.name)), m_list);
    }
    m_list->setCurrentRow(row < 0 && !lines.empty() ? 0 : row);
    m_listed = lines;
}

void LinesPage::showPlan(const Plan& plan) {
    // Not while the list itself tells of another row: it must not be emptied under its own feet.
    if (plan.lines != m_listed) {
        fillList(plan.lines);
        return refresh();  // its numbers are of the row that is chosen now
    }
    const auto line = chosen();
    m_another->setEnabled(line && !goesOn(plan.lines[*line].kind));
    m_go_on->setEnabled(line && goesOn(plan.lines[*line].kind));
    m_cut->setEnabled(line && goesOn(plan.lines[*line].kind) &&
                      plan.lines[*line].anchors_mm.size() > 1);
    m_remove->setEnabled(line.has_value());
    m_colour->setVisible(line.has_value());
    if (line) m_colour->setColour(plan.lines[*line].colour);
    if (isVisible() && !m_view.holdsTool()) holdAnchors();
}

void LinesPage::showResults(const Evaluated& evaluated) {
    const auto line = chosen();
    if (!line || evaluated.marks->drawn.size() <= *line) {
        m_result->setText({});
        return;
    }
    double length = 0.0;
    const Strokes& strokes = evaluated.marks->drawn[*line];
    for (const Stroke& stroke : strokes.strokes) length += lengthOf(stroke.points_mm);
    const int parallel =
        evaluated.plan.lines.size() > *line && evaluated.plan.lines[*line].kind == LineKind::Bolt
            ? parallelForks(strokes)
            : 0;
    const bool waits = document().plan().lines[*line].anchors_mm.size() < 2;
    const bool eyes = document().plan().lines[*line].kind == LineKind::Eyes;
    QString text = strokes.empty() ? (waits ? tr("It needs another place.")
                                            : tr("No way over the surface leads from place to "
                                                 "place: move a ring to the same piece."))
                   : eyes ? tr("%1 mm wide each: ring, off-white, colour, dot, in this order.")
                                .arg(eyeWidth(document().plan().lines[*line]), 0, 'f', 1)
                          : tr("%1 cm to draw in each pass.").arg(length / 10, 0, 'f', 1);
    if (parallel > 0) text += tr(" Some forks run side by side: take another growth.");
    m_result->setText(text);
}

void LinesPage::showEvent(QShowEvent* event) {
    PlanPage::showEvent(event);
    holdAnchors();
}

void LinesPage::hideEvent(QHideEvent* event) {
    PlanPage::hideEvent(event);
    m_view.layDownTool();
}

}  // namespace glaukophos
