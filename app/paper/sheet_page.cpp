// Laid out in millimetres; pictures by the same renderer as the window.
#include "app/paper/sheet_page.h"

#include <QBuffer>
#include <QPdfWriter>

#include "app/widgets/band_numbers.h"
#include "app/widgets/image_convert.h"
#include "app/widgets/text.h"
#include "core/io/file_bytes.h"
#include "core/picture/render.h"

namespace glaukophos {
namespace {

constexpr int kDotsPerInch = 300;
constexpr double kMargin_mm = 14.0;
constexpr int kSamples = 9;
constexpr int kMapSamples = 4;  // there are many of them, and they are flat
constexpr int kMapDots = 200;   // an inch, for the same reason

PixelGrid gridFor(const QSizeF& size_mm, int dots_per_inch) {
    const double dots_per_mm = dots_per_inch / 25.4;
    return {std::max(1, static_cast<int>(size_mm.width() * dots_per_mm)),
            std::max(1, static_cast<int>(size_mm.height() * dots_per_mm))};
}

QImage rendered(const Evaluated& evaluated, const SheetView& view, Camera camera,
                const PixelGrid& grid, int dots_per_inch) {
    LookChoice choice;
    choice.overlay = view.overlay;
    choice.layer = view.layer;
    const Look look = lookOf(evaluated.plan, *evaluated.appearance, choice, *evaluated.marks);
    ShadeChoice shade;
    shade.backdrop = {0.80F, 0.80F, false};  // little ink, and black and white stay apart from it
    shade.line_width_px = std::max(1.0F, 2.2F * static_cast<float>(dots_per_inch) / kDotsPerInch);
    hideParts(camera, evaluated.plan);
    const Figure& figure = *evaluated.plan.figure;
    QImage picture = toQImage(
        renderPicture(figure, camera, grid, look, shade, view.layer ? kMapSamples : kSamples));
    if (view.overlay == Overlay::Bands) {
        const int number_px = std::max(7, dots_per_inch / 14);  // about 1.8 mm
        const TracedFrame frame = traceFrame(figure, camera, grid, Eigen::Vector2f::Zero());
        paintBandNumbers(picture, bandLabels(figure, frame, look, number_px - 4), look, number_px);
    }
    return picture;
}

void drawView(Page& page, const Evaluated& evaluated, const SheetView& view,
              const QRectF& frame_mm) {
    if (page.isFull()) return;
    const int dots = view.layer ? std::min(page.dotsPerInch(), kMapDots) : page.dotsPerInch();
    const PixelGrid grid = gridFor(frame_mm.size(), dots);
    const Camera camera = heldCamera(evaluated.plan.figure->bounds(), view.view, grid);
    page.painter().drawImage(frame_mm, rendered(evaluated, view, camera, grid, dots));
}

}  // namespace

Page::Page(Paper paper, const Evaluated& evaluated)
    : m_paper(std::move(paper)), m_painter(&m_paper.device), m_evaluated(evaluated) {
    const double dots_per_mm = dotsPerInch() / 25.4;
    m_painter.setRenderHints(QPainter::Antialiasing | QPainter::SmoothPixmapTransform);
    m_painter.scale(dots_per_mm, dots_per_mm);
    m_area = QRectF(kMargin_mm, kMargin_mm, m_paper.size_mm.width() - 2 * kMargin_mm,
                    m_paper.size_mm.height() - 2 * kMargin_mm);
    m_y = m_area.top();
    footer();
}

void Page::text(const QString& text, double size_mm, bool bold, const QColor& ink) {
    setFont(size_mm, bold);
    m_painter.setPen(ink);
    const QRectF room(m_area.left(), m_y, m_area.width(), 60);
    QRectF used;
    m_painter.drawText(room, Qt::AlignLeft | Qt::TextWordWrap, text, &used);
    m_y += used.height() + 0.8;
}

void Page::ensure(double mm) {
    if (m_y + mm <= m_area.bottom() - 6) return;
    m_y = m_area.top();
    if (!m_paper.next_page()) {
        m_full = true;
        m_painter.setClipRect(QRectF());
        return;
    }
    footer();
}

void Page::setFont(double size_mm, bool bold) {
    QFont font(QStringLiteral("Manrope"));
    // Points are scaled with everything else, so a size in mm has to be undone by the resolution.
    font.setPointSizeF(72.0 / dotsPerInch() * size_mm);
    font.setWeight(bold ? QFont::DemiBold : QFont::Normal);
    m_painter.setFont(font);
}

void Page::footer() {
    ++m_number;
    setFont(2.7, false);
    m_painter.setPen(kSoftInk);
    const QRectF line(m_area.left(), m_area.bottom() - 4, m_area.width(), 4);
    m_painter.drawText(line, Qt::AlignLeft, q(m_evaluated.plan.title));
    m_painter.drawText(line, Qt::AlignRight, QObject::tr("page %1").arg(m_number));
}

void pictureIn(Page& page, const Evaluated& evaluated, const SheetView& view,
               const QRectF& frame_mm) {
    drawView(page, evaluated, view, frame_mm);
}

void pictureRow(Page& page, const Evaluated& evaluated, const std::vector<SheetView>& views,
                double height_mm) {
    constexpr double kGap = 3.0;
    page.ensure(height_mm + 6);
    const auto count = static_cast<double>(views.size());
    const double width = (page.area().width() - kGap * (count - 1)) / count;
    double left = page.area().left();
    for (const SheetView& view : views) {
        const QRectF frame(left, page.y(), width, height_mm);
        drawView(page, evaluated, view, frame);
        page.setFont(2.9, false);
        page.painter().setPen(kSoftInk);
        page.painter().drawText(QRectF(left, page.y() + height_mm + 0.8, width, 4.5), Qt::AlignLeft,
                                view.caption);
        left += width + kGap;
    }
    page.space(height_mm + 7);
}

void pictureAtRealSize(Page& page, const Evaluated& evaluated, const SheetView& view,
                       const QRectF& frame_mm) {
    if (page.isFull()) return;
    const PixelGrid grid = gridFor(frame_mm.size(), page.dotsPerInch());
    Camera camera = heldCamera(evaluated.plan.figure->bounds(), view.view, grid);
    camera.parallel = true;  // so that every millimetre is one
    camera.half_height = static_cast<float>(0.5 * frame_mm.height());
    page.painter().drawImage(frame_mm, rendered(evaluated, view, camera, grid, page.dotsPerInch()));
    page.setFont(2.7, false);
    page.painter().setPen(kSoftInk);
    page.painter().drawText(QRectF(frame_mm.left(), frame_mm.bottom() + 0.8, frame_mm.width(), 4.5),
                            Qt::AlignLeft, view.caption);
}

QImage firstPage(const Evaluated& evaluated, QPageSize::PageSizeId page_size, int dots_per_inch,
                 const std::function<void(Page&)>& paint) {
    const QSizeF size = QPageSize(page_size).size(QPageSize::Millimeter);
    QImage image((size * (dots_per_inch / 25.4)).toSize(), QImage::Format_RGB32);
    image.setDotsPerMeterX(static_cast<int>(std::lround(dots_per_inch / 0.0254)));
    image.setDotsPerMeterY(image.dotsPerMeterX());
    image.fill(Qt::white);
    Page page({image, size, [] { return false; }}, evaluated);
    paint(page);
    return image;
}

Result<void> writePdf(const Evaluated& evaluated, const QString& file,
                      QPageSize::PageSizeId page_size, const std::function<void(Page&)>& paint,
                      const Progress& progress) {
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
        const QSizeF size = writer.pageLayout().pageSize().size(QPageSize::Millimeter);
        Page page({writer, size, [&writer] { return writer.newPage(); }}, evaluated);
        paint(page);
    }
    if (progress.stopped()) return fail(ErrorCode::Cancelled, "Stopped.");
    return writeAtomically(file.toStdString(),
                           {bytes.constData(), static_cast<std::size_t>(bytes.size())});
}

}  // namespace glaukophos
