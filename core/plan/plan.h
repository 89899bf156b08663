// Everything the painter decides. Plain data with value semantics; the figure is shared.
#pragma once

#include <algorithm>
#include <memory>
#include <string>
#include <vector>

#include "core/colour/material.h"
#include "core/figure/figure.h"
#include "core/light/glow_reach.h"
#include "core/light/where_from.h"
#include "core/plan/colour_choices.h"
#include "core/plan/drawn_line.h"
#include "core/plan/identity.h"
#include "core/plan/merit.h"
#include "core/plan/painted_volume.h"
#include "core/plan/photographs.h"
#include "core/plan/pot_ladder.h"
#include "core/plan/step_choices.h"
#include "core/plan/underpainting.h"
#include "core/plan/value_choices.h"

namespace glaukophos {

// How much a part should draw the eye.
enum class Focus { None, Some, Main };

// How a part stands to the glows that fall on it. Usual: it takes them, but eyes are painted after.
enum class TakesGlow { Usual, Takes, Barred, After };

struct Part {
    PartId id = kNoPart;
    std::string name;
    Srgb local_colour{0.6, 0.6, 0.6};
    Material material = Material::Cloth;
    Focus focus = Focus::None;
    bool hidden = false;  // not shown in pictures; it throws its shadows all the same
    bool locked = false;  // strokes leave it as it is
    int stands_in = 0;    // the figure of the scene it belongs to; what all stand on: the first
    // Licences: departures from what light alone would do.
    double lift = 0.0;  // L* added in its deepest dark, fading to none in its lights: 0..50
    double calm = 0.0;  // 0..1: by how much its lights are taken down
    std::optional<Shading> shading;     // where it has one of its own
    Dulling dulling = Dulling::AsSeen;  // how the moon's dulling is mixed
    GlowRamp ramp;                      // where it glows
    TakesGlow takes_glow = TakesGlow::Usual;
    std::string filter;               // over the underpainting, if it is another one
    std::optional<BuildUp> build_up;  // where it is painted in a way of its own
    bool own_ladder = false;          // not shared with parts of the same colour and material
    std::optional<PotLadder> pots;    // where the painter chose them
    bool operator==(const Part&) const = default;
};

// How the figure is held: turned about its upright axis, then tipped.
struct ViewChoice {
    double hour = 12.0;        // where the viewer stands on the clock
    double height_deg = 12.0;  // of the viewer's eye
    double zoom = 1.0;         // 1 shows the whole figure
    bool upside_down = false;
    Vec3 focus_mm = Vec3::Zero();  // what is in the middle, from the middle of the figure
    bool operator==(const ViewChoice&) const = default;
};

// Lights put aside: see light_variants.h.
struct LightVariant {
    std::string name;
    std::vector<Light> lights;
    bool operator==(const LightVariant&) const = default;
};

struct Plan {
    std::string title;
    std::string key;  // that the bench knows the plan by, wherever it is saved; empty: none yet
    std::vector<Part> parts;  // one entry a part of the figure
    std::vector<Light> lights;
    std::vector<LightVariant> variants;  // of the lights
    std::uint32_t next_id = 1;           // of parts and lights; above all that were ever given
    std::vector<PaintedVolume> volumes;  // shape for the light alone
    ValueChoices values;
    ColourChoices colours;
    std::vector<DrawnLine> lines;  // bolts, nets of light, cracks, signs
    std::vector<Paint> rack = genericRack();
    MixingChoices mixing;
    Underpainting under;
    StepChoices steps;
    ViewChoice view;
    MeritWeights merit_weights = kUsualWeights;  // for judging directions
    std::vector<PlanPhotograph> photographs;     // of the figure in the hand
    std::shared_ptr<const Figure> figure;        // never null in an open plan
    bool operator==(const Plan&) const = default;
};

// Parts as they were imported: the file's colours, and materials guessed from names.
std::vector<Part> startingParts(std::span<const ImportedPart> imported);

// How many figures stand in the scene: one more than the highest Part::stands_in.
int figuresIn(const Plan& plan);

// Marks the parts that strokes leave as they are.
std::vector<bool> lockedParts(std::span<const Part> parts);

// A plan for a newly opened figure: a zenithal sky, a moon and a lamp, placed by its size.
Plan startingPlan(std::string title, std::shared_ptr<const Figure> figure);

// Gives an identity to parts and lights that have none, and a new one to all but the first that
// share one. Keeps all others.
void giveIdentities(Plan& plan);

// Calls apply(light) for the lights in use and for those put aside, which have to follow the figure
// too.
template <class Apply>
void forAllLights(Plan& plan, const Apply& apply) {
    std::ranges::for_each(plan.lights, apply);
    for (LightVariant& variant : plan.variants) std::ranges::for_each(variant.lights, apply);
}

// Whether a light counts: it is on, and solo if any light is.
bool shines(const Plan& plan, std::size_t light);

// Where the light's own parts are; nothing (low above high) when it has none.
Bounds ownBounds(const Plan& plan, const Light& light);

// The part's own shading, or the plan's.
const Shading& shadingOf(const Plan& plan, std::size_t part);

// How the layers of a part follow each other: its own way, or the plan's; what glows goes from
// light to dark.
BuildUp buildUpOf(const Plan& plan, std::size_t part);

// How many passes edges get: as many as are asked for; else three, and one where the work is to be
// quick, hatched or by washes (common practice, no source).
int edgePassesOf(const Plan& plan);

// Marks the lights that stand near the figure and so make a glow.
std::vector<bool> nearLights(const Plan& plan);

// What its reach depends on.
Glow glowOf(const Plan& plan, const Light& light);

// Whether it is painted when all glows are on, in colours that have them in: eyes, and metal where
// there is no glow that it could take (common practice, no source).
bool comesLate(const Plan& plan, std::size_t part);

// Marks the parts that belong to a light that shines.
std::vector<bool> sourceParts(const Plan& plan);

// Marks those of them that are painted from a bright root to dark tips: the glowing ones.
std::vector<bool> turnedOverParts(const Plan& plan);

// One sentence naming what makes no sense in the plan; empty when it is sound.
std::string problemWith(const Plan& plan);

}  // namespace glaukophos
