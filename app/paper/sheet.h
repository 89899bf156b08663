// The plan on paper: views with bands, the lights in words and on a chart, ladders.
#pragma once

#include <QImage>
#include <QPageSize>
#include <QString>

#include "core/pipeline/evaluated.h"

namespace glaukophos {

class Page;

// Views, lights and ladders: the pages of the plan sheet.
void paintSheet(Page& page, const Evaluated& evaluated);

// Its first page for the screen.
QImage sheetPreview(const Evaluated& evaluated, QPageSize::PageSizeId page, int dots_per_inch);

// Writes a PDF, atomically. Needs an application object (fonts). Takes a few seconds: one picture
// a view is traced at print resolution.
Result<void> writePlanSheet(const Evaluated& evaluated, const QString& file,
                            QPageSize::PageSizeId page);

}  // namespace glaukophos
