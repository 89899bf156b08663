// The identity of a light: it lasts while its name, place and kind change.
#pragma once

#include <cstdint>

namespace glaukophos {

// Unique within one plan and never given twice; kNoLight until a plan takes the light in.
enum class LightId : std::uint32_t {};
inline constexpr LightId kNoLight{0};

inline std::uint32_t numberOf(LightId id) { return static_cast<std::uint32_t>(id); }

}  // namespace glaukophos
