// Enlarged first, since that is what one paints by; then real size, then the numbers.
#include "app/paper/study_sheet.h"

#include <QDate>

#include "app/paper/sheet_page.h"
#include "app/widgets/text.h"
#include "app/widgets/theme.h"
#include "core/picture/study.h"

namespace glaukophos {
namespace {

constexpr double kRow_mm = 5.2;

// Columns: swatch, name, L*, share, area, lower border.
void bandRow(Page& page, const Bands& bands, const PartBands& part, std::size_t b,
             const PaintRange& paint) {
    QPainter& painter = page.painter();
    const double left = page.area().left();
    const double y = page.y();
    const double low = b == 0 ? paint.darkest : bands.borders[b - 1];
    const double high = b + 1 == bands.count() ? paint.top() : bands.borders[b];
    painter.setPen(QPen(kRule, 0.15));
    painter.setBrush(fileColour(displayable({middleOf(b, bands.borders, paint), 0, 0})));
    painter.drawRect(QRectF(left, y, 10, kRow_mm - 1));
    page.setFont(3.1, false);
    painter.setPen(kInk);
    const auto cell = [&](double x, double width, const QString& text, int align) {
        painter.drawText(QRectF(left + x, y, width, kRow_mm - 1), align | Qt::AlignVCenter, text);
    };
    cell(12, 8, QString::number(b + 1), Qt::AlignLeft);
    cell(18, 34, q(bandName(b, bands.count())), Qt::AlignLeft);
    cell(52, 26, QObject::tr("L* %1–%2").arg(low, 0, 'f', 0).arg(high, 0, 'f', 0), Qt::AlignLeft);
    cell(78, 22, QObject::tr("%1 %").arg(100 * part.share(b), 0, 'f', 1), Qt::AlignRight);
    cell(102, 30, QObject::tr("%1 cm²").arg(part.areas_mm2[b] / 100.0, 0, 'f', 2), Qt::AlignRight);
    if (b > 0) {
        cell(134, 48,
             QObject::tr("border below %1 cm").arg(part.border_lengths_mm[b - 1] / 10.0, 0, 'f', 0),
             Qt::AlignRight);
    }
    page.space(kRow_mm);
}

void bandTable(Page& page, const Evaluated& evaluated) {
    const Bands& bands = evaluated.appearance->bands;
    page.ensure(kRow_mm * static_cast<double>(bands.count()) + 14);
    page.text(QObject::tr("Bands of the whole figure"), 4.4, true);
    for (std::size_t row = 0; row < bands.count(); ++row) {
        bandRow(page, bands, bands.whole, bands.count() - 1 - row, evaluated.plan.values.paint);
    }
    if (!evaluated.marks->edges.parts.empty()) {
        page.space(1);
        page.text(QObject::tr("Borders: %1.").arg(q(inWords(evaluated.marks->edges.whole))), 3.1);
    }
}

// Real size, as far as the paper is wide.
void realSizeRow(Page& page, const Evaluated& evaluated, const std::vector<NamedView>& views) {
    const Vec3 size = evaluated.plan.figure->bounds().size();
    const double height = 1.06 * size.z() + 4.0;
    const double width = 1.06 * std::max(size.x(), size.y()) + 4.0;
    page.ensure(height + 14);
    page.text(QObject::tr("At real size"), 4.4, true);
    double left = page.area().left();
    for (const NamedView& view : views) {
        if (left + width > page.area().right() + 0.1) {
            left = page.area().left();
            page.space(height + 6);
            page.ensure(height + 8);
        }
        ViewChoice level = view.view;
        if (std::abs(level.height_deg) < 45.0) level.height_deg = 0.0;
        pictureAtRealSize(page, evaluated, {QObject::tr(view.caption), Overlay::Bands, level},
                          {left, page.y(), width, height});
        left += width + 3.0;
    }
    page.space(height + 7);
}

void merges(Page& page, const Evaluated& evaluated, const std::vector<NamedView>& views) {
    page.ensure(24);
    page.text(QObject::tr("When you squint"), 4.4, true);
    int found = 0;
    for (const NamedView& view : views) {
        for (const Merge& merge : mergesIn(evaluated.plan, *evaluated.appearance, view.view)) {
            if (merge.border_mm < 6.0) continue;
            page.ensure(6);
            page.text(q(inWords(evaluated.plan, merge, view.caption)) + QStringLiteral("."), 3.0);
            ++found;
        }
    }
    if (found == 0) page.text(QObject::tr("Neighbouring parts stand apart from every side."), 3.0);
}

void paintStudy(Page& page, const Evaluated& evaluated) {
    const std::vector<NamedView> views = studyViews();
    page.text(QObject::tr("%1: study in greys").arg(q(evaluated.plan.title)), 6.5, true);
    page.text(QObject::tr("%1 · %2 bands, black to white")
                  .arg(QDate::currentDate().toString(Qt::ISODate))
                  .arg(evaluated.appearance->bands.count()),
              3.2, false, kSoftInk);
    page.space(1.5);
    const auto sheet = [&](std::size_t i) {
        return SheetView{QObject::tr(views[i].caption), Overlay::Bands, views[i].view};
    };
    pictureRow(page, evaluated, {sheet(0), sheet(2)}, 88);
    pictureRow(page, evaluated, {sheet(1), sheet(3), sheet(4)}, 66);
    bandTable(page, evaluated);
    realSizeRow(page, evaluated, views);
    merges(page, evaluated, views);
}

}  // namespace

QImage studyPreview(const Evaluated& evaluated, QPageSize::PageSizeId page, int dots_per_inch) {
    return firstPage(evaluated, page, dots_per_inch,
                     [&](Page& first) { paintStudy(first, evaluated); });
}

Result<void> writeStudy(const Evaluated& evaluated, const QString& file,
                        QPageSize::PageSizeId page_size) {
    return writePdf(evaluated, file, page_size, [&](Page& page) { paintStudy(page, evaluated); });
}

}  // namespace glaukophos
