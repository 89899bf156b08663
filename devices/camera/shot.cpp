// A picture twice as fine, made smaller; then what a small camera does to it.
#include "devices/camera/shot.h"

#include <tbb/parallel_for.h>

#include <algorithm>
#include <cmath>
#include <random>

#include "devices/camera/optics.h"
#include "devices/camera/shadows.h"

namespace glaukophos::camera {
namespace {

constexpr int kFine = 2;
constexpr std::array<float, 3> kPatches = {0.85F, 0.18F, 0.035F};  // linear

using Linear = std::vector<Vec3>;  // row by row

std::vector<Vec3> normalsOf(const Mesh& mesh) {
    std::vector<Vec3> normals(mesh.positions_mm.size(), Vec3::Zero());
    for (const Triangle& t : mesh.triangles) {
        const Vec3 n = areaVector(mesh, t);
        for (const std::uint32_t corner : t) normals[corner] += n;
    }
    for (Vec3& n : normals) n = n.norm() > 0.0F ? Vec3(n.normalized()) : Vec3(Vec3::UnitZ());
    return normals;
}

// Light on the table round the figure, worked out on a lattice: most of a picture shows it.
class TableLight {
  public:
    TableLight(const Shadows& shadows, const Bounds& figure, float table_mm)
        : m_corner(figure.centre() - Vec3::Constant(1.5F * figure.diagonal())) {
        m_side = static_cast<int>(3.0F * figure.diagonal() / kStep_mm) + 2;
        m_light.resize(static_cast<std::size_t>(m_side) * static_cast<std::size_t>(m_side));
        tbb::parallel_for(0, m_side, [&](int y) {
            for (int x = 0; x < m_side; ++x) {
                const Vec3 place(m_corner.x() + kStep_mm * static_cast<float>(x),
                                 m_corner.y() + kStep_mm * static_cast<float>(y), table_mm);
                m_light[at(x, y)] = shadows.irradiance(place, Vec3::UnitZ());
            }
        });
    }
    // Between four points; beyond the lattice as at its rim.
    [[nodiscard]] Vec3 irradiance(const Vec3& place) const {
        const auto along = [&](float from_corner_mm) {
            return std::clamp(from_corner_mm / kStep_mm, 0.0F, static_cast<float>(m_side) - 1.01F);
        };
        const float x = along(place.x() - m_corner.x());
        const float y = along(place.y() - m_corner.y());
        const auto i = static_cast<int>(x);
        const auto j = static_cast<int>(y);
        const float u = x - static_cast<float>(i);
        const float v = y - static_cast<float>(j);
        return (1.0F - v) * ((1.0F - u) * m_light[at(i, j)] + u * m_light[at(i + 1, j)]) +
               v * ((1.0F - u) * m_light[at(i, j + 1)] + u * m_light[at(i + 1, j + 1)]);
    }

  private:
    static constexpr float kStep_mm = 0.5F;
    [[nodiscard]] std::size_t at(int x, int y) const {
        return static_cast<std::size_t>(y) * static_cast<std::size_t>(m_side) +
               static_cast<std::size_t>(x);
    }
    Vec3 m_corner;
    int m_side = 0;
    std::vector<Vec3> m_light;
};

struct Scene {
    const Subject& subject;
    const Shot& shot;
    std::vector<Vec3> normals;
    Optics optics;
    Shadows shadows;
    float table_mm;
    TableLight table;
};

Vec3 tableColour(const Card& card, const Vec3& p) {
    if (card.there) {
        const Vec3 on = (p - card.corner_mm) / card.patch_mm;
        if (on.y() >= 0.0F && on.y() < 1.0F && on.x() >= 0.0F && on.x() < 3.0F) {
            return Vec3::Constant(kPatches.at(static_cast<std::size_t>(on.x())));
        }
    }
    return {0.30F, 0.29F, 0.27F};
}

Vec3 colourOfTable(const Scene& scene, double x, double y) {
    const Eigen::Vector3d along = scene.optics.lookingAlong(x, y);
    const Eigen::Vector3d& eye = scene.optics.eye_mm();
    const double depth = along.z() < -1e-6 ? (scene.table_mm - eye.z()) / along.z() : 1e9;
    const double reach = 400.0;  // the paper rises behind and has no edge
    const Eigen::Vector3d p = eye + std::min(depth, reach) * along;
    const Vec3 place = p.cast<float>();
    return tableColour(scene.shot.card, place).cwiseProduct(scene.table.irradiance(place));
}

Vec3 colourOfFigure(const Scene& scene, const Fragment& fragment) {
    const Mesh& mesh = scene.subject.mesh;
    const Triangle& t = mesh.triangles[fragment.triangle];
    const float w = 1.0F - fragment.u - fragment.v;
    const auto blend = [&](const std::vector<Vec3>& of) {
        return Vec3(w * of[t[0]] + fragment.u * of[t[1]] + fragment.v * of[t[2]]);
    };
    const Vec3 light =
        scene.shadows.irradiance(blend(mesh.positions_mm), blend(scene.normals).normalized());
    return blend(scene.subject.colours).cwiseProduct(light);
}

Linear exposed(const Scene& scene) {
    const Body& body = scene.shot.body;
    DepthBuffer buffer(kFine * body.width, kFine * body.height);
    draw(
        buffer, scene.subject.mesh, [&](const Vec3& p) { return scene.optics.project(p, kFine); },
        true);
    Linear picture(static_cast<std::size_t>(body.width) * static_cast<std::size_t>(body.height));
    tbb::parallel_for(0, body.height, [&](int y) {
        for (int x = 0; x < body.width; ++x) {
            Vec3 sum = Vec3::Zero();
            int of_table = 0;
            for (int s = 0; s < kFine * kFine; ++s) {
                const Fragment& f = buffer.at(kFine * x + s % kFine, kFine * y + s / kFine);
                if (f.triangle == 0xFFFFFFFFU) {
                    ++of_table;
                } else {
                    sum += colourOfFigure(scene, f);
                }
            }
            if (of_table > 0) {
                sum += static_cast<float>(of_table) * colourOfTable(scene, x + 0.5, y + 0.5);
            }
            picture[static_cast<std::size_t>(y) * static_cast<std::size_t>(body.width) +
                    static_cast<std::size_t>(x)] = sum / (kFine * kFine);
        }
    });
    return picture;
}

// Along rows, then along columns.
void blur(Linear& picture, int width, int height, double sigma) {
    if (sigma <= 0.05) return;
    const int reach = static_cast<int>(std::ceil(3.0 * sigma));
    std::vector<float> weights;
    float all = 0.0F;
    for (int i = -reach; i <= reach; ++i) {
        weights.push_back(static_cast<float>(std::exp(-0.5 * i * i / (sigma * sigma))));
        all += weights.back();
    }
    const auto pass = [&](int lines, int length, int line_stride, int stride) {
        const Linear before = picture;
        tbb::parallel_for(0, lines, [&](int line) {
            for (int i = 0; i < length; ++i) {
                Vec3 sum = Vec3::Zero();
                for (int k = -reach; k <= reach; ++k) {
                    const int from = std::clamp(i + k, 0, length - 1);
                    sum += weights[static_cast<std::size_t>(k + reach)] *
                           before[static_cast<std::size_t>(line * line_stride + from * stride)];
                }
                picture[static_cast<std::size_t>(line * line_stride + i * stride)] = sum / all;
            }
        });
    };
    pass(height, width, width, 1);
    pass(width, height, 1, width);
}

float encoded(float linear) {
    const float x = std::clamp(linear, 0.0F, 1.0F);
    return x <= 0.0031308F ? 12.92F * x : 1.055F * std::pow(x, 1.0F / 2.4F) - 0.055F;
}

float toned(float x, bool curve) {
    if (!curve) return x;
    const float s = x * x * (3.0F - 2.0F * x);  // an S through both ends
    return 0.65F * x + 0.35F * s;
}

float gainFor(const Linear& picture, double exposure) {
    std::vector<float> brightest;
    for (std::size_t i = 0; i < picture.size(); i += 5) brightest.push_back(picture[i].maxCoeff());
    const auto at = brightest.begin() +
                    static_cast<std::ptrdiff_t>(0.99 * static_cast<double>(brightest.size()));
    std::ranges::nth_element(brightest, at);
    return static_cast<float>(0.85 * exposure) / std::max(1e-6F, *at);
}

Picture developed(const Linear& picture, const Body& body) {
    Picture out{body.width, body.height, {}};
    const float gain = gainFor(picture, body.exposure);
    std::mt19937 random(body.seed);
    std::normal_distribution<float> grain(0.0F, 1.0F);
    out.rgb.reserve(3 * picture.size());
    for (const Vec3& light : picture) {
        for (int c = 0; c < 3; ++c) {
            float x = gain * body.white_balance[c] * light[c];
            // Shot noise grows with the root of the light.
            x += static_cast<float>(body.noise) * std::sqrt(std::max(0.0F, x) + 0.02F) *
                 grain(random);
            const float value = toned(encoded(x), body.tone_curve);
            out.rgb.push_back(static_cast<std::uint8_t>(std::lround(255.0F * value)));
        }
    }
    return out;
}

}  // namespace

void bend(Subject& subject, double mean_mm, std::uint32_t seed) {
    const Bounds bounds = boundsOf(subject.planned_mm);
    const double length = bounds.size().maxCoeff();
    std::mt19937 random(seed);
    std::normal_distribution<double> draw_from(0.0, 1.0);
    struct Wave {
        Eigen::Vector3d along;
        Eigen::Vector3d push;
        double phase;
    };
    std::vector<Wave> waves;
    for (int i = 0; i < 6; ++i) {
        const auto vector = [&] {
            return Eigen::Vector3d(draw_from(random), draw_from(random), draw_from(random));
        };
        waves.push_back({(1.0 + 0.25 * i) * kPi / length * vector().normalized(), vector(),
                         3.0 * draw_from(random)});
    }
    std::vector<Eigen::Vector3d> pushes;
    double sum = 0.0;
    for (const Vec3& p : subject.planned_mm) {
        Eigen::Vector3d push = Eigen::Vector3d::Zero();
        for (const Wave& wave : waves) {
            push += std::sin(wave.along.dot(p.cast<double>()) + wave.phase) * wave.push;
        }
        sum += push.norm();
        pushes.push_back(push);
    }
    const double scale = mean_mm * static_cast<double>(pushes.size()) / std::max(1e-9, sum);
    for (std::size_t v = 0; v < pushes.size(); ++v) {
        subject.mesh.positions_mm[v] = subject.planned_mm[v] + (scale * pushes[v]).cast<float>();
    }
}

Picture photographed(const Subject& subject, const Shot& shot) {
    const Bounds planned = boundsOf(subject.planned_mm);
    const float table_mm = boundsOf(subject.mesh.positions_mm).low.z();
    Shadows shadows(subject.mesh, shot);
    TableLight table(shadows, planned, table_mm);
    const Scene scene{subject,
                      shot,
                      normalsOf(subject.mesh),
                      Optics(shot.body, planned),
                      std::move(shadows),
                      table_mm,
                      std::move(table)};
    Linear picture = exposed(scene);
    blur(picture, shot.body.width, shot.body.height, shot.body.blur_px);
    return developed(picture, shot.body);
}

std::vector<SeenPlace> seenPlaces(const Subject& subject, const Shot& shot, std::size_t most) {
    const Optics optics(shot.body, boundsOf(subject.planned_mm));
    const Body& body = shot.body;
    DepthBuffer buffer(body.width, body.height);
    draw(
        buffer, subject.mesh, [&](const Vec3& p) { return optics.project(p); }, true);
    std::vector<SeenPlace> places;
    std::vector<bool> taken(subject.mesh.positions_mm.size(), false);
    std::mt19937 random(body.seed);
    std::uniform_int_distribution<std::size_t> any(0, buffer.fragments.size() - 1);
    for (int tries = 0; tries < 2'000'000 && places.size() < most; ++tries) {
        const Fragment& fragment = buffer.fragments[any(random)];
        if (fragment.triangle == 0xFFFFFFFFU) continue;
        const std::uint32_t corner = subject.mesh.triangles[fragment.triangle][0];
        if (taken[corner]) continue;
        taken[corner] = true;
        const Projected at = optics.project(subject.mesh.positions_mm[corner]);
        const double mm = at.depth / optics.focal_px();
        // A corner of a triangle that is seen may itself be hidden.
        const int x = static_cast<int>(at.x);
        const int y = static_cast<int>(at.y);
        if (at.x < 1 || at.y < 1 || x + 1 >= body.width || y + 1 >= body.height) continue;
        if (std::abs(buffer.at(x, y).depth - at.depth) > 3.0 * mm) continue;
        places.push_back({subject.planned_mm[corner], {at.x, at.y}, mm});
    }
    return places;
}

}  // namespace glaukophos::camera
