// What the window is made of, from the rail to the line at the foot.
#include <QButtonGroup>
#include <QHBoxLayout>

#include "app/widgets/text.h"
#include "app/widgets/wrapping_row.h"
#include "app/window/main_window.h"
#include "app/window/stage_entries.h"

namespace glaukophos {
namespace {

constexpr int kPanel_px = 330;
constexpr int kNarrowestPanel_px = 326;
constexpr int kWidestPanel_px = 520;

}  // namespace

QWidget* MainWindow::buildRail() {
    auto* rail = m_rail = new QWidget(this);
    rail->setObjectName(QStringLiteral("rail"));
    rail->setAttribute(Qt::WA_StyledBackground);
    rail->setFixedWidth(88);
    auto* column = new QVBoxLayout(rail);
    column->setContentsMargins(3, 14, 6, 8);
    column->setSpacing(5);
    auto* group = new QButtonGroup(rail);
    const auto add = [&](const QString& object, const StageEntry& entry, std::size_t number) {
        auto* button = new RailButton(rail);
        button->setObjectName(object);
        button->setText(tr(entry.name));
        button->setToolTip(tr(entry.tip));
        button->setAccessibleName(tr(entry.name));
        button->setIcon(themedIcon(q(entry.icon)));
        button->setIconSize({28, 28});
        button->setToolButtonStyle(Qt::ToolButtonTextUnderIcon);
        button->setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
        button->setShortcut(QKeySequence(QStringLiteral("Ctrl+%1").arg(number)));
        column->addWidget(button);
        return button;
    };
    const auto addStage = [&](Stage stage, const StageEntry& entry, std::size_t number) {
        auto* button = add(QStringLiteral("stage%1").arg(number), entry, number);
        button->setCheckable(true);
        group->addButton(button);
        m_stage_buttons.push_back(button);
        connect(button, &QToolButton::clicked, this, [this, stage] { setStage(stage); });
    };
    for (std::size_t i = 0; i < kStages.size(); ++i) {
        addStage(static_cast<Stage>(i), kStages[i], i + 1);
    }
    auto* bench = add(QStringLiteral("stageBench"), kBenchEntry, kStages.size() + 1);
    m_bench_button = bench;
    connect(bench, &QToolButton::clicked, this, &MainWindow::openBench);
    addStage(Stage::Review, kReviewEntry, kStages.size() + 2);
    column->addStretch(1);
    return rail;
}

QWidget* MainWindow::buildTopBar() {
    auto* bar = new WrappingRow(6, 4, this);
    m_top_bar = bar;
    bar->setObjectName(QStringLiteral("topBar"));
    bar->setAttribute(Qt::WA_StyledBackground);
    auto* group = new QButtonGroup(bar);
    for (std::size_t i = 0; i < kOverlayCount; ++i) {
        const OverlayEntry& entry = overlays().at(i);
        auto* button = new TabButton(bar);
        button->setObjectName(QStringLiteral("overlay%1").arg(i + 1));
        button->setText(tr(entry.name));
        button->setToolTip(tr(entry.tip));
        button->setCheckable(true);
        group->addButton(button);
        bar->add(button);
        m_overlay_buttons.push_back(button);
        connect(button, &QPushButton::clicked, this,
                [this, i] { m_view->setOverlay(static_cast<Overlay>(i)); });
    }
    connect(m_view, &FigureView::overlayChanged, this, [this](Overlay overlay) {
        m_overlay_buttons[static_cast<std::size_t>(overlay)]->setChecked(true);
    });
    return bar;
}

// What the picture shows and from where, below it.
QWidget* MainWindow::buildCaption() {
    auto* bar = m_caption = new QWidget(this);
    bar->setObjectName(QStringLiteral("captionBar"));
    bar->setAttribute(Qt::WA_StyledBackground);
    auto* row = new QHBoxLayout(bar);
    row->setContentsMargins(8, 5, 8, 3);
    row->setSpacing(14);
    auto* title = new QLabel(bar);
    title->setObjectName(QStringLiteral("shownTitle"));
    auto* rest = new QLabel(bar);
    rest->setProperty("caption", true);
    rest->setObjectName(QStringLiteral("shownFrom"));
    rest->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Fixed);
    row->addWidget(title);
    row->addWidget(rest, 1);
    connect(m_view, &FigureView::captionChanged, this,
            [title, rest](const QString& shown, const QString& from) {
                title->setText(shown);
                rest->setText(from);
            });
    return bar;
}

// Whatever is built stands where it belongs from the start: every move to another parent makes Qt
// look up the style of all that is inside once more.
QWidget* MainWindow::buildMiddle(QWidget* parent) {
    auto* middle = new QWidget(parent);
    auto* column = new QVBoxLayout(middle);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);

    m_split = new QSplitter(middle);
    m_split->setObjectName(QStringLiteral("split"));
    m_split->setHandleWidth(14);
    m_split->setContentsMargins(0, 0, 12, 8);
    auto* left = new QWidget(m_split);
    auto* figure = new QVBoxLayout(left);
    figure->setContentsMargins(0, 0, 0, 0);
    figure->setSpacing(0);
    figure->addWidget(buildTopBar());
    figure->addWidget(m_banner);
    m_beside = new QSplitter(middle);
    m_beside->setObjectName(QStringLiteral("figureAndPhotograph"));
    m_beside->setHandleWidth(10);
    m_beside->addWidget(m_view);
    m_beside->addWidget(m_photo_view);
    m_photo_view->hide();
    m_middle->addWidget(m_beside);
    m_middle->addWidget(m_side_by_side);
    m_middle->addWidget(m_start);
    figure->addWidget(m_middle, 1);
    figure->addWidget(buildCaption());
    m_foot->addWidget(m_strip);
    m_foot->addWidget(m_lanes);
    figure->addWidget(m_foot);
    m_split->addWidget(left);
    m_split->addWidget(buildPanels());
    m_split->setStretchFactor(0, 1);
    m_split->setCollapsible(0, false);
    m_split->setSizes({2000, kPanel_px});
    column->addWidget(m_split, 1);
    column->addWidget(buildFoot());
    connectPanels();
    return middle;
}

QWidget* MainWindow::buildPanels() {
    m_side = new QWidget(m_split);
    m_side->setMinimumWidth(kNarrowestPanel_px);
    m_side->setMaximumWidth(kWidestPanel_px);
    auto* column = new QVBoxLayout(m_side);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    column->addWidget(m_walk);
    column->addWidget(m_panels, 1);
    m_panels->setObjectName(QStringLiteral("panel"));
    m_panels->setAttribute(Qt::WA_StyledBackground);
    m_figure_panel = new FigurePanel(m_document, m_loader, *m_view, m_panels);
    m_lights_panel = new LightsPanel(m_document, m_panels);
    m_values_panel = new ValuesPanel(m_document, *m_view, m_panels);
    m_colours_panel = new ColoursPanel(m_document, *m_view, m_panels);
    m_steps_panel = new StepsPanel(m_document, *m_view, m_log, m_panels);
    m_review_panel = new ReviewPanel(m_document, *m_view, *m_photo_view, m_log, m_panels);
    for (StagePanel* panel :
         std::initializer_list<StagePanel*>{m_figure_panel, m_lights_panel, m_values_panel,
                                            m_colours_panel, m_steps_panel, m_review_panel}) {
        m_panels->addWidget(panel);
    }
    return m_side;
}

// What is under the pointer, and how many findings there are.
QWidget* MainWindow::buildFoot() {
    auto* foot = m_foot_line = new QWidget(this);
    auto* row = new QHBoxLayout(foot);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(0);
    m_readout->setObjectName(QStringLiteral("readout"));
    m_readout->setAccessibleName(tr("What is under the pointer"));
    m_readout->setMinimumWidth(100);
    m_readout->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Fixed);
    row->addWidget(m_readout, 1);
    m_findings->setObjectName(QStringLiteral("findingCount"));
    m_findings->setAccessibleName(tr("Findings"));
    m_findings->setText(tr("Findings"));  // as high as it will be, so that the figure stays put
    m_findings->setToolTip(tr("What will go wrong if it is painted as planned"));
    row->addWidget(m_findings);
    connect(m_findings, &QToolButton::clicked, this, [this] {
        m_steps_panel->showPage(StepsPanel::Page::Findings);
        setStage(Stage::Steps);
    });
    connect(&m_document, &Document::evaluatedChanged, this, &MainWindow::countFindings);
    countFindings();
    return foot;
}

}  // namespace glaukophos
