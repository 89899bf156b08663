// Bolts and lines run on the form, so that borders of parts do not stop them.
#include "core/painted/drawn_strokes.h"

#include "core/figure/eye_shape.h"

namespace glaukophos {
namespace {

constexpr double kStep_mm = 0.25;
constexpr double kLeastGlow = 1e-3;  // irradiance; less is stray

bool isWater(const Part& part) { return part.material == Material::Water; }

// By a light that stands near; where there is none, everything is.
bool isReached(const Plan& plan, const Irradiance& irradiance, std::uint32_t vertex) {
    bool any = false;
    for (std::size_t l = 0; l < plan.lights.size() && l < irradiance.of_lights.size(); ++l) {
        if (!isNear(plan.lights[l].kind) || !shines(plan, l)) continue;
        any = true;
        if (plan.lights[l].strength * irradiance.of_lights[l][vertex] > kLeastGlow) return true;
    }
    return !any;
}

Strokes netOn(const Plan& plan, const Irradiance& irradiance, const DrawnLine& line) {
    const Surface& surface = plan.figure->surface;
    const std::vector<bool> sources = sourceParts(plan);
    const auto takes = [&](std::uint32_t triangle) {
        const PartIndex index = surface.labels[triangle];
        const Part& part = plan.parts[index];
        if (part.takes_glow == TakesGlow::Barred) return false;
        if (sources[index] && !isWater(part)) return false;
        const Triangle& t = surface.mesh.triangles[triangle];
        if (!irradiance.hidden.empty() && irradiance.hidden[t[0]]) return false;
        if (!isWater(part) && !isReached(plan, irradiance, t[0])) return false;
        // Light from below leaves what faces up dark; on the water itself the net lies on top.
        const float up = areaVector(surface.mesh, t).normalized().z();
        return isWater(part) ? up > 0.0F : up < 0.4F;
    };
    return lightNet(surface.mesh,
                    {line.seed, line.cell_mm, line.anchors_mm.front().z(), line.height_mm}, takes);
}

Strokes lineOn(const SurfaceWays& ways, const DrawnLine& line) {
    if (line.anchors_mm.size() < 2) return {};
    Stroke stroke;
    for (std::size_t i = 1; i < line.anchors_mm.size(); ++i) {
        std::vector<Vec3> way = ways.shortest(line.anchors_mm[i - 1], line.anchors_mm[i], kStep_mm);
        stroke.points_mm.insert(stroke.points_mm.end(), way.begin(), way.end());
    }
    if (stroke.points_mm.size() < 2) return {};
    stroke.width_to = 0.6;
    return {{stroke}, {}};
}

// Each pair of corners is an eye; a corner alone waits for the other.
Strokes eyesOn(const SurfaceWays& ways, const DrawnLine& eyes) {
    Strokes strokes;
    const double row_mm = passesOf(eyes)[static_cast<std::size_t>(EyePass::White)].width_mm * 0.8;
    for (std::size_t i = 0; i + 1 < eyes.anchors_mm.size(); i += 2) {
        if ((eyes.anchors_mm[i] - eyes.anchors_mm[i + 1]).norm() < 0.05F) continue;
        for (Stroke& stroke :
             eyeShape(ways, eyes.anchors_mm[i], eyes.anchors_mm[i + 1], eyes.gaze, row_mm)) {
            strokes.strokes.push_back(std::move(stroke));
        }
    }
    return strokes;
}

}  // namespace

std::vector<Strokes> drawnStrokes(const Plan& plan, const Irradiance& irradiance) {
    std::vector<Strokes> drawn;
    if (plan.lines.empty()) return drawn;
    const WorkingSurface& whole = plan.figure->form->whole;
    const SurfaceWays ways(whole.mesh, whole.normals, plan.figure->form->shown);
    for (const DrawnLine& line : plan.lines) {
        switch (line.kind) {
            case LineKind::Net:
                drawn.push_back(netOn(plan, irradiance, line));
                break;
            case LineKind::Drawn:
                drawn.push_back(lineOn(ways, line));
                break;
            case LineKind::Eyes:
                drawn.push_back(eyesOn(ways, line));
                break;
            case LineKind::Bolt:
                drawn.push_back(line.anchors_mm.size() < 2
                                    ? Strokes{}
                                    : grownBolt(ways, line.anchors_mm.front(),
                                                line.anchors_mm.back(), {line.seed, line.forks}));
                break;
        }
    }
    return drawn;
}

}  // namespace glaukophos
