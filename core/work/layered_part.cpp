#include "core/work/layered_part.h"

#include <algorithm>

#include "core/colour/coats.h"
#include "core/painted/gradients.h"
#include "core/work/rim_steps.h"
#include "core/work/step_key.h"

namespace glaukophos {

LayeredPart::LayeredPart(const WorkBasis& basis, PartIndex part)
    : m_basis(basis),
      m_part(part),
      m_after_glow(isPaintedAfterGlow(basis.plan, part)),
      m_appearance(m_after_glow ? basis.appearance : basis.before),
      m_mixes(m_after_glow ? basis.mixes.parts[part] : basis.parts[part]),
      m_ladder(m_appearance.ladders[part]),
      m_layers(layerBandsOf(basis, part)) {}

Phase LayeredPart::phase() const {
    return m_after_glow && !isRecessedGlow(m_basis.plan, m_part) ? Phase::Late : Phase::Parts;
}

double LayeredPart::halfThrough(std::size_t band) const {
    return lightnessAt(static_cast<double>(band) + 0.5, borders(), m_basis.paint());
}

std::size_t LayeredPart::topOf(std::size_t band) const {
    std::size_t last = band;
    for (std::size_t above = band + 1; above < m_ladder.size(); ++above) {
        if (!mix(above).present) continue;
        if (!mix(above).joined) break;
        last = above;
    }
    return last;
}

std::string LayeredPart::name(std::size_t band) const {
    const std::size_t last = topOf(band);
    std::string first = bandName(band, m_ladder.size());
    if (last == band) return first;
    return first + (last == band + 1 ? " and " : " to ") + bandName(last, m_ladder.size());
}

Step LayeredPart::step(StepKind kind, std::size_t band, const char* what) const {
    Step step;
    step.kind = kind;
    step.parts = {m_part};
    step.band = band;
    step.key = keyOf(part(), what, band);
    step.layer = name(band);
    step.recipe = mix(band).recipe;
    step.thinner = mix(band).thinner;
    step.coats = mix(band).coats;
    return step;
}

Mask LayeredPart::values(double from, double to) const {
    return {m_after_glow ? Where::Finished : Where::Values, from, to, 0, 0};
}

int LayeredPart::coatsOn(const Step& step, const Reflectance& ground) const {
    return coatsOver(filmOf(m_basis.mixes.rack, step.recipe.drops), filmThickness(step.thinner),
                     ground);
}

int LayeredPart::coatsOn(const Step& step, const Recipe& below) const {
    return coatsOn(step, reflectanceOf(m_basis.mixes.rack, below.drops));
}

double LayeredPart::areaFrom(std::size_t band) const {
    double area = 0.0;
    for (std::size_t above = band; above < m_ladder.size(); ++above) {
        area += m_ladder[above].area_mm2;
    }
    return area;
}

double LayeredPart::lostAt(std::size_t border) const {
    double lost = 0.0;
    for (const BandEdge& edge : m_basis.edges.edges) {
        if (edge.part != m_part || edge.border != border) continue;
        if (edge.kind == EdgeKind::Lost) lost += edge.length_mm;
        if (edge.kind == EdgeKind::Soft) lost += 0.5 * edge.length_mm;
    }
    return lost;
}

double LayeredPart::area(const Mask& mask) const {
    const std::vector<PartIndex> only = {m_part};
    return areaOf(m_basis.maps(), mask, only);
}

std::string LayeredPart::extentFrom(double lightness) const {
    constexpr double kMost = 0.5;
    const Surface& surface = m_basis.plan.figure->surface;
    for (const Gradient& gradient : m_basis.plan.values.gradients) {
        if (gradient.way != GradientWay::Along) continue;
        const auto share = gradientShare(*m_basis.plan.figure, gradient);
        double under_mm2 = 0.0;
        std::vector<float> lighter;
        for (std::size_t v = 0; v < share->size(); ++v) {
            if (surface.parts[v] != m_part || (*share)[v] < 0.0F) continue;
            under_mm2 += surface.areas_mm2[v];
            if (m_appearance.values.lightness[v] >= lightness) lighter.push_back((*share)[v]);
        }
        if (under_mm2 < kMost * surface.part_areas_mm2[m_part] || lighter.empty()) continue;
        // A few places that the light made paler do not count.
        const auto first = lighter.begin() + static_cast<std::ptrdiff_t>((lighter.size() - 1) / 10);
        std::ranges::nth_element(lighter, first);
        return extentWords(*first);
    }
    return {};
}

}  // namespace glaukophos
