#include "core/figure/relief_of_figure.h"

#include <fmt/format.h>

namespace glaukophos {

std::vector<float> reliefWithin(const Figure& figure, double radius_mm) {
    const WorkingSurface& whole = figure.form->whole;
    const auto of_form = figure.form->kept->of(fmt::format("relief within {}", radius_mm), [&] {
        return reliefOf(whole.mesh, whole.normals, static_cast<float>(radius_mm));
    });
    std::vector<float> relief(figure.vertexCount());
    for (std::size_t v = 0; v < relief.size(); ++v) {
        relief[v] = (*of_form)[figure.surface.whole_vertices[v]];
    }
    return relief;
}

}  // namespace glaukophos
