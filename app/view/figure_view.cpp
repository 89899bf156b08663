// Input and what is drawn over the picture; the picture itself comes from PictureMaker.
#include "app/view/figure_view.h"

#include <QPainter>
#include <QPainterPath>
#include <algorithm>
#include <cmath>

#include "app/view/caption.h"
#include "app/view/place_tool.h"
#include "app/widgets/clear_pixmap.h"
#include "app/widgets/number_style.h"
#include "app/widgets/text.h"
#include "app/widgets/theme.h"

namespace glaukophos {
namespace {

constexpr int kRest_ms = 140;
constexpr double kCorner_px = 8.0;

// What a rounded frame leaves of its rectangle: four small pieces are filled far sooner than the
// rectangle without the frame.
QPainterPath cornersOf(const QRectF& rect, double radius) {
    QPainterPath path;
    const auto add = [&](const QPointF& corner, double right, double down, double from_deg) {
        const QPointF middle = corner + radius * QPointF(right, down);
        const QRectF circle(middle.x() - radius, middle.y() - radius, 2.0 * radius, 2.0 * radius);
        path.moveTo(corner);
        path.arcTo(circle, from_deg, 90.0);
        path.closeSubpath();
    };
    add(rect.topLeft(), 1.0, 1.0, 90.0);
    add(rect.topRight(), -1.0, 1.0, 0.0);
    add(rect.bottomLeft(), 1.0, -1.0, 180.0);
    add(rect.bottomRight(), -1.0, -1.0, 270.0);
    return path;
}

double wrappedHour(double hour) { return hour - 12.0 * std::floor(hour / 12.0); }

}  // namespace

FigureView::FigureView(Document& document, QWidget* parent)
    : QWidget(parent), m_document(document), m_lights(document, *this) {
    setObjectName(QStringLiteral("figureView"));
    setAccessibleName(tr("Figure"));
    setMouseTracking(true);
    setAttribute(Qt::WA_OpaquePaintEvent);  // or all that it lies in is painted with every picture
    setFocusPolicy(Qt::StrongFocus);
    setMinimumSize(320, 200);
    setToolTip(QString());
    m_rest.setSingleShot(true);
    m_rest.setInterval(kRest_ms);
    connect(&m_rest, &QTimer::timeout, this, [this] {
        requestPicture(false);
        if (m_finished) emit pictureFinished();  // it came before the hand had rested
    });
    connect(&m_maker, &PictureMaker::failed, this, &FigureView::problem);
    connect(&m_maker, &PictureMaker::pictureReady, this,
            [this](const QImage& picture, int number, bool finished) {
                m_picture = picture;
                while (!m_requested.empty() && m_requested.front().first < number) {
                    m_requested.pop_front();
                }
                if (!m_requested.empty()) m_shown_plan = m_requested.front().second;
                m_whole_arrived = finished && number == m_request_number;
                m_finished = m_whole_arrived && !m_rest.isActive();
                update();
                emit pictureShown();
                if (m_finished) emit pictureFinished();
            });
    connectDocument();
}

FigureView::~FigureView() = default;

void FigureView::connectDocument() {
    connect(&m_document, &Document::evaluatedChanged, this, [this] {
        if (m_document.evaluated()->plan.figure->labels == m_document.plan().figure->labels) {
            m_touched.clear();
        }
        const bool held = m_active == &m_lights || m_rest.isActive();
        requestPicture(held || !m_document.evaluated()->complete);
    });
    connect(&m_document, &Document::changed, this, &FigureView::follow);
}

void FigureView::follow(Aspect aspect) {
    if (aspect == Aspect::Everything) {
        m_view = m_document.plan().view;
        m_from_light.reset();
        m_picture = {};
        m_whole.reset();
        m_sight_spot.reset();
        m_marked_place.reset();
        emit viewChanged();
    }
    if (aspect == Aspect::Selection || aspect == Aspect::Everything) {
        m_look.light = m_document.selectedLight();
    }
    refreshSightLines();
    m_finished = false;
    // After a change of light or paint the picture follows the results, not the plan.
    const bool results_follow =
        aspect == Aspect::Lights || aspect == Aspect::Values || aspect == Aspect::Colours;
    if (!results_follow || isAhead()) requestPicture(false);
    update();
}

void FigureView::setOverlay(Overlay overlay) {
    if (overlay == m_look.overlay) return;
    m_look.overlay = overlay;
    requestPicture(false);
    emit overlayChanged(overlay);
}

void FigureView::setInSteps(bool in_steps) {
    if (in_steps == m_look.in_steps) return;
    m_look.in_steps = in_steps;
    requestPicture(false);
    emit stepsChanged(in_steps);
}

void FigureView::setLightHandles(bool shown) {
    m_handles = shown;
    if (!shown) {
        if (m_active == &m_lights) endStroke({m_last, m_last, {}}, false);
        sightFrom(std::nullopt);
    }
    update();
}

void FigureView::takeTool(std::unique_ptr<FigureTool> tool) {
    layDownTool();
    m_tool = std::move(tool);
    refreshCursor(m_pointer);
    update();
}

void FigureView::layDownTool() {
    if (m_tool == nullptr) return;
    if (m_active == m_tool.get()) endStroke({m_last, m_last, {}}, false);
    m_retired = std::move(m_tool);
    m_retired->laidDown();
    refreshCursor(m_pointer);
    update();
}

void FigureView::placeLightByClick() {
    takeTool(std::make_unique<PlaceTool>(
        *this, tr("Click where the light touches the figure. Esc leaves it as it is."),
        [this](const SurfacePoint& place, const QPointF& at) { m_lights.placeChosen(place, at); }));
}

std::optional<SurfacePoint> FigureView::placeAt(const QPointF& position) const {
    return m_document.isOpen() ? space().placeAt(position) : std::nullopt;
}

void FigureView::setView(const ViewChoice& view) {
    m_from_light.reset();
    m_view = view;
    m_view.hour = wrappedHour(m_view.hour);
    m_document.setView(m_view);
    emit viewChanged();
    showMoving();
}

void FigureView::seeFromLight(std::size_t index) {
    if (index >= m_document.plan().lights.size()) return;
    m_from_light = index;
    emit viewChanged();
    requestPicture(false);
}

PixelGrid FigureView::grid() const {
    const double ratio = devicePixelRatioF();
    return {std::max(1, static_cast<int>(width() * ratio)),
            std::max(1, static_cast<int>(height() * ratio))};
}

Camera FigureView::camera() const {
    const Plan& plan = m_document.plan();
    Camera camera = m_from_light && *m_from_light < plan.lights.size()
                        ? cameraAt(plan, plan.lights[*m_from_light], grid())
                        : heldCamera(plan.figure->bounds(), m_view, grid());
    hideParts(camera, plan);
    return camera;
}

ViewSpace FigureView::space() const {
    return {m_document.plan().figure, camera(), grid(), devicePixelRatioF()};
}

std::optional<RayHit> FigureView::hitAt(const QPointF& position) const {
    return m_document.isOpen() ? space().hitAt(position) : std::nullopt;
}

QRectF FigureView::markRoom() const { return QRectF(rect()).adjusted(30, 30, -100, -30); }

void FigureView::turn(double hours, double height_deg) {
    ViewChoice view = m_view;
    view.hour += view.upside_down ? -hours : hours;
    view.height_deg =
        std::clamp(view.height_deg + (view.upside_down ? -height_deg : height_deg), -89.0, 89.0);
    setView(view);
}

void FigureView::slide(const QPointF& pixels) {
    if (!m_document.isOpen()) return;
    const Camera held = camera();
    const auto mm_per_pixel = static_cast<float>(1.0 / std::max(1e-9, space().pixelsFor(1.0)));
    ViewChoice view = m_view;
    view.focus_mm += mm_per_pixel * (-static_cast<float>(pixels.x()) * held.right +
                                     static_cast<float>(pixels.y()) * held.up);
    setView(view);
}

void FigureView::zoomAt(double factor) {
    ViewChoice view = m_view;
    view.zoom = std::clamp(view.zoom * factor, 0.5, 20.0);
    setView(view);
}

void FigureView::showTouched(const std::vector<std::uint32_t>& triangles) {
    m_touched.insert(m_touched.end(), triangles.begin(), triangles.end());
    update();
}

void FigureView::showPreview(const QImage& picture) {
    if (m_document.isOpen() && !m_picture.isNull()) return;
    m_picture = picture;
    update();
}

void FigureView::sightFrom(const std::optional<RayHit>& hit) {
    const EvaluatedPtr& evaluated = m_document.evaluated();
    m_sight_spot.reset();
    if (hit && evaluated != nullptr && evaluated->plan.figure == m_document.plan().figure) {
        m_sight_spot = spotAt(evaluated->plan, *evaluated->appearance, *hit);
    }
    refreshSightLines();
}

void FigureView::refreshSightLines() {
    m_sight_lines.clear();
    if (m_sight_spot && m_document.isOpen()) {
        m_sight_lines =
            glaukophos::sightLines(m_document.plan(), m_sight_spot->point_mm, m_sight_spot->normal);
    }
    update();
}

void FigureView::showBandAlone(std::optional<std::size_t> band) {
    m_look.lone_band = band;
    m_look.lone_part = m_document.selectedPart();
    requestPicture(false);
}

void FigureView::setLayer(std::shared_ptr<const LayerMap> layer, const QString& title) {
    m_look.layer = std::move(layer);
    m_layer_title = title;
    if (m_look.overlay == Overlay::Layer) requestPicture(false);
}

void FigureView::showPlace(const Vec3& point_mm, const Vec3& normal) {
    m_marked_place = point_mm;
    const ClockDirection from = clockFrom(normal);
    ViewChoice view = m_view;
    view.hour = from.hour;
    view.height_deg = std::clamp(from.height_deg, -10.0, 60.0);
    view.upside_down = false;
    view.zoom = std::max(view.zoom, 1.6);
    view.focus_mm = point_mm - m_document.plan().figure->bounds().centre();
    setView(view);
}

void FigureView::markPlace(const Vec3& point_mm) {
    m_marked_place = point_mm;
    update();
}

void FigureView::forgetPlace() {
    m_marked_place.reset();
    update();
}

void FigureView::readSpot(const QPointF& position) {
    const EvaluatedPtr& evaluated = m_document.evaluated();
    if (evaluated == nullptr) return;
    const auto hit = hitAt(position);
    if (!hit || evaluated->plan.figure->form != m_document.plan().figure->form) {
        emit spotRead({});
        return;
    }
    const Spot spot = spotAt(evaluated->plan, *evaluated->appearance, *hit);
    emit spotRead(q(inWords(spot, showsNumbers())) + mixWords(*evaluated, spot));
}

void FigureView::resizeEvent(QResizeEvent* /*event*/) { requestPicture(false); }

void FigureView::showEvent(QShowEvent* /*event*/) { requestPicture(false); }

void FigureView::refreshCaption() {
    Caption caption;
    caption.prompt = m_tool != nullptr ? m_tool->prompt() : QString();
    caption.layer_title = m_layer_title;
    caption.from_light = m_from_light;
    const CaptionWords words =
        inWords(caption, m_document.plan(), m_document.evaluated().get(), m_look, m_view);
    if (words.title == m_said.title && words.rest == m_said.rest) return;
    m_said = words;
    emit captionChanged(words.title, words.rest);
}

void FigureView::paintOver(QPainter& painter) {
    const ViewSpace held = space();
    paintTouched(painter, held, m_touched);
    if (m_tool != nullptr) m_tool->paint(painter, m_pointer);
    if (m_handles && !m_from_light) {
        const Projection project = [&](const Vec3& point) { return held.positionOf(point); };
        painter.drawPixmap(0, 0, hourRing(held));
        paintSightLines(painter, m_document.plan(), m_sight_lines, project, markRoom());
        paintLightMarks(painter, m_document.plan(), {m_document.selectedLight(), m_hovered},
                        project, markRoom());
    }
    if (m_marked_place) paintMarkedPlace(painter, held, *m_marked_place);
}

const QPixmap& FigureView::hourRing(const ViewSpace& held) {
    const Bounds& bounds = m_document.plan().figure->bounds();
    const QSize size = (QSizeF(this->size()) * devicePixelRatioF()).toSize();
    const bool known = m_ring.size() == size && m_ring_camera == held.camera &&
                       m_ring_theme == &currentTheme() && m_ring_bounds.low == bounds.low &&
                       m_ring_bounds.high == bounds.high;
    if (known) return m_ring;
    m_ring = clearPixmap(this->size(), devicePixelRatioF());
    m_ring_camera = held.camera;
    m_ring_theme = &currentTheme();
    m_ring_bounds = bounds;
    QPainter painter(&m_ring);
    painter.setFont(font());
    paintHourRing(painter, orreryOf(m_document.plan()), held.camera.eye_mm,
                  [&](const Vec3& point) { return held.positionOf(point); });
    return m_ring;
}

void FigureView::paintEvent(QPaintEvent* /*event*/) {
    QPainter painter(this);
    if (m_picture.isNull()) {
        painter.fillRect(rect(), currentTheme().ground);
        painter.setPen(currentTheme().text);
        painter.drawText(rect(), Qt::AlignCenter,
                         m_document.isOpen()
                             ? tr("Lighting the figure …")
                             : tr("Open a figure: File, Open, or drop an STL, OBJ, PLY, 3MF or "
                                  "glTF file here."));
        return;
    }
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    painter.drawImage(rect(), m_picture);
    painter.setRenderHint(QPainter::Antialiasing);
    if (m_document.isOpen()) {
        paintOver(painter);
        refreshCaption();
    }
    // Painted over, since a rounded clip makes everything drawn inside it slow.
    painter.fillPath(cornersOf(rect(), kCorner_px), currentTheme().ground);
}

}  // namespace glaukophos
