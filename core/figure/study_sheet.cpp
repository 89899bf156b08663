#include "core/figure/study_sheet.h"

#include <algorithm>
#include <cmath>

#include "core/colour/colour.h"

namespace glaukophos {
namespace {

constexpr std::size_t kFewestTriangles = 200;
constexpr std::uint32_t kNone = 0xFFFFFFFFU;
// From one triangle to the next; 0..1 as the strength of a fold.
constexpr double kSoft_L = 2.0;
constexpr double kSharp_L = 9.0;

struct Sheet {
    Mesh mesh;
    std::vector<float> luminance;
};

Sheet sheetOf(const GreyPicture& picture, double height_mm) {
    int top = picture.height;
    int bottom = -1;
    int left = picture.width;
    int right = -1;
    for (int y = 0; y < picture.height; ++y) {
        for (int x = 0; x < picture.width; ++x) {
            if (!picture.kept[picture.at(x, y)]) continue;
            top = std::min(top, y);
            bottom = std::max(bottom, y);
            left = std::min(left, x);
            right = std::max(right, x);
        }
    }
    Sheet sheet;
    if (bottom <= top) return sheet;
    const auto step = static_cast<float>(height_mm / (bottom - top));
    std::vector<std::uint32_t> vertices(picture.kept.size(), kNone);
    const auto vertex = [&](int x, int y) {
        std::uint32_t& known = vertices[picture.at(x, y)];
        if (known == kNone) {
            known = static_cast<std::uint32_t>(sheet.mesh.positions_mm.size());
            sheet.mesh.positions_mm.emplace_back(
                step * (static_cast<float>(x) - 0.5F * static_cast<float>(left + right)), 0.0F,
                step * static_cast<float>(bottom - y));
            sheet.luminance.push_back(picture.luminance[picture.at(x, y)]);
        }
        return known;
    };
    for (int y = top; y < bottom; ++y) {
        for (int x = left; x < right; ++x) {
            const bool whole =
                picture.kept[picture.at(x, y)] && picture.kept[picture.at(x + 1, y)] &&
                picture.kept[picture.at(x, y + 1)] && picture.kept[picture.at(x + 1, y + 1)];
            if (!whole) continue;
            // Diagonals in turn, so that borders of bands have no grain. Facing -y.
            const std::uint32_t a = vertex(x, y);
            const std::uint32_t b = vertex(x + 1, y);
            const std::uint32_t c = vertex(x, y + 1);
            const std::uint32_t d = vertex(x + 1, y + 1);
            if ((x + y) % 2 == 0) {
                sheet.mesh.triangles.push_back({a, c, b});
                sheet.mesh.triangles.push_back({b, c, d});
            } else {
                sheet.mesh.triangles.push_back({a, c, d});
                sheet.mesh.triangles.push_back({a, d, b});
            }
        }
    }
    return sheet;
}

double lightnessOfTriangle(const Form& form, std::size_t triangle) {
    const std::vector<float>& pictured = form.whole.pictured;
    const Triangle& t = form.whole.mesh.triangles[triangle];
    return lightnessOf((pictured[t[0]] + pictured[t[1]] + pictured[t[2]]) / 3.0F);
}

}  // namespace

Result<std::shared_ptr<const Figure>> figureFromPicture(const GreyPicture& picture,
                                                        double height_mm,
                                                        const Progress& progress) {
    Sheet sheet = sheetOf(picture, height_mm);
    if (sheet.mesh.triangles.size() < kFewestTriangles) {
        return fail(ErrorCode::BadInput,
                    "Next to nothing of this picture stands out from its ground: photograph the "
                    "figure larger, before a plain ground.");
    }
    ImportedFigure imported;
    imported.mesh = sheet.mesh;
    imported.labels.assign(sheet.mesh.triangles.size(), 0);
    imported.parts = {{"figure", std::nullopt, true}};
    WorkingSurface whole;
    whole.normals.assign(sheet.mesh.positions_mm.size(), -Vec3::UnitY());
    whole.labels = imported.labels;
    whole.longest_edge_mm = 1.5F * (sheet.mesh.positions_mm[sheet.mesh.triangles[0][0]] -
                                    sheet.mesh.positions_mm[sheet.mesh.triangles[0][1]])
                                       .norm();
    whole.pictured = std::move(sheet.luminance);
    whole.mesh = std::move(sheet.mesh);
    auto form = makeForm(std::move(imported), std::move(whole), progress);
    if (!form) return tl::unexpected(form.error());
    auto labels = std::make_shared<const PartLabels>((*form)->whole.labels);
    return dividedFigure(std::move(*form), std::move(labels), 1);
}

Creases valueCreases(const Form& form) {
    Creases creases;
    const std::size_t count = form.whole.mesh.triangles.size();
    std::vector<double> lightness(count);
    for (std::size_t t = 0; t < count; ++t) lightness[t] = lightnessOfTriangle(form, t);
    creases.strength.assign(count, {0.0F, 0.0F, 0.0F});
    for (std::size_t t = 0; t < count; ++t) {
        for (std::size_t k = 0; k < 3; ++k) {
            const std::uint32_t other = form.neighbours.across[t][k];
            if (other == kNoTriangle) continue;
            const double apart = std::abs(lightness[t] - lightness[other]);
            creases.strength[t][k] =
                static_cast<float>(std::clamp((apart - kSoft_L) / (kSharp_L - kSoft_L), 0.0, 1.0));
        }
    }
    return creases;
}

}  // namespace glaukophos
