// What mouse and keys do on the figure.
#include <QKeyEvent>
#include <QMouseEvent>
#include <algorithm>
#include <cmath>
#include <utility>

#include "app/view/figure_view.h"

namespace glaukophos {
namespace {

constexpr double kDragFrom_px = 4.0;  // less is a click

}  // namespace

// The tool in the hand first, then lights; null for what turns the figure.
FigureTool* FigureView::toolFor(const HandMove& hand) {
    if (m_tool != nullptr && m_tool->begin(hand)) return m_tool.get();
    if (m_handles && m_lights.begin(hand)) return &m_lights;
    return nullptr;
}

void FigureView::mousePressEvent(QMouseEvent* event) {
    m_retired.reset();
    m_pressed = m_last = event->position();
    m_dragged = false;
    if (!m_document.isOpen() || m_active != nullptr) return;
    if (event->button() == Qt::LeftButton) {
        m_active = toolFor({event->position(), event->position(), event->modifiers()});
        if (m_active != nullptr) return refreshCursor(event->position());
        m_turning = event->modifiers().testFlag(Qt::ShiftModifier) ? Turning::Slide : Turning::Turn;
    } else if (event->button() == Qt::RightButton || event->button() == Qt::MiddleButton) {
        m_turning = Turning::Slide;
    }
}

void FigureView::mouseMoveEvent(QMouseEvent* event) {
    const QPointF at = event->position();
    const HandMove hand{m_last, at, event->modifiers()};
    m_pointer = at;
    if (m_tool != nullptr) update();
    if (m_active == nullptr && m_turning == Turning::None) {
        const QString hint = m_handles && m_tool == nullptr ? m_lights.hintAt(at) : QString();
        hint.isEmpty() ? readSpot(at) : emit spotRead(hint);
        refreshCursor(at);
        hover(m_handles && m_tool == nullptr ? m_lights.lightAt(at) : std::nullopt);
        return;
    }
    if (!m_dragged && QLineF(m_pressed, at).length() < kDragFrom_px) return;
    m_dragged = true;
    m_last = at;
    if (m_active != nullptr) {
        m_active->stroke(hand);
        update();
        return;
    }
    const QPointF delta = at - hand.from;
    if (m_turning == Turning::Slide) return slide(delta);
    // A drag across the whole view turns the figure about once.
    turn(delta.x() * 12.0 / std::max(1, width()), delta.y() * 180.0 / std::max(1, height()));
}

void FigureView::mouseReleaseEvent(QMouseEvent* event) {
    const bool turned = std::exchange(m_turning, Turning::None) != Turning::None;
    if (m_active != nullptr) {
        return endStroke({m_last, event->position(), event->modifiers()}, !m_dragged);
    }
    if (turned && !m_dragged && event->button() == Qt::LeftButton) choose(event->position());
}

void FigureView::endStroke(const HandMove& hand, bool click) {
    FigureTool* was = std::exchange(m_active, nullptr);
    if (was == &m_lights) m_rest.start();
    was->end(hand, click);
    refreshCursor(hand.at);
}

void FigureView::choose(const QPointF& position) {
    if (!m_document.isOpen()) return;
    const auto hit = hitAt(position);
    m_document.selectPart(hit ? std::optional(m_document.plan().figure->partShownBy(*hit))
                              : std::nullopt);
    sightFrom(m_handles ? hit : std::nullopt);
}

// The arm of a light shows while the pointer is on it.
void FigureView::hover(std::optional<std::size_t> light) {
    if (light == m_hovered) return;
    m_hovered = light;
    update();
}

void FigureView::refreshCursor(const QPointF& position) {
    std::optional<Qt::CursorShape> shape;
    if (m_tool != nullptr) shape = m_tool->cursorAt(position);
    if (!shape && m_handles) shape = m_lights.cursorAt(position);
    setCursor(shape.value_or(Qt::ArrowCursor));
}

void FigureView::wheelEvent(QWheelEvent* event) {
    event->accept();
    const double notches = event->angleDelta().y() / 120.0;
    if (m_handles && event->modifiers().testFlag(Qt::ControlModifier)) {
        return event->modifiers().testFlag(Qt::ShiftModifier) ? m_lights.warm(notches)
                                                              : m_lights.strengthen(notches);
    }
    zoomAt(std::pow(1.0015, event->angleDelta().y()));
}

void FigureView::keyPressEvent(QKeyEvent* event) {
    if (m_handles && event->modifiers().testFlag(Qt::AltModifier) && m_lights.nudge(event->key())) {
        return;
    }
    switch (event->key()) {
        case Qt::Key_Left:
            return turn(0.5, 0.0);
        case Qt::Key_Right:
            return turn(-0.5, 0.0);
        case Qt::Key_Up:
            return turn(0.0, 10.0);
        case Qt::Key_Down:
            return turn(0.0, -10.0);
        case Qt::Key_Plus:
        case Qt::Key_Equal:
            return zoomAt(1.25);
        case Qt::Key_Minus:
            return zoomAt(0.8);
        case Qt::Key_Escape:
            layDownTool();
            m_document.selectPart(std::nullopt);
            sightFrom(std::nullopt);
            return;
        default:
            QWidget::keyPressEvent(event);
    }
}

void FigureView::leaveEvent(QEvent* /*event*/) {
    m_pointer = {-1, -1};
    m_hovered.reset();
    update();
    emit spotRead({});
}

}  // namespace glaukophos
