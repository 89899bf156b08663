#include "core/photo/proposed_places.h"

#include <algorithm>
#include <limits>

#include "core/figure/relief_of_figure.h"

namespace glaukophos {
namespace {

constexpr double kTip_mm = 1.2;     // within this radius a tip stands out
constexpr std::size_t kOneIn = 60;  // of the vertices is tip enough
constexpr float kFacing = 0.25F;    // cosine to the eye: not at the very rim

bool isSeen(const Figure& figure, std::size_t vertex, const Vec3& eye_mm) {
    const Vec3& at = figure.surface.mesh.positions_mm[vertex];
    const Vec3 to_eye = eye_mm - at;
    const float far = to_eye.norm();
    if (figure.surface.normals[vertex].dot(to_eye) < kFacing * far) return false;
    const Vec3 raised = at + 0.05F * figure.surface.normals[vertex];
    return !figure.form->shown.occluded(raised, to_eye / far, far);
}

// The vertices that stand out most, the most first.
std::vector<std::size_t> tipsOf(const std::vector<float>& relief) {
    std::vector<std::size_t> tips(relief.size());
    for (std::size_t v = 0; v < tips.size(); ++v) tips[v] = v;
    const std::size_t kept = std::min(tips.size(), tips.size() / kOneIn + 50);
    std::ranges::partial_sort(tips, tips.begin() + static_cast<std::ptrdiff_t>(kept),
                              std::greater<>{}, [&](std::size_t v) { return relief[v]; });
    tips.resize(kept);
    return tips;
}

}  // namespace

std::vector<ProposedPlace> proposedPlaces(const Figure& figure, const Vec3& eye_mm,
                                          std::span<const Vec3> taken, std::size_t count) {
    const std::vector<float> relief = reliefWithin(figure, kTip_mm);
    std::vector<std::size_t> tips = tipsOf(relief);
    std::erase_if(tips, [&](std::size_t v) { return !isSeen(figure, v, eye_mm); });
    std::vector<Vec3> chosen(taken.begin(), taken.end());
    const float high = tips.empty() ? 1.0F : std::max(1e-6F, relief[tips.front()]);
    std::vector<ProposedPlace> places;
    while (places.size() < count) {
        float most = 0.0F;
        const std::size_t* best = nullptr;
        for (const std::size_t& v : tips) {
            const Vec3& at = figure.surface.mesh.positions_mm[v];
            float nearest = figure.bounds().diagonal();
            for (const Vec3& other : chosen) nearest = std::min(nearest, (other - at).norm());
            // Far apart first, and sharper before blunter.
            const float worth = nearest * (0.6F + 0.4F * relief[v] / high);
            if (worth <= most) continue;
            most = worth;
            best = &v;
        }
        if (best == nullptr) break;
        chosen.push_back(figure.surface.mesh.positions_mm[*best]);
        places.push_back({chosen.back(), figure.surface.normals[*best]});
    }
    return places;
}

}  // namespace glaukophos
