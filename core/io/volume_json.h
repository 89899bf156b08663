// Painted volumes in a plan's JSON.
#pragma once

#include "core/io/json_entry.h"
#include "core/plan/painted_volume.h"

namespace glaukophos {

PaintedVolume volumeFrom(const Entry& entry);
Json volumeJson(const PaintedVolume& volume);

}  // namespace glaukophos
