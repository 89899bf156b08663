// Small and without a frame, so that the greys stay what is seen first.
#include "app/widgets/band_numbers.h"

#include <QFont>
#include <QPainter>

namespace glaukophos {

void paintBandNumbers(QImage& picture, const std::vector<BandLabel>& labels, const Look& look,
                      int pixel_size) {
    QPainter painter(&picture);
    QFont font(QStringLiteral("Manrope"));
    font.setPixelSize(pixel_size);
    font.setWeight(QFont::DemiBold);
    painter.setFont(font);
    for (const BandLabel& label : labels) {
        const bool on_dark = label.band < look.borders.size() && look.borders[label.band] < 62.0;
        painter.setPen(on_dark ? QColor(255, 255, 255, 235) : QColor(0, 0, 0, 235));
        const QRect room(label.x - 2 * pixel_size, label.y - pixel_size, 4 * pixel_size,
                         2 * pixel_size);
        painter.drawText(room, Qt::AlignCenter, QString::number(label.band + 1));
    }
}

}  // namespace glaukophos
