// "values,key=value,..." with a message for each mistake.
#include "cli/light_options.h"

#include <fmt/format.h>

#include <algorithm>
#include <charconv>
#include <map>
#include <optional>

namespace glaukophos {
namespace {

struct Fields {
    std::string option;  // as typed, for messages
    std::vector<std::string> values;
    std::map<std::string, std::string> named;
};

Fields split(const std::string& text) {
    Fields fields{text, {}, {}};
    std::size_t begin = 0;
    while (begin <= text.size()) {
        const std::size_t end = std::min(text.find(',', begin), text.size());
        const std::string field = text.substr(begin, end - begin);
        const std::size_t equals = field.find('=');
        if (equals == std::string::npos) {
            fields.values.push_back(field);
        } else {
            fields.named[field.substr(0, equals)] = field.substr(equals + 1);
        }
        begin = end + 1;
    }
    return fields;
}

std::optional<double> numberFrom(const std::string& text) {
    double value = 0.0;
    const char* end_of_text = text.data() + text.size();
    const auto [end, error] = std::from_chars(text.data(), end_of_text, value);
    if (error != std::errc() || end != end_of_text) return std::nullopt;
    return value;
}

tl::unexpected<Error> wrong(const Fields& fields, const std::string& what) {
    return fail(ErrorCode::BadInput, fmt::format("Light \"{}\": {}.", fields.option, what));
}

// Reads the positional numbers; `what` describes them for the message.
Result<std::vector<double>> numbersOf(const Fields& fields, std::size_t count, const char* what) {
    std::vector<double> numbers;
    for (const std::string& value : fields.values) {
        const auto number = numberFrom(value);
        if (number) numbers.push_back(*number);
    }
    if (numbers.size() != count || fields.values.size() != count) {
        return wrong(fields, fmt::format("begin with {}", what));
    }
    return numbers;
}

// The number of this kind of light that goes by that name on the command line.
double* fieldOf(LightKind& kind, const std::string& key) {
    return std::visit(
        Overloaded{
            [&](Sky& sky) -> double* { return key == "sharpness" ? &sky.sharpness : nullptr; },
            [&](FarLight& far) -> double* { return key == "radius" ? &far.radius_deg : nullptr; },
            [&](Lamp& lamp) -> double* { return key == "radius" ? &lamp.radius_mm : nullptr; },
            [&](Rod& rod) -> double* { return key == "radius" ? &rod.radius_mm : nullptr; },
            [&](Panel& panel) -> double* {
                if (key == "hour") return &panel.faces.hour;
                if (key == "height") return &panel.faces.height_deg;
                return key == "turn" ? &panel.turn_deg : nullptr;
            },
            [&](Spray& spray) -> double* {
                if (key == "opening") return &spray.swing_deg;
                return key == "distance" ? &spray.distance_mm : nullptr;
            },
            [](auto&) -> double* { return nullptr; }},
        kind);
}

// Applies one key=value; false when the key is unknown, nothing when its value is no number.
std::optional<bool> applyNumber(const std::string& key, const std::string& value,
                                ParsedLight& parsed) {
    const auto number = numberFrom(value);
    if (!number) return std::nullopt;
    Light& light = parsed.light;
    if (key == "strength")
        light.strength = *number;
    else if (key == "kelvin")
        light.colour.kelvin = *number;
    else if (key == "radiance")
        light.strength = kPi * *number;
    else if (key == "reach")
        parsed.reach_mm = *number;
    else if (double* field = fieldOf(light.kind, key); field != nullptr)
        *field = *number;
    else
        return false;
    return true;
}

Result<ParsedLight> withNamed(Light light, const Fields& fields) {
    ParsedLight parsed{std::move(light), 0.0, {}};
    for (const auto& [key, value] : fields.named) {
        if (key == "name") {
            parsed.light.name = value;
        } else if (auto* panel = std::get_if<Panel>(&parsed.light.kind);
                   panel != nullptr && (key == "shape" || key == "sides")) {
            if (key == "shape" && value != "disc" && value != "rectangle") {
                return wrong(fields, "the shape must be disc or rectangle");
            }
            if (key == "shape") {
                panel->shape = value == "disc" ? PanelShape::Disc : PanelShape::Rectangle;
            } else {
                panel->two_sided = value == "2";
            }
        } else if (key == "own") {
            parsed.parts.own.push_back(value);
        } else if (key == "through") {
            parsed.parts.passed.push_back(value);
        } else if (key == "colour") {
            const auto colour = srgbFromHex(value);
            if (!colour) return wrong(fields, "write the colour as #rrggbb");
            parsed.light.colour.source = ColourSource::Chosen;
            parsed.light.colour.chosen = *colour;
        } else {
            const auto applied = applyNumber(key, value, parsed);
            if (!applied) return wrong(fields, fmt::format("\"{}\" needs a number", key));
            if (!*applied) return wrong(fields, fmt::format("\"{}\" is not known here", key));
        }
    }
    const bool is_near = isNear(parsed.light.kind);
    if (!is_near && (fields.named.contains("radiance") || fields.named.contains("reach"))) {
        return wrong(fields, "only what stands near the figure has a radiance or a reach");
    }
    if (const std::string problem = problemWith(parsed.light); !problem.empty()) {
        return wrong(fields, problem);
    }
    return parsed;
}

Result<ParsedLight> skyFrom(const std::string& text) {
    const Fields fields = split(text);
    Light light;
    light.name = "Sky";
    if (fields.values.size() != 1) return wrong(fields, "begin with uniform, overcast or zenithal");
    const std::string& kind = fields.values.front();
    if (kind == "uniform") {
        light.kind = Sky{SkyKind::Uniform, 0.0};
    } else if (kind == "overcast") {
        light.kind = Sky{SkyKind::Overcast, 0.0};
    } else if (kind == "zenithal") {
        light.kind = Sky{};
    } else {
        return wrong(fields, "begin with uniform, overcast or zenithal");
    }
    return withNamed(std::move(light), fields);
}

Result<ParsedLight> farFrom(const std::string& text) {
    const Fields fields = split(text);
    const auto numbers = numbersOf(fields, 2, "the hour and the height in degrees");
    if (!numbers) return tl::unexpected(numbers.error());
    Light light;
    light.name = "Far light";
    light.kind = FarLight{{(*numbers)[0], (*numbers)[1]}, FarLight{}.radius_deg};
    return withNamed(std::move(light), fields);
}

Result<ParsedLight> lampFrom(const std::string& text) {
    const Fields fields = split(text);
    const auto numbers = numbersOf(fields, 3, "the position x,y,z in mm");
    if (!numbers) return tl::unexpected(numbers.error());
    Light light;
    light.name = "Lamp";
    light.kind =
        Lamp{Vec3d((*numbers)[0], (*numbers)[1], (*numbers)[2]).cast<float>(), Lamp{}.radius_mm};
    return withNamed(std::move(light), fields);
}

Result<ParsedLight> rodFrom(const std::string& text) {
    const Fields fields = split(text);
    const auto n = numbersOf(fields, 6, "both ends x,y,z,x,y,z in mm");
    if (!n) return tl::unexpected(n.error());
    Light light;
    light.name = "Rod";
    light.kind = Rod{Vec3d((*n)[0], (*n)[1], (*n)[2]).cast<float>(),
                     Vec3d((*n)[3], (*n)[4], (*n)[5]).cast<float>(), Rod{}.radius_mm};
    return withNamed(std::move(light), fields);
}

Result<ParsedLight> panelFrom(const std::string& text) {
    const Fields fields = split(text);
    const auto n = numbersOf(fields, 5, "the middle x,y,z, the width and the length in mm");
    if (!n) return tl::unexpected(n.error());
    Light light;
    light.name = "Panel";
    Panel panel;
    panel.centre_mm = Vec3d((*n)[0], (*n)[1], (*n)[2]).cast<float>();
    panel.width_mm = (*n)[3];
    panel.height_mm = (*n)[4];
    panel.faces = {0.0, 90.0};
    light.kind = panel;
    return withNamed(std::move(light), fields);
}

Result<ParsedLight> glowFrom(const std::string& text) {
    const Fields fields = split(text);
    if (fields.values.empty() || fields.values.front().empty()) {
        return wrong(fields, "begin with the part that glows");
    }
    Light light;
    light.name = "Glow";
    light.kind = GlowingPart{};
    auto parsed = withNamed(std::move(light), fields);
    if (parsed) parsed->parts.own.assign(fields.values.begin(), fields.values.end());
    return parsed;
}

Result<ParsedLight> sprayFrom(const std::string& text) {
    const Fields fields = split(text);
    const auto numbers = numbersOf(fields, 2, "the hour and the height in degrees");
    if (!numbers) return tl::unexpected(numbers.error());
    Light light;
    light.name = "Spray";
    light.kind = Spray{{(*numbers)[0], (*numbers)[1]}, Spray{}.swing_deg, Spray{}.distance_mm};
    return withNamed(std::move(light), fields);
}

Result<ParsedLight> bounceFrom(const std::string& text) {
    const Fields fields = split(text);
    const auto share = fields.values.empty() ? std::nullopt : numberFrom(fields.values.front());
    if (!share) return wrong(fields, "begin with the share thrown back, 0 to 1");
    Light light;
    light.name = "Thrown back";
    light.kind = Bounce{true, {}};
    light.strength = *share;
    auto parsed = withNamed(std::move(light), fields);
    if (parsed) parsed->parts.from.assign(fields.values.begin() + 1, fields.values.end());
    return parsed;
}

}  // namespace

bool LightOptions::any() const {
    return !skies.empty() || !fars.empty() || !lamps.empty() || !rods.empty() || !panels.empty() ||
           !glows.empty() || !sprays.empty() || !bounces.empty();
}

Result<std::vector<ParsedLight>> lightsFrom(const LightOptions& options) {
    std::vector<ParsedLight> lights;
    const auto addAll = [&](const std::vector<std::string>& texts,
                            const auto& parse) -> Result<void> {
        for (const std::string& text : texts) {
            auto parsed = parse(text);
            if (!parsed) return tl::unexpected(parsed.error());
            lights.push_back(std::move(*parsed));
        }
        return {};
    };
    using Parse = Result<ParsedLight> (*)(const std::string&);
    const std::initializer_list<std::pair<const std::vector<std::string>&, Parse>> kinds = {
        {options.skies, skyFrom},    {options.fars, farFrom},      {options.lamps, lampFrom},
        {options.rods, rodFrom},     {options.panels, panelFrom},  {options.glows, glowFrom},
        {options.sprays, sprayFrom}, {options.bounces, bounceFrom}};
    for (const auto& [texts, parse] : kinds) {
        if (auto added = addAll(texts, parse); !added) return tl::unexpected(added.error());
    }
    return lights;
}

}  // namespace glaukophos
