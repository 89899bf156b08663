// The smallest change that mends what was measured; the painter can undo it.
#include "core/findings/cures.h"

#include <algorithm>
#include <array>
#include <cmath>

#include "core/colour/oklab.h"
#include "core/effect/shading.h"
#include "core/work/part_steps.h"

namespace glaukophos {
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

}  // namespace

void blockItsLight(Plan& plan, const Finding& finding) {
    letNothingSolidPass(plan, finding.subject);
}

void lowerReflections(Plan& plan, const Finding& /*finding*/) {
    plan.values.paint.margin = std::min(plan.values.paint.margin + 4.0, 20.0);
    plan.colours.glow.whiteness = 1.0;
    // A source is no lighter than the lightest paint: without a white there is no room above.
    constexpr double kWhite_LStar = 94.0;
    const bool has_white = std::ranges::any_of(plan.rack, [](const Paint& paint) {
        return labFrom(xyzFrom(linearFrom(paint.mass_tone))).L >= kWhite_LStar;
    });
    if (!has_white) plan.rack.push_back(genericRack().front());
}

// Between the two pots that are farthest apart in lightness, one of the rack that lies between;
// where there is none, the program mixes the ladder.
void addPotBetween(const std::vector<Paint>& rack, std::optional<PotLadder>& ladder) {
    const auto lightness = [&](const std::string& pot) {
        const auto paint = std::ranges::find(rack, pot, &Paint::name);
        return paint == rack.end() ? 0.0 : labFrom(xyzFrom(linearFrom(paint->mass_tone))).L;
    };
    std::size_t widest = 0;
    double gap = 0.0;
    for (std::size_t i = 1; i < ladder->pots.size(); ++i) {
        const double here = lightness(ladder->pots[i]) - lightness(ladder->pots[i - 1]);
        if (here <= gap) continue;
        gap = here;
        widest = i;
    }
    const double middle = lightness(ladder->pots[widest]) - 0.5 * gap;
    const Paint* between = nullptr;
    for (const Paint& paint : rack) {
        const double off = std::abs(lightness(paint.name) - middle);
        if (off > 0.25 * gap || !covers(paint, filmOf(paint))) continue;
        if (between == nullptr || off < std::abs(lightness(between->name) - middle)) {
            between = &paint;
        }
    }
    if (between == nullptr || widest == 0 || ladder->pots.size() >= kMostPots) {
        ladder.reset();
    } else {
        ladder->pots.insert(ladder->pots.begin() + static_cast<std::ptrdiff_t>(widest),
                            between->name);
    }
}

void bridgeTheStep(Plan& plan, const Finding& finding) {
    Part& part = plan.parts[finding.subject];
    if (buildUpOf(plan, finding.subject) == BuildUp::Hatched) {
        part.build_up = BuildUp::DarkToLight;
    } else if (part.pots) {
        addPotBetween(plan.rack, part.pots);
    } else {
        plan.mixing.paints_a_part = std::min(plan.mixing.paints_a_part + 1, 6);
    }
}

void halveBands(Plan& plan, const Finding& /*finding*/) { halve(plan.values.bands); }

void joinLitForms(Plan& plan, const Finding& /*finding*/) {
    plan.values.bands.dip_depth = std::max(10.0, plan.values.bands.dip_depth);
    plan.values.bands.dip_width_mm = std::max(2.0, plan.values.bands.dip_width_mm);
    forgetThinDarkStrokes(plan.values);
}

void pushBothEnds(Plan& plan, const Finding& /*finding*/) {
    plan.values.paint.darkest = PaintRange{}.darkest;
    plan.values.paint.lightest = PaintRange{}.lightest;
    plan.values.contrast = std::max(0.4, plan.values.contrast);
}

void weighEdges(Plan& plan, const Finding& /*finding*/) {
    plan.values.edge_lines.school = EdgeSchool::Weighted;
    plan.values.edge_lines.passes = 3;
}

void guardReds(Plan& plan, const Finding& finding) {
    plan.colours.shading.red_guard = true;
    if (plan.parts[finding.subject].shading) {
        plan.parts[finding.subject].shading->red_guard = true;
    }
}

void seeByNight(Plan& plan, const Finding& /*finding*/) {
    plan.colours.night.licence = plan.colours.night.used ? 0.5 * plan.colours.night.licence : 0.4;
    plan.colours.night.used = true;
}

void warmTheShadows(Plan& plan, const Finding& /*finding*/) { warmShadows(plan); }

void glowFromInside(Plan& plan, const Finding& finding) {
    forgetDarkStrokes(plan, finding);
    letGlow(plan, finding.subject);
    plan.parts[finding.subject].ramp.brightest_at = BrightestAt::Root;
}

void partTheLights(Plan& plan, const Finding& finding) { partLights(plan, finding.subject); }

void setTheDetailOff(Plan& plan, const Finding& finding) { setOff(plan.parts[finding.subject]); }

void calmWhatWins(Plan& plan, const Finding& finding) {
    plan.parts[finding.subject].calm = std::min(1.0, plan.parts[finding.subject].calm + 0.35);
}

void lightTheBack(Plan& plan, const Finding& finding) {
    // The back, the figure's own left, its own right: see noBack.
    constexpr std::array<double, 3> kHours = {6.5, 9.5, 2.5};
    Light behind;
    behind.name = finding.subject == 0 ? "From behind" : "From the dark side";
    behind.kind = FarLight{{kHours.at(std::min<std::size_t>(finding.subject, 2)), 30.0}, 2.0};
    behind.strength = 0.2;
    for (const Light& light : plan.lights) {
        if (std::holds_alternative<FarLight>(light.kind) && light.on) {
            behind.strength = 0.5 * light.strength;
            behind.colour = light.colour;
        }
    }
    plan.lights.push_back(std::move(behind));
}

}  // namespace glaukophos
