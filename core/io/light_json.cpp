// One reader and one writer a kind of light.
#include "core/io/light_json.h"

namespace glaukophos {
namespace {

constexpr std::array<std::pair<const char*, SkyKind>, 3> kSkyNames = {
    {{"uniform", SkyKind::Uniform},
     {"overcast", SkyKind::Overcast},
     {"zenithal", SkyKind::Zenithal}}};

ClockDirection directionFrom(const Entry& entry, const ClockDirection& otherwise) {
    return {entry.number("hour", otherwise.hour), entry.number("height_deg", otherwise.height_deg)};
}

LightKind skyFrom(const Entry& entry) {
    const std::string wanted = entry.text("sky", "zenithal");
    const auto* const found =
        std::ranges::find(kSkyNames, wanted, &std::pair<const char*, SkyKind>::first);
    if (found == kSkyNames.end()) {
        throw Wrong{entry.at("sky") + " must be \"uniform\", \"overcast\" or \"zenithal\""};
    }
    return Sky{found->second, entry.number("sharpness", Sky{}.sharpness)};
}

LightKind panelFrom(const Entry& entry) {
    Panel panel;
    const std::string shape = entry.text("shape", "rectangle");
    if (shape != "disc" && shape != "rectangle") {
        throw Wrong{entry.at("shape") + " must be \"disc\" or \"rectangle\""};
    }
    panel.shape = shape == "disc" ? PanelShape::Disc : PanelShape::Rectangle;
    panel.centre_mm = entry.point("centre_mm");
    panel.faces = directionFrom(entry, panel.faces);
    panel.turn_deg = entry.number("turn_deg", panel.turn_deg);
    panel.width_mm = entry.number("width_mm", panel.width_mm);
    panel.height_mm = entry.number("length_mm", panel.height_mm);
    panel.two_sided = entry.flag("two_sided", panel.two_sided);
    return panel;
}

LightKind kindFrom(const Entry& entry) {
    const std::string kind = entry.text("kind", "");
    if (kind == "sky") return skyFrom(entry);
    if (kind == "far") {
        return FarLight{directionFrom(entry, {12.0, 45.0}),
                        entry.number("radius_deg", FarLight{}.radius_deg)};
    }
    if (kind == "lamp") {
        return Lamp{entry.point("centre_mm"), entry.number("radius_mm", Lamp{}.radius_mm)};
    }
    if (kind == "rod") {
        return Rod{entry.point("from_mm"), entry.point("to_mm"),
                   entry.number("radius_mm", Rod{}.radius_mm)};
    }
    if (kind == "panel") return panelFrom(entry);
    if (kind == "glowing part") return GlowingPart{};
    if (kind == "spray") {
        return Spray{directionFrom(entry, Spray{}.direction),
                     entry.number("swing_deg", Spray{}.swing_deg),
                     entry.number("distance_mm", Spray{}.distance_mm)};
    }
    if (kind == "bounce") return Bounce{entry.flag("from_floor", true), {}};
    throw Wrong{entry.at("kind") +
                " must be \"sky\", \"far\", \"lamp\", \"rod\", \"panel\", \"glowing part\", "
                "\"spray\" or \"bounce\""};
}

// A lamp may be given by its radiance instead: strength is pi times that.
double strengthFrom(const Entry& entry) {
    if (entry.has("radiance")) return kPi * entry.number("radiance", 1.0);
    return entry.number("strength", 1.0);
}

LightColour lightColourFrom(const Entry& entry) {
    LightColour colour;
    colour.kelvin = entry.number("temperature_K", colour.kelvin);
    if (entry.has("colour")) {
        colour.source = ColourSource::Chosen;
        colour.chosen = entry.colour("colour", colour.chosen);
    }
    return colour;
}

void writeDirection(Json& json, const ClockDirection& direction) {
    json["hour"] = direction.hour;
    json["height_deg"] = direction.height_deg;
}

void writeKind(Json& json, const Sky& sky) {
    json["kind"] = "sky";
    json["sky"] =
        std::ranges::find(kSkyNames, sky.kind, &std::pair<const char*, SkyKind>::second)->first;
    json["sharpness"] = sky.sharpness;
}

void writeKind(Json& json, const FarLight& far) {
    json["kind"] = "far";
    writeDirection(json, far.direction);
    json["radius_deg"] = far.radius_deg;
}

void writeKind(Json& json, const Lamp& lamp) {
    json["kind"] = "lamp";
    json["centre_mm"] = pointJson(lamp.centre_mm);
    json["radius_mm"] = lamp.radius_mm;
}

void writeKind(Json& json, const Rod& rod) {
    json["kind"] = "rod";
    json["from_mm"] = pointJson(rod.from_mm);
    json["to_mm"] = pointJson(rod.to_mm);
    json["radius_mm"] = rod.radius_mm;
}

void writeKind(Json& json, const Panel& panel) {
    json["kind"] = "panel";
    json["shape"] = panel.shape == PanelShape::Disc ? "disc" : "rectangle";
    json["centre_mm"] = pointJson(panel.centre_mm);
    writeDirection(json, panel.faces);
    json["turn_deg"] = panel.turn_deg;
    json["width_mm"] = panel.width_mm;
    json["length_mm"] = panel.height_mm;
    json["two_sided"] = panel.two_sided;
}

void writeKind(Json& json, const GlowingPart& /*glowing*/) { json["kind"] = "glowing part"; }

void writeKind(Json& json, const Spray& spray) {
    json["kind"] = "spray";
    writeDirection(json, spray.direction);
    json["swing_deg"] = spray.swing_deg;
    json["distance_mm"] = spray.distance_mm;
}

void writeKind(Json& json, const Bounce& bounce) {
    json["kind"] = "bounce";
    json["from_floor"] = bounce.from_floor;
}

Json identitiesOf(const std::vector<PartIndex>& indices, const std::vector<Part>& parts) {
    Json identities = Json::array();
    for (const PartIndex part : indices) identities.push_back(numberOf(parts.at(part).id));
    return identities;
}

std::vector<PartReference> referencesFrom(const Entry& entry, const char* key) {
    std::vector<PartReference> references;
    for (const Json& item : entry.list(key)) {
        if (item.is_number_unsigned() && item.get<std::uint64_t>() <= kLargestIdentity) {
            references.emplace_back(PartId{item.get<std::uint32_t>()});
        } else if (item.is_string()) {
            references.emplace_back(item.get<std::string>());
        } else {
            throw Wrong{entry.at(key) + " must be a list of parts, by id or by name"};
        }
    }
    return references;
}

Result<PartIndex> indexOf(PartId id, const std::vector<Part>& parts, const Light& light) {
    const auto part = std::ranges::find(parts, id, &Part::id);
    if (part == parts.end()) {
        return fail(ErrorCode::BadInput,
                    fmt::format("Light \"{}\" names a part with the id {}, which the figure does "
                                "not have.",
                                light.name, numberOf(id)));
    }
    return static_cast<PartIndex>(part - parts.begin());
}

Result<PartIndex> indexOf(const std::string& name, const std::vector<Part>& parts,
                          const Light& light) {
    const auto part = std::ranges::find(parts, name, &Part::name);
    if (part == parts.end()) {
        return fail(ErrorCode::BadInput,
                    fmt::format("Light \"{}\" names the part \"{}\", which the figure does "
                                "not have.",
                                light.name, name));
    }
    if (std::ranges::count(parts, name, &Part::name) > 1) {
        return fail(ErrorCode::BadInput,
                    fmt::format("Light \"{}\" names the part \"{}\", but several parts are called "
                                "so. Write the id of the one that is meant.",
                                light.name, name));
    }
    return static_cast<PartIndex>(part - parts.begin());
}

Result<std::vector<PartIndex>> indicesOf(const std::vector<PartReference>& references,
                                         const std::vector<Part>& parts, const Light& light) {
    std::vector<PartIndex> indices;
    for (const PartReference& reference : references) {
        const auto index =
            std::visit([&](const auto& named) { return indexOf(named, parts, light); }, reference);
        if (!index) return tl::unexpected(index.error());
        indices.push_back(*index);
    }
    return indices;
}

}  // namespace

Light lightFrom(const Entry& entry, const std::string& fallback_name) {
    Light light;
    light.id = LightId{entry.identity("id")};
    light.name = entry.text("name", fallback_name);
    light.on = entry.flag("on", true);
    light.solo = entry.flag("solo", false);
    light.kind = kindFrom(entry);
    light.colour = lightColourFrom(entry);
    light.strength = strengthFrom(entry);
    light.gone_at_height = entry.number("gone_at_height", 0.0);
    light.gone_at_mm = entry.number("gone_at_mm", 0.0);
    return light;
}

LightPartNames lightPartNamesFrom(const Entry& entry) {
    return {referencesFrom(entry, "own_parts"), referencesFrom(entry, "passed_parts"),
            referencesFrom(entry, "from_parts")};
}

Result<void> joinParts(Light& light, const LightPartNames& names, const std::vector<Part>& parts) {
    const auto own = indicesOf(names.own, parts, light);
    if (!own) return tl::unexpected(own.error());
    const auto passed = indicesOf(names.passed, parts, light);
    if (!passed) return tl::unexpected(passed.error());
    const auto from = indicesOf(names.from, parts, light);
    if (!from) return tl::unexpected(from.error());
    light.own_parts = *own;
    light.passed_parts = *passed;
    if (auto* bounce = std::get_if<Bounce>(&light.kind)) bounce->from_parts = *from;
    return {};
}

Json lightJson(const Light& light, const std::vector<Part>& parts) {
    Json json;
    if (light.id != kNoLight) json["id"] = numberOf(light.id);
    json["name"] = light.name;
    json["on"] = light.on;
    if (light.solo) json["solo"] = true;
    std::visit([&](const auto& kind) { writeKind(json, kind); }, light.kind);
    json["strength"] = light.strength;
    json["temperature_K"] = light.colour.kelvin;
    if (light.colour.source == ColourSource::Chosen) {
        json["colour"] = hexFrom(light.colour.chosen);
    }
    if (light.gone_at_height > 0.0) json["gone_at_height"] = light.gone_at_height;
    if (light.gone_at_mm > 0.0) json["gone_at_mm"] = light.gone_at_mm;
    json["own_parts"] = identitiesOf(light.own_parts, parts);
    if (!light.passed_parts.empty()) json["passed_parts"] = identitiesOf(light.passed_parts, parts);
    if (const auto* bounce = std::get_if<Bounce>(&light.kind)) {
        json["from_parts"] = identitiesOf(bounce->from_parts, parts);
    }
    return json;
}

}  // namespace glaukophos
