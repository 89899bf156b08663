// Controls are filled from the chosen light, and edit it.
#include "app/pages/light_page.h"

#include <QHBoxLayout>
#include <QSignalBlocker>

#include "app/document/edit_key.h"
#include "app/widgets/text.h"

namespace glaukophos {

LightPage::LightPage(Document& document, QWidget* parent)
    : QWidget(parent), m_document(document), m_column(new QVBoxLayout(this)) {
    m_column->setContentsMargins(0, 0, 0, 0);
    m_column->setSpacing(7);
    connect(&document, &Document::changed, this, [this](Aspect aspect) {
        if (aspect == Aspect::Values || aspect == Aspect::Colours) return;
        refresh();
        // While a light moves, what is said of it comes with the results.
        if (aspect != Aspect::Lights) refreshResults();
    });
    connect(&document, &Document::evaluatedChanged, this, &LightPage::refreshResults);
}

const Light* LightPage::selected() const {
    const std::size_t index = m_document.selectedLight();
    const std::vector<Light>& lights = m_document.plan().lights;
    return index < lights.size() ? &lights[index] : nullptr;
}

void LightPage::change(const QString& text, int key, const std::function<void(Light&)>& change) {
    if (m_showing) return;
    m_document.editLight(m_document.selectedLight(), text, change, key);
}

QLabel* LightPage::addCaption(const char* object) {
    auto* label = new QLabel(this);
    label->setObjectName(q(object));
    label->setProperty("caption", true);
    label->setWordWrap(true);
    m_column->addWidget(label);
    return label;
}

void LightPage::addNumber(const LightNumber& number) {
    auto* field = new NumberField(number.label, number.tip, number.range, this);
    field->setObjectName(q(number.object));
    m_column->addWidget(field);
    const int key = nextEditKey();
    connect(field, &NumberField::valueEdited, this, [this, number, key](double value) {
        change(number.label, key, [&](Light& light) { number.set(light, value); });
    });
    connect(field, &NumberField::editingFinished, &m_document, &Document::endGesture);
    m_numbers.push_back({number, field});
}

void LightPage::addPlace(const LightPlace& place) {
    PlaceControl control{place, new QLabel(place.label, this), {}};
    m_column->addWidget(control.label);
    auto* row = new QHBoxLayout;
    static constexpr std::array<const char*, 3> kAxes = {
        QT_TR_NOOP("towards the figure's left, mm"), QT_TR_NOOP("towards its back, mm"),
        QT_TR_NOOP("upward, mm")};
    const int key = nextEditKey();
    for (std::size_t axis = 0; axis < 3; ++axis) {
        auto* box = new QDoubleSpinBox(this);
        box->setObjectName(QStringLiteral("%1%2").arg(q(place.object)).arg(axis));
        box->setRange(-2000, 2000);
        box->setDecimals(1);
        box->setKeyboardTracking(false);
        box->setButtonSymbols(QAbstractSpinBox::NoButtons);
        const QString name = place.label + QStringLiteral(": ") + tr(kAxes.at(axis));
        box->setAccessibleName(name);
        box->setToolTip(name);
        row->addWidget(box);
        control.boxes.at(axis) = box;
        connect(box, &QDoubleSpinBox::valueChanged, this, [this, place, axis, key](double value) {
            change(tr("Move light"), key, [&](Light& light) {
                if (auto point = place.get(light)) {
                    (*point)[static_cast<Eigen::Index>(axis)] = static_cast<float>(value);
                    place.set(light, *point);
                }
            });
        });
        connect(box, &QDoubleSpinBox::editingFinished, &m_document, &Document::endGesture);
    }
    m_column->addLayout(row);
    m_places.push_back(control);
}

void LightPage::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    refresh();
    refreshResults();
}

void LightPage::refreshResults() {
    const Light* light = selected();
    if (light == nullptr || !isVisible()) return;
    m_showing = true;
    showResults(*light);
    m_showing = false;
}

void LightPage::refresh() {
    if (!isVisible() || !m_document.isOpen()) return;
    const Light* light = selected();
    setEnabled(light != nullptr);
    if (light == nullptr) return;
    m_showing = true;
    for (const NumberControl& control : m_numbers) {
        const auto value = control.number.get(*light);
        control.field->setVisible(value.has_value());
        if (value) control.field->setValue(*value);
    }
    for (const PlaceControl& control : m_places) {
        const auto point = control.place.get(*light);
        control.label->setVisible(point.has_value());
        for (std::size_t axis = 0; axis < 3; ++axis) {
            QDoubleSpinBox* box = control.boxes.at(axis);
            box->setVisible(point.has_value());
            if (point) box->setValue(static_cast<double>((*point)[static_cast<int>(axis)]));
        }
    }
    showLight(*light);
    m_showing = false;
}

}  // namespace glaukophos
