// A camera brought to the edges of a photograph, without clicks, and how well they agree.
#pragma once

#include "core/base/progress.h"
#include "core/photo/camera_fit.h"
#include "core/photo/model_edges.h"
#include "core/photo/photo_edges.h"

namespace glaukophos {

struct EdgeFitRound {
    int factor = 1;        // how much smaller the photograph is made
    double reach_px = 10;  // how far edges are looked for, in pixels of that
    int rounds = 3;
};

// Moves `camera` until the edges it sees of the figure lie on edges of the photograph: for each a
// strongest slope is looked for across it, nearer and nearer. `focal_spread` and `k1_spread` say
// how far the lens is believed.
PhotoCamera improvedByEdges(const SeenMesh& seen, EdgesInSizes& edges, PhotoCamera camera,
                            std::span<const EdgeFitRound> rounds, const LensBelief& belief,
                            const Progress& progress);

struct EdgeAgreement {
    double share = 0.0;    // of all edges that lie on one of the photograph, 0..1
    double outline = 0.0;  // of the outline alone, which no light can hide
    double chance = 0.0;   // of all edges where the figure is not: beside, above and below
    // 0: no better than chance, 1: all.
    [[nodiscard]] double beyondChance() const {
        return std::max(0.0, 0.5 * (share + outline) - chance) / std::max(0.05, 1.0 - chance);
    }
};
EdgeAgreement edgeAgreement(const SeenMesh& seen, const PhotoEdges& edges,
                            const PhotoCamera& camera, const Progress& progress);

}  // namespace glaukophos
