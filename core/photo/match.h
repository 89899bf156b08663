// A photograph matched with the figure: where the camera stood, and how far that can be believed.
#pragma once

#include <optional>

#include "core/base/progress.h"
#include "core/photo/clicked_camera.h"
#include "core/photo/model_edges.h"
#include "core/photo/photograph.h"

namespace glaukophos {

struct PhotoMatch {
    PhotoCamera camera;
    std::optional<ClickedCamera> clicked;  // before edges; none where nothing was clicked
    double agreement = 0.0;                // of edges beyond chance, 0..1
    bool by_edges = false;                 // the edges of the photograph moved the camera
    bool doubtful = false;
    std::string remark;  // one sentence: what to think of it
};

// From clicked pairs, then refined by outline and inner edges. Fails as cameraFromClicks does, or
// when it is stopped.
Result<PhotoMatch> matchByClicks(const SeenMesh& seen, const Photograph& photo,
                                 std::span<const PhotoPair> pairs, const Progress& progress);

// Without clicks, for a figure that stands upright (z up) and is seen whole: cameras all round it
// are tried. Seconds. Fails where nothing in the photograph looks like the figure, or when stopped.
Result<PhotoMatch> matchUpright(const SeenMesh& seen, const Photograph& photo,
                                const Progress& progress);

}  // namespace glaukophos
