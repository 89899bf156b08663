// Bands of the chosen part, or of the whole figure.
#include "app/values_panel.h"

#include <QPainter>

#include "app/text.h"
#include "app/theme.h"

namespace glaukophos {
namespace {

enum Key { ExposureKey = 401, ContrastKey };

// Names the first band that is larger than the one below it.
QString shrinkWarning(const PartBands& bands) {
    const std::vector<std::size_t> faults = bandsThatDoNotShrink(bands);
    if (faults.empty()) return {};
    const std::size_t count = bands.areas_mm2.size();
    return QObject::tr(
               "%1 covers more than %2: the gradient is lost there. Lower the exposure or weaken "
               "the strongest light.")
        .arg(q(bandName(faults.front(), count)), q(bandName(faults.front() - 1, count)));
}

const PartBands& chosenBands(const Document& document) {
    const Bands& bands = document.evaluated()->results.bands;
    const auto part = document.selectedPart();
    return part && *part < bands.parts.size() ? bands.parts[*part] : bands.whole;
}

}  // namespace

ValuesPanel::ValuesPanel(Document& document, QWidget* parent)
    : StagePanel(
          tr("Values"),
          tr("All lights together, sorted into five steps from dark to light. Plan these before "
             "any colour."),
          parent),
      m_document(document),
      m_exposure(new NumberField(
          tr("Exposure"), tr("Stops added to the automatic exposure; one stop doubles the light"),
          {-3, 3, 2, tr(" stops"), false}, this)),
      m_contrast(new NumberField(
          tr("Contrast: as light is … as painted"),
          tr("0 keeps the proportions of real light; 1 pushes light and dark apart, as small "
             "figures need"),
          {0, 1, 2, {}, false}, this)),
      m_basis(new QComboBox(this)),
      m_table(new BandTable(document, this)) {
    m_exposure->setObjectName(QStringLiteral("exposure"));
    m_contrast->setObjectName(QStringLiteral("contrast"));
    m_basis->setObjectName(QStringLiteral("basis"));
    column().addWidget(m_exposure);
    column().addWidget(m_contrast);
    addSection(tr("Sort into bands by"));
    m_basis->setAccessibleName(tr("Sort into bands by"));
    m_basis->setToolTip(tr("What decides the band of a spot"));
    m_basis->addItems(
        {tr("the light alone, as on bare primer"), tr("the painted value, colour included")});
    column().addWidget(m_basis);
    m_basis_words = addCaption({});
    addSection(tr("Bands"));
    column().addWidget(m_table);
    m_warning = new QLabel(this);
    m_warning->setObjectName(QStringLiteral("problem"));
    m_warning->setWordWrap(true);
    column().addWidget(m_warning);
    column().addStretch(1);

    connect(m_exposure, &NumberField::valueEdited, this, [this](double value) {
        change(tr("Exposure"), ExposureKey, [&](ValueChoices& v) { v.exposure_stops = value; });
    });
    connect(m_contrast, &NumberField::valueEdited, this, [this](double value) {
        change(tr("Contrast"), ContrastKey, [&](ValueChoices& v) { v.contrast = value; });
    });
    for (NumberField* field : {m_exposure, m_contrast}) {
        connect(field, &NumberField::editingFinished, &document, &Document::endGesture);
    }
    connect(m_basis, &QComboBox::activated, this, [this](int index) {
        change(tr("Sort bands"), 0,
               [&](ValueChoices& v) { v.basis = static_cast<BandBasis>(index); });
    });
    connect(&document, &Document::changed, this, &ValuesPanel::refresh);
    connect(&document, &Document::evaluatedChanged, this, [this] { refresh(Aspect::Values); });
}

void ValuesPanel::change(const QString& text, int key,
                         const std::function<void(ValueChoices&)>& change) {
    if (m_showing || !m_document.isOpen()) return;
    m_document.edit(
        text, Aspect::Values, [&](Plan& plan) { change(plan.values); }, key);
}

void ValuesPanel::refresh(Aspect /*aspect*/) {
    const ValueChoices& values = m_document.plan().values;
    m_showing = true;
    m_exposure->setValue(values.exposure_stops);
    m_contrast->setValue(values.contrast);
    m_basis->setCurrentIndex(static_cast<int>(values.basis));
    m_showing = false;
    m_basis_words->setText(values.basis == BandBasis::Light
                               ? tr("Every part has all five steps where the light varies; each "
                                    "takes its own colours from them.")
                               : tr("One scale of grey for the whole figure: dark cloth stays in "
                                    "the dark bands."));
    m_table->update();
    const QString warning =
        m_document.evaluated() == nullptr ? QString() : shrinkWarning(chosenBands(m_document));
    m_warning->setText(warning);
    m_warning->setVisible(!warning.isEmpty());
}

BandTable::BandTable(Document& document, QWidget* parent) : QWidget(parent), m_document(document) {
    setAccessibleName(tr("Bands and their shares"));
    setToolTip(
        tr("Share of the area of the chosen part, or of the whole figure when none is "
           "chosen, and the L* the band runs from and to"));
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
}

void BandTable::paintEvent(QPaintEvent* /*event*/) {
    if (m_document.evaluated() == nullptr) return;
    QPainter painter(this);
    const Theme& t = currentTheme();
    const PartBands& bands = chosenBands(m_document);
    const BandBorders& borders = m_document.evaluated()->results.bands.borders;
    constexpr int kRow = 34;
    const std::size_t count = borders.size() + 1;
    const PaintRange& paint = m_document.evaluated()->plan.values.paint;
    for (std::size_t row = 0; row < count; ++row) {
        const std::size_t b = count - 1 - row;  // lightest on top
        const double low = b == 0 ? paint.darkest : borders[b - 1];
        const double high = b + 1 == count ? paint.top() : borders[b];
        const int y = static_cast<int>(row) * kRow;
        const Srgb grey = displayable({0.5 * (low + high), 0, 0});
        painter.fillRect(QRect(0, y, 34, kRow - 4), qColour(grey));
        painter.setPen(t.line);  // so that a grey like the panel's keeps its shape
        painter.drawRect(QRect(0, y, 33, kRow - 5));
        painter.setPen(t.text);
        painter.drawText(QRect(44, y, 60, kRow - 4), Qt::AlignVCenter, q(bandName(b, count)));
        painter.setPen(t.soft_text);
        painter.drawText(QRect(98, y, 82, kRow - 4), Qt::AlignVCenter,
                         QStringLiteral("L* %1–%2").arg(low, 0, 'f', 0).arg(high, 0, 'f', 0));
        const int left = 178;
        const int room = std::max(10, width() - left - 56);
        painter.fillRect(QRect(left, y + 9, room, kRow - 22), t.line);
        painter.fillRect(QRect(left, y + 9, static_cast<int>(room * bands.share(b)), kRow - 22),
                         t.text);
        painter.setPen(t.text);
        painter.drawText(QRect(width() - 54, y, 54, kRow - 4), Qt::AlignVCenter | Qt::AlignRight,
                         tr("%1 %").arg(100 * bands.share(b), 0, 'f', 1));
    }
}

}  // namespace glaukophos
