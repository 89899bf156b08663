// Probe points in; ladders out.
#include "core/io/tables_csv.h"

#include <fmt/format.h>

#include <array>
#include <charconv>
#include <cmath>
#include <optional>

#include "core/io/csv.h"
#include "core/io/trimmed.h"

namespace glaukophos {
namespace {

// Exactly six finite numbers between commas (or semicolons).
std::optional<std::array<float, 6>> sixNumbers(std::string_view line) {
    std::array<float, 6> numbers{};
    for (std::size_t i = 0; i < 6; ++i) {
        const std::size_t comma = line.find_first_of(",;");
        if ((comma == std::string_view::npos) != (i == 5)) return std::nullopt;
        const std::string_view field = trimmed(line.substr(0, comma));
        const auto [end, error] =
            std::from_chars(field.data(), field.data() + field.size(), numbers[i]);
        if (error != std::errc() || end != field.data() + field.size() ||
            !std::isfinite(numbers[i])) {
            return std::nullopt;
        }
        if (i < 5) line.remove_prefix(comma + 1);
    }
    return numbers;
}

std::string ladderLines(const std::string& part, const Ladder& ladder) {
    std::string lines;
    for (std::size_t b = 0; b < ladder.size(); ++b) {
        const Rung& step = ladder[b];
        lines += fmt::format("{},{},{:.4f},{:.2f},", csvField(part), bandName(b, ladder.size()),
                             step.share, step.area_mm2);
        if (!step.present) {
            lines += ",,,\n";
            continue;
        }
        const Lch lch = lchFrom(step.target);
        lines +=
            fmt::format("{:.2f},{:.2f},{:.1f},{}\n", lch.L, lch.C, lch.h_deg, hexFrom(step.shown));
    }
    return lines;
}

}  // namespace

Result<ProbePoints> parseProbePoints(std::string_view text) {
    ProbePoints points;
    for (std::size_t number = 1; !text.empty(); ++number) {
        const std::size_t end = text.find('\n');
        const std::string_view line = trimmed(text.substr(0, end));
        text.remove_prefix(end == std::string_view::npos ? text.size() : end + 1);
        if (line.empty() || line.front() == '#') continue;
        const auto numbers = sixNumbers(line);
        if (!numbers && number == 1) continue;  // column names
        const Vec3 normal =
            numbers ? Vec3((*numbers)[3], (*numbers)[4], (*numbers)[5]) : Vec3(Vec3::Zero());
        if (!numbers || normal.norm() < 1e-6F) {
            return fail(ErrorCode::BadInput,
                        fmt::format("Line {} of the points must be x,y,z,nx,ny,nz in mm with a "
                                    "normal that is not zero.",
                                    number));
        }
        points.points_mm.emplace_back((*numbers)[0], (*numbers)[1], (*numbers)[2]);
        points.normals.push_back(normal.normalized());
    }
    if (points.points_mm.empty()) {
        return fail(ErrorCode::BadInput, "There are no points. Give lines of x,y,z,nx,ny,nz.");
    }
    return points;
}

std::string ladderCsv(const Plan& plan, const Appearance& appearance) {
    std::string csv = "part,band,share,area_mm2,L,C,h_deg,colour\n";
    csv += ladderLines("whole figure", appearance.whole);
    for (std::size_t p = 0; p < plan.parts.size(); ++p) {
        csv += ladderLines(plan.parts[p].name, appearance.ladders[p]);
    }
    return csv;
}

}  // namespace glaukophos
