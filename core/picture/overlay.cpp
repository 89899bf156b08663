#include "core/picture/overlay.h"

namespace glaukophos {

const std::array<OverlayEntry, kOverlayCount>& overlays() {
    static constexpr std::array<OverlayEntry, kOverlayCount> entries = {{
        {"bare", "Bare", "The figure in plain clay, to see its forms (B)", "B", "Bare figure"},
        {"parts", "Parts", "Each part in a tint of its own (P)", "P", "Parts"},
        {"reach", "Reach", "What the chosen light alone reaches (R)", "R", "Reach of"},
        {"shells", "Shells", "The nested shells of the chosen glow (S)", "S", "Shells of"},
        {"values", "Values", "All lights together, in greys (V)", "V", "Values"},
        {"bands", "Bands", "Few steps with their borders (N)", "N", "Bands"},
        {"borders", "Borders", "Where to blend and where not (E)", "E",
         "Borders: solid crisp, dashed soft, dotted blended"},
        {"edges", "Edges", "Edge highlights, pass by pass (I)", "I",
         "Edge lines, each pass lighter and narrower"},
        {"squint", "Squint", "Painted values as through half-closed eyes (Q)", "Q",
         "Squinted at, in greys"},
        {"under", "Under", "The underpainting as sprayed, with its filter (D)", "D",
         "Underpainting"},
        {"layer", "Layer", "Where the chosen step goes (W)", "W", "Where it goes"},
        {"colours", "Colours", "As planned, in colour (C)", "C", "Colours as planned"},
    }};
    return entries;
}

std::optional<Overlay> overlayFromKey(std::string_view key) {
    for (std::size_t i = 0; i < kOverlayCount; ++i) {
        if (key == overlays().at(i).key) return static_cast<Overlay>(i);
    }
    return std::nullopt;
}

std::string overlayKeys() {
    std::string keys;
    for (const OverlayEntry& entry : overlays()) {
        keys += (keys.empty() ? "" : ", ") + std::string(entry.key);
    }
    return keys;
}

}  // namespace glaukophos
