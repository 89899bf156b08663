// Input and vector overlays; the picture itself comes from PictureMaker.
#include "app/view/figure_view.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>
#include <algorithm>
#include <cmath>

#include "app/widgets/recipe_words.h"
#include "app/widgets/text.h"
#include "app/widgets/theme.h"

namespace glaukophos {
namespace {

constexpr int kRest_ms = 140;
constexpr int kLightDragKey = 101;

double wrappedHour(double hour) { return hour - 12.0 * std::floor(hour / 12.0); }

QString clockText(const ViewChoice& view) {
    const double hour = wrappedHour(view.hour);
    const double shown = hour < 0.05 ? 12.0 : hour;
    return QObject::tr("seen from %1 o'clock, %2° %3")
        .arg(shown, 0, 'f', std::abs(shown - std::round(shown)) < 0.05 ? 0 : 1)
        .arg(std::abs(std::lround(view.height_deg)))
        .arg(view.height_deg >= 0 ? QObject::tr("up") : QObject::tr("below"));
}

}  // namespace

FigureView::FigureView(Document& document, QWidget* parent)
    : QWidget(parent), m_document(document) {
    setObjectName(QStringLiteral("figureView"));
    setAccessibleName(tr("Figure"));
    setMouseTracking(true);
    setFocusPolicy(Qt::StrongFocus);
    setMinimumSize(320, 240);
    setToolTip(QString());
    m_rest.setSingleShot(true);
    m_rest.setInterval(kRest_ms);
    connect(&m_rest, &QTimer::timeout, this, [this] { requestPicture(false); });
    connect(&m_maker, &PictureMaker::pictureReady, this,
            [this](const QImage& picture, int number, bool finished) {
                m_picture = picture;
                m_finished = finished && number == m_request_number && !m_rest.isActive();
                update();
                emit pictureShown();
                if (m_finished) emit pictureFinished();
            });
    connect(&m_document, &Document::evaluatedChanged, this, [this] {
        if (m_document.evaluated()->plan.figure->labels == m_document.plan().figure->labels) {
            m_touched.clear();
        }
        if (m_drag == Drag::Light || m_rest.isActive() || !m_document.evaluated()->complete) {
            requestPicture(true);
        } else {
            requestPicture(false);
        }
    });
    connect(&m_document, &Document::changed, this, [this](Aspect aspect) {
        if (aspect == Aspect::Everything) {
            m_view = m_document.plan().view;
            m_from_light.reset();
            m_picture = {};
            emit viewChanged();
        }
        if (aspect == Aspect::Selection || aspect == Aspect::Everything) {
            m_look.light = m_document.selectedLight();
        }
        if (aspect == Aspect::Everything) {
            m_sight_spot.reset();
            m_marked_place.reset();
        }
        refreshSightLines();
        m_finished = false;
        // After a change of light or paint the picture follows the results, not the plan.
        const bool results_follow =
            aspect == Aspect::Lights || aspect == Aspect::Values || aspect == Aspect::Colours;
        if (!results_follow) requestPicture(false);
        update();
    });
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
        m_placing_light = false;
        lookFrom(std::nullopt);
    }
    update();
}

void FigureView::placeLightByClick() {
    m_placing_light = true;
    setCursor(Qt::CrossCursor);
    update();
}

void FigureView::askForPlace(const QString& prompt, std::function<void(const SurfacePoint&)> use) {
    m_prompt = prompt;
    m_use_place = std::move(use);
    setCursor(Qt::CrossCursor);
    update();
}

void FigureView::forgetClick() {
    m_placing_light = false;
    m_use_place = nullptr;
    setCursor(Qt::ArrowCursor);
    update();
}

SurfacePoint FigureView::pointAt(const RayHit& hit, const CameraRay& ray) const {
    const Mesh& mesh = m_document.plan().figure->surface.mesh;
    return {hit.triangle, ray.origin + hit.distance_mm * ray.direction,
            areaVector(mesh, mesh.triangles[hit.triangle]).stableNormalized()};
}

std::optional<SurfacePoint> FigureView::placeAt(const QPointF& position) const {
    const auto hit = hitAt(position);
    return hit ? std::optional(pointAt(*hit, rayAt(position))) : std::nullopt;
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

void FigureView::requestPicture(bool moving) {
    m_finished = false;
    // A view that is not seen (the bench while planning) costs nothing.
    if (!isVisible() || !m_document.isOpen() || m_document.evaluated() == nullptr || width() < 2) {
        return;
    }
    PictureRequest request;
    request.evaluated = m_document.evaluated();
    request.look = m_look;
    request.look.light = std::min(m_look.light, request.evaluated->plan.lights.size());
    request.camera = camera();
    request.grid = grid();
    request.shade.backdrop = currentTheme().backdrop;
    request.shade.backdrop.floor = !m_view.upside_down;
    request.shade.selected = m_document.selectedPart();
    request.moving = moving;
    request.number = ++m_request_number;
    m_maker.request(std::move(request));
}

void FigureView::showMoving() {
    requestPicture(true);
    m_rest.start();
}

CameraRay FigureView::rayAt(const QPointF& position) const {
    const double ratio = devicePixelRatioF();
    return rayThrough(camera(), grid(), static_cast<float>(position.x() * ratio),
                      static_cast<float>(position.y() * ratio));
}

std::optional<RayHit> FigureView::hitAt(const QPointF& position) const {
    if (!m_document.isOpen()) return std::nullopt;
    const CameraRay ray = rayAt(position);
    return m_document.plan().figure->form->shown.nearest(ray.origin, ray.direction, 1e30F,
                                                         camera().passed);
}

Projection FigureView::projection() const {
    return [held = camera(), pixels = grid(),
            ratio = devicePixelRatioF()](const Vec3& point) -> std::optional<QPointF> {
        const auto pixel = pixelOf(held, pixels, point);
        if (!pixel) return std::nullopt;
        return QPointF(pixel->x() / ratio, pixel->y() / ratio);
    };
}

QRectF FigureView::markRoom() const { return QRectF(rect()).adjusted(30, 46, -90, -20); }

std::optional<LightHandle> FigureView::handleAt(const QPointF& position) const {
    if (!m_handles || !m_document.isOpen() || m_from_light) return std::nullopt;
    const Projection project = projection();
    std::optional<LightHandle> found;
    for (const LightHandle& handle : handlesOf(m_document.plan())) {
        const auto at = project(handle.place_mm);
        if (!at || QLineF(*at, position).length() >= kHandle_px + 3.0) continue;
        // Where rings lie over each other the chosen light's is meant.
        if (!found || handle.light == m_document.selectedLight()) found = handle;
    }
    return found;
}

void FigureView::turn(double hours, double height_deg) {
    ViewChoice view = m_view;
    view.hour += view.upside_down ? -hours : hours;
    view.height_deg =
        std::clamp(view.height_deg + (view.upside_down ? -height_deg : height_deg), -89.0, 89.0);
    setView(view);
}

void FigureView::slide(const QPointF& pixels) {
    const Camera held = camera();
    const float distance =
        (m_document.plan().figure->bounds().centre() + m_view.focus_mm - held.eye_mm).norm();
    const float mm_per_pixel =
        2.0F * held.half_height * distance / static_cast<float>(std::max(1, height()));
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

void FigureView::mousePressEvent(QMouseEvent* event) {
    m_pressed = m_last = event->position();
    m_dragged = false;
    if (!m_document.isOpen()) return;
    if (event->button() == Qt::LeftButton && !waitsForClick()) {
        if (const auto handle = handleAt(event->position())) {
            m_drag = Drag::Light;
            m_dragged_handle = *handle;
            m_document.selectLight(handle->light);
            return;
        }
        m_drag = event->modifiers().testFlag(Qt::ShiftModifier) ? Drag::Slide : Drag::Turn;
        // A drag that starts beside the figure turns it whatever the tool.
        if (m_tool != SurfaceTool::Choose && m_drag == Drag::Turn && hitAt(event->position())) {
            m_drag = Drag::Stroke;
            emit strokeStarted();
            strokeTo(event->position(), event->modifiers());
        }
    } else if (event->button() == Qt::RightButton || event->button() == Qt::MiddleButton) {
        m_drag = Drag::Slide;
    }
}

void FigureView::mouseMoveEvent(QMouseEvent* event) {
    const QPointF delta = event->position() - m_last;
    m_pointer = event->position();
    if (m_drag == Drag::Stroke) {
        m_dragged = true;
        strokeTo(event->position(), event->modifiers());
        m_last = event->position();
        return;
    }
    if (m_tool != SurfaceTool::Choose) update();
    if (m_drag == Drag::None) {
        readSpot(event->position());
        const bool over_light = handleAt(event->position()).has_value();
        if (!waitsForClick() && m_tool == SurfaceTool::Choose) {
            setCursor(over_light ? Qt::OpenHandCursor : Qt::ArrowCursor);
        }
        return;
    }
    if (!m_dragged && QLineF(m_pressed, event->position()).length() < 4.0) return;
    m_dragged = true;
    m_last = event->position();
    switch (m_drag) {
        case Drag::Turn:
            // A drag across the whole view turns the figure about once.
            turn(delta.x() * 12.0 / std::max(1, width()),
                 delta.y() * 180.0 / std::max(1, height()));
            break;
        case Drag::Slide:
            slide(delta);
            break;
        case Drag::Light:
            dragHandle(event->position(), event->modifiers().testFlag(Qt::ShiftModifier));
            break;
        case Drag::Stroke:
        case Drag::None:
            break;
    }
}

void FigureView::strokeTo(const QPointF& position, Qt::KeyboardModifiers modifiers) {
    // Dabs follow each other by half a radius, however fast the hand goes.
    const Camera held = camera();
    const double depth = (m_document.plan().figure->bounds().centre() - held.eye_mm).norm();
    const double radius_px = m_brush_mm / (2.0 * held.half_height * depth) * height();
    const double way = QLineF(m_last, position).length();
    const int dabs = std::clamp(static_cast<int>(way / std::max(1.5, 0.5 * radius_px)), 1, 60);
    std::vector<SurfacePoint> points;
    for (int i = 1; i <= dabs; ++i) {
        const QPointF at = m_last + (position - m_last) * i / dabs;
        const double ratio = devicePixelRatioF();
        const CameraRay ray = rayThrough(held, grid(), static_cast<float>(at.x() * ratio),
                                         static_cast<float>(at.y() * ratio));
        const auto hit = m_document.plan().figure->form->shown.nearest(ray.origin, ray.direction,
                                                                       1e30F, held.passed);
        if (hit) points.push_back(pointAt(*hit, ray));
    }
    const bool take_away =
        m_tool == SurfaceTool::TakeAway || modifiers.testFlag(Qt::ControlModifier);
    if (!points.empty()) emit stroked(points, take_away);
}

void FigureView::setTool(SurfaceTool tool) {
    m_tool = tool;
    setCursor(tool == SurfaceTool::Choose ? Qt::ArrowCursor : Qt::CrossCursor);
    update();
}

void FigureView::setBrushRadius(double mm) {
    m_brush_mm = mm;
    update();
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

void FigureView::mouseReleaseEvent(QMouseEvent* event) {
    const Drag was = std::exchange(m_drag, Drag::None);
    if (was == Drag::Light) {
        m_document.endGesture();
        m_rest.start();
    }
    if (was == Drag::Stroke) {
        emit strokeFinished();
        return;
    }
    if (!m_dragged && event->button() == Qt::LeftButton) click(event->position());
}

void FigureView::dragHandle(const QPointF& position, bool on_surface) {
    const std::size_t index = m_dragged_handle.light;
    const Light& light = m_document.plan().lights[index];
    const int which = m_dragged_handle.which;
    const CameraRay ray = rayAt(position);
    std::function<void(Light&)> move;
    if (on_surface) {
        const Figure& figure = *m_document.plan().figure;
        const auto hit = figure.form->shown.nearest(ray.origin, ray.direction, 1e30F,
                                                    passedBy(light, figure.surface.labels));
        if (!hit) return;
        const Vec3 normal =
            areaVector(figure.surface.mesh, figure.surface.mesh.triangles[hit->triangle])
                .stableNormalized();
        const Vec3 point = ray.origin + hit->distance_mm * ray.direction;
        move = [=](Light& edited) { setOnSurface(edited.kind, which, point, normal); };
    } else {
        // In the plane through the handle that faces the viewer.
        const Vec3 forward = camera().forward;
        const float depth = (m_dragged_handle.place_mm - ray.origin).dot(forward);
        const Vec3 place = ray.origin + depth / ray.direction.dot(forward) * ray.direction;
        move = [=](Light& edited) { moveHandle(edited.kind, which, place); };
    }
    m_document.editLight(index, tr("Move light"), move, kLightDragKey);
    update();
}

void FigureView::click(const QPointF& position) {
    const auto hit = hitAt(position);
    if (m_use_place) {
        const auto use = m_use_place;
        if (!hit) return;  // beside the figure: the question stays
        forgetClick();
        use(pointAt(*hit, rayAt(position)));
        return;
    }
    if (!std::exchange(m_placing_light, false)) {
        m_document.selectPart(hit ? std::optional(m_document.plan().figure->partShownBy(*hit))
                                  : std::nullopt);
        lookFrom(m_handles ? hit : std::nullopt);
        return;
    }
    setCursor(Qt::ArrowCursor);
    if (hit && m_document.selectedLight() < m_document.plan().lights.size()) {
        placeChosenLight(*hit, position);
    }
    update();
}

void FigureView::placeChosenLight(const RayHit& hit, const QPointF& position) {
    const std::size_t chosen = m_document.selectedLight();
    if (std::holds_alternative<GlowingPart>(m_document.plan().lights[chosen].kind)) {
        const PartIndex part = m_document.plan().figure->partShownBy(hit);
        m_document.editLight(chosen, tr("Part that glows"),
                             [&](Light& light) { light.own_parts = {part}; });
        return;
    }
    for (const LightHandle& handle : handlesOf(m_document.plan())) {
        if (handle.light != chosen || handle.which != 0) continue;
        m_dragged_handle = handle;
        dragHandle(position, true);
        m_document.endGesture();
        return;
    }
}

void FigureView::lookFrom(const std::optional<RayHit>& hit) {
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

void FigureView::setShells(int count) {
    if (count == m_look.shells) return;
    m_look.shells = count;
    requestPicture(false);
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

void FigureView::forgetPlace() {
    m_marked_place.reset();
    update();
}

void FigureView::paintMarkedPlace(QPainter& painter) const {
    if (!m_marked_place) return;
    const auto at = projection()(*m_marked_place);
    if (!at) return;
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(currentTheme().ground, 5));
    painter.drawEllipse(*at, 17, 17);
    painter.setPen(QPen(currentTheme().accent, 2.5));
    painter.drawEllipse(*at, 17, 17);
}

// The drops of the band that a spot lies in; nothing where there are none.
static QString mixWords(const Evaluated& evaluated, const Spot& spot) {
    if (evaluated.mixes == nullptr || spot.is_source) return {};
    const std::vector<BandMix>& bands = evaluated.mixes->parts[spot.part].bands;
    for (std::size_t b = 0; b < bands.size(); ++b) {
        if (bands[b].present && spot.band == bandName(b, bands.size())) {
            return QObject::tr("  ·  mix ") + shortRecipe(evaluated.mixes->rack, bands[b].recipe);
        }
    }
    return {};
}

void FigureView::readSpot(const QPointF& position) {
    const EvaluatedPtr& evaluated = m_document.evaluated();
    if (evaluated == nullptr) return;
    const auto hit = hitAt(position);
    if (!hit) {
        emit spotRead({});
        return;
    }
    const Spot spot = spotAt(evaluated->plan, *evaluated->appearance, *hit);
    emit spotRead(q(inWords(spot)) + mixWords(*evaluated, spot));
}

void FigureView::wheelEvent(QWheelEvent* event) {
    zoomAt(std::pow(1.0015, event->angleDelta().y()));
    event->accept();
}

void FigureView::keyPressEvent(QKeyEvent* event) {
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
            forgetClick();
            m_document.selectPart(std::nullopt);
            lookFrom(std::nullopt);
            return;
        default:
            QWidget::keyPressEvent(event);
    }
}

void FigureView::leaveEvent(QEvent* /*event*/) {
    m_pointer = {-1, -1};
    update();
    emit spotRead({});
}

void FigureView::resizeEvent(QResizeEvent* /*event*/) { requestPicture(false); }

void FigureView::showEvent(QShowEvent* /*event*/) { requestPicture(false); }

QString FigureView::caption() const {
    static const std::array<const char*, kOverlayNames.size()> titles = {
        QT_TR_NOOP("Bare figure"),
        QT_TR_NOOP("Parts"),
        QT_TR_NOOP("Reach of"),
        QT_TR_NOOP("Shells of"),
        QT_TR_NOOP("Values"),
        QT_TR_NOOP("Bands"),
        QT_TR_NOOP("Borders: solid crisp, dashed soft, dotted blended"),
        QT_TR_NOOP("Edge lines, each pass lighter and narrower"),
        QT_TR_NOOP("Squinted at, in greys"),
        QT_TR_NOOP("Underpainting"),
        QT_TR_NOOP("Where it goes"),
        QT_TR_NOOP("Colours as planned")};
    QString text = tr(titles.at(static_cast<std::size_t>(m_look.overlay)));
    const std::vector<Light>& lights = m_document.plan().lights;
    const bool of_light = m_look.overlay == Overlay::Reach || m_look.overlay == Overlay::Shells;
    if (of_light && m_look.light < lights.size()) {
        text += QStringLiteral(" ") + q(lights[m_look.light].name);
    }
    if (m_look.overlay == Overlay::Layer && !m_layer_title.isEmpty()) text = m_layer_title;
    if (m_look.overlay == Overlay::Colours && m_look.in_steps) text += tr(", in steps");
    if (m_from_light && *m_from_light < lights.size()) {
        text += tr(" · seen from %1: what it sees is lit").arg(q(lights[*m_from_light].name));
    } else {
        text += QStringLiteral(" · ") + clockText(m_view);
        if (m_view.upside_down) text += tr(", upside down");
    }
    return text;
}

void FigureView::paintCaption(QPainter& painter) const {
    QString text = caption();
    if (m_placing_light)
        text = tr("Click where the light touches the figure. Esc leaves it as it is.");
    if (m_use_place) text = m_prompt;
    const EvaluatedPtr& evaluated = m_document.evaluated();
    if (evaluated != nullptr && !evaluated->complete) {
        text += tr(" · tracing the sky, %1 of %2").arg(evaluated->sky_rounds).arg(kSkyRounds);
    }
    QFont font = this->font();
    font.setWeight(QFont::DemiBold);
    const bool dark = currentThemeKind() == ThemeKind::Dark;
    paintHaloText(painter, {16, 27}, font, text, dark ? Qt::white : Qt::black,
                  dark ? QColor(0, 0, 0, 190) : QColor(255, 255, 255, 190));
}

void FigureView::paintTouched(QPainter& painter) const {
    if (m_touched.empty()) return;
    const Mesh& mesh = m_document.plan().figure->form->whole.mesh;
    const Camera held = camera();
    const PixelGrid pixels = grid();
    const double ratio = devicePixelRatioF();
    QPainterPath path;
    for (const std::uint32_t t : m_touched) {
        const Triangle& corners = mesh.triangles[t];
        if (areaVector(mesh, corners).dot(mesh.positions_mm[corners[0]] - held.eye_mm) > 0.0F) {
            continue;
        }
        QPolygonF polygon;
        for (const std::uint32_t corner : corners) {
            const auto at = pixelOf(held, pixels, mesh.positions_mm[corner]);
            if (at) polygon << QPointF(at->x() / ratio, at->y() / ratio);
        }
        if (polygon.size() == 3) path.addPolygon(polygon);
    }
    path.setFillRule(Qt::WindingFill);
    QColor colour = currentTheme().accent;
    colour.setAlpha(110);
    painter.fillPath(path, colour);
}

void FigureView::paintBrush(QPainter& painter) const {
    if (m_pointer.x() < 0 || m_tool == SurfaceTool::Choose || m_tool == SurfaceTool::Patch) return;
    const Camera held = camera();
    const double depth = (m_document.plan().figure->bounds().centre() - held.eye_mm).norm();
    const double radius = m_brush_mm / (2.0 * held.half_height * depth) * height();
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(QColor(0, 0, 0, 180), 3));
    painter.drawEllipse(m_pointer, radius, radius);
    const bool adds = m_tool == SurfaceTool::Paint || m_tool == SurfaceTool::Correct;
    painter.setPen(QPen(Qt::white, 1.5, adds ? Qt::SolidLine : Qt::DashLine));
    painter.drawEllipse(m_pointer, radius, radius);
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
    if (!m_document.isOpen()) return;
    paintTouched(painter);
    paintBrush(painter);
    if (m_handles && !m_from_light) {
        const Projection project = projection();
        paintSightLines(painter, m_document.plan(), m_sight_lines, project, markRoom());
        paintLightMarks(painter, m_document.plan(), m_document.selectedLight(), project,
                        markRoom());
    }
    paintMarkedPlace(painter);
    paintCaption(painter);
}

}  // namespace glaukophos
