// What the paint's film says; the painter sees at once whether that is the pot on the desk.
#include "app/stages/colours/tint_row.h"

#include <QPainter>

#include "app/widgets/screen_profile.h"
#include "app/widgets/text.h"
#include "app/widgets/theme.h"
#include "core/colour/coats.h"

namespace glaukophos {
namespace {

constexpr int kTile_px = 30;
constexpr int kTileWords_px = 17;

}  // namespace

TintRow::TintRow(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("tintRow"));
    setAccessibleName(tr("The paint alone, in white, and in one coat over black and white"));
    setToolTip(
        tr("Alone; one part in 1, 4 and 10 of white; one full coat over black and over white. If "
           "your pot looks otherwise, say so above"));
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
}

QSize TintRow::sizeHint() const { return {240, kTile_px + kTileWords_px + 4}; }

void TintRow::setPaint(const Paint& paint) {
    m_colours.clear();
    const PaintFilm film = filmOf(paint);
    const auto add = [&](const Lab& colour) { m_colours.push_back(qColour(displayable(colour))); };
    add(tintOf(film, referenceWhite(), 0.0));
    for (const int parts : kTintRow) add(tintOf(film, referenceWhite(), parts));
    Reflectance white;
    white.share.setConstant(0.9);
    Reflectance black;
    black.share.setConstant(0.01);
    add(colourOver(film, 1.0, black));
    add(colourOver(film, 1.0, white));
    update();
}

void TintRow::paintEvent(QPaintEvent* /*event*/) {
    if (m_colours.empty()) return;
    QPainter painter(this);
    const Theme& t = currentTheme();
    const QStringList words = {tr("alone"), tr("1:1"),      tr("1:4"),
                               tr("1:10"),  tr("on black"), tr("on white")};
    const double step = static_cast<double>(width()) / static_cast<double>(m_colours.size());
    for (std::size_t i = 0; i < m_colours.size(); ++i) {
        const QRectF patch(step * static_cast<double>(i), 0, step - 3, kTile_px);
        const bool coat = i >= 4;
        // A coat is shown beside what it lies on.
        if (coat) painter.fillRect(patch, i == 4 ? QColor(20, 20, 20) : QColor(242, 242, 242));
        painter.fillRect(coat ? patch.adjusted(0, 0, -0.35 * patch.width(), 0) : patch,
                         m_colours[i]);
        painter.setPen(t.line);
        painter.setBrush(Qt::NoBrush);
        painter.drawRect(patch.adjusted(0.5, 0.5, -0.5, -0.5));
        painter.setPen(t.soft_text);
        const QRectF below(patch.left(), kTile_px + 2, patch.width() + 3, kTileWords_px);
        painter.drawText(
            below, Qt::AlignLeft | Qt::AlignVCenter,
            painter.fontMetrics().elidedText(words[static_cast<qsizetype>(i)], Qt::ElideRight,
                                             static_cast<int>(below.width())));
    }
}

}  // namespace glaukophos
