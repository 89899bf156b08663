// A small figure of boxes and a ball, photographed by the stand-in.
#pragma once

#include "core/photo/match.h"
#include "devices/camera/shot.h"
#include "tests/support/shapes.h"

namespace glaukophos {

struct PhotographedScene {
    std::shared_ptr<const Figure> figure;
    camera::Subject subject;
    camera::Shot shot;
    Photograph photo;
    std::vector<camera::SeenPlace> places;  // truth

    [[nodiscard]] SeenMesh seen() const {
        return {figure->form->imported.mesh, figure->form->occluders};
    }
    // Pairs far apart, each `off_px` off, in directions that differ.
    [[nodiscard]] std::vector<PhotoPair> pairs(std::size_t count, double off_px) const;
    // Mean distance on the surface between a place and where the camera takes it to be.
    [[nodiscard]] double error_mm(const PhotoCamera& camera) const;
};

// With `change` the shot can be made otherwise before it is taken.
PhotographedScene photographedScene(const std::function<void(camera::Shot&)>& change = {});

// The same without a change, taken once.
const PhotographedScene& plainScene();

}  // namespace glaukophos
