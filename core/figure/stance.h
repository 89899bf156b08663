// How a figure stands: which way is up and front, and how tall it is.
#pragma once

#include <span>

#include "core/geometry/mesh.h"

namespace glaukophos {

// A turn about the origin, then an even scale; the base ends on the floor, the middle of the
// figure's footprint over the origin.
struct Stance {
    Eigen::Matrix3f turn = Eigen::Matrix3f::Identity();
    float scale = 1.0F;
};

// What length one unit of a file stands for.
struct LengthUnit {
    const char* name = "";
    const char* key = "";
    float mm = 1.0F;
};
std::span<const LengthUnit> lengthUnits();  // mm, cm, inches, metres; mm first

// Whether a figure of this height in the file's units would be 12 to 450 mm tall.
bool fitsAFigure(float height_in_file, const LengthUnit& unit);

// Millimetres where they fit, else the only unit that fits; millimetres again when several or none
// would do.
const LengthUnit& guessedUnit(float height_in_file);

// Usual sizes of figures, for the interface.
struct UsualSize {
    const char* name = "";
    float height_mm = 0.0F;
    bool to_eyes = false;  // measured from the ground to the eye line, else to the top
};
// 28, 32, 40, 54 and 75 mm to the eyes; 1:35 and a 1:10 bust from a person of 1.75 m.
std::span<const UsualSize> usualSizes();

// Eyes of a standing person are at 93.6 % of the height (1640 of 1755 mm; DIN 33402-2 men, median,
// from memory).
inline constexpr double kEyeShare = 0.936;

// The turn that puts the likely underside down: the largest flat area at the very bottom, among
// the six ways along the axes; y is tried first when the format says that y is up. Ways that are
// less than twice as flat as z (or y) as it is do not count, nor those on less than a seventh of
// their footprint.
Eigen::Matrix3f uprightTurn(const Mesh& mesh, bool y_is_up);

// The rotation that turns `from` to +z.
Eigen::Matrix3f turnToUp(const Vec3& from);

// A turn about the upright axis that makes the figure face -y: from the plane of best mirror
// symmetry, when there is a clear one within 40 degrees of facing -y already. In degrees.
double facingTurn_deg(const Mesh& upright);

void stand(Mesh& mesh, const Stance& stance);

// The same in steps: what brings the turned and scaled mesh over the origin with its base on the
// floor, where a point of it goes, and all of its points.
Vec3 shiftFor(const Mesh& mesh, const Stance& stance);
Vec3 moved(const Vec3& point, const Stance& stance, const Vec3& shift);
void move(Mesh& mesh, const Stance& stance, const Vec3& shift);

}  // namespace glaukophos
