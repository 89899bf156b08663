// Photographs in plan.json: what is known of each; the pictures lie beside it.
#pragma once

#include <string_view>

#include "core/base/result.h"
#include "core/io/json_entry.h"
#include "core/plan/photographs.h"

namespace glaukophos {

// `bytes` stays null: the file that `"file"` names has to be read.
PlanPhotograph photographFrom(const Entry& entry);
Json photographJson(const PlanPhotograph& photo, const std::string& file);

// Where the camera stood, also by itself.
PhotoPlace photoPlaceFrom(const Entry& entry);
Json photoPlaceJson(const PhotoPlace& place);

// Of a file by itself.
Result<PhotoPlace> parsePhotoPlace(std::string_view json);

}  // namespace glaukophos
