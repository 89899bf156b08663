// Shading per pixel, with lines from the value's own gradient.
#include "core/picture/shader.h"

#include <algorithm>
#include <cmath>

namespace glaukophos {
namespace {

template <class T>
T mixed(const std::vector<T>& values, const Triangle& t, float u, float v) {
    return (1.0F - u - v) * values[t[0]] + u * values[t[1]] + v * values[t[2]];
}

// Where a ray meets the plane of a triangle, as weights of its second and third corner.
std::optional<Eigen::Vector2f> weightsOnPlane(const Mesh& mesh, const Triangle& t,
                                              const CameraRay& ray) {
    const Vec3& a = mesh.positions_mm[t[0]];
    const Vec3 e1 = mesh.positions_mm[t[1]] - a;
    const Vec3 e2 = mesh.positions_mm[t[2]] - a;
    const Vec3 p = ray.direction.cross(e2);
    const float det = e1.dot(p);
    if (std::abs(det) < 1e-20F) return std::nullopt;
    const Vec3 s = (ray.origin - a) / det;
    return Eigen::Vector2f(s.dot(p), ray.direction.dot(s.cross(e1)));
}

}  // namespace

float Shader::borderDistance(const PixelHit& hit, int x, int y, float lightness) const {
    const Triangle& t = figure.surface.mesh.triangles[hit.triangle];
    const auto right = weightsOnPlane(figure.surface.mesh, t, ray(x + 1, y));
    const auto down = weightsOnPlane(figure.surface.mesh, t, ray(x, y + 1));
    if (!right || !down) return 1e9F;
    const float l0 = look.lightness[t[0]];
    const Eigen::Vector2f slope(look.lightness[t[1]] - l0, look.lightness[t[2]] - l0);
    const Eigen::Vector2f here(hit.u, hit.v);
    const float steepness = std::hypot(slope.dot(*right - here), slope.dot(*down - here)) + 1e-6F;
    float nearest = 1e9F;
    for (const double border : look.borders) {
        nearest = std::min(nearest, std::abs(lightness - static_cast<float>(border)));
    }
    return nearest / steepness;
}

bool Shader::borderCrosses(const Triangle& t) const {
    const auto [low, high] =
        std::minmax({look.lightness[t[0]], look.lightness[t[1]], look.lightness[t[2]]});
    const float reach = 0.15F * (high - low);
    return std::ranges::any_of(look.borders, [&, lo = low - reach, hi = high + reach](double b) {
        return b >= static_cast<double>(lo) && b <= static_cast<double>(hi);
    });
}

Vec3 Shader::surfaceColour(const PixelHit& hit, int x, int y) const {
    const Triangle& t = figure.surface.mesh.triangles[hit.triangle];
    if (look.clay) return clayColour(hit, t);
    if (look.is_source[figure.partShownBy(hit)]) return sourceColour(hit, t, ray(x, y).direction);
    if (look.band_colours.empty()) return mixed(look.colours, t, hit.u, hit.v);
    const float lightness = mixed(look.lightness, t, hit.u, hit.v);
    const std::size_t band = bandOf(lightness, look.borders);
    Vec3 flat = band == 0 && look.lowest_is_smooth
                    ? Vec3(mixed(look.colours, t, hit.u, hit.v))
                    : look.band_colours[figure.partShownBy(hit)][band];
    if (look.shaded_bands) flat = flat.cwiseProduct(mixed(look.colours, t, hit.u, hit.v));
    if (!look.outlines || !look.border_lines || !borderCrosses(t)) return flat;
    const float away = borderDistance(hit, x, y, lightness);
    const float line = std::clamp(0.5F * choice.line_width_px + 0.5F - away, 0.0F, 1.0F);
    return (1.0F - 0.75F * line) * flat;
}

Vec3 Shader::sourceColour(const PixelHit& hit, const Triangle& t, const Vec3& direction) const {
    const Vec3 normal = mixed(figure.surface.normals, t, hit.u, hit.v).stableNormalized();
    const float facing = std::max(0.0F, -normal.dot(direction));
    const float pale = (0.20F + 0.72F * facing * facing) * (0.3F + 0.7F * look.whiteness);
    const Vec3 tint = mixed(look.colours, t, hit.u, hit.v);
    return (1.0F - pale) * tint + Vec3::Constant(pale);
}

Vec3 Shader::clayColour(const PixelHit& hit, const Triangle& t) const {
    const Vec3 normal = mixed(figure.surface.normals, t, hit.u, hit.v).stableNormalized();
    const float facing = std::max(0.0F, normal.dot(key));
    const Vec3 soft = mixed(look.colours, t, hit.u, hit.v);
    // A hair below nought where all corners are shut, by rounding of the weights.
    const float open = std::max(0.0F, soft.x());
    Vec3 clay = 0.66F * soft + Vec3::Constant(0.66F * facing * std::sqrt(open * 0.62F));
    if (look.part_tints.empty()) return clay;
    return clay.cwiseProduct(look.part_tints[figure.partShownBy(hit)]);
}

Vec3 Shader::background(int x, int y) const {
    const float down = (static_cast<float>(y) + 0.5F) / static_cast<float>(frame.grid.height);
    const float ground =
        choice.backdrop.top + (choice.backdrop.bottom - choice.backdrop.top) * down;
    if (!choice.backdrop.floor) return Vec3::Constant(ground);
    if (frame.floor.empty()) return ground * floorFactor(floorShown(figure.form->floor, ray(x, y)));
    return ground * floorFactor(frame.floor[static_cast<std::size_t>(&at(x, y) - &at(0, 0))]);
}

Vec3 Shader::floorFactor(const FloorPlace& place) const {
    if (place.weight == 0.0F) return Vec3::Ones();
    return Vec3::Ones() + place.weight * (floorAt(place) - Vec3::Ones());
}

Vec3 Shader::floorAt(const FloorPlace& place) const {
    const auto side = static_cast<std::size_t>(figure.form->floor.side);
    const auto column = std::min(static_cast<std::size_t>(place.column), side - 2);
    const auto row = std::min(static_cast<std::size_t>(place.row), side - 2);
    const float fx = place.column - static_cast<float>(column);
    const float fy = place.row - static_cast<float>(row);
    const Vec3* first = &look.colours[figure.vertexCount() + row * side + column];
    return (1.0F - fy) * ((1.0F - fx) * first[0] + fx * first[1]) +
           fy * ((1.0F - fx) * first[side] + fx * first[side + 1]);
}

bool Shader::onEdge(const PixelHit& hit, int x, int y) const {
    const auto differs = [&](int nx, int ny) {
        if (nx >= frame.grid.width || ny >= frame.grid.height || nx < 0 || ny < 0) return false;
        const PixelHit& other = at(nx, ny);
        if ((other.triangle == kNothing) != (hit.triangle == kNothing)) return true;
        if (hit.triangle == kNothing) return false;
        return figure.partShownBy(other) != figure.partShownBy(hit) ||
               std::abs(other.distance_mm - hit.distance_mm) > 0.012F * figure.bounds().diagonal();
    };
    return differs(x + 1, y) || differs(x, y + 1);
}

bool Shader::selectedEdge(const PixelHit& hit, int x, int y, int reach) const {
    const auto isSelected = [&](const PixelHit& h) {
        return h.triangle != kNothing && figure.partShownBy(h) == *choice.selected;
    };
    const bool here = isSelected(hit);
    for (const auto& [dx, dy] : {std::pair{1, 0}, {0, 1}, {-1, 0}, {0, -1}}) {
        const int nx = std::clamp(x + reach * dx, 0, frame.grid.width - 1);
        const int ny = std::clamp(y + reach * dy, 0, frame.grid.height - 1);
        if (isSelected(at(nx, ny)) != here) return true;
    }
    return false;
}

Vec3 Shader::chalked(const Vec3& colour, const PixelHit& hit, int x, int y) const {
    if (selectedEdge(hit, x, y, 1)) {
        std::uint32_t grain =
            static_cast<unsigned>(x) * 0x9E3779B1U ^ static_cast<unsigned>(y) * 0x85EBCA6BU;
        grain = (grain ^ (grain >> 15)) * 0x2C1B3C6DU;
        const float thin = 0.25F * static_cast<float>(grain >> 24) / 255.0F;
        return thin * colour + (1.0F - thin) * Vec3(0.88F, 0.87F, 0.84F);
    }
    const bool pale = colour.mean() > 0.30F;
    return pale && selectedEdge(hit, x, y, 2) ? Vec3(0.25F * colour) : colour;
}

Vec3 Shader::pixel(int x, int y) const {
    const PixelHit& hit = at(x, y);
    Vec3 colour = hit.triangle == kNothing ? background(x, y) : surfaceColour(hit, x, y);
    if (look.outlines && onEdge(hit, x, y)) colour *= 0.35F;
    return choice.selected ? chalked(colour, hit, x, y) : colour;
}

}  // namespace glaukophos
