// The bars are of the whole figure, the table of the chosen part.
#include "app/stages/values/bands_page.h"

#include <QPainter>

#include "app/document/edit_key.h"
#include "app/widgets/text.h"
#include "app/widgets/theme.h"

namespace glaukophos {
namespace {

constexpr int kRow = 26;

// Borders and shares that suit another number of bands.
void setCount(ValueChoices& values, int count) {
    values.bands.count = count;
    values.bands.by = BandsBy::Steps;
    values.bands.borders.clear();
    values.bands.shares.clear();
    values.bands.levels_apart = std::min(values.bands.levels_apart, count - 1);
}

QString shrinkWarning(const PartBands& bands) {
    const std::vector<std::size_t> faults = bandsThatDoNotShrink(bands);
    if (faults.empty()) return {};
    const std::size_t count = bands.areas_mm2.size();
    return QObject::tr(
               "%1 covers more than %2: the gradient is lost there. Raise that border, or "
               "lower the exposure.")
        .arg(q(bandName(faults.front(), count)), q(bandName(faults.front() - 1, count)));
}

}  // namespace

BandsPage::BandsPage(Document& document, QWidget* parent) : PlanPage(document, parent) {
    addCount();
    addBars();
    addCleaning();
    column().addStretch(1);
}

void BandsPage::addCount() {
    addNumber(
        {"bandCount",
         tr("Number of bands"),
         tr("Steps from dark to light, each a paint mix"),
         {kFewestBands, kMostBands, 0, {}, false},
         [](const Plan& plan, auto) { return std::optional<double>(plan.values.bands.count); },
         [](Plan& plan, auto, double value) {
             setCount(plan.values, static_cast<int>(std::lround(value)));
         }});
    m_basis = new QComboBox(this);
    m_basis->setObjectName(QStringLiteral("basis"));
    m_basis->setAccessibleName(tr("Sort into bands by"));
    m_basis->setToolTip(
        tr("By light every part has all bands; by painted value dark cloth stays "
           "in the dark ones"));
    m_basis->addItems(
        {tr("Sorted by light, as on bare primer"), tr("Sorted by painted value, colour included")});
    column().addWidget(m_basis);
    connect(m_basis, &QComboBox::activated, this, [this](int index) {
        change(tr("Sort bands"),
               [&](Plan& plan) { plan.values.basis = static_cast<BandBasis>(index); });
    });
}

void BandsPage::addBars() {
    m_bars = new BandBars(this);
    column().addWidget(m_bars);
    const int key = nextEditKey();
    connect(m_bars, &BandBars::bordersDragged, this,
            [this, key](const std::vector<double>& borders) {
                change(
                    tr("Borders of bands"),
                    [&](Plan& plan) {
                        plan.values.bands.by = BandsBy::Steps;
                        plan.values.bands.borders = borders;
                        plan.values.bands.shares.clear();
                    },
                    key);
            });
    connect(m_bars, &BandBars::sharesDragged, this, [this, key](const std::vector<double>& shares) {
        change(
            tr("Shares of bands"),
            [&](Plan& plan) {
                plan.values.bands.by = BandsBy::Shares;
                plan.values.bands.shares = shares;
                plan.values.bands.borders.clear();
            },
            key);
    });
    connect(m_bars, &BandBars::dragFinished, &document(), &Document::endGesture);
    m_table = new BandTable(this);
    column().addWidget(m_table);
    m_warning = new QLabel(this);
    m_warning->setObjectName(QStringLiteral("problem"));
    m_warning->setWordWrap(true);
    column().addWidget(m_warning);
}

void BandsPage::addCleaning() {
    const auto speck = [](ValueChoices& v) -> double& { return v.bands.speck_mm; };
    const auto depth = [](ValueChoices& v) -> double& { return v.bands.dip_depth; };
    const auto width = [](ValueChoices& v) -> double& { return v.bands.dip_width_mm; };
    addNumber({"speck",
               tr("Merge patches below a tip of"),
               tr("Patches smaller than the mark of a brush tip this wide are not painted"),
               {0, 3, 1, tr(" mm"), false},
               getChoice(speck),
               setChoice(speck)});
    addNumber({"dipDepth",
               tr("Join lit forms over dips up to"),
               tr("A shallow dip between two forms that both face the light is not shaded, or the "
                  "body falls into bumps; 0 shades every dip"),
               {0, 20, 0, tr(" L*"), false},
               getChoice(depth),
               setChoice(depth)});
    addNumber({"dipWidth",
               tr("… and no wider than"),
               tr("Wider dips are forms of their own"),
               {0.5, 6, 1, tr(" mm"), false},
               getChoice(width),
               setChoice(width)});
    addNumber({"levelsApart",
               tr("… but not in so many at the top"),
               tr("In so many of the lightest bands neighbours are kept apart"),
               {0, 3, 0, {}, false},
               [](const Plan& plan, auto) {
                   return std::optional<double>(plan.values.bands.levels_apart);
               },
               [](Plan& plan, auto, double value) {
                   plan.values.bands.levels_apart =
                       std::min(static_cast<int>(std::lround(value)), plan.values.bands.count - 1);
               }});
}

void BandsPage::showPlan(const Plan& plan) {
    m_basis->setCurrentIndex(static_cast<int>(plan.values.basis));
}

void BandsPage::showResults(const Evaluated& evaluated) {
    const Bands& bands = evaluated.appearance->bands;
    const auto part = document().selectedPart();
    const PartBands& chosen = part && *part < bands.parts.size() ? bands.parts[*part] : bands.whole;
    m_bars->show(bands.borders, bands.whole, evaluated.plan.values.paint,
                 evaluated.plan.values.bands == document().plan().values.bands);
    m_table->show(bands, chosen, evaluated.plan.values.paint);
    QString warning = q(shadowWords(evaluated.plan.values.bands, bands));
    if (warning.isEmpty()) warning = shrinkWarning(chosen);
    m_warning->setText(warning);
    m_warning->setVisible(!warning.isEmpty());
}

BandTable::BandTable(QWidget* parent) : QWidget(parent) {
    setAccessibleName(tr("Bands of the chosen part"));
    setToolTip(
        tr("Of the chosen part, or of the whole figure when none is chosen: share and area of each "
           "band, and the length of its lower border"));
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
}

QSize BandTable::sizeHint() const {
    const auto rows = std::max<std::size_t>(m_bands.count(), kFewestBands);
    return {280, static_cast<int>(rows) * kRow + 4};
}

void BandTable::show(const Bands& bands, const PartBands& part, const PaintRange& paint) {
    const bool resized = bands.count() != m_bands.count();
    m_bands.borders = bands.borders;
    m_part = part;
    m_paint = paint;
    if (resized) updateGeometry();
    update();
}

void BandTable::paintEvent(QPaintEvent* /*event*/) {
    if (m_part.areas_mm2.size() != m_bands.count()) return;
    QPainter painter(this);
    const Theme& t = currentTheme();
    const std::vector<std::size_t> faults = bandsThatDoNotShrink(m_part);
    const std::size_t count = m_bands.count();
    for (std::size_t row = 0; row < count; ++row) {
        const std::size_t b = count - 1 - row;  // lightest on top
        const int y = static_cast<int>(row) * kRow;
        const QRect swatch(0, y + 2, 26, kRow - 6);
        painter.fillRect(swatch,
                         qColour(displayable({middleOf(b, m_bands.borders, m_paint), 0, 0})));
        painter.setPen(t.line);  // so that a grey like the panel's keeps its shape
        painter.drawRect(swatch.adjusted(0, 0, -1, -1));
        const bool fault = std::ranges::find(faults, b) != faults.end();
        painter.setPen(fault ? t.accent : t.text);
        painter.drawText(QRect(32, y, 92, kRow), Qt::AlignVCenter,
                         QStringLiteral("%1 %2%3").arg(b + 1).arg(
                             q(bandName(b, count)), fault ? QStringLiteral(" ▲") : QString()));
        painter.drawText(QRect(112, y, 46, kRow), Qt::AlignVCenter | Qt::AlignRight,
                         tr("%1 %").arg(100 * m_part.share(b), 0, 'f', 1));
        painter.setPen(t.soft_text);
        painter.drawText(QRect(158, y, 66, kRow), Qt::AlignVCenter | Qt::AlignRight,
                         tr("%1 cm²").arg(m_part.areas_mm2[b] / 100.0, 0, 'f', 2));
        if (b > 0) {
            painter.drawText(QRect(224, y, width() - 224, kRow), Qt::AlignVCenter | Qt::AlignRight,
                             tr("%1 mm").arg(m_part.border_lengths_mm[b - 1], 0, 'f', 0));
        }
    }
}

}  // namespace glaukophos
