// Numbers carry their units in the keys.
#include "cli/report.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/io/csv.h"
#include "core/io/tables_csv.h"

namespace glaukophos {
namespace {

// How a light falls on the figure as a whole.
struct Summary {
    double mean = 0.0;
    double highest = 0.0;
    double lit_share = 0.0;  // of the area, that gets more than a hundredth of the highest
};

Summary summaryOf(const Plan& plan, const Appearance& appearance, std::size_t light) {
    const Surface& surface = plan.figure->surface;
    const float strength = lightWeights(plan)[light];
    const std::vector<float>& lit = appearance.irradiance.of_lights[light];
    Summary summary;
    double area = 0.0;
    for (std::size_t v = 0; v < surface.areas_mm2.size(); ++v) {
        const double e = strength * lit[v];
        area += surface.areas_mm2[v];
        summary.mean += surface.areas_mm2[v] * e;
        summary.highest = std::max(summary.highest, e);
    }
    for (std::size_t v = 0; v < surface.areas_mm2.size(); ++v) {
        if (strength * lit[v] > 0.01 * summary.highest) {
            summary.lit_share += surface.areas_mm2[v] / area;
        }
    }
    summary.mean /= area;
    return summary;
}

double reach_mm(const Plan& plan, const Appearance& appearance, std::size_t light) {
    const Light& entry = plan.lights[light];
    return reachOf(glowOf(plan, entry), entry.strength,
                   restOfLight(plan, appearance.irradiance, light));
}

Json partBandsJson(const PartBands& bands) {
    Json json;
    json["area_mm2"] = bands.area_mm2();
    const std::size_t count = bands.areas_mm2.size();
    for (std::size_t b = 0; b < count; ++b) {
        json["bands"].push_back({{"name", bandName(b, count)},
                                 {"share", bands.share(b)},
                                 {"area_mm2", bands.areas_mm2[b]}});
    }
    json["border_lengths_mm"] = bands.border_lengths_mm;
    json["do_not_shrink"] = Json::array();
    for (const std::size_t band : bandsThatDoNotShrink(bands)) {
        json["do_not_shrink"].push_back(bandName(band, count));
    }
    return json;
}

Json stepsJson(const Plan& plan, const Ladder& ladder) {
    Json steps = Json::array();
    for (std::size_t b = 0; b < ladder.size(); ++b) {
        const Rung& step = ladder[b];
        Json json{{"band", bandName(b, ladder.size())},
                  {"share", step.share},
                  {"area_mm2", step.area_mm2}};
        if (step.present) {
            const Lch lch = lchFrom(step.target);
            json["L"] = lch.L;
            json["C"] = lch.C;
            json["h_deg"] = lch.h_deg;
            json["colour"] = hexFrom(step.shown);
            for (std::size_t l = 0; l < plan.lights.size(); ++l) {
                json["light_shares"][plan.lights[l].name] = step.light_shares[l];
            }
        }
        steps.push_back(json);
    }
    return steps;
}

std::string ladderTextOf(const std::string& name, const Ladder& ladder) {
    std::string text = fmt::format("{}\n", name);
    for (std::size_t b = 0; b < ladder.size(); ++b) {
        const Rung& step = ladder[b];
        if (!step.present) {
            text += fmt::format("  {:<11} none\n", bandName(b, ladder.size()));
            continue;
        }
        const Lch lch = lchFrom(step.target);
        text +=
            fmt::format("  {:<11} {:5.1f} %  {:8.1f} mm2  L* {:4.1f}  C {:5.1f}  h {:5.1f}  {}\n",
                        bandName(b, ladder.size()), 100 * step.share, step.area_mm2, lch.L, lch.C,
                        lch.h_deg, hexFrom(step.shown));
    }
    return text;
}

Json lengthsJson(const EdgeLengths& lengths) {
    Json json;
    for (std::size_t kind = 0; kind < kEdgeKindCount; ++kind) {
        json[fmt::format("{}_mm", kEdgeKindNames.at(kind))] = lengths.by_kind_mm.at(kind);
    }
    json["thrown_mm"] = lengths.thrown_mm;
    return json;
}

Json lineJson(const std::vector<Vec3>& points) {
    Json line = Json::array();
    for (const Vec3& point : points) line.push_back(pointJson(point));
    return line;
}

}  // namespace

Json infoJson(const Plan& plan) {
    const Figure& figure = *plan.figure;
    const Mesh& mesh = figure.form->imported.mesh;
    Json json;
    json["title"] = plan.title;
    json["size_mm"] = pointJson(figure.bounds().size());
    json["vertices"] = mesh.positions_mm.size();
    json["triangles"] = figure.form->imported.repair.triangles_read;
    json["repair"] = inWords(figure.form->imported.repair);
    json["surface"] = {{"vertices", figure.vertexCount()},
                       {"triangles", figure.surface.mesh.triangles.size()},
                       {"longest_edge_mm", figure.form->whole.longest_edge_mm},
                       {"deviation_mm", figure.form->whole.deviation_mm}};
    for (std::size_t p = 0; p < plan.parts.size(); ++p) {
        json["parts"].push_back({{"name", plan.parts[p].name},
                                 {"material", entryOf(plan.parts[p].material).key},
                                 {"triangles", std::ranges::count(figure.occluder_labels, p)},
                                 {"area_mm2", figure.surface.part_areas_mm2[p]},
                                 {"colour", hexFrom(plan.parts[p].local_colour)}});
    }
    json["lights"] = lightsJson(plan);
    return json;
}

Json lightsJson(const Plan& plan) {
    Json lights = Json::array();
    for (const Light& light : plan.lights) {
        lights.push_back({{"name", light.name},
                          {"kind", kindName(light.kind)},
                          {"on", light.on},
                          {"from", whereFrom(light, plan.figure->bounds(), ownBounds(plan, light))},
                          {"strength", light.strength}});
    }
    return lights;
}

Json reachJson(const Plan& plan, const Appearance& appearance, bool with_vertices) {
    Json json;
    for (std::size_t l = 0; l < plan.lights.size(); ++l) {
        const Summary summary = summaryOf(plan, appearance, l);
        Json light{{"name", plan.lights[l].name},
                   {"kind", kindName(plan.lights[l].kind)},
                   {"mean_irradiance", summary.mean},
                   {"highest_irradiance", summary.highest},
                   {"lit_share", summary.lit_share}};
        if (isNear(plan.lights[l].kind)) {
            light["reach_mm"] = reach_mm(plan, appearance, l);
        }
        if (with_vertices) {
            const float strength = lightWeights(plan)[l];
            for (std::size_t v = 0; v < plan.figure->vertexCount(); ++v) {
                light["irradiance"].push_back(strength * appearance.irradiance.of_lights[l][v]);
            }
        }
        json["lights"].push_back(light);
    }
    if (with_vertices) {
        for (std::size_t v = 0; v < plan.figure->vertexCount(); ++v) {
            json["positions_mm"].push_back(pointJson(plan.figure->surface.mesh.positions_mm[v]));
            json["normals"].push_back(pointJson(plan.figure->surface.normals[v]));
            json["parts"].push_back(plan.figure->surface.parts[v]);
        }
    }
    return json;
}

Json bandsJson(const Plan& plan, const Appearance& appearance) {
    Json json;
    json["sort_by"] = plan.values.basis == BandBasis::Light ? "light" : "painted";
    const bool by_light = plan.values.basis == BandBasis::Light;
    const Tone& tone = by_light ? appearance.values.light_tone : appearance.values.development.tone;
    for (const double border : appearance.bands.borders) {
        json["borders"].push_back(
            {{"L", border}, {by_light ? "irradiance" : "luminance", tone.luminance(border)}});
    }
    json["whole"] = partBandsJson(appearance.bands.whole);
    json["shadow_share"] = appearance.bands.shadow_share;
    for (std::size_t p = 0; p < plan.parts.size(); ++p) {
        Json part = partBandsJson(appearance.bands.parts[p]);
        part["name"] = plan.parts[p].name;
        json["parts"].push_back(part);
    }
    return json;
}

Json edgesJson(const Plan& plan, const Marks& marks, bool with_points) {
    Json json;
    json["whole"] = lengthsJson(marks.edges.whole);
    for (std::size_t p = 0; p < plan.parts.size(); ++p) {
        Json part = lengthsJson(marks.edges.parts[p]);
        part["name"] = plan.parts[p].name;
        for (const EdgePass& pass : marks.lines.passes) {
            part["passes_mm"].push_back(pass.part_lengths_mm[p]);
        }
        json["parts"].push_back(part);
    }
    json["passes"] = Json::array();
    for (const EdgePass& pass : marks.lines.passes) {
        json["passes"].push_back({{"width_mm", pass.width_mm}, {"length_mm", pass.length_mm}});
    }
    for (const Vec3& point : marks.lines.brightest_mm) {
        json["brightest_mm"].push_back(pointJson(point));
    }
    if (!with_points) return json;
    for (const BandEdge& edge : marks.edges.edges) {
        json["borders"].push_back({{"part", plan.parts[edge.part].name},
                                   {"border", edge.border},
                                   {"kind", kEdgeKindNames.at(static_cast<std::size_t>(edge.kind))},
                                   {"thrown", edge.thrown},
                                   {"width_mm", edge.width_mm},
                                   {"length_mm", edge.length_mm},
                                   {"points_mm", lineJson(edge.points_mm)}});
    }
    for (const EdgeStretch& stretch : marks.lines.stretches) {
        json["lines"].push_back({{"part", plan.parts[stretch.part].name},
                                 {"pass", stretch.pass + 1},
                                 {"length_mm", stretch.length_mm},
                                 {"points_mm", lineJson(stretch.points_mm)}});
    }
    return json;
}

std::string edgesText(const Plan& plan, const Marks& marks) {
    std::string text = fmt::format("Borders of bands: {}", inWords(marks.edges.whole));
    text += fmt::format("; {:.1f} cm are shadows thrown\n", marks.edges.whole.thrown_mm / 10.0);
    for (std::size_t p = 0; p < plan.parts.size(); ++p) {
        text += fmt::format("  {:<26} {}\n", plan.parts[p].name, inWords(marks.edges.parts[p]));
    }
    for (std::size_t i = 0; i < marks.lines.passes.size(); ++i) {
        const EdgePass& pass = marks.lines.passes[i];
        text += fmt::format("Edge lines, pass {}: {:.1f} cm, {:.2f} mm wide\n", i + 1,
                            pass.length_mm / 10.0, pass.width_mm);
    }
    text += fmt::format("Brightest spots on edges: {}\n", marks.lines.brightest_mm.size());
    return text;
}

Json studyJson(const Plan& plan, const Appearance& appearance,
               const std::vector<StudyView>& views) {
    Json json = bandsJson(plan, appearance);
    for (const StudyView& view : views) {
        Json entry{{"view", view.caption}, {"pictures", view.pictures}, {"merges", Json::array()}};
        for (const Merge& merge : view.merges) {
            entry["merges"].push_back(
                {{"parts", {plan.parts[merge.first].name, plan.parts[merge.second].name}},
                 {"step_L", merge.step},
                 {"border_mm", merge.border_mm}});
        }
        json["views"].push_back(entry);
    }
    return json;
}

std::string studyText(const Plan& plan, const std::vector<StudyView>& views) {
    std::string text;
    for (const StudyView& view : views) {
        for (const Merge& merge : view.merges) text += inWords(plan, merge, view.caption) + "\n";
    }
    return text;
}

Json ladderJson(const Plan& plan, const Appearance& appearance) {
    Json json;
    json["whole"] = stepsJson(plan, appearance.whole);
    for (std::size_t p = 0; p < plan.parts.size(); ++p) {
        json["parts"].push_back(
            {{"name", plan.parts[p].name}, {"steps", stepsJson(plan, appearance.ladders[p])}});
    }
    return json;
}

std::string infoText(const Plan& plan) {
    const Figure& figure = *plan.figure;
    const Vec3 size = figure.bounds().size();
    std::string text = fmt::format(
        "{}: {:.1f} x {:.1f} x {:.1f} mm, {} triangles in {} parts\n"
        "Working surface: {} triangles, edges up to {:.2f} mm, {:.3f} mm off the original at "
        "most\n",
        plan.title, size.x(), size.y(), size.z(), figure.form->imported.repair.triangles_read,
        plan.parts.size(), figure.surface.mesh.triangles.size(), figure.form->whole.longest_edge_mm,
        figure.form->whole.deviation_mm);
    for (const std::string& line : inWords(figure.form->imported.repair)) {
        text += fmt::format("  {}\n", line);
    }
    for (std::size_t p = 0; p < plan.parts.size(); ++p) {
        text += fmt::format("  {:<28} {:8.1f} mm2  {}\n", plan.parts[p].name,
                            figure.surface.part_areas_mm2[p], hexFrom(plan.parts[p].local_colour));
    }
    for (const Light& light : plan.lights) {
        text += fmt::format("Light \"{}\" ({}{}): {}\n", light.name, kindName(light.kind),
                            light.on ? "" : ", off",
                            whereFrom(light, figure.bounds(), ownBounds(plan, light)));
    }
    return text;
}

std::string reachText(const Plan& plan, const Appearance& appearance) {
    std::string text;
    for (std::size_t l = 0; l < plan.lights.size(); ++l) {
        const Summary summary = summaryOf(plan, appearance, l);
        text += fmt::format("{:<12} lights {:4.1f} % of the figure, mean {:.4f}, highest {:.4f}",
                            plan.lights[l].name, 100 * summary.lit_share, summary.mean,
                            summary.highest);
        if (isNear(plan.lights[l].kind)) {
            text += fmt::format(", reach {:.1f} mm", reach_mm(plan, appearance, l));
        }
        text += '\n';
    }
    return text;
}

std::string bandsText(const Plan& plan, const Appearance& appearance) {
    std::string text = fmt::format("{:<28}", "");
    const std::size_t count = appearance.bands.count();
    for (std::size_t b = 0; b < count; ++b) text += fmt::format(" {:>11}", bandName(b, count));
    text += "      area\n";
    const auto line = [&](const std::string& name, const PartBands& bands) {
        text += fmt::format("{:<28}", name);
        for (std::size_t b = 0; b < count; ++b)
            text += fmt::format(" {:9.1f} %", 100 * bands.share(b));
        text += fmt::format("{:7.1f} mm2\n", bands.area_mm2());
    };
    line("whole figure", appearance.bands.whole);
    for (std::size_t p = 0; p < plan.parts.size(); ++p) {
        line(plan.parts[p].name, appearance.bands.parts[p]);
    }
    const std::string shadow = shadowWords(plan.values.bands, appearance.bands);
    return shadow.empty() ? text : text + shadow + "\n";
}

std::string ladderText(const Plan& plan, const Appearance& appearance) {
    std::string text = ladderTextOf("whole figure", appearance.whole);
    for (std::size_t p = 0; p < plan.parts.size(); ++p) {
        text += ladderTextOf(plan.parts[p].name, appearance.ladders[p]);
    }
    return text;
}

std::string reachCsv(const Plan& plan, const Appearance& appearance) {
    std::string csv = "x,y,z,nx,ny,nz,part";
    for (const Light& light : plan.lights) csv += "," + csvField(light.name);
    csv += '\n';
    const std::vector<float> strengths = lightWeights(plan);
    const Figure& figure = *plan.figure;
    for (std::size_t v = 0; v < figure.vertexCount(); ++v) {
        const Vec3& p = figure.surface.mesh.positions_mm[v];
        const Vec3& n = figure.surface.normals[v];
        csv += fmt::format("{:.4f},{:.4f},{:.4f},{:.4f},{:.4f},{:.4f},{}", p.x(), p.y(), p.z(),
                           n.x(), n.y(), n.z(), csvField(plan.parts[figure.surface.parts[v]].name));
        for (std::size_t l = 0; l < strengths.size(); ++l) {
            csv += fmt::format(",{:.6g}", strengths[l] * appearance.irradiance.of_lights[l][v]);
        }
        csv += '\n';
    }
    return csv;
}

}  // namespace glaukophos
