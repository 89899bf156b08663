#include "app/stages/review/photo_paper.h"

#include <QFile>
#include <QLocale>
#include <QPainter>
#include <QPdfWriter>
#include <algorithm>

#include "app/widgets/inked_text.h"

namespace glaukophos {
namespace {

constexpr double kMargin_mm = 12.0;

QImage withNumbers(const MadePhoto& photo) {
    QImage image = photo.picture.copy();
    if (photo.labels.empty()) return image;
    QPainter painter(&image);
    painter.setRenderHint(QPainter::Antialiasing);
    QFont font = painter.font();
    font.setPixelSize(std::max(10, std::max(image.width(), image.height()) / 75));
    font.setWeight(QFont::DemiBold);
    painter.setFont(font);
    for (const BandLabel& label : photo.labels) {
        paintInked(painter, QPointF(label.x, label.y), QString::number(label.band + 1),
                   0.25 * font.pixelSize());
    }
    return image;
}

QPageSize usualPage() {
    const bool letter = QLocale::system().measurementSystem() == QLocale::ImperialUSSystem;
    return QPageSize(letter ? QPageSize::Letter : QPageSize::A4);
}

bool writePage(const QImage& image, const QString& caption, const QString& file) {
    QFile target(file);
    if (!target.open(QIODevice::WriteOnly)) return false;
    QPdfWriter writer(&target);
    writer.setPageSize(usualPage());
    writer.setPageOrientation(image.width() > image.height() ? QPageLayout::Landscape
                                                             : QPageLayout::Portrait);
    writer.setPageMargins(QMarginsF(kMargin_mm, kMargin_mm, kMargin_mm, kMargin_mm),
                          QPageLayout::Millimeter);
    QPainter painter(&writer);
    if (!painter.isActive()) return false;
    QFont font = painter.font();
    font.setPointSizeF(10.0);
    painter.setFont(font);
    const int line = 2 * QFontMetrics(font, &writer).height();
    const QRect page(0, 0, writer.width(), writer.height() - line);
    const QSize size = image.size().scaled(page.size(), Qt::KeepAspectRatio);
    painter.drawImage(QRect({(page.width() - size.width()) / 2, 0}, size), image);
    painter.drawText(QRect(0, size.height(), page.width(), line),
                     Qt::AlignHCenter | Qt::AlignBottom, caption);
    return painter.end() && target.flush();
}

}  // namespace

bool writePhoto(const MadePhoto& photo, const QString& caption, const QString& file) {
    const QImage image = withNumbers(photo);
    if (file.endsWith(QStringLiteral(".pdf"), Qt::CaseInsensitive)) {
        return writePage(image, caption, file);
    }
    return image.save(file, "PNG");
}

}  // namespace glaukophos
