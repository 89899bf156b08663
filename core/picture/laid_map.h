// The figure as it looks at the desk between two steps, ready for pictures.
#pragma once

#include <memory>

#include "core/picture/look.h"
#include "core/pipeline/evaluated.h"
#include "core/work/laid_paint.h"

namespace glaukophos {

// Remembers how far it was painted when it was last looked at: going on lays only what is new.
class LaidSights {
  public:
    // After the first `count` steps of these results, which have a desk; lines and all.
    LayerMap after(const EvaluatedPtr& evaluated, std::size_t count);

  private:
    EvaluatedPtr m_of;  // that the paint was laid from
    std::unique_ptr<LaidPaint> m_laid;
};

}  // namespace glaukophos
