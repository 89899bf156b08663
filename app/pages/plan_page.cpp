// A page that is not seen costs nothing while a light is dragged.
#include "app/pages/plan_page.h"

#include "app/document/edit_key.h"
#include "app/widgets/text.h"

namespace glaukophos {
PlanPage::PlanPage(Document& document, QWidget* parent, Aspect aspect)
    : QWidget(parent), m_document(document), m_aspect(aspect), m_column(new QVBoxLayout(this)) {
    m_column->setContentsMargins(0, 0, 0, 0);
    m_column->setSpacing(7);
    connect(&document, &Document::changed, this, &PlanPage::refresh);
    connect(&document, &Document::evaluatedChanged, this, &PlanPage::refreshResults);
}

void PlanPage::change(const QString& text, const std::function<void(Plan&)>& change, int key) {
    if (m_showing || !m_document.isOpen()) return;
    m_document.edit(text, m_aspect, change, key);
}

NumberField* PlanPage::addNumber(const PlanNumber& number) {
    auto* field = new NumberField(number.label, number.tip, number.range, this);
    field->setObjectName(q(number.object));
    m_column->addWidget(field);
    const int key = nextEditKey();
    connect(field, &NumberField::valueEdited, this, [this, number, key](double value) {
        const auto part = m_document.selectedPart();
        change(
            number.label, [&](Plan& plan) { number.set(plan, part, value); }, key);
    });
    connect(field, &NumberField::editingFinished, &m_document, &Document::endGesture);
    m_numbers.push_back({number, field});
    return field;
}

QLabel* PlanPage::addSection(const QString& text) {
    auto* label = new QLabel(text, this);
    label->setObjectName(QStringLiteral("section"));
    m_column->addWidget(label);
    return label;
}

QLabel* PlanPage::addCaption(const char* object) {
    auto* label = new QLabel(this);
    label->setObjectName(q(object));
    label->setProperty("caption", true);
    label->setWordWrap(true);
    m_column->addWidget(label);
    return label;
}

QPushButton* PlanPage::newButton(const char* object, const QString& text, const QString& tip) {
    auto* button = new QPushButton(text, this);
    button->setObjectName(q(object));
    button->setToolTip(tip);
    return button;
}

QCheckBox* PlanPage::addCheck(const char* object, const QString& text, const QString& tip,
                              const QString& undo_text,
                              const std::function<void(Plan&, bool)>& use) {
    auto* box = new QCheckBox(text, this);
    box->setObjectName(q(object));
    box->setToolTip(tip);
    m_column->addWidget(box);
    connect(box, &QCheckBox::clicked, this, [this, undo_text, use](bool on) {
        change(undo_text, [&](Plan& plan) { use(plan, on); });
    });
    return box;
}

QComboBox* PlanPage::addChoice(const char* object, const QString& label, const QString& tip,
                               const QStringList& names,
                               const std::function<void(Plan&, int)>& use) {
    auto* row = new QHBoxLayout;
    row->setSpacing(6);
    auto* words = new QLabel(label, this);
    words->setToolTip(tip);
    auto* box = new QComboBox(this);
    box->setObjectName(q(object));
    box->setAccessibleName(label);
    box->setToolTip(tip);
    box->addItems(names);
    box->setMinimumContentsLength(8);
    box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    row->addWidget(words);
    row->addWidget(box, 1);
    m_column->addLayout(row);
    if (!use) return box;
    connect(box, &QComboBox::activated, this, [this, label, use](int index) {
        change(label, [&](Plan& plan) { use(plan, index); });
    });
    return box;
}

void PlanPage::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    refresh();
}

void PlanPage::refresh() {
    if (!isVisible() || !m_document.isOpen()) return;
    const Plan& plan = m_document.plan();
    m_showing = true;
    for (const Control& control : m_numbers) {
        const auto value = control.number.get(plan, m_document.selectedPart());
        control.field->setVisible(value.has_value());
        if (value) control.field->setValue(*value);
    }
    showPlan(plan);
    m_showing = false;
    refreshResults();
}

void PlanPage::refreshResults() {
    if (!isVisible() || m_document.evaluated() == nullptr) return;
    showResults(*m_document.evaluated());
}

}  // namespace glaukophos
