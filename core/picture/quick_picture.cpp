// A depth buffer: for millions of triangles of a pixel each it is far quicker than a ray tracer,
// which would first have to sort them.
#include "core/picture/quick_picture.h"

#include <tbb/parallel_invoke.h>

#include <algorithm>
#include <array>
#include <cmath>

namespace glaukophos {
namespace {

// Of millions of triangles one in so many stands for those beside it: a pixel shows dozens.
constexpr std::size_t kMostDrawn = 1'000'000;

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

// Meshes as they stand, and how many of their triangles one that is drawn stands for.
struct Sampled {
    std::span<const Mesh* const> meshes;
    bool y_is_up = false;
    std::size_t every = 1;
};

Sampled sampledOf(std::span<const Mesh* const> meshes, bool y_is_up) {
    std::size_t triangles = 0;
    for (const Mesh* mesh : meshes) triangles += mesh->triangles.size();
    return {meshes, y_is_up, 1 + triangles / kMostDrawn};
}

// Calls use(a, b, c) with the corners of the triangles that are drawn, of one half of each mesh.
template <class Use>
void forTriangles(const Sampled& sampled, std::size_t half, const Use& use) {
    for (const Mesh* mesh : sampled.meshes) {
        const std::size_t count = mesh->triangles.size();
        const std::size_t end = half == 0 ? count / 2 : count;
        for (std::size_t t = half * (count / 2); t < end; t += sampled.every) {
            const Triangle& of = mesh->triangles[t];
            const Vec3& a = mesh->positions_mm[of[0]];
            const Vec3& b = mesh->positions_mm[of[1]];
            const Vec3& c = mesh->positions_mm[of[2]];
            if (!usable(a) || !usable(b) || !usable(c)) continue;
            use(upright(a, sampled.y_is_up), upright(b, sampled.y_is_up),
                upright(c, sampled.y_is_up));
        }
    }
}

template <class Work>
void forBothHalves(const Work& work) {
    tbb::parallel_invoke([&] { work(0); }, [&] { work(1); });
}

Bounds boundsOf(const Sampled& sampled) {
    std::array<Bounds, 2> halves;
    forBothHalves([&](std::size_t half) {
        Bounds bounds;
        forTriangles(sampled, half, [&](const Vec3& a, const Vec3& b, const Vec3& c) {
            for (const Vec3* p : {&a, &b, &c}) bounds.add(*p);
        });
        halves.at(half) = bounds;
    });
    return {halves[0].low.cwiseMin(halves[1].low), halves[0].high.cwiseMax(halves[1].high)};
}

ProjectedVertex onPicture(const Camera& camera, const PixelGrid& grid, const Vec3& p) {
    const auto pixel = pixelOf(camera, grid, p);
    if (!pixel) return {};
    return {pixel->x(), pixel->y(), (p - camera.eye_mm).dot(camera.forward)};
}

void drawHalf(const Sampled& sampled, std::size_t half, const Camera& camera, const PixelGrid& grid,
              Buffer& into) {
    const Vec3 key =
        (-0.55F * camera.right + 0.75F * camera.up - 0.6F * camera.forward).normalized();
    // As large as all that it stands for, and as much again, since they are not all of one size:
    // with less, what is behind shows through.
    const float growth =
        sampled.every == 1 ? 1.0F : 2.2F * std::sqrt(static_cast<float>(sampled.every));
    forTriangles(sampled, half, [&](const Vec3& a, const Vec3& b, const Vec3& c) {
        const Vec3 middle = (a + b + c) / 3.0F;
        const auto corner = [&](const Vec3& p) {
            return onPicture(camera, grid, middle + growth * (p - middle));
        };
        const ProjectedVertex first = corner(a);
        const ProjectedVertex second = corner(b);
        const ProjectedVertex third = corner(c);
        if (first.depth < 0 || second.depth < 0 || third.depth < 0) return;
        Vec3 normal = (b - a).cross(c - a).stableNormalized();
        if (normal.dot(camera.forward) > 0.0F) normal = -normal;
        into.draw(first, second, third, 0.12F + 0.42F * std::max(0.0F, normal.dot(key)));
    });
}

}  // namespace

Image quickPicture(std::span<const Mesh* const> meshes, bool y_is_up, const PixelGrid& grid,
                   const Backdrop& backdrop) {
    Buffer buffer(grid);
    const Sampled sampled = sampledOf(meshes, y_is_up);
    const Bounds bounds = boundsOf(sampled);
    if (bounds.diagonal() > 0.0F && (bounds.high - bounds.low).minCoeff() >= 0.0F) {
        ViewChoice view;
        view.hour = 11.5;
        view.height_deg = 15.0;
        const Camera camera = heldCamera(bounds, view, grid);
        Buffer second(grid);
        forBothHalves([&](std::size_t half) {
            drawHalf(sampled, half, camera, grid, half == 0 ? buffer : second);
        });
        buffer.lay(second);
    }
    Accumulation picture{grid, {}, 1, {}};
    picture.sum.reserve(buffer.depth().size());
    for (std::size_t i = 0; i < buffer.depth().size(); ++i) {
        const std::size_t row = i / static_cast<std::size_t>(grid.width);
        const float down = static_cast<float>(row) / static_cast<float>(grid.height);
        const bool empty = buffer.depth()[i] == std::numeric_limits<float>::max();
        const float ground = backdrop.top + (backdrop.bottom - backdrop.top) * down;
        picture.sum.push_back(Vec3::Constant(empty ? ground : buffer.shade()[i]));
    }
    return encoded(picture);
}

}  // namespace glaukophos
