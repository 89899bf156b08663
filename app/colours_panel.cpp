// The list draws the same ladders as the strip, in small.
#include "app/colours_panel.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

#include "app/ladder_strip.h"
#include "app/text.h"
#include "app/theme.h"

namespace glaukophos {
namespace {

constexpr int kRow = 30;
constexpr int kAdaptationKey = 501;

}  // namespace

ColoursPanel::ColoursPanel(Document& document, QWidget* parent)
    : StagePanel(
          tr("Colours"),
          tr("What each part's own colour becomes in each band, under these lights. The colours "
             "come from spectra: red cloth under blue light turns dark for the right reason."),
          parent),
      m_document(document),
      m_adaptation(new NumberField(
          tr("Eye used to the main light"),
          tr("0: colours as lit, strongly tinted. 1: the main light looks white, only the second "
             "one is coloured."),
          {0, 1, 2, {}, false}, this)),
      m_steps(new QCheckBox(tr("Show flat steps, as painted before blending"), this)),
      m_list(new LadderList(document, this)) {
    m_adaptation->setObjectName(QStringLiteral("adaptation"));
    m_steps->setObjectName(QStringLiteral("steps"));
    m_steps->setToolTip(tr("Each band in its one target colour, with its borders"));
    column().addWidget(m_adaptation);
    column().addWidget(m_steps);
    addSection(tr("Ladders of all parts, Deep to Peak"));
    column().addWidget(m_list);
    addCaption(
        tr("A colour stronger than paint can be is brought inside: same lightness and hue, less "
           "chroma."));
    column().addStretch(1);
    connect(m_adaptation, &NumberField::valueEdited, this, [this](double value) {
        if (m_showing || !m_document.isOpen()) return;
        m_document.edit(
            tr("Adaptation"), Aspect::Colours, [&](Plan& plan) { plan.colours.adaptation = value; },
            kAdaptationKey);
    });
    connect(m_adaptation, &NumberField::editingFinished, &document, &Document::endGesture);
    connect(m_steps, &QCheckBox::toggled, this, &ColoursPanel::stepsToggled);
    connect(&document, &Document::changed, this, &ColoursPanel::refresh);
    connect(&document, &Document::evaluatedChanged, this, &ColoursPanel::refresh);
}

void ColoursPanel::refresh() {
    m_showing = true;
    m_adaptation->setValue(m_document.plan().colours.adaptation);
    m_showing = false;
    m_list->updateGeometry();
    m_list->update();
}

LadderList::LadderList(Document& document, QWidget* parent)
    : QWidget(parent), m_document(document) {
    setObjectName(QStringLiteral("ladderList"));
    setAccessibleName(tr("Ladders of all parts"));
    setToolTip(tr("Click a part to see its ladder large at the foot"));
    setFocusPolicy(Qt::StrongFocus);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
}

QSize LadderList::sizeHint() const {
    return {240, kRow * static_cast<int>(std::max<std::size_t>(1, m_document.plan().parts.size()))};
}

void LadderList::paintEvent(QPaintEvent* /*event*/) {
    const EvaluatedPtr& evaluated = m_document.evaluated();
    if (evaluated == nullptr) return;
    QPainter painter(this);
    const Theme& t = currentTheme();
    const std::vector<Part>& parts = m_document.plan().parts;
    for (std::size_t p = 0; p < parts.size() && p < evaluated->results.ladders.size(); ++p) {
        const int y = static_cast<int>(p) * kRow;
        const bool chosen = m_document.selectedPart() == static_cast<PartIndex>(p);
        if (chosen) painter.fillRect(0, y, width(), kRow - 2, t.field);
        if (chosen) painter.fillRect(0, y, 3, kRow - 2, t.accent);
        painter.setPen(t.text);
        const QString name =
            painter.fontMetrics().elidedText(q(parts[p].name), Qt::ElideRight, 100);
        painter.drawText(QRect(8, y, 104, kRow - 2), Qt::AlignVCenter, name);
        const QRectF blocks(116, y + 4, width() - 120, kRow - 10);
        if (evaluated->results.bands.parts[p].area_mm2() > 0.0) {
            paintLadderBlocks(painter, blocks, evaluated->results.ladders[p]);
        } else {
            painter.setPen(t.soft_text);
            painter.drawText(blocks, Qt::AlignVCenter, tr("the light itself"));
        }
    }
}

void LadderList::mousePressEvent(QMouseEvent* event) {
    const int row = static_cast<int>(event->position().y()) / kRow;
    if (row >= 0 && row < static_cast<int>(m_document.plan().parts.size())) {
        m_document.selectPart(static_cast<PartIndex>(row));
    }
}

void LadderList::keyPressEvent(QKeyEvent* event) {
    const int count = static_cast<int>(m_document.plan().parts.size());
    const int step = event->key() == Qt::Key_Down ? 1 : event->key() == Qt::Key_Up ? -1 : 0;
    if (step == 0 || count == 0) return QWidget::keyPressEvent(event);
    const int row = m_document.selectedPart() ? *m_document.selectedPart() + step : 0;
    m_document.selectPart(static_cast<PartIndex>(std::clamp(row, 0, count - 1)));
}

}  // namespace glaukophos
