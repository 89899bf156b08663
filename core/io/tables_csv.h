// Tables in and out as comma-separated text.
#pragma once

#include <string>
#include <string_view>

#include "core/painted/appearance.h"

namespace glaukophos {

// Points with normals: lines of x,y,z,nx,ny,nz in mm. A first line of words is skipped, and so are
// empty lines and lines that begin with #. Normals need not have length 1.
struct ProbePoints {
    std::vector<Vec3> points_mm;
    std::vector<Vec3> normals;
};
Result<ProbePoints> parseProbePoints(std::string_view text);

// One line a part and band: part, band, share, area_mm2, L, C, h_deg, colour.
std::string ladderCsv(const Plan& plan, const Appearance& appearance);

}  // namespace glaukophos
