// Tiles of sixteen camera rays; shading per pixel with lines from the value's own gradient.
#include "core/picture/render.h"

#include <tbb/parallel_for.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "core/base/finite.h"
#include "core/base/low_discrepancy.h"

namespace glaukophos {
namespace {

constexpr int kTile = 4;  // 4 x 4 pixels are one packet

// Pixels that can show the figure: the box round the projected corners of its bounds.
struct PixelBox {
    int left = 0;
    int top = 0;
    int right = 0;
    int bottom = 0;
};

PixelBox boxOf(const Bounds& bounds, const Camera& camera, const PixelGrid& grid) {
    Eigen::Vector2f low = Eigen::Vector2f::Constant(1e9F);
    Eigen::Vector2f high = Eigen::Vector2f::Constant(-1e9F);
    for (int corner = 0; corner < 8; ++corner) {
        const Vec3 point((corner & 1) != 0 ? bounds.high.x() : bounds.low.x(),
                         (corner & 2) != 0 ? bounds.high.y() : bounds.low.y(),
                         (corner & 4) != 0 ? bounds.high.z() : bounds.low.z());
        const auto pixel = pixelOf(camera, grid, point);
        if (!pixel) return {0, 0, grid.width, grid.height};
        low = low.cwiseMin(*pixel);
        high = high.cwiseMax(*pixel);
    }
    const auto clampTo = [](float v, int most) {
        return static_cast<int>(std::clamp(v, 0.0F, static_cast<float>(most)));
    };
    return {clampTo(low.x() - 1.0F, grid.width), clampTo(low.y() - 1.0F, grid.height),
            clampTo(high.x() + 2.0F, grid.width), clampTo(high.y() + 2.0F, grid.height)};
}

void traceTile(const Figure& figure, const Camera& camera, int left, int top,
               const Eigen::Vector2f& jitter, TracedFrame& frame) {
    const PixelGrid& grid = frame.grid;
    HitPacket packet;
    for (int lane = 0; lane < 16; ++lane) {
        const int x = left + lane % kTile;
        const int y = top + lane / kTile;
        if (x >= grid.width || y >= grid.height) continue;
        const CameraRay ray = rayThrough(camera, grid, static_cast<float>(x) + 0.5F + jitter.x(),
                                         static_cast<float>(y) + 0.5F + jitter.y());
        packet.set(static_cast<std::size_t>(lane), ray.origin, ray.direction);
    }
    figure.form->shown.nearest(packet, camera.passed);
    for (int lane = 0; lane < 16; ++lane) {
        const auto i = static_cast<std::size_t>(lane);
        if (!packet.hit(i)) continue;
        const int row = top + lane / kTile;
        const int column = left + lane % kTile;
        frame.pixels[static_cast<std::size_t>(row) * static_cast<std::size_t>(grid.width) +
                     static_cast<std::size_t>(column)] = figure.form->shown.hitOf(packet, i);
    }
}

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

// Everything that shading one frame reads.
struct Shader {
    const Figure& figure;
    const Camera& camera;
    const TracedFrame& frame;
    const Look& look;
    const ShadeChoice& choice;
    Eigen::Vector2f jitter;
    Vec3 key;  // studio light: over the viewer's left shoulder

    [[nodiscard]] const PixelHit& at(int x, int y) const { return frame.at(x, y); }
    [[nodiscard]] CameraRay ray(int x, int y) const {
        return rayThrough(camera, frame.grid, static_cast<float>(x) + 0.5F + jitter.x(),
                          static_cast<float>(y) + 0.5F + jitter.y());
    }

    // Distance in pixels from the nearest band border, by the gradient across the picture.
    [[nodiscard]] float borderDistance(const PixelHit& hit, int x, int y, float lightness) const {
        const Triangle& t = figure.surface.mesh.triangles[hit.triangle];
        const auto right = weightsOnPlane(figure.surface.mesh, t, ray(x + 1, y));
        const auto down = weightsOnPlane(figure.surface.mesh, t, ray(x, y + 1));
        if (!right || !down) return 1e9F;
        const float l0 = look.lightness[t[0]];
        const Eigen::Vector2f slope(look.lightness[t[1]] - l0, look.lightness[t[2]] - l0);
        const Eigen::Vector2f here(hit.u, hit.v);
        const float steepness =
            std::hypot(slope.dot(*right - here), slope.dot(*down - here)) + 1e-6F;
        float nearest = 1e9F;
        for (const double border : look.borders) {
            nearest = std::min(nearest, std::abs(lightness - static_cast<float>(border)));
        }
        return nearest / steepness;
    }

    // Only triangles that a border crosses can carry a line.
    [[nodiscard]] bool borderCrosses(const Triangle& t) const {
        const auto [low, high] =
            std::minmax({look.lightness[t[0]], look.lightness[t[1]], look.lightness[t[2]]});
        const float reach = 0.15F * (high - low);
        return std::ranges::any_of(
            look.borders, [&, lo = low - reach, hi = high + reach](double b) {
                return b >= static_cast<double>(lo) && b <= static_cast<double>(hi);
            });
    }

    [[nodiscard]] Vec3 surfaceColour(const PixelHit& hit, int x, int y) const {
        const Triangle& t = figure.surface.mesh.triangles[hit.triangle];
        if (look.clay) return clayColour(hit, t);
        if (look.is_source[figure.partShownBy(hit)])
            return sourceColour(hit, t, ray(x, y).direction);
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

    // A source is palest where it faces the eye and takes the light's tint towards its rim.
    [[nodiscard]] Vec3 sourceColour(const PixelHit& hit, const Triangle& t,
                                    const Vec3& direction) const {
        const Vec3 normal = mixed(figure.surface.normals, t, hit.u, hit.v).stableNormalized();
        const float facing = std::max(0.0F, -normal.dot(direction));
        const float pale = (0.20F + 0.72F * facing * facing) * (0.3F + 0.7F * look.whiteness);
        const Vec3 tint = mixed(look.colours, t, hit.u, hit.v);
        return (1.0F - pale) * tint + Vec3::Constant(pale);
    }

    [[nodiscard]] Vec3 clayColour(const PixelHit& hit, const Triangle& t) const {
        const Vec3 normal = mixed(figure.surface.normals, t, hit.u, hit.v).stableNormalized();
        const float facing = std::max(0.0F, normal.dot(key));
        const Vec3 soft = mixed(look.colours, t, hit.u, hit.v);
        // A hair below nought where all corners are shut, by rounding of the weights.
        const float open = std::max(0.0F, soft.x());
        Vec3 clay = 0.66F * soft + Vec3::Constant(0.66F * facing * std::sqrt(open * 0.62F));
        if (look.part_tints.empty()) return clay;
        return clay.cwiseProduct(look.part_tints[figure.partShownBy(hit)]);
    }

    [[nodiscard]] Vec3 background(int x, int y) const {
        const float down = (static_cast<float>(y) + 0.5F) / static_cast<float>(frame.grid.height);
        const float ground =
            choice.backdrop.top + (choice.backdrop.bottom - choice.backdrop.top) * down;
        if (!choice.backdrop.floor) return Vec3::Constant(ground);
        return ground * floorFactor(ray(x, y));
    }

    // Light on the floor relative to the open floor, fading out at the lattice's rim.
    [[nodiscard]] Vec3 floorFactor(const CameraRay& ray) const {
        const FloorGrid& grid = figure.form->floor;
        if (ray.direction.z() >= -1e-4F || ray.origin.z() <= grid.corner_mm.z()) {
            return Vec3::Ones();
        }
        const float t = (grid.corner_mm.z() - ray.origin.z()) / ray.direction.z();
        const Vec3 point = ray.origin + t * ray.direction;
        const Eigen::Vector2f cell = (point - grid.corner_mm).head<2>() / grid.spacing_mm;
        const auto last = static_cast<float>(grid.side - 1);
        const float radius = (cell - Eigen::Vector2f::Constant(0.5F * last)).norm() / (0.5F * last);
        if (radius >= 0.98F) return Vec3::Ones();
        const float fade = std::clamp((0.98F - radius) / 0.6F, 0.0F, 1.0F);
        const float weight = fade * fade * (3.0F - 2.0F * fade);
        return Vec3::Ones() + weight * (floorAt(cell) - Vec3::Ones());
    }

    // Bilinear between the four lattice points round `cell`.
    [[nodiscard]] Vec3 floorAt(const Eigen::Vector2f& cell) const {
        const auto side = static_cast<std::size_t>(figure.form->floor.side);
        const auto column = std::min(static_cast<std::size_t>(cell.x()), side - 2);
        const auto row = std::min(static_cast<std::size_t>(cell.y()), side - 2);
        const float fx = cell.x() - static_cast<float>(column);
        const float fy = cell.y() - static_cast<float>(row);
        const Vec3* first = &look.colours[figure.vertexCount() + row * side + column];
        return (1.0F - fy) * ((1.0F - fx) * first[0] + fx * first[1]) +
               fy * ((1.0F - fx) * first[side] + fx * first[side + 1]);
    }

    // 1 where the part changes or the depth jumps, seen from this pixel to its neighbours.
    [[nodiscard]] bool onEdge(const PixelHit& hit, int x, int y) const {
        const auto differs = [&](int nx, int ny) {
            if (nx >= frame.grid.width || ny >= frame.grid.height || nx < 0 || ny < 0) return false;
            const PixelHit& other = at(nx, ny);
            if ((other.triangle == kNothing) != (hit.triangle == kNothing)) return true;
            if (hit.triangle == kNothing) return false;
            return figure.partShownBy(other) != figure.partShownBy(hit) ||
                   std::abs(other.distance_mm - hit.distance_mm) >
                       0.012F * figure.bounds().diagonal();
        };
        return differs(x + 1, y) || differs(x, y + 1);
    }

    // Whether the chosen part begins or ends within `reach` pixels.
    [[nodiscard]] bool selectedEdge(const PixelHit& hit, int x, int y, int reach) const {
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

    // Tailor's chalk: a grainy pale stroke along its edge, a hair of dark beside it on pale ground.
    [[nodiscard]] Vec3 chalked(const Vec3& colour, const PixelHit& hit, int x, int y) const {
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

    [[nodiscard]] Vec3 pixel(int x, int y) const {
        const PixelHit& hit = at(x, y);
        Vec3 colour = hit.triangle == kNothing ? background(x, y) : surfaceColour(hit, x, y);
        if (look.outlines && onEdge(hit, x, y)) colour *= 0.35F;
        return choice.selected ? chalked(colour, hit, x, y) : colour;
    }
};

// Running means along lines of `length` pixels, `step` apart; the rim repeats outwards.
void boxBlur(std::vector<Vec3>& pixels, std::size_t lines, std::size_t length, std::size_t step,
             std::size_t across, int half) {
    tbb::parallel_for(std::size_t{0}, lines, [&](std::size_t line) {
        std::vector<Vec3> own(length);
        for (std::size_t i = 0; i < length; ++i) own[i] = pixels[line * across + i * step];
        const auto last = static_cast<std::ptrdiff_t>(length) - 1;
        const auto at = [&](std::ptrdiff_t i) {
            return own[static_cast<std::size_t>(std::clamp<std::ptrdiff_t>(i, 0, last))];
        };
        Vec3 sum = Vec3::Zero();
        for (std::ptrdiff_t i = -half; i <= half; ++i) sum += at(i);
        const float share = 1.0F / static_cast<float>(2 * half + 1);
        for (std::ptrdiff_t i = 0; i <= last; ++i) {
            pixels[line * across + static_cast<std::size_t>(i) * step] = share * sum;
            sum += at(i + half + 1) - at(i - half);
        }
    });
}

// sRGB encoding by table: 4096 steps of the square root keep the error below half a byte step.
std::uint8_t encodedByte(float linear) {
    static const std::array<std::uint8_t, 4097> table = [] {
        std::array<std::uint8_t, 4097> bytes{};
        for (std::size_t i = 0; i < bytes.size(); ++i) {
            const double root = static_cast<double>(i) / 4096.0;
            const Vec3d rgb = Vec3d::Constant(root * root);
            bytes[i] = static_cast<std::uint8_t>(std::lround(255.0 * encodedFrom({rgb}).r));
        }
        return bytes;
    }();
    // A colour that is not a number is a mistake elsewhere; here it is black, not the end.
    if (!(linear > 0.0F)) return 0;
    const float root = std::sqrt(std::min(linear, 1.0F));
    return table[static_cast<std::size_t>(std::lround(root * 4096.0F))];
}

}  // namespace

TracedFrame traceFrame(const Figure& figure, const Camera& camera, const PixelGrid& grid,
                       const Eigen::Vector2f& jitter) {
    TracedFrame frame;
    frame.grid = grid;
    PixelHit nothing;
    nothing.triangle = kNothing;
    frame.pixels.assign(
        static_cast<std::size_t>(grid.width) * static_cast<std::size_t>(grid.height), nothing);
    const PixelBox box = boxOf(figure.bounds(), camera, grid);
    const int rows = (box.bottom - box.top + kTile - 1) / kTile;
    tbb::parallel_for(0, std::max(0, rows), [&](int row) {
        for (int left = box.left; left < box.right; left += kTile) {
            traceTile(figure, camera, left, box.top + row * kTile, jitter, frame);
        }
    });
    return frame;
}

Eigen::Vector2f jitterOf(int frame) {
    if (frame == 0) return Eigen::Vector2f::Zero();
    const Point2 p = spreadPoint(static_cast<std::uint32_t>(frame), {0.0, 0.0});
    return {static_cast<float>(p.x - 0.5), static_cast<float>(p.y - 0.5)};
}

void addFrame(Accumulation& accumulation, const Figure& figure, const Camera& camera,
              const TracedFrame& frame, const Look& look, const ShadeChoice& choice) {
    const auto width = static_cast<std::size_t>(frame.grid.width);
    accumulation.grid = frame.grid;
    accumulation.sum.resize(frame.pixels.size(), Vec3::Zero());
    const Vec3 key =
        (-0.55F * camera.right + 0.75F * camera.up - 0.6F * camera.forward).normalized();
    const Shader shader{figure, camera, frame, look, choice, jitterOf(accumulation.frames), key};
    // Lines are mixed into the frame before it is added; most looks have none.
    const bool has_lines = !look.lines.empty();
    std::vector<Vec3> shaded(has_lines ? frame.pixels.size() : 0);
    tbb::parallel_for(0, frame.grid.height, [&](int y) {
        for (int x = 0; x < frame.grid.width; ++x) {
            const std::size_t i = static_cast<std::size_t>(y) * width + static_cast<std::size_t>(x);
            if (has_lines) {
                shaded[i] = shader.pixel(x, y);
            } else {
                accumulation.sum[i] += shader.pixel(x, y);
            }
        }
    });
    drawLines(look.lines, frame, camera, shader.jitter, choice.line_width_px / 1.2F, shaded);
    for (std::size_t i = 0; i < shaded.size(); ++i) accumulation.sum[i] += shaded[i];
    for (const Vec3& sum : accumulation.sum) requireFinite({sum.data(), 3}, "picture");
    ++accumulation.frames;
}

double scaleOf(const Figure& figure, const Camera& camera, const PixelGrid& grid) {
    const float depth =
        camera.parallel
            ? 1.0F
            : std::max(1e-3F, (figure.bounds().centre() - camera.eye_mm).dot(camera.forward));
    return 0.5 * grid.height / static_cast<double>(camera.half_height * depth);
}

Accumulation blurred(const Accumulation& accumulation, double sigma_px) {
    // Three boxes of width w have a variance of 3 (w^2 - 1) / 12.
    const int half =
        static_cast<int>(std::lround(0.5 * (std::sqrt(4.0 * sigma_px * sigma_px + 1.0) - 1.0)));
    if (half < 1) return accumulation;
    Accumulation result = accumulation;
    const auto width = static_cast<std::size_t>(result.grid.width);
    const auto height = static_cast<std::size_t>(result.grid.height);
    for (int pass = 0; pass < 3; ++pass) {
        boxBlur(result.sum, height, width, 1, width, half);
        boxBlur(result.sum, width, height, width, 1, half);
    }
    return result;
}

Image encoded(const Accumulation& accumulation, const Figure& figure, const Camera& camera,
              const Look& look) {
    if (look.blur_mm <= 0.0) return encoded(accumulation);
    return encoded(
        blurred(accumulation, look.blur_mm * scaleOf(figure, camera, accumulation.grid)));
}

Image encoded(const Accumulation& accumulation) {
    Image image;
    image.width = accumulation.grid.width;
    image.height = accumulation.grid.height;
    image.rgb.resize(accumulation.sum.size() * 3);
    const float scale = 1.0F / static_cast<float>(std::max(1, accumulation.frames));
    tbb::parallel_for(std::size_t{0}, accumulation.sum.size(), [&](std::size_t i) {
        for (std::size_t c = 0; c < 3; ++c) {
            image.rgb[3 * i + c] =
                encodedByte(scale * accumulation.sum[i][static_cast<Eigen::Index>(c)]);
        }
    });
    return image;
}

Image renderPicture(const Figure& figure, const Camera& camera, const PixelGrid& grid,
                    const Look& look, const ShadeChoice& choice, int samples) {
    Accumulation accumulation;
    for (int i = 0; i < samples; ++i) {
        addFrame(accumulation, figure, camera,
                 traceFrame(figure, camera, grid, jitterOf(accumulation.frames)), look, choice);
    }
    return encoded(accumulation, figure, camera, look);
}

}  // namespace glaukophos
