// Borders of bands that are softer or crisper than planned.
#pragma once

#include "core/review/comparison.h"

namespace glaukophos {

struct BorderFault {
    std::size_t part = 0;
    int band = 0;  // the lighter one
    bool too_soft = false;
    double length_mm = 0.0;  // as far as it was seen
    double weight = 0.0;     // 1: as much as is just worth a word
    std::size_t worst_pixel = 0;
};

// How steeply L* rises across a border, against how steeply it would as planned. `e` has its marks.
std::vector<BorderFault> borderFaults(const Comparison& comparison, const Evaluated& e);

}  // namespace glaukophos
