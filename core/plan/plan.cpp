// A first plan, and checks of plans from elsewhere.
#include "core/plan/plan.h"

#include <fmt/format.h>

#include <algorithm>
#include <cctype>
#include <cmath>
#include <set>

#include "core/plan/light_setup.h"

namespace glaukophos {
namespace {

std::string problemWithLights(const Plan& plan, const std::vector<Light>& lights) {
    for (Light light : lights) {
        const std::string problem = problemWith(light);
        if (!problem.empty()) return fmt::format("Light \"{}\": {}.", light.name, problem);
        bool all_there = true;
        forPartLists(light, [&](const std::vector<PartIndex>& parts) {
            for (const PartIndex part : parts) all_there = all_there && part < plan.parts.size();
        });
        if (!all_there) {
            return fmt::format("Light \"{}\" names a part that is not there.", light.name);
        }
    }
    return {};
}

}  // namespace

std::vector<Part> startingParts(std::span<const ImportedPart> imported) {
    std::vector<Part> parts;
    for (const ImportedPart& from_file : imported) {
        Part part;
        part.name = from_file.name;
        // A single part has the name of the figure, which says nothing of its material.
        if (imported.size() > 1 && !from_file.is_piece) part.material = materialFromName(part.name);
        part.local_colour = entryOf(part.material).colour;
        if (from_file.colour) {
            const Vec3d rgb = from_file.colour->cast<double>();
            part.local_colour = {rgb.x(), rgb.y(), rgb.z()};
        }
        parts.push_back(std::move(part));
    }
    return parts;
}

int figuresIn(const Plan& plan) {
    int last = 0;
    for (const Part& part : plan.parts) last = std::max(last, part.stands_in);
    return last + 1;
}

std::vector<bool> lockedParts(std::span<const Part> parts) {
    std::vector<bool> locked;
    for (const Part& part : parts) locked.push_back(part.locked);
    return locked;
}

Plan startingPlan(std::string title, std::shared_ptr<const Figure> figure) {
    Plan plan;
    plan.title = std::move(title);
    plan.parts = startingParts(figure->form->imported.parts);
    const std::vector<Light> lights = newLights(figure->bounds());
    plan.lights.assign(lights.begin(), lights.begin() + 3);
    plan.figure = std::move(figure);
    giveIdentities(plan);
    return plan;
}

void giveIdentities(Plan& plan) {
    const auto giveTo = [&](auto& entries) {
        for (const auto& entry : entries) {
            plan.next_id = std::max(plan.next_id, numberOf(entry.id) + 1);
        }
        std::set<std::uint32_t> taken{0};
        for (auto& entry : entries) {
            if (taken.insert(numberOf(entry.id)).second) continue;
            entry.id = decltype(entry.id){plan.next_id++};
            taken.insert(numberOf(entry.id));
        }
    };
    giveTo(plan.parts);
    giveTo(plan.lights);
    for (LightVariant& variant : plan.variants) giveTo(variant.lights);
}

bool shines(const Plan& plan, std::size_t light) {
    const Light& asked = plan.lights[light];
    return asked.on && (asked.solo || std::ranges::none_of(plan.lights, &Light::solo));
}

Bounds ownBounds(const Plan& plan, const Light& light) {
    Bounds bounds;
    if (light.own_parts.empty()) return bounds;
    const Surface& surface = plan.figure->surface;
    // Six numbers a part: asked for at every move of the hand.
    const auto all = plan.figure->kept->of("bounds of parts", [&] {
        std::vector<Bounds> of_parts(plan.figure->partCount());
        for (std::size_t v = 0; v < surface.parts.size(); ++v) {
            of_parts[surface.parts[v]].add(surface.mesh.positions_mm[v]);
        }
        std::vector<float> numbers;
        for (const Bounds& of : of_parts) {
            for (const Vec3& corner : {of.low, of.high}) {
                numbers.insert(numbers.end(), {corner.x(), corner.y(), corner.z()});
            }
        }
        return numbers;
    });
    for (const PartIndex part : light.own_parts) {
        const float* const of = &(*all)[6 * std::size_t{part}];
        bounds.low = bounds.low.cwiseMin(Vec3(of[0], of[1], of[2]));
        bounds.high = bounds.high.cwiseMax(Vec3(of[3], of[4], of[5]));
    }
    return bounds;
}

const Shading& shadingOf(const Plan& plan, std::size_t part) {
    const std::optional<Shading>& own = plan.parts[part].shading;
    return own ? *own : plan.colours.shading;
}

int edgePassesOf(const Plan& plan) {
    if (plan.values.edge_lines.passes > 0) return plan.values.edge_lines.passes;
    const bool quick =
        plan.steps.build_up == BuildUp::Hatched || plan.steps.recesses == Recesses::Washed;
    return quick ? 1 : 3;
}

BuildUp buildUpOf(const Plan& plan, std::size_t part) {
    if (plan.parts[part].build_up) return *plan.parts[part].build_up;
    return plan.parts[part].material == Material::Glowing ? BuildUp::LightToDark
                                                          : plan.steps.build_up;
}

std::vector<bool> nearLights(const Plan& plan) {
    std::vector<bool> near;
    for (const Light& light : plan.lights) near.push_back(isNear(light.kind));
    return near;
}

bool comesLate(const Plan& plan, std::size_t index) {
    const Part& part = plan.parts[index];
    if (part.takes_glow != TakesGlow::Usual) return part.takes_glow == TakesGlow::After;
    std::string name = part.name;
    std::ranges::transform(name, name.begin(),
                           [](unsigned char c) { return static_cast<char>(std::tolower(c)); });
    if (name == "eye" || name == "eyes") return true;
    bool glows = false;
    for (std::size_t l = 0; l < plan.lights.size(); ++l) {
        glows = glows || (isNear(plan.lights[l].kind) && shines(plan, l));
    }
    return isMetal(part.material) && !glows;
}

Glow glowOf(const Plan& plan, const Light& light) {
    Glow glow{light.kind};
    for (const PartIndex part : light.own_parts) {
        glow.own_area_mm2 += plan.figure->surface.part_areas_mm2.at(part);
    }
    return glow;
}

std::vector<bool> sourceParts(const Plan& plan) {
    std::vector<bool> is_source(plan.parts.size(), false);
    for (std::size_t l = 0; l < plan.lights.size(); ++l) {
        if (!shines(plan, l)) continue;
        for (const PartIndex part : plan.lights[l].own_parts) {
            if (part < is_source.size()) is_source[part] = true;
        }
    }
    return is_source;
}

std::vector<bool> turnedOverParts(const Plan& plan) {
    std::vector<bool> turned = sourceParts(plan);
    for (std::size_t p = 0; p < turned.size(); ++p) {
        turned[p] = turned[p] && plan.parts[p].material == Material::Glowing;
    }
    return turned;
}

std::string problemWith(const Plan& plan) {
    if (std::string problem = problemWithLights(plan, plan.lights); !problem.empty()) {
        return problem;
    }
    for (const LightVariant& variant : plan.variants) {
        if (std::string problem = problemWithLights(plan, variant.lights); !problem.empty()) {
            return problem;
        }
    }
    const auto outside = [](double v, double low, double high) {
        return !std::isfinite(v) || v < low || v > high;
    };
    if (auto problem = problemWith(plan.values); !problem.empty()) {
        return problem;
    }
    if (auto problem = problemWith(plan.volumes); !problem.empty()) return problem;
    if (auto problem = problemWith(plan.photographs); !problem.empty()) return problem;
    for (const Part& part : plan.parts) {
        if (part.stands_in < 0 || static_cast<std::size_t>(part.stands_in) >= plan.parts.size()) {
            return fmt::format("\"{}\" stands in a figure that is not there.", part.name);
        }
        if (outside(part.lift, 0, 50)) {
            return fmt::format("The lift of \"{}\" must lie between 0 and 50 L*.", part.name);
        }
        if (outside(part.calm, 0, 1)) {
            return fmt::format("The calm of \"{}\" must lie between 0 and 1.", part.name);
        }
    }
    for (const Part& part : plan.parts) {
        if (!part.pots) continue;
        const std::string problem = problemWith(*part.pots);
        if (!problem.empty()) return fmt::format("Part \"{}\": {}", part.name, problem);
    }
    for (const Part& part : plan.parts) {
        if (part.shading && outside(part.shading->strength, 0, 1)) {
            return fmt::format("The shading of \"{}\" must be 0 to 1 strong.", part.name);
        }
    }
    if (auto problem = problemWith(plan.colours); !problem.empty()) return problem;
    if (plan.lines.size() > kMostLines) return "There are more than 40 drawn lines.";
    for (const DrawnLine& line : plan.lines) {
        if (auto problem = problemWith(line); !problem.empty()) return problem;
    }
    if (auto problem = problemWith(plan.mixing); !problem.empty()) return problem;
    if (auto problem = problemWith(plan.under); !problem.empty()) return problem;
    if (auto problem = problemWith(plan.steps); !problem.empty()) return problem;
    if (!plan.view.focus_mm.allFinite() || outside(plan.view.hour, -1e6, 1e6) ||
        outside(plan.view.height_deg, -90, 90)) {
        return "The view must be given in numbers, its height between -90 and 90 degrees.";
    }
    if (outside(plan.view.zoom, 0.05, 50)) return "Zoom must lie between 0.05 and 50.";
    return {};
}

}  // namespace glaukophos
