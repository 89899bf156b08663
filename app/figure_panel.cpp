// The list and the figure choose the same part.
#include "app/figure_panel.h"

#include <QSignalBlocker>

#include "app/text.h"

namespace glaukophos {
namespace {

constexpr int kColourKey = 201;

QIcon swatchIcon(const Srgb& colour) {
    QPixmap pixmap(16, 16);
    pixmap.fill(qColour(colour));
    return QIcon(pixmap);
}

}  // namespace

FigurePanel::FigurePanel(Document& document, QWidget* parent)
    : Panel(tr("Figure"),
            tr("Each file or loose piece is a part. Give each part the colour it has in plain "
               "daylight; the lights do the rest."),
            parent),
      m_document(document),
      m_parts(new QListWidget(this)),
      m_name(new QLineEdit(this)),
      m_colour(new ColourField(tr("Local colour"),
                               tr("Colour of the part in plain daylight, before any light of the "
                                  "plan"),
                               this)) {
    m_size = addCaption({});
    auto* open = new QPushButton(tr("Open a figure …"), this);
    open->setObjectName(QStringLiteral("openFigure"));
    open->setToolTip(tr("STL, OBJ or PLY; several files make one figure of several parts"));
    connect(open, &QPushButton::clicked, this, &FigurePanel::openRequested);
    column().addWidget(open);

    addSection(tr("Parts"));
    m_parts->setObjectName(QStringLiteral("partList"));
    m_parts->setAccessibleName(tr("Parts of the figure"));
    m_parts->setMinimumHeight(140);
    column().addWidget(m_parts, 1);
    addSection(tr("Chosen part"));
    m_name->setObjectName(QStringLiteral("partName"));
    m_name->setAccessibleName(tr("Name of the part"));
    m_name->setToolTip(tr("Name of the part, as it will stand in the plan"));
    column().addWidget(m_name);
    column().addWidget(m_colour);

    connect(m_parts, &QListWidget::currentRowChanged, this, [this](int row) {
        m_document.selectPart(row < 0 ? std::nullopt : std::optional(static_cast<PartIndex>(row)));
    });
    connect(m_name, &QLineEdit::editingFinished, this, [this] {
        const auto part = m_document.selectedPart();
        const std::string name = m_name->text().trimmed().toStdString();
        if (!part || name.empty()) return showSelected();
        m_document.edit(tr("Rename part"), Aspect::Parts,
                        [&](Plan& plan) { plan.parts[*part].name = name; });
    });
    connect(m_colour, &ColourField::colourEdited, this, [this](const Srgb& colour) {
        const auto part = m_document.selectedPart();
        if (!part) return;
        m_document.edit(
            tr("Colour of %1").arg(q(m_document.plan().parts[*part].name)), Aspect::Parts,
            [&](Plan& plan) { plan.parts[*part].local_colour = colour; }, kColourKey + *part);
    });
    connect(m_colour, &ColourField::editingFinished, &document, &Document::endGesture);
    connect(&document, &Document::changed, this, &FigurePanel::refresh);
    showSelected();
}

void FigurePanel::refresh(Aspect aspect) {
    if (aspect == Aspect::Everything || aspect == Aspect::Parts) fillList();
    if (aspect != Aspect::Values && aspect != Aspect::Colours) showSelected();
}

void FigurePanel::fillList() {
    const Figure& figure = *m_document.plan().figure;
    const Vec3 size = figure.bounds().size();
    QString text = tr("%1 × %2 × %3 mm, %L4 triangles")
                       .arg(size.x(), 0, 'f', 1)
                       .arg(size.y(), 0, 'f', 1)
                       .arg(size.z(), 0, 'f', 1)
                       .arg(figure.form->imported.repair.triangles_read);
    m_size->setText(text);
    const QSignalBlocker quiet(m_parts);
    m_parts->clear();
    for (const Part& part : m_document.plan().parts) {
        m_parts->addItem(new QListWidgetItem(swatchIcon(part.local_colour), q(part.name)));
    }
}

void FigurePanel::showSelected() {
    const auto part = m_document.selectedPart();
    const QSignalBlocker quiet(m_parts);
    m_parts->setCurrentRow(part ? *part : -1);
    m_name->setEnabled(part.has_value());
    m_colour->setEnabled(part.has_value());
    if (!part) {
        m_name->setText(tr("click a part on the figure"));
        return;
    }
    m_name->setText(q(m_document.plan().parts[*part].name));
    m_colour->setColour(m_document.plan().parts[*part].local_colour);
}

}  // namespace glaukophos
