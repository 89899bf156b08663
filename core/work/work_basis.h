// What steps are made from, made ready once for all of them.
#pragma once

#include "core/painted/band_edges.h"
#include "core/work/step_maps.h"

namespace glaukophos {

// Parts of thinner in a glaze: what is below shows through. Common practice, no source.
inline constexpr double kGlazeThinner = 4.0;

// See bareGroundOf. Marks vertices; null where none is meant.
struct BareGround {
    std::shared_ptr<const std::vector<bool>> right;  // looks as planned
    std::shared_ptr<const std::vector<bool>> based;  // that, or already as the part's base
    std::vector<Reflectance> under{};                // the bases, a mean; one entry a part
};

struct WorkBasis {
    const Plan& plan;
    const Appearance& appearance;
    const Appearance& before;  // as it is painted before any glow; may be `results` itself
    const Mixes& mixes;        // with all glows in them
    const std::vector<PartMixes>& parts;                 // before any glow
    const BandEdges& edges;                              // of `before`
    const EdgeLines& lines;                              // of `before`
    std::vector<PartIndex> veil_parts{};                 // that each hue veil lies on
    std::vector<std::vector<EdgeStretch>> glow_lines{};  // one entry a light
    std::span<const Strokes> drawn{};                    // one entry a drawn line
    BareGround bare{};

    [[nodiscard]] MapBasis maps() const { return {plan, appearance, before.values.lightness}; }
    [[nodiscard]] const PaintRange& paint() const { return plan.values.paint; }
};

// "cap, oilskin and chain".
std::string namesOf(const Plan& plan, const std::vector<PartIndex>& parts);

// "5.2 cm²", "38 mm²".
std::string areaWords(double area_mm2);

// Fills in what follows from the rest: area, drops for it, tool, minutes, caution. A step that
// draws lines has its `lines_mm` already, a touch-up its area.
void complete(const WorkBasis& basis, Step& step);

// A step of the work before `other`, by its key.
inline void follows(Step& step, const Step& other, std::string why) {
    step.after.push_back({other.key, std::move(why)});
}

}  // namespace glaukophos
