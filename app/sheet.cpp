// Laid out in millimetres; pictures by the same renderer as the window.
#include "app/sheet.h"

#include <QBuffer>
#include <QDate>
#include <QPainter>
#include <QPdfWriter>

#include "app/image_convert.h"
#include "app/ladder_strip.h"
#include "app/sky_chart.h"
#include "app/text.h"
#include "core/io/file_bytes.h"
#include "core/picture/named_view.h"
#include "core/picture/render.h"

namespace glaukophos {
namespace {

constexpr int kDotsPerInch = 300;
constexpr double kMargin_mm = 14.0;
constexpr int kSamples = 9;
const QColor kInk(0x10, 0x10, 0x10);
const QColor kSoftInk(0x44, 0x44, 0x44);
const QColor kRule(0xa0, 0xa0, 0xa0);

// A painter whose unit is the millimetre, and the place where the next thing goes.
class Page {
  public:
    Page(QPdfWriter& writer, const Evaluated& evaluated)
        : m_writer(writer), m_painter(&writer), m_evaluated(evaluated) {
        const double dots_per_mm = writer.resolution() / 25.4;
        m_painter.scale(dots_per_mm, dots_per_mm);
        const QSizeF size = writer.pageLayout().pageSize().size(QPageSize::Millimeter);
        m_area = QRectF(kMargin_mm, kMargin_mm, size.width() - 2 * kMargin_mm,
                        size.height() - 2 * kMargin_mm);
        m_y = m_area.top();
        footer();
    }

    void text(const QString& text, double size_mm, bool bold = false, const QColor& ink = kInk) {
        setFont(size_mm, bold);
        m_painter.setPen(ink);
        const QRectF room(m_area.left(), m_y, m_area.width(), 60);
        QRectF used;
        m_painter.drawText(room, Qt::AlignLeft | Qt::TextWordWrap, text, &used);
        m_y += used.height() + 0.8;
    }

    void space(double mm) { m_y += mm; }

    void ensure(double mm) {
        if (m_y + mm <= m_area.bottom() - 6) return;
        m_writer.newPage();
        m_y = m_area.top();
        footer();
    }

    void setFont(double size_mm, bool bold) {
        QFont font(QStringLiteral("Manrope"));
        font.setPointSizeF(kFontUnit * size_mm);
        font.setWeight(bold ? QFont::DemiBold : QFont::Normal);
        m_painter.setFont(font);
    }

    [[nodiscard]] QPainter& painter() { return m_painter; }
    [[nodiscard]] const QRectF& area() const { return m_area; }
    [[nodiscard]] double y() const { return m_y; }

  private:
    // Points are scaled with everything else, so a size in mm has to be undone by the resolution.
    static constexpr double kFontUnit = 72.0 / kDotsPerInch;

    void footer() {
        ++m_number;
        setFont(2.7, false);
        m_painter.setPen(kSoftInk);
        const QRectF line(m_area.left(), m_area.bottom() - 4, m_area.width(), 4);
        m_painter.drawText(line, Qt::AlignLeft, q(m_evaluated.plan.title));
        m_painter.drawText(line, Qt::AlignRight, QObject::tr("page %1").arg(m_number));
    }

    QPdfWriter& m_writer;
    QPainter m_painter;
    const Evaluated& m_evaluated;
    QRectF m_area;
    double m_y = 0.0;
    int m_number = 0;
};

QImage pictureOf(const Evaluated& evaluated, const LookChoice& choice, const ViewChoice& view,
                 const QSizeF& size_mm) {
    const double dots_per_mm = kDotsPerInch / 25.4;
    const PixelGrid grid{static_cast<int>(size_mm.width() * dots_per_mm),
                         static_cast<int>(size_mm.height() * dots_per_mm)};
    const Look look = lookOf(evaluated.plan, evaluated.results, choice);
    ShadeChoice shade;
    shade.backdrop = {0.80F, 0.80F, false};  // little ink, and black and white stay apart from it
    shade.line_width_px = 2.2F;
    Camera camera = heldCamera(evaluated.plan.figure->bounds(), view, grid);
    hideParts(camera, evaluated.plan);
    return toQImage(renderPicture(*evaluated.plan.figure, camera, grid, look, shade, kSamples));
}

struct SheetView {
    QString caption;
    Overlay overlay;
    ViewChoice view;
};

// A row of pictures of equal size, each with a caption below.
void pictureRow(Page& page, const Evaluated& evaluated, const std::vector<SheetView>& views,
                double height_mm) {
    constexpr double kGap = 3.0;
    page.ensure(height_mm + 6);
    const auto count = static_cast<double>(views.size());
    const double width = (page.area().width() - kGap * (count - 1)) / count;
    double left = page.area().left();
    for (const SheetView& view : views) {
        const QRectF frame(left, page.y(), width, height_mm);
        page.painter().drawImage(
            frame, pictureOf(evaluated, {view.overlay, 0, false}, view.view, frame.size()));
        page.setFont(2.9, false);
        page.painter().setPen(kSoftInk);
        page.painter().drawText(QRectF(left, page.y() + height_mm + 0.8, width, 4.5), Qt::AlignLeft,
                                view.caption);
        left += width + kGap;
    }
    page.space(height_mm + 7);
}

void lightsSection(Page& page, const Evaluated& evaluated) {
    constexpr double kChart = 62.0;
    page.ensure(kChart + 12);
    page.text(QObject::tr("Lights"), 4.6, true);
    const double top = page.y();
    QPainter& painter = page.painter();
    painter.save();
    // The chart is drawn in pixels: a fifth of a millimetre each.
    painter.translate(page.area().left() - 4, top);
    painter.scale(0.2, 0.2);
    QFont font(QStringLiteral("Manrope"));
    font.setPixelSize(12);
    painter.setFont(font);
    paintSkyChart(painter, QRectF(0, 0, kChart / 0.2, kChart / 0.2), evaluated.plan,
                  evaluated.plan.lights.size(),
                  {Qt::white, QColor(0xf0, 0xf0, 0xf0), kRule, kInk, kInk});
    painter.restore();

    const double left = page.area().left() + kChart + 2;
    double y = top + 2;
    for (const Light& light : evaluated.plan.lights) {
        painter.setBrush(qColour(encodedFrom(displayColourOf(light.colour))));
        painter.setPen(QPen(kRule, 0.2));
        painter.drawEllipse(QRectF(left, y + 0.4, 3.4, 3.4));
        page.setFont(3.4, true);
        painter.setPen(kInk);
        painter.drawText(QRectF(left + 5, y, 100, 5), Qt::AlignLeft,
                         q(light.name) + (light.on ? QString() : QObject::tr(" (off)")));
        page.setFont(3.1, false);
        QRectF used;
        const QString colour = light.colour.source == ColourSource::Temperature
                                   ? QObject::tr("%1 K").arg(light.colour.kelvin, 0, 'f', 0)
                                   : q(hexFrom(light.colour.chosen));
        painter.drawText(QRectF(left + 5, y + 4.8, page.area().right() - left - 5, 30),
                         Qt::AlignLeft | Qt::TextWordWrap,
                         QObject::tr("%1. Colour %2, strength %3.")
                             .arg(q(whereFrom(light, evaluated.plan.figure->bounds(),
                                              ownBounds(evaluated.plan, light))),
                                  colour)
                             .arg(light.strength, 0, 'g', 3),
                         &used);
        y += used.height() + 8.0;
    }
    page.space(std::max(kChart, y - top) + 3);
}

void ladderRow(Page& page, const QString& name, const Ladder& ladder, bool is_source) {
    constexpr double kHeight = 22.0;
    page.ensure(kHeight);
    QPainter& painter = page.painter();
    page.setFont(3.4, true);
    painter.setPen(kInk);
    const QRectF label(page.area().left(), page.y(), 32, 12);
    painter.drawText(label, Qt::AlignLeft | Qt::TextWordWrap, name);
    const QRectF steps(page.area().left() + 34, page.y(), page.area().width() - 34, kHeight);
    if (is_source) {
        page.setFont(3.1, false);
        painter.drawText(steps, Qt::AlignLeft,
                         QObject::tr("The light itself: white or tinted white, lightest of all, "
                                     "painted last."));
        page.space(9);
        return;
    }
    painter.save();
    painter.translate(steps.topLeft());
    painter.scale(0.2, 0.2);
    QFont font(QStringLiteral("Manrope"));
    font.setPixelSize(14);
    painter.setFont(font);
    paintLadder(painter, QRectF(0, 0, steps.width() / 0.2, kHeight / 0.2), ladder,
                {kInk, kSoftInk, kRule});
    painter.restore();
    page.space(kHeight + 1);
}

void laddersSection(Page& page, const Evaluated& evaluated) {
    page.ensure(40);
    page.text(QObject::tr("Ladders: the colours of each part, Deep to Peak"), 4.6, true);
    page.text(QObject::tr("Widths show the share of the part's area. L* is lightness, C chroma, h "
                          "hue; the printed colour depends on the printer, the numbers do not."),
              2.9, false, kSoftInk);
    page.space(1.5);
    ladderRow(page, QObject::tr("Whole figure"), evaluated.results.whole, false);
    for (std::size_t p = 0; p < evaluated.plan.parts.size(); ++p) {
        ladderRow(page, q(evaluated.plan.parts[p].name), evaluated.results.ladders[p],
                  evaluated.results.bands.parts[p].area_mm2() <= 0.0);
    }
}

void bandShares(Page& page, const Evaluated& evaluated) {
    QStringList shares;
    for (std::size_t b = 0; b < evaluated.results.bands.count(); ++b) {
        shares << QStringLiteral("%1 %2 %")
                      .arg(q(bandName(b, evaluated.results.bands.count())))
                      .arg(100 * evaluated.results.bands.whole.share(b), 0, 'f', 0);
    }
    page.text(
        QObject::tr("Shares of the whole surface: %1.").arg(shares.join(QStringLiteral(", "))),
        3.1);
}

void paintSheet(Page& page, const Evaluated& evaluated) {
    const auto& named = namedViews();
    page.text(q(evaluated.plan.title), 7.5, true);
    page.text(QObject::tr("Light plan, %1").arg(QDate::currentDate().toString(Qt::ISODate)), 3.2,
              false, kSoftInk);
    page.space(2);
    ViewChoice chosen = evaluated.plan.view;
    ViewChoice behind = chosen;
    behind.hour += 6.0;
    pictureRow(page, evaluated,
               {{QObject::tr("Colours, the chosen view"), Overlay::Colours, chosen},
                {QObject::tr("Bands, the chosen view"), Overlay::Bands, chosen}},
               82);
    std::vector<SheetView> sides;
    for (std::size_t i = 0; i < 4; ++i) {
        sides.push_back({QObject::tr(named[i].caption), Overlay::Bands, named[i].view});
    }
    pictureRow(page, evaluated, sides, 48);
    bandShares(page, evaluated);
    page.space(2);
    lightsSection(page, evaluated);
    laddersSection(page, evaluated);
}

}  // namespace

Result<void> writePlanSheet(const Evaluated& evaluated, const QString& file,
                            QPageSize::PageSizeId page_size) {
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    {
        QPdfWriter writer(&buffer);
        writer.setPageSize(QPageSize(page_size));
        writer.setPageMargins(QMarginsF(0, 0, 0, 0));
        writer.setResolution(kDotsPerInch);
        writer.setTitle(q(evaluated.plan.title));
        writer.setCreator(QStringLiteral("Glaukophos"));
        Page page(writer, evaluated);
        paintSheet(page, evaluated);
    }
    return writeAtomically(file.toStdString(),
                           {bytes.constData(), static_cast<std::size_t>(bytes.size())});
}

}  // namespace glaukophos
