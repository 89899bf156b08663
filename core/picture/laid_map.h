// The figure as it looks at the desk between two steps, ready for pictures.
#pragma once

#include "core/picture/look.h"
#include "core/work/laid_paint.h"

namespace glaukophos {

// After the first `count` steps, lines and all. `laid` belongs to the same work.
LayerMap laidMapOf(const Plan& plan, const Appearance& appearance, const Work& work,
                   LaidPaint& laid, std::size_t count);

}  // namespace glaukophos
