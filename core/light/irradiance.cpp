// What is open in closed form, times the visible share found by rays.
#include "core/light/irradiance.h"

#include <algorithm>
#include <functional>

#include "core/base/parallel.h"
#include "core/light/shadow_rays.h"
#include "core/light/sky_rays.h"
#include "core/light/traced_source.h"

namespace glaukophos {
namespace {

struct RayPlan {
    std::uint32_t first = 1;
    std::uint32_t more = 0;  // where the first disagree or are next to a border
    std::uint32_t last = 0;  // where those disagree too
};

RayPlan raysFor(Accuracy accuracy, const PreviewRays& preview) {
    switch (accuracy) {
        case Accuracy::Preview:
            return {static_cast<std::uint32_t>(preview.first),
                    static_cast<std::uint32_t>(preview.more), 0};
        case Accuracy::Soft:
            return {4, 12, 16};
        case Accuracy::Reference:
            break;
    }
    return {4096, 0, 0};
}

template <class Source>
class Tracer {
  public:
    Tracer(const Source& source, const Receivers& receivers, const RayScene& scene,
           const PassedTriangles& passed, Accuracy accuracy, const FewRays& few)
        : m_source(source),
          m_receivers(receivers),
          m_scene(scene),
          m_passed(passed),
          m_few(few),
          m_plan(raysFor(accuracy, source.previewRays())) {
        if (few.count > 0) m_plan = {few.count, 0, 0};
    }

    // At strength 1, for receivers [begin, end).
    void chunk(std::size_t begin, std::size_t end, Arriving& out) const {
        typename Source::View view;
        std::vector<Visible> sums(end - begin);
        {
            ShadowRays rays(m_scene, m_passed, m_source.isParallel(), sums);
            for (std::size_t i = begin; i < end; ++i) {
                m_source.look(m_receivers.points_mm[i], m_receivers.normals[i], view);
                if (view.inside) out.open[i] = out.seen[i] = 1.0F;  // it shines from everywhere
                if (view.inside || view.open <= 0.0) continue;
                out.open[i] = static_cast<float>(view.open);
                add(rays, i, i - begin, view, m_few.first, m_plan.first);
            }
        }
        if (m_plan.more > 0) refine(begin, out, sums);
        for (std::size_t i = begin; i < end; ++i) {
            if (sums[i - begin].open > 0.0) {
                out.seen[i] = static_cast<float>(sums[i - begin].share());
            } else if (m_few.count > 0 && out.seen[i] <= 0.0F) {
                out.seen[i] = -1.0F;
            }
        }
    }

  private:
    // More rays at the borders of shadows, and yet more where those disagree.
    void refine(std::size_t begin, const Arriving& out, std::span<Visible> sums) const {
        const std::vector<bool> border = atShadowBorders(sums);
        std::vector<std::pair<std::size_t, typename Source::View>> views;  // by slot
        for (std::size_t slot = 0; slot < border.size(); ++slot) {
            const std::size_t i = begin + slot;
            if (!border[slot] || out.open[i] <= 0.0F || out.seen[i] > 0.0F) continue;
            views.emplace_back(slot, typename Source::View{});
            m_source.look(m_receivers.points_mm[i], m_receivers.normals[i], views.back().second);
        }
        const auto trace = [&](std::uint32_t first, std::uint32_t count, bool only_mixed) {
            std::vector<bool> settled;
            for (const Visible& sum : sums) settled.push_back(sum.settled());
            ShadowRays rays(m_scene, m_passed, m_source.isParallel(), sums);
            for (const auto& [slot, view] : views) {
                if (only_mixed && settled[slot]) continue;
                add(rays, begin + slot, slot, view, first, count);
            }
        };
        const std::uint32_t next = m_few.first + m_plan.first;
        trace(next, m_plan.more, false);
        if (m_plan.last > 0) trace(next + m_plan.more, m_plan.last, true);
    }

    void add(ShadowRays& rays, std::size_t receiver, std::size_t slot,
             const typename Source::View& view, std::uint32_t first, std::uint32_t count) const {
        const Vec3 origin = m_receivers.origin(receiver);
        const bool is_alone = m_plan.first == 1 && m_few.count == 0;
        if (is_alone) {  // straight to the middle, whatever the horizon hides
            const SourceRay ray = m_source.ray(view, origin, {0.5, 0.5});
            rays.add(slot, origin, ray.direction, ray.far_mm, 1.0);
            return;
        }
        const Point2 shift = shiftFor(m_few.numbers.empty() ? static_cast<std::uint32_t>(receiver)
                                                            : m_few.numbers[receiver]);
        for (std::uint32_t k = first; k < first + count; ++k) {
            const SourceRay ray = m_source.ray(view, origin, spreadPoint(k, shift));
            rays.add(slot, origin, ray.direction, ray.far_mm, ray.weight);
        }
    }

    const Source& m_source;
    const Receivers& m_receivers;
    const RayScene& m_scene;
    const PassedTriangles& m_passed;
    FewRays m_few;
    RayPlan m_plan;
};

int finenessOf(Accuracy accuracy) {
    switch (accuracy) {
        case Accuracy::Preview:
            return 10;
        case Accuracy::Soft:
            return 20;
        case Accuracy::Reference:
            break;
    }
    return 128;
}

EmittingDetail detailFor(Accuracy accuracy) {
    switch (accuracy) {
        case Accuracy::Preview:
            return {2.0, 0.8, 0.9};
        case Accuracy::Soft:
            return {4.0, 0.93, 0.97};
        case Accuracy::Reference:
            break;
    }
    return {16.0, 0.99, 0.9995};
}

int pointsFor(Accuracy accuracy) {
    switch (accuracy) {
        case Accuracy::Preview:
            return 64;
        case Accuracy::Soft:
            return 256;
        case Accuracy::Reference:
            break;
    }
    return 4096;
}

// Calls use(source) with the light as the ray tracer sees it; `otherwise` for kinds that are not
// traced so.
template <class Use, class T>
T withSource(const Light& light, const Occluders& occluders, Accuracy accuracy, const Use& use,
             T otherwise) {
    return std::visit(
        Overloaded{
            [&](const FarLight& far) { return use(RoundSource(far)); },
            [&](const Lamp& lamp) { return use(RoundSource(lamp)); },
            [&](const Rod& rod) { return use(OutlinedSource(rod, finenessOf(accuracy))); },
            [&](const Panel& panel) { return use(OutlinedSource(panel, finenessOf(accuracy))); },
            [&](const GlowingPart&) {
                return use(GlowingSource(EmittingSurface(occluders.mesh, occluders.labels,
                                                         light.own_parts, detailFor(accuracy))));
            },
            [&](const Spray& spray) {
                return use(PointsSource(
                    pointsOf(spray, occluders.scene.bounds().centre(), pointsFor(accuracy))));
            },
            [&](const auto&) { return otherwise; }},
        light.kind);
}

// With nothing in between, at strength 1.
template <class Source>
double openOf(const Source& source, const Vec3& point_mm, const Vec3& normal,
              typename Source::View& view) {
    source.look(point_mm, normal, view);
    return view.inside ? 1.0 : view.open;
}

bool isGlowingPart(const Light& light) { return std::holds_alternative<GlowingPart>(light.kind); }

}  // namespace

PassedTriangles passedBy(const Light& light, const PartLabels& labels) {
    std::vector<PartIndex> parts = light.passed_parts;
    if (!isGlowingPart(light)) {
        parts.insert(parts.end(), light.own_parts.begin(), light.own_parts.end());
    }
    if (parts.empty() || labels.empty()) return {};
    const auto last = *std::ranges::max_element(labels);
    std::vector<char> passes(std::size_t{last} + 1, 0);
    for (const PartIndex part : parts) {
        if (part <= last) passes[part] = 1;
    }
    PassedTriangles passed(labels.size(), false);
    // Few triangles pass: writing only those is several times as quick.
    for (std::size_t i = 0; i < labels.size(); ++i) {
        if (passes[labels[i]] != 0) passed[i] = true;
    }
    return passed;
}

std::optional<RayScene> sceneWithoutPassed(const Light& light, const Occluders& occluders) {
    constexpr std::size_t kMostTriangles = 1'500'000;
    if (occluders.mesh.triangles.size() > kMostTriangles) return std::nullopt;
    const PassedTriangles passed = passedBy(light, occluders.labels);
    if (passed.empty()) return std::nullopt;
    Mesh stays;
    stays.positions_mm = occluders.mesh.positions_mm;
    for (std::size_t t = 0; t < passed.size(); ++t) {
        if (!passed[t]) stays.triangles.push_back(occluders.mesh.triangles[t]);
    }
    if (stays.triangles.empty()) return std::nullopt;
    auto scene = RayScene::build(stays);
    if (!scene) return std::nullopt;
    return std::move(*scene);
}

Arriving arriving(const Light& light, const Receivers& receivers, const Occluders& occluders,
                  Accuracy accuracy, const Progress& progress, const FewRays& few) {
    Arriving out{std::vector<float>(receivers.count(), 0.0F),
                 std::vector<float>(receivers.count(), 0.0F)};
    const RayScene& scene = occluders.past != nullptr ? *occluders.past : occluders.scene;
    const PassedTriangles passed =
        occluders.past != nullptr ? PassedTriangles{} : passedBy(light, occluders.labels);
    const auto run = [&](const auto& source) {
        const Tracer tracer(source, receivers, scene, passed, accuracy, few);
        return forChunks(receivers.count(), progress, [&](std::size_t begin, std::size_t end) {
            tracer.chunk(begin, end, out);
        });
    };
    bool complete = true;
    if (const auto* sky = std::get_if<Sky>(&light.kind)) {
        out.open.assign(receivers.count(), 1.0F);
        complete = traceSky(*sky, receivers, scene, passed, accuracy, progress, out.seen);
    } else {
        complete = withSource(light, occluders, accuracy, run, true);
    }
    if (!complete) return {};
    for (float& e : out.open) e *= static_cast<float>(light.strength);
    return out;
}

std::vector<float> Arriving::irradiance() const {
    std::vector<float> product(open.size());
    std::ranges::transform(open, seen, product.begin(), std::multiplies<>());
    return product;
}

std::vector<float> irradiance(const Light& light, const Receivers& receivers,
                              const Occluders& occluders, Accuracy accuracy,
                              const Progress& progress) {
    return arriving(light, receivers, occluders, accuracy, progress).irradiance();
}

double openIrradiance(const Light& light, const Occluders& occluders, const Vec3& point_mm,
                      const Vec3& normal) {
    const auto open = [&](const auto& source) {
        typename std::decay_t<decltype(source)>::View view;
        return openOf(source, point_mm, normal, view);
    };
    return light.strength * withSource(light, occluders, Accuracy::Soft, open, 0.0);
}

void openIrradiance(const Light& light, const Occluders& occluders, const Receivers& receivers,
                    std::span<const std::uint32_t> at, std::span<float> open) {
    const auto fill = [&](const auto& source) {
        forChunks(at.size(), {}, [&](std::size_t begin, std::size_t end) {
            typename std::decay_t<decltype(source)>::View view;
            for (const std::uint32_t i : at.subspan(begin, end - begin)) {
                const double here =
                    openOf(source, receivers.points_mm[i], receivers.normals[i], view);
                open[i] = static_cast<float>(light.strength * here);
            }
        });
        return true;
    };
    if (!withSource(light, occluders, Accuracy::Soft, fill, false)) {
        for (const std::uint32_t i : at) open[i] = 0.0F;
    }
}

}  // namespace glaukophos
