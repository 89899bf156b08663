// Laid out in millimetres; pictures by the same renderer as the window.
#include "app/paper/sheet.h"

#include <QDate>
#include <QPainter>

#include "app/paper/sheet_page.h"
#include "app/view/ladder_strip.h"
#include "app/view/sky_chart.h"
#include "app/widgets/text.h"
#include "core/picture/named_view.h"

namespace glaukophos {
namespace {

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
    const QRectF chart(0, 0, kChart / 0.2, kChart / 0.2);
    const Seat seat{evaluated.plan.view.hour, evaluated.plan.view.upside_down};
    const ChartColours colours{Qt::white, QColor(0xf0, 0xf0, 0xf0), kRule, kInk, kInk};
    paintChartGround(painter, chart, seat, colours);
    paintChartLights(painter, chart, evaluated.plan, evaluated.plan.lights.size(), seat, colours);
    painter.restore();

    const double left = page.area().left() + kChart + 2;
    double y = top + 2;
    for (const Light& light : evaluated.plan.lights) {
        painter.setBrush(fileColour(encodedFrom(displayColourOf(light.colour))));
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

void ladderRow(Page& page, const QString& name, const Ladder& ladder, const LadderDrops& drops,
               bool is_source) {
    const double height_mm = drops.part != nullptr ? 27.0 : 22.0;
    page.ensure(height_mm);
    QPainter& painter = page.painter();
    page.setFont(3.4, true);
    painter.setPen(kInk);
    const QRectF label(page.area().left(), page.y(), 32, 12);
    painter.drawText(label, Qt::AlignLeft | Qt::TextWordWrap, name);
    const QRectF steps(page.area().left() + 34, page.y(), page.area().width() - 34, height_mm);
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
    paintLadder(painter, QRectF(0, 0, steps.width() / 0.2, height_mm / 0.2), ladder, drops,
                {kInk, kSoftInk, kRule, true});
    painter.restore();
    page.space(height_mm + 1);
}

void laddersSection(Page& page, const Evaluated& evaluated) {
    page.ensure(40);
    page.text(QObject::tr("Ladders: the colours of each part, Deep to Peak"), 4.6, true);
    page.text(QObject::tr("Widths show the share of the part's area. L* is lightness, C chroma, h "
                          "hue. Where paints are given, the upper half is the colour wanted, the "
                          "lower the mix of the drops below it; 1:1 is one part of paint to one of "
                          "thinner. Printed colours depend on the printer."),
              2.9, false, kSoftInk);
    page.space(1.5);
    ladderRow(page, QObject::tr("Whole figure"), evaluated.appearance->whole, {}, false);
    for (std::size_t p = 0; p < evaluated.plan.parts.size(); ++p) {
        ladderRow(page, capital(q(evaluated.plan.parts[p].name)), evaluated.appearance->ladders[p],
                  dropsOf(evaluated, static_cast<PartIndex>(p)),
                  evaluated.appearance->bands.parts[p].area_mm2() <= 0.0);
    }
}

void bandShares(Page& page, const Evaluated& evaluated) {
    QStringList shares;
    for (std::size_t b = 0; b < evaluated.appearance->bands.count(); ++b) {
        shares << QStringLiteral("%1 %2 %")
                      .arg(q(bandName(b, evaluated.appearance->bands.count())))
                      .arg(100 * evaluated.appearance->bands.whole.share(b), 0, 'f', 0);
    }
    page.text(
        QObject::tr("Shares of the whole surface: %1.").arg(shares.join(QStringLiteral(", "))),
        3.1);
}

}  // namespace

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

QImage sheetPreview(const Evaluated& evaluated, QPageSize::PageSizeId page, int dots_per_inch) {
    return firstPage(evaluated, page, dots_per_inch,
                     [&](Page& first) { paintSheet(first, evaluated); });
}

Result<void> writePlanSheet(const Evaluated& evaluated, const QString& file,
                            QPageSize::PageSizeId page_size) {
    return writePdf(evaluated, file, page_size, [&](Page& page) { paintSheet(page, evaluated); });
}

}  // namespace glaukophos
