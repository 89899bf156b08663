// Only the vertices of shiny parts are worked on.
#include "core/painted/specular.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/base/parallel.h"
#include "core/lighting/aim.h"

namespace glaukophos {
namespace {

bool mirrorsTheRoom(const Part& part) { return part.material == Material::MetalInPaint; }

struct ShinyVertices {
    std::vector<std::uint32_t> vertices;
    std::vector<SpecularLobe> specular;  // one entry a part
};

ShinyVertices shinyVertices(const Plan& plan) {
    ShinyVertices shiny;
    std::vector<bool> is_shiny;
    for (const Part& part : plan.parts) {
        const auto specular = lobeOf(part.material);
        is_shiny.push_back(specular.has_value());
        shiny.specular.push_back(specular.value_or(SpecularLobe{}));
    }
    if (std::ranges::find(is_shiny, true) == is_shiny.end()) return shiny;
    const std::vector<PartIndex>& parts = plan.figure->surface.parts;
    for (std::uint32_t v = 0; v < parts.size(); ++v) {
        if (is_shiny[parts[v]]) shiny.vertices.push_back(v);
    }
    return shiny;
}

// Sine of the angular radius of a source at a distance.
double spreadOf(const LightKind& kind, double distance_mm) {
    const auto sine = [&](double radius_mm) {
        return std::min(1.0, radius_mm / std::max(distance_mm, 1e-3));
    };
    return std::visit(
        Overloaded{
            [](const FarLight& far) { return std::sin(radians(far.radius_deg)); },
            [&](const Lamp& lamp) { return sine(lamp.radius_mm); },
            [&](const Rod& rod) { return sine(rod.radius_mm); },
            [&](const Panel& panel) { return sine(0.25 * (panel.width_mm + panel.height_mm)); },
            [](const auto&) { return 0.0; }},
        kind);
}

// Share of the sky over the vertex that is not blocked.
float skySeen(const Irradiance& irradiance, const Vec3& normal, std::size_t v) {
    if (irradiance.sky_visibility.empty()) return 1.0F;
    const float open = 0.5F * (1.0F + normal.z());
    return open < 0.02F ? 0.0F : std::min(1.0F, irradiance.sky_visibility[v] / open);
}

bool isMirrored(const Light& light) {
    return !std::holds_alternative<Bounce>(light.kind) &&
           !std::holds_alternative<Spray>(light.kind);  // a spray is paint
}

// What one light sends to the viewers by way of a vertex, summed over the viewers.
class Mirror {
  public:
    Mirror(const Plan& plan, const Light& light, std::span<const Vec3> normals,
           const std::vector<Vec3>& viewers)
        : m_plan(plan),
          m_light(light),
          m_normals(normals),
          m_viewers(viewers),
          m_sky(std::get_if<Sky>(&light.kind)) {
        // The nearest place of a glowing part would be looked for anew at each vertex.
        if (std::holds_alternative<GlowingPart>(light.kind)) m_middle = middleOf(plan, light);
        if (std::holds_alternative<FarLight>(light.kind)) m_far = aimAt(plan, light, Vec3::Zero());
    }

    [[nodiscard]] bool isSky() const { return m_sky != nullptr; }

    // Under strength 1, with nothing in the way. Skies are part of the room that painted metal
    // mirrors anyway.
    [[nodiscard]] double skyAt(std::uint32_t v, const SpecularLobe& specular) const {
        const Surface& surface = m_plan.figure->surface;
        if (mirrorsTheRoom(m_plan.parts[surface.parts[v]])) return 0.0;
        double sum = 0.0;
        for (const Vec3& viewer : m_viewers) {
            sum += mirroredSky(specular, *m_sky, m_normals[v], viewer);
        }
        return sum;
    }

    // Under irradiance 1.
    [[nodiscard]] double lightAt(std::uint32_t v, const SpecularLobe& specular) const {
        const Surface& surface = m_plan.figure->surface;
        const auto aim = m_far ? m_far : aimFrom(surface.mesh.positions_mm[v]);
        if (!aim) return 0.0;
        const double spread = spreadOf(m_light.kind, aim->distance_mm);
        double sum = 0.0;
        for (const Vec3& viewer : m_viewers) {
            sum += mirrored(specular, m_normals[v], aim->direction, viewer, spread);
        }
        return sum;
    }

  private:
    [[nodiscard]] std::optional<Aim> aimFrom(const Vec3& point) const {
        if (!m_middle) return aimAt(m_plan, m_light, point);
        const Vec3 way = *m_middle - point;
        return Aim{way.stableNormalized(), way.norm()};
    }

    const Plan& m_plan;
    const Light& m_light;
    std::span<const Vec3> m_normals;
    const std::vector<Vec3>& m_viewers;
    const Sky* m_sky;
    std::optional<Vec3> m_middle;
    std::optional<Aim> m_far;  // the same from everywhere
};

}  // namespace

std::optional<SpecularLobe> lobeOf(Material material) {
    const MaterialEntry& entry = entryOf(material);
    if (entry.sheen <= 0.0) return std::nullopt;
    return SpecularLobe{std::max(0.002, entry.roughness * entry.roughness),
                        mirroredShare(entry.refractive_index), material == Material::Velvet};
}

std::vector<Vec3> viewersOf(const SheenChoices& sheen) {
    constexpr double kEye_deg = 12.0;  // a little from above, as figures stand on a table
    if (!sheen.from_arc) return {towards({0.0, kEye_deg})};
    std::vector<Vec3> viewers;
    for (const double hour : {10.5, 11.25, 12.0, 0.75, 1.5}) {
        viewers.push_back(towards({hour, kEye_deg}));
    }
    return viewers;
}

std::vector<std::vector<float>> specularOf(const Plan& plan, const Irradiance& irradiance,
                                           std::span<const float> weights) {
    if (plan.values.sheen.amount <= 0.0) return {};
    const ShinyVertices shiny = shinyVertices(plan);
    if (shiny.vertices.empty()) return {};
    const Surface& surface = plan.figure->surface;
    const std::span<const Vec3> normals = irradiance.normalsOn(surface);
    const std::vector<Vec3> viewers = viewersOf(plan.values.sheen);
    const double share = plan.values.sheen.amount / static_cast<double>(viewers.size());
    std::vector<std::vector<float>> result(weights.size());
    for (std::size_t l = 0; l < weights.size(); ++l) {
        if (weights[l] == 0.0F || !isMirrored(plan.lights[l])) continue;
        result[l].assign(surface.parts.size(), 0.0F);
        const Mirror mirror(plan, plan.lights[l], normals, viewers);
        forChunks(shiny.vertices.size(), {}, [&](std::size_t begin, std::size_t end) {
            for (std::size_t i = begin; i < end; ++i) {
                const std::uint32_t v = shiny.vertices[i];
                const float arriving = weights[l] * irradiance.of_lights[l][v];
                if (arriving <= 1e-5F) continue;
                const SpecularLobe& specular = shiny.specular[surface.parts[v]];
                const double mirrored_here = mirror.isSky()
                                                 ? mirror.skyAt(v, specular) * weights[l] *
                                                       skySeen(irradiance, normals[v], v)
                                                 : mirror.lightAt(v, specular) * arriving;
                result[l][v] = static_cast<float>(share * mirrored_here);
            }
        });
    }
    return result;
}

namespace {

std::vector<float> levelsInRoom(const Plan& plan, const Irradiance& irradiance) {
    const Surface& surface = plan.figure->surface;
    const std::span<const Vec3> normals = irradiance.normalsOn(surface);
    const std::vector<Vec3> viewers = viewersOf(plan.values.sheen);
    const MetalRoom& room = plan.values.sheen.room;
    const Vec3 middle = plan.figure->bounds().centre();
    std::vector<float> levels(surface.parts.size(), -1.0F);
    forChunks(levels.size(), {}, [&](std::size_t begin, std::size_t end) {
        for (std::size_t v = begin; v < end; ++v) {
            if (!mirrorsTheRoom(plan.parts[surface.parts[v]])) continue;
            const Vec3& normal = normals[v];
            double sum = 0.0;
            for (Vec3 viewer : viewers) {
                // What turns away is painted for who looks from the other side.
                if (normal.dot(viewer) < 0.0F) viewer.head<2>() *= -1.0F;
                const Vec3 place = surface.mesh.positions_mm[v] - middle;
                sum += levelSeen(room, metAt(room, place, mirroredDirection(normal, viewer)));
            }
            // What sees little of the room mirrors the dark of the figure itself.
            const double seen =
                irradiance.sky_visibility.empty() ? 1.0 : skySeen(irradiance, normal, v);
            const double open = normal.z() < -0.9F ? 1.0 : 0.35 + 0.65 * seen;
            levels[v] = static_cast<float>(open * sum / static_cast<double>(viewers.size()));
        }
    });
    return levels;
}

// What the levels follow from besides the shape.
std::string nameOfLevels(const Plan& plan, const Irradiance& irradiance) {
    const MetalRoom& room = plan.values.sheen.room;
    std::string name =
        fmt::format("metal {} {} {} {} {} {}", plan.values.sheen.from_arc, room.window_hour,
                    room.window_width_deg, room.window_top_deg, room.contrast, room.distance_mm);
    for (std::size_t p = 0; p < plan.parts.size(); ++p) {
        if (mirrorsTheRoom(plan.parts[p])) name += fmt::format(" {}", p);
    }
    return name + fmt::format(" {:x}", irradiance.sky_key);
}

}  // namespace

std::shared_ptr<const std::vector<float>> metalLevels(const Plan& plan,
                                                      const Irradiance& irradiance) {
    if (std::ranges::none_of(plan.parts, mirrorsTheRoom)) {
        return std::make_shared<const std::vector<float>>();
    }
    const auto work = [&] { return levelsInRoom(plan, irradiance); };
    // Painted volumes come and go too quickly to be kept.
    if (!irradiance.normals.empty()) return std::make_shared<const std::vector<float>>(work());
    return plan.figure->kept->of(nameOfLevels(plan, irradiance), work);
}

}  // namespace glaukophos
