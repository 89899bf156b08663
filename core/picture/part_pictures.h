// One part in small, under several choices, so that they can be compared.
#pragma once

#include "core/picture/render.h"

namespace glaukophos {

// A picture for each of `count` variants of the plan, seen as `view` turns the figure, with the
// part filling the picture. `vary` may change only what colours depend on, not light or values.
std::vector<Image> partPictures(const Plan& plan, const Appearance& appearance, PartIndex part,
                                const ViewChoice& view, const PixelGrid& grid, std::size_t count,
                                const std::function<void(Plan&, std::size_t)>& vary);

}  // namespace glaukophos
