// A photograph with the plan on it, as a file: a picture, or a page to print.
#pragma once

#include "app/jobs/photo_maker.h"

namespace glaukophos {

// By the ending of the file: .pdf is a page with the caption below, as large as fits; else PNG.
// Numbers of bands are written where they belong. False when it could not be written.
[[nodiscard]] bool writePhoto(const MadePhoto& photo, const QString& caption, const QString& file);

}  // namespace glaukophos
