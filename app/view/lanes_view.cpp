// Nights between evenings are a line, not a gap, so that an evening can be read.
#include "app/view/lanes_view.h"

#include <QHelpEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QToolTip>
#include <algorithm>
#include <cmath>

#include "app/widgets/recipe_words.h"
#include "app/widgets/text.h"
#include "app/widgets/theme.h"
#include "core/picture/layer_map.h"

namespace glaukophos {
namespace {

constexpr double kLabel_px = 96.0;
constexpr double kHead_px = 20.0;

// The colour of a step that stands for it in the lanes.
QColor colourOfStep(const Evaluated& evaluated, std::size_t step) {
    const auto colour = colourOf(evaluated.plan, evaluated.desk->work.steps[step]);
    return colour ? qColour(*colour) : currentTheme().soft_text;
}

}  // namespace

LanesView::LanesView(Document& document, QWidget* parent) : QWidget(parent), m_document(document) {
    setObjectName(QStringLiteral("strip"));
    setAttribute(Qt::WA_StyledBackground);
    setAccessibleName(tr("Schedule by figure"));
    setMouseTracking(true);
    connect(&document, &Document::evaluatedChanged, this, [this] {
        if (!isVisible()) return;
        updateGeometry();
        update();
    });
}

QSize LanesView::sizeHint() const { return {600, 196}; }

const Batch* LanesView::batch() const {
    const EvaluatedPtr& evaluated = m_document.evaluated();
    if (evaluated == nullptr || evaluated->desk == nullptr || !evaluated->desk->batch)
        return nullptr;
    return &*evaluated->desk->batch;
}

std::vector<LanesView::Block> LanesView::blocksOf(const Batch& batch, const Schedule& schedule) {
    std::vector<Block> blocks;
    double shift = batch.list.sittings.front().begin_min;
    std::size_t sitting = 0;
    double end = shift;
    for (std::size_t i = 0; i < schedule.sequence.size(); ++i) {
        const Slot& slot = schedule.sequence[i];
        if (slot.sitting != sitting) {
            shift += slot.begin_min - slot.set_up_min - end;
            sitting = slot.sitting;
        }
        end = slot.end_min;
        blocks.push_back({i, slot.begin_min - shift, slot.end_min - shift, slot.dry_min - shift});
    }
    return blocks;
}

QRectF LanesView::lanes() const { return QRectF(rect()).adjusted(kLabel_px, kHead_px, -12, -8); }

void LanesView::paintEvent(QPaintEvent* /*event*/) {
    QPainter painter(this);
    const Theme& t = currentTheme();
    painter.setPen(t.soft_text);
    const Batch* shown = batch();
    if (shown == nullptr) {
        const EvaluatedPtr& evaluated = m_document.evaluated();
        const bool problem = evaluated != nullptr && evaluated->desk != nullptr;
        painter.drawText(
            rect().adjusted(12, 0, -12, 0), Qt::AlignVCenter | Qt::TextWordWrap,
            problem ? q(evaluated->desk->problem) : tr("Evenings are being planned …"));
        return;
    }
    const QRectF area = lanes();
    const double planned = shown->deskMinutes(shown->schedule);
    const double naive = shown->deskMinutes(shown->one_after_another);
    const double scale = area.width() / std::max({planned, naive, 1.0});
    const QRectF upper(area.left(), area.top(), area.width(), 0.52 * area.height());
    const QRectF lower(area.left(), upper.bottom() + 22, area.width(),
                       area.bottom() - upper.bottom() - 22);
    painter.drawText(
        QRectF(12, 2, width() - 24, kHead_px), Qt::AlignVCenter,
        tr("Planned: %1. Blocks are coats, thin lines their drying.").arg(q(timeWords(planned))));
    paintLanes(painter, upper, *shown, shown->schedule, scale);
    painter.setPen(t.soft_text);
    painter.drawText(QRectF(12, upper.bottom() + 2, width() - 24, 20), Qt::AlignVCenter,
                     tr("One after another: %1").arg(q(timeWords(naive))));
    paintLanes(painter, lower, *shown, shown->one_after_another, scale);
}

void LanesView::paintLanes(QPainter& painter, const QRectF& area, const Batch& batch,
                           const Schedule& schedule, double scale) const {
    const Evaluated& evaluated = *m_document.evaluated();
    const Theme& t = currentTheme();
    const int figures = batch.figures;
    const double lane = area.height() / figures;
    const double block = std::clamp(0.62 * lane, 2.0, 26.0);
    for (int f = 0; f < figures; ++f) {
        const double y = area.top() + (f + 0.5) * lane;
        painter.setPen(t.line);
        painter.drawLine(QPointF(area.left(), y), QPointF(area.right(), y));
        if (lane < 9.0 && f % 5 != 0) continue;
        painter.setPen(t.text);
        painter.drawText(QRectF(12, y - 9, kLabel_px - 16, 18), Qt::AlignVCenter,
                         tr("Figure %1").arg(f + 1));
    }
    std::size_t sitting = 0;
    double end = 0.0;
    for (const Block& at : blocksOf(batch, schedule)) {
        const Slot& slot = schedule.sequence[at.slot];
        const TaskOf& of = batch.tasks[slot.task];
        const double y = area.top() + (of.figure + 0.5) * lane;
        const double left = area.left() + at.begin * scale;
        const double right = area.left() + at.end * scale;
        if (slot.sitting != sitting) {
            sitting = slot.sitting;
            painter.setPen(QPen(t.soft_text, 1, Qt::DashLine));
            const double x = area.left() + end * scale;
            painter.drawLine(QPointF(x, area.top()), QPointF(x, area.bottom()));
        }
        end = at.end;
        painter.setPen(QPen(t.soft_text, 1.5));
        const double dry = std::min(area.left() + at.dry * scale, area.right());
        painter.drawLine(QPointF(right, y + 0.5 * block), QPointF(dry, y + 0.5 * block));
        const QRectF rect(left, y - 0.5 * block, std::max(1.0, right - left), block);
        painter.fillRect(rect, colourOfStep(evaluated, of.step));
        if (rect.width() > 5.0) {
            painter.setPen(t.soft_text);
            painter.setBrush(Qt::NoBrush);
            painter.drawRect(rect);
        }
    }
}

std::optional<std::size_t> LanesView::slotAt(const QPointF& position) const {
    const Batch* shown = batch();
    if (shown == nullptr) return std::nullopt;
    const QRectF area = lanes();
    const double scale =
        area.width() / std::max({shown->deskMinutes(shown->schedule),
                                 shown->deskMinutes(shown->one_after_another), 1.0});
    const int figures = shown->figures;
    const double lane = 0.52 * area.height() / figures;
    const auto figure = static_cast<int>(std::floor((position.y() - area.top()) / lane));
    const double minutes = (position.x() - area.left()) / scale;
    for (const Block& block : blocksOf(*shown, shown->schedule)) {
        const TaskOf& of = shown->tasks[shown->schedule.sequence[block.slot].task];
        if (of.figure == figure && minutes >= block.begin && minutes <= block.end) {
            return block.slot;
        }
    }
    return std::nullopt;
}

void LanesView::mousePressEvent(QMouseEvent* event) {
    const auto slot = slotAt(event->position());
    if (!slot) return;
    const TaskOf& of = batch()->tasks[batch()->schedule.sequence[*slot].task];
    emit stepPointedAt(q(m_document.evaluated()->desk->work.steps[of.step].key));
}

bool LanesView::event(QEvent* event) {
    if (event->type() != QEvent::ToolTip) return QWidget::event(event);
    const auto* help = static_cast<QHelpEvent*>(event);
    const auto slot = slotAt(help->pos());
    if (!slot) {
        QToolTip::hideText();
        return true;
    }
    const Slot& shown = batch()->schedule.sequence[*slot];
    const TaskOf& of = batch()->tasks[shown.task];
    const Step& step = m_document.evaluated()->desk->work.steps[of.step];
    QToolTip::showText(help->globalPos(),
                       tr("%1, coat %2, figure %3\n%4 of work, dry after %5")
                           .arg(q(step.title))
                           .arg(of.coat + 1)
                           .arg(of.figure + 1)
                           .arg(q(timeWords(step.work_min)), q(timeWords(step.dry_min))),
                       this);
    return true;
}

}  // namespace glaukophos
