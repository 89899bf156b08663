// Analytic bodies as meshes, and figures made of them.
#pragma once

#include <memory>

#include "core/painted/appearance.h"

namespace glaukophos::shapes {

struct Shape {
    std::vector<Vec3> positions_mm;
    std::vector<Triangle> triangles;
};

// Quads of a latitude-longitude grid, normals outward (inward for `inside_out`). `from_deg` and
// `to_deg` are polar angles from +z: 90..180 gives a bowl.
Shape sphere(const Vec3& centre, float radius, int rings, double from_deg = 0.0,
             double to_deg = 180.0, bool inside_out = false);
Shape box(const Vec3& low, const Vec3& high);
// Horizontal square facing up.
Shape plate(const Vec3& centre, float half_side);
// Horizontal disc facing up.
Shape disc(const Vec3& centre, float radius, int corners = 256);

// A ring of round section about the z axis.
Shape torus(const Vec3& centre, float ring_radius, float tube_radius, int rings, int sectors);
// A bar along x with this convex section (y, z), counterclockwise seen from +x; flat ends.
Shape bar(const std::vector<Eigen::Vector2f>& section, float from_x, float to_x);
// An upright cylinder with flat ends.
Shape cylinder(const Vec3& foot, float radius, float height, int corners);

Mesh meshOf(const std::vector<Shape>& parts);

// One label a shape.
PartLabels labelsOf(const std::vector<Shape>& parts);

std::shared_ptr<const Figure> figureOf(const std::vector<Shape>& parts,
                                       const std::vector<std::string>& names = {});

// A plan of that figure without lights.
Plan planOf(const std::vector<Shape>& parts, const std::vector<std::string>& names = {});

Light skyLight(SkyKind kind, double sharpness = 0.0);
Light farLight(double hour, double height_deg, double radius_deg = 0.01);
Light lampLight(const Vec3& centre_mm, double radius_mm, double strength = 1.0);

// Irradiance at one point of a surface at reference accuracy, blocked by `mesh`.
double irradianceAt(const Light& light, const Mesh& mesh, const Vec3& point, const Vec3& normal);

}  // namespace glaukophos::shapes
