// Shadow rays against an independent ray caster: the AABB tree of CGAL (computational geometry
// library, package libcgal-dev), ray by ray, on real meshes.
#include <CGAL/AABB_face_graph_triangle_primitive.h>
#include <CGAL/AABB_traits.h>
#include <CGAL/AABB_tree.h>
#include <CGAL/AABB_triangle_primitive.h>
#include <CGAL/Simple_cartesian.h>
#include <gtest/gtest.h>

#include <filesystem>

#include "core/base/low_discrepancy.h"
#include "core/io/plan_file.h"
#include "core/light/irradiance.h"
#include "tests/support/shapes.h"

namespace glaukophos {
namespace {

using Kernel = CGAL::Simple_cartesian<double>;
using Triangles = std::vector<Kernel::Triangle_3>;
using Primitive = CGAL::AABB_triangle_primitive<Kernel, Triangles::const_iterator>;
using Tree = CGAL::AABB_tree<CGAL::AABB_traits<Kernel, Primitive>>;

Kernel::Point_3 pointOf(const Vec3& p) { return {p.x(), p.y(), p.z()}; }

Triangles trianglesOf(const Mesh& mesh) {
    Triangles triangles;
    for (const Triangle& t : mesh.triangles) {
        const Kernel::Triangle_3 triangle(pointOf(mesh.positions_mm[t[0]]),
                                          pointOf(mesh.positions_mm[t[1]]),
                                          pointOf(mesh.positions_mm[t[2]]));
        if (!triangle.is_degenerate()) triangles.push_back(triangle);
    }
    return triangles;
}

struct Agreement {
    int rays = 0;
    int same = 0;
    int blocked = 0;
};

// Rays of the far light from a sample of the receivers, asked of both.
Agreement compare(const Figure& figure, const Vec3& direction, std::size_t step) {
    const Form& form = *figure.form;
    const Triangles triangles = trianglesOf(form.imported.mesh);
    const Tree tree(triangles.begin(), triangles.end());
    const Receivers receivers = form.receivers();
    Agreement agreement;
    for (std::size_t i = 0; i < receivers.count(); i += step) {
        if (receivers.normals[i].dot(direction) <= 0.0F) continue;
        const Vec3 origin = receivers.origin(i);
        const bool ours = form.occluders.occluded(origin, direction, 1e30F);
        const Kernel::Ray_3 ray(pointOf(origin),
                                Kernel::Vector_3(direction.x(), direction.y(), direction.z()));
        const bool theirs = tree.do_intersect(ray);
        ++agreement.rays;
        if (ours == theirs) ++agreement.same;
        if (theirs) ++agreement.blocked;
    }
    return agreement;
}

void expectAgreement(const Figure& figure, std::size_t step) {
    for (const ClockDirection& clock :
         {ClockDirection{2, 40}, ClockDirection{9, 5}, ClockDirection{6, 70}}) {
        const Agreement agreement = compare(figure, towards(clock), step);
        EXPECT_GT(agreement.rays, 500);
        EXPECT_GT(agreement.blocked, 0);
        // Rays that graze an edge may go either way: single against double precision.
        EXPECT_GE(agreement.same, agreement.rays - agreement.rays / 500) << clock.hour;
    }
}

TEST(RaysAgainstCgal, AgreeOnTheDemoFigure) {
    const auto plan = openPlan(
        std::filesystem::path(GLAUKOPHOS_SOURCE) / "data/demo/tide-glass-maker/plan.json", {});
    ASSERT_TRUE(plan);
    expectAgreement(*plan->figure, 41);
}

TEST(RaysAgainstCgal, AgreeOnAForeignMesh) {
    const auto plan = openPlan("/usr/share/assimp/models/PLY/Wuson.ply", {});
    ASSERT_TRUE(plan) << plan.error().message;
    expectAgreement(*plan->figure, 23);
}

}  // namespace
}  // namespace glaukophos
