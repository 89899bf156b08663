#include "app/view/photo_view.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>
#include <algorithm>
#include <cmath>

#include "app/widgets/inked_text.h"
#include "app/widgets/theme.h"
#include "core/photo/model_edges.h"

namespace glaukophos {
namespace {

constexpr double kRounded_px = 8.0;
constexpr double kLoupe_px = 150.0;
constexpr double kLoupe = 4.0;  // times as large as the photograph's own pixels
constexpr double kGrip_px = 9.0;
constexpr double kMostZoom = 20.0;
constexpr double kRim_px = 3.5;  // of words

}  // namespace

PhotoView::PhotoView(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("photoView"));
    setAccessibleName(tr("Photograph"));
    setToolTip(tr("Drag to move it, turn the wheel to make it larger"));
    setMinimumSize(160, 160);
    setMouseTracking(true);
    setFocusPolicy(Qt::StrongFocus);
}

void PhotoView::setPicture(const QImage& picture, const QString& words) {
    // The same photograph may come larger or smaller.
    const qint64 wide = qint64{picture.width()} * m_picture.height();
    const qint64 high = qint64{picture.height()} * m_picture.width();
    if (m_picture.isNull() || std::abs(wide - high) > wide / 100) {
        m_zoom = 1.0;
        m_middle = {0.5, 0.5};
    }
    m_picture = picture;
    m_words = words;
    update();
}

void PhotoView::lookAt(const QRectF& pixels) {
    if (m_picture.isNull() || pixels.isEmpty()) return;
    constexpr double kFilled = 0.86;
    const double fit = std::min(static_cast<double>(width()) / m_picture.width(),
                                static_cast<double>(height()) / m_picture.height());
    const double wanted = kFilled * std::min(width() / pixels.width(), height() / pixels.height());
    m_zoom = std::clamp(wanted / fit, 1.0, kMostZoom);
    m_middle = {std::clamp(pixels.center().x() / m_picture.width(), 0.0, 1.0),
                std::clamp(pixels.center().y() / m_picture.height(), 0.0, 1.0)};
    update();
}

void PhotoView::lookAtFigure(const PhotoCamera& camera, const Bounds& figure, int factor) {
    const auto box = boxSeen(camera, figure);
    if (box.isEmpty()) return;
    lookAt(QRectF(QPointF(box.min().x(), box.min().y()) / factor,
                  QPointF(box.max().x(), box.max().y()) / factor) &
           QRectF(m_picture.rect()));
}

void PhotoView::setOther(const QImage& other) {
    m_other = other;
    update();
}

void PhotoView::setMarks(std::vector<PhotoMark> marks) {
    m_marks = std::move(marks);
    update();
}

void PhotoView::setNumbers(std::vector<PhotoNumber> numbers) {
    m_numbers = std::move(numbers);
    update();
}

void PhotoView::setTurned(bool mirrored, bool upside_down) {
    m_mirrored = mirrored;
    m_upside_down = upside_down;
    update();
}

void PhotoView::setPicking(bool picking) {
    m_picking = picking;
    setCursor(picking ? Qt::CrossCursor : Qt::ArrowCursor);
    update();
}

QTransform PhotoView::toWidget() const {
    if (m_picture.isNull()) return {};
    const double fit = std::min(static_cast<double>(width()) / m_picture.width(),
                                static_cast<double>(height()) / m_picture.height());
    const double scale = fit * m_zoom;
    QTransform transform;
    transform.translate(width() / 2.0, height() / 2.0);
    transform.scale(m_mirrored ? -scale : scale, m_upside_down ? -scale : scale);
    transform.translate(-m_middle.x() * m_picture.width(), -m_middle.y() * m_picture.height());
    return transform;
}

QPointF PhotoView::positionOf(const QPointF& pixel) const { return toWidget().map(pixel); }

QPointF PhotoView::pixelAt(const QPointF& position) const {
    return toWidget().inverted().map(position);
}

bool PhotoView::isOnSlider(const QPointF& position) const {
    return !m_other.isNull() && std::abs(position.x() - m_wipe * width()) < kGrip_px;
}

void PhotoView::paintEvent(QPaintEvent* /*event*/) {
    QPainter painter(this);
    painter.setRenderHints(QPainter::Antialiasing | QPainter::SmoothPixmapTransform);
    QPainterPath frame;
    frame.addRoundedRect(rect(), kRounded_px, kRounded_px);
    painter.setClipPath(frame);
    painter.fillRect(rect(), m_picture.isNull() ? currentTheme().field : currentTheme().line);
    if (m_picture.isNull()) {
        painter.setPen(currentTheme().text);
        painter.drawText(rect().adjusted(24, 24, -24, -24), Qt::AlignCenter | Qt::TextWordWrap,
                         m_words);
        return;
    }
    painter.save();
    painter.setTransform(toWidget(), true);
    painter.drawImage(QPointF(0, 0), m_picture);
    painter.restore();
    if (!m_other.isNull()) {
        painter.save();
        painter.setClipRect(QRectF(m_wipe * width(), 0, width(), height()), Qt::IntersectClip);
        painter.setTransform(toWidget(), true);
        painter.drawImage(QRectF(m_picture.rect()), m_other);
        painter.restore();
        paintSlider(painter);
    }
    paintNumbers(painter);
    paintMarks(painter);
    if (m_picking) paintLoupe(painter);
}

void PhotoView::paintSlider(QPainter& painter) const {
    const double x = m_wipe * width();
    painter.setPen(QPen(currentTheme().mark_rim, 4.0));
    painter.drawLine(QPointF(x, 0), QPointF(x, height()));
    painter.setPen(QPen(currentTheme().mark, 2.0));
    painter.drawLine(QPointF(x, 0), QPointF(x, height()));
    painter.setBrush(currentTheme().panel);
    painter.setPen(QPen(currentTheme().text, 1.2));
    painter.drawRoundedRect(QRectF(x - 7, height() / 2.0 - 18, 14, 36), 6, 6);
}

// Corner ticks round the place, not over it.
void PhotoView::paintMarks(QPainter& painter) const {
    QFont font = painter.font();
    font.setWeight(QFont::DemiBold);
    painter.setFont(font);
    for (std::size_t i = 0; i < m_marks.size(); ++i) {
        const QPointF at = positionOf(m_marks[i].pixel);
        const double in = 4.0;
        const double out = 11.0;
        for (const auto& [colour, wide] :
             {std::pair{QColor(255, 255, 255, 220), 4.0}, {QColor(20, 20, 20), 1.8}}) {
            QPen pen(colour, wide);
            if (m_marks[i].off) pen.setStyle(Qt::DotLine);
            painter.setPen(pen);
            painter.drawLine(at + QPointF(in, 0), at + QPointF(out, 0));
            painter.drawLine(at - QPointF(in, 0), at - QPointF(out, 0));
            painter.drawLine(at + QPointF(0, in), at + QPointF(0, out));
            painter.drawLine(at - QPointF(0, in), at - QPointF(0, out));
        }
        paintInked(painter, at + QPointF(14, -12),
                   m_marks[i].off ? tr("%1 off").arg(i + 1) : QString::number(i + 1), kRim_px);
    }
}

void PhotoView::paintNumbers(QPainter& painter) const {
    for (const PhotoNumber& number : m_numbers) {
        paintInked(painter, positionOf(number.pixel), number.text, kRim_px);
    }
}

void PhotoView::paintLoupe(QPainter& painter) const {
    if (!rect().contains(m_pointer.toPoint())) return;
    // Beside the hand, on the side with room.
    const double side = m_pointer.x() > width() / 2.0 ? -1.0 : 1.0;
    const double up = m_pointer.y() > height() / 2.0 ? -1.0 : 1.0;
    const QPointF middle = m_pointer + 0.72 * kLoupe_px * QPointF(side, up);
    QPainterPath round;
    round.addEllipse(middle, kLoupe_px / 2, kLoupe_px / 2);
    painter.save();
    painter.setClipPath(round, Qt::IntersectClip);
    painter.fillPath(round, Qt::black);
    const QPointF pixel = pixelAt(m_pointer);
    painter.translate(middle);
    painter.scale(m_mirrored ? -kLoupe : kLoupe, m_upside_down ? -kLoupe : kLoupe);
    painter.translate(-pixel);
    painter.drawImage(QPointF(0, 0), m_picture);
    painter.restore();
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(currentTheme().mark_rim, 5.0));
    painter.drawEllipse(middle, kLoupe_px / 2, kLoupe_px / 2);
    painter.setPen(QPen(currentTheme().mark, 2.0));
    painter.drawEllipse(middle, kLoupe_px / 2, kLoupe_px / 2);
    for (const QPointF& way : {QPointF(1, 0), QPointF(-1, 0), QPointF(0, 1), QPointF(0, -1)}) {
        painter.setPen(QPen(QColor(255, 255, 255), 3.0));
        painter.drawLine(middle + 6 * way, middle + 22 * way);
        painter.setPen(QPen(QColor(20, 20, 20), 1.4));
        painter.drawLine(middle + 6 * way, middle + 22 * way);
    }
}

void PhotoView::mousePressEvent(QMouseEvent* event) {
    m_last = event->position();
    m_dragged = false;
    m_sliding = isOnSlider(event->position());
}

void PhotoView::mouseMoveEvent(QMouseEvent* event) {
    m_pointer = event->position();
    if ((event->buttons() & Qt::LeftButton) != 0 && !m_picture.isNull()) {
        const QPointF by = m_pointer - m_last;
        if (!m_dragged && by.manhattanLength() < 4.0) return;
        m_dragged = true;
        m_last = m_pointer;
        if (m_sliding) {
            m_wipe = std::clamp(m_pointer.x() / std::max(1, width()), 0.0, 1.0);
        } else {
            const QPointF from = pixelAt(m_pointer - by);
            const QPointF moved = pixelAt(m_pointer) - from;
            m_middle -= QPointF(moved.x() / m_picture.width(), moved.y() / m_picture.height());
            m_middle = {std::clamp(m_middle.x(), 0.0, 1.0), std::clamp(m_middle.y(), 0.0, 1.0)};
        }
    } else if (!m_picking) {
        setCursor(isOnSlider(m_pointer) ? Qt::SizeHorCursor : Qt::ArrowCursor);
    }
    update();
}

void PhotoView::mouseReleaseEvent(QMouseEvent* event) {
    m_sliding = false;
    if (m_dragged || !m_picking || m_picture.isNull() || event->button() != Qt::LeftButton) return;
    const QPointF pixel = pixelAt(event->position());
    if (QRectF(m_picture.rect()).contains(pixel)) emit picked(pixel);
}

void PhotoView::zoomAt(const QPointF& position, double factor) {
    if (m_picture.isNull()) return;
    const QPointF before = pixelAt(position);
    m_zoom = std::clamp(m_zoom * factor, 1.0, kMostZoom);
    const QPointF moved = pixelAt(position) - before;
    m_middle -= QPointF(moved.x() / m_picture.width(), moved.y() / m_picture.height());
    if (m_zoom <= 1.0) m_middle = {0.5, 0.5};
    update();
}

void PhotoView::wheelEvent(QWheelEvent* event) {
    event->accept();
    zoomAt(event->position(), std::pow(1.0015, event->angleDelta().y()));
}

void PhotoView::keyPressEvent(QKeyEvent* event) {
    const double step = 0.1 / m_zoom;
    switch (event->key()) {
        case Qt::Key_Plus:
            return zoomAt(rect().center(), 1.25);
        case Qt::Key_Minus:
            return zoomAt(rect().center(), 0.8);
        case Qt::Key_Left:
            m_middle.rx() -= step;
            break;
        case Qt::Key_Right:
            m_middle.rx() += step;
            break;
        case Qt::Key_Up:
            m_middle.ry() -= step;
            break;
        case Qt::Key_Down:
            m_middle.ry() += step;
            break;
        default:
            return QWidget::keyPressEvent(event);
    }
    m_middle = {std::clamp(m_middle.x(), 0.0, 1.0), std::clamp(m_middle.y(), 0.0, 1.0)};
    update();
}

void PhotoView::leaveEvent(QEvent* /*event*/) {
    m_pointer = {-1, -1};
    update();
}

}  // namespace glaukophos
