// The figure in a photograph against the plan: light taken out, place by place.
#pragma once

#include <string>

#include "core/photo/photograph.h"
#include "core/picture/traced_frame.h"
#include "core/pipeline/evaluated.h"
#include "core/review/card.h"
#include "core/review/photo_light.h"

namespace glaukophos {

struct ComparisonChoice {
    PhotoLight light = diffuseLight();
    CardReflectances card;
    std::vector<Eigen::Vector2d> card_px;  // where it was clicked: one or three; empty: looked for
    std::optional<std::size_t> steps;      // that were done; none: all
    bool operator==(const ComparisonChoice&) const = default;
};

enum class Sighted : std::uint8_t {
    Beside,   // nothing of the figure
    NotSeen,  // too little light, too slanting, or at an outline
    Judged,
};

// What is judged, a pixel of the photograph made smaller by `factor`.
struct Comparison {
    PixelGrid grid;
    int factor = 1;
    double px_a_mm = 1.0;  // at the middle of the figure
    Camera from;           // of the frame
    TracedFrame frame;
    std::vector<Sighted> sighted;
    std::vector<Lab> painted;  // as in daylight; meaningful where judged
    std::vector<Lab> planned;
    // The same, hardly smoothed: for narrow bands and for borders.
    std::vector<Lab> fine_painted;
    std::vector<Lab> fine_planned;
    double mean_error = 0.0;    // of L*, over all that is judged
    double nine_in_ten = 0.0;   // nine in ten places err less
    double judged_share = 0.0;  // of the figure's pixels
};

// The mark of a brush tip, over which colours are smoothed before they are judged.
inline constexpr double kTip_mm = 0.8;
// A lamp shows what gets at least this share of its peak; the rest is not seen.
inline constexpr double kLitShare = 1.0 / 3.0;
// A card that the lamp meets more flatly than this tells little: height above the table.
inline constexpr double kFlattestOnCard_deg = 30.0;

// How much warmer one colour is than another: along the hue of orange in CIELAB.
double warmer(const Lab& painted, const Lab& planned);

// `photo` is straightened and `camera` without distortion; `e` has its desk. Fails where the card
// or the light cannot be used, where hardly anything of the figure is seen, or when stopped.
Result<Comparison> compared(const Evaluated& e, const Photograph& photo, const PhotoCamera& camera,
                            const ComparisonChoice& choice, const Progress& progress);

}  // namespace glaukophos
