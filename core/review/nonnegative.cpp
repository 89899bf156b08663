#include "core/review/nonnegative.h"

#include <Eigen/Cholesky>

namespace glaukophos {

NonNegativeFit nonNegativeFit(const Normal& normal, const Unknowns& right) {
    const auto count = static_cast<int>(right.size());
    NonNegativeFit best{Unknowns::Zero(count), 0.0};
    for (int set = 1; set < (1 << count); ++set) {
        std::array<int, kMostUnknowns> free{};
        int n = 0;
        for (int i = 0; i < count; ++i) {
            if ((set >> i) & 1) free.at(static_cast<std::size_t>(n++)) = i;
        }
        Normal part(n, n);
        Unknowns b(n);
        for (int i = 0; i < n; ++i) {
            b[i] = right[free.at(static_cast<std::size_t>(i))];
            for (int j = 0; j < n; ++j) {
                part(i, j) = normal(free.at(static_cast<std::size_t>(i)),
                                    free.at(static_cast<std::size_t>(j)));
            }
        }
        const Unknowns x = part.ldlt().solve(b);
        if (!x.allFinite() || x.minCoeff() < 0.0) continue;
        // At the least squares of a set, the fall is b.x.
        const double gain = b.dot(x);
        if (gain <= best.gain) continue;
        best.gain = gain;
        best.x.setZero();
        for (int i = 0; i < n; ++i) best.x[free.at(static_cast<std::size_t>(i))] = x[i];
    }
    return best;
}

}  // namespace glaukophos
