// What the figure view says and marks over its picture.
#pragma once

#include <QPainter>
#include <QString>
#include <optional>
#include <vector>

#include "app/view/view_space.h"
#include "core/painted/spot.h"
#include "core/picture/look.h"
#include "core/pipeline/evaluated.h"

namespace glaukophos {

// What is seen besides the overlay and the view.
struct Caption {
    QString prompt;       // of the tool in the hand; goes before all else
    QString layer_title;  // for Overlay::Layer
    std::optional<std::size_t> from_light;
};

struct CaptionWords {
    QString title;  // what is shown
    QString rest;   // from where, and what is still under way
};

// `evaluated` may be null.
CaptionWords inWords(const Caption& caption, const Plan& plan, const Evaluated* evaluated,
                     const LookChoice& look, const ViewChoice& view);

// "from the front, a little from its left, a little above".
QString viewWords(const ViewChoice& view);

// The drops of the band that a spot lies in; nothing where there are none.
QString mixWords(const Evaluated& evaluated, const Spot& spot);

// Triangles of the working surface that face the viewer, tinted.
void paintTouched(QPainter& painter, const ViewSpace& space,
                  const std::vector<std::uint32_t>& triangles);
// A ring round a place.
void paintMarkedPlace(QPainter& painter, const ViewSpace& space, const Vec3& point_mm);

}  // namespace glaukophos
