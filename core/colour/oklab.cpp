// Two matrices round a cube root.
#include "core/colour/oklab.h"

#include <cmath>

#include "core/base/cube_root.h"
#include "core/base/vec.h"

namespace glaukophos {
namespace {

// CSS Color 4, section "Sample code for color conversions".
const Eigen::Matrix3d& conesFromXyz() {
    static const Eigen::Matrix3d matrix =
        (Eigen::Matrix3d() << 0.8190224379967030, 0.3619062600528904, -0.1288737815209879,
         0.0329836539323885, 0.9292868615863434, 0.0361446663506424, 0.0481771893596242,
         0.2642395317527308, 0.6335478284694309)
            .finished();
    return matrix;
}

const Eigen::Matrix3d& xyzFromCones() {
    static const Eigen::Matrix3d matrix =
        (Eigen::Matrix3d() << 1.2268798758459243, -0.5578149944602171, 0.2813910456659647,
         -0.0405757452148008, 1.1122868032803170, -0.0717110580655164, -0.0763729366746601,
         -0.4214933324022432, 1.5869240198367816)
            .finished();
    return matrix;
}

const Eigen::Matrix3d& labFromCones() {
    static const Eigen::Matrix3d matrix =
        (Eigen::Matrix3d() << 0.2104542683093140, 0.7936177747023054, -0.0040720430116193,
         1.9779985324311684, -2.4285922420485799, 0.4505937096174110, 0.0259040424655478,
         0.7827717124575296, -0.8086757549230774)
            .finished();
    return matrix;
}

const Eigen::Matrix3d& conesFromLab() {
    static const Eigen::Matrix3d matrix =
        (Eigen::Matrix3d() << 1.0, 0.3963377773761749, 0.2158037573099136, 1.0, -0.1055613458156586,
         -0.0638541728258133, 1.0, -0.0894841775298119, -1.2914855480194092)
            .finished();
    return matrix;
}

}  // namespace

Oklab oklabFrom(const Xyz& colour) {
    const Vec3d cones = conesFromXyz() * colour.xyz;
    const Vec3d lab =
        labFromCones() * Vec3d(cubeRoot(cones.x()), cubeRoot(cones.y()), cubeRoot(cones.z()));
    return {lab.x(), lab.y(), lab.z()};
}

Xyz xyzFrom(const Oklab& colour) {
    const Vec3d root = conesFromLab() * Vec3d(colour.L, colour.a, colour.b);
    return {xyzFromCones() * root.cwiseProduct(root).cwiseProduct(root)};
}

Oklch oklchFrom(const Oklab& colour) {
    const double h_deg = degrees(std::atan2(colour.b, colour.a));
    return {colour.L, std::hypot(colour.a, colour.b), h_deg < 0.0 ? h_deg + 360.0 : h_deg};
}

Oklab oklabFrom(const Oklch& colour) {
    const double h = radians(colour.h_deg);
    return {colour.L, colour.C * std::cos(h), colour.C * std::sin(h)};
}

double hueDistance_deg(double first_deg, double second_deg) {
    return std::abs(std::remainder(first_deg - second_deg, 360.0));
}

}  // namespace glaukophos
