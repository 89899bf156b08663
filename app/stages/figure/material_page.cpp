// Changing the material changes the colour only while it is still the old material's own.
#include "app/stages/figure/material_page.h"

#include <QGridLayout>
#include <QSignalBlocker>
#include <QVBoxLayout>

#include "app/widgets/text.h"

namespace glaukophos {
namespace {

constexpr int kColourKey = 201;

}  // namespace

MaterialPage::MaterialPage(Document& document, QWidget* parent)
    : QWidget(parent), m_document(document) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    auto* grid = new QGridLayout;
    grid->setVerticalSpacing(7);
    const auto addRow = [&](int row, const QString& text, QWidget* field) {
        auto* label = new QLabel(text, this);
        label->setBuddy(field);
        grid->addWidget(label, row, 0);
        grid->addWidget(field, row, 1);
    };
    m_name = new QLineEdit(this);
    m_name->setObjectName(QStringLiteral("partName"));
    m_name->setAccessibleName(tr("Name of the part"));
    m_name->setToolTip(tr("Name of the part, as it will stand in the plan"));
    addRow(0, tr("Name"), m_name);
    m_material = new QComboBox(this);
    m_material->setObjectName(QStringLiteral("material"));
    m_material->setAccessibleName(tr("Material"));
    m_material->setToolTip(tr("What the part is made of: how dull or shiny it is to be painted"));
    for (const MaterialEntry& entry : materials()) m_material->addItem(tr(entry.name));
    addRow(1, tr("Material"), m_material);
    m_focus = new QComboBox(this);
    m_focus->setObjectName(QStringLiteral("focus"));
    m_focus->setAccessibleName(tr("Focus"));
    m_focus->setToolTip(tr("How much the part should draw the eye: contrast is kept for it"));
    m_focus->addItems({tr("no focus"), tr("some focus"), tr("main focus")});
    addRow(2, tr("Focus"), m_focus);
    m_takes_glow = new QComboBox(this);
    m_takes_glow->setObjectName(QStringLiteral("takesGlow"));
    m_takes_glow->setAccessibleName(tr("Glows on it"));
    m_takes_glow->setToolTip(
        tr("Whether glows are painted over this part, keep off it, or are in its own colours, "
           "painted when all glows are on. As usual: over it; eyes are painted after."));
    m_takes_glow->addItems(
        {tr("as usual"), tr("painted over it"), tr("keep off it"), tr("it is painted after")});
    addRow(3, tr("Glows"), m_takes_glow);
    grid->setColumnStretch(1, 1);
    column->addLayout(grid);
    m_properties = new QLabel(this);
    m_properties->setObjectName(QStringLiteral("caption"));
    m_properties->setWordWrap(true);
    column->addWidget(m_properties);
    m_colour = new ColourField(
        tr("Local colour"),
        tr("Colour of the part in plain daylight, before any light of the plan"), this);
    column->addWidget(m_colour);
    column->addStretch(1);

    connectFields();
    connect(&document, &Document::changed, this, [this](Aspect aspect) {
        if (aspect != Aspect::Values && aspect != Aspect::Colours) showSelected();
    });
    showSelected();
}

void MaterialPage::connectFields() {
    connect(m_name, &QLineEdit::editingFinished, this, [this] {
        const std::string name = m_name->text().trimmed().toStdString();
        if (name.empty()) return showSelected();
        change(tr("Rename part"), [&](Part& part) { part.name = name; });
    });
    connect(m_material, &QComboBox::activated, this, [this](int index) {
        const MaterialEntry& entry = materials().at(static_cast<std::size_t>(index));
        change(tr("Material"), [&](Part& part) {
            if (part.local_colour == entryOf(part.material).colour) {
                part.local_colour = entry.colour;
            }
            part.material = entry.material;
        });
    });
    connect(m_focus, &QComboBox::activated, this, [this](int index) {
        change(tr("Focus"), [&](Part& part) { part.focus = static_cast<Focus>(index); });
    });
    connect(m_takes_glow, &QComboBox::activated, this, [this](int index) {
        change(tr("Glows on a part"),
               [&](Part& part) { part.takes_glow = static_cast<TakesGlow>(index); });
    });
    connect(m_colour, &ColourField::colourEdited, this, [this](const Srgb& colour) {
        change(
            tr("Local colour"), [&](Part& part) { part.local_colour = colour; },
            kColourKey + m_document.selectedPart().value_or(0));
    });
    connect(m_colour, &ColourField::editingFinished, &m_document, &Document::endGesture);
}

void MaterialPage::change(const QString& text, const std::function<void(Part&)>& edit,
                          int merge_key) {
    const auto part = m_document.selectedPart();
    if (!part) return;
    m_document.edit(
        text, Aspect::Parts, [&](Plan& plan) { edit(plan.parts[*part]); }, merge_key);
}

void MaterialPage::showSelected() {
    const auto selected = m_document.selectedPart();
    for (QWidget* field : {static_cast<QWidget*>(m_name), static_cast<QWidget*>(m_material),
                           static_cast<QWidget*>(m_focus), static_cast<QWidget*>(m_colour),
                           static_cast<QWidget*>(m_takes_glow)}) {
        field->setEnabled(selected.has_value());
    }
    if (!selected) {
        m_name->setText(tr("click a part on the figure"));
        m_properties->clear();
        return;
    }
    const Part& part = m_document.plan().parts[*selected];
    const MaterialEntry& entry = entryOf(part.material);
    m_name->setText(q(part.name));
    m_material->setCurrentIndex(static_cast<int>(part.material));
    m_focus->setCurrentIndex(static_cast<int>(part.focus));
    m_takes_glow->setCurrentIndex(static_cast<int>(part.takes_glow));
    m_properties->setText(tr("Mirrors %1 % of light that meets it squarely; %2.")
                              .arg(100 * mirroredShare(entry.refractive_index), 0, 'f', 0)
                              .arg(entry.roughness < 0.3   ? tr("shiny, small hard glints")
                                   : entry.roughness < 0.7 ? tr("a soft sheen")
                                                           : tr("dull, no glints")));
    m_properties->setToolTip(tr("Source: %1").arg(q(entry.source)));
    m_colour->setColour(part.local_colour);
}

}  // namespace glaukophos
