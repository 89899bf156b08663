// Small generators; each part keeps vertices of its own.
#include "tests/support/shapes.h"

#include <cmath>
#include <stdexcept>

#include "core/light/irradiance.h"

namespace glaukophos::shapes {

Shape sphere(const Vec3& centre, float radius, int rings, double from_deg, double to_deg,
             bool inside_out) {
    Shape shape;
    const int sectors = 2 * rings;
    for (int i = 0; i <= rings; ++i) {
        const double polar = radians(from_deg + (to_deg - from_deg) * i / rings);
        for (int j = 0; j < sectors; ++j) {
            const double turn = 2.0 * kPi * j / sectors;
            shape.positions_mm.push_back(centre + radius * Vec3d(std::sin(polar) * std::cos(turn),
                                                                 std::sin(polar) * std::sin(turn),
                                                                 std::cos(polar))
                                                               .cast<float>());
        }
    }
    const auto at = [&](int i, int j) {
        return static_cast<std::uint32_t>(i * sectors + j % sectors);
    };
    for (int i = 0; i < rings; ++i) {
        for (int j = 0; j < sectors; ++j) {
            Triangle a{at(i, j), at(i + 1, j), at(i + 1, j + 1)};
            Triangle b{at(i, j), at(i + 1, j + 1), at(i, j + 1)};
            if (inside_out) {
                std::swap(a[1], a[2]);
                std::swap(b[1], b[2]);
            }
            if (std::sin(radians(from_deg + (to_deg - from_deg) * (i + 1) / rings)) > 1e-9) {
                shape.triangles.push_back(a);
            }
            if (std::sin(radians(from_deg + (to_deg - from_deg) * i / rings)) > 1e-9) {
                shape.triangles.push_back(b);
            }
        }
    }
    return shape;
}

Shape box(const Vec3& low, const Vec3& high) {
    Shape shape;
    for (int corner = 0; corner < 8; ++corner) {
        shape.positions_mm.emplace_back((corner & 1) != 0 ? high.x() : low.x(),
                                        (corner & 2) != 0 ? high.y() : low.y(),
                                        (corner & 4) != 0 ? high.z() : low.z());
    }
    shape.triangles = {{0, 2, 3}, {0, 3, 1}, {4, 5, 7}, {4, 7, 6}, {0, 1, 5}, {0, 5, 4},
                       {2, 6, 7}, {2, 7, 3}, {0, 4, 6}, {0, 6, 2}, {1, 3, 7}, {1, 7, 5}};
    return shape;
}

Shape plate(const Vec3& centre, float half_side) {
    const float h = half_side;
    return {{centre + Vec3(-h, -h, 0), centre + Vec3(h, -h, 0), centre + Vec3(h, h, 0),
             centre + Vec3(-h, h, 0)},
            {{0, 1, 2}, {0, 2, 3}}};
}

Shape disc(const Vec3& centre, float radius, int corners) {
    Shape shape;
    shape.positions_mm.push_back(centre);
    for (int i = 0; i < corners; ++i) {
        const double turn = 2.0 * kPi * i / corners;
        shape.positions_mm.push_back(
            centre + radius * Vec3d(std::cos(turn), std::sin(turn), 0.0).cast<float>());
        shape.triangles.push_back({0, static_cast<std::uint32_t>(1 + i),
                                   static_cast<std::uint32_t>(1 + (i + 1) % corners)});
    }
    return shape;
}

Shape torus(const Vec3& centre, float ring_radius, float tube_radius, int rings, int sectors) {
    Shape shape;
    for (int i = 0; i < rings; ++i) {
        const double turn = 2.0 * kPi * i / rings;
        for (int j = 0; j < sectors; ++j) {
            const double tube = 2.0 * kPi * j / sectors;
            const double r = ring_radius + tube_radius * std::cos(tube);
            shape.positions_mm.push_back(
                centre + Vec3d(r * std::cos(turn), r * std::sin(turn), tube_radius * std::sin(tube))
                             .cast<float>());
        }
    }
    const auto at = [&](int i, int j) {
        return static_cast<std::uint32_t>(i % rings * sectors + j % sectors);
    };
    for (int i = 0; i < rings; ++i) {
        for (int j = 0; j < sectors; ++j) {
            shape.triangles.push_back({at(i, j), at(i + 1, j), at(i + 1, j + 1)});
            shape.triangles.push_back({at(i, j), at(i + 1, j + 1), at(i, j + 1)});
        }
    }
    return shape;
}

Shape bar(const std::vector<Eigen::Vector2f>& section, float from_x, float to_x) {
    Shape shape;
    const auto corners = static_cast<std::uint32_t>(section.size());
    for (const float x : {from_x, to_x}) {
        for (const Eigen::Vector2f& c : section) shape.positions_mm.emplace_back(x, c.x(), c.y());
    }
    for (std::uint32_t i = 0; i < corners; ++i) {
        const std::uint32_t next = (i + 1) % corners;
        shape.triangles.push_back({i, next, corners + i});
        shape.triangles.push_back({next, corners + next, corners + i});
        if (i < 1 || i + 1 >= corners) continue;
        shape.triangles.push_back({0, i + 1, i});
        shape.triangles.push_back({corners, corners + i, corners + i + 1});
    }
    return shape;
}

Shape cylinder(const Vec3& foot, float radius, float height, int corners) {
    Shape shape{{foot, foot + height * Vec3::UnitZ()}, {}};
    for (int i = 0; i < corners; ++i) {
        const double turn = 2.0 * kPi * i / corners;
        const Vec3 rim = foot + radius * Vec3d(std::cos(turn), std::sin(turn), 0.0).cast<float>();
        shape.positions_mm.push_back(rim);
        shape.positions_mm.push_back(rim + height * Vec3::UnitZ());
        const auto low = static_cast<std::uint32_t>(2 + 2 * i);
        const auto next = static_cast<std::uint32_t>(2 + 2 * ((i + 1) % corners));
        shape.triangles.insert(shape.triangles.end(), {{0, next, low},
                                                       {1, low + 1, next + 1},
                                                       {low, next, next + 1},
                                                       {low, next + 1, low + 1}});
    }
    return shape;
}

Mesh meshOf(const std::vector<Shape>& parts) {
    Mesh mesh;
    for (const Shape& part : parts) append(mesh, part.positions_mm, part.triangles);
    return mesh;
}

PartLabels labelsOf(const std::vector<Shape>& parts) {
    PartLabels labels;
    for (std::size_t i = 0; i < parts.size(); ++i) {
        labels.insert(labels.end(), parts[i].triangles.size(), static_cast<PartIndex>(i));
    }
    return labels;
}

std::shared_ptr<const Figure> figureOf(const std::vector<Shape>& parts,
                                       const std::vector<std::string>& names) {
    ImportedFigure imported;
    imported.mesh = meshOf(parts);
    imported.labels = labelsOf(parts);
    for (std::size_t i = 0; i < parts.size(); ++i) {
        imported.parts.push_back({i < names.size() ? names[i] : "part " + std::to_string(i), {}});
    }
    auto figure = makeFigure(std::move(imported), {});
    if (!figure) throw std::runtime_error(figure.error().message);
    return *figure;
}

Plan planOf(const std::vector<Shape>& parts, const std::vector<std::string>& names) {
    Plan plan = startingPlan("Test", figureOf(parts, names));
    plan.lights.clear();
    // Light alone: nothing is pushed down for a glow.
    plan.colours.glow.dull = 0.0;
    plan.colours.glow.darken = 0.0;
    return plan;
}

Light skyLight(SkyKind kind, double sharpness) {
    Light light;
    light.name = "Sky";
    light.kind = Sky{kind, sharpness};
    return light;
}

Light farLight(double hour, double height_deg, double radius_deg) {
    Light light;
    light.name = "Moon";
    light.kind = FarLight{{hour, height_deg}, radius_deg};
    return light;
}

Light lampLight(const Vec3& centre_mm, double radius_mm, double strength) {
    Light light;
    light.name = "Lamp";
    light.kind = Lamp{centre_mm, radius_mm};
    light.strength = strength;
    return light;
}

double irradianceAt(const Light& light, const Mesh& mesh, const Vec3& point, const Vec3& normal) {
    const auto scene = RayScene::build(mesh);
    if (!scene) throw std::runtime_error(scene.error().message);
    const std::vector<Vec3> points{point};
    const std::vector<Vec3> normals{normal.normalized()};
    const PartLabels labels(mesh.triangles.size(), 0);
    return irradiance(light, {points, normals, 0.002F}, {*scene, mesh, labels}, Accuracy::Reference,
                      {})
        .front();
}

}  // namespace glaukophos::shapes
