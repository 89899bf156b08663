// Which pictures the figure view asks for.
#include <algorithm>

#include "app/view/figure_view.h"
#include "app/widgets/theme.h"

namespace glaukophos {

void FigureView::requestPicture(bool moving) {
    m_finished = false;
    // A view that is not seen (the bench while planning) costs nothing.
    if (!isVisible() || !m_document.isOpen() || m_document.evaluated() == nullptr || width() < 2) {
        return;
    }
    PictureRequest request;
    request.evaluated = m_document.evaluated();
    if (isAhead()) request.ahead = std::make_shared<const Plan>(m_document.plan());
    request.look = m_look;
    // Of what shows all lights, the one that is chosen says nothing.
    const std::size_t lights = request.evaluated->plan.lights.size();
    request.look.light = showsOneLight(m_look.overlay) ? std::min(m_look.light, lights) : lights;
    request.camera = camera();
    request.grid = grid();
    request.shade.backdrop = currentTheme().backdrop;
    request.shade.backdrop.floor = !m_view.upside_down;
    request.shade.selected = m_document.selectedPart();
    request.moving = moving || request.ahead != nullptr;
    if (!request.moving && m_whole && showsTheSame(*m_whole, request)) {
        m_finished = m_whole_arrived;
        return;
    }
    request.number = ++m_request_number;
    m_whole_arrived = false;
    m_whole.reset();
    if (!request.moving) m_whole = request;
    m_requested.emplace_back(
        request.number,
        request.ahead != nullptr
            ? request.ahead
            : std::shared_ptr<const Plan>(request.evaluated, &request.evaluated->plan));
    constexpr std::size_t kMostKept = 200;  // most are never made: newer ones came
    if (m_requested.size() > kMostKept) m_requested.pop_front();
    m_maker.request(std::move(request));
}

bool FigureView::isAhead() const {
    if (!m_document.isOpen() || m_document.evaluated() == nullptr) return false;
    // These show the figure before any light, or what was worked out from it.
    const bool follows = m_look.overlay != Overlay::Bare && m_look.overlay != Overlay::Parts &&
                         m_look.overlay != Overlay::Layer && m_look.overlay != Overlay::Under &&
                         m_look.overlay != Overlay::Edges;
    const Plan& now = m_document.plan();
    const Plan& then = m_document.evaluated()->plan;
    if (!follows || !canFollow(now, *m_document.evaluated())) return false;
    return then.lights != now.lights || then.values != now.values || then.colours != now.colours ||
           then.parts != now.parts;
}

void FigureView::showMoving() {
    requestPicture(true);
    m_rest.start();
}

}  // namespace glaukophos
