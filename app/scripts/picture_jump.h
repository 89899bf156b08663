// How far two pictures of the same view are apart: a preview should not jump when it settles.
#pragma once

#include <QImage>

#include "core/picture/render.h"

namespace glaukophos {

// Share of the figure's pixels, 0..1, whose lightness differs by less than `most` L*. Both pictures
// have the size of `grid`; 0 when they have not.
double shareAlike(const QImage& before, const QImage& after, const Figure& figure,
                  const Camera& camera, const PixelGrid& grid, double most);

}  // namespace glaukophos
