#include "app/stages/figure/scene_page.h"

#include <algorithm>

#include "app/widgets/text.h"
#include "core/base/words.h"

namespace glaukophos {
namespace {

constexpr Beside kBehind{6.0, 30.0, 0.0};      // a new one: back to back
constexpr Beside kAsItStands{12.0, 0.0, 0.0};  // one that stands: nothing changes

// By the first of its parts.
QString nameOf(const Plan& plan, int figure) {
    const auto part = std::ranges::find(plan.parts, figure, &Part::stands_in);
    const std::string name = part == plan.parts.end() ? std::string() : part->name;
    return QObject::tr("Figure %1: %2").arg(figure + 1).arg(q(name));
}

QVBoxLayout* columnIn(QWidget* box) {
    auto* column = new QVBoxLayout(box);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    return column;
}

}  // namespace

ScenePage::ScenePage(Document& document, Loader& loader, QWidget* parent)
    : PlanPage(document, parent), m_loader(loader) {
    addCaption("sceneWords")
        ->setText(tr("Figures that share a base share its lights. Each has its own side towards "
                     "them, and so its own maps and steps."));
    m_which = addChoice("which", tr("Which"), tr("A new one, or one that stands already"), {});
    connect(m_which, &QComboBox::activated, this, &ScenePage::showChosen);
    m_hour = addField("besideHour", tr("It faces"),
                      tr("By the clock of the one it comes from, or by its own where it stands: 12 "
                         "as now, 6 the other way, 3 to its own right"),
                      {0, 12, 1, tr(" h"), false}, kBehind.faces_hour);
    m_left = addField("besideLeft", tr("To the first one's left by"),
                      tr("From where it comes from; negative: to its right"),
                      {-300, 300, 0, tr(" mm"), false}, kBehind.left_mm);
    m_front = addField("besideFront", tr("Towards the front by"),
                       tr("Negative: behind the first one"), {-300, 300, 0, tr(" mm"), false}, 0);
    addForNew();
    addForStanding();
    m_words = addCaption("sceneParts");
    column().addStretch(1);
    showChosen();
}

void ScenePage::addForNew() {
    m_for_new = new QWidget(this);
    QVBoxLayout* rows = columnIn(m_for_new);
    m_single = addChoice("single", tr("Stays single"), tr("What both stand on"), {});
    auto* copy = newButton("standCopy", tr("Stand a copy beside it"),
                           tr("The same figure once more, with its materials and colours"));
    connect(copy, &QPushButton::clicked, this, &ScenePage::standCopy);
    rows->addWidget(copy);
    auto* other = newButton("standOther", tr("Stand another figure there…"),
                            tr("From files of its own; it comes as it stands in them"));
    connect(other, &QPushButton::clicked, this, [this] { emit figureRequested(where()); });
    rows->addWidget(other);
    column().addWidget(m_for_new);
}

void ScenePage::addForStanding() {
    m_for_standing = new QWidget(this);
    QVBoxLayout* rows = columnIn(m_for_standing);
    auto* move = newButton("moveFigure", tr("Turn and move it"),
                           tr("With what was drawn on it; lights stay where they are"));
    connect(move, &QPushButton::clicked, this, &ScenePage::moveChosen);
    rows->addWidget(move);
    auto* away = newButton("takeFigureAway", tr("Take it away"),
                           tr("With its parts and what was drawn on it"));
    connect(away, &QPushButton::clicked, this, &ScenePage::takeAway);
    rows->addWidget(away);
    column().addWidget(m_for_standing);
}

NumberField* ScenePage::addField(const char* object, const QString& label, const QString& tip,
                                 const NumberRange& range, double value) {
    auto* field = new NumberField(label, tip, range, this);
    field->setObjectName(q(object));
    field->setValue(value);
    column().addWidget(field);
    return field;
}

Beside ScenePage::where() const { return {m_hour->value(), m_left->value(), m_front->value()}; }

int ScenePage::chosenFigure() const { return std::max(0, m_which->currentIndex()); }

// Where it stands is left as it is until something is typed.
void ScenePage::showChosen() {
    const bool stands = chosenFigure() > 0;
    const Beside& start = stands ? kAsItStands : kBehind;
    m_hour->setValue(start.faces_hour);
    m_left->setValue(start.left_mm);
    m_front->setValue(start.front_mm);
    m_for_new->setVisible(!stands);
    m_single->setEnabled(!stands);
    m_for_standing->setVisible(stands);
}

void ScenePage::standCopy() {
    if (!document().isOpen()) return;
    std::vector<PartIndex> single;
    if (m_single->currentIndex() > 0) {
        single.push_back(static_cast<PartIndex>(m_single->currentIndex() - 1));
    }
    m_loader.rework(tr("Stand a copy beside it"),
                    [plan = document().plan(), where = where(), single](const Progress& progress) {
                        return withCopy(plan, where, single, progress);
                    });
}

void ScenePage::moveChosen() {
    if (!document().isOpen() || chosenFigure() == 0) return;
    m_loader.rework(
        tr("Turn and move a figure"),
        [plan = document().plan(), where = where(), figure = chosenFigure()](
            const Progress& progress) { return withFigureMoved(plan, figure, where, progress); });
}

void ScenePage::takeAway() {
    if (!document().isOpen() || chosenFigure() == 0) return;
    m_loader.rework(tr("Take a figure away"),
                    [plan = document().plan(), figure = chosenFigure()](const Progress& progress) {
                        return withoutFigure(plan, figure, progress);
                    });
}

void ScenePage::showPlan(const Plan& plan) {
    const int chosen = m_single->currentIndex();
    m_single->clear();
    m_single->addItem(tr("Nothing"));
    for (const Part& part : plan.parts) m_single->addItem(q(capitalised(part.name)));
    m_single->setCurrentIndex(std::clamp(chosen, 0, m_single->count() - 1));
    const int which = chosenFigure();
    const int figures = figuresIn(plan);
    const bool anew = m_which->count() != figures;
    m_which->clear();
    m_which->addItem(tr("A new one"));
    for (int f = 1; f < figures; ++f) m_which->addItem(nameOf(plan, f));
    m_which->setCurrentIndex(which < figures ? which : 0);
    if (anew) showChosen();
    const Vec3 size = plan.figure->bounds().size();
    m_words->setText(tr("Now %1 parts, %2 by %3 mm on the ground.")
                         .arg(plan.parts.size())
                         .arg(size.x(), 0, 'f', 0)
                         .arg(size.y(), 0, 'f', 0));
}

}  // namespace glaukophos
