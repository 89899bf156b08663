// The whole plan on paper for the bench: cover, study, ladders, half a page a step, times,
// cautions.
#pragma once

#include <QImage>
#include <QPageSize>
#include <QString>

#include "core/pipeline/evaluated.h"

namespace glaukophos {

// The first of its pages with steps, for the screen.
QImage workPreview(const Evaluated& evaluated, QPageSize::PageSizeId page, int dots_per_inch);

// Writes a PDF, atomically. `evaluated` has a desk with steps. About half a second a step; writes
// nothing when stopped.
Result<void> writeWorkSheet(const Evaluated& evaluated, const QString& file,
                            QPageSize::PageSizeId page, const Progress& progress);

// One of those maps: of the first step that covers some of the figure.
QImage mapPreview(const Evaluated& evaluated, const ViewChoice& view);

// The map of every step as a PNG in a folder, from one view; fails at the first that cannot be
// written.
Result<void> writeLayerMaps(const Evaluated& evaluated, const ViewChoice& view,
                            const QString& folder, const Progress& progress);

}  // namespace glaukophos
