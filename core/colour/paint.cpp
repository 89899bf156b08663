// Tables, and the way from a painter's words to coefficients.
#include "core/colour/paint.h"

#include <algorithm>
#include <array>

#include "core/colour/colour_difference.h"

namespace glaukophos {
namespace {

constexpr std::array<const char*, 4> kOpacityKeys = {"opaque", "half-opaque", "half-transparent",
                                                     "transparent"};
constexpr std::array<const char*, 3> kStrengthKeys = {"weak", "usual", "strong"};
constexpr std::array<const char*, 7> kKindKeys = {"paint",       "ink",    "wash",   "metallic",
                                                  "fluorescent", "medium", "thinner"};

template <class Choice, std::size_t Count>
std::optional<Choice> fromKey(const std::array<const char*, Count>& keys, std::string_view key) {
    const auto* const found = std::ranges::find(keys, key);
    if (found == keys.end()) return std::nullopt;
    return static_cast<Choice>(found - keys.begin());
}

Paint pigment(const char* name, const char* index, const char* tone, Opacity opacity) {
    Paint paint;
    paint.name = name;
    paint.pigment = index;
    paint.mass_tone = *srgbFromHex(tone);
    paint.opacity = opacity;
    return paint;
}

// With the nominal colour of one part in ten of titanium white, in CIELAB.
Paint pigment(const char* name, const char* index, const char* tone, Opacity opacity,
              const Lab& tint) {
    Paint paint = pigment(name, index, tone, opacity);
    paint.tint = srgbFromHex(hexFrom(displayable(tint)));  // as it is written in files
    return paint;
}

// What is itself a white: its strength is that of its opacity.
bool isWhite(const Reflectance& tone) {
    const Lch colour = lchFrom(labFrom(reflected(daylight(), tone)));
    return colour.L > 92.0 && colour.C < 8.0;
}

// L* of one part in ten of white by the lightness of the paint itself: the line through the nominal
// tints of the rack that ships, a step to either side for weak and strong ones.
double usualTintLightness(double lightness, Strength strength) {
    constexpr std::array<double, 3> kSteps = {8.0, 0.0, -8.0};
    return std::clamp(47.0 + 0.55 * lightness + kSteps.at(static_cast<std::size_t>(strength)), 20.0,
                      95.0);
}

}  // namespace

double contrastRatioOf(Opacity opacity) {
    constexpr std::array<double, 4> kRatios = {0.97, 0.92, 0.65, 0.35};
    return kRatios.at(static_cast<std::size_t>(opacity));
}

const char* keyOf(Opacity opacity) { return kOpacityKeys.at(static_cast<std::size_t>(opacity)); }

std::optional<Opacity> opacityFromKey(std::string_view key) {
    return fromKey<Opacity>(kOpacityKeys, key);
}

const char* keyOf(Strength strength) {
    return kStrengthKeys.at(static_cast<std::size_t>(strength));
}

std::optional<Strength> strengthFromKey(std::string_view key) {
    return fromKey<Strength>(kStrengthKeys, key);
}

const char* keyOf(PaintKind kind) { return kKindKeys.at(static_cast<std::size_t>(kind)); }

std::optional<PaintKind> paintKindFromKey(std::string_view key) {
    return fromKey<PaintKind>(kKindKeys, key);
}

bool colours(const Paint& paint) {
    return paint.kind != PaintKind::Medium && paint.kind != PaintKind::Thinner;
}

const PaintFilm& referenceWhite() {
    static const PaintFilm white =
        filmFrom(reflectanceOf(*srgbFromHex("#f6f5f1")), contrastRatioOf(Opacity::Opaque));
    return white;
}

bool covers(const Paint& paint, const PaintFilm& film) {
    if (!colours(paint) || paint.kind == PaintKind::Wash || paint.kind == PaintKind::Ink) {
        return false;
    }
    return film.scattering.maxCoeff() > 1e-6;
}

namespace {

PaintFilm asSaid(const Paint& paint) {
    if (paint.swatch) {
        const Swatch& swatch = *paint.swatch;
        return filmFromSwatch(reflectanceOf(swatch.over_black), reflectanceOf(swatch.over_white),
                              reflectanceOf(swatch.black), reflectanceOf(swatch.white));
    }
    Reflectance tone;
    if (paint.spectrum.size() == kBands) {
        tone.share = Eigen::Map<const Spectrum>(paint.spectrum.data());
    } else {
        tone = reflectanceOf(paint.mass_tone);
    }
    const double hiding = contrastRatioOf(paint.opacity);
    if (isWhite(tone) && !paint.tint) return filmFrom(tone, hiding);
    const Lab own = labFrom(reflected(daylight(), tone));
    const PaintFilm by_volume =
        paint.tint ? filmFromTint(tone, labFrom(xyzFrom(linearFrom(*paint.tint))), referenceWhite())
                   : filmFromTintLightness(tone, usualTintLightness(own.L, paint.strength),
                                           referenceWhite());
    return withContrastRatio(by_volume, hiding);
}

}  // namespace

PaintFilm filmOf(const Paint& paint) {
    PaintFilm film = asSaid(paint);
    film.absorption *= paint.corrected;
    film.scattering *= paint.corrected;
    film.coat /= paint.corrected;  // it hides as before
    return film;
}

std::vector<NearPair> nearPairs(const std::vector<Paint>& rack, double difference) {
    std::vector<Lab> tones;
    for (const Paint& paint : rack) tones.push_back(labFrom(xyzFrom(linearFrom(paint.mass_tone))));
    std::vector<NearPair> pairs;
    for (std::size_t i = 0; i < rack.size(); ++i) {
        for (std::size_t j = i + 1; j < rack.size(); ++j) {
            if (!colours(rack[i]) || !colours(rack[j])) continue;
            const double away = ciede2000(tones[i], tones[j]);
            if (away < difference) pairs.push_back({i, j, away});
        }
    }
    std::ranges::stable_sort(pairs, {}, &NearPair::difference);
    return pairs;
}

std::vector<std::size_t> byNearness(const std::vector<Paint>& rack, const Srgb& colour) {
    const Lab wanted = labFrom(xyzFrom(linearFrom(colour)));
    std::vector<std::pair<double, std::size_t>> ranked;
    for (std::size_t i = 0; i < rack.size(); ++i) {
        const Lab tone = labFrom(xyzFrom(linearFrom(rack[i].mass_tone)));
        ranked.emplace_back(colours(rack[i]) ? ciede2000(tone, wanted) : 1e9, i);
    }
    std::ranges::stable_sort(ranked, {}, &std::pair<double, std::size_t>::first);
    std::vector<std::size_t> order;
    for (const auto& entry : ranked) order.push_back(entry.second);
    return order;
}

void takeNominalTint(Paint& paint) {
    constexpr double kSamePigment = 12.0;  // CIEDE2000 between makers' mass tones
    if (paint.pigment.empty()) return;
    const Lab own = labFrom(xyzFrom(linearFrom(paint.mass_tone)));
    double nearest = kSamePigment;
    for (const Paint& generic : genericRack()) {
        if (generic.pigment != paint.pigment || !generic.tint) continue;
        const double away = ciede2000(own, labFrom(xyzFrom(linearFrom(generic.mass_tone))));
        if (away >= nearest) continue;
        nearest = away;
        paint.tint = generic.tint;
    }
}

const std::vector<Paint>& genericRack() {
    using enum Opacity;
    static const std::vector<Paint> rack = {
        pigment("Titanium white", "PW6", "#f6f5f1", Opaque),
        pigment("Zinc white", "PW4", "#f4f4f2", HalfTransparent),
        pigment("Carbon black", "PBk7", "#1a1a1b", Opaque, {49, -0.7, -2.8}),
        pigment("Bone black", "PBk9", "#231f1e", HalfOpaque, {55, 0.3, -0.5}),
        pigment("Yellow oxide", "PY42", "#b9812c", Opaque, {84, 5, 36}),
        pigment("Raw umber", "PBr7", "#4a3c2c", HalfOpaque, {68, 3, 10}),
        pigment("Burnt umber", "PBr7", "#43291e", HalfOpaque, {62, 7, 11}),
        pigment("Burnt sienna", "PBr7", "#6d3520", HalfTransparent, {71, 15, 18}),
        pigment("Red oxide", "PR101", "#7a2e22", Opaque, {62, 24, 15}),
        pigment("Lemon yellow", "PY3", "#f2dd2a", HalfTransparent, {93, -12, 48}),
        pigment("Mid yellow", "PY74", "#f0b81f", HalfOpaque, {88, 2, 57}),
        pigment("Nickel azo yellow", "PY150", "#a8741a", Transparent, {86, -1, 52}),
        pigment("Bismuth yellow", "PY184", "#f2d11e", Opaque, {93, -9, 43}),
        pigment("Pyrrole orange", "PO73", "#e0481c", HalfOpaque, {74, 38, 35}),
        pigment("Pyrrole red", "PR254", "#bf1e24", HalfOpaque, {65, 46, 18}),
        pigment("Perylene maroon", "PR179", "#551a1d", HalfTransparent, {57, 32, 9}),
        pigment("Quinacridone magenta", "PR122", "#8d1650", Transparent, {59, 42, -13}),
        pigment("Quinacridone rose", "PV19", "#a81c3e", Transparent, {63, 45, -2}),
        pigment("Dioxazine violet", "PV23", "#2b1a3d", Transparent, {46, 22, -34}),
        pigment("Ultramarine", "PB29", "#232a86", HalfTransparent, {62, 3, -36}),
        pigment("Cobalt blue", "PB28", "#1e4c9e", HalfOpaque, {68, -8, -31}),
        pigment("Phthalo blue", "PB15:3", "#12275c", Transparent, {52, -17, -38}),
        pigment("Indanthrone blue", "PB60", "#1b2140", HalfTransparent, {50, -1, -21}),
        pigment("Phthalo green", "PG7", "#0d3a38", Transparent, {60, -38, 2}),
        pigment("Chromium oxide green", "PG17", "#54683a", Opaque, {68, -13, 13}),
    };
    return rack;
}

}  // namespace glaukophos
