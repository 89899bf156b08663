// One function a group of choices, each way.
#include "core/io/colour_json.h"

namespace glaukophos {
namespace {

template <class Table, class Choice>
Choice shadingWord(const Entry& entry, const char* key, const Table& table, Choice otherwise) {
    return choiceFrom(entry, key, table.size(), otherwise,
                      [&](std::size_t i) { return table[i].key; });
}

template <class Table, class Choice>
const char* keyIn(const Table& table, Choice choice) {
    return table.at(static_cast<std::size_t>(choice)).key;
}

Shading shadingFrom(const Entry& entry) {
    Shading shading;
    shading.school = shadingWord(entry, "school", schools(), shading.school);
    shading.strength = entry.number("strength", shading.strength);
    shading.highlight = shadingWord(entry, "highlight", highlights(), shading.highlight);
    shading.red_guard = entry.flag("red_guard", shading.red_guard);
    shading.black = shadingWord(entry, "black", blackHighlights(), shading.black);
    return shading;
}

Json shadingJson(const Shading& shading) {
    return {{"school", keyIn(schools(), shading.school)},
            {"strength", shading.strength},
            {"highlight", keyIn(highlights(), shading.highlight)},
            {"red_guard", shading.red_guard},
            {"black", keyIn(blackHighlights(), shading.black)}};
}

HueVeil veilFrom(const Entry& entry) {
    HueVeil veil;
    veil.name = entry.text("name", "");
    veil.point_mm = entry.point("point_mm");
    veil.normal = entry.point("normal");
    veil.radius_mm = entry.number("radius_mm", veil.radius_mm);
    veil.colour = entry.colour("colour", veil.colour);
    veil.strength = entry.number("strength", veil.strength);
    return veil;
}

Json veilJson(const HueVeil& veil) {
    return {{"name", veil.name},
            {"point_mm", pointJson(veil.point_mm)},
            {"normal", pointJson(veil.normal)},
            {"radius_mm", veil.radius_mm},
            {"colour", hexFrom(veil.colour)},
            {"strength", veil.strength}};
}

std::vector<double> spectrumFrom(const Entry& entry) {
    std::vector<double> spectrum;
    for (const Json& item : entry.list("spectrum")) {
        if (!item.is_number()) throw Wrong{entry.at("spectrum") + " must be a list of numbers"};
        spectrum.push_back(item.get<double>());
        if (!(spectrum.back() >= 0.0 && spectrum.back() <= 1.0)) {
            throw Wrong{entry.at("spectrum") + " must lie between 0 and 1"};
        }
    }
    if (!spectrum.empty() && spectrum.size() != kBands) {
        throw Wrong{entry.at("spectrum") + fmt::format(" must hold {} numbers", kBands)};
    }
    return spectrum;
}

Paint paintFrom(const Entry& entry) {
    Paint paint;
    paint.name = entry.text("name", "");
    if (paint.name.empty()) throw Wrong{entry.at("name") + " must not be empty"};
    paint.pigment = entry.text("pigment", "");
    paint.mass_tone = entry.colour("colour", paint.mass_tone);
    const auto opacity = opacityFromKey(entry.text("opacity", keyOf(paint.opacity)));
    if (!opacity) throw Wrong{entry.at("opacity") + " is not one of the known ones"};
    paint.opacity = *opacity;
    const auto kind = paintKindFromKey(entry.text("kind", keyOf(paint.kind)));
    if (!kind) throw Wrong{entry.at("kind") + " is not one of the known ones"};
    paint.kind = *kind;
    if (entry.has("tint")) paint.tint = entry.colour("tint", paint.mass_tone);
    const auto strength = strengthFromKey(entry.text("strength", keyOf(paint.strength)));
    if (!strength) throw Wrong{entry.at("strength") + " must be weak, usual or strong"};
    paint.strength = *strength;
    if (!paint.tint && !entry.has("strength")) takeNominalTint(paint);
    paint.corrected = entry.number("corrected", paint.corrected);
    if (!isSoundCorrection(paint.corrected)) {
        throw Wrong{entry.at("corrected") + " must lie between 0.05 and 20"};
    }
    paint.left_ml = entry.number("left_ml", paint.left_ml);
    if (!(paint.left_ml >= 0.0 && paint.left_ml <= 1e5)) {
        throw Wrong{entry.at("left_ml") + " must lie between 0 and 100000"};
    }
    if (entry.has("swatch")) {
        const Entry swatch = entry.object("swatch");
        const Swatch usual;
        paint.swatch =
            Swatch{swatch.colour("over_black", usual.over_black),
                   swatch.colour("over_white", usual.over_white),
                   swatch.colour("black", usual.black), swatch.colour("white", usual.white)};
    }
    paint.spectrum = spectrumFrom(entry);
    return paint;
}

Json paintJson(const Paint& paint) {
    Json json{{"name", paint.name}};
    if (!paint.pigment.empty()) json["pigment"] = paint.pigment;
    json["colour"] = hexFrom(paint.mass_tone);
    json["opacity"] = keyOf(paint.opacity);
    if (paint.tint) json["tint"] = hexFrom(*paint.tint);
    if (!paint.tint) json["strength"] = keyOf(paint.strength);
    if (paint.corrected != 1.0) json["corrected"] = paint.corrected;
    if (paint.kind != PaintKind::Paint) json["kind"] = keyOf(paint.kind);
    json["left_ml"] = paint.left_ml;
    if (paint.swatch) {
        json["swatch"] = {{"over_black", hexFrom(paint.swatch->over_black)},
                          {"over_white", hexFrom(paint.swatch->over_white)},
                          {"black", hexFrom(paint.swatch->black)},
                          {"white", hexFrom(paint.swatch->white)}};
    }
    if (!paint.spectrum.empty()) json["spectrum"] = paint.spectrum;
    return json;
}

constexpr std::array<const char*, 4> kTakesGlow = {"usual", "takes", "barred", "after"};

std::string rampKey(std::size_t i) { return rampKinds().at(i).words.key; }

}  // namespace

ColourChoices coloursFrom(const Entry& entry) {
    ColourChoices colours;
    colours.adaptation = entry.number("adaptation", colours.adaptation);
    colours.shading = shadingFrom(entry.object("shading"));
    const Entry night = entry.object("night");
    colours.night = {night.flag("used", colours.night.used),
                     night.number("licence", colours.night.licence),
                     night.number("shadow_warmth", colours.night.shadow_warmth),
                     night.number("veil", colours.night.veil)};
    const Entry glow = entry.object("glow");
    colours.glow = {glow.number("dull", colours.glow.dull),
                    glow.number("darken_L", colours.glow.darken),
                    glow.number("whiteness", colours.glow.whiteness),
                    glow.whole("shells", colours.glow.shells),
                    glow.number("begins_at", colours.glow.begins_at),
                    glow.number("vivid", colours.glow.vivid),
                    glow.number("blend_mm", colours.glow.blend_mm),
                    glow.flag("cloth_by_lamp", colours.glow.cloth_by_lamp)};
    for (const Json& item : entry.list("veils")) {
        colours.veils.push_back(
            veilFrom(Entry(item, fmt::format("veil {}", colours.veils.size() + 1))));
    }
    return colours;
}

Json coloursJson(const ColourChoices& colours) {
    Json json{{"adaptation", colours.adaptation},
              {"shading", shadingJson(colours.shading)},
              {"night",
               {{"used", colours.night.used},
                {"licence", colours.night.licence},
                {"shadow_warmth", colours.night.shadow_warmth},
                {"veil", colours.night.veil}}},
              {"glow",
               {{"dull", colours.glow.dull},
                {"darken_L", colours.glow.darken},
                {"whiteness", colours.glow.whiteness},
                {"shells", colours.glow.shells},
                {"begins_at", colours.glow.begins_at},
                {"vivid", colours.glow.vivid},
                {"blend_mm", colours.glow.blend_mm},
                {"cloth_by_lamp", colours.glow.cloth_by_lamp}}}};
    for (const HueVeil& veil : colours.veils) json["veils"].push_back(veilJson(veil));
    return json;
}

MixingChoices mixingFrom(const Entry& entry) {
    MixingChoices mixing;
    mixing.paints_a_part = entry.whole("paints_a_part", mixing.paints_a_part);
    mixing.most_drops = entry.whole("most_drops", mixing.most_drops);
    mixing.bottles = entry.whole("bottles", mixing.bottles);
    mixing.thinner = entry.number("thinner", mixing.thinner);
    mixing.largest_step = entry.number("largest_step", mixing.largest_step);
    mixing.primer = entry.colour("primer", mixing.primer);
    mixing.lamp_K = entry.number("lamp_K", mixing.lamp_K);
    return mixing;
}

Json mixingJson(const MixingChoices& mixing) {
    return {{"paints_a_part", mixing.paints_a_part},
            {"most_drops", mixing.most_drops},
            {"bottles", mixing.bottles},
            {"thinner", mixing.thinner},
            {"largest_step", mixing.largest_step},
            {"primer", hexFrom(mixing.primer)},
            {"lamp_K", mixing.lamp_K}};
}

Underpainting underFrom(const Entry& entry) {
    Underpainting under;
    under.used = entry.flag("used", under.used);
    if (entry.has("coats")) under.coats.clear();
    for (const Json& item : entry.list("coats")) {
        const Entry coat(item, fmt::format("coat {}", under.coats.size() + 1));
        const UnderCoat usual;
        UnderCoat read;
        read.paint = coat.text("paint", "");
        read.spread_deg = coat.number("spread_deg", usual.spread_deg);
        read.thickness = coat.number("thickness", usual.thickness);
        read.from = {coat.number("hour", usual.from.hour),
                     coat.number("height_deg", usual.from.height_deg)};
        read.distance_mm = coat.number("distance_mm", usual.distance_mm);
        read.thinner = coat.number("thinner", usual.thinner);
        read.when = shadingWord(coat, "when", sprayTimes(), usual.when);
        under.coats.push_back(std::move(read));
    }
    under.filter = entry.text("filter", "");
    under.filter_thickness = entry.number("filter_thickness", under.filter_thickness);
    under.filter_shape = shadingWord(entry, "filter_shape", filterShapes(), under.filter_shape);
    under.filter_out_of_recesses =
        entry.flag("filter_out_of_recesses", under.filter_out_of_recesses);
    return under;
}

Json underJson(const Underpainting& under) {
    Json json{{"used", under.used}, {"coats", Json::array()}};
    for (const UnderCoat& coat : under.coats) {
        json["coats"].push_back({{"paint", coat.paint},
                                 {"spread_deg", coat.spread_deg},
                                 {"thickness", coat.thickness},
                                 {"hour", coat.from.hour},
                                 {"height_deg", coat.from.height_deg},
                                 {"distance_mm", coat.distance_mm},
                                 {"thinner", coat.thinner},
                                 {"when", keyIn(sprayTimes(), coat.when)}});
    }
    json["filter"] = under.filter;
    json["filter_thickness"] = under.filter_thickness;
    json["filter_shape"] = keyIn(filterShapes(), under.filter_shape);
    json["filter_out_of_recesses"] = under.filter_out_of_recesses;
    return json;
}

std::vector<Paint> rackFrom(const Json& list, const std::string& place) {
    if (!list.is_array()) throw Wrong{place + " must be a list [ ]"};
    std::vector<Paint> rack;
    if (list.size() > 2000) throw Wrong{place + " has more than 2000 paints"};
    for (const Json& item : list) {
        rack.push_back(paintFrom(Entry(item, fmt::format("paint {}", rack.size() + 1))));
    }
    return rack;
}

Json rackJson(const std::vector<Paint>& rack) {
    Json json = Json::array();
    for (const Paint& paint : rack) json.push_back(paintJson(paint));
    return json;
}

void takePartColours(const Entry& entry, Part& part) {
    if (entry.has("shading")) part.shading = shadingFrom(entry.object("shading"));
    part.dulling = shadingWord(entry, "dulling", dullings(), part.dulling);
    part.filter = entry.text("filter", "");
    part.takes_glow = choiceFrom(entry, "takes_glow", kTakesGlow.size(), part.takes_glow,
                                 [](std::size_t i) { return std::string(kTakesGlow.at(i)); });
    if (!entry.has("ramp")) return;
    const Entry ramp = entry.object("ramp");
    part.ramp.kind = choiceFrom(ramp, "kind", rampKinds().size(), part.ramp.kind, rampKey);
    part.ramp.colour = ramp.colour("colour", part.ramp.colour);
    part.ramp.brightest_at =
        choiceFrom(ramp, "brightest_at", brightestPlaces().size(), part.ramp.brightest_at,
                   [](std::size_t i) { return std::string(brightestPlaces().at(i).key); });
    if (ramp.has("place_mm")) part.ramp.place_mm = ramp.point("place_mm");
    if (!ramp.has("zones")) return;
    const Json& ends = ramp.list("zones");
    GlowZones zones{};
    const bool sound =
        ends.size() == zones.size() && std::ranges::all_of(ends, [](const Json& end) {
            return end.is_number() && end.get<double>() > 0.0 && end.get<double>() < 1.0;
        });
    if (!sound) throw Wrong{ramp.at("zones") + " must be four shares between 0 and 1"};
    for (std::size_t i = 0; i < zones.size(); ++i) zones.at(i) = ends[i].get<double>();
    if (!std::ranges::is_sorted(zones)) throw Wrong{ramp.at("zones") + " must rise"};
    part.ramp.zones = zones;
}

void addPartColours(const Part& part, Json& json) {
    if (part.shading) json["shading"] = shadingJson(*part.shading);
    if (part.dulling != Dulling::AsSeen) json["dulling"] = keyIn(dullings(), part.dulling);
    if (!part.filter.empty()) json["filter"] = part.filter;
    if (part.takes_glow != TakesGlow::Usual) {
        json["takes_glow"] = kTakesGlow.at(static_cast<std::size_t>(part.takes_glow));
    }
    if (part.ramp == GlowRamp{}) return;
    json["ramp"] = {{"kind", rampKey(static_cast<std::size_t>(part.ramp.kind))},
                    {"colour", hexFrom(part.ramp.colour)}};
    if (part.ramp.brightest_at != BrightestAt::Root) {
        json["ramp"]["brightest_at"] = keyIn(brightestPlaces(), part.ramp.brightest_at);
    }
    if (part.ramp.brightest_at == BrightestAt::Place) {
        json["ramp"]["place_mm"] = pointJson(part.ramp.place_mm);
    }
    if (part.ramp.zones) json["ramp"]["zones"] = *part.ramp.zones;
}

}  // namespace glaukophos
