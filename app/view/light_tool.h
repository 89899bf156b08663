// Takes lights that stand near the figure by their rings.
#pragma once

#include "app/document/document.h"
#include "app/view/figure_tool.h"
#include "app/view/orrery.h"
#include "core/lighting/aim.h"

namespace glaukophos {

class LightTool : public FigureTool {
  public:
    LightTool(Document& document, const FigureHolder& view) : m_document(document), m_view(view) {}

    bool begin(const HandMove& hand) override;
    void stroke(const HandMove& hand) override;
    void end(const HandMove& hand, bool click) override;
    [[nodiscard]] std::optional<Qt::CursorShape> cursorAt(const QPointF& at) const override;
    // What can be done with the light there; empty beside all of them.
    [[nodiscard]] QString hintAt(const QPointF& at) const;
    // The light that is held, or is under the pointer.
    [[nodiscard]] std::optional<std::size_t> lightAt(const QPointF& at) const;

    // Puts the chosen light where it touches a place of the figure, or makes that part glow.
    void placeChosen(const SurfacePoint& place, const QPointF& at);

    // What the wheel and the arrow keys do to the chosen light: a tenth stronger a notch, 150
    // kelvin warmer or colder, a quarter of an hour, 3 degrees or half a mm.
    void strengthen(double notches);
    void warm(double notches);
    bool nudge(int key);  // false for a key that means nothing here

  private:
    [[nodiscard]] std::optional<LightHandle> handleAt(const QPointF& position) const;
    // Handles of lights near the figure, and of those that ride round it.
    [[nodiscard]] std::vector<LightHandle> allHandles(const ViewSpace& space) const;
    void moveHeld(const QPointF& position, bool on_surface);
    void carryHeld(const QPointF& position);
    void turnHeld(const QPointF& position);

    Document& m_document;
    const FigureHolder& m_view;
    LightHandle m_held;
    Orrery m_orrery;  // that a held far light rides on
    bool m_holding = false;
    LightId m_held_id = kNoLight;  // the plan may lose it while it is held
};

}  // namespace glaukophos
