// The black-and-white study on paper: a guide to paint by.
#pragma once

#include <QImage>
#include <QPageSize>
#include <QString>

#include "core/pipeline/evaluated.h"

namespace glaukophos {

// Its first page for the screen.
QImage studyPreview(const Evaluated& evaluated, QPageSize::PageSizeId page, int dots_per_inch);

// Writes a PDF, atomically: the figure in its bands from five sides, enlarged and at real size,
// with shares and borders, and what runs together. Takes some ten seconds.
Result<void> writeStudy(const Evaluated& evaluated, const QString& file,
                        QPageSize::PageSizeId page);

}  // namespace glaukophos
