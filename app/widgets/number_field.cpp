// The slider has a thousand steps.
#include "app/widgets/number_field.h"

#include <QGridLayout>
#include <QLabel>
#include <QSignalBlocker>
#include <cmath>

namespace glaukophos {
namespace {

constexpr int kSteps = 1000;

}  // namespace

NumberField::NumberField(const QString& label, const QString& tip, const NumberRange& range,
                         QWidget* parent)
    : QWidget(parent),
      m_range(range),
      m_slider(new QSlider(Qt::Horizontal, this)),
      m_box(new QDoubleSpinBox(this)) {
    auto* name = new QLabel(label, this);
    m_box->setRange(range.low, range.high);
    m_box->setDecimals(range.decimals);
    m_box->setSuffix(range.unit);
    m_box->setSingleStep(std::pow(10.0, -range.decimals) * (range.decimals > 1 ? 5 : 1));
    m_box->setKeyboardTracking(false);
    m_box->setButtonSymbols(QAbstractSpinBox::NoButtons);
    m_box->setAlignment(Qt::AlignRight);
    m_box->setFixedWidth(92);
    m_box->setAccessibleName(label);
    m_slider->setRange(0, kSteps);
    m_slider->setAccessibleName(label);
    name->setBuddy(m_box);
    name->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
    setToolTip(tip);
    auto* layout = new QGridLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setVerticalSpacing(1);
    layout->addWidget(name, 0, 0);
    layout->addWidget(m_box, 0, 1, 2, 1);
    layout->addWidget(m_slider, 1, 0);

    connect(m_slider, &QSlider::valueChanged, this, [this](int position) {
        const double value = valueFrom(position);
        const QSignalBlocker quiet(m_box);
        m_box->setValue(value);
        emit valueEdited(m_box->value());
    });
    connect(m_slider, &QSlider::sliderReleased, this, &NumberField::editingFinished);
    connect(m_box, &QDoubleSpinBox::valueChanged, this, [this](double value) {
        const QSignalBlocker quiet(m_slider);
        m_slider->setValue(sliderFrom(value));
        emit valueEdited(value);
    });
    connect(m_box, &QDoubleSpinBox::editingFinished, this, &NumberField::editingFinished);
}

void NumberField::setValue(double value) {
    const QSignalBlocker quiet_box(m_box);
    const QSignalBlocker quiet_slider(m_slider);
    m_box->setValue(value);
    if (!m_slider->isSliderDown()) m_slider->setValue(sliderFrom(value));
}

int NumberField::sliderFrom(double value) const {
    const double share = m_range.by_ratio
                             ? std::log(value / m_range.low) / std::log(m_range.high / m_range.low)
                             : (value - m_range.low) / (m_range.high - m_range.low);
    return static_cast<int>(std::lround(kSteps * std::clamp(share, 0.0, 1.0)));
}

double NumberField::valueFrom(int slider) const {
    const double share = static_cast<double>(slider) / kSteps;
    if (m_range.by_ratio) return m_range.low * std::pow(m_range.high / m_range.low, share);
    return m_range.low + share * (m_range.high - m_range.low);
}

}  // namespace glaukophos
