// In the plane through the handle that faces the viewer, or with Shift along the surface.
#include "app/view/light_tool.h"

#include <QLineF>

#include "app/document/edit_key.h"
#include "app/view/light_marks.h"

namespace glaukophos {

std::optional<LightHandle> LightTool::handleAt(const QPointF& position) const {
    if (!m_document.isOpen() || m_view.seesFromLight()) return std::nullopt;
    const ViewSpace space = m_view.space();
    std::optional<LightHandle> found;
    for (const LightHandle& handle : handlesOf(m_document.plan())) {
        const auto at = space.positionOf(handle.place_mm);
        if (!at || QLineF(*at, position).length() >= kHandle_px + 3.0) continue;
        // Where rings lie over each other the chosen light's is meant.
        if (!found || handle.light == m_document.selectedLight()) found = handle;
    }
    return found;
}

bool LightTool::begin(const HandMove& hand) {
    const auto handle = handleAt(hand.at);
    if (!handle) return false;
    m_held = *handle;
    m_held_id = m_document.plan().lights[handle->light].id;
    m_document.selectLight(handle->light);
    return true;
}

void LightTool::stroke(const HandMove& hand) {
    moveHeld(hand.at, hand.modifiers.testFlag(Qt::ShiftModifier));
}

void LightTool::end(const HandMove& /*hand*/, bool /*click*/) { m_document.endGesture(); }

std::optional<Qt::CursorShape> LightTool::cursorAt(const QPointF& at) const {
    return handleAt(at) ? std::optional(Qt::OpenHandCursor) : std::nullopt;
}

void LightTool::moveHeld(const QPointF& position, bool on_surface) {
    static const int kMoveKey = nextEditKey();
    const Plan& plan = m_document.plan();
    if (m_held.light >= plan.lights.size() || plan.lights[m_held.light].id != m_held_id) return;
    const Light& light = plan.lights[m_held.light];
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
