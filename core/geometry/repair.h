// Brings imperfect triangles into order, and says what was done.
#pragma once

#include <string>

#include "core/base/progress.h"
#include "core/base/result.h"
#include "core/geometry/mesh.h"

namespace glaukophos {

struct RepairReport {
    std::size_t triangles_read = 0;  // as the files have them
    // Of those, left out:
    std::size_t not_a_number = 0;  // a corner is not a usable number
    std::size_t without_area = 0;
    std::size_t duplicates = 0;  // the same three corners once more
    std::size_t far_off = 0;     // strays far away from everything else
    // Put right:
    std::size_t closed = 0;         // open edges closed, whose ends nearly met
    std::size_t turned = 0;         // faced the wrong way within their piece
    std::size_t pieces_turned = 0;  // whole pieces that were inside out
    // Left as they are:
    std::size_t pieces = 0;
    std::size_t open_edges = 0;     // borders of holes and of open sheets
    std::size_t crowded_edges = 0;  // where more than two triangles meet
};

// One sentence each, the most important first; a figure in good order gets one sentence too.
std::vector<std::string> inWords(const RepairReport& report);

struct Repaired {
    RepairReport report;
    // The connected piece (sharing vertices) of each triangle that is left, numbered from the
    // largest number of triangles to the smallest.
    std::vector<std::uint32_t> pieces;
};

// Works on all parts of a figure at once; `labels` has one entry a triangle. Fails when no
// triangle is left (`source` names the file) or when stopped.
Result<Repaired> repair(Mesh& mesh, PartLabels& labels, const std::string& source,
                        const Progress& progress);

}  // namespace glaukophos
