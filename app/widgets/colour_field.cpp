// CIELAB's polar form: changing one of the three leaves the others as they look.
#include "app/widgets/colour_field.h"

#include <QGridLayout>
#include <QLabel>

#include "app/widgets/number_field.h"
#include "app/widgets/text.h"
#include "app/widgets/theme.h"

namespace glaukophos {

ColourField::ColourField(const QString& label, const QString& tip, QWidget* parent)
    : QWidget(parent),
      m_code(new QLineEdit(this)),
      m_swatch(new QWidget(this)),
      m_lightness(new NumberField(tr("Lightness"), tr("L* of CIELAB, 0 to 100"),
                                  {0, 100, 0, {}, false}, this)),
      m_chroma(new NumberField(tr("Chroma"), tr("How far from grey, 0 to 130"),
                               {0, 130, 0, {}, false}, this)),
      m_hue(new NumberField(tr("Hue"), tr("Red 40, yellow 95, green 140, blue 280 degrees"),
                            {0, 360, 0, QStringLiteral("°"), false}, this)) {
    setToolTip(tip);
    m_code->setMaxLength(7);
    m_code->setFixedWidth(92);
    m_code->setAccessibleName(label);
    m_swatch->setMinimumSize(40, 26);
    m_swatch->setAutoFillBackground(true);
    auto* layout = new QGridLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(new QLabel(label, this), 0, 0);
    layout->addWidget(m_swatch, 0, 1);
    layout->addWidget(m_code, 0, 2);
    layout->setColumnStretch(1, 1);
    int row = 1;
    for (NumberField* field : {m_lightness, m_chroma, m_hue}) {
        layout->addWidget(field, row++, 0, 1, 3);
        connect(field, &NumberField::valueEdited, this, [this] { fromSliders(); });
        connect(field, &NumberField::editingFinished, this, &ColourField::editingFinished);
    }
    connect(m_code, &QLineEdit::editingFinished, this, [this] {
        const auto parsed = srgbFromHex(m_code->text().trimmed().toStdString());
        if (!parsed) return showColour();  // back to the last good one
        if (*parsed == m_colour) return;
        m_colour = *parsed;
        showColour();
        emit colourEdited(m_colour);
        emit editingFinished();
    });
}

void ColourField::setColour(const Srgb& colour) {
    if (hexFrom(colour) == hexFrom(m_colour) && !m_code->text().isEmpty()) return;
    m_colour = colour;
    showColour();
}

void ColourField::showColour() {
    const Lch lch = lchFrom(labFrom(xyzFrom(linearFrom(m_colour))));
    m_lightness->setValue(lch.L);
    m_chroma->setValue(lch.C);
    if (lch.C > 0.5) m_hue->setValue(lch.h_deg);  // grey keeps the hue it had
    m_code->setText(q(hexFrom(m_colour)));
    m_swatch->setStyleSheet(
        QStringLiteral("background: %1; border-radius: 4px;").arg(q(hexFrom(m_colour))));
}

void ColourField::fromSliders() {
    const Lch lch{m_lightness->value(), m_chroma->value(), m_hue->value()};
    m_colour = displayable(labFrom(lch));
    m_code->setText(q(hexFrom(m_colour)));
    m_swatch->setStyleSheet(
        QStringLiteral("background: %1; border-radius: 4px;").arg(q(hexFrom(m_colour))));
    emit colourEdited(m_colour);
}

}  // namespace glaukophos
