// A number by which long rows of numbers are told apart.
#pragma once

#include <bit>
#include <cstdint>
#include <span>

namespace glaukophos {

// Fowler, Noll and Vo's hash, by whole numbers instead of bytes.
inline std::uint64_t fingerprint(std::span<const float> values) {
    std::uint64_t hash = 0xCBF29CE484222325U;
    for (const float value : values) {
        hash = (hash ^ std::bit_cast<std::uint32_t>(value)) * 0x100000001B3U;
    }
    return hash;
}

}  // namespace glaukophos
