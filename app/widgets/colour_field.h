// A colour as a swatch, a code, and sliders of lightness, chroma and hue.
#pragma once

#include <QLineEdit>
#include <QToolButton>
#include <QWidget>

#include "core/colour/colour.h"

namespace glaukophos {

class NumberField;

class ColourField : public QWidget {
    Q_OBJECT

  public:
    ColourField(const QString& label, const QString& tip, QWidget* parent = nullptr);

    void setColour(const Srgb& colour);  // emits nothing
    [[nodiscard]] const Srgb& colour() const { return m_colour; }
    [[nodiscard]] QLineEdit& code() { return *m_code; }

  signals:
    void colourEdited(glaukophos::Srgb colour);
    void editingFinished();

  private:
    void showColour();
    void fromSliders();

    Srgb m_colour;
    QLineEdit* m_code;  // owned by Qt, as are the following
    QWidget* m_swatch;
    NumberField* m_lightness;
    NumberField* m_chroma;
    NumberField* m_hue;
};

}  // namespace glaukophos
