// The numbers of the bands on a picture, 1 the darkest.
#pragma once

#include <QImage>

#include "core/picture/band_labels.h"

namespace glaukophos {

// `pixel_size` of the font; pale on dark bands and dark on light ones.
void paintBandNumbers(QImage& picture, const std::vector<BandLabel>& labels, const Look& look,
                      int pixel_size);

}  // namespace glaukophos
