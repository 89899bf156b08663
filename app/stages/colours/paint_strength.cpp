// A tint that is not given is shown as the word has it, so that it can be set right from there.
#include "app/stages/colours/paint_strength.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QVBoxLayout>

#include "app/document/edit_key.h"

namespace glaukophos {
namespace {

constexpr int kByTint = 3;  // after the three words

}  // namespace

PaintStrength::PaintStrength(QWidget* parent)
    : QWidget(parent),
      m_strength(new QComboBox(this)),
      m_tint(new ColourField(tr("1 in 10 of white"),
                             tr("One part of it in ten parts of white, thick and dry"), this)),
      m_row(new TintRow(this)),
      m_as_said(new QPushButton(tr("Forget what the bench said"), this)) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    auto* row = new QHBoxLayout;
    auto* label = new QLabel(tr("Strength"), this);
    label->setBuddy(m_strength);
    row->addWidget(label);
    row->addWidget(m_strength, 1);
    column->addLayout(row);
    column->addWidget(m_tint);
    column->addWidget(m_row);
    column->addWidget(m_as_said);
    m_strength->setObjectName(QStringLiteral("paintStrength"));
    m_strength->setAccessibleName(tr("Strength in mixtures"));
    m_strength->setToolTip(
        tr("How much a little of it does in white. Known exactly by its tint: the colour of one "
           "part in ten of white"));
    m_strength->addItems({tr("weak"), tr("usual"), tr("strong"), tr("by its tint")});
    m_tint->setObjectName(QStringLiteral("paintTint"));
    m_as_said->setObjectName(QStringLiteral("paintAsSaid"));
    m_as_said->setToolTip(tr("As strong again as its word or its tint says"));
    connect(m_strength, &QComboBox::activated, this, [this](int index) {
        emit edited(
            tr("Strength of paint"),
            [index](Paint& paint) {
                if (index == kByTint) {
                    if (paint.tint) return;
                    paint.tint = displayable(tintOf(filmOf(paint), referenceWhite()));
                } else {
                    paint.tint.reset();
                    paint.strength = static_cast<Strength>(index);
                }
            },
            0);
    });
    connect(m_tint, &ColourField::colourEdited, this,
            [this, key = nextEditKey()](const Srgb& colour) {
                emit edited(
                    tr("Tint of paint"), [colour](Paint& paint) { paint.tint = colour; }, key);
            });
    connect(m_tint, &ColourField::editingFinished, this, &PaintStrength::editingFinished);
    connect(m_as_said, &QPushButton::clicked, this, [this] {
        emit edited(
            tr("Strength as said"), [](Paint& paint) { paint.corrected = 1.0; }, 0);
    });
}

void PaintStrength::setPaint(const Paint& paint) {
    m_strength->setCurrentIndex(paint.tint ? kByTint : static_cast<int>(paint.strength));
    m_tint->setVisible(paint.tint.has_value());
    if (paint.tint) m_tint->setColour(*paint.tint);
    m_row->setPaint(paint);
    m_as_said->setVisible(paint.corrected != 1.0);
}

}  // namespace glaukophos
