// The table of mistakes, and what one click does about each.
#include "core/plan/findings.h"

#include <algorithm>
#include <cmath>

#include "core/plan/finding_rules.h"
#include "core/plan/part_steps.h"

namespace glaukophos {

const std::array<MistakeEntry, kMistakeCount>& mistakes() {
    static const std::array<MistakeEntry, kMistakeCount> entries = {{
        {"unseen-glow", "Glow where the lamp cannot see", "the view from the lamp",
         "A twentieth of the glow is more than a slip of the brush.",
         "Paint over it with the base, and lay the glow again.", "Block it as it is blocked"},
        {"lighter-than-source", "A reflection lighter than the source", "comparing values",
         "Two L* are just seen: the source must be ahead by that.",
         "Darken the reflection, or make the source lighter.", "Lights further below"},
        {"large-step", "A step too large between layers", "a visible jump",
         "The largest step is the one chosen under Colours, Mix.",
         "A mix in between, or a thin glaze over the border.", "Bridge the step"},
        {"no-shrinking", "Layers do not shrink", "no gradient left",
         "A layer that covers more than the one below hides it.",
         "Repaint the lighter layers smaller: each about half the one before.",
         "Halve from band to band"},
        {"ringed", "Every form ringed with shadow", "a heap of bumps",
         "Up to a sixteenth of the lit surface reads as texture.",
         "Join what faces the light; keep only the top levels apart.", "Join what faces the light"},
        {"close-values", "Values too close", "squinting: a grey blob",
         "A figure at arm's length needs some 35 L* from its darks to its lights.",
         "Push both ends.", "Push both ends"},
        {"edges-alike", "All edges alike", "a flat, outlined look",
         "Where four fifths of the edges get the last pass, none stands out.",
         "Weigh edges by how they face the light.", "Weigh by the light"},
        {"pink-red", "Red turned pink", "a check of hue", "A red hue above L* 60 is called pink.",
         "Less of the pale mix at the top; orange instead.", "Lights to orange"},
        {"moon-alive", "Moonlit colours too alive", "saturation",
         "By moonlight more than three quarters of the colour of day look like day.",
         "Mix in grey or black, or light everything with one pale blue.", "See it by night"},
        {"cold-shadow", "Shadow as cold as the light", "no life",
         "Shadows should lean to warm by at least what the eye just sees.",
         "Warm the shadow: a touch of red or violet in the dark.", "Warm the shadows"},
        {"dark-in-glow", "Dark marks inside a glow", "fire looks dirty",
         "In what glows the recess is the lightest place; two L* are just seen.",
         "Lighten the recesses.", "Let it glow from inside"},
        {"like-lights", "Both lights of like hue", "they cannot be told apart",
         "Under a dozen steps of difference two whites look like one.",
         "Set them apart in hue and side.", "One warm, one cold"},
        {"lost-detail", "A detail lost in its surroundings", "too close to the base",
         "Small things need more difference than large ones: seven steps at least.",
         "Another value or hue for it.", "Set it off in value"},
        {"weak-focus", "The focus is not the strongest", "the eye wanders",
         "Below seven tenths of another part's contrast the eye goes there.",
         "Lower the rest, raise the focus.", "Calm what wins"},
        {"over-glazed", "An over-worked glaze", "chalk, tide marks",
         "Past six coats thin layers are seldom left alone to dry.",
         "Wait, thinner paint, fewer strokes; or a mix in between.", ""},
        {"no-back", "No plan for the back", "a big dull area",
         "With four fifths of it in one dark value there is nothing to see.", "Light it too.",
         "A weak light from behind"},
    }};
    return entries;
}

std::vector<Finding> findingsOf(const Plan& plan, const Results& results, const Marks& marks,
                                const Mixes& mixes, const Work& work) {
    const RuleBasis basis{plan, results, marks, mixes, work, paintedAreas(plan, results.reach)};
    Findings found;
    for (const auto& rule : {unseenGlow, lighterThanSource, largeStep, noShrinking, ringed,
                             closeValues, edgesAlike, pinkRed, moonAlive, coldShadow, darkInGlow,
                             likeLights, lostDetail, weakFocus, overGlazed, noBack}) {
        rule(basis, found);
    }
    std::ranges::stable_sort(found, std::greater<>{}, &Finding::grave);
    return found;
}

namespace {

void letNothingSolidPass(Plan& plan, std::size_t light) {
    if (light >= plan.lights.size()) return;
    plan.lights[light].passed_parts.clear();
}

// The lightest band smallest, each darker one twice as large, the darkest as the one above it.
void halve(BandChoices& bands) {
    const auto count = static_cast<std::size_t>(bands.count);
    bands.by = BandsBy::Shares;
    bands.shares.assign(count, 1.0);
    for (std::size_t b = 1; b < count; ++b) {
        bands.shares[b] = std::pow(0.6, static_cast<double>(b) - 1.0);
    }
    double sum = 0.0;
    for (const double share : bands.shares) sum += share;
    for (double& share : bands.shares) share /= sum;
}

void warmShadows(Plan& plan) {
    if (plan.colours.night.used) {
        plan.colours.night.shadow_warmth = std::max(0.5, plan.colours.night.shadow_warmth);
    }
    const auto warm = [](Shading& shading) {
        shading.school = School::Opposition;
        shading.strength = std::max(0.5, shading.strength);
    };
    // An eye that is used to the light sees it as white, and white light has cold shadows.
    plan.colours.adaptation = std::min(plan.colours.adaptation, 0.2);
    warm(plan.colours.shading);
    for (Part& part : plan.parts) {
        if (part.shading) warm(*part.shading);
    }
}

void letGlow(Plan& plan, std::size_t part) {
    Light* nearest = nullptr;
    for (Light& light : plan.lights) {
        const bool owns = std::ranges::find(light.own_parts, part) != light.own_parts.end();
        if (owns) return;
        if (isNear(light.kind) && light.on && nearest == nullptr) nearest = &light;
    }
    if (nearest == nullptr) {
        Light glow;
        glow.name = plan.parts[part].name;
        glow.kind = GlowingPart{};
        glow.colour = {ColourSource::Chosen, 6500.0, plan.parts[part].local_colour};
        glow.strength = 5.0;
        plan.lights.push_back(std::move(glow));
        nearest = &plan.lights.back();
    }
    nearest->own_parts.push_back(static_cast<PartIndex>(part));
}

// Strokes of the correcting brush that darken a glowing part.
void forgetDarkStrokes(Plan& plan, const Finding& finding) {
    if (!finding.vertex) return;
    const Vec3& place = plan.figure->surface.mesh.positions_mm[*finding.vertex];
    std::erase_if(plan.values.corrections, [&](const Correction& stroke) {
        return stroke.bands < 0 && std::ranges::any_of(stroke.points_mm, [&](const Vec3& point) {
                   return (point - place).norm() <= stroke.radius_mm;
               });
    });
}

// Dark lines drawn by hand round forms.
void forgetThinDarkStrokes(ValueChoices& values) {
    std::erase_if(values.corrections, [](const Correction& stroke) {
        return stroke.bands < 0 && stroke.radius_mm <= 1.0;
    });
}

void partLights(Plan& plan, std::size_t second) {
    if (second >= plan.lights.size()) return;
    const Oklab colour = oklabFrom(colourOf(spectrumOf(plan.lights[second].colour)));
    plan.lights[second].colour = {ColourSource::Temperature, isWarm(colour) ? 12000.0 : 2700.0,
                                  plan.lights[second].colour.chosen};
}

void setOff(Part& detail) {
    Lab lab = labFrom(xyzFrom(linearFrom(detail.local_colour)));
    lab.L += lab.L < 55.0 ? 14.0 : -14.0;
    detail.local_colour = displayable(lab);
}

void lightTheBack(Plan& plan) {
    Light behind;
    behind.name = "From behind";
    behind.kind = FarLight{{6.5, 30.0}, 2.0};
    behind.strength = 0.2;
    for (const Light& light : plan.lights) {
        if (std::holds_alternative<FarLight>(light.kind) && light.on) {
            behind.strength = 0.5 * light.strength;
            behind.colour = light.colour;
        }
    }
    plan.lights.push_back(std::move(behind));
}

}  // namespace

void cure(Plan& plan, const Finding& finding) {
    switch (finding.mistake) {
        case Mistake::UnseenGlow:
            letNothingSolidPass(plan, finding.subject);
            break;
        case Mistake::LighterThanSource:
            plan.values.paint.margin = std::min(plan.values.paint.margin + 4.0, 20.0);
            plan.colours.glow.whiteness = 1.0;
            break;
        case Mistake::LargeStep:
            if (buildUpOf(plan, finding.subject) == BuildUp::Hatched) {
                plan.parts[finding.subject].build_up = BuildUp::DarkToLight;
            } else {
                plan.mixing.paints_a_part = std::min(plan.mixing.paints_a_part + 1, 6);
            }
            break;
        case Mistake::NoShrinking:
            halve(plan.values.bands);
            break;
        case Mistake::Ringed:
            plan.values.bands.dip_depth = std::max(10.0, plan.values.bands.dip_depth);
            plan.values.bands.dip_width_mm = std::max(2.0, plan.values.bands.dip_width_mm);
            forgetThinDarkStrokes(plan.values);
            break;
        case Mistake::CloseValues:
            plan.values.paint.darkest = PaintRange{}.darkest;
            plan.values.paint.lightest = PaintRange{}.lightest;
            plan.values.contrast = std::max(0.4, plan.values.contrast);
            break;
        case Mistake::EdgesAlike:
            plan.values.edge_lines.school = EdgeSchool::Weighted;
            plan.values.edge_lines.passes = 3;
            break;
        case Mistake::PinkRed:
            plan.colours.shading.red_guard = true;
            if (plan.parts[finding.subject].shading) {
                plan.parts[finding.subject].shading->red_guard = true;
            }
            break;
        case Mistake::MoonAlive:
            plan.colours.night.licence =
                plan.colours.night.used ? 0.5 * plan.colours.night.licence : 0.4;
            plan.colours.night.used = true;
            break;
        case Mistake::ColdShadow:
            warmShadows(plan);
            break;
        case Mistake::DarkInGlow:
            forgetDarkStrokes(plan, finding);
            letGlow(plan, finding.subject);
            break;
        case Mistake::LikeLights:
            partLights(plan, finding.subject);
            break;
        case Mistake::LostDetail:
            setOff(plan.parts[finding.subject]);
            break;
        case Mistake::WeakFocus:
            plan.parts[finding.subject].calm =
                std::min(1.0, plan.parts[finding.subject].calm + 0.35);
            break;
        case Mistake::OverGlazed:
            break;
        case Mistake::NoBack:
            lightTheBack(plan);
            break;
    }
}

}  // namespace glaukophos
