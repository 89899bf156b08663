// Lists of numbers are read here, their sense is checked with the plan.
#include "cli/value_options.h"

#include <fmt/format.h>

#include <algorithm>
#include <charconv>

namespace glaukophos {
namespace {

Result<std::vector<double>> numbersFrom(const std::string& text, const char* option) {
    std::vector<double> numbers;
    const char* at = text.data();
    const char* const end = text.data() + text.size();
    while (true) {
        double number = 0.0;
        const auto [next, error] = std::from_chars(at, end, number);
        if (error != std::errc() || (next != end && *next != ',')) {
            return fail(
                ErrorCode::BadInput,
                fmt::format("{} takes numbers with commas between, not \"{}\".", option, text));
        }
        numbers.push_back(number);
        if (next == end) return numbers;
        at = next + 1;
    }
}

Result<void> takeStyle(const std::string& key, ValueChoices& values) {
    const auto& styles = valueStyles();
    const auto style =
        std::ranges::find_if(styles, [&](const ValueStyle& s) { return key == s.key; });
    if (style == styles.end()) {
        return fail(ErrorCode::BadInput,
                    fmt::format("Style \"{}\" is not known. Use {}.", key, styleNames()));
    }
    take(*style, values);
    return {};
}

Result<void> takeSchool(const std::string& school, EdgeLineChoices& lines) {
    if (school == "weighted")
        lines.school = EdgeSchool::Weighted;
    else if (school == "even")
        lines.school = EdgeSchool::Even;
    else if (school == "corners")
        lines.school = EdgeSchool::Corners;
    else {
        return fail(
            ErrorCode::BadInput,
            fmt::format("School \"{}\" is not known. Use weighted, even or corners.", school));
    }
    return {};
}

}  // namespace

Result<void> apply(const ValueOptions& options, ValueChoices& values) {
    if (!options.style.empty()) {
        if (auto taken = takeStyle(options.style, values); !taken) return taken;
    }
    if (options.bands) {
        values.bands.count = *options.bands;
        values.bands.by = BandsBy::Steps;
        values.bands.borders.clear();
        values.bands.shares.clear();
    }
    if (!options.borders.empty()) {
        auto borders = numbersFrom(options.borders, "--borders");
        if (!borders) return tl::unexpected(borders.error());
        values.bands.by = BandsBy::Steps;
        values.bands.count = static_cast<int>(borders->size()) + 1;
        values.bands.borders = std::move(*borders);
        values.bands.shares.clear();
    }
    if (!options.shares.empty()) {
        auto shares = numbersFrom(options.shares, "--shares");
        if (!shares) return tl::unexpected(shares.error());
        values.bands.by = BandsBy::Shares;
        values.bands.count = static_cast<int>(shares->size());
        values.bands.borders.clear();
        values.bands.shares = std::move(*shares);
    }
    values.bands.levels_apart =
        std::clamp(values.bands.levels_apart, 0, std::max(0, values.bands.count - 1));
    values.exposure_stops = options.exposure_stops.value_or(values.exposure_stops);
    values.contrast = options.contrast.value_or(values.contrast);
    values.bands.speck_mm = options.speck_mm.value_or(values.bands.speck_mm);
    values.bands.dip_depth = options.dip_depth.value_or(values.bands.dip_depth);
    values.edge_lines.width_mm = options.edge_width_mm.value_or(values.edge_lines.width_mm);
    if (!options.school.empty()) {
        if (auto taken = takeSchool(options.school, values.edge_lines); !taken) return taken;
    }
    if (const std::string problem = problemWith(values); !problem.empty()) {
        return fail(ErrorCode::BadInput, problem);
    }
    return {};
}

std::string styleNames() {
    std::string names;
    for (const ValueStyle& style : valueStyles()) {
        names += fmt::format("{}{}", names.empty() ? "" : ", ", style.key);
    }
    return names;
}

}  // namespace glaukophos
