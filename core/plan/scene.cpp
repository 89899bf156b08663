// The triangles of both, as if they had been imported together.
#include "core/plan/scene.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/geometry/clean.h"
#include "core/light/direction.h"

namespace glaukophos {
namespace {

constexpr std::size_t kMostTriangles = 12'000'000;
constexpr std::size_t kMostParts = 400;

// "fur 2": the first number that is free.
std::string freeName(const std::vector<Part>& parts, const std::string& name) {
    for (int number = 2;; ++number) {
        std::string wanted = fmt::format("{} {}", name, number);
        if (std::ranges::find(parts, wanted, &Part::name) == parts.end()) return wanted;
    }
}

// About the middle of the mesh's own footprint; hours run towards the figure's own right.
void standBeside(Mesh& mesh, const Beside& where) {
    const Bounds bounds = boundsOf(mesh.positions_mm);
    const Vec3 foot(bounds.centre().x(), bounds.centre().y(), bounds.low.z());
    const auto angle = static_cast<float>(radians(-30.0 * where.faces_hour));
    const Eigen::Matrix3f turn = Eigen::AngleAxisf(angle, Vec3::UnitZ()).toRotationMatrix();
    const Vec3 own_left = -towards({3.0, 0.0});
    const Vec3 shift = static_cast<float>(where.left_mm) * own_left +
                       static_cast<float>(where.front_mm) * towards({12.0, 0.0});
    for (Vec3& point : mesh.positions_mm) point = foot + turn * (point - foot) + shift;
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
    if (imported.mesh.triangles.size() > kMostTriangles || plan.parts.size() > kMostParts) {
        return fail(ErrorCode::TooLarge,
                    fmt::format("One scene may have up to {} million triangles and {} parts.",
                                kMostTriangles / 1'000'000, kMostParts));
    }
    auto figure = makeFigure(std::move(imported), progress);
    if (!figure) return tl::unexpected(figure.error());
    plan.figure = std::move(*figure);
    giveIdentities(plan);
    return plan;
}

}  // namespace

Result<Plan> withCopy(const Plan& plan, const Beside& where, const std::vector<PartIndex>& single,
                      const Progress& progress) {
    ImportedFigure imported = importedAs(plan);
    Plan after = plan;
    constexpr PartIndex kStays = std::numeric_limits<PartIndex>::max();
    const int figures = figuresIn(plan);
    std::vector<PartIndex> copy_of(plan.parts.size(), kStays);
    for (std::size_t p = 0; p < plan.parts.size(); ++p) {
        if (std::ranges::find(single, static_cast<PartIndex>(p)) != single.end()) continue;
        copy_of[p] = static_cast<PartIndex>(after.parts.size());
        Part part = plan.parts[p];
        part.id = kNoPart;
        part.name = freeName(after.parts, part.name);
        part.stands_in += figures;
        imported.parts.push_back({part.name, std::nullopt, false});
        after.parts.push_back(std::move(part));
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
    weld(copied.positions_mm, copied.triangles, labels);
    standBeside(copied, where);
    append(imported.mesh, copied.positions_mm, copied.triangles);
    imported.labels.insert(imported.labels.end(), labels.begin(), labels.end());
    return standing(std::move(after), std::move(imported), progress);
}

Result<Plan> withFigure(const Plan& plan, ImportedFigure other, const Beside& where,
                        const Progress& progress) {
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
    standBeside(other.mesh, where);
    append(imported.mesh, other.mesh.positions_mm, other.mesh.triangles);
    for (const PartIndex label : other.labels) {
        imported.labels.push_back(static_cast<PartIndex>(first + label));
    }
    return standing(std::move(after), std::move(imported), progress);
}

}  // namespace glaukophos
