#include "app/bench/bench_widgets.h"

#include <QPainter>

namespace glaukophos {

CoatRings::CoatRings(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("benchCoats"));
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
}

void CoatRings::setCoats(int done, int count) {
    m_done = done;
    m_count = count;
    setAccessibleName(tr("%1 of %2 coats done").arg(done).arg(count));
    update();
}

void CoatRings::paintEvent(QPaintEvent* /*event*/) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const Theme& t = currentTheme();
    for (int i = 0; i < m_count; ++i) {
        const QRectF ring(4 + i * 40, 5, 28, 28);
        if (ring.right() > width()) break;
        painter.setPen(QPen(i <= m_done ? t.accent : t.soft_text, i == m_done ? 4 : 2));
        painter.setBrush(i < m_done ? QBrush(t.accent) : QBrush(Qt::NoBrush));
        painter.drawEllipse(ring);
    }
}

Shade::Shade(QWidget* parent) : QWidget(parent) {
    setAttribute(Qt::WA_TransparentForMouseEvents);
    hide();
}

void Shade::paintEvent(QPaintEvent* /*event*/) {
    QPainter(this).fillRect(rect(), QColor(0, 0, 0, 150));
}

QString benchStyle(const Theme& t) {
    return QStringLiteral(R"(
        BenchWindow, QWidget#benchWords { background: %1; }
        QLabel { font-size: 21px; }
        QLabel#benchPlace { font-size: 20px; color: %2; }
        QLabel#benchTitle { font-size: 38px; font-weight: 600; }
        QLabel#benchClock { font-size: 30px; font-weight: 600; }
        QLabel#benchDrying { font-size: 20px; color: %2; }
        QLabel#benchCaution { font-size: 17px; border: 1px solid %3; border-radius: 5px; padding: 6px; }
        QPushButton { font-size: 17px; padding: 9px 12px; }
        QLineEdit { font-size: 21px; padding: 8px; }
    )")
        .arg(t.ground.name(), t.soft_text.name(), t.accent.name());
}

}  // namespace glaukophos
