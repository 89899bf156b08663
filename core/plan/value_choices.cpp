// Limits and ready-made styles.
#include "core/plan/value_choices.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <numeric>

#include "core/plan/stroke_points.h"

namespace glaukophos {
namespace {

// More than a hand would make; a file from elsewhere must not keep the program busy for ever.
constexpr std::size_t kMostCorrections = 2000;
constexpr std::size_t kMostGradients = 12;  // as many as are kept worked out

bool outside(double value, double low, double high) {
    return !std::isfinite(value) || value < low || value > high;
}

std::string problemWith(const PaintRange& paint) {
    if (outside(paint.darkest, 0, 60)) return "The darkest paint must lie between L* 0 and 60.";
    if (outside(paint.lightest, 65, 100))
        return "The lightest paint must lie between L* 65 and 100.";
    if (outside(paint.margin, 0, 20)) {
        return "The margin below the source must lie between 0 and 20 L*.";
    }
    if (paint.top() - paint.darkest < 20) {
        return "Dark and light paint must lie at least 20 L* apart, the margin taken off.";
    }
    return {};
}

std::string problemWith(const BandChoices& bands, const PaintRange& paint) {
    if (bands.count < kFewestBands || bands.count > kMostBands) {
        return fmt::format("There must be {} to {} bands.", kFewestBands, kMostBands);
    }
    const auto count = static_cast<std::size_t>(bands.count);
    if (!bands.borders.empty()) {
        if (bands.borders.size() + 1 != count) {
            return fmt::format("{} bands need {} borders.", count, count - 1);
        }
        double before = paint.darkest;
        for (const double border : bands.borders) {
            if (outside(border, before, paint.top()) || border <= before) {
                return "Borders of bands must rise within the range of paint.";
            }
            before = border;
        }
    }
    const bool by_shares = bands.by == BandsBy::Shares;
    if (by_shares || !bands.shares.empty()) {
        if (bands.shares.size() != count) return fmt::format("{0} bands need {0} shares.", count);
        const bool sound =
            std::ranges::none_of(bands.shares, [](double s) { return outside(s, 0, 1); });
        const double sum = std::accumulate(bands.shares.begin(), bands.shares.end(), 0.0);
        if (!sound || std::abs(sum - 1.0) > 1e-3)
            return "The shares of the bands must add up to 1.";
    }
    if (outside(bands.speck_mm, 0, 20)) return "The smallest patch must lie between 0 and 20 mm.";
    if (outside(bands.dip_depth, 0, 50)) return "Joined dips must lie between 0 and 50 L*.";
    if (outside(bands.dip_width_mm, 0.1, 20)) return "Joined dips must be 0.1 to 20 mm wide.";
    if (bands.levels_apart < 0 || bands.levels_apart >= bands.count) {
        return "The levels kept apart must be fewer than the bands.";
    }
    return {};
}

std::string problemWith(const FaceQuarters& face) {
    const bool sound = face.middle_mm.allFinite() && face.facing.allFinite() &&
                       std::abs(face.facing.norm() - 1.0F) < 1e-2F;
    if (!sound) return "The face by quarters needs a place and a direction of length 1.";
    if (outside(face.radius_mm, 0.1, 1000)) return "A face must be 0.1 to 1000 mm large.";
    if (outside(face.lean_deg, -90, 90)) return "A face may lean by up to 90 degrees.";
    if (outside(face.strength, 0, 1) || outside(face.veil, 0, 1)) {
        return "Strength and veil of the face must lie between 0 and 1.";
    }
    if (face.tones != 3 && face.tones != 4) return "A face by quarters has 3 or 4 tones.";
    return {};
}

std::string problemWith(const Gradient& gradient) {
    if (outside(gradient.begins, 0, 0.9) || outside(gradient.strength, 0, 1)) {
        return "A gradient begins at 0 to 0.9 of the way and has a strength from 0 to 1.";
    }
    if (!gradient.dark_mm.allFinite() || !gradient.light_mm.allFinite()) {
        return "A gradient needs two places on the figure.";
    }
    return {};
}

std::string problemWith(const Correction& correction) {
    if (correction.bands == 0 || std::abs(correction.bands) > kMostBands) {
        return "A correction must move by 1 to 9 bands, up or down.";
    }
    if (correction.points_mm.size() > kMostStrokePoints) {
        return fmt::format("A correction may have up to {} points.", kMostStrokePoints);
    }
    if (outside(correction.radius_mm, 0.01, 1000)) {
        return "The brush of a correction must have a radius between 0.01 and 1000 mm.";
    }
    if (!fitTogether(correction.points_mm, correction.normals)) {
        return "A correction needs a normal for each of its points.";
    }
    return {};
}

}  // namespace

std::string problemWith(const ValueChoices& values) {
    if (outside(values.exposure_stops, -10, 10)) return "Exposure must lie within 10 stops.";
    if (outside(values.contrast, 0, 1)) return "Contrast must lie between 0 and 1.";
    if (auto problem = problemWith(values.paint); !problem.empty()) return problem;
    if (auto problem = problemWith(values.bands, values.paint); !problem.empty()) return problem;
    if (outside(values.sheen.amount, 0, 2)) return "Sheen must lie between 0 and 2.";
    const MetalRoom& room = values.sheen.room;
    if (outside(room.window_hour, 0, 12) || outside(room.window_width_deg, 0, 180) ||
        outside(room.window_top_deg, 10, 90) || outside(room.contrast, 0, 1) ||
        outside(room.distance_mm, 30, 5000)) {
        return "The room that metal mirrors: a window at an hour of 0 to 12, 0 to 180 degrees wide "
               "and up to 90 high, contrast 0 to 1, walls 30 to 5000 mm away.";
    }
    if (outside(values.calm.amount, 0, 1) || outside(values.calm.from_share, 0, 1)) {
        return "Calm and its height must lie between 0 and 1.";
    }
    const EdgeKindChoices& kinds = values.edge_kinds;
    if (outside(kinds.hard_mm, 0, 50) || outside(kinds.lost_mm, kinds.hard_mm, 100)) {
        return "Edges must be lost at a greater width than they are hard, up to 100 mm.";
    }
    const EdgeLineChoices& lines = values.edge_lines;
    if (outside(lines.width_mm, 0.05, 20)) return "Edge lines must be 0.05 to 20 mm wide.";
    if (lines.passes < 0 || lines.passes > kMostEdgePasses) {
        return "Edge lines take one to six passes.";
    }
    if (outside(lines.narrows, 0.3, 1)) return "A pass must keep 0.3 to 1 of the width before.";
    if (lines.marks.size() > 1000) return "There are more than 1000 marks on edges.";
    const SquintChoices& squint = values.squint;
    if (outside(squint.distance_mm, 50, 1e5) || outside(squint.blur_deg, 0, 10) ||
        outside(squint.least_step, 0, 50)) {
        return "A squint needs a distance from 50 mm on, a blur up to 10 degrees and a step up to "
               "50 L*.";
    }
    if (values.face) {
        if (auto problem = problemWith(*values.face); !problem.empty()) return problem;
    }
    if (values.gradients.size() > kMostGradients) {
        return fmt::format("There may be up to {} gradients.", kMostGradients);
    }
    for (const Gradient& gradient : values.gradients) {
        if (auto problem = problemWith(gradient); !problem.empty()) return problem;
    }
    if (values.corrections.size() > kMostCorrections) {
        return fmt::format("There may be up to {} corrections.", kMostCorrections);
    }
    for (const Correction& correction : values.corrections) {
        if (auto problem = problemWith(correction); !problem.empty()) return problem;
    }
    return {};
}

// The shares are common practice, no source: each lighter band covers clearly less.
const std::vector<ValueStyle>& valueStyles() {
    static const std::vector<ValueStyle> styles = {
        {"quiet",
         "Quiet",
         "Little contrast, broad middle: daylight, calm parts",
         0.05,
         5,
         {0.20, 0.30, 0.27, 0.15, 0.08}},
        {"standard", "Standard", "Five equal steps of lightness", 0.3, 5, {}},
        {"dramatic",
         "Dramatic",
         "Much dark, small lights: night, one strong light",
         0.6,
         5,
         {0.38, 0.27, 0.18, 0.11, 0.06}},
        {"graphic",
         "Graphic",
         "Three flat values for two lights: reads from afar",
         0.8,
         3,
         {0.48, 0.34, 0.18}}};
    return styles;
}

void take(const ValueStyle& style, ValueChoices& values) {
    values.contrast = style.contrast;
    values.bands.count = style.count;
    values.bands.borders.clear();
    values.bands.shares = style.shares;
    values.bands.by = style.shares.empty() ? BandsBy::Steps : BandsBy::Shares;
    values.bands.levels_apart = std::min(values.bands.levels_apart, style.count - 1);
}

}  // namespace glaukophos
