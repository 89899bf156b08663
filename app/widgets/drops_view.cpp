// Drops hang in rows beside the name of their paint.
#include "app/widgets/drops_view.h"

#include <QPainterPath>
#include <cmath>

#include "app/widgets/recipe_words.h"
#include "app/widgets/text.h"
#include "app/widgets/theme.h"
#include "core/picture/layer_map.h"

namespace glaukophos {
namespace {

QPainterPath dropShape(const QPointF& middle, double radius) {
    QPainterPath path;
    path.moveTo(middle.x(), middle.y() - 1.7 * radius);
    path.cubicTo(middle.x() + 0.5 * radius, middle.y() - 0.9 * radius, middle.x() + radius,
                 middle.y() - 0.4 * radius, middle.x() + radius, middle.y() + 0.1 * radius);
    path.arcTo(QRectF(middle.x() - radius, middle.y() - 0.9 * radius, 2 * radius, 2 * radius), 0,
               -180);
    path.cubicTo(middle.x() - radius, middle.y() - 0.4 * radius, middle.x() - 0.5 * radius,
                 middle.y() - 0.9 * radius, middle.x(), middle.y() - 1.7 * radius);
    return path;
}

// What a brush tip takes up: a short stroke.
QPainterPath touchShape(const QPointF& middle, double radius) {
    QPainterPath path;
    path.addRoundedRect(
        QRectF(middle.x() - 0.45 * radius, middle.y() - radius, 0.9 * radius, 2.0 * radius),
        0.45 * radius, 0.45 * radius);
    return path;
}

QString nameOf(const DroppedPaint& paint) {
    if (!paint.touches) return paint.name;
    return paint.count == 1 ? QObject::tr("touch of %1").arg(paint.name)
                            : QObject::tr("touches of %1").arg(paint.name);
}

QString thinningOf(const Step& step) {
    if (step.kind == StepKind::Prime || step.kind == StepKind::CleanUp) return {};
    return step.thinner < 0.05 ? QObject::tr("undiluted")
                               : QObject::tr("%1 paint to thinner").arg(thinnerWords(step.thinner));
}

}  // namespace

DroppedRecipe droppedRecipe(const Plan& plan, const Work& work, const Step& step, bool on_paper) {
    const auto shown = [&](const Srgb& colour) {
        return on_paper ? fileColour(colour) : qColour(colour);
    };
    DroppedRecipe recipe;
    recipe.thinning = thinningOf(step);
    recipe.batches = step.batches;
    if (const auto colour = colourOf(plan, step)) recipe.mix = shown(*colour);
    for (const MixPart& part : step.of_mixes) {
        recipe.paints.push_back({q(part.mix), shown(displayable(part.colour)), part.parts, false});
    }
    if (!step.of_mixes.empty()) return recipe;
    for (const Amount& amount : step.amounts) {
        const Paint& paint = work.rack.paints[amount.paint];
        recipe.paints.push_back(
            {q(paint.name), shown(paint.mass_tone), amount.count, amount.touches});
    }
    if (step.recipe.drops.empty() && !step.paint.empty()) {
        recipe.paints.push_back({q(step.paint), recipe.mix});
    }
    return recipe;
}

double paintDrops(QPainter& painter, const QRectF& area, double line, const DroppedRecipe& recipe,
                  const QColor& ink, const QColor& rule) {
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    double y = area.top();
    if (recipe.mix.isValid()) {
        painter.setPen(QPen(rule, 0.05 * line));
        painter.setBrush(recipe.mix);
        painter.drawRoundedRect(QRectF(area.left(), y, area.width(), 0.9 * line), 0.2 * line,
                                0.2 * line);
        y += 1.15 * line;
    }
    const double radius = 0.26 * line;
    for (const DroppedPaint& paint : recipe.paints) {
        double x = area.left();
        if (paint.count > 0) {
            painter.setPen(ink);
            painter.drawText(QRectF(x, y, 1.1 * line, line), Qt::AlignVCenter | Qt::AlignRight,
                             QString::number(paint.count));
            x += 1.35 * line;
            for (int i = 0; i < paint.count; ++i) {
                painter.setPen(QPen(rule, 0.06 * line));
                painter.setBrush(paint.colour);
                if (paint.touches) {
                    painter.drawPath(touchShape({x + radius, y + 0.55 * line}, radius));
                } else {
                    painter.drawPath(dropShape({x + radius, y + 0.62 * line}, radius));
                }
                x += 2.35 * radius;
            }
            x += 0.3 * line;
        }
        painter.setPen(ink);
        const QRectF room(x, y, std::max(0.0, area.right() - x), line);
        painter.drawText(room, Qt::AlignVCenter | Qt::AlignLeft,
                         painter.fontMetrics().elidedText(nameOf(paint), Qt::ElideRight,
                                                          static_cast<int>(room.width())));
        y += line;
    }
    QStringList notes;
    if (!recipe.thinning.isEmpty()) notes << recipe.thinning;
    if (recipe.batches > 1) notes << QObject::tr("mix this %1 times over").arg(recipe.batches);
    if (!notes.isEmpty()) {
        painter.setPen(ink);
        painter.drawText(QRectF(area.left(), y, area.width(), line), Qt::AlignVCenter,
                         notes.join(QStringLiteral("; ")));
        y += line;
    }
    painter.restore();
    return y - area.top();
}

DropsView::DropsView(int line_px, QWidget* parent) : QWidget(parent), m_line_px(line_px) {
    setObjectName(QStringLiteral("drops"));
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
}

void DropsView::setRecipe(const DroppedRecipe& recipe) {
    m_recipe = recipe;
    QStringList words;
    for (const DroppedPaint& paint : recipe.paints) {
        words << (paint.count > 0 ? QStringLiteral("%1 %2").arg(paint.count).arg(nameOf(paint))
                                  : paint.name);
    }
    setAccessibleName(tr("Recipe: %1").arg(words.join(QStringLiteral(", "))));
    updateGeometry();
    update();
}

QSize DropsView::sizeHint() const {
    const double lines = (m_recipe.mix.isValid() ? 1.15 : 0.0) +
                         static_cast<double>(m_recipe.paints.size()) +
                         (m_recipe.thinning.isEmpty() && m_recipe.batches <= 1 ? 0.0 : 1.0);
    return {200, static_cast<int>(std::ceil(lines * m_line_px)) + 2};
}

void DropsView::paintEvent(QPaintEvent* /*event*/) {
    QPainter painter(this);
    QFont scaled = font();
    scaled.setPixelSize(static_cast<int>(0.62 * m_line_px));
    painter.setFont(scaled);
    paintDrops(painter, rect().adjusted(0, 0, -1, 0), m_line_px, m_recipe, currentTheme().text,
               currentTheme().line);
}

}  // namespace glaukophos
