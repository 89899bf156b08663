// Evenly spread sample points, the same on every run.
#pragma once

#include <cmath>
#include <cstdint>
#include <vector>

#include "core/base/vec.h"

namespace glaukophos {

struct Point2 {
    double x = 0.0;
    double y = 0.0;
};

// Point `index` of an additive recurrence in [0,1)^2 with the two-dimensional golden ratio
// (the root of g^3 = g + 1), moved by `shift` (a rotation modulo 1, Cranley & Patterson 1976).
inline Point2 spreadPoint(std::uint32_t index, Point2 shift) {
    constexpr double kG = 1.32471795724474602596;
    const double i = static_cast<double>(index) + 0.5;
    const double x = shift.x + i / kG;
    const double y = shift.y + i / (kG * kG);
    return {x - std::floor(x), y - std::floor(y)};
}

// A shift for each receiver, so that neighbours do not repeat the same pattern.
inline Point2 shiftFor(std::uint32_t seed) {
    std::uint32_t h = seed * 0x9E3779B1U + 0x7F4A7C15U;
    h = (h ^ (h >> 16)) * 0x85EBCA6BU;
    h = (h ^ (h >> 13)) * 0xC2B2AE35U;
    h ^= h >> 16;
    return {static_cast<double>(h & 0xFFFFU) / 65536.0, static_cast<double>(h >> 16) / 65536.0};
}

// A point of the unit disc, area preserving: Shirley & Chiu 1997.
inline Point2 toUnitDisc(Point2 square) {
    const double a = 2.0 * square.x - 1.0;
    const double b = 2.0 * square.y - 1.0;
    if (a == 0.0 && b == 0.0) return {0.0, 0.0};
    const bool wide = std::abs(a) > std::abs(b);
    const double r = wide ? a : b;
    const double angle = wide ? kPi / 4.0 * (b / a) : kPi / 2.0 - kPi / 4.0 * (a / b);
    return {r * std::cos(angle), r * std::sin(angle)};
}

// `count` unit vectors spread evenly over the sphere along a Fibonacci spiral, from +z to -z.
inline std::vector<Vec3> fibonacciSphere(int count) {
    std::vector<Vec3> directions;
    directions.reserve(static_cast<std::size_t>(count));
    const double golden_angle = kPi * (3.0 - std::sqrt(5.0));
    for (int i = 0; i < count; ++i) {
        const double z = 1.0 - (2.0 * i + 1.0) / count;
        const double r = std::sqrt(1.0 - z * z);
        directions.push_back(
            Vec3d(r * std::cos(golden_angle * i), r * std::sin(golden_angle * i), z).cast<float>());
    }
    return directions;
}

}  // namespace glaukophos
