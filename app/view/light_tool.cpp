// In the plane through the handle that faces the viewer, or with Shift along the surface.
#include "app/view/light_tool.h"

#include <QLineF>
#include <algorithm>
#include <cmath>

#include "app/document/edit_key.h"
#include "app/view/light_marks.h"
#include "app/widgets/text.h"

namespace glaukophos {

std::optional<LightHandle> LightTool::handleAt(const QPointF& position) const {
    if (!m_document.isOpen() || m_view.seesFromLight()) return std::nullopt;
    const ViewSpace space = m_view.space();
    std::optional<LightHandle> found;
    for (const LightHandle& handle : allHandles(space)) {
        const auto at = space.positionOf(handle.place_mm);
        if (!at || QLineF(*at, position).length() >= kHandle_px + 3.0) continue;
        // Where rings lie over each other the chosen light's is meant.
        if (!found || handle.light == m_document.selectedLight()) found = handle;
    }
    return found;
}

std::vector<LightHandle> LightTool::allHandles(const ViewSpace& space) const {
    const Plan& plan = m_document.plan();
    std::vector<LightHandle> handles = handlesOf(plan);
    const Projection project = [&](const Vec3& point) { return space.positionOf(point); };
    const Orrery whole = orreryOf(plan);
    for (std::size_t l = 0; l < plan.lights.size(); ++l) {
        if (!rides(plan.lights[l]) || !shines(plan, l)) continue;
        const Vec3 way = towards(*clockOf(plan, plan.lights[l]));
        handles.push_back({l, 0, placeOn(drawnIn(whole, way, project, m_view.markRoom()), way)});
    }
    return handles;
}

bool LightTool::begin(const HandMove& hand) {
    const auto handle = handleAt(hand.at);
    if (!handle) return false;
    m_holding = true;
    m_held = *handle;
    m_held_id = m_document.plan().lights[handle->light].id;
    m_orrery = orreryOf(m_document.plan());
    m_orrery.radius_mm = (m_held.place_mm - m_orrery.foot_mm).norm();
    m_document.selectLight(handle->light);
    return true;
}

void LightTool::stroke(const HandMove& hand) {
    moveHeld(hand.at, hand.modifiers.testFlag(Qt::ShiftModifier));
}

void LightTool::end(const HandMove& /*hand*/, bool /*click*/) {
    m_holding = false;
    m_document.endGesture();
}

std::optional<Qt::CursorShape> LightTool::cursorAt(const QPointF& at) const {
    if (m_holding) return turnsOnly(m_held.which) ? Qt::SizeAllCursor : Qt::ClosedHandCursor;
    const auto handle = handleAt(at);
    if (!handle) return std::nullopt;
    return turnsOnly(handle->which) ? Qt::SizeAllCursor : Qt::OpenHandCursor;
}

std::optional<std::size_t> LightTool::lightAt(const QPointF& at) const {
    if (m_holding) return m_held.light;
    const auto handle = handleAt(at);
    return handle ? std::optional(handle->light) : std::nullopt;
}

QString LightTool::hintAt(const QPointF& at) const {
    const auto handle = handleAt(at);
    if (!handle) return {};
    const Light& light = m_document.plan().lights[handle->light];
    QString does = QObject::tr("drag moves it across your view, with Shift along the surface");
    if (rides(light)) does = QObject::tr("drag carries it round the figure");
    if (turnsOnly(handle->which)) does = QObject::tr("drag turns it by its rim");
    if (std::holds_alternative<Rod>(light.kind) && handle->which > 0) {
        does = QObject::tr("drag moves this end, with Shift along the surface");
    }
    return QObject::tr(
               "%1: %2. Ctrl and wheel: how strong; with Shift: how warm. Alt and arrows "
               "nudge it.")
        .arg(q(light.name), does);
}

void LightTool::moveHeld(const QPointF& position, bool on_surface) {
    static const int kMoveKey = nextEditKey();
    const Plan& plan = m_document.plan();
    if (m_held.light >= plan.lights.size() || plan.lights[m_held.light].id != m_held_id) return;
    const Light& light = plan.lights[m_held.light];
    if (rides(light)) return carryHeld(position);
    if (turnsOnly(m_held.which)) return turnHeld(position);
    const ViewSpace space = m_view.space();
    const CameraRay ray = space.rayAt(position);
    std::function<void(Light&)> move;
    if (on_surface) {
        const Figure& figure = *plan.figure;
        const auto hit = figure.form->shown.nearest(ray.origin, ray.direction, 1e30F,
                                                    passedBy(light, figure.surface.labels));
        if (!hit) return;
        const SurfacePoint place = space.pointAt(*hit, ray);
        move = [this, place](Light& edited) {
            setOnSurface(edited.kind, m_held.which, place.point_mm, place.normal);
        };
    } else {
        const Vec3 forward = space.camera.forward;
        const float depth = (m_held.place_mm - ray.origin).dot(forward);
        const Vec3 place = ray.origin + depth / ray.direction.dot(forward) * ray.direction;
        move = [this, place](Light& edited) { moveHandle(edited.kind, m_held.which, place); };
    }
    m_document.editLight(m_held.light, QObject::tr("Move light"), move, kMoveKey);
}

// The rim stays on a ball round the panel's middle, on the side of it where it is.
void LightTool::turnHeld(const QPointF& position) {
    static const int kTurnKey = nextEditKey();
    const Plan& plan = m_document.plan();
    const auto* panel = std::get_if<Panel>(&plan.lights[m_held.light].kind);
    if (panel == nullptr) return;
    for (const LightHandle& handle : handlesOf(plan)) {
        if (handle.light == m_held.light && handle.which == m_held.which) m_held = handle;
    }
    const CameraRay ray = m_view.space().rayAt(position);
    const Vec3 away = panel->centre_mm - ray.origin;
    const float radius = (m_held.place_mm - panel->centre_mm).norm();
    const float nearest = away.dot(ray.direction);
    const float beside2 = away.squaredNorm() - nearest * nearest;
    const float half = std::sqrt(std::max(0.0F, radius * radius - beside2));
    const bool in_front = (m_held.place_mm - panel->centre_mm).dot(ray.direction) <= 0.0F;
    const Vec3 place = ray.origin + (nearest + (in_front ? -half : half)) * ray.direction;
    m_document.editLight(
        m_held.light, QObject::tr("Turn panel"),
        [&](Light& edited) { moveHandle(edited.kind, m_held.which, place); }, kTurnKey);
}

void LightTool::carryHeld(const QPointF& position) {
    static const int kCarryKey = nextEditKey();
    const CameraRay ray = m_view.space().rayAt(position);
    const Light& light = m_document.plan().lights[m_held.light];
    const ClockDirection to =
        carriedTo(m_orrery, ray.origin, ray.direction, *clockOf(m_document.plan(), light));
    m_document.editLight(
        m_held.light, QObject::tr("Move light"),
        [&](Light& edited) {
            if (auto* far = std::get_if<FarLight>(&edited.kind)) far->direction = to;
            if (auto* spray = std::get_if<Spray>(&edited.kind)) spray->direction = to;
        },
        kCarryKey);
}

void LightTool::strengthen(double notches) {
    static const int kStrengthKey = nextEditKey();
    m_document.editLight(
        m_document.selectedLight(), QObject::tr("Strength"),
        [&](Light& light) {
            const double most = throwsBack(light) ? 1.0 : 1000.0;
            light.strength = std::clamp(light.strength * std::pow(1.1, notches), 0.001, most);
        },
        kStrengthKey);
}

void LightTool::warm(double notches) {
    static const int kWarmKey = nextEditKey();
    m_document.editLight(
        m_document.selectedLight(), QObject::tr("Colour of light"),
        [&](Light& light) {
            if (light.colour.source != ColourSource::Temperature) return;
            light.colour.kelvin = std::clamp(light.colour.kelvin - 150.0 * notches, 800.0, 20000.0);
        },
        kWarmKey);
}

bool LightTool::nudge(int key) {
    const int aside = key == Qt::Key_Left ? -1 : key == Qt::Key_Right ? 1 : 0;
    const int up = key == Qt::Key_Down ? -1 : key == Qt::Key_Up ? 1 : 0;
    const Plan& plan = m_document.plan();
    const std::size_t chosen = m_document.selectedLight();
    if ((aside == 0 && up == 0) || !m_document.isOpen() || chosen >= plan.lights.size()) {
        return false;
    }
    const Camera camera = m_view.space().camera;
    m_document.editLight(chosen, QObject::tr("Move light"), [&](Light& light) {
        const auto carried = [&](ClockDirection direction) {
            // Hours run against the painter's right on the near side of the figure.
            const bool in_front = towards(direction).dot(camera.forward) < 0.0F;
            direction.hour += (in_front ? -0.25 : 0.25) * aside;
            direction.hour -= 12.0 * std::floor(direction.hour / 12.0);
            direction.height_deg = std::clamp(direction.height_deg + 3.0 * up, -60.0, 90.0);
            return direction;
        };
        if (auto* far = std::get_if<FarLight>(&light.kind))
            far->direction = carried(far->direction);
        if (auto* spray = std::get_if<Spray>(&light.kind)) {
            spray->direction = carried(spray->direction);
        }
        if (const auto middle = middleOf(plan, light); middle && isNear(light.kind)) {
            const Vec3 by = 0.5F * (static_cast<float>(aside) * camera.right +
                                    static_cast<float>(up) * camera.up);
            moveHandle(light.kind, 0, *middle + by);
        }
    });
    m_document.endGesture();
    return true;
}

void LightTool::placeChosen(const SurfacePoint& place, const QPointF& at) {
    const Plan& plan = m_document.plan();
    const std::size_t chosen = m_document.selectedLight();
    if (chosen >= plan.lights.size()) return;
    if (std::holds_alternative<GlowingPart>(plan.lights[chosen].kind)) {
        const PartIndex part = plan.figure->surface.labels[place.triangle];
        m_document.editLight(chosen, QObject::tr("Part that glows"),
                             [&](Light& light) { light.own_parts = {part}; });
        return;
    }
    for (const LightHandle& handle : handlesOf(plan)) {
        if (handle.light != chosen || handle.which != 0) continue;
        m_held = handle;
        m_held_id = plan.lights[chosen].id;
        moveHeld(at, true);
        m_document.endGesture();
        return;
    }
}

}  // namespace glaukophos
