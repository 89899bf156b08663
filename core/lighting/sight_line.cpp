// One ray each, against the original triangles.
#include "core/lighting/sight_line.h"

#include <fmt/format.h>

#include <cmath>

namespace glaukophos {
namespace {

// "hood", or "hood, front end" and the like where a part is large and met far from its middle.
std::string placeOn(const Plan& plan, PartIndex part, const Vec3& point_mm) {
    const std::string& name = plan.parts[part].name;
    Bounds bounds;
    const Surface& surface = plan.figure->surface;
    for (std::size_t v = 0; v < surface.parts.size(); ++v) {
        if (surface.parts[v] == part) bounds.add(surface.mesh.positions_mm[v]);
    }
    const Vec3 size = bounds.size().cwiseMax(1e-3F);
    const Vec3 place = 2.0F * (point_mm - bounds.centre()).cwiseQuotient(size);  // -1..1
    int most = 0;
    place.cwiseAbs().maxCoeff(&most);
    if (size.maxCoeff() < 0.15F * plan.figure->bounds().diagonal()) return name;
    if (std::abs(place[most]) < 0.7F) return name;
    static constexpr std::array<std::array<const char*, 2>, 3> ends = {
        {{"figure's right end", "figure's left end"},
         {"front end", "back end"},
         {"lower end", "upper end"}}};
    return fmt::format("{}, {}", name,
                       ends.at(static_cast<std::size_t>(most)).at(place[most] > 0.0F ? 1 : 0));
}

}  // namespace

SightLine sightLine(const Plan& plan, const Light& light, const Vec3& point_mm,
                    const Vec3& normal) {
    SightLine line;
    line.from_mm = point_mm;
    const auto aim = aimAt(plan, light, point_mm);
    if (!aim) return line;
    line.direction = aim->direction;
    line.distance_mm = aim->distance_mm;
    line.turned_away = normal.dot(aim->direction) <= 0.0F;
    if (line.turned_away) return line;
    const Figure& figure = *plan.figure;
    const Vec3 origin = point_mm + offsetFor(figure.bounds()) * normal;
    const auto hit = figure.form->occluders.nearest(origin, aim->direction, aim->free_mm,
                                                    passedBy(light, figure.occluder_labels));
    if (!hit) return line;
    line.blocked = true;
    line.blocked_at_mm = hit->distance_mm;
    line.blocked_by = placeOn(plan, figure.occluder_labels[hit->triangle],
                              origin + hit->distance_mm * aim->direction);
    return line;
}

std::vector<SightLine> sightLines(const Plan& plan, const Vec3& point_mm, const Vec3& normal) {
    std::vector<SightLine> lines;
    for (std::size_t l = 0; l < plan.lights.size(); ++l) {
        if (!shines(plan, l) || !aimAt(plan, plan.lights[l], point_mm)) continue;
        lines.push_back(sightLine(plan, plan.lights[l], point_mm, normal));
        lines.back().light = l;
    }
    return lines;
}

}  // namespace glaukophos
