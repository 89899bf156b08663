// Blanks off both ends of a text.
#pragma once

#include <string_view>

namespace glaukophos {

inline std::string_view trimmed(std::string_view text) {
    const std::size_t first = text.find_first_not_of(" \t\r");
    if (first == std::string_view::npos) return {};
    return text.substr(first, text.find_last_not_of(" \t\r") - first + 1);
}

}  // namespace glaukophos
