// What the painter decides about values. Plain data.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/colour/colour.h"
#include "core/geometry/mesh.h"
#include "core/value/bands.h"
#include "core/value/metal_room.h"

namespace glaukophos {

// What the bands sort by.
enum class BandBasis {
    Light,    // light alone, as on a figure primed in one grey
    Painted,  // the painted value, with each part's own colour in it
};

// Highlights are painted for one viewing side.
struct SheenChoices {
    double amount = 1.0;    // 0..2: 1 as the material mirrors, 0 none
    bool from_arc = false;  // the mean over a quarter turn to either side instead of the front only
    MetalRoom room;         // that metal in ordinary paint mirrors
    bool operator==(const SheenChoices&) const = default;
};

// Lower contrast towards the foot: the eye goes to the highest contrast, so it is kept for the
// focus (common practice, no source).
struct Calm {
    double amount = 0.0;      // 0..1: by how much the lights are taken down at the foot
    double from_share = 0.3;  // of the figure's height, 0..1: the knee
    bool operator==(const Calm&) const = default;
};

// A quick way with faces: three or four tones round a midline and a cheek line, which move what the
// light makes of each quarter; what stands out stays lighter than what lies beside it. The face is
// what lies within the radius and belongs to the part where the lines cross.
struct FaceQuarters {
    bool used = false;              // false: only shown beside the light
    Vec3 middle_mm = Vec3::Zero();  // where the two lines cross
    Vec3 facing = -Vec3::UnitY();   // unit: where the face looks
    double radius_mm = 4.0;         // from there to the edge of the face
    double lean_deg = 0.0;          // of the midline, towards the figure's own left
    double strength = 0.5;          // 0 subtle .. 1 strong
    double veil = 0.5;              // 0..1: the dark glaze along the far edge, a step of its own
    int tones = 4;                  // 3 or 4
    bool operator==(const FaceQuarters&) const = default;
};

// Tone that runs along a thing, or inward from its rim, whatever the light does there: a fin, a
// plume, a plate, a strand.
enum class GradientWay { Along, FromRim };
struct Gradient {
    GradientWay way = GradientWay::Along;
    Vec3 dark_mm = Vec3::Zero();   // on the surface; from the rim it does not count
    Vec3 light_mm = Vec3::Zero();  // on the same piece
    double begins = 0.0;           // 0..0.9: share of the way that stays dark
    double strength = 0.8;         // 0 as the light falls .. 1 the gradient alone
    bool on_alike = true;          // on all pieces of the same size and proportions
    bool operator==(const Gradient&) const = default;
};

// One stroke of the correcting brush: lighter or darker by whole bands; or, of glows, twice the
// glow a band, and none at all where it is below 0.
struct Correction {
    int bands = 1;  // -8..8, not 0
    double radius_mm = 1.0;
    std::vector<Vec3> points_mm;
    std::vector<Vec3> normals;  // unit, one entry a point: the stroke stays on its side
    bool of_glows = false;
    bool operator==(const Correction&) const = default;
};

// Border kinds by how wide the turn from one band to the next is.
struct EdgeKindChoices {
    double hard_mm = 0.8;  // up to here crisp
    double lost_mm = 2.0;  // from here on a blend
    bool operator==(const EdgeKindChoices&) const = default;
};

enum class EdgeSchool { Weighted, Even, Corners };

// What the painter says of one edge, at a place on it.
enum class EdgeWish { TakeIn, LeaveOut, Brightest };
struct EdgeMark {
    EdgeWish wish = EdgeWish::TakeIn;
    Vec3 point_mm = Vec3::Zero();
    bool operator==(const EdgeMark&) const = default;
};

inline constexpr int kMostEdgePasses = 6;
struct EdgeLineChoices {
    EdgeSchool school = EdgeSchool::Weighted;
    double width_mm = 0.35;           // of the first pass: the brush's mark
    int passes = 0;                   // 1..kMostEdgePasses, each lighter; 0: see edgePassesOf
    double narrows = 0.5;             // width of each pass, relative to the one before
    std::optional<Srgb> last_colour;  // of the last pass; none: the part's own, nearly white
    bool corners_last = false;        // dots on lit corners after the last pass
    std::vector<EdgeMark> marks;
    bool operator==(const EdgeLineChoices&) const = default;
};

// How the figure is looked at to judge it.
struct SquintChoices {
    double distance_mm = 600.0;  // arm's length
    double blur_deg = 0.2;       // what a squinting eye cannot tell apart
    double least_step = 8.0;     // L* between neighbouring parts, or they merge
    bool operator==(const SquintChoices&) const = default;
};

struct ValueChoices {
    double exposure_stops = 0.0;  // -4..4, added to the automatic exposure
    double contrast = 0.3;        // 0..1
    BandBasis basis = BandBasis::Light;
    PaintRange paint;
    BandChoices bands;
    SheenChoices sheen;
    Calm calm;
    EdgeKindChoices edge_kinds;
    EdgeLineChoices edge_lines;
    SquintChoices squint;
    std::optional<FaceQuarters> face;
    std::vector<Gradient> gradients;
    std::vector<Correction> corrections;
    bool operator==(const ValueChoices&) const = default;
};

// What makes no sense in the choices, in one sentence; empty when they are sound.
std::string problemWith(const ValueChoices& values);

// A way of sorting, ready to be taken.
struct ValueStyle {
    const char* key;
    const char* name;
    const char* about;
    double contrast;
    int count;
    std::vector<double> shares;  // dark to light; empty: equal steps of L*
};
const std::vector<ValueStyle>& valueStyles();
void take(const ValueStyle& style, ValueChoices& values);

}  // namespace glaukophos
