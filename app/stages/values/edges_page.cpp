// Lengths of the chosen part, or of the whole figure when none is chosen.
#include "app/stages/values/edges_page.h"

#include <QHBoxLayout>
#include <QPainter>
#include <QPushButton>

#include "app/view/place_tool.h"
#include "app/widgets/text.h"
#include "app/widgets/theme.h"

namespace glaukophos {
namespace {

constexpr std::array<const char*, kEdgeKindCount> kKindWords = {
    QT_TR_NOOP("Hard: leave crisp"), QT_TR_NOOP("Soft: some blur"), QT_TR_NOOP("Lost: blend")};

QString centimetres(double mm) { return QObject::tr("%1 cm").arg(mm / 10.0, 0, 'f', 1); }

QString schoolWords(EdgeSchool school) {
    switch (school) {
        case EdgeSchool::Weighted:
            return QObject::tr(
                "Edges that face the light get every pass, those that face away none; "
                "a dot marks the brightest stretch.");
        case EdgeSchool::Even:
            return QObject::tr("An equal line along every edge.");
        case EdgeSchool::Corners:
            return QObject::tr("Only corners and points that are lit, as dots.");
    }
    return {};
}

}  // namespace

EdgesPage::EdgesPage(Document& document, FigureView& view, QWidget* parent)
    : PlanPage(document, parent), m_view(view) {
    addKinds();
    addLines();
    column().addStretch(1);
}

void EdgesPage::addShowButton(const char* object, const QString& text, Overlay overlay) {
    auto* button = new QPushButton(text, this);
    button->setObjectName(q(object));
    button->setToolTip(tr("Draw them on the figure"));
    column().addWidget(button);
    connect(button, &QPushButton::clicked, this,
            [this, overlay] { emit overlayRequested(overlay); });
}

void EdgesPage::addKinds() {
    addSection(tr("Borders between bands"));
    for (std::size_t kind = 0; kind < kEdgeKindCount; ++kind) {
        auto* row = new QHBoxLayout;
        row->addWidget(new LineSample(static_cast<EdgeKind>(kind), this));
        row->addWidget(new QLabel(tr(kKindWords.at(kind)), this), 1);
        m_kinds.at(kind) = new QLabel(this);
        m_kinds.at(kind)->setObjectName(QStringLiteral("edgeKind%1").arg(kind));
        row->addWidget(m_kinds.at(kind));
        column().addLayout(row);
    }
    m_thrown = addCaption("edgeThrown");
    const auto hard = [](ValueChoices& v) -> double& { return v.edge_kinds.hard_mm; };
    const auto lost = [](ValueChoices& v) -> double& { return v.edge_kinds.lost_mm; };
    addNumber({"hardBelow",
               tr("Crisp up to a turn of"),
               tr("Width over which the value would go from dark to light"),
               {0.1, 2, 2, tr(" mm"), false},
               getChoice(hard),
               [](Plan& plan, auto, double value) {
                   EdgeKindChoices& kinds = plan.values.edge_kinds;
                   kinds.hard_mm = value;
                   kinds.lost_mm = std::max(kinds.lost_mm, value);
               }});
    addNumber({"lostAbove",
               tr("Blended from a turn of"),
               tr("Width over which the value would go from dark to light"),
               {0.2, 6, 2, tr(" mm"), false},
               getChoice(lost),
               [](Plan& plan, auto, double value) {
                   EdgeKindChoices& kinds = plan.values.edge_kinds;
                   kinds.lost_mm = value;
                   kinds.hard_mm = std::min(kinds.hard_mm, value);
               }});
    addShowButton("showEdges", tr("Show the borders"), Overlay::Borders);
}

void EdgesPage::addLines() {
    addSection(tr("Edge highlights"));
    m_school = new QComboBox(this);
    m_school->setObjectName(QStringLiteral("edgeSchool"));
    m_school->setAccessibleName(tr("School of edge highlights"));
    m_school->setToolTip(tr("How edges are lined"));
    m_school->addItems({tr("Weighed by the light"), tr("The same all round"), tr("Corners only")});
    column().addWidget(m_school);
    connect(m_school, &QComboBox::activated, this, [this](int index) {
        change(tr("School of edges"),
               [&](Plan& plan) { plan.values.edge_lines.school = static_cast<EdgeSchool>(index); });
    });
    const auto width = [](ValueChoices& v) -> double& { return v.edge_lines.width_mm; };
    addNumber({"edgeWidth",
               tr("Width of the first line"),
               tr("The brush's mark. Finer forms than this are "
                  "no edges"),
               {0.15, 2, 2, tr(" mm"), false},
               getChoice(width),
               setChoice(width)});
    addNumber({"edgePasses",
               tr("Passes"),
               tr("Each lighter, narrower and shorter"),
               {1, kMostEdgePasses, 0, {}, false},
               [](const Plan& plan, auto) { return std::optional<double>(edgePassesOf(plan)); },
               [](Plan& plan, auto, double value) {
                   plan.values.edge_lines.passes = static_cast<int>(std::lround(value));
               }});
    const auto narrows = [](ValueChoices& v) -> double& { return v.edge_lines.narrows; };
    addNumber({"edgeNarrows",
               tr("Each pass keeps of the width"),
               tr("Width of each pass, relative to the one before"),
               {0.3, 1, 2, {}, false},
               getChoice(narrows),
               setChoice(narrows)});
    addWishes();
    m_passes = addCaption("edgePassWords");
    addShowButton("showLines", tr("Show the edge lines"), Overlay::Edges);
}

// What the painter says of single edges, and how they end.
void EdgesPage::addWishes() {
    m_corners = new QCheckBox(tr("Dots on lit corners at the end"), this);
    m_corners->setObjectName(QStringLiteral("cornersLast"));
    m_corners->setToolTip(tr("Corners alone, after the last pass"));
    column().addWidget(m_corners);
    connect(m_corners, &QCheckBox::clicked, this, [this](bool on) {
        change(tr("Corners last"), [&](Plan& plan) { plan.values.edge_lines.corners_last = on; });
    });
    m_own_last = new QCheckBox(tr("The last pass in a colour of its own"), this);
    m_own_last->setObjectName(QStringLiteral("ownLastColour"));
    m_own_last->setToolTip(tr("Instead of the part's own colour, nearly white"));
    m_last_colour = new ColourField(tr("Its colour"), tr("Of the last pass over edges"), this);
    m_last_colour->setObjectName(QStringLiteral("lastEdgeColour"));
    column().addWidget(m_own_last);
    column().addWidget(m_last_colour);
    const auto take = [this](std::optional<Srgb> colour) {
        change(tr("Last edge colour"),
               [&](Plan& plan) { plan.values.edge_lines.last_colour = colour; });
    };
    connect(m_own_last, &QCheckBox::clicked, this, [take](bool on) {
        take(on ? std::optional(Srgb{0.95, 0.95, 0.92}) : std::nullopt);
    });
    connect(m_last_colour, &ColourField::colourEdited, this, [take](Srgb colour) { take(colour); });
    auto* row = new QHBoxLayout;
    const std::array<std::tuple<const char*, QString, QString, EdgeWish>, 3> wishes = {
        {{"edgeTakeIn", tr("Take in …"), tr("Then click on an edge that is to be lined"),
          EdgeWish::TakeIn},
         {"edgeLeaveOut", tr("Leave out …"), tr("Then click on an edge that is not to be lined"),
          EdgeWish::LeaveOut},
         {"edgeBrightest", tr("Brightest …"), tr("Then click where an edge is to be brightest"),
          EdgeWish::Brightest}}};
    for (const auto& [object, text, tip, wish] : wishes) {
        auto* button = newButton(object, text, tip);
        row->addWidget(button);
        connect(button, &QPushButton::clicked, this,
                [this, tip = tip, wish = wish] { askWish(tip, wish); });
    }
    column().addLayout(row);
    m_forget = newButton("edgeForget", tr("Forget these marks"),
                         tr("The light alone decides which edges are lined"));
    column().addWidget(m_forget);
    connect(m_forget, &QPushButton::clicked, this, [this] {
        change(tr("Forget edge marks"), [](Plan& plan) { plan.values.edge_lines.marks.clear(); });
    });
}

void EdgesPage::askWish(const QString& prompt, EdgeWish wish) {
    emit overlayRequested(Overlay::Edges);
    m_view.takeTool(std::make_unique<PlaceTool>(
        m_view, tr("%1. Esc leaves it.").arg(prompt),
        [this, wish](const SurfacePoint& place, const QPointF& /*at*/) {
            change(tr("Mark an edge"), [&](Plan& plan) {
                plan.values.edge_lines.marks.push_back({wish, place.point_mm});
            });
        }));
}

void EdgesPage::showPlan(const Plan& plan) {
    const EdgeLineChoices& lines = plan.values.edge_lines;
    m_corners->setChecked(lines.corners_last);
    m_own_last->setChecked(lines.last_colour.has_value());
    m_last_colour->setVisible(lines.last_colour.has_value());
    if (lines.last_colour) m_last_colour->setColour(*lines.last_colour);
    m_forget->setVisible(!lines.marks.empty());
    m_school->setCurrentIndex(static_cast<int>(plan.values.edge_lines.school));
}

void EdgesPage::showResults(const Evaluated& evaluated) {
    const BandEdges& edges = evaluated.marks->edges;
    const auto part = document().selectedPart();
    if (!edges.parts.empty()) {
        const EdgeLengths& lengths =
            part && *part < edges.parts.size() ? edges.parts[*part] : edges.whole;
        for (std::size_t kind = 0; kind < kEdgeKindCount; ++kind) {
            m_kinds.at(kind)->setText(centimetres(lengths.by_kind_mm.at(kind)));
        }
        m_thrown->setText(tr("%1 of them are thrown shadows; the rest are turns of the form.")
                              .arg(centimetres(lengths.thrown_mm)));
    }
    QString words = schoolWords(evaluated.plan.values.edge_lines.school);
    const std::vector<EdgePass>& passes = evaluated.marks->lines.passes;
    for (std::size_t i = 0; i < passes.size(); ++i) {
        const double length = part && *part < passes[i].part_lengths_mm.size()
                                  ? passes[i].part_lengths_mm[*part]
                                  : passes[i].length_mm;
        words += tr("\nPass %1: %2, %3 mm wide")
                     .arg(i + 1)
                     .arg(centimetres(length))
                     .arg(passes[i].width_mm, 0, 'f', 2);
    }
    m_passes->setText(words);
}

LineSample::LineSample(EdgeKind kind, QWidget* parent) : QWidget(parent), m_kind(kind) {
    setSizePolicy(QSizePolicy::Fixed, QSizePolicy::Fixed);
    setAccessibleName(tr("Drawn as this line"));
}

void LineSample::paintEvent(QPaintEvent* /*event*/) {
    constexpr std::array<Qt::PenStyle, kEdgeKindCount> kStyles = {Qt::SolidLine, Qt::DashLine,
                                                                  Qt::DotLine};
    QPainter painter(this);
    painter.setPen(QPen(currentTheme().text, 2, kStyles.at(static_cast<std::size_t>(m_kind))));
    painter.drawLine(2, height() / 2, width() - 6, height() / 2);
}

}  // namespace glaukophos
