// Small change of sentences.
#pragma once

#include <fmt/format.h>

#include <string>

namespace glaukophos {

// As at the beginning of a sentence; letters beyond ASCII stay as they are.
inline std::string capitalised(std::string text) {
    if (!text.empty() && text[0] >= 'a' && text[0] <= 'z')
        text[0] = static_cast<char>(text[0] - 32);
    return text;
}

// "1 coat", "3 coats", "no coats".
inline std::string counted(int count, const char* one, const char* more) {
    if (count == 0) return std::string("no ") + more;
    return fmt::format("{} {}", count, count == 1 ? one : more);
}

}  // namespace glaukophos
