// Cube roots by the thousand: every colour of every vertex takes three.
#pragma once

#include <bit>
#include <cmath>
#include <cstdint>

namespace glaukophos {

// Within 5 units of the last place of std::cbrt for normal numbers and 0, in half of its time.
inline double cubeRoot(double x) {
    // A third of the exponent, by arithmetic on the bits, is x^(-1/3) within 3.5 %: 4/3 of the
    // exponents' bias, less what puts as much of the error above as below.
    constexpr std::uint64_t kStart = 0x553EF1A9'FBE76C8C;
    const double size = std::abs(x);
    auto inverse = std::bit_cast<double>(kStart - std::bit_cast<std::uint64_t>(size) / 3);
    // The series of (1 - h)^(-1/3) brings that to 2e-5, and once more as near as numbers go.
    for (int step = 0; step < 2; ++step) {
        const double h = 1.0 - size * inverse * inverse * inverse;
        inverse += inverse * h * (1.0 / 3 + h * (2.0 / 9 + h * (14.0 / 81)));
    }
    return std::copysign(size * inverse * inverse, x);
}

}  // namespace glaukophos
