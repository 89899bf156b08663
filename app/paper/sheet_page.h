// Pages of a printed plan: a painter whose unit is the millimetre, and pictures at the resolution
// of what is painted on.
#pragma once

#include <QColor>
#include <QPageSize>
#include <QPainter>
#include <functional>

#include "core/picture/look.h"
#include "core/pipeline/evaluated.h"

namespace glaukophos {

inline const QColor kInk(0x10, 0x10, 0x10);
inline const QColor kSoftInk(0x44, 0x44, 0x44);
inline const QColor kRule(0xa0, 0xa0, 0xa0);

// What pages are painted on.
struct Paper {
    QPaintDevice& device;
    QSizeF size_mm;
    std::function<bool()> next_page;  // false when there is only one
};

// The page being filled, and the place where the next thing goes.
class Page {
  public:
    Page(Paper paper, const Evaluated& evaluated);

    void text(const QString& text, double size_mm, bool bold = false, const QColor& ink = kInk);
    void space(double mm) { m_y += mm; }
    void ensure(double mm);  // starts a new page when less than that is left
    void setFont(double size_mm, bool bold);
    // The only page is full: what is painted now is lost, so nobody has to draw it.
    [[nodiscard]] bool isFull() const { return m_full; }
    [[nodiscard]] int dotsPerInch() const { return m_paper.device.logicalDpiX(); }

    [[nodiscard]] QPainter& painter() { return m_painter; }
    [[nodiscard]] const QRectF& area() const { return m_area; }
    [[nodiscard]] double y() const { return m_y; }

  private:
    void footer();

    Paper m_paper;
    QPainter m_painter;
    const Evaluated& m_evaluated;
    QRectF m_area;
    double m_y = 0.0;
    int m_number = 0;
    bool m_full = false;
};

struct SheetView {
    QString caption;
    Overlay overlay;
    ViewChoice view;
    std::shared_ptr<const LayerMap> layer = nullptr;  // for Overlay::Layer
};

// A row of pictures of equal size, each with a caption below.
void pictureRow(Page& page, const Evaluated& evaluated, const std::vector<SheetView>& views,
                double height_mm);

// One picture in a frame, without a caption.
void pictureIn(Page& page, const Evaluated& evaluated, const SheetView& view,
               const QRectF& frame_mm);

// A picture as tall as the figure really is, to scale; `size_mm` on paper.
void pictureAtRealSize(Page& page, const Evaluated& evaluated, const SheetView& view,
                       const QRectF& frame_mm);

// The first page as a picture for the screen.
QImage firstPage(const Evaluated& evaluated, QPageSize::PageSizeId page_size, int dots_per_inch,
                 const std::function<void(Page&)>& paint);

// Writes a PDF, atomically; nothing when stopped. Needs an application object (fonts).
Result<void> writePdf(const Evaluated& evaluated, const QString& file,
                      QPageSize::PageSizeId page_size, const std::function<void(Page&)>& paint,
                      const Progress& progress = {});

}  // namespace glaukophos
