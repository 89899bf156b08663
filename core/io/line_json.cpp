// Only what a kind of line uses is written.
#include "core/io/line_json.h"

#include "core/io/json_points.h"

namespace glaukophos {

DrawnLine lineFrom(const Entry& entry) {
    DrawnLine line;
    line.name = entry.text("name", "line");
    line.kind = choiceFrom(entry, "kind", lineKinds().size(), line.kind,
                           [](std::size_t i) { return std::string(lineKinds().at(i).key); });
    line.anchors_mm = pointsFrom(entry, "places_mm");
    line.colour = entry.colour("colour", line.colour);
    line.width_mm = entry.number("width_mm", line.width_mm);
    line.passes = entry.whole("passes", line.passes);
    line.seed = static_cast<std::uint32_t>(std::abs(entry.whole("seed", 1)));
    line.forks = entry.whole("forks", line.forks);
    line.cell_mm = entry.number("cell_mm", line.cell_mm);
    line.height_mm = entry.number("height_mm", line.height_mm);
    line.gaze = entry.number("gaze", line.gaze);
    return line;
}

Json lineJson(const DrawnLine& line) {
    Json json{{"name", line.name},
              {"kind", lineKinds().at(static_cast<std::size_t>(line.kind)).key},
              {"places_mm", pointsJson(line.anchors_mm)},
              {"colour", hexFrom(line.colour)},
              {"width_mm", line.width_mm},
              {"passes", line.passes}};
    if (line.kind != LineKind::Drawn) json["seed"] = line.seed;
    if (line.kind == LineKind::Bolt) json["forks"] = line.forks;
    if (line.kind == LineKind::Eyes) json["gaze"] = line.gaze;
    if (line.kind == LineKind::Net) {
        json["cell_mm"] = line.cell_mm;
        json["height_mm"] = line.height_mm;
    }
    return json;
}

}  // namespace glaukophos
