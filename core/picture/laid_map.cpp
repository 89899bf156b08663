#include "core/picture/laid_map.h"

#include <algorithm>

#include "core/picture/layer_map.h"

namespace glaukophos {
namespace {

bool isDrawn(const Step& step) {
    return step.mask.where == Where::Lines || step.mask.where == Where::GlowLines ||
           step.mask.where == Where::Drawn;
}

}  // namespace

LayerMap LaidSights::after(const EvaluatedPtr& evaluated, std::size_t count) {
    const Plan& plan = evaluated->plan;
    const Appearance& appearance = *evaluated->appearance;
    const Work& work = evaluated->desk->work;
    if (m_of != evaluated) {
        m_laid = std::make_unique<LaidPaint>(plan, appearance, work);
        m_of = evaluated;
    }
    LayerMap map;
    map.parts.assign(plan.parts.size(), true);
    map.values.assign(plan.figure->vertexCount(), 0.0F);
    m_laid->layUpTo(count);
    map.laid = m_laid->colours();
    for (std::size_t i = 0; i < std::min(count, work.steps.size()); ++i) {
        if (!isDrawn(work.steps[i])) continue;
        LayerMap lines = layerMapOf(plan, appearance, work, work.steps[i], false);
        std::ranges::move(lines.lines, std::back_inserter(map.lines));
    }
    return map;
}

}  // namespace glaukophos
