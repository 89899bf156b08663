// The figure as it looks at the desk after some of the steps: paint over paint, vertex by vertex.
#pragma once

#include "core/work/step_maps.h"

namespace glaukophos {

// Starts bare, as the primer; steps are laid one after the other. The plan, the appearance and the
// work must outlive it.
class LaidPaint {
  public:
    LaidPaint(const Plan& plan, const Appearance& appearance, const Work& work);

    // Brings it to where the first `count` steps are done; going back begins anew. Some
    // milliseconds a step.
    void layUpTo(std::size_t count);
    [[nodiscard]] std::size_t laid() const { return m_laid; }

    // Linear RGB of every vertex under daylight. Lines, which are finer than the surface's
    // triangles, are not in it.
    [[nodiscard]] std::vector<Vec3> colours() const;

  private:
    void begin();
    void lay(const Step& step);
    [[nodiscard]] std::vector<float> coverageOfStep(const Step& step) const;

    const Plan& m_plan;
    const Appearance& m_appearance;
    const Work& m_work;
    std::size_t m_laid = 0;
    // Few looks are shared by many vertices.
    std::vector<Reflectance> m_looks;
    std::vector<std::uint32_t> m_look_of;  // one entry a vertex
};

}  // namespace glaukophos
