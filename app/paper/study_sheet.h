// The black-and-white study on paper: a guide to paint by.
#pragma once

#include <QPageSize>
#include <QString>

#include "core/pipeline/evaluated.h"

namespace glaukophos {

// Writes a PDF, atomically: the figure in its bands from five sides, enlarged and at real size,
// with shares and borders, and what runs together. Takes some ten seconds.
Result<void> writeStudy(const Evaluated& evaluated, const QString& file,
                        QPageSize::PageSizeId page);

}  // namespace glaukophos
