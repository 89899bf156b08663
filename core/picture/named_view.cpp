// Sides are the figure's own.
#include "core/picture/named_view.h"

namespace glaukophos {

const std::array<NamedView, 7>& namedViews() {
    static const std::array<NamedView, 7> views = {{
        {"front", "Front", {0.0, 8.0, 1.0, false, Vec3::Zero()}},
        {"right", "Figure's right", {3.0, 8.0, 1.0, false, Vec3::Zero()}},
        {"back", "Back", {6.0, 8.0, 1.0, false, Vec3::Zero()}},
        {"left", "Figure's left", {9.0, 8.0, 1.0, false, Vec3::Zero()}},
        {"top", "From above", {0.0, 89.0, 1.0, false, Vec3::Zero()}},
        {"below", "From below", {0.0, -60.0, 1.0, false, Vec3::Zero()}},
        {"upside-down", "Upside down", {0.0, 8.0, 1.0, true, Vec3::Zero()}},
    }};
    return views;
}

std::optional<ViewChoice> viewFromName(std::string_view name) {
    for (const NamedView& view : namedViews()) {
        if (name == view.name) return view.view;
    }
    return std::nullopt;
}

std::string viewNames() {
    std::string names;
    for (const NamedView& view : namedViews()) {
        if (!names.empty()) names += ", ";
        names += view.name;
    }
    return names;
}

}  // namespace glaukophos
