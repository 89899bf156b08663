// How well each direction of the sky would do for a far light, judged as painters judge it.
#pragma once

#include <string>
#include <vector>

#include "core/light/sky_table.h"
#include "core/lighting/irradiance_of_plan.h"
#include "core/plan/merit.h"

namespace glaukophos {

struct DirectionScore {
    std::array<float, kMeritCount> merits{};  // 0..1 each
    float total = 0.0F;                       // weighted mean of them, 0..1
    // Measured, for the reason in words; shares 0..1 of the focus or of the whole surface.
    float focus_in_top_bands = 0.0F;
    float focus_spread = 0.0F;   // standard deviation of L* over the focus
    float focus_blocked = 0.0F;  // share of what faces the light but lies in a thrown shadow
    float left_dark = 0.0F;
    float overlap = 0.0F;  // of this light's surface with that of the others
};

struct ScoreMap {
    std::vector<DirectionScore> scores;  // one entry a direction of skyDirections()
    bool has_focus = false;              // without a part marked so, the whole front is judged
    bool has_others = false;
};

// Places `light` of the plan (a far light) in each direction in turn. The table must be complete;
// `reach` is of the figure. A sample of the surface is judged, so that the map is live while a
// lamp moves; areas are right within a few per cent.
ScoreMap scoreDirections(const Plan& plan, const SkyTable& table, const Irradiance& irradiance,
                         std::size_t light);

// The score between the directions of the map.
float scoreAt(const ScoreMap& map, const Vec3& direction);

struct Proposal {
    ClockDirection direction;
    DirectionScore score;
    std::string reason;  // one sentence
};

// Up to `count` good directions, at least 40 degrees apart, the best first.
std::vector<Proposal> bestDirections(const Plan& plan, const ScoreMap& map, std::size_t count);

// "Face: 46 % in the two lightest steps, no shadow across it; ..."
std::string inWords(const Plan& plan, const ScoreMap& map, const DirectionScore& score);

}  // namespace glaukophos
