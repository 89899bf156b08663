// Rays are the dear part: none where nothing would show, none where the sky's table is sure, and
// of the others not all that were sent a moment ago.
#include "core/lighting/moving_light.h"

#include <algorithm>
#include <numeric>
#include <optional>

#include "core/base/parallel.h"

namespace glaukophos {
namespace {

// Of these receivers those at which a light of this weight, given at strength 1, can be told from
// the others at all, were nothing in its way; fills in what it gives there then, 0 elsewhere.
std::vector<std::uint32_t> whereItMatters(const Light& unit, float weight,
                                          const ShownPlaces& places,
                                          std::vector<std::uint32_t> receivers,
                                          std::span<float> open) {
    constexpr float kUnseen = 0.02F;  // of all light: less than a third of a step of L*
    openIrradiance(unit, places.lit.occluders, places.lit.receivers, receivers, open);
    std::erase_if(receivers, [&](std::uint32_t r) {
        if (weight * open[r] > kUnseen * places.others[r]) return false;
        open[r] = 0.0F;
        return true;
    });
    return receivers;
}

// Of other kinds the open light costs as much as the rays.
bool isRound(const Light& light) {
    return std::holds_alternative<Lamp>(light.kind) || std::holds_alternative<FarLight>(light.kind);
}

// All chosen vertices, then every point of the floor, or every other each way.
std::vector<std::uint32_t> chosenReceivers(std::size_t vertices, std::size_t side,
                                           Accuracy accuracy) {
    std::vector<std::uint32_t> receivers(vertices);
    std::iota(receivers.begin(), receivers.end(), 0U);
    const std::size_t every = accuracy == Accuracy::Preview ? 2 : 1;
    for (std::size_t row = 0; row < side; row += every) {
        for (std::size_t column = 0; column < side; column += every) {
            receivers.push_back(static_cast<std::uint32_t>(vertices + row * side + column));
        }
    }
    return receivers;
}

// Of a floor known at every other point each way: those between are the mean of their neighbours.
void fillFloor(std::span<float> values, std::size_t side) {
    const std::size_t last = side - 1 - (side - 1) % 2;  // that is known
    for (std::size_t row = 0; row < side; ++row) {
        for (std::size_t column = 0; column < side; ++column) {
            if (row % 2 == 0 && column % 2 == 0) continue;
            const std::size_t up = row - row % 2;
            const std::size_t left = column - column % 2;
            const std::size_t down = std::min(row + row % 2, last);
            const std::size_t right = std::min(column + column % 2, last);
            values[row * side + column] =
                0.25F * (values[up * side + left] + values[up * side + right] +
                         values[down * side + left] + values[down * side + right]);
        }
    }
}

// Round every direction of the sky: wide enough for a lamp, for how far its middle is off the
// nearest direction, and for what lies between two directions.
const std::vector<SightCone>& lampCones() {
    static const std::vector<SightCone> cones = [] {
        constexpr double kWide_deg = 20.0;
        std::vector<SightCone> all;
        for (const Vec3& direction : skyDirections()) all.emplace_back(direction, kWide_deg);
        return all;
    }();
    return cones;
}

// What points see of a light behind the sky's table.
class SkySights {
  public:
    explicit SkySights(const Light& light) : m_lamp(std::get_if<Lamp>(&light.kind)) {
        constexpr double kApart_deg = 13.0;  // a direction's neighbours lie about nine degrees off
        if (const auto* far = std::get_if<FarLight>(&light.kind)) {
            m_far.emplace(towards(far->direction), kApart_deg + far->radius_deg);
        }
    }

    [[nodiscard]] Sight of(const SkyBits& bits, const Vec3& point_mm, const Vec3& normal) const {
        constexpr double kWidest_deg = 8.0;  // that the cones of lamps are made for
        if (m_far) return m_far->of(bits, normal);
        const Vec3 way = m_lamp->centre_mm - point_mm;
        const bool is_wide =
            m_lamp->radius_mm > std::sin(radians(kWidest_deg)) * static_cast<double>(way.norm());
        return is_wide ? Sight::Doubtful : lampCones()[lookedUpDirection(way)].of(bits, normal);
    }

  private:
    const Lamp* m_lamp;              // this,
    std::optional<SightCone> m_far;  // or this
};

// Fills in what the sky's table is sure of, and returns the receivers of which it is not.
std::vector<std::uint32_t> readFromSky(const Light& unit, const ShownPlaces& places,
                                       std::vector<std::uint32_t> receivers,
                                       std::span<float> seen) {
    constexpr float kDoubtful = -1.0F;
    const Receivers& on = places.lit.receivers;
    const SkySights sights(unit);
    forChunks(receivers.size(), {}, [&](std::size_t begin, std::size_t end) {
        for (const std::uint32_t r : std::span(receivers).subspan(begin, end - begin)) {
            const Sight sight = sights.of(places.table.bits[r], on.points_mm[r], on.normals[r]);
            seen[r] = sight == Sight::Doubtful ? kDoubtful : sight == Sight::All ? 1.0F : 0.0F;
        }
    });
    std::erase_if(receivers, [&](std::uint32_t r) { return seen[r] != kDoubtful; });
    return receivers;
}

// A lamp is a rod without length.
std::optional<Rod> rodOf(const LightKind& kind) {
    if (const auto* rod = std::get_if<Rod>(&kind)) return *rod;
    const auto* lamp = std::get_if<Lamp>(&kind);
    if (lamp == nullptr) return std::nullopt;
    return Rod{lamp->centre_mm, lamp->centre_mm, lamp->radius_mm};
}

// How far rays to one light's places miss the other's, in shares of its radius; more than 1 where
// they are of other kinds or sizes.
float shiftBetween(const LightKind& one, const LightKind& other) {
    constexpr float kApart = 2.0F;
    const auto now = rodOf(one);
    const auto then = rodOf(other);
    if (!now || !then || now->radius_mm != then->radius_mm) return kApart;
    const float most =
        std::max((now->from_mm - then->from_mm).norm(), (now->to_mm - then->to_mm).norm());
    return most / static_cast<float>(std::max(now->radius_mm, 1e-3));
}

// The last pictures of a light, as far as they count for where it is now.
class LookingBack {
  public:
    LookingBack(const Light& light, RecentShadows& recent) : m_light(light), m_recent(recent) {
        std::erase_if(recent.pictures, [&](const RecentShadows::Found& found) {
            return found.light.own_parts != light.own_parts ||
                   found.light.passed_parts != light.passed_parts ||
                   shiftBetween(found.light.kind, light.kind) > kNear;
        });
    }
    // Other rays than the last pictures sent, and with those fewer.
    [[nodiscard]] FewRays rays(std::span<const std::uint32_t> receivers) const {
        const std::uint32_t first =
            m_recent.rays * (m_recent.count % static_cast<std::uint32_t>(kPictures + 1));
        return {first, m_recent.pictures.empty() ? 0 : m_recent.rays, receivers};
    }

    // All of the last pictures agree here and beside it that everything is seen, or nothing.
    [[nodiscard]] bool isCalm(std::uint32_t receiver) const {
        constexpr std::uint32_t kBeside = 3;  // in the list, which runs along a curve over the form
        const std::vector<float>& newest = m_recent.pictures.front().seen;
        const float share = newest[receiver];
        if (share != 0.0F && share != 1.0F) return false;
        const std::uint32_t from = receiver < kBeside ? 0 : receiver - kBeside;
        const auto to = std::min<std::size_t>(newest.size(), receiver + kBeside + 1);
        for (const RecentShadows::Found& found : m_recent.pictures) {
            for (std::size_t i = from; i < to; ++i) {
                if (found.seen[i] >= 0.0F && found.seen[i] != share) return false;
            }
        }
        return true;
    }
    // Of the calm ones every fourth is traced in this picture, the others in the next three.
    [[nodiscard]] bool isLeftOut(std::uint32_t receiver) const {
        return m_recent.pictures.size() > 1 && (receiver + m_recent.count) % 4 != 0 &&
               isCalm(receiver);
    }
    [[nodiscard]] float shareAt(std::uint32_t receiver) const {
        return m_recent.pictures.front().seen[receiver];
    }

    // Keeps what was found and gives the mean of all that count.
    void take(std::vector<float> seen, const std::vector<std::uint32_t>& receivers,
              std::vector<float>& mean) {
        forChunks(receivers.size(), {}, [&](std::size_t begin, std::size_t end) {
            for (const std::uint32_t r : std::span(receivers).subspan(begin, end - begin)) {
                float sum = 0.0F;
                float count = 0.0F;
                const auto add = [&](float share) {
                    if (share < 0.0F) return;
                    sum += share;
                    count += 1.0F;
                };
                add(seen[r]);
                for (const RecentShadows::Found& found : m_recent.pictures) add(found.seen[r]);
                mean[r] = count > 0.0F ? sum / count : 0.0F;
            }
        });
        if (m_recent.pictures.size() == kPictures) m_recent.pictures.pop_back();
        m_recent.pictures.insert(m_recent.pictures.begin(), {m_light, std::move(seen)});
        ++m_recent.count;
    }

  private:
    static constexpr std::size_t kPictures = 3;
    static constexpr float kNear = 0.5F;  // share of a light's radius
    const Light& m_light;
    RecentShadows& m_recent;
};

// Traces a light at some of the receivers; false when stopped.
bool trace(const Light& unit, const LitForm& lit, const std::vector<std::uint32_t>& receivers,
           Accuracy accuracy, const FewRays& few, const Progress& progress, Arriving& there) {
    std::vector<Vec3> points;
    std::vector<Vec3> normals;
    points.reserve(receivers.size());
    normals.reserve(receivers.size());
    for (const std::uint32_t r : receivers) {
        points.push_back(lit.receivers.points_mm[r]);
        normals.push_back(lit.receivers.normals[r]);
    }
    const Receivers fewer{points, normals, lit.receivers.offset_mm};
    const Arriving found = arriving(unit, fewer, lit.occluders, accuracy, progress, few);
    if (found.open.size() != receivers.size()) return false;
    for (std::size_t i = 0; i < receivers.size(); ++i) {
        there.open[receivers[i]] = found.open[i];
        there.seen[receivers[i]] = found.seen[i];
    }
    return true;
}

// The same with a few rays, the others being those of the last pictures.
bool traceAnew(const Light& unit, const LitForm& lit, const std::vector<std::uint32_t>& receivers,
               LookingBack looking_back, const Progress& progress, Arriving& there) {
    std::vector<char> is_left_out(receivers.size());
    forChunks(receivers.size(), {}, [&](std::size_t begin, std::size_t end) {
        for (std::size_t i = begin; i < end; ++i) {
            is_left_out[i] = looking_back.isLeftOut(receivers[i]) ? 1 : 0;
        }
    });
    std::vector<std::uint32_t> anew;
    std::vector<std::uint32_t> left_out;
    std::vector<float> seen(there.seen.size(), -1.0F);
    for (std::size_t i = 0; i < receivers.size(); ++i) {
        const std::uint32_t r = receivers[i];
        if (is_left_out[i] == 0) {
            anew.push_back(r);
            continue;
        }
        seen[r] = looking_back.shareAt(r);
        left_out.push_back(r);
    }
    openIrradiance(unit, lit.occluders, lit.receivers, left_out, there.open);
    if (!trace(unit, lit, anew, Accuracy::Preview, looking_back.rays(anew), progress, there)) {
        return false;
    }
    for (const std::uint32_t r : anew) seen[r] = there.seen[r];
    looking_back.take(std::move(seen), receivers, there.seen);
    return true;
}

}  // namespace

std::vector<float> movingLight(const Light& unit, float weight, const ShownPlaces& places,
                               Accuracy accuracy, RecentShadows* recent, const Progress& progress) {
    const LitForm& lit = places.lit;
    const std::size_t vertices = places.mesh.positions_mm.size();
    const auto side = static_cast<std::size_t>(lit.form.floor.side);
    const bool quick = accuracy == Accuracy::Preview;
    const std::size_t count = lit.receivers.count();
    Arriving there{std::vector<float>(count, 0.0F), std::vector<float>(count, 0.0F)};
    std::vector<std::uint32_t> receivers = chosenReceivers(vertices, side, accuracy);
    if (isRound(unit)) {
        receivers = whereItMatters(unit, weight, places, std::move(receivers), there.open);
    }
    if (quick && isBehindTheSky(unit, lit.form.bounds, places.table)) {
        receivers = readFromSky(unit, places, std::move(receivers), there.seen);
        recent = nullptr;
    }
    const bool traced =
        quick && recent != nullptr
            ? traceAnew(unit, lit, receivers, LookingBack(unit, *recent), progress, there)
            : trace(unit, lit, receivers, accuracy, {0, 0, receivers}, progress, there);
    if (!traced) return {};
    settleShadows(places.mesh, there);
    std::vector<float> values = there.irradiance();
    if (quick) fillFloor(std::span(values).subspan(vertices), side);
    return values;
}

}  // namespace glaukophos
