// Both formats are read line by line, with complaints that name the line.
#include "core/io/rack_file.h"

#include <fmt/format.h>

#include <algorithm>
#include <charconv>
#include <cmath>

#include "core/io/colour_json.h"
#include "core/io/csv.h"
#include "core/io/trimmed.h"

namespace glaukophos {
namespace {

constexpr std::size_t kMostPaints = 2000;
constexpr std::string_view kPaletteMark = "GIMP Palette";

// Takes one line off the front of `text`.
std::string_view nextLine(std::string_view& text) {
    const std::size_t end = text.find('\n');
    const std::string_view line = text.substr(0, end);
    text.remove_prefix(end == std::string_view::npos ? text.size() : end + 1);
    return line;
}

std::optional<double> numberFrom(const std::string& text) {
    double number = 0.0;
    const char* const end = text.data() + text.size();
    const auto [stop, error] = std::from_chars(text.data(), end, number);
    const bool sound = error == std::errc() && stop == end && std::isfinite(number);
    return sound ? std::optional(number) : std::nullopt;
}

tl::unexpected<Error> wrongLine(std::size_t number, const std::string& what) {
    return fail(ErrorCode::BadInput, fmt::format("Line {} of the rack {}.", number, what));
}

// Reads fields by the names of their columns.
struct Row {
    const std::vector<std::string>& columns;
    const std::vector<std::string>& fields;

    [[nodiscard]] std::string at(std::string_view column) const {
        const auto found = std::ranges::find(columns, column);
        const auto index = static_cast<std::size_t>(found - columns.begin());
        return index < fields.size() ? fields[index] : std::string();
    }
};

Result<Paint> paintFrom(const Row& row, std::size_t number) {
    Paint paint;
    paint.name = row.at("name");
    if (paint.name.empty()) return wrongLine(number, "has no name");
    paint.pigment = row.at("pigment");
    const auto tone = srgbFromHex(row.at("colour"));
    if (!tone) return wrongLine(number, "needs a colour such as #8090a0");
    paint.mass_tone = *tone;
    if (const std::string opacity = row.at("opacity"); !opacity.empty()) {
        const auto known = opacityFromKey(opacity);
        if (!known) {
            return wrongLine(number,
                             "has an opacity that is none of opaque, half-opaque, "
                             "half-transparent, transparent");
        }
        paint.opacity = *known;
    }
    if (const std::string kind = row.at("kind"); !kind.empty()) {
        const auto known = paintKindFromKey(kind);
        if (!known) {
            return wrongLine(number,
                             "has a kind that is none of paint, ink, wash, metallic, "
                             "fluorescent, medium, thinner");
        }
        paint.kind = *known;
    }
    if (const std::string tint = row.at("tint"); !tint.empty()) {
        paint.tint = srgbFromHex(tint);
        if (!paint.tint) return wrongLine(number, "needs a tint such as #8090a0, or none");
    }
    if (const std::string strength = row.at("strength"); !strength.empty()) {
        const auto known = strengthFromKey(strength);
        if (!known) return wrongLine(number, "has a strength that is none of weak, usual, strong");
        paint.strength = *known;
    } else if (!paint.tint) {
        takeNominalTint(paint);
    }
    if (const std::string left = row.at("left_ml"); !left.empty()) {
        const auto ml = numberFrom(left);
        if (!ml || *ml < 0.0 || *ml > 1e5) {
            return wrongLine(number, "has millilitres that are no number");
        }
        paint.left_ml = *ml;
    }
    if (const std::string corrected = row.at("corrected"); !corrected.empty()) {
        const auto times = numberFrom(corrected);
        if (!times || !isSoundCorrection(*times)) {
            return wrongLine(number, "has a correction that does not lie between 0.05 and 20");
        }
        paint.corrected = *times;
    }
    return paint;
}

// Three numbers 0..255 off the front of a line.
std::optional<Srgb> takeColour(std::string_view& line) {
    std::array<int, 3> bytes{};
    for (int& byte : bytes) {
        line = trimmed(line);
        const auto [stop, error] = std::from_chars(line.data(), line.data() + line.size(), byte);
        if (error != std::errc() || byte < 0 || byte > 255) return std::nullopt;
        line.remove_prefix(static_cast<std::size_t>(stop - line.data()));
    }
    return Srgb{bytes[0] / 255.0, bytes[1] / 255.0, bytes[2] / 255.0};
}

}  // namespace

Result<std::vector<Paint>> parseRackCsv(std::string_view text) {
    const std::vector<CsvRow> rows = csvRows(text);
    const std::vector<std::string> columns =
        rows.empty() ? std::vector<std::string>() : rows.front().fields;
    for (const char* needed : {"name", "colour"}) {
        if (std::ranges::find(columns, needed) == columns.end()) {
            return fail(ErrorCode::BadInput,
                        fmt::format("The first line of the rack must name its columns; there is no "
                                    "\"{}\".",
                                    needed));
        }
    }
    std::vector<Paint> paints;
    for (std::size_t i = 1; i < rows.size(); ++i) {
        auto paint = paintFrom({columns, rows[i].fields}, rows[i].line);
        if (!paint) return tl::unexpected(paint.error());
        if (paints.size() == kMostPaints) {
            return fail(ErrorCode::TooLarge,
                        fmt::format("The rack has more than {} paints.", kMostPaints));
        }
        paints.push_back(std::move(*paint));
    }
    if (paints.empty()) return fail(ErrorCode::BadInput, "The rack has no paints.");
    return paints;
}

std::string rackCsv(const std::vector<Paint>& paints) {
    std::string csv = "name,pigment,colour,opacity,kind,left_ml,tint,strength,corrected\n";
    for (const Paint& paint : paints) {
        csv += fmt::format("{},{},{},{},{},{:g},{},{},{:g}\n", csvField(paint.name),
                           csvField(paint.pigment), hexFrom(paint.mass_tone), keyOf(paint.opacity),
                           keyOf(paint.kind), paint.left_ml, paint.tint ? hexFrom(*paint.tint) : "",
                           paint.tint ? "" : keyOf(paint.strength), paint.corrected);
    }
    return csv;
}

Result<std::vector<Paint>> parseGimpPalette(std::string_view text) {
    nextLine(text);
    std::vector<Paint> paints;
    for (std::size_t number = 2; !text.empty(); ++number) {
        std::string_view line = trimmed(nextLine(text));
        const bool is_header = line.starts_with("Name:") || line.starts_with("Columns:");
        if (line.empty() || line.front() == '#' || is_header) continue;
        Paint paint;
        const auto colour = takeColour(line);
        if (!colour) return wrongLine(number, "must begin with red, green and blue, 0 to 255");
        if (paints.size() == kMostPaints) {
            return fail(ErrorCode::TooLarge,
                        fmt::format("The palette has more than {} colours.", kMostPaints));
        }
        paint.mass_tone = *colour;
        paint.name = std::string(trimmed(line));
        if (paint.name.empty()) paint.name = hexFrom(*colour);
        paints.push_back(std::move(paint));
    }
    if (paints.empty()) return fail(ErrorCode::BadInput, "The palette has no colours.");
    return paints;
}

std::string gimpPalette(const std::string& title, const std::vector<NamedColour>& colours) {
    std::string text = fmt::format("{}\nName: {}\n#\n", kPaletteMark, title);
    for (const NamedColour& entry : colours) {
        const Vec3d bytes = 255.0 * Vec3d(entry.colour.r, entry.colour.g, entry.colour.b);
        text += fmt::format("{:3} {:3} {:3}\t{}\n", std::lround(bytes.x()), std::lround(bytes.y()),
                            std::lround(bytes.z()), entry.name);
    }
    return text;
}

Result<std::vector<Paint>> parseRackJson(std::string_view text) {
    try {
        return rackFrom(Json::parse(text), "the rack");
    } catch (const Wrong& wrong) {
        return fail(ErrorCode::BadInput, fmt::format("The rack cannot be read: {}.", wrong.what));
    } catch (const nlohmann::json::exception& e) {
        return fail(ErrorCode::BadInput, fmt::format("The rack is no sound JSON ({}).", e.what()));
    }
}

std::string rackJsonText(const std::vector<Paint>& paints) {
    return rackJson(paints).dump(1, ' ', false, Json::error_handler_t::replace) + "\n";
}

Result<std::vector<Paint>> parseRack(std::string_view text) {
    return text.starts_with(kPaletteMark) ? parseGimpPalette(text) : parseRackCsv(text);
}

}  // namespace glaukophos
