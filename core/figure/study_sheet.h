// A photograph in place of a figure: a flat sheet, as seen, that has the photograph's greys for
// light. Parts, bands, ladders and steps follow from it as from a figure; what lies behind does not
// exist, and nothing throws a shadow.
#pragma once

#include "core/figure/figure.h"
#include "core/geometry/crease.h"

namespace glaukophos {

// A picture in greys; rows from the top.
struct GreyPicture {
    int width = 0;
    int height = 0;
    std::vector<float> luminance;  // 0..1
    std::vector<bool> kept;        // false: not part of what is painted
    [[nodiscard]] std::size_t at(int x, int y) const {
        return static_cast<std::size_t>(y) * static_cast<std::size_t>(width) +
               static_cast<std::size_t>(x);
    }
};

// What is kept stands upright, `height_mm` high, and faces the viewer at 12 o'clock. Fails where
// next to nothing is kept.
Result<std::shared_ptr<const Figure>> figureFromPicture(const GreyPicture& picture,
                                                        double height_mm, const Progress& progress);

// Whether the form is such a sheet.
inline bool isStudySheet(const Form& form) { return !form.whole.pictured.empty(); }

// Where its greys change, in place of folds: the brush stops there, and patches end there.
Creases valueCreases(const Form& form);

}  // namespace glaukophos
