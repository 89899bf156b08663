// Least squares in which no unknown may be negative, for a handful of unknowns.
#pragma once

#include "core/base/vec.h"

namespace glaukophos {

inline constexpr int kMostUnknowns = 4;
using Normal =
    Eigen::Matrix<double, Eigen::Dynamic, Eigen::Dynamic, 0, kMostUnknowns, kMostUnknowns>;
using Unknowns = Eigen::Matrix<double, Eigen::Dynamic, 1, 0, kMostUnknowns, 1>;

struct NonNegativeFit {
    Unknowns x;
    double gain = 0.0;  // by how much |Ax - y|^2 falls from |y|^2
};

// `normal` is A^T A and `right` A^T y. All sets of unknowns that are not zero are tried, so that
// the result is exact (the conditions of Lawson & Hanson, Solving Least Squares Problems, 1974, ch.
// 23).
NonNegativeFit nonNegativeFit(const Normal& normal, const Unknowns& right);

}  // namespace glaukophos
