#include "app/stages/figure/scene_page.h"

#include "app/widgets/text.h"
#include "core/base/words.h"

namespace glaukophos {

ScenePage::ScenePage(Document& document, Loader& loader, QWidget* parent)
    : PlanPage(document, parent), m_loader(loader) {
    addCaption("sceneWords")
        ->setText(tr("Figures that share a base share its lights. Each has its own side towards "
                     "them, and so its own maps and steps."));
    m_hour = addField("besideHour", tr("It faces"),
                      tr("Hour of the first one's clock: 12 as it does, 6 the other way"),
                      {0, 12, 1, tr(" h"), false}, 6);
    m_left = addField("besideLeft", tr("To the first one's left by"),
                      tr("From where the first one stands; negative: to its right"),
                      {-300, 300, 0, tr(" mm"), false}, 30);
    m_front = addField("besideFront", tr("Towards the front by"),
                       tr("Negative: behind the first one"), {-300, 300, 0, tr(" mm"), false}, 0);
    m_single = addChoice("single", tr("Stays single"), tr("What both stand on"), {},
                         [](Plan& /*plan*/, int /*index*/) {});
    auto* copy = newButton("standCopy", tr("Stand a copy beside it"),
                           tr("The same figure once more, with its materials and colours"));
    connect(copy, &QPushButton::clicked, this, &ScenePage::standCopy);
    column().addWidget(copy);
    auto* other = newButton("standOther", tr("Stand another figure there…"),
                            tr("From files of its own; it comes as it stands in them"));
    connect(other, &QPushButton::clicked, this, [this] { emit figureRequested(where()); });
    column().addWidget(other);
    m_words = addCaption("sceneParts");
    column().addStretch(1);
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

void ScenePage::showPlan(const Plan& plan) {
    const int chosen = m_single->currentIndex();
    m_single->clear();
    m_single->addItem(tr("Nothing"));
    for (const Part& part : plan.parts) m_single->addItem(q(capitalised(part.name)));
    m_single->setCurrentIndex(std::clamp(chosen, 0, m_single->count() - 1));
    const Vec3 size = plan.figure->bounds().size();
    m_words->setText(tr("Now %1 parts, %2 by %3 mm on the ground.")
                         .arg(plan.parts.size())
                         .arg(size.x(), 0, 'f', 0)
                         .arg(size.y(), 0, 'f', 0));
}

}  // namespace glaukophos
