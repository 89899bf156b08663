// A painter's rack as a table (CSV), and palettes in GIMP's format in and out.
#pragma once

#include <string_view>

#include "core/base/result.h"
#include "core/colour/paint.h"

namespace glaukophos {

// Columns by name in the first line: name and colour (#rrggbb) are needed; pigment, opacity, kind
// and left_ml may follow in any order. Fails with the number of the line that makes no sense.
Result<std::vector<Paint>> parseRackCsv(std::string_view text);
std::string rackCsv(const std::vector<Paint>& paints);

// "GIMP Palette", then a line a colour: red, green, blue (0..255), name. Every colour becomes a
// half-opaque paint.
Result<std::vector<Paint>> parseGimpPalette(std::string_view text);

struct NamedColour {
    std::string name;
    Srgb colour;
};
std::string gimpPalette(const std::string& title, const std::vector<NamedColour>& colours);

// Everything that is known of the paints, also what was measured: the list of plan.json.
Result<std::vector<Paint>> parseRackJson(std::string_view text);
std::string rackJsonText(const std::vector<Paint>& paints);

// A table or palette, by the file's first line.
Result<std::vector<Paint>> parseRack(std::string_view text);

}  // namespace glaukophos
