// Equal steps of height are equal steps of radius (an azimuthal equidistant chart).
#include "app/view/sky_chart.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>
#include <algorithm>
#include <cmath>

#include "app/view/light_glyphs.h"
#include "app/widgets/clear_pixmap.h"
#include "app/widgets/text.h"
#include "app/widgets/theme.h"
#include "core/lighting/aim.h"

namespace glaukophos {
namespace {

constexpr double kHorizon = 0.74;           // radius of the horizon in a chart of radius 1
constexpr double kChartLowest_deg = -60.0;  // at the outer rim
constexpr double kFoot = 22.0;              // below that for the painter's own place
constexpr double kMargin = 26.0;            // for the hours round the chart

double radiusOfHeight(double height_deg) {
    if (height_deg >= 0.0) return kHorizon * (90.0 - height_deg) / 90.0;
    return kHorizon + (1.0 - kHorizon) * std::min(1.0, height_deg / kChartLowest_deg);
}

// The square the chart is drawn in.
QRectF diskOf(const QRectF& area) {
    const double side = std::min(area.width() - 2 * kMargin, area.height() - 2 * kMargin - kFoot);
    return {area.center().x() - side / 2, area.top() + kMargin, side, side};
}

QPointF placed(const QRectF& disk, ChartPoint point) {
    return disk.center() + disk.width() / 2 * QPointF(point.x, point.y);
}

// Screen angle of an hour, clockwise from the top: the painter's own is at the bottom.
double turnOf(double hour, const Seat& seat) {
    const double turned = (hour - seat.hour) / 6.0 * kPi;
    return seat.upside_down ? kPi - turned : kPi + turned;
}

// A small figure from above: shoulders and a nose that points to 12.
void paintFigureGlyph(QPainter& painter, const QRectF& disk, const Seat& seat,
                      const ChartColours& colours) {
    const double unit = disk.width() / 30.0;
    painter.save();
    painter.translate(disk.center());
    painter.rotate(degrees(turnOf(12.0, seat)));
    painter.setPen(QPen(colours.text, 1.4));
    painter.setBrush(colours.ground);
    painter.drawEllipse(QPointF(0, 0), 3.2 * unit, 1.5 * unit);
    QPainterPath nose;
    nose.moveTo(-0.6 * unit, -1.0 * unit);
    nose.lineTo(0, -2.4 * unit);
    nose.lineTo(0.6 * unit, -1.0 * unit);
    painter.drawPath(nose);
    painter.drawEllipse(QPointF(0, 0), 1.3 * unit, 1.3 * unit);
    painter.restore();
}

void paintGrid(QPainter& painter, const QRectF& disk, const Seat& seat, const ChartColours& colours,
               const QImage* scores) {
    const QPointF centre = disk.center();
    const double outer = disk.width() / 2;
    painter.setPen(QPen(colours.line, 1.0));
    painter.setBrush(colours.ground);
    painter.drawEllipse(centre, outer, outer);
    painter.setBrush(colours.sky);
    painter.drawEllipse(centre, outer * kHorizon, outer * kHorizon);
    if (scores != nullptr) {
        QPainterPath round;
        round.addEllipse(disk);
        painter.save();
        painter.setClipPath(round);
        painter.setRenderHint(QPainter::SmoothPixmapTransform);
        painter.translate(centre);
        // Made for a painter at 12.
        if (seat.upside_down) painter.scale(-1.0, 1.0);
        painter.rotate(degrees((12.0 - seat.hour) / 6.0 * kPi));
        painter.drawImage(disk.translated(-centre), *scores);
        painter.restore();
        painter.setBrush(Qt::NoBrush);
        painter.drawEllipse(centre, outer * kHorizon, outer * kHorizon);
    }
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(colours.line, 1.0, Qt::DotLine));
    for (const double height : {30.0, 60.0}) {
        const double r = outer * radiusOfHeight(height);
        painter.drawEllipse(centre, r, r);
    }
}

// Ticks and numbers round the rim, the quarters stronger; and who sits where.
void paintHours(QPainter& painter, const QRectF& disk, const Seat& seat,
                const ChartColours& colours) {
    const double outer = disk.width() / 2;
    for (int hour = 1; hour <= 12; ++hour) {
        const double turn = turnOf(hour, seat);
        const QPointF way(std::sin(turn), -std::cos(turn));
        QFont font = painter.font();
        font.setPixelSize(12);
        font.setWeight(hour % 3 == 0 ? QFont::Bold : QFont::Normal);
        painter.setFont(font);
        painter.setPen(QPen(colours.text, hour % 3 == 0 ? 2.0 : 1.0));
        painter.drawLine(disk.center() + (outer - 3) * way, disk.center() + (outer + 3) * way);
        const QPointF at = disk.center() + (outer + 14) * way;
        painter.drawText(QRectF(at.x() - 14, at.y() - 9, 28, 18), Qt::AlignCenter,
                         QString::number(hour));
    }
    QFont font = painter.font();
    font.setWeight(QFont::Bold);
    painter.setFont(font);
    painter.setPen(colours.accent);
    const QPointF foot = disk.center() + QPointF(0, outer + 28);
    painter.drawText(QRectF(foot.x() - 40, foot.y() - 2, 80, 18), Qt::AlignCenter,
                     QObject::tr("you"));
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(colours.accent, 2.0, Qt::SolidLine, Qt::RoundCap));
    painter.drawArc(QRectF(foot.x() - 11, foot.y() - 9, 22, 14), 16 * 30, 16 * 120);
}

// Direction of a light for the chart; nothing for what comes from all over.
std::optional<ClockDirection> directionOf(const Light& light, const Plan& plan) {
    if (std::holds_alternative<Sky>(light.kind)) return std::nullopt;
    return clockOf(plan, light);
}

// Dark to pale grey, pulled apart so that the best third of the scores fills half of the range.
QRgb scoreGrey(float score, float worst, float best) {
    const float place = std::clamp((score - worst) / std::max(0.05F, best - worst), 0.0F, 1.0F);
    const int grey = 34 + static_cast<int>(190.0F * place * place);
    return qRgb(grey, grey, grey);
}

constexpr int kScoreSide = 96;

// For each pixel of the square of the disk the directions round it; none outside the disk.
const std::vector<std::vector<WeightedDirection>>& scorePixels() {
    static const auto pixels = [] {
        std::vector<std::vector<WeightedDirection>> all;
        for (int i = 0; i < kScoreSide * kScoreSide; ++i) {
            const int row = i / kScoreSide;
            const int column = i % kScoreSide;
            const ChartPoint point{2.0 * (column + 0.5) / kScoreSide - 1.0,
                                   2.0 * (row + 0.5) / kScoreSide - 1.0};
            const bool inside = std::hypot(point.x, point.y) <= 1.0;
            all.push_back(inside ? directionsAround(towards(directionAt(point, Seat{})))
                                 : std::vector<WeightedDirection>());
        }
        return all;
    }();
    return pixels;
}

QImage scorePicture(const ScoreMap& scores) {
    const auto [worst, best] = std::ranges::minmax(scores.scores, {}, &DirectionScore::total);
    QImage picture(kScoreSide, kScoreSide, QImage::Format_ARGB32);
    picture.fill(Qt::transparent);
    for (int i = 0; i < kScoreSide * kScoreSide; ++i) {
        const auto& around = scorePixels()[static_cast<std::size_t>(i)];
        if (around.empty()) continue;
        float score = 0.0F;
        for (const auto& near : around) score += near.weight * scores.scores[near.index].total;
        picture.setPixel(i % kScoreSide, i / kScoreSide, scoreGrey(score, worst.total, best.total));
    }
    return picture;
}

void paintLight(QPainter& painter, const QPointF& at, const QPointF& middle, const Light& light,
                bool selected, const ChartColours& colours) {
    if (selected) {
        painter.setPen(QPen(colours.accent, 2.5));
        painter.setBrush(Qt::NoBrush);
        painter.drawEllipse(at, 13, 13);
    }
    // A moon is lit from outside the chart.
    const double side = std::atan2(-(at.y() - middle.y()), at.x() - middle.x());
    paintLightGlyph(painter, at, 18, light, colours.text, degrees(side));
}

}  // namespace

ChartPoint chartPointOf(const ClockDirection& direction, const Seat& seat) {
    const double turn = turnOf(direction.hour, seat);
    const double radius = radiusOfHeight(direction.height_deg);
    return {radius * std::sin(turn), -radius * std::cos(turn)};
}

ClockDirection directionAt(ChartPoint point, const Seat& seat) {
    const double radius = std::min(1.0, std::hypot(point.x, point.y));
    const double turn = std::atan2(point.x, -point.y) - kPi;
    const double hour = seat.hour + (seat.upside_down ? -turn : turn) / kPi * 6.0;
    const double height = radius <= kHorizon
                              ? 90.0 * (1.0 - radius / kHorizon)
                              : kChartLowest_deg * (radius - kHorizon) / (1.0 - kHorizon);
    return {hour - 12.0 * std::floor(hour / 12.0), height};
}

void paintChartGround(QPainter& painter, const QRectF& area, const Seat& seat,
                      const ChartColours& colours, const QImage* scores) {
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    const QRectF disk = diskOf(area);
    paintGrid(painter, disk, seat, colours, scores);
    paintHours(painter, disk, seat, colours);
    paintFigureGlyph(painter, disk, seat, colours);
    painter.restore();
}

void paintChartLights(QPainter& painter, const QRectF& area, const Plan& plan, std::size_t selected,
                      const Seat& seat, const ChartColours& colours) {
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    const QRectF disk = diskOf(area);
    for (std::size_t l = 0; l < plan.lights.size(); ++l) {
        const auto direction = directionOf(plan.lights[l], plan);
        if (!direction) continue;
        paintLight(painter, placed(disk, chartPointOf(*direction, seat)), disk.center(),
                   plan.lights[l], l == selected, colours);
    }
    painter.restore();
}

SkyChart::SkyChart(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("skyChart"));
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("Sky chart"));
    setToolTip(
        tr("Drag the moon or sun: you sit at the bottom, left is left, the middle is straight "
           "above, the inner circle the horizon, the outer ring below it. Hours belong to the "
           "figure: 12 is where it faces, 3 its own right. Arrow keys: left and right a quarter "
           "hour, up and down 5 degrees."));
    QSizePolicy policy(QSizePolicy::Expanding, QSizePolicy::Preferred);
    policy.setHeightForWidth(true);
    setSizePolicy(policy);
    setMinimumHeight(200);
}

void SkyChart::setSeat(const Seat& seat) {
    m_seat = seat;
    m_ground = {};
    update();
}

void SkyChart::showPlan(const Plan& plan, std::size_t selected) {
    m_plan = plan;
    m_selected = selected;
    update();
}

QPointF SkyChart::positionOf(const ClockDirection& direction) const {
    return placed(diskOf(rect()), chartPointOf(direction, m_seat));
}

std::optional<ClockDirection> SkyChart::draggable() const {
    if (m_selected >= m_plan.lights.size()) return std::nullopt;
    const LightKind& kind = m_plan.lights[m_selected].kind;
    if (const auto* far = std::get_if<FarLight>(&kind)) return far->direction;
    if (const auto* spray = std::get_if<Spray>(&kind)) return spray->direction;
    return std::nullopt;
}

void SkyChart::showScores(const ScoreMap* scores, const std::vector<Proposal>& proposals) {
    const auto totals = [](const ScoreMap& map) {
        std::vector<float> all;
        for (const DirectionScore& score : map.scores) all.push_back(score.total);
        return all;
    };
    const bool same = scores != nullptr && m_scores && totals(*scores) == totals(*m_scores) &&
                      proposals.size() == m_proposals.size();
    if (same) {
        m_proposals = proposals;
        return update();
    }
    m_scores = scores != nullptr ? std::optional(*scores) : std::nullopt;
    m_score_picture = m_scores ? scorePicture(*m_scores) : QImage();
    m_proposals = proposals;
    m_ground = {};
    update();
}

// The proposals by number.
void SkyChart::paintScores(QPainter& painter) const {
    if (!m_scores) return;
    QFont font = painter.font();
    font.setPixelSize(11);
    font.setBold(true);
    painter.setFont(font);
    for (std::size_t i = 0; i < m_proposals.size(); ++i) {
        const QPointF at = positionOf(m_proposals[i].direction);
        painter.setPen(QPen(currentTheme().on_chosen, 1));
        painter.setBrush(currentTheme().chosen);
        painter.drawEllipse(at, 9, 9);
        painter.drawText(QRectF(at.x() - 8, at.y() - 8, 16, 16), Qt::AlignCenter,
                         QString::number(i + 1));
    }
}

std::optional<std::size_t> SkyChart::lightAt(const QPointF& position) const {
    for (std::size_t l = 0; l < m_plan.lights.size(); ++l) {
        const auto direction = directionOf(m_plan.lights[l], m_plan);
        if (direction && QLineF(positionOf(*direction), position).length() < 11) return l;
    }
    return std::nullopt;
}

void SkyChart::dragTo(const QPointF& position) {
    if (!draggable()) return;
    const QRectF disk = diskOf(rect());
    const QPointF offset = (position - disk.center()) / (disk.width() / 2);
    emit directionDragged(directionAt({offset.x(), offset.y()}, m_seat));
}

void SkyChart::mousePressEvent(QMouseEvent* event) {
    if (event->button() != Qt::LeftButton || m_plan.figure == nullptr) return;
    if (const auto light = lightAt(event->position()); light && *light != m_selected) {
        emit lightChosen(*light);
        return;
    }
    dragTo(event->position());
}

void SkyChart::mouseMoveEvent(QMouseEvent* event) {
    if (event->buttons().testFlag(Qt::LeftButton)) dragTo(event->position());
}

void SkyChart::mouseReleaseEvent(QMouseEvent* /*event*/) { emit dragFinished(); }

void SkyChart::keyPressEvent(QKeyEvent* event) {
    const auto dragged = draggable();
    if (!dragged) return QWidget::keyPressEvent(event);
    ClockDirection direction = *dragged;
    switch (event->key()) {
        case Qt::Key_Left:
            direction.hour -= 0.25;
            break;
        case Qt::Key_Right:
            direction.hour += 0.25;
            break;
        case Qt::Key_Up:
            direction.height_deg = std::min(90.0, direction.height_deg + 5.0);
            break;
        case Qt::Key_Down:
            direction.height_deg = std::max(-90.0, direction.height_deg - 5.0);
            break;
        default:
            return QWidget::keyPressEvent(event);
    }
    direction.hour -= 12.0 * std::floor(direction.hour / 12.0);
    emit directionDragged(direction);
    emit dragFinished();
}

void SkyChart::paintEvent(QPaintEvent* /*event*/) {
    if (m_plan.figure == nullptr) return;
    QPainter painter(this);
    const Theme& t = currentTheme();
    const ChartColours colours{t.panel, t.field, t.soft_text, t.text, t.accent};
    const QSize size = (QSizeF(this->size()) * devicePixelRatioF()).toSize();
    if (m_ground.size() != size || m_ground_theme != &t) {
        m_ground = clearPixmap(this->size(), devicePixelRatioF());
        m_ground_theme = &t;
        QPainter inside(&m_ground);
        inside.setFont(font());
        paintChartGround(inside, rect(), m_seat, colours, m_scores ? &m_score_picture : nullptr);
    }
    painter.drawPixmap(0, 0, m_ground);
    paintChartLights(painter, rect(), m_plan, m_selected, m_seat, colours);
    paintScores(painter);
    if (hasFocus()) {
        painter.setPen(QPen(t.accent, 1));
        painter.drawRect(rect().adjusted(0, 0, -1, -1));
    }
}

}  // namespace glaukophos
