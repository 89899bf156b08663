// A labelled number with a slider and a box; linear or by equal ratios.
#pragma once

#include <QDoubleSpinBox>
#include <QSlider>
#include <QWidget>

namespace glaukophos {

struct NumberRange {
    double low = 0.0;
    double high = 1.0;
    int decimals = 2;
    QString unit;           // with a leading space, as shown behind the number
    bool by_ratio = false;  // equal steps of the slider are equal ratios; needs low > 0
};

class NumberField : public QWidget {
    Q_OBJECT

  public:
    NumberField(const QString& label, const QString& tip, const NumberRange& range,
                QWidget* parent = nullptr);

    [[nodiscard]] double value() const { return m_box->value(); }
    void setValue(double value);  // emits nothing
    [[nodiscard]] QDoubleSpinBox& box() { return *m_box; }
    [[nodiscard]] QSlider& slider() { return *m_slider; }

  signals:
    void valueEdited(double value);  // by the user
    void editingFinished();          // the slider was let go, or the box was left

  private:
    [[nodiscard]] int sliderFrom(double value) const;
    [[nodiscard]] double valueFrom(int slider) const;

    NumberRange m_range;
    QSlider* m_slider;      // owned by Qt
    QDoubleSpinBox* m_box;  // owned by Qt
};

}  // namespace glaukophos
