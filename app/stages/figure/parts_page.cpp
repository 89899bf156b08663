// Each action and each stroke is one undo step.
#include "app/stages/figure/parts_page.h"

#include <QGridLayout>
#include <QSignalBlocker>
#include <QVBoxLayout>

#include "app/pages/stroke_brush.h"
#include "app/widgets/text.h"
#include "app/widgets/theme.h"
#include "core/plan/part_edits.h"

namespace glaukophos {
namespace {

constexpr int kStrokeKey = 210;
constexpr double kGrowStep_mm = 0.5;

QIcon swatchIcon(const Srgb& colour) {
    QPixmap pixmap(16, 16);
    pixmap.fill(qColour(colour));
    return QIcon(pixmap);
}

QString markedName(const Part& part) {
    QString text = capital(q(part.name));
    if (part.focus == Focus::Main) text += QObject::tr("  · main focus");
    if (part.focus == Focus::Some) text += QObject::tr("  · some focus");
    if (part.hidden) text += QObject::tr("  · hidden");
    if (part.locked) text += QObject::tr("  · locked");
    return text;
}

}  // namespace

PartsPage::PartsPage(Document& document, FigureView& view, QWidget* parent)
    : QWidget(parent), m_document(document), m_view(view), m_divider(document) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(7);
    buildList();
    buildActions();
    buildDivision();
    buildBrush();
    buildBrushEdges();
    m_status = new QLabel(this);
    m_status->setObjectName(QStringLiteral("partsStatus"));
    m_status->setWordWrap(true);
    column->addWidget(m_status);
    connect(&document, &Document::changed, this, [this](Aspect aspect) {
        if (aspect == Aspect::Everything || aspect == Aspect::Parts) fillList();
        if (aspect != Aspect::Values && aspect != Aspect::Colours) showSelected();
    });
    connect(&m_divider, &Divider::progressed, this, [this](double fraction) {
        if (!m_divider.isBusy()) return;  // nobody waits
        showStatus(tr("Looking for creases, %1 %").arg(100 * fraction, 0, 'f', 0));
    });
    connect(&m_divider, &Divider::ready, this, [this] { showStatus({}); });
    showSelected();
}

void PartsPage::buildList() {
    m_list = new QListWidget(this);
    m_list->setObjectName(QStringLiteral("partList"));
    m_list->setAccessibleName(tr("Parts of the figure"));
    m_list->setToolTip(tr("Click to choose, with Ctrl or Shift several"));
    m_list->setSelectionMode(QAbstractItemView::ExtendedSelection);
    m_list->setMinimumHeight(120);
    static_cast<QVBoxLayout*>(layout())->addWidget(m_list, 1);
    connect(m_list, &QListWidget::itemSelectionChanged, this, [this] {
        const auto parts = chosenParts();
        m_document.selectPart(parts.empty() ? std::nullopt : std::optional(parts.front()));
        showSelected();
    });
}

QPushButton* PartsPage::addAction(const char* object, const QString& text, const QString& tip) {
    auto* button = new QPushButton(text, m_actions);
    button->setObjectName(q(object));
    button->setToolTip(tip);
    auto* grid = static_cast<QGridLayout*>(m_actions->layout());
    const int index = grid->count();
    grid->addWidget(button, index / 3, index % 3);
    return button;
}

void PartsPage::buildActions() {
    m_actions = new QWidget(this);
    auto* grid = new QGridLayout(m_actions);
    grid->setContentsMargins(0, 0, 0, 0);
    grid->setSpacing(5);
    layout()->addWidget(m_actions);
    connect(addAction("joinParts", tr("Join"), tr("Make the chosen parts one (Ctrl+J)")),
            &QPushButton::clicked, this, &PartsPage::joinChosen);
    connect(addAction("splitPart", tr("Split"), tr("Divide the chosen part in two at its creases")),
            &QPushButton::clicked, this, &PartsPage::splitChosen);
    connect(addAction("newPart", tr("New"), tr("An empty part, to be painted on the figure")),
            &QPushButton::clicked, this, [this] {
                PartIndex added = 0;
                m_document.edit(tr("New part"), Aspect::Parts,
                                [&](Plan& plan) { added = addPart(plan, "new part"); });
                m_document.selectPart(added);
                m_tools->button(static_cast<int>(Brush::Add))->click();
            });
    connect(addAction("hidePart", tr("Hide"),
                      tr("Hide or show the chosen parts (H); their shadows "
                         "stay")),
            &QPushButton::clicked, this, [this] { flip(tr("Hide or show parts"), &Part::hidden); });
    connect(addAction("onlyPart", tr("Only"), tr("Show the chosen parts alone, or all again")),
            &QPushButton::clicked, this, &PartsPage::showOnly);
    connect(addAction("lockPart", tr("Lock"),
                      tr("Keep strokes off the chosen parts, or let them "
                         "on again")),
            &QPushButton::clicked, this, [this] { flip(tr("Lock parts"), &Part::locked); });
    m_actions->findChild<QPushButton*>(QStringLiteral("joinParts"))
        ->setShortcut(QKeySequence(QStringLiteral("Ctrl+J")));
    m_actions->findChild<QPushButton*>(QStringLiteral("hidePart"))
        ->setShortcut(QKeySequence(QStringLiteral("H")));
}

void PartsPage::buildDivision() {
    auto* column = static_cast<QVBoxLayout*>(layout());
    auto* row = new QHBoxLayout;
    m_groups = new QSlider(Qt::Horizontal, this);
    m_groups->setObjectName(QStringLiteral("groupCount"));
    m_groups->setRange(2, 80);
    m_groups->setValue(40);
    m_groups->setAccessibleName(tr("Number of parts"));
    m_groups->setToolTip(tr("Into how many parts the figure is divided"));
    m_groups_label = new QLabel(this);
    m_groups_label->setMinimumWidth(24);
    auto* divide = new QPushButton(tr("Divide"), this);
    divide->setObjectName(QStringLiteral("divide"));
    divide->setToolTip(
        tr("Divide the whole figure anew, where it folds inwards and where it grows "
           "thicker or thinner. Parts there are now are given up; undo brings them "
           "back"));
    row->addWidget(new QLabel(tr("Whole figure"), this));
    row->addWidget(m_groups, 1);
    row->addWidget(m_groups_label);
    row->addWidget(divide);
    column->addLayout(row);
    const auto showCount = [this] { m_groups_label->setText(QString::number(m_groups->value())); };
    connect(m_groups, &QSlider::valueChanged, this, showCount);
    showCount();
    connect(divide, &QPushButton::clicked, this, [this] { divideInto(m_groups->value()); });
}

void PartsPage::divideInto(int groups) {
    m_groups->setValue(groups);
    m_divider.with([this, groups](const DivisionGuide& guide) {
        m_document.edit(tr("Divide the figure"), Aspect::Parts, [&](Plan& plan) {
            divideByCreases(plan, guide, static_cast<std::size_t>(groups));
        });
    });
}

void PartsPage::buildBrush() {
    auto* column = static_cast<QVBoxLayout*>(layout());
    struct Entry {
        Brush brush;
        QString name;
        QString tip;
        const char* object;
    };
    const std::array<Entry, 4> entries = {{
        {Brush::None, tr("Choose"), tr("Click a part on the figure (Esc)"), "toolChoose"},
        {Brush::Add, tr("Add"),
         tr("Brush surface into the chosen part; with Ctrl take it "
            "away"),
         "toolPaint"},
        {Brush::Take, tr("Take"),
         tr("Brush surface out of the chosen part, to its "
            "neighbours"),
         "toolTake"},
        {Brush::Patch, tr("Patch"),
         tr("Add the patch under the pointer, up to the next "
            "creases"),
         "toolPatch"},
    }};
    auto* row = new QHBoxLayout;
    row->setSpacing(5);
    m_tools = new QButtonGroup(this);
    for (const Entry& entry : entries) {
        auto* button = new QPushButton(entry.name, this);
        button->setObjectName(q(entry.object));
        button->setToolTip(entry.tip);
        button->setCheckable(true);
        button->setChecked(entry.brush == Brush::None);
        m_tools->addButton(button, static_cast<int>(entry.brush));
        row->addWidget(button);
    }
    column->addLayout(row);
    connect(m_tools, &QButtonGroup::idClicked, this,
            [this](int id) { takeBrush(static_cast<Brush>(id)); });
}

void PartsPage::buildBrushEdges() {
    auto* column = static_cast<QVBoxLayout*>(layout());
    m_radius = new NumberField(tr("Radius of the brush"), tr("In mm at the figure's real size"),
                               {0.2, 10, 1, tr(" mm"), true}, this);
    m_radius->setObjectName(QStringLiteral("brushRadius"));
    m_radius->setValue(1.0);
    column->addWidget(m_radius);
    connect(m_radius, &NumberField::valueEdited, &m_view, qOverload<>(&QWidget::update));
    auto* edges = new QHBoxLayout;
    m_held = new QCheckBox(tr("Creases hold"), this);
    m_held->setObjectName(QStringLiteral("heldByCreases"));
    m_held->setChecked(true);
    m_held->setToolTip(tr("The brush does not go over folds inwards"));
    auto* shrink = new QPushButton(tr("Shrink"), this);
    shrink->setObjectName(QStringLiteral("shrinkPart"));
    shrink->setToolTip(tr("Draw the border of the chosen part in by half a mm; creases hold it"));
    auto* grow = new QPushButton(tr("Grow"), this);
    grow->setObjectName(QStringLiteral("growPart"));
    grow->setToolTip(tr("Push the border of the chosen part out by half a mm; creases hold it"));
    edges->addWidget(m_held);
    edges->addStretch(1);
    edges->addWidget(shrink);
    edges->addWidget(grow);
    column->addLayout(edges);
    connect(shrink, &QPushButton::clicked, this, [this] { growBy(-kGrowStep_mm); });
    connect(grow, &QPushButton::clicked, this, [this] { growBy(kGrowStep_mm); });
}

void PartsPage::takeBrush(Brush brush) {
    if (brush == Brush::None) return m_view.layDownTool();
    m_divider.prepare();
    BrushUse use;
    if (brush != Brush::Patch) use.radius_mm = [this] { return m_radius->value(); };
    use.takes_away = brush == Brush::Take;
    use.begin = [this] { m_labels = *m_document.plan().figure->labels; };
    use.stroke = [this, brush](const std::vector<SurfacePoint>& points, bool take_away) {
        const Divider::Guide guide = m_divider.guide();
        if (guide == nullptr || (brush == Brush::Patch && guide->tree == nullptr)) return;
        stroke(*guide, brush, points, take_away);
    };
    use.end = [this] { m_document.endGesture(); };
    takeStrokeBrush(m_view, *m_tools, static_cast<int>(brush), std::move(use));
    if (!m_document.selectedPart()) showStatus(tr("Choose a part first."));
}

void PartsPage::stroke(const DivisionGuide& guide, Brush brush,
                       const std::vector<SurfacePoint>& points, bool take_away) {
    const auto part = m_document.selectedPart();
    if (!part) {
        showStatus(tr("Choose a part first."));
        return;
    }
    const Plan& plan = m_document.plan();
    const Form& form = *plan.figure->form;
    bool changed = false;
    std::vector<std::uint32_t> touched;
    for (const SurfacePoint& point : points) {
        const auto triangles =
            brush == Brush::Patch
                ? patchAt(guide, point.triangle)
                : covered(form, guide,
                          {point.triangle, point.point_mm, static_cast<float>(m_radius->value()),
                           m_held->isChecked()});
        if (take_away) {
            takeAway(form, guide, triangles, *part, lockedParts(plan.parts), m_labels);
            changed = true;
        } else {
            changed = give(triangles, *part, lockedParts(plan.parts), m_labels) || changed;
        }
        touched.insert(touched.end(), triangles.begin(), triangles.end());
    }
    m_view.showTouched(touched);
    if (changed) applyStroke(*part);
}

void PartsPage::applyStroke(PartIndex part) {
    if (m_labels == *m_document.plan().figure->labels) return;
    m_document.edit(
        tr("Brush %1").arg(q(m_document.plan().parts[part].name)), Aspect::Parts,
        [&](Plan& plan) { relabel(plan, m_labels); }, kStrokeKey);
}

void PartsPage::growBy(double mm) {
    m_divider.with([this, mm](const DivisionGuide& guide) {
        const auto part = m_document.selectedPart();
        if (!part) return showStatus(tr("Choose a part first."));
        PartLabels labels = *m_document.plan().figure->labels;
        grow(*m_document.plan().figure->form, guide, *part, mm,
             lockedParts(m_document.plan().parts), labels);
        if (labels == *m_document.plan().figure->labels) {
            return showStatus(tr("Creases hold it all round; use the brush."));
        }
        m_document.edit(mm > 0 ? tr("Grow part") : tr("Shrink part"), Aspect::Parts,
                        [&](Plan& plan) { relabel(plan, std::move(labels)); });
        showStatus({});
    });
}

std::vector<PartIndex> PartsPage::chosenParts() const {
    std::vector<PartIndex> parts;
    for (const QListWidgetItem* item : m_list->selectedItems()) {
        parts.push_back(static_cast<PartIndex>(m_list->row(item)));
    }
    std::ranges::sort(parts);
    return parts;
}

void PartsPage::joinChosen() {
    const std::vector<PartIndex> parts = chosenParts();
    if (parts.size() < 2) {
        showStatus(tr("Choose two or more parts in the list (with Ctrl), then join."));
        return;
    }
    m_document.edit(tr("Join parts"), Aspect::Parts, [&](Plan& plan) {
        // From the last, so that the numbers of those before stay.
        for (std::size_t i = parts.size() - 1; i > 0; --i) {
            mergeParts(plan, parts.front(), parts[i]);
        }
    });
    m_document.selectPart(parts.front());
    fillList();
    showSelected();
}

void PartsPage::splitChosen() {
    m_divider.with([this](const DivisionGuide& guide) {
        const auto part = m_document.selectedPart();
        if (!part) return showStatus(tr("Choose a part first."));
        std::size_t pieces = 0;
        m_document.edit(tr("Split part"), Aspect::Parts,
                        [&](Plan& plan) { pieces = splitPart(plan, guide, *part, 2); });
        if (pieces < 2) showStatus(tr("It has no crease to split at; use the brush."));
    });
}

void PartsPage::flip(const QString& text, bool Part::*flag) {
    const std::vector<PartIndex> parts = chosenParts();
    if (parts.empty()) return showStatus(tr("Choose a part first."));
    m_document.edit(text, Aspect::Parts, [&](Plan& plan) {
        const bool now = !(plan.parts[parts.front()].*flag);
        for (const PartIndex part : parts) plan.parts[part].*flag = now;
    });
}

void PartsPage::showOnly() {
    const std::vector<PartIndex> parts = chosenParts();
    m_document.edit(tr("Show some parts only"), Aspect::Parts, [&](Plan& plan) {
        const bool all_again = parts.empty() || std::ranges::any_of(plan.parts, &Part::hidden);
        for (Part& part : plan.parts) part.hidden = !all_again;
        for (const PartIndex part : parts) plan.parts[part].hidden = false;
    });
}

void PartsPage::fillList() {
    const QSignalBlocker quiet(m_list);
    const std::vector<PartIndex> chosen = chosenParts();
    m_list->clear();
    for (const Part& part : m_document.plan().parts) {
        m_list->addItem(new QListWidgetItem(swatchIcon(part.local_colour), markedName(part)));
    }
    for (const PartIndex part : chosen) {
        if (part < m_list->count()) m_list->item(part)->setSelected(true);
    }
}

void PartsPage::showSelected() {
    const auto part = m_document.selectedPart();
    const QSignalBlocker quiet(m_list);
    const std::vector<PartIndex> chosen = chosenParts();
    const bool among = part && std::ranges::find(chosen, *part) != chosen.end();
    if (!among) {
        m_list->clearSelection();
        if (part && *part < m_list->count()) {
            m_list->setCurrentRow(*part);
            m_list->item(*part)->setSelected(true);
        }
    }
    if (m_document.isOpen() && m_divider.guide() != nullptr) showStatus({});
}

void PartsPage::showStatus(const QString& text) {
    m_status->setText(text);
    m_status->setVisible(!text.isEmpty());
}

}  // namespace glaukophos
