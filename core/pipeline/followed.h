// Following a hand: what one picture shows, worked out for that alone, ahead of all else.
#pragma once

#include <cstdint>
#include <memory>
#include <optional>
#include <vector>

#include "core/pipeline/evaluated.h"

namespace glaukophos {

// The vertices and triangles of a figure that a picture shows, and a sample of the others that
// stands for them in exposure, shares and ladders.
struct SeenFigure {
    std::shared_ptr<const Figure>
        figure;  // of them alone; the sample has the areas of all it stands for
    std::vector<std::uint32_t> vertices;     // of the whole figure, one entry a vertex
    std::vector<bool> shown;                 // one entry a vertex: not of the sample
    std::vector<std::uint32_t> triangle_at;  // in `figure`, one entry a triangle of the whole
    // Receivers: the vertices, then the floor's points; with painted volumes in them.
    std::vector<Vec3> points_mm;
    std::vector<Vec3> normals;
    SkyTable table;
};

// What of a triangle a picture shows: a single pixel of it, nearest to one of its corners, needs
// that corner alone.
enum class Shown : std::uint8_t { First, Second, Third, No, Whole };

// Of what is not shown one triangle in so many stands for the others. With few of them the exposure
// is a few per cent off now and then; many take longer.
inline constexpr std::size_t kFewOfTheOthers = 144;
inline constexpr std::size_t kManyOfTheOthers = 16;

// `shown` has one entry a triangle of the figure; `last` is of the same figure, its sky traced.
SeenFigure seenFigure(const Evaluated& last, const std::vector<Shown>& shown,
                      std::size_t others = kFewOfTheOthers);

// How the plan looks there: `appearance` belongs to `plan`, whose figure is that of `seen`.
struct Followed {
    Plan plan;
    Appearance appearance;
};

// Whether `last` says enough: not of another figure, of more or fewer lights, or with volumes that
// were painted since.
bool canFollow(const Plan& plan, const Evaluated& last);

// The plan's light, all that did not change as it was in `last`: as a preview, or softly once the
// hand halts. Nothing where `last` says too little, or when stopped.
std::optional<Followed> followed(const Plan& plan, const Evaluated& last, const SeenFigure& seen,
                                 Accuracy accuracy = Accuracy::Preview,
                                 const Progress& progress = {});

}  // namespace glaukophos
