// Entries and labels are renumbered together.
#include "core/plan/part_edits.h"

#include <fmt/format.h>

#include <algorithm>

namespace glaukophos {
namespace {

void renumber(Plan& plan, const std::vector<PartIndex>& number) {
    PartLabels labels = *plan.figure->labels;
    for (PartIndex& label : labels) label = number[label];
    forAllLights(plan, [&](Light& light) {
        forPartLists(light, [&](std::vector<PartIndex>& parts) {
            for (PartIndex& part : parts) part = number[part];
            std::ranges::sort(parts);
            parts.erase(std::unique(parts.begin(), parts.end()), parts.end());
        });
    });
    relabel(plan, std::move(labels));
}

// Removes the entry of a part that nothing belongs to any more.
void erasePart(Plan& plan, PartIndex part) {
    plan.parts.erase(plan.parts.begin() + part);
    forAllLights(plan, [&](Light& light) {
        forPartLists(light, [&](std::vector<PartIndex>& parts) { std::erase(parts, part); });
    });
    std::vector<PartIndex> number(plan.parts.size() + 1);
    for (std::size_t i = 0; i < number.size(); ++i) {
        number[i] = static_cast<PartIndex>(i > part ? i - 1 : i);
    }
    renumber(plan, number);
}

}  // namespace

void mergeParts(Plan& plan, PartIndex into, PartIndex from) {
    if (into == from) return;
    std::vector<PartIndex> number(plan.parts.size());
    for (std::size_t i = 0; i < number.size(); ++i) number[i] = static_cast<PartIndex>(i);
    number[from] = into;
    renumber(plan, number);
    erasePart(plan, from);
}

std::size_t splitPart(Plan& plan, const DivisionGuide& guide, PartIndex part, std::size_t pieces) {
    PartLabels labels = *plan.figure->labels;
    std::vector<bool> within(labels.size());
    for (std::size_t t = 0; t < labels.size(); ++t) within[t] = labels[t] == part;
    const Mesh& mesh = plan.figure->form->whole.mesh;
    const auto groups = groupsOf(mesh, *guide.tree, pieces, within);
    std::uint32_t count = 0;
    for (const std::uint32_t group : groups) {
        if (group != kNotGrouped) count = std::max(count, group + 1);
    }
    const std::size_t kept = std::min<std::size_t>(count, pieces);
    const std::size_t first_new = plan.parts.size();
    for (std::size_t i = 1; i < kept; ++i) {
        Part piece = plan.parts[part];
        piece.id = kNoPart;
        piece.name += fmt::format(" {}", i + 1);
        plan.parts.push_back(std::move(piece));
    }
    for (std::size_t t = 0; t < labels.size(); ++t) {
        // Loose crumbs beyond the pieces asked for stay with the largest.
        if (groups[t] == kNotGrouped || groups[t] == 0 || groups[t] >= kept) continue;
        labels[t] = static_cast<PartIndex>(first_new + groups[t] - 1);
    }
    giveIdentities(plan);
    relabel(plan, std::move(labels));
    return kept;
}

void divideByCreases(Plan& plan, const DivisionGuide& guide, std::size_t groups) {
    const Mesh& mesh = plan.figure->form->whole.mesh;
    const auto group = groupsOf(mesh, *guide.tree, groups, {});
    const std::uint32_t last = *std::ranges::max_element(group);
    const std::size_t count = std::min<std::size_t>(last + std::size_t{1}, 2 * groups);
    plan.parts.clear();
    for (std::size_t i = 0; i < count; ++i) {
        Part part;
        part.name = fmt::format("part {}", i + 1);
        plan.parts.push_back(std::move(part));
    }
    forAllLights(plan, [](Light& light) {
        forPartLists(light, [](std::vector<PartIndex>& parts) { parts.clear(); });
    });
    PartLabels labels(group.size());
    for (std::size_t t = 0; t < group.size(); ++t) {
        labels[t] = static_cast<PartIndex>(std::min<std::size_t>(group[t], count - 1));
    }
    giveIdentities(plan);
    relabel(plan, std::move(labels));
}

PartIndex addPart(Plan& plan, const std::string& name) {
    Part part;
    part.name = name;
    plan.parts.push_back(std::move(part));
    giveIdentities(plan);
    relabel(plan, *plan.figure->labels);
    return static_cast<PartIndex>(plan.parts.size() - 1);
}

std::optional<PartIndex> partFrom(Plan& plan, const std::string& name,
                                  std::span<const std::uint32_t> triangles) {
    PartLabels labels = *plan.figure->labels;
    std::vector<std::size_t> taken(plan.parts.size(), 0);
    const auto made = static_cast<PartIndex>(plan.parts.size());
    for (const std::uint32_t t : triangles) {
        if (plan.parts[labels[t]].locked) continue;
        ++taken[labels[t]];
        labels[t] = made;
    }
    const auto most = std::ranges::max_element(taken);
    if (*most == 0) return std::nullopt;
    Part part;
    part.name = name;
    const Part& like = plan.parts[static_cast<std::size_t>(most - taken.begin())];
    part.local_colour = like.local_colour;
    part.material = like.material;
    plan.parts.push_back(std::move(part));
    giveIdentities(plan);
    relabel(plan, std::move(labels));
    dropEmptyParts(plan);
    return static_cast<PartIndex>(plan.parts.size() - 1);
}

void dropEmptyParts(Plan& plan) {
    for (std::size_t part = plan.parts.size(); part-- > 0 && plan.parts.size() > 1;) {
        if (std::ranges::find(*plan.figure->labels, static_cast<PartIndex>(part)) ==
            plan.figure->labels->end()) {
            erasePart(plan, static_cast<PartIndex>(part));
        }
    }
}

void relabel(Plan& plan, PartLabels labels) {
    plan.figure =
        dividedFigure(plan.figure->form, std::make_shared<const PartLabels>(std::move(labels)),
                      plan.parts.size());
}

}  // namespace glaukophos
