// Coverage is rounded to steps that the eye cannot tell, so that few layerings are worked out.
#include "core/work/laid_paint.h"

#include <algorithm>
#include <cmath>
#include <unordered_map>

#include "core/colour/coats.h"
#include "core/painted/underpaint.h"

namespace glaukophos {
namespace {

constexpr std::uint32_t kLevels = 24;  // of coverage
constexpr std::uint32_t kNewLook = 0xffffffff;

// Full coats that all coats of a step leave where all of it arrives.
double thicknessOf(const Plan& plan, const Step& step) {
    if (step.kind == StepKind::Spray) return plan.under.coats[step.mask.index].thickness;
    if (step.kind == StepKind::Filter) return plan.under.filter_thickness;
    if (step.veil_thinners.empty()) return step.coats * filmThickness(step.thinner);
    double sum = 0.0;
    for (const double thinner : step.veil_thinners) sum += filmThickness(thinner);
    return sum;
}

}  // namespace

LaidPaint::LaidPaint(const Plan& plan, const Appearance& appearance, const Work& work)
    : m_plan(plan), m_appearance(appearance), m_work(work) {
    begin();
}

void LaidPaint::begin() {
    m_laid = 0;
    m_looks = {reflectanceOf(m_plan.mixing.primer)};
    m_look_of.assign(m_plan.figure->vertexCount(), 0);
}

void LaidPaint::layUpTo(std::size_t count) {
    count = std::min(count, m_work.steps.size());
    if (count < m_laid) begin();
    while (m_laid < count) lay(m_work.steps[m_laid++]);
}

std::vector<float> LaidPaint::coverageOfStep(const Step& step) const {
    const MapBasis basis{m_plan, m_appearance, m_work.lightness};
    std::vector<float> coverage = coverageOf(basis, step.mask);
    const std::vector<bool> wanted = partsOf(m_plan, step);
    const std::vector<PartIndex>& parts = m_plan.figure->surface.parts;
    for (std::size_t v = 0; v < coverage.size(); ++v) {
        if (!wanted[parts[v]]) coverage[v] = 0.0F;
    }
    return coverage;
}

void LaidPaint::lay(const Step& step) {
    if (step.kind == StepKind::Prime || step.kind == StepKind::CleanUp) return;
    if (step.kind == StepKind::TouchUp) return;  // it leads to what is planned already
    const std::optional<PaintFilm> film = step.recipe.drops.empty()
                                              ? filmNamed(m_plan, step.paint)
                                              : filmOf(m_work.rack, step.recipe.drops);
    if (!film) return;
    const double thickness = thicknessOf(m_plan, step);
    const std::vector<float> coverage = coverageOfStep(step);
    // From what lies below and how much arrives to the new look.
    std::unordered_map<std::uint64_t, std::uint32_t> known;
    for (std::size_t v = 0; v < coverage.size(); ++v) {
        const auto level =
            static_cast<std::uint32_t>(std::lround(std::clamp(coverage[v], 0.0F, 1.0F) * kLevels));
        if (level == 0) continue;
        const std::uint64_t key = static_cast<std::uint64_t>(m_look_of[v]) * (kLevels + 1) + level;
        std::uint32_t& look = known.try_emplace(key, kNewLook).first->second;
        if (look == kNewLook) {
            look = static_cast<std::uint32_t>(m_looks.size());
            m_looks.push_back(over(*film, thickness * level / kLevels, m_looks[m_look_of[v]]));
        }
        m_look_of[v] = look;
    }
}

std::vector<Vec3> LaidPaint::colours() const {
    std::vector<Vec3> of_looks;
    for (const Reflectance& look : m_looks) {
        const Lab colour = labFrom(reflected(daylight(), look));
        of_looks.emplace_back(linearFrom(displayable(colour)).rgb.cast<float>());
    }
    std::vector<Vec3> colours;
    colours.reserve(m_look_of.size());
    for (const std::uint32_t look : m_look_of) colours.push_back(of_looks[look]);
    return colours;
}

}  // namespace glaukophos
