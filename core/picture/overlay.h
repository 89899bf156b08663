// The ways a figure can be shown: one table whose words are the window's and the command line's.
#pragma once

#include <array>
#include <cstddef>
#include <optional>
#include <string>
#include <string_view>

namespace glaukophos {

enum class Overlay {
    Bare,
    Parts,
    Reach,
    Shells,
    Values,
    Bands,
    Borders,
    Edges,
    Squint,
    Under,
    Layer,
    Colours
};
inline constexpr std::size_t kOverlayCount = 12;

struct OverlayEntry {
    const char* key;   // on the command line: the name in small letters
    const char* name;  // on its button
    const char* tip;
    const char* shortcut;
    const char* caption;  // under the picture; Reach and Shells end with the light's name
};
const std::array<OverlayEntry, kOverlayCount>& overlays();  // in the order of Overlay
inline const OverlayEntry& entryOf(Overlay overlay) {
    return overlays().at(static_cast<std::size_t>(overlay));
}
// Whether the chosen light alone is shown.
inline bool showsOneLight(Overlay overlay) {
    return overlay == Overlay::Reach || overlay == Overlay::Shells;
}
std::optional<Overlay> overlayFromKey(std::string_view key);
std::string overlayKeys();  // "bare, parts, ...", for messages

}  // namespace glaukophos
