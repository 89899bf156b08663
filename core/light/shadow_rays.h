// Shadow rays of many receivers, sixteen at a time.
#pragma once

#include <array>
#include <vector>

#include "core/light/receivers.h"

namespace glaukophos {

// Sums over rays: what would arrive and what does, so that their ratio is the visible share.
struct Visible {
    double open = 0.0;
    double arrived = 0.0;

    [[nodiscard]] double share() const { return open > 0.0 ? arrived / open : 0.0; }
    // All or nothing so far: more rays are not likely to say otherwise.
    [[nodiscard]] bool settled() const {
        return open > 0.0 && (arrived <= 0.0 || arrived >= open * (1.0 - 1e-9));
    }
};

// Where more rays are worth it: where the first disagree, and next to such places and to where
// shadow turns to light, since a few rays that agree there are no proof (receivers run along a
// curve, so that neighbours in the list are neighbours on the surface). One entry a sum.
std::vector<bool> atShadowBorders(std::span<const Visible> sums);

// Collects rays until there are sixteen, whoever they are for; `sums` has one entry a receiver.
class ShadowRays {
  public:
    // `coherent` when neighbouring rays run nearly side by side.
    ShadowRays(const RayScene& scene, const PassedTriangles& passed, bool coherent,
               std::span<Visible> sums)
        : m_scene(scene), m_passed(passed), m_coherent(coherent), m_sums(sums) {
        m_packet.clear();
    }
    ~ShadowRays() { flush(); }
    ShadowRays(const ShadowRays&) = delete;
    ShadowRays& operator=(const ShadowRays&) = delete;

    // Adds `weight` to the sum at `slot`, as open and, if nothing lies before `far_mm`, as arrived.
    void add(std::size_t slot, const Vec3& origin, const Vec3& direction, float far_mm,
             double weight) {
        if (weight <= 0.0) return;
        m_packet.set(m_used, origin, direction, far_mm);
        m_slots[m_used] = slot;
        m_weights[m_used] = weight;
        if (++m_used == kLanes) flush();
    }
    void flush() {
        if (m_used == 0) return;
        m_scene.occluded(m_packet, m_passed, m_coherent);
        for (std::size_t lane = 0; lane < m_used; ++lane) {
            Visible& sum = m_sums[m_slots[lane]];
            sum.open += m_weights[lane];
            if (!m_packet.blocked(lane)) sum.arrived += m_weights[lane];
        }
        m_packet.clear();
        m_used = 0;
    }

  private:
    static constexpr std::size_t kLanes = 16;
    const RayScene& m_scene;
    const PassedTriangles& m_passed;
    bool m_coherent;
    std::span<Visible> m_sums;
    RayPacket m_packet;
    std::array<std::size_t, kLanes> m_slots{};
    std::array<double, kLanes> m_weights{};
    std::size_t m_used = 0;
};

}  // namespace glaukophos
