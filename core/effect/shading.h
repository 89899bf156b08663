// Schools of shading: what the painter does to colour on the way from shadow to highlight.
#pragma once

#include <array>
#include <optional>
#include <string_view>

#include "core/colour/oklab.h"

namespace glaukophos {

enum class School { Physical, Opposition, Complement, Black, Cool };
enum class Highlight { AsLit, Kept, WashedOut, Yellowed };
enum class BlackHighlight { AsLit, Blue, BlueGreen, LightsHue };

struct Shading {
    School school = School::Physical;
    double strength = 0.6;  // of the school, 0..1
    Highlight highlight = Highlight::AsLit;
    bool red_guard = true;  // reds stay red: dark violet-brown below, never pink or ochre above
    BlackHighlight black = BlackHighlight::AsLit;
    bool operator==(const Shading&) const = default;
};

// A choice as it is called in the interface, in files, and what it does, in one sentence.
struct ShadingEntry {
    const char* name = "";
    const char* key = "";
    const char* about = "";
};
const std::array<ShadingEntry, 5>& schools();          // in the order of School
const std::array<ShadingEntry, 4>& highlights();       // in the order of Highlight
const std::array<ShadingEntry, 4>& blackHighlights();  // in the order of BlackHighlight
inline const ShadingEntry& entryOf(School school) {
    return schools().at(static_cast<std::size_t>(school));
}

// What a part and the light on the whole figure have to say to its shading.
struct ShadingSubject {
    Oklab local;                 // the part's own colour, in daylight
    Oklab main_light;            // on white, as the eye sees it
    double shadow_warmth = 0.0;  // red-violet in the shadows, 0..1
    Oklab veil;                  // one colour for all lights, such as the moon's ...
    double veiled = 0.0;         // ... and how far they take it, 0..1
    double topmost = 1.0;        // position of the part's lightest place
    bool night = false;          // colours are dull and are to stay so
    bool veiled_all = false;     // not the topmost lights only: metals, which mirror the sky
};

// Colour to paint where light alone would give `as_lit`. `position` 0 deepest shadow .. 1 top of
// the lights; `by_night`: the share of its light that does not come from lamps, for warmth and
// veil. Lightness stays: that was decided before.
Oklab shaded(const Shading& shading, const ShadingSubject& subject, const Oklab& as_lit,
             double position, double by_night = 1.0);

// The lightness to paint on a red where light alone would give `lightness` (both L*): above the
// part's own colour it rises less, since a paint lighter than that can only be pink. `top` is that
// of the range of paint.
double redLightness(const Oklab& local, double lightness, double top);

// Whether the shading changes nothing anywhere.
bool isPlain(const Shading& shading, const ShadingSubject& subject);

// The hue opposite on the painter's wheel, where yellow faces violet, red green and orange blue
// (common practice, no source). OKLab hues, degrees.
double opposite_deg(double hue_deg);

// Warm lights lie on the orange side of white; neutral light counts as warm, like the sun's.
bool isWarm(const Oklab& light);

bool isRed(const Oklab& local);
bool isBlack(const Oklab& local);

// A red so pale that it is called pink: what the guard keeps out of the lights.
bool isPink(const Oklab& colour);

}  // namespace glaukophos
