// The list and the chart choose a light; the pages change it.
#include "app/stages/lights/lights_panel.h"

#include <QHBoxLayout>
#include <QMenu>
#include <QSignalBlocker>
#include <algorithm>

#include "app/stages/lights/ready_page.h"
#include "app/view/light_glyphs.h"
#include "app/widgets/text.h"
#include "app/widgets/theme.h"
#include "core/plan/light_setup.h"

namespace glaukophos {
namespace {

// What the icon of a light is drawn from.
QString iconLook(const Light& light) {
    return QStringLiteral("%1 %2 %3 %4")
        .arg(light.kind.index())
        .arg(light.on)
        .arg(qColour(encodedFrom(displayColourOf(light.colour))).rgba())
        .arg(currentTheme().text.rgba());
}

constexpr int kDirectionKey = 301;
constexpr std::size_t kMostLights = 60;

struct KindEntry {
    const char* text;
    const char* object;
};
// In the order of LightKind.
constexpr std::array<KindEntry, std::variant_size_v<LightKind>> kKinds = {{
    {QT_TR_NOOP("Sky: light from all over"), "addSky"},
    {QT_TR_NOOP("Far light: moon, sun, spotlight"), "addFar"},
    {QT_TR_NOOP("Lamp: a small glowing ball"), "addLamp"},
    {QT_TR_NOOP("Rod: a glowing blade or tube"), "addRod"},
    {QT_TR_NOOP("Panel: window, vent, grating, pool"), "addPanel"},
    {QT_TR_NOOP("Glowing part: the figure itself shines"), "addGlow"},
    {QT_TR_NOOP("Spray: an underpainting pass"), "addSpray"},
    {QT_TR_NOOP("Thrown back: by the floor or a part"), "addBounce"},
}};

}  // namespace

LightsPanel::LightsPanel(Document& document, QWidget* parent)
    : StagePanel(tr("Lights"), {}, parent), m_document(document) {
    buildList();
    buildButtons();
    buildChart();
    buildPages();
    connect(&document, &Document::changed, this, &LightsPanel::refresh);
    showPage(Page::Place);
}

void LightsPanel::buildList() {
    m_list = new QListWidget(this);
    m_list->setObjectName(QStringLiteral("lightList"));
    m_list->setAccessibleName(tr("Lights; the tick switches one on and off"));
    m_list->setToolTip(tr("The tick switches a light on and off"));
    m_list->setFixedHeight(104);
    m_list->setIconSize({22, 22});
    column().addWidget(m_list);
    connect(m_list, &QListWidget::currentRowChanged, this, [this](int row) {
        if (row >= 0 && !m_filling) m_document.selectLight(static_cast<std::size_t>(row));
    });
    connect(m_list, &QListWidget::itemChanged, this, [this](const QListWidgetItem* item) {
        const bool on = item->checkState() == Qt::Checked;
        m_document.editLight(static_cast<std::size_t>(m_list->row(item)),
                             on ? tr("Switch on") : tr("Switch off"),
                             [&](Light& light) { light.on = on; });
    });
}

void LightsPanel::buildButtons() {
    auto* row = new QHBoxLayout;
    row->setSpacing(6);
    auto* add = new QPushButton(tr("Add"), this);
    add->setObjectName(QStringLiteral("addLight"));
    add->setToolTip(tr("Add a light of any kind"));
    auto* menu = new QMenu(add);
    for (std::size_t kind = 0; kind < kKinds.size(); ++kind) {
        QAction* action = menu->addAction(tr(kKinds.at(kind).text));
        action->setObjectName(q(kKinds.at(kind).object));
        connect(action, &QAction::triggered, this, [this, kind] { addLight(kind); });
    }
    add->setMenu(menu);
    row->addWidget(add);
    m_alone = new QPushButton(tr("Alone"), this);
    m_alone->setObjectName(QStringLiteral("lightAlone"));
    m_alone->setToolTip(tr("While this is down, only lights marked so shine"));
    m_alone->setCheckable(true);
    row->addWidget(m_alone);
    connect(m_alone, &QPushButton::clicked, this, [this](bool on) {
        m_document.editLight(m_document.selectedLight(), on ? tr("Alone") : tr("With the others"),
                             [&](Light& light) { light.solo = on; });
    });
    m_remove = new QPushButton(tr("Remove"), this);
    m_remove->setObjectName(QStringLiteral("removeLight"));
    m_remove->setToolTip(tr("Remove the chosen light"));
    row->addWidget(m_remove);
    connect(m_remove, &QPushButton::clicked, this,
            [this] { m_document.removeLight(m_document.selectedLight()); });
    column().addLayout(row);
}

void LightsPanel::addLight(std::size_t kind) {
    if (!m_document.isOpen()) return;
    const std::vector<Light>& lights = m_document.plan().lights;
    if (lights.size() >= kMostLights) {
        m_list->setToolTip(tr("There are %1 lights already: remove one first").arg(lights.size()));
        return;
    }
    Light light = newLights(m_document.plan().figure->bounds()).at(kind);
    const std::string name = light.name;
    for (int n = 2; std::ranges::find(lights, light.name, &Light::name) != lights.end(); ++n) {
        light.name = name + " " + std::to_string(n);
    }
    m_document.addLight(std::move(light));
    showPage(Page::Place);
}

void LightsPanel::buildChart() {
    m_chart = new SkyChart(this);
    column().addWidget(m_chart);
    connect(m_chart, &SkyChart::directionDragged, this, [this](const ClockDirection& direction) {
        m_document.editLight(
            m_document.selectedLight(), tr("Move light"),
            [&](Light& light) {
                if (auto* far = std::get_if<FarLight>(&light.kind)) far->direction = direction;
                if (auto* spray = std::get_if<Spray>(&light.kind)) spray->direction = direction;
            },
            kDirectionKey);
    });
    connect(m_chart, &SkyChart::dragFinished, &m_document, &Document::endGesture);
    connect(m_chart, &SkyChart::lightChosen, &m_document, &Document::selectLight);
}

void LightsPanel::buildPages() {
    m_pages = new PageTabs(this);
    m_place = new LightPlacePage(m_document, this);
    m_glow = new LightGlowPage(m_document, this);
    m_best = new BestPlacePage(m_document, this);
    m_pages->addPage(tr("Place"), tr("Where the chosen light stands"), "pagePlace", m_place);
    m_pages->addPage(tr("Glow"), tr("How strong and large it is, and its colour"), "pageGlow",
                     m_glow);
    m_pages->addPage(tr("Best"), tr("Where a moon or sun would do best"), "pageBest", m_best);
    m_pages->addPage(tr("Ready"), tr("Whole lighting plans to start from"), "pageReady",
                     new ReadyPage(m_document, this));
    m_variants = new VariantsPage(m_document, this);
    m_pages->addPage(tr("Compare"), tr("Lights kept aside, beside each other"), "pageCompare",
                     m_variants);
    column().addWidget(m_pages, 1);
    connect(m_pages, &PageTabs::pageShown, this, [this](int page) {
        m_document.setScored(static_cast<Page>(page) == Page::Best);
        showScores();
        emit pageShown();
    });
    connect(m_place, &LightPlacePage::seeFromRequested, this, &LightsPanel::seeFromRequested);
    connect(m_place, &LightPlacePage::placeByClickRequested, this,
            &LightsPanel::placeByClickRequested);
    connect(m_best, &BestPlacePage::proposalsChanged, this, &LightsPanel::showScores);
}

void LightsPanel::showPage(Page page) { m_pages->showPage(static_cast<int>(page)); }

void LightsPanel::showScores() {
    const EvaluatedPtr& evaluated = m_document.evaluated();
    const bool shown = m_pages->shownPage() == static_cast<int>(Page::Best) &&
                       evaluated != nullptr && evaluated->score &&
                       evaluated->scored_light == m_document.selectedLight();
    m_chart->showScores(shown ? &*evaluated->score : nullptr, m_best->proposals());
}

void LightsPanel::refresh(Aspect aspect) {
    if (aspect == Aspect::Values || aspect == Aspect::Colours) return;
    fillList();
    m_chart->showPlan(m_document.plan(), m_document.selectedLight());
    const std::vector<Light>& lights = m_document.plan().lights;
    const std::size_t index = m_document.selectedLight();
    const bool any = index < lights.size();
    m_remove->setEnabled(any);
    m_alone->setEnabled(any);
    m_alone->setChecked(any && lights[index].solo);
}

void LightsPanel::fillList() {
    const QSignalBlocker quiet(m_list);
    m_filling = true;
    const std::vector<Light>& lights = m_document.plan().lights;
    while (m_list->count() > static_cast<int>(lights.size())) delete m_list->takeItem(0);
    while (m_list->count() < static_cast<int>(lights.size())) m_list->addItem(new QListWidgetItem);
    for (std::size_t l = 0; l < lights.size(); ++l) {
        QListWidgetItem* item = m_list->item(static_cast<int>(l));
        QString text =
            QStringLiteral("%1  ·  %2").arg(q(lights[l].name), tr(kindName(lights[l].kind)));
        if (lights[l].solo) text += tr("  · alone");
        if (item->text() != text) item->setText(text);
        const QVariant look = iconLook(lights[l]);
        if (item->data(Qt::UserRole) != look) {
            item->setIcon(lightIcon(lights[l], currentTheme().text));
            item->setData(Qt::UserRole, look);
        }
        const Qt::ItemFlags flags = item->flags() | Qt::ItemIsUserCheckable;
        if (item->flags() != flags) item->setFlags(flags);
        const Qt::CheckState state = lights[l].on ? Qt::Checked : Qt::Unchecked;
        if (item->data(Qt::CheckStateRole).isNull() || item->checkState() != state) {
            item->setCheckState(state);
        }
    }
    m_list->setCurrentRow(lights.empty() ? -1 : static_cast<int>(m_document.selectedLight()));
    m_filling = false;
}

}  // namespace glaukophos
