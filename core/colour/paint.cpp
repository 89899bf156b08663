// Tables, and the way from a painter's words to coefficients.
#include "core/colour/paint.h"

#include <algorithm>
#include <array>

#include "core/colour/colour_difference.h"

namespace glaukophos {
namespace {

constexpr std::array<const char*, 4> kOpacityKeys = {"opaque", "half-opaque", "half-transparent",
                                                     "transparent"};
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

}  // namespace

double contrastRatioOf(Opacity opacity) {
    constexpr std::array<double, 4> kRatios = {0.97, 0.88, 0.65, 0.35};
    return kRatios.at(static_cast<std::size_t>(opacity));
}

const char* keyOf(Opacity opacity) { return kOpacityKeys.at(static_cast<std::size_t>(opacity)); }

std::optional<Opacity> opacityFromKey(std::string_view key) {
    return fromKey<Opacity>(kOpacityKeys, key);
}

const char* keyOf(PaintKind kind) { return kKindKeys.at(static_cast<std::size_t>(kind)); }

std::optional<PaintKind> paintKindFromKey(std::string_view key) {
    return fromKey<PaintKind>(kKindKeys, key);
}

bool colours(const Paint& paint) {
    return paint.kind != PaintKind::Medium && paint.kind != PaintKind::Thinner;
}

PaintFilm filmOf(const Paint& paint) {
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
    return filmFrom(tone, contrastRatioOf(paint.opacity));
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

const std::vector<Paint>& genericRack() {
    using enum Opacity;
    static const std::vector<Paint> rack = {
        pigment("Titanium white", "PW6", "#f6f5f1", Opaque),
        pigment("Zinc white", "PW4", "#f4f4f2", HalfTransparent),
        pigment("Carbon black", "PBk7", "#1a1a1b", Opaque),
        pigment("Bone black", "PBk9", "#231f1e", HalfOpaque),
        pigment("Yellow oxide", "PY42", "#b9812c", Opaque),
        pigment("Raw umber", "PBr7", "#4a3c2c", HalfOpaque),
        pigment("Burnt umber", "PBr7", "#43291e", HalfOpaque),
        pigment("Burnt sienna", "PBr7", "#6d3520", HalfTransparent),
        pigment("Red oxide", "PR101", "#7a2e22", Opaque),
        pigment("Lemon yellow", "PY3", "#f2dd2a", HalfTransparent),
        pigment("Mid yellow", "PY74", "#f0b81f", HalfOpaque),
        pigment("Nickel azo yellow", "PY150", "#a8741a", Transparent),
        pigment("Bismuth yellow", "PY184", "#f2d11e", Opaque),
        pigment("Pyrrole orange", "PO73", "#e0481c", HalfOpaque),
        pigment("Pyrrole red", "PR254", "#bf1e24", HalfOpaque),
        pigment("Perylene maroon", "PR179", "#551a1d", HalfTransparent),
        pigment("Quinacridone magenta", "PR122", "#8d1650", Transparent),
        pigment("Quinacridone rose", "PV19", "#a81c3e", Transparent),
        pigment("Dioxazine violet", "PV23", "#2b1a3d", Transparent),
        pigment("Ultramarine", "PB29", "#232a86", HalfTransparent),
        pigment("Cobalt blue", "PB28", "#1e4c9e", HalfOpaque),
        pigment("Phthalo blue", "PB15:3", "#12275c", Transparent),
        pigment("Indanthrone blue", "PB60", "#1b2140", HalfTransparent),
        pigment("Phthalo green", "PG7", "#0d3a38", Transparent),
        pigment("Chromium oxide green", "PG17", "#54683a", Opaque),
    };
    return rack;
}

}  // namespace glaukophos
