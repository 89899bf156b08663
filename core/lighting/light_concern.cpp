// The first concern found is the one to be told.
#include "core/lighting/light_concern.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/lighting/aim.h"

namespace glaukophos {
namespace {

// Rays out of a closed body meet the inside of its surface first: four of five must say so.
std::string enclosingPart(const Plan& plan, const Light& light, const Vec3& place) {
    const Figure& figure = *plan.figure;
    const PassedTriangles passed = passedBy(light, figure.occluder_labels);
    const Mesh& mesh = figure.form->imported.mesh;
    std::vector<int> votes(plan.parts.size(), 0);
    for (const Vec3& way :
         {Vec3(0.12F, 0.31F, 0.94F), Vec3(0.9F, -0.2F, 0.38F), Vec3(-0.5F, -0.8F, -0.33F),
          Vec3(-0.6F, 0.75F, 0.2F), Vec3(0.3F, 0.5F, -0.81F)}) {
        const Vec3 direction = way.normalized();
        const auto hit = figure.form->occluders.nearest(place, direction, 1e30F, passed);
        if (!hit) continue;
        if (areaVector(mesh, mesh.triangles[hit->triangle]).dot(direction) > 0.0F) {
            ++votes[figure.occluder_labels[hit->triangle]];
        }
    }
    const auto most = std::ranges::max_element(votes);
    if (most == votes.end() || *most < 4) return {};
    return plan.parts[static_cast<std::size_t>(most - votes.begin())].name;
}

std::string aboutParts(const Plan& plan, const Light& light) {
    if (std::holds_alternative<GlowingPart>(light.kind)) {
        if (light.own_parts.empty()) return "No part glows yet: choose one below.";
        if (glowOf(plan, light).own_area_mm2 <= 0.0) {
            return "The part that glows has no surface: choose another, or a lamp instead.";
        }
    }
    const auto* bounce = std::get_if<Bounce>(&light.kind);
    if (bounce != nullptr && !bounce->from_floor && bounce->from_parts.empty()) {
        return "Nothing throws light back yet: tick the floor or a part.";
    }
    return {};
}

bool reachesFigure(const Plan& plan, const std::vector<float>& lit) {
    const auto figure = std::span(lit).first(plan.figure->vertexCount());
    return std::ranges::any_of(figure, [](float e) { return e > 1e-6F; });
}

}  // namespace

std::string concernAbout(const Plan& plan, std::size_t index, const Irradiance* irradiance) {
    const Light& light = plan.lights[index];
    if (std::string text = aboutParts(plan, light); !text.empty()) return text;
    if (const auto middle = middleOf(plan, light);
        middle && !std::holds_alternative<GlowingPart>(light.kind)) {
        const std::string part = enclosingPart(plan, light, *middle);
        if (!part.empty()) {
            return fmt::format(
                "It stands inside {}, which keeps its light in: move it out, or name "
                "{} as its own part.",
                part, part);
        }
    }
    if (!shines(plan, index)) {
        return light.on ? "Another light is shown alone, so this one is dark." : "";
    }
    if (irradiance != nullptr && index < irradiance->of_lights.size() &&
        !reachesFigure(plan, irradiance->of_lights[index])) {
        return "Its light does not reach the figure: it is blocked, faces away or lies on the far "
               "side.";
    }
    return {};
}

}  // namespace glaukophos
