// Paints as a painter knows them, and as layers.
#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "core/colour/paint_film.h"

namespace glaukophos {

// How well one full coat hides what is below.
enum class Opacity { Opaque, HalfOpaque, HalfTransparent, Transparent };

enum class PaintKind { Paint, Ink, Wash, Metallic, Fluorescent, Medium, Thinner };

struct Paint {
    std::string name;
    std::string pigment;  // Colour Index name, such as "PB29"; empty when unknown
    Srgb mass_tone{0.5, 0.5, 0.5};
    Opacity opacity = Opacity::HalfOpaque;
    PaintKind kind = PaintKind::Paint;
    double left_ml = 17.0;
    bool operator==(const Paint&) const = default;
};

// Contrast ratio of one full undiluted coat; common practice, no source.
double contrastRatioOf(Opacity opacity);

// "opaque", "half-opaque" ... and back.
const char* keyOf(Opacity opacity);
std::optional<Opacity> opacityFromKey(std::string_view key);
const char* keyOf(PaintKind kind);
std::optional<PaintKind> paintKindFromKey(std::string_view key);

// Whether it has a colour of its own to mix: neither medium nor thinner.
bool colours(const Paint& paint);

// As good as the paint's mass tone and opacity are: nominal ones for the rack that ships.
PaintFilm filmOf(const Paint& paint);

// Generic pigments by Colour Index name, with nominal mass tones and opacities (from memory: makers
// differ; meant to be replaced by the painter's own).
const std::vector<Paint>& genericRack();

}  // namespace glaukophos
