// A page that is not seen costs nothing while a light is dragged.
#include "app/value_page.h"

#include "app/edit_key.h"
#include "app/text.h"

namespace glaukophos {
ValuePage::ValuePage(Document& document, QWidget* parent)
    : QWidget(parent), m_document(document), m_column(new QVBoxLayout(this)) {
    m_column->setContentsMargins(0, 0, 0, 0);
    m_column->setSpacing(7);
    connect(&document, &Document::changed, this, &ValuePage::refresh);
    connect(&document, &Document::evaluatedChanged, this, &ValuePage::refreshResults);
}

void ValuePage::change(const QString& text, const std::function<void(Plan&)>& change, int key) {
    if (m_showing || !m_document.isOpen()) return;
    m_document.edit(text, Aspect::Values, change, key);
}

NumberField* ValuePage::addNumber(const ValueNumber& number) {
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

QLabel* ValuePage::addSection(const QString& text) {
    auto* label = new QLabel(text, this);
    label->setObjectName(QStringLiteral("section"));
    m_column->addWidget(label);
    return label;
}

QLabel* ValuePage::addCaption(const char* object) {
    auto* label = new QLabel(this);
    label->setObjectName(q(object));
    label->setProperty("caption", true);
    label->setWordWrap(true);
    m_column->addWidget(label);
    return label;
}

void ValuePage::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    refresh();
}

void ValuePage::refresh() {
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

void ValuePage::refreshResults() {
    if (!isVisible() || m_document.evaluated() == nullptr) return;
    showResults(*m_document.evaluated());
}

}  // namespace glaukophos
