// Reading is strict about types and ranges and says which entry is wrong.
#include "core/io/plan_json.h"

#include <fmt/format.h>

#include <algorithm>
#include <filesystem>

#include "core/io/colour_json.h"
#include "core/io/light_json.h"
#include "core/io/line_json.h"
#include "core/io/photo_json.h"
#include "core/io/step_json.h"
#include "core/io/value_json.h"
#include "core/io/version_1.h"
#include "core/io/volume_json.h"
#include "core/plan/light_variants.h"

namespace glaukophos {
namespace {

constexpr std::array<std::pair<const char*, Focus>, 3> kFocusNames = {
    {{"none", Focus::None}, {"some", Focus::Some}, {"main", Focus::Main}}};

// Dark to light, and how neighbours are mixed: [darker parts, lighter parts].
PotLadder potsFrom(const Entry& entry) {
    PotLadder ladder;
    ladder.pots = entry.texts("pots");
    const Json& between = entry.list("pots_between");
    const auto whole = [](const Json& n) { return n.is_number_integer(); };
    if (!between.empty() && (between.size() != 2 || !std::ranges::all_of(between, whole))) {
        throw Wrong{entry.at("pots_between") + " must be two whole numbers, such as [1, 1]"};
    }
    if (!between.empty()) {
        ladder.darker_parts = between[0].get<int>();
        ladder.lighter_parts = between[1].get<int>();
    }
    return ladder;
}

Part partFrom(const Entry& entry) {
    Part part;
    part.id = PartId{entry.identity("id")};
    part.name = entry.text("name", "");
    part.material = materialFromName(part.name);
    if (entry.has("material")) {
        const auto material = materialFromKey(entry.text("material", ""));
        if (!material) throw Wrong{entry.at("material") + " is not one of the known materials"};
        part.material = *material;
    }
    part.local_colour = entry.colour("colour", entryOf(part.material).colour);
    const std::string focus = entry.text("focus", "none");
    const auto* const found =
        std::ranges::find(kFocusNames, focus, &std::pair<const char*, Focus>::first);
    if (found == kFocusNames.end()) {
        throw Wrong{entry.at("focus") + " must be \"none\", \"some\" or \"main\""};
    }
    part.focus = found->second;
    part.hidden = entry.flag("hidden", false);
    part.locked = entry.flag("locked", false);
    part.stands_in = entry.whole("stands_in", 0);
    part.lift = entry.number("lift_L", 0.0);
    part.calm = entry.number("calm", 0.0);
    takePartColours(entry, part);
    if (entry.has("build_up")) {
        part.build_up = static_cast<BuildUp>(keyFrom(entry, "build_up", buildUps(), 0));
    }
    part.own_ladder = entry.flag("own_ladder", false);
    if (entry.has("pots")) part.pots = potsFrom(entry);
    return part;
}

Json partJson(const Part& part) {
    Json json;
    if (part.id != kNoPart) json["id"] = numberOf(part.id);
    json.update({{"name", part.name},
                 {"colour", hexFrom(part.local_colour)},
                 {"material", entryOf(part.material).key}});
    if (part.focus != Focus::None) {
        json["focus"] =
            std::ranges::find(kFocusNames, part.focus, &std::pair<const char*, Focus>::second)
                ->first;
    }
    if (part.hidden) json["hidden"] = true;
    if (part.locked) json["locked"] = true;
    if (part.stands_in != 0) json["stands_in"] = part.stands_in;
    if (part.lift != 0.0) json["lift_L"] = part.lift;
    if (part.calm != 0.0) json["calm"] = part.calm;
    addPartColours(part, json);
    if (part.own_ladder) json["own_ladder"] = true;
    if (part.pots) {
        json["pots"] = part.pots->pots;
        json["pots_between"] = {part.pots->darker_parts, part.pots->lighter_parts};
    }
    if (part.build_up) {
        json["build_up"] = buildUps().at(static_cast<std::size_t>(*part.build_up)).key;
    }
    return json;
}

void checkFileName(const std::string& name) {
    const std::filesystem::path path(name);
    const bool climbs = std::ranges::any_of(path, [](const auto& step) { return step == ".."; });
    if (name.empty() || path.is_absolute() || climbs) {
        throw Wrong{fmt::format("\"{}\" must lie in the plan's own folder", name)};
    }
}

std::vector<Light> lightsFrom(const Json& list, const std::string& called,
                              std::vector<LightPartNames>& part_names) {
    std::vector<Light> lights;
    for (const Json& item : list) {
        const std::string place = fmt::format("{} {}", called, lights.size() + 1);
        const Entry entry(item, place);
        lights.push_back(lightFrom(entry, place));
        part_names.push_back(lightPartNamesFrom(entry));
    }
    return lights;
}

Json lightsJson(const std::vector<Light>& lights, const std::vector<Part>& parts) {
    Json list = Json::array();
    for (const Light& light : lights) list.push_back(lightJson(light, parts));
    return list;
}

constexpr std::size_t kMostCopies = 40;

WrittenPlan written(const Json& json) {
    const Entry root(json, "");
    if (root.text("format", "") != "glaukophos-plan") {
        throw Wrong{"\"format\" must be \"glaukophos-plan\""};
    }
    WrittenPlan result;
    result.version = root.whole("version", 1);
    if (result.version > kPlanVersion) {
        throw Wrong{"it was written by a newer version of the program; update this one"};
    }
    Plan& plan = result.plan;
    plan.title = root.text("title", "Untitled");
    plan.key = root.text("key", "");
    if (root.has("next_id")) plan.next_id = root.identity("next_id");
    const Entry figure = root.object("figure");
    result.mesh_files = figure.texts("files");
    if (result.mesh_files.empty()) throw Wrong{figure.at("files") + " names no mesh"};
    for (const std::string& file : result.mesh_files) checkFileName(file);
    result.surface_file = figure.text("surface", "");
    if (!result.surface_file.empty()) checkFileName(result.surface_file);
    result.division = figure.flag("divide", true) ? Division::Pieces : Division::AsGiven;
    for (const Json& item : figure.list("copies")) {
        if (result.copies.size() == kMostCopies) throw Wrong{"\"copies\" is too long"};
        const Entry entry(item, fmt::format("copy {}", result.copies.size() + 1));
        result.copies.push_back({{entry.number("faces_hour", 12.0), entry.number("left_mm", 30.0),
                                  entry.number("front_mm", 0.0)},
                                 entry.texts("single")});
    }
    for (const Json& item : root.list("parts")) {
        const Entry entry(item, fmt::format("part {}", plan.parts.size() + 1));
        plan.parts.push_back(partFrom(entry));
    }
    plan.lights = lightsFrom(root.list("lights"), "light", result.light_part_names);
    for (const Json& item : root.list("variants")) {
        const std::string place = fmt::format("variant {}", plan.variants.size() + 1);
        const Entry entry(item, place);
        plan.variants.push_back(
            {entry.text("name", place),
             lightsFrom(entry.list("lights"), place + ", light", result.light_part_names)});
    }
    if (plan.variants.size() > kMostVariants) {
        throw Wrong{fmt::format("\"variants\" has more than {} entries", kMostVariants)};
    }
    for (const Json& item : root.list("volumes")) {
        if (plan.volumes.size() == kMostVolumes) throw Wrong{"\"volumes\" is too long"};
        plan.volumes.push_back(
            volumeFrom(Entry(item, fmt::format("volume {}", plan.volumes.size() + 1))));
    }
    for (const Json& item : root.list("photographs")) {
        if (plan.photographs.size() == kMostPhotographs) throw Wrong{"\"photographs\" is too long"};
        const Entry entry(item, fmt::format("photograph {}", plan.photographs.size() + 1));
        plan.photographs.push_back(photographFrom(entry));
        result.photo_files.push_back(entry.text("file", ""));
        checkFileName(result.photo_files.back());
    }
    plan.values = valuesFrom(root.object("values"));
    plan.colours = coloursFrom(root.object("colours"));
    for (const Json& item : root.list("lines")) {
        if (plan.lines.size() == kMostLines) throw Wrong{"\"lines\" has more than 40 entries"};
        plan.lines.push_back(lineFrom(Entry(item, fmt::format("line {}", plan.lines.size() + 1))));
    }
    plan.mixing = mixingFrom(root.object("mixing"));
    plan.under = underFrom(root.object("underpainting"));
    plan.steps = stepsFrom(root.object("steps"));
    if (root.has("rack")) plan.rack = rackFrom(root.list("rack"), root.at("rack"));
    const Entry merits = root.object("merits");
    for (std::size_t m = 0; m < kMeritCount; ++m) {
        plan.merit_weights[m] = merits.number(kMerits[m].key, kUsualWeights[m]);
    }
    const Entry view = root.object("view");
    plan.view = {view.number("hour", ViewChoice{}.hour),
                 view.number("height_deg", ViewChoice{}.height_deg), view.number("zoom", 1.0),
                 view.flag("upside_down", false),
                 view.has("focus_mm") ? view.point("focus_mm") : Vec3(Vec3::Zero())};
    return result;
}

// For each part of the figure, its entry in the written plan; or nothing.
std::vector<const Part*> matched(const std::vector<Part>& written, const Figure& figure) {
    std::vector<std::string> names;
    for (const ImportedPart& part : figure.form->imported.parts) names.push_back(part.name);
    const bool all_known = std::ranges::all_of(written, [&](const Part& part) {
        return std::ranges::find(names, part.name) != names.end();
    });
    std::vector<const Part*> result(names.size(), nullptr);
    for (std::size_t i = 0; i < names.size(); ++i) {
        if (!all_known && written.size() == names.size()) {
            result[i] = &written[i];
            continue;
        }
        const auto same = std::ranges::find(written, names[i], &Part::name);
        if (same != written.end()) result[i] = &*same;
    }
    return result;
}

}  // namespace

Result<WrittenPlan> parsePlan(std::string_view text) {
    try {
        return written(Json::parse(text));
    } catch (const Wrong& wrong) {
        return fail(ErrorCode::BadInput, fmt::format("The plan cannot be read: {}.", wrong.what));
    } catch (const nlohmann::json::exception& e) {
        return fail(ErrorCode::BadInput,
                    fmt::format("The plan is not well-formed JSON ({}).", e.what()));
    }
}

Result<Plan> withFigure(WrittenPlan written_plan, std::shared_ptr<const Figure> figure) {
    Plan plan = std::move(written_plan.plan);
    if (written_plan.surface_file.empty()) {
        const std::vector<Part> written_parts = std::move(plan.parts);
        const std::vector<const Part*> entries = matched(written_parts, *figure);
        plan.parts = startingParts(figure->form->imported.parts);
        for (std::size_t i = 0; i < entries.size(); ++i) {
            if (entries[i] != nullptr) plan.parts[i] = *entries[i];
        }
    }
    if (plan.parts.size() != figure->partCount()) {
        return fail(ErrorCode::BadInput, "The plan and its figure have different parts.");
    }
    giveIdentities(plan);
    Result<void> joined;
    std::size_t next = 0;
    forAllLights(plan, [&](Light& light) {
        const LightPartNames& names = written_plan.light_part_names.at(next++);
        if (joined) joined = joinParts(light, names, plan.parts);
    });
    if (!joined) return tl::unexpected(joined.error());
    plan.figure = std::move(figure);
    if (written_plan.version < 2) renewStepKeys(plan);
    if (const std::string problem = problemWith(plan); !problem.empty()) {
        return fail(ErrorCode::BadInput, problem);
    }
    return plan;
}

std::string planJson(const Plan& plan, const StoredFigure& stored) {
    Json json;
    json["format"] = "glaukophos-plan";
    json["version"] = kPlanVersion;
    json["title"] = plan.title;
    if (!plan.key.empty()) json["key"] = plan.key;
    json["next_id"] = plan.next_id;
    json["figure"]["files"] = stored.mesh_files;
    if (!stored.surface_file.empty()) json["figure"]["surface"] = stored.surface_file;
    json["figure"]["divide"] = stored.division == Division::Pieces;
    for (const Part& part : plan.parts) json["parts"].push_back(partJson(part));
    json["lights"] = lightsJson(plan.lights, plan.parts);
    for (const LightVariant& variant : plan.variants) {
        json["variants"].push_back(
            {{"name", variant.name}, {"lights", lightsJson(variant.lights, plan.parts)}});
    }
    for (const PaintedVolume& volume : plan.volumes) json["volumes"].push_back(volumeJson(volume));
    for (std::size_t i = 0; i < stored.photo_files.size(); ++i) {
        json["photographs"].push_back(photographJson(plan.photographs[i], stored.photo_files[i]));
    }
    json["values"] = valuesJson(plan.values);
    json["colours"] = coloursJson(plan.colours);
    for (const DrawnLine& line : plan.lines) json["lines"].push_back(lineJson(line));
    json["mixing"] = mixingJson(plan.mixing);
    if (plan.under != Underpainting{}) json["underpainting"] = underJson(plan.under);
    if (plan.steps != StepChoices{}) json["steps"] = stepsJson(plan.steps);
    if (plan.rack != genericRack()) json["rack"] = rackJson(plan.rack);
    for (std::size_t m = 0; m < kMeritCount; ++m) {
        json["merits"][kMerits[m].key] = plan.merit_weights[m];
    }
    json["view"] = {
        {"hour", plan.view.hour},
        {"height_deg", plan.view.height_deg},
        {"zoom", plan.view.zoom},
        {"upside_down", plan.view.upside_down},
        {"focus_mm", {plan.view.focus_mm.x(), plan.view.focus_mm.y(), plan.view.focus_mm.z()}}};
    return json.dump(2, ' ', false, Json::error_handler_t::replace) + "\n";
}

}  // namespace glaukophos
