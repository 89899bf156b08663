// All of it is moves in the plane of hue and chroma, stronger the deeper or the lighter.
#include "core/effect/shading.h"

#include <algorithm>
#include <cmath>

#include "core/base/smooth_step.h"
#include "core/base/vec.h"

namespace glaukophos {
namespace {

constexpr double kShadowEnds = 0.5;  // position where shadow turns to middle
constexpr double kLightBegins = 0.55;
constexpr double kShadowChroma = 0.085;  // what the schools add at the deepest, full strength
constexpr double kLightChroma = 0.035;
constexpr double kTowardsOrange_deg = 10.0;  // as far as the lights of a red may turn
constexpr double kTowardsViolet_deg = 40.0;
constexpr double kDeepRed_deg = 24.0;   // how far its shadows turn to violet
constexpr double kVeilBegins = 0.74;    // of the topmost position: the last of five bands
constexpr double kReddestLight = 0.64;  // OKLab lightness above which a red is a pink

// A hue as a unit vector of a and b. All this runs for every vertex of a figure, so that those of
// the schools are worked out once.
struct HueWay {
    double a;
    double b;
    explicit HueWay(double hue_deg)
        : a(std::cos(radians(hue_deg))), b(std::sin(radians(hue_deg))) {}
};
const HueWay kCool(262.0);
const HueWay kWarmShadow(12.0);  // red-violet
const HueWay kWarmLight(70.0);
const HueWay kYellow(98.0);
const HueWay kBlueGreen(205.0);

double inShadow(double position) { return smoothStep((kShadowEnds - position) / kShadowEnds); }
double inLight(double position) {
    return smoothStep((position - kLightBegins) / (1.0 - kLightBegins));
}

Oklab withHue(const Oklab& colour, double chroma, double hue_deg) {
    return oklabFrom(Oklch{colour.L, chroma, hue_deg});
}

double chromaOf(const Oklab& colour) { return std::hypot(colour.a, colour.b); }

// Moves hue and chroma from one colour towards another; lightness stays.
Oklab towards(const Oklab& from, const Oklab& to, double share) {
    return {from.L, from.a + share * (to.a - from.a), from.b + share * (to.b - from.b)};
}

Oklab added(const Oklab& colour, double chroma, const HueWay& hue) {
    return {colour.L, colour.a + chroma * hue.a, colour.b + chroma * hue.b};
}

Oklab strengthened(const Oklab& colour, double factor) {
    return {colour.L, factor * colour.a, factor * colour.b};
}

// The darker, the less chroma it takes to look as strong.
double shadowChroma(const Oklab& colour) {
    return kShadowChroma * std::clamp(colour.L / 0.45, 0.4, 1.0);
}

Oklab opposed(const Oklab& colour, const ShadingSubject& subject, double shadow, double light) {
    const bool warm = isWarm(subject.main_light);
    const Oklab in_shadow =
        added(colour, shadow * shadowChroma(colour), warm ? kCool : kWarmShadow);
    return added(in_shadow, light * kLightChroma, warm ? kWarmLight : kCool);
}

// Mixing in the complement first greys a colour, then turns it over.
Oklab complemented(const Oklab& colour, const ShadingSubject& subject, double shadow) {
    if (shadow == 0.0) return colour;
    const Oklch local = oklchFrom(subject.local);
    const double chroma = std::clamp(0.6 * local.C, 0.02, shadowChroma(colour));
    return towards(colour, withHue(colour, chroma, opposite_deg(local.h_deg)), shadow);
}

Oklab cooled(const Oklab& colour, double shadow, double light, double strength) {
    const double middle = strength * 0.35 * (1.0 - shadow - light);
    return added(strengthened(colour, 1.0 + std::max(0.0, middle)),
                 strength * shadow * shadowChroma(colour), kCool);
}

Oklab schooled(const Shading& shading, const ShadingSubject& subject, const Oklab& colour,
               double shadow, double light) {
    const double strength = shading.strength;
    switch (shading.school) {
        case School::Opposition:
            return opposed(colour, subject, strength * shadow, strength * light);
        case School::Complement:
            return complemented(colour, subject, strength * shadow);
        case School::Black:
            return strengthened(colour, 1.0 - 0.9 * strength * shadow);
        case School::Cool:
            return cooled(colour, shadow, light, strength);
        case School::Physical:
            break;
    }
    return colour;
}

Oklab highlighted(const Shading& shading, const ShadingSubject& subject, const Oklab& colour,
                  double light) {
    switch (shading.highlight) {
        case Highlight::Kept: {
            const double own = chromaOf(colour);
            const double wanted = std::max(own, chromaOf(subject.local));
            return own < 1e-6 ? colour : strengthened(colour, 1.0 + light * (wanted / own - 1.0));
        }
        case Highlight::WashedOut:
            return strengthened(colour, 1.0 - 0.7 * light);
        case Highlight::Yellowed:
            return added(colour, 0.065 * light, kYellow);
        case Highlight::AsLit:
            break;
    }
    return colour;
}

// A red keeps to its own side of the wheel: violet-brown in the shadows, in the lights hardly
// nearer to orange, and strong by day. By night it only keeps its hue.
Oklab guarded(const ShadingSubject& subject, const Oklab& colour, double shadow, double light,
              double by_day) {
    const double own_hue = oklchFrom(subject.local).h_deg;
    const double chroma = chromaOf(colour);
    if (chroma < 1e-6) return colour;
    const double off = std::remainder(oklchFrom(colour).h_deg - own_hue, 360.0);
    const double kept = std::clamp(off, -kTowardsViolet_deg, kTowardsOrange_deg);
    const double hue = own_hue + kept - std::max(0.0, kDeepRed_deg + std::min(kept, 0.0)) * shadow;
    const double least = by_day * (0.35 + 0.4 * light) * chromaOf(subject.local);
    return withHue(colour, std::max(chroma, least), hue);
}

Oklab litBlack(BlackHighlight choice, const ShadingSubject& subject, const Oklab& colour,
               double position) {
    // Black never gets far up: its lights begin low.
    const double light = smoothStep((position - 0.3) / 0.5);
    switch (choice) {
        case BlackHighlight::Blue:
            return added(colour, 0.055 * light, kCool);
        case BlackHighlight::BlueGreen:
            return added(colour, 0.05 * light, kBlueGreen);
        case BlackHighlight::LightsHue: {
            const Oklch lamp = oklchFrom(subject.main_light);
            return added(colour, light * std::clamp(1.5 * lamp.C, 0.03, 0.07), HueWay(lamp.h_deg));
        }
        case BlackHighlight::AsLit:
            break;
    }
    return colour;
}

}  // namespace

const std::array<ShadingEntry, 5>& schools() {
    static const std::array<ShadingEntry, 5> entries = {{
        {"As light does", "physical", "Each value in its own colour. Quiet and true."},
        {"Warm against cool", "opposition", "Cool shadows in warm light, and the reverse. Lively."},
        {"Opposite hue", "complement", "Shadows take the facing hue: violet under yellow."},
        {"Black", "black", "Shadows mixed with black. Grim; deadens skin."},
        {"Always cool", "cool", "Cool shadows, the middle strongest. Clean, bright."},
    }};
    return entries;
}

const std::array<ShadingEntry, 4>& highlights() {
    static const std::array<ShadingEntry, 4> entries = {{
        {"As light does", "as-lit", "Lights keep what the light leaves them."},
        {"Full colour", "kept", "Lights keep the part's full colour as far as paint can."},
        {"Washed out", "washed-out", "Lights fade as with ivory or bone mixed in."},
        {"Yellowed", "yellowed", "Lights turn to yellow: brighter to the eye and stronger."},
    }};
    return entries;
}

const std::array<ShadingEntry, 4>& blackHighlights() {
    static const std::array<ShadingEntry, 4> entries = {{
        {"Grey", "as-lit", "Black parts light up grey, as light does."},
        {"Blue", "blue", "Black parts light up blue: cold steel, raven."},
        {"Blue-green", "blue-green", "Black parts light up blue-green: leather, old cloth."},
        {"The light's own hue", "lights-hue", "Black parts take the hue of the main light."},
    }};
    return entries;
}

double opposite_deg(double hue_deg) {
    // Pairs that face each other, in OKLab hues of strong paints, once round.
    constexpr std::array<std::pair<double, double>, 7> kPairs = {{{0.0, 135.0},
                                                                  {29.0, 150.0},
                                                                  {57.0, 260.0},
                                                                  {105.0, 302.0},
                                                                  {150.0, 389.0},
                                                                  {260.0, 417.0},
                                                                  {302.0, 465.0}}};
    hue_deg -= 360.0 * std::floor(hue_deg / 360.0);
    const auto upper =
        std::ranges::upper_bound(kPairs, hue_deg, {}, &std::pair<double, double>::first);
    const auto lower = std::prev(upper);
    const std::pair<double, double> next = upper == kPairs.end() ? std::pair{360.0, 495.0} : *upper;
    const double share = (hue_deg - lower->first) / (next.first - lower->first);
    const double facing = lower->second + share * (next.second - lower->second);
    return facing - 360.0 * std::floor(facing / 360.0);
}

bool isWarm(const Oklab& light) { return light.a * kWarmLight.a + light.b * kWarmLight.b > -0.008; }

bool isRed(const Oklab& local) {
    return chromaOf(local) > 0.09 && hueDistance_deg(oklchFrom(local).h_deg, 22.0) < 19.0;
}

bool isBlack(const Oklab& local) { return local.L < 0.36 && chromaOf(local) < 0.035; }

bool isPink(const Oklab& colour) {
    const Oklch lch = oklchFrom(colour);
    return colour.L > 0.66 && lch.C > 0.02 && hueDistance_deg(lch.h_deg, 5.0) < 35.0;
}

double redLightness(const Oklab& local, double lightness, double top) {
    const double own = lightnessOf(xyzFrom(local).xyz.y());
    Oklab reddest = local;
    reddest.L = std::max(kReddestLight, local.L + 0.06);
    const double highest = std::min(top, lightnessOf(xyzFrom(reddest).xyz.y()));
    const double turns = std::min(own, highest) - 6.0;
    if (lightness <= turns || top <= turns) return lightness;
    return turns + (lightness - turns) * (highest - turns) / (top - turns);
}

bool isPlain(const Shading& shading, const ShadingSubject& subject) {
    return shading.school == School::Physical && shading.highlight == Highlight::AsLit &&
           !(shading.red_guard && isRed(subject.local)) &&
           (shading.black == BlackHighlight::AsLit || !isBlack(subject.local)) &&
           subject.shadow_warmth == 0.0 && subject.veiled == 0.0;
}

Oklab shaded(const Shading& shading, const ShadingSubject& subject, const Oklab& as_lit,
             double position, double by_night) {
    const double shadow = inShadow(position);
    const double light = inLight(position);
    Oklab colour = schooled(shading, subject, as_lit, shadow, light);
    colour = highlighted(shading, subject, colour, light);
    if (shading.red_guard && isRed(subject.local)) {
        // Where lamps shine their hue is wanted.
        const double by_day = subject.night ? 0.0 : by_night;
        const Oklab red = guarded(subject, colour, shadow, light, by_day);
        colour = towards(colour, red, by_night);
    }
    if (shading.black != BlackHighlight::AsLit && isBlack(subject.local)) {
        colour = litBlack(shading.black, subject, colour, position);
    }
    const double begins = kVeilBegins * subject.topmost;
    const double veil = subject.veiled_all ? 1.0 : smoothStep((position - begins) / 0.14);
    colour = added(colour, 0.35 * shadowChroma(colour) * by_night * subject.shadow_warmth * shadow,
                   kWarmShadow);
    // On the topmost it is what is seen first.
    const double left = 1.0 - subject.veiled;
    const double taken = 1.0 - left * left * left;
    return towards(colour, subject.veil, by_night * taken * veil);
}

}  // namespace glaukophos
