// A depth buffer: for millions of triangles of a pixel each it is far quicker than a ray tracer,
// which would first have to sort them.
#include "core/picture/quick_picture.h"

#include <tbb/parallel_invoke.h>

#include <algorithm>
#include <cmath>

#include "core/base/parallel.h"

namespace glaukophos {
namespace {

std::uint8_t byteOf(float linear) {
    const double value = encodedFrom({Vec3d::Constant(std::clamp(linear, 0.0F, 1.0F))}).r;
    return static_cast<std::uint8_t>(std::lround(255.0 * value));
}

// A corner on the picture: pixels, and the distance from the eye along the view.
struct ProjectedVertex {
    float x = 0.0F;
    float y = 0.0F;
    float depth = -1.0F;  // negative: not to be drawn
};

class Buffer {
  public:
    explicit Buffer(const PixelGrid& grid)
        : m_grid(grid),
          m_depth(static_cast<std::size_t>(grid.width) * static_cast<std::size_t>(grid.height),
                  std::numeric_limits<float>::max()),
          m_shade(m_depth.size(), 0.0F) {}

    void draw(const ProjectedVertex& a, const ProjectedVertex& b, const ProjectedVertex& c,
              float light) {
        const float area = (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x);
        const int left = std::max(0, static_cast<int>(std::min({a.x, b.x, c.x})));
        const int right = std::min(m_grid.width - 1, static_cast<int>(std::max({a.x, b.x, c.x})));
        const int top = std::max(0, static_cast<int>(std::min({a.y, b.y, c.y})));
        const int bottom = std::min(m_grid.height - 1, static_cast<int>(std::max({a.y, b.y, c.y})));
        // Triangles within a pixel or two are put down whole.
        const bool small = right - left <= 1 && bottom - top <= 1;
        for (int y = top; y <= bottom; ++y) {
            for (int x = left; x <= right; ++x) {
                const float px = static_cast<float>(x) + 0.5F;
                const float py = static_cast<float>(y) + 0.5F;
                const float u = ((px - a.x) * (c.y - a.y) - (py - a.y) * (c.x - a.x)) / area;
                const float v = ((b.x - a.x) * (py - a.y) - (b.y - a.y) * (px - a.x)) / area;
                if (small) {
                    put(x, y, a.depth, light);
                } else if (u >= 0.0F && v >= 0.0F && u + v <= 1.0F) {
                    put(x, y, a.depth + u * (b.depth - a.depth) + v * (c.depth - a.depth), light);
                }
            }
        }
    }

    // Puts down what the other one shows nearer.
    void lay(const Buffer& other) {
        for (std::size_t i = 0; i < m_depth.size(); ++i) {
            if (other.m_depth[i] >= m_depth[i]) continue;
            m_depth[i] = other.m_depth[i];
            m_shade[i] = other.m_shade[i];
        }
    }

    [[nodiscard]] const std::vector<float>& depth() const { return m_depth; }
    [[nodiscard]] const std::vector<float>& shade() const { return m_shade; }

  private:
    void put(int x, int y, float at, float light) {
        const std::size_t i = static_cast<std::size_t>(y) * static_cast<std::size_t>(m_grid.width) +
                              static_cast<std::size_t>(x);
        if (at >= m_depth[i]) return;
        m_depth[i] = at;
        m_shade[i] = light;
    }

    PixelGrid m_grid;
    std::vector<float> m_depth;
    std::vector<float> m_shade;
};

Vec3 upright(const Vec3& p, bool y_is_up) { return y_is_up ? Vec3(p.x(), -p.z(), p.y()) : p; }

// No comparison holds of what is not a number.
bool usable(const Vec3& p) {
    return std::abs(p.x()) < 1e6F && std::abs(p.y()) < 1e6F && std::abs(p.z()) < 1e6F;
}

Bounds boundsOf(std::span<const Mesh* const> meshes, bool y_is_up) {
    Bounds bounds;
    for (const Mesh* mesh : meshes) {
        for (const Vec3& p : mesh->positions_mm) {
            if (!usable(p)) continue;
            bounds.low = bounds.low.cwiseMin(upright(p, y_is_up));
            bounds.high = bounds.high.cwiseMax(upright(p, y_is_up));
        }
    }
    return bounds;
}

// Half of the triangles into each of the two.
void drawMesh(const Mesh& mesh, bool y_is_up, const Camera& camera, const PixelGrid& grid,
              Buffer& first, Buffer& second) {
    std::vector<ProjectedVertex> seen(mesh.positions_mm.size());
    forChunks(seen.size(), {}, [&](std::size_t begin, std::size_t end) {
        for (std::size_t i = begin; i < end; ++i) {
            if (!usable(mesh.positions_mm[i])) continue;
            const Vec3 p = upright(mesh.positions_mm[i], y_is_up);
            const auto pixel = pixelOf(camera, grid, p);
            if (pixel) seen[i] = {pixel->x(), pixel->y(), (p - camera.eye_mm).dot(camera.forward)};
        }
    });
    const Vec3 key =
        (-0.55F * camera.right + 0.75F * camera.up - 0.6F * camera.forward).normalized();
    const auto draw = [&](std::span<const Triangle> triangles, Buffer& into) {
        for (const Triangle& t : triangles) {
            if (seen[t[0]].depth < 0 || seen[t[1]].depth < 0 || seen[t[2]].depth < 0) continue;
            Vec3 normal = upright(areaVector(mesh, t), y_is_up).stableNormalized();
            if (normal.dot(camera.forward) > 0.0F) normal = -normal;
            into.draw(seen[t[0]], seen[t[1]], seen[t[2]],
                      0.12F + 0.42F * std::max(0.0F, normal.dot(key)));
        }
    };
    const std::span<const Triangle> all = mesh.triangles;
    tbb::parallel_invoke([&] { draw(all.first(all.size() / 2), first); },
                         [&] { draw(all.subspan(all.size() / 2), second); });
}

}  // namespace

Image quickPicture(std::span<const Mesh* const> meshes, bool y_is_up, const PixelGrid& grid,
                   const Backdrop& backdrop) {
    Buffer buffer(grid);
    const Bounds bounds = boundsOf(meshes, y_is_up);
    if (bounds.diagonal() > 0.0F && (bounds.high - bounds.low).minCoeff() >= 0.0F) {
        ViewChoice view;
        view.hour = 11.5;
        view.height_deg = 15.0;
        const Camera camera = heldCamera(bounds, view, grid);
        Buffer second(grid);
        for (const Mesh* mesh : meshes) drawMesh(*mesh, y_is_up, camera, grid, buffer, second);
        buffer.lay(second);
    }
    Image image;
    image.width = grid.width;
    image.height = grid.height;
    image.rgb.reserve(buffer.depth().size() * 3);
    for (std::size_t i = 0; i < buffer.depth().size(); ++i) {
        const std::size_t row = i / static_cast<std::size_t>(grid.width);
        const float down = static_cast<float>(row) / static_cast<float>(grid.height);
        const bool empty = buffer.depth()[i] == std::numeric_limits<float>::max();
        const float ground = backdrop.top + (backdrop.bottom - backdrop.top) * down;
        image.rgb.insert(image.rgb.end(), 3, byteOf(empty ? ground : buffer.shade()[i]));
    }
    return image;
}

}  // namespace glaukophos
