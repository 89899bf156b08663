// Paints as a painter knows them, and as layers.
#pragma once

#include <array>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "core/colour/paint_film.h"

namespace glaukophos {

// How well one full coat hides what is below.
enum class Opacity { Opaque, HalfOpaque, HalfTransparent, Transparent };

// How much a little of it does in a white, until its tint is known.
enum class Strength { Weak, Usual, Strong };

enum class PaintKind { Paint, Ink, Wash, Metallic, Fluorescent, Medium, Thinner };

// One photograph of a coat over a card that is half black and half white.
struct Swatch {
    Srgb over_black;
    Srgb over_white;
    Srgb black{0.12, 0.12, 0.12};  // of the card itself
    Srgb white{0.95, 0.95, 0.95};
    bool operator==(const Swatch&) const = default;
};

struct Paint {
    std::string name;
    std::string pigment;  // Colour Index name, such as "PB29"; empty when unknown
    Srgb mass_tone{0.5, 0.5, 0.5};
    Opacity opacity = Opacity::HalfOpaque;
    PaintKind kind = PaintKind::Paint;
    // Colour of one part in ten of titanium white; empty: as strong as `strength` says.
    std::optional<Srgb> tint;
    Strength strength = Strength::Usual;
    // How much of it counts in mixtures beside what its tint says, as corrected at the bench: 1 as
    // said, 2 twice as strong.
    double corrected = 1.0;
    double left_ml = 17.0;
    std::optional<Swatch> swatch;  // where it has been calibrated
    // Reflectance when thick, as a colour reader measures it, 380 to 730 nm; empty or kBands long.
    std::vector<double> spectrum;
    bool operator==(const Paint&) const = default;
};

// What a correction at the bench may come to.
constexpr bool isSoundCorrection(double corrected) {
    return corrected >= 0.05 && corrected <= 20.0;
}

// Contrast ratio of one full undiluted coat; common practice, no source.
double contrastRatioOf(Opacity opacity);

// "opaque", "half-opaque" ... and back.
const char* keyOf(Opacity opacity);
std::optional<Opacity> opacityFromKey(std::string_view key);
const char* keyOf(Strength strength);
std::optional<Strength> strengthFromKey(std::string_view key);
const char* keyOf(PaintKind kind);
std::optional<PaintKind> paintKindFromKey(std::string_view key);

// Whether it has a colour of its own to mix: neither medium nor thinner.
bool colours(const Paint& paint);

// Parts of white in the row by which painters judge a paint's strength.
inline constexpr std::array<int, 3> kTintRow = {1, 4, 10};

// The white that tints are said in.
const PaintFilm& referenceWhite();

// Whether it can cover what is below it: washes and inks hardly scatter, so that they only colour.
bool covers(const Paint& paint, const PaintFilm& film);

// K and S from mass tone and tint, by the white; how thick a coat counts from the opacity. From a
// swatch over black and white where there is one. Nominal values for the rack that ships.
PaintFilm filmOf(const Paint& paint);

// Paints of a rack that can hardly be told apart: pairs of indices, nearest first, with CIEDE2000
// between their mass tones below `difference`.
struct NearPair {
    std::size_t first = 0;
    std::size_t second = 0;
    double difference = 0.0;
};
std::vector<NearPair> nearPairs(const std::vector<Paint>& rack, double difference = 2.0);

// Indices of the rack, the paint nearest to a colour first.
std::vector<std::size_t> byNearness(const std::vector<Paint>& rack, const Srgb& colour);

// A paint that says nothing of its strength, but is named after a pigment of the generic rack in
// nearly its colour, is taken to be as strong as that.
void takeNominalTint(Paint& paint);

// Generic pigments by Colour Index name, with nominal mass tones and opacities (from memory: makers
// differ; meant to be replaced by the painter's own).
const std::vector<Paint>& genericRack();

}  // namespace glaukophos
