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
    std::shared_ptr<const RaisedForm> raised;    // that it falls on; null: the form as it is
    std::shared_ptr<const OverForm> irradiance;  // null until it is traced
    std::shared_ptr<const RayScene> past;        // see Occluders; null where it is not worth it
};

// Labels that its rays depend on; null where it names no parts.
inline std::shared_ptr<const PartLabels> labelsFor(const Light& light, const Figure& figure) {
    const bool names_parts = !light.own_parts.empty() || !light.passed_parts.empty();
    return names_parts ? figure.labels : nullptr;
}

// Whether the same stands in its way.
inline bool passesTheSame(const TracedLight& traced, const Light& light, const Figure& figure,
                          const std::shared_ptr<const RaisedForm>& raised) {
    return traced.own_parts == light.own_parts && traced.passed_parts == light.passed_parts &&
           traced.labels == labelsFor(light, figure) && traced.raised == raised;
}

// Whether nothing has changed that its rays depend on.
inline bool isTracedFor(const TracedLight& traced, const Light& light, const Figure& figure,
                        const std::shared_ptr<const RaisedForm>& raised) {
    return traced.kind == light.kind && passesTheSame(traced, light, figure, raised);
}

// Forgets what does not hold for the light.
inline void renew(TracedLight& traced, const Light& light, const Figure& figure,
                  const std::shared_ptr<const RaisedForm>& raised) {
    if (isTracedFor(traced, light, figure, raised)) return;
    TracedLight anew{.kind = light.kind,
                     .own_parts = light.own_parts,
                     .passed_parts = light.passed_parts,
                     .labels = labelsFor(light, figure),
                     .raised = raised,
                     .irradiance = nullptr,
                     .past = nullptr};
    if (passesTheSame(traced, light, figure, raised)) anew.past = std::move(traced.past);
    traced = std::move(anew);
}

struct Traces {
    std::shared_ptr<const Form> form;  // that all but paints belong to
    std::vector<TracedLight> lights;   // one entry a light of the last plan
    std::shared_ptr<const SkyTable> table = std::make_shared<const SkyTable>();
    // The same with painted volumes, and the table over it; null without, or until it is made.
    std::shared_ptr<const RaisedForm> raised;
    std::shared_ptr<const SkyTable> raised_table;
    std::vector<PaintedVolume> volumes;         // that `raised` was made from
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
