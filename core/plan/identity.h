// Identities of parts and lights: they last while names, places and numbers change.
#pragma once

#include <cstdint>

namespace glaukophos {

// Unique within one plan and never given twice; kNoPart until a plan takes the part in.
enum class PartId : std::uint32_t {};
inline constexpr PartId kNoPart{0};

inline std::uint32_t numberOf(PartId id) { return static_cast<std::uint32_t>(id); }

}  // namespace glaukophos
