// What was traced or found once and serves the next plan too.
#pragma once

#include <memory>
#include <vector>

#include "core/geometry/ridges.h"
#include "core/lighting/irradiance_of_plan.h"
#include "core/work/steps.h"

namespace glaukophos {

// A light with all that its rays depend on.
struct TracedLight {
    LightKind kind;
    std::vector<PartIndex> own_parts;
    std::vector<PartIndex> passed_parts;
    std::shared_ptr<const PartLabels> labels;  // null where it names no parts
    Accuracy accuracy = Accuracy::Preview;
    int sky_rounds = 0;                          // of the table it was read from, for skies
    std::shared_ptr<const OverForm> irradiance;  // null until it is traced
};

struct Traces {
    std::shared_ptr<const Form> form;  // that all but paints belong to
    std::vector<TracedLight> lights;   // one entry a light of the last plan
    std::shared_ptr<const SkyTable> table = std::make_shared<const SkyTable>();
    std::shared_ptr<const BounceTable> bounce;  // null until a light is thrown back
    std::shared_ptr<const SkySeen> sky;
    int sky_rounds = 0;  // of the table that `sky` was read from
    std::shared_ptr<const Ridges> ridges;
    RidgeOptions ridge_options;
    std::vector<Strokes> drawn;
    std::vector<DrawnLine> drawn_lines;              // that `drawn` was made from,
    std::vector<Part> drawn_parts;                   // these,
    std::shared_ptr<const PartLabels> drawn_labels;  // and these
    std::shared_ptr<const MixingRack> rack;
    std::vector<Paint> rack_paints;  // that `rack` was made from
    std::shared_ptr<const BeforeGlow> before_glow;
    std::shared_ptr<const Mixes> before_glow_mixes;  // that it belongs to
};

}  // namespace glaukophos
