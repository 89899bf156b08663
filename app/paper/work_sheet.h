// The whole plan on paper for the bench: cover, study, ladders, half a page a step, times,
// cautions.
#pragma once

#include <QPageSize>
#include <QString>

#include "core/pipeline/evaluated.h"

namespace glaukophos {

// Writes a PDF, atomically. `evaluated` has a desk with steps. About half a second a step; writes
// nothing when stopped.
Result<void> writeWorkSheet(const Evaluated& evaluated, const QString& file,
                            QPageSize::PageSizeId page, const Progress& progress);

// The map of every step as a PNG in a folder, from one view; fails at the first that cannot be
// written.
Result<void> writeLayerMaps(const Evaluated& evaluated, const ViewChoice& view,
                            const QString& folder, const Progress& progress);

}  // namespace glaukophos
