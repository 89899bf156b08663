// The views a painter asks for by name.
#pragma once

#include <array>
#include <optional>
#include <string>
#include <string_view>

#include "core/plan/plan.h"

namespace glaukophos {

struct NamedView {
    const char* name = "";     // for the command line
    const char* caption = "";  // for the interface: both sides named where it matters
    ViewChoice view;
};

// front, back, the figure's right and left, top, below, upside down.
const std::array<NamedView, 7>& namedViews();

std::optional<ViewChoice> viewFromName(std::string_view name);
std::string viewNames();  // "front, back, ..."

}  // namespace glaukophos
