// The triangles of both, as if they had been imported together.
#include "core/plan/scene.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/geometry/clean.h"
#include "core/geometry/nearest_vertex.h"
#include "core/light/direction.h"
#include "core/plan/drawn_things.h"
#include "core/plan/part_edits.h"

namespace glaukophos {
namespace {

constexpr std::size_t kMostTriangles = 12'000'000;
constexpr std::size_t kMostParts = 400;

// "fur 2": the first number that is free. `parts` have names.
template <class Parts>
std::string freeName(const Parts& parts, const std::string& name) {
    const auto is_taken = [&](const std::string& wanted) {
        return std::ranges::any_of(parts, [&](const auto& part) { return part.name == wanted; });
    };
    for (int number = 2;; ++number) {
        std::string wanted = fmt::format("{} {}", name, number);
        if (!is_taken(wanted)) return wanted;
    }
}

struct Motion {
    Stance stance;
    Vec3 shift;
};

// About the middle of the footprint of these bounds; hours run towards the figure's own right.
Motion motionOf(const Bounds& bounds, const Beside& where) {
    Motion motion;
    const auto angle = static_cast<float>(radians(-30.0 * where.faces_hour));
    motion.stance.turn = Eigen::AngleAxisf(angle, Vec3::UnitZ()).toRotationMatrix();
    const Vec3 foot(bounds.centre().x(), bounds.centre().y(), bounds.low.z());
    const Vec3 own_left = -towards({3.0, 0.0});
    motion.shift = foot - motion.stance.turn * foot + static_cast<float>(where.left_mm) * own_left +
                   static_cast<float>(where.front_mm) * towards({12.0, 0.0});
    return motion;
}

Motion standBeside(Mesh& mesh, const Beside& where) {
    Motion motion = motionOf(boundsOf(mesh.positions_mm), where);
    move(mesh, motion.stance, motion.shift);
    return motion;
}

Result<void> checkPlace(const Beside& where) {
    const auto outside = [](double value, double most) { return !(std::abs(value) <= most); };
    if (outside(where.faces_hour, 100.0) || outside(where.left_mm, 1000.0) ||
        outside(where.front_mm, 1000.0)) {
        return fail(ErrorCode::BadInput, "A figure may stand up to 1000 mm beside the first.");
    }
    return {};
}

Result<void> checkSize(std::size_t triangles, std::size_t parts) {
    if (triangles <= kMostTriangles && parts <= kMostParts) return {};
    return fail(ErrorCode::TooLarge,
                fmt::format("One scene may have up to {} million triangles and {} parts.",
                            kMostTriangles / 1'000'000, kMostParts));
}

// The plan's figure as a file would give it, divided as it is now.
ImportedFigure importedAs(const Plan& plan) {
    ImportedFigure imported = plan.figure->form->imported;
    imported.labels = plan.figure->occluder_labels;
    imported.parts.resize(plan.parts.size());
    for (std::size_t p = 0; p < plan.parts.size(); ++p) imported.parts[p].name = plan.parts[p].name;
    return imported;
}

Result<Plan> standing(Plan plan, ImportedFigure imported, const Progress& progress) {
    auto figure = makeFigure(std::move(imported), progress);
    if (!figure) return tl::unexpected(figure.error());
    plan.figure = std::move(*figure);
    giveIdentities(plan);
    return plan;
}

std::vector<bool> partsIn(const Plan& plan, int figure) {
    std::vector<bool> in;
    for (const Part& part : plan.parts) in.push_back(part.stands_in == figure);
    return in;
}

Result<void> checkFigure(const Plan& plan, int figure) {
    if (figure > 0 && figure < figuresIn(plan)) return {};
    return fail(ErrorCode::BadInput,
                fmt::format("There is no figure {} beside the first. There are {}.", figure + 1,
                            figuresIn(plan)));
}

ConcernsPlace liesOn(const Plan& plan, const std::vector<bool>& parts) {
    return [surface = &plan.figure->surface, parts](const Vec3& place) {
        return parts[surface->parts[nearestVertex(*surface, place)]];
    };
}

// The corners of chosen triangles; nothing when others share them.
std::optional<std::vector<bool>> ownCorners(const Mesh& mesh, const PartLabels& labels,
                                            const std::vector<bool>& parts) {
    std::vector<bool> own(mesh.positions_mm.size(), false);
    for (std::size_t t = 0; t < mesh.triangles.size(); ++t) {
        if (!parts[labels[t]]) continue;
        for (const std::uint32_t corner : mesh.triangles[t]) own[corner] = true;
    }
    for (std::size_t t = 0; t < mesh.triangles.size(); ++t) {
        if (parts[labels[t]]) continue;
        for (const std::uint32_t corner : mesh.triangles[t]) {
            if (own[corner]) return std::nullopt;
        }
    }
    return own;
}

Bounds boundsOf(const Mesh& mesh, const std::vector<bool>& chosen) {
    Bounds bounds;
    for (std::size_t v = 0; v < chosen.size(); ++v) {
        if (chosen[v]) bounds.add(mesh.positions_mm[v]);
    }
    return bounds;
}

void moveChosen(Mesh& mesh, const std::vector<bool>& chosen, const Motion& motion) {
    for (std::size_t v = 0; v < chosen.size(); ++v) {
        Vec3& place = mesh.positions_mm[v];
        if (chosen[v]) place = moved(place, motion.stance, motion.shift);
    }
}

// Drops the triangles of those parts, their labels, and the vertices that no other uses.
void dropParts(Mesh& mesh, PartLabels& labels, const std::vector<bool>& parts,
               std::vector<Vec3>* normals) {
    dropTriangles(mesh.triangles, labels,
                  [&, was = labels](std::size_t t) { return static_cast<bool>(parts[was[t]]); });
    constexpr std::uint32_t kUnused = 0xFFFFFFFFU;
    std::vector<std::uint32_t> place(mesh.positions_mm.size(), kUnused);
    for (const Triangle& triangle : mesh.triangles) {
        for (const std::uint32_t corner : triangle) place[corner] = 0;
    }
    std::uint32_t count = 0;
    for (std::size_t v = 0; v < place.size(); ++v) {
        if (place[v] == kUnused) continue;
        mesh.positions_mm[count] = mesh.positions_mm[v];
        if (normals != nullptr) (*normals)[count] = (*normals)[v];
        place[v] = count++;
    }
    mesh.positions_mm.resize(count);
    if (normals != nullptr) normals->resize(count);
    for (Triangle& triangle : mesh.triangles) {
        for (std::uint32_t& corner : triangle) corner = place[corner];
    }
}

// Lines and volumes of the parts that were copied, as many as a plan may have.
void copyDrawn(Plan& after, const Plan& plan, const StoodCopy& copy) {
    std::vector<bool> copied(plan.parts.size(), false);
    for (const PartIndex original : copy.originals) copied[original] = true;
    Plan drawn;
    drawn.lines = plan.lines;
    drawn.volumes = plan.volumes;
    const ConcernsPlace comes = liesOn(plan, copied);
    dropDrawn(drawn, [&](const Vec3& place) { return !comes(place); });
    carryDrawn(drawn, copy.stance, copy.shift_mm, [](const Vec3&) { return true; });
    for (DrawnLine& line : drawn.lines) {
        if (after.lines.size() == kMostLines) break;
        line.name = freeName(after.lines, line.name);
        after.lines.push_back(std::move(line));
    }
    for (PaintedVolume& volume : drawn.volumes) {
        if (after.volumes.size() == kMostVolumes) break;
        after.volumes.push_back(std::move(volume));
    }
}

}  // namespace

Result<StoodCopy> standCopy(ImportedFigure& imported, const Beside& where,
                            const std::vector<PartIndex>& single) {
    if (auto place = checkPlace(where); !place) return tl::unexpected(place.error());
    constexpr PartIndex kStays = std::numeric_limits<PartIndex>::max();
    std::vector<PartIndex> originals;
    std::vector<PartIndex> copy_of(imported.parts.size(), kStays);
    for (std::size_t p = 0; p < copy_of.size(); ++p) {
        if (std::ranges::find(single, static_cast<PartIndex>(p)) != single.end()) continue;
        copy_of[p] = static_cast<PartIndex>(imported.parts.size());
        ImportedPart part = imported.parts[p];
        part.name = freeName(imported.parts, part.name);
        imported.parts.push_back(std::move(part));
        originals.push_back(static_cast<PartIndex>(p));
    }
    Mesh copied;
    PartLabels labels;
    copied.positions_mm = imported.mesh.positions_mm;
    for (std::size_t t = 0; t < imported.labels.size(); ++t) {
        const PartIndex label = copy_of[imported.labels[t]];
        if (label == kStays) continue;
        copied.triangles.push_back(imported.mesh.triangles[t]);
        labels.push_back(label);
    }
    if (copied.triangles.empty()) {
        return fail(ErrorCode::BadInput,
                    "Nothing is left to stand beside it: every part stays "
                    "single. Choose fewer.");
    }
    const auto size =
        checkSize(imported.mesh.triangles.size() + copied.triangles.size(), imported.parts.size());
    if (!size) return tl::unexpected(size.error());
    weld(copied.positions_mm, copied.triangles, labels);
    const Motion motion = standBeside(copied, where);
    append(imported.mesh, copied.positions_mm, copied.triangles);
    imported.labels.insert(imported.labels.end(), labels.begin(), labels.end());
    return StoodCopy{std::move(originals), motion.stance, motion.shift};
}

Result<Plan> withCopy(const Plan& plan, const Beside& where, const std::vector<PartIndex>& single,
                      const Progress& progress) {
    ImportedFigure imported = importedAs(plan);
    const auto copy = standCopy(imported, where, single);
    if (!copy) return tl::unexpected(copy.error());
    Plan after = plan;
    const int figures = figuresIn(plan);
    for (const PartIndex original : copy->originals) {
        Part part = plan.parts[original];
        part.id = kNoPart;
        part.name = imported.parts[after.parts.size()].name;
        part.stands_in += figures;
        after.parts.push_back(std::move(part));
    }
    copyDrawn(after, plan, *copy);
    return standing(std::move(after), std::move(imported), progress);
}

Result<Plan> withFigure(const Plan& plan, ImportedFigure other, const Beside& where,
                        const Progress& progress) {
    if (auto place = checkPlace(where); !place) return tl::unexpected(place.error());
    ImportedFigure imported = importedAs(plan);
    Plan after = plan;
    const int figures = figuresIn(plan);
    const auto first = static_cast<PartIndex>(after.parts.size());
    for (Part& part : startingParts(other.parts)) {
        const bool taken =
            std::ranges::find(after.parts, part.name, &Part::name) != after.parts.end();
        if (taken) part.name = freeName(after.parts, part.name);
        part.stands_in = figures;
        imported.parts.push_back({part.name, std::nullopt, false});
        after.parts.push_back(std::move(part));
    }
    const auto size =
        checkSize(imported.mesh.triangles.size() + other.mesh.triangles.size(), after.parts.size());
    if (!size) return tl::unexpected(size.error());
    standBeside(other.mesh, where);
    append(imported.mesh, other.mesh.positions_mm, other.mesh.triangles);
    for (const PartIndex label : other.labels) {
        imported.labels.push_back(static_cast<PartIndex>(first + label));
    }
    return standing(std::move(after), std::move(imported), progress);
}

Result<Plan> withFigureMoved(const Plan& plan, int figure, const Beside& where,
                             const Progress& progress) {
    if (auto place = checkPlace(where); !place) return tl::unexpected(place.error());
    if (auto known = checkFigure(plan, figure); !known) return tl::unexpected(known.error());
    const Form& before = *plan.figure->form;
    const std::vector<bool> parts = partsIn(plan, figure);
    ImportedFigure imported = before.imported;
    WorkingSurface whole = before.whole;
    whole.labels = *plan.figure->labels;
    const auto own = ownCorners(imported.mesh, plan.figure->occluder_labels, parts);
    const auto working = ownCorners(whole.mesh, whole.labels, parts);
    if (!own || !working) {
        return fail(ErrorCode::BadInput,
                    "This figure shares surface with another and cannot be moved by itself. Give "
                    "each its own parts.");
    }
    const Motion motion = motionOf(boundsOf(imported.mesh, *own), where);
    moveChosen(imported.mesh, *own, motion);
    moveChosen(whole.mesh, *working, motion);
    for (std::size_t v = 0; v < working->size(); ++v) {
        if ((*working)[v]) whole.normals[v] = motion.stance.turn * whole.normals[v];
    }
    auto form = makeForm(std::move(imported), std::move(whole), progress);
    if (!form) return tl::unexpected(form.error());
    Plan after = plan;
    after.figure = dividedFigure(std::move(*form), plan.figure->labels, plan.parts.size());
    carryDrawn(after, motion.stance, motion.shift, liesOn(plan, parts));
    return after;
}

Result<Plan> withoutFigure(const Plan& plan, int figure, const Progress& progress) {
    if (auto known = checkFigure(plan, figure); !known) return tl::unexpected(known.error());
    const std::vector<bool> parts = partsIn(plan, figure);
    ImportedFigure imported = importedAs(plan);
    dropParts(imported.mesh, imported.labels, parts, nullptr);
    WorkingSurface whole = plan.figure->form->whole;
    whole.labels = *plan.figure->labels;
    dropParts(whole.mesh, whole.labels, parts, &whole.normals);
    if (imported.mesh.triangles.empty() || whole.mesh.triangles.empty()) {
        return fail(ErrorCode::BadInput, "Nothing else stands in the scene. Open another figure.");
    }
    auto labels = std::make_shared<const PartLabels>(whole.labels);
    auto form = makeForm(std::move(imported), std::move(whole), progress);
    if (!form) return tl::unexpected(form.error());
    Plan after = plan;
    dropDrawn(after, liesOn(plan, parts));
    after.figure = dividedFigure(std::move(*form), std::move(labels), plan.parts.size());
    for (Part& part : after.parts) {
        if (part.stands_in >= figure) --part.stands_in;  // its own parts are dropped
    }
    dropEmptyParts(after);
    return after;
}

}  // namespace glaukophos
