// Published tables that everything about colour is measured with.
#pragma once

#include <Eigen/Core>
#include <array>

namespace glaukophos {

inline constexpr int kCmfFirst_nm = 360;
inline constexpr int kCmfCount = 471;  // one entry a nanometre

// Colour matching functions x, y, z of the CIE 1931 2 degree observer.
extern const std::array<Eigen::Vector3d, kCmfCount> kCie1931;

// Relative spectral power of CIE standard illuminant D65 at 380, 390 .. 730 nm.
extern const std::array<double, 36> kD65;

// Luminous efficiency of the rods, V' (CIE 1951), at the same wavelengths.
extern const std::array<double, 36> kScotopic;

}  // namespace glaukophos
