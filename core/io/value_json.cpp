// One function a group of choices, each way.
#include "core/io/value_json.h"

#include "core/io/json_points.h"

namespace glaukophos {
namespace {

// One of the given words; the first is the usual one.
template <class Choice>
Choice wordFrom(const Entry& entry, const char* key,
                std::initializer_list<std::pair<const char*, Choice>> words) {
    const std::string text = entry.text(key, words.begin()->first);
    std::string known;
    for (const auto& [word, choice] : words) {
        if (text == word) return choice;
        known += fmt::format("{}\"{}\"", known.empty() ? "" : ", ", word);
    }
    throw Wrong{entry.at(key) + " must be one of " + known};
}

PaintRange paintFrom(const Entry& entry) {
    const PaintRange usual;
    return {entry.number("darkest_L", usual.darkest), entry.number("lightest_L", usual.lightest),
            entry.number("margin_L", usual.margin)};
}

Json paintJson(const PaintRange& paint) {
    return {
        {"darkest_L", paint.darkest}, {"lightest_L", paint.lightest}, {"margin_L", paint.margin}};
}

BandChoices bandsFrom(const Entry& entry) {
    BandChoices bands;
    bands.count = entry.whole("count", bands.count);
    bands.by =
        wordFrom<BandsBy>(entry, "by", {{"steps", BandsBy::Steps}, {"shares", BandsBy::Shares}});
    bands.borders = numbersFrom(entry, "borders_L");
    bands.shares = numbersFrom(entry, "shares");
    bands.speck_mm = entry.number("speck_mm", bands.speck_mm);
    bands.dip_depth = entry.number("dip_depth_L", bands.dip_depth);
    bands.dip_width_mm = entry.number("dip_width_mm", bands.dip_width_mm);
    bands.levels_apart = entry.whole("levels_apart", bands.levels_apart);
    return bands;
}

Json bandsJson(const BandChoices& bands) {
    Json json{{"count", bands.count}, {"by", bands.by == BandsBy::Steps ? "steps" : "shares"}};
    if (!bands.borders.empty()) json["borders_L"] = bands.borders;
    if (!bands.shares.empty()) json["shares"] = bands.shares;
    json["speck_mm"] = bands.speck_mm;
    json["dip_depth_L"] = bands.dip_depth;
    json["dip_width_mm"] = bands.dip_width_mm;
    json["levels_apart"] = bands.levels_apart;
    return json;
}

Json roomJson(const MetalRoom& room) {
    return {{"window_hour", room.window_hour},
            {"window_width_deg", room.window_width_deg},
            {"window_top_deg", room.window_top_deg},
            {"contrast", room.contrast},
            {"distance_mm", room.distance_mm}};
}

FaceQuarters faceFrom(const Entry& entry) {
    FaceQuarters face;
    face.used = entry.flag("used", face.used);
    face.middle_mm = entry.point("middle_mm");
    face.facing = entry.point("facing");
    if (face.facing.norm() < 1e-6F) throw Wrong{entry.at("facing") + " must not be zero"};
    face.facing.normalize();
    face.radius_mm = entry.number("radius_mm", face.radius_mm);
    face.lean_deg = entry.number("lean_deg", face.lean_deg);
    face.strength = entry.number("strength", face.strength);
    face.veil = entry.number("veil", face.veil);
    face.tones = entry.whole("tones", face.tones);
    return face;
}

Json faceJson(const FaceQuarters& face) {
    return {{"used", face.used},
            {"middle_mm", pointJson(face.middle_mm)},
            {"facing", pointJson(face.facing)},
            {"radius_mm", face.radius_mm},
            {"lean_deg", face.lean_deg},
            {"strength", face.strength},
            {"veil", face.veil},
            {"tones", face.tones}};
}

Gradient gradientFrom(const Entry& entry) {
    Gradient gradient;
    gradient.way = wordFrom<GradientWay>(
        entry, "way", {{"along", GradientWay::Along}, {"from rim", GradientWay::FromRim}});
    gradient.light_mm = entry.point("light_mm");
    gradient.dark_mm = entry.has("dark_mm") ? entry.point("dark_mm") : gradient.light_mm;
    gradient.begins = entry.number("begins", gradient.begins);
    gradient.strength = entry.number("strength", gradient.strength);
    gradient.on_alike = entry.flag("on_alike", gradient.on_alike);
    return gradient;
}

Json gradientJson(const Gradient& gradient) {
    return {{"way", gradient.way == GradientWay::Along ? "along" : "from rim"},
            {"dark_mm", pointJson(gradient.dark_mm)},
            {"light_mm", pointJson(gradient.light_mm)},
            {"begins", gradient.begins},
            {"strength", gradient.strength},
            {"on_alike", gradient.on_alike}};
}

Correction correctionFrom(const Entry& entry) {
    return {entry.whole("bands", 1), entry.number("radius_mm", 1.0), pointsFrom(entry, "points_mm"),
            pointsFrom(entry, "normals"), entry.flag("of_glows", false)};
}

Json edgeLinesJson(const EdgeLineChoices& lines) {
    static constexpr std::array<const char*, 3> kSchools = {"weighted", "even", "corners"};
    static constexpr std::array<const char*, 3> kWishes = {"take in", "leave out", "brightest"};
    Json json{{"school", kSchools.at(static_cast<std::size_t>(lines.school))},
              {"width_mm", lines.width_mm},
              {"passes", lines.passes},
              {"narrows", lines.narrows},
              {"corners_last", lines.corners_last}};
    if (lines.last_colour) json["last_colour"] = hexFrom(*lines.last_colour);
    for (const EdgeMark& mark : lines.marks) {
        json["marks"].push_back({{"wish", kWishes.at(static_cast<std::size_t>(mark.wish))},
                                 {"point_mm", pointJson(mark.point_mm)}});
    }
    return json;
}

Json correctionJson(const Correction& correction) {
    return {{"bands", correction.bands},
            {"radius_mm", correction.radius_mm},
            {"points_mm", pointsJson(correction.points_mm)},
            {"normals", pointsJson(correction.normals)},
            {"of_glows", correction.of_glows}};
}

}  // namespace

ValueChoices valuesFrom(const Entry& entry) {
    ValueChoices values;
    values.exposure_stops = entry.number("exposure_stops", values.exposure_stops);
    values.contrast = entry.number("contrast", values.contrast);
    values.basis = wordFrom<BandBasis>(
        entry, "sort_by", {{"light", BandBasis::Light}, {"painted", BandBasis::Painted}});
    values.paint = paintFrom(entry.object("paint"));
    values.bands = bandsFrom(entry.object("bands"));
    const Entry sheen = entry.object("sheen");
    values.sheen.amount = sheen.number("amount", values.sheen.amount);
    values.sheen.from_arc = sheen.flag("from_arc", false);
    const Entry room = sheen.object("room");
    MetalRoom& metal = values.sheen.room;
    metal.window_hour = room.number("window_hour", metal.window_hour);
    metal.window_width_deg = room.number("window_width_deg", metal.window_width_deg);
    metal.window_top_deg = room.number("window_top_deg", metal.window_top_deg);
    metal.contrast = room.number("contrast", metal.contrast);
    metal.distance_mm = room.number("distance_mm", metal.distance_mm);
    const Entry calm = entry.object("calm");
    values.calm = {calm.number("amount", values.calm.amount),
                   calm.number("from_share", values.calm.from_share)};
    const Entry kinds = entry.object("edge_kinds");
    values.edge_kinds = {kinds.number("hard_mm", values.edge_kinds.hard_mm),
                         kinds.number("lost_mm", values.edge_kinds.lost_mm)};
    const Entry lines = entry.object("edge_lines");
    values.edge_lines = {wordFrom<EdgeSchool>(lines, "school",
                                              {{"weighted", EdgeSchool::Weighted},
                                               {"even", EdgeSchool::Even},
                                               {"corners", EdgeSchool::Corners}}),
                         lines.number("width_mm", values.edge_lines.width_mm),
                         lines.whole("passes", values.edge_lines.passes),
                         lines.number("narrows", values.edge_lines.narrows),
                         std::nullopt,
                         lines.flag("corners_last", false),
                         {}};
    if (lines.has("last_colour")) {
        values.edge_lines.last_colour = lines.colour("last_colour", Srgb{});
    }
    for (const Json& item : lines.list("marks")) {
        const Entry mark(item, fmt::format("mark {}", values.edge_lines.marks.size() + 1));
        values.edge_lines.marks.push_back({wordFrom<EdgeWish>(mark, "wish",
                                                              {{"take in", EdgeWish::TakeIn},
                                                               {"leave out", EdgeWish::LeaveOut},
                                                               {"brightest", EdgeWish::Brightest}}),
                                           mark.point("point_mm")});
    }
    const Entry squint = entry.object("squint");
    values.squint = {squint.number("distance_mm", values.squint.distance_mm),
                     squint.number("blur_deg", values.squint.blur_deg),
                     squint.number("least_step_L", values.squint.least_step)};
    if (entry.has("face")) values.face = faceFrom(entry.object("face"));
    for (const Json& item : entry.list("gradients")) {
        values.gradients.push_back(
            gradientFrom(Entry(item, fmt::format("gradient {}", values.gradients.size() + 1))));
    }
    for (const Json& item : entry.list("corrections")) {
        values.corrections.push_back(correctionFrom(
            Entry(item, fmt::format("correction {}", values.corrections.size() + 1))));
    }
    return values;
}

Json valuesJson(const ValueChoices& values) {
    Json json{{"exposure_stops", values.exposure_stops},
              {"contrast", values.contrast},
              {"sort_by", values.basis == BandBasis::Light ? "light" : "painted"},
              {"paint", paintJson(values.paint)},
              {"bands", bandsJson(values.bands)},
              {"sheen",
               {{"amount", values.sheen.amount},
                {"from_arc", values.sheen.from_arc},
                {"room", roomJson(values.sheen.room)}}},
              {"calm", {{"amount", values.calm.amount}, {"from_share", values.calm.from_share}}},
              {"edge_kinds",
               {{"hard_mm", values.edge_kinds.hard_mm}, {"lost_mm", values.edge_kinds.lost_mm}}},
              {"edge_lines", edgeLinesJson(values.edge_lines)},
              {"squint",
               {{"distance_mm", values.squint.distance_mm},
                {"blur_deg", values.squint.blur_deg},
                {"least_step_L", values.squint.least_step}}}};
    if (values.face) json["face"] = faceJson(*values.face);
    for (const Gradient& gradient : values.gradients) {
        json["gradients"].push_back(gradientJson(gradient));
    }
    for (const Correction& correction : values.corrections) {
        json["corrections"].push_back(correctionJson(correction));
    }
    return json;
}

}  // namespace glaukophos
