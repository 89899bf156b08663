// Rings of each part are measured, like parts are put together, then coloured and mixed.
#include "core/mixing/glow_mixes.h"

#include <algorithm>
#include <cmath>

#include "core/colour/colour_difference.h"
#include "core/painted/shells.h"

namespace glaukophos {
namespace {

constexpr double kFarthestHue_deg = 20.0;  // off the light's own, at most
constexpr double kDarkestShell = 40.0;     // L* that the outermost has at most
constexpr double kShellRise = 6.0;         // L* from shell to shell
constexpr double kOneMix = 8.0;            // CIEDE2000 between parts that one mix serves
constexpr double kSmallOneMix = 16.0;      // the same for a part with little of the glow
constexpr double kSmall_mm2 = 25.0;
constexpr double kLeastShell_mm2 = 1.0;  // less of a shell is not painted

// The shorter way round, -180..180.
double turnFrom(double from_deg, double to_deg) {
    const double turn = to_deg - from_deg;
    return turn - 360.0 * std::round(turn / 360.0);
}

// One part between the rims of two shells.
struct Ring {
    double area = 0.0;
    double share = 0.0;
    Vec3d xyz = Vec3d::Zero();
};
using Rings = std::vector<Ring>;  // from the widest shell inward

void add(Rings& to, const Rings& more) {
    for (std::size_t s = 0; s < to.size(); ++s) {
        to[s].area += more[s].area;
        to[s].share += more[s].share;
        to[s].xyz += more[s].xyz;
    }
}

double areaOf(const Rings& rings, std::size_t from_shell = 0) {
    double area = 0.0;
    for (std::size_t s = from_shell; s < rings.size(); ++s) area += rings[s].area;
    return area;
}

// What light makes of each shell; one without surface is like its neighbour.
std::vector<Lab> physicalColours(const Rings& rings) {
    std::vector<Lab> colours(rings.size());
    std::optional<Lab> last;
    for (std::size_t s = 0; s < rings.size(); ++s) {
        if (rings[s].area > 0.0) last = labFrom(Xyz{rings[s].xyz / rings[s].area});
        if (last) colours[s] = *last;
    }
    for (std::size_t s = rings.size(); s-- > 0;) {
        if (rings[s].area > 0.0) last = colours[s];
        if (areaOf(rings, 0) > 0.0 && rings[s].area <= 0.0 && colours[s].L == 0.0) {
            colours[s] = *last;
        }
    }
    return colours;
}

struct Group {
    std::vector<PartIndex> parts;
    Rings rings;
    std::vector<Lab> colours;
    bool metal = false;
};

class GlowMixer {
  public:
    GlowMixer(const Plan& plan, const Appearance& appearance, const MixingRack& rack,
              std::span<const std::size_t> allowed, std::size_t light)
        : m_plan(plan),
          m_appearance(appearance),
          m_rack(rack),
          m_allowed(allowed),
          m_light(light),
          m_shells(shellsOf(plan, appearance.irradiance, light)),
          m_parts(plan.parts.size(), Rings(m_shells.size())) {
        m_tint = labFrom(colourOf(spectrumOf(plan.lights[light].colour)));
        measure();
    }

    GlowMixes mixes() {
        GlowMixes mixes;
        const std::vector<Group> groups = likeParts();
        for (std::size_t s = 0; s < m_shells.size(); ++s) {
            GlowShell& shell = mixes.shells.emplace_back();
            shell.distance_mm = m_shells[s].distance_mm;
            shell.irradiance = m_shells[s].irradiance;
            shell.area_mm2 = m_shells[s].area_mm2;
            for (std::size_t g = 0; g < groups.size(); ++g) {
                const double area = areaOf(groups[g].rings, s);
                if (area < kLeastShell_mm2) continue;
                const Ring& ring = groups[g].rings[s];
                ShellMix& mix = shell.mixes.emplace_back();
                mix.group = g;
                mix.parts = groups[g].parts;
                mix.area_mm2 = area;
                mix.glow_share = ring.share / std::max(ring.area, 1e-9);
                mix.target = groups[g].colours[s];
                mix.recipe = mixed(mix.target);
            }
        }
        addRest(mixes);
        return mixes;
    }

  private:
    [[nodiscard]] Recipe mixed(const Lab& colour) const {
        return recipeOf(m_plan, m_rack, colour, m_allowed);
    }

    void measure() {
        const ColourBasis basis(m_plan, m_appearance);
        const std::vector<float> areas = paintedAreas(m_plan, m_appearance.irradiance);
        const std::vector<float> levels = glowLevels(m_plan, m_appearance.irradiance, m_light);
        const std::vector<PartIndex>& parts = m_plan.figure->surface.parts;
        for (std::size_t v = 0; v < areas.size(); ++v) {
            if (areas[v] <= 0.0F) continue;
            std::size_t inside = 0;
            while (inside < m_shells.size() && levels[v] > 0.0F &&
                   levels[v] >= m_shells[inside].irradiance) {
                ++inside;
            }
            const double position = m_plan.values.paint.position(m_appearance.values.lightness[v]);
            if (inside == 0 && position > 0.15) continue;
            Ring& ring = inside == 0 ? m_dark : m_parts[parts[v]][inside - 1];
            ring.area += areas[v];
            ring.share += areas[v] * returnedAt(basis, v).glow_share;
            ring.xyz += areas[v] * paintedColour(basis, v).xyz;
        }
    }

    [[nodiscard]] std::vector<Lab> coloursOf(const Rings& rings, PartIndex part) const {
        const Part& of = m_plan.parts[part];
        const LightSpectrum spectrum = spectrumOf(m_plan.lights[m_light].colour);
        const bool metal = isMetal(of.material);
        GlowColouring colouring;
        colouring.tint = m_tint;
        // Metal keeps the lamp's hue; whatever it is made of, it mirrors.
        colouring.own_hue_deg =
            metal ? lchFrom(m_tint).h_deg
                  : lchFrom(labFrom(reflected(spectrum, reflectanceOf(of.local_colour)))).h_deg;
        colouring.vivid = m_plan.colours.glow.vivid;
        // Polished metal may come close to the source's brightness; cloth may not.
        colouring.lightest = m_plan.values.paint.top() - (metal ? 2.0 : 6.0);
        return shellColours(physicalColours(rings), colouring);
    }

    // Parts whose shells one set of mixes serves; the one with most of the glow first.
    [[nodiscard]] std::vector<Group> likeParts() const {
        std::vector<PartIndex> order;
        for (std::size_t p = 0; p < m_parts.size(); ++p) {
            if (areaOf(m_parts[p]) >= kLeastShell_mm2) order.push_back(static_cast<PartIndex>(p));
        }
        std::ranges::stable_sort(order, std::greater<>{},
                                 [&](PartIndex p) { return areaOf(m_parts[p]); });
        std::vector<Group> groups;
        for (const PartIndex part : order) {
            const std::vector<Lab> colours = coloursOf(m_parts[part], part);
            const auto like = std::ranges::find_if(groups, [&](const Group& group) {
                // A small buckle goes with the belt; a breastplate has mixes of its own.
                const bool same = group.metal == isMetal(m_plan.parts[part].material) ||
                                  areaOf(m_parts[part]) < kSmall_mm2;
                return same && areAlike(group, colours, m_parts[part]);
            });
            if (like == groups.end()) {
                groups.push_back(
                    {{part}, m_parts[part], colours, isMetal(m_plan.parts[part].material)});
            } else {
                like->parts.push_back(part);
                add(like->rings, m_parts[part]);
            }
        }
        for (Group& group : groups) {
            group.colours = coloursOf(group.rings, group.parts.front());
            std::ranges::sort(group.parts);
        }
        return groups;
    }

    [[nodiscard]] static bool areAlike(const Group& group, const std::vector<Lab>& colours,
                                       const Rings& rings) {
        const double most = areaOf(rings) < kSmall_mm2 ? kSmallOneMix : kOneMix;
        for (std::size_t s = 0; s < colours.size(); ++s) {
            if (areaOf(rings, s) < kLeastShell_mm2) continue;
            if (ciede2000(group.colours[s], colours[s]) > most) return false;
        }
        return true;
    }

    void addRest(GlowMixes& mixes) const {
        const GlowChoices& glow = m_plan.colours.glow;
        const double tinted = 0.25 * (1.0 - glow.whiteness);
        // As light as the rack allows: nothing that it lights may come near it.
        mixes.source = mixed({100.0, tinted * m_tint.a, tinted * m_tint.b});
        const Lab dark = m_dark.area > 0.0 ? labFrom(Xyz{m_dark.xyz / m_dark.area})
                                           : Lab{m_plan.values.paint.darkest, 0.0, 0.0};
        const double hued = std::min(1.0, lchFrom(m_tint).C / 40.0);
        const double lightness = dark.L + 2.0;
        const double chroma =
            hued * std::min(10.0, 0.6 * mostChroma(lightness, lchFrom(m_tint).h_deg));
        mixes.reshade = mixed(labFrom(Lch{lightness, chroma, lchFrom(m_tint).h_deg}));
        if (glow.dull <= 0.0 && glow.darken <= 0.0) return;
        // A step towards the shadows' own hue.
        mixes.rest = mixed({std::max(8.0, dark.L), 0.7 * dark.a, 0.7 * dark.b});
    }

    const Plan& m_plan;
    const Appearance& m_appearance;
    const MixingRack& m_rack;
    std::span<const std::size_t> m_allowed;
    std::size_t m_light;
    std::vector<Shell> m_shells;
    std::vector<Rings> m_parts;  // one entry a part
    Ring m_dark;                 // the deepest that no glow reaches
    Lab m_tint;
};

}  // namespace

double mostChroma(double lightness, double hue_deg) {
    double inside = 0.0;
    double outside = 150.0;
    for (int i = 0; i < 24; ++i) {
        const double middle = 0.5 * (inside + outside);
        const Vec3d rgb = linearFrom(xyzFrom(labFrom(Lch{lightness, middle, hue_deg}))).rgb;
        const bool shows = rgb.minCoeff() >= -1e-4 && rgb.maxCoeff() <= 1.0 + 1e-4;
        (shows ? inside : outside) = middle;
    }
    return inside;
}

std::vector<Lab> shellColours(const std::vector<Lab>& physical, const GlowColouring& colouring) {
    const std::size_t count = physical.size();
    const double hue = lchFrom(colouring.tint).h_deg;
    // A lamp that is nearly white gives no hue to speak of.
    const double hued = std::min(1.0, lchFrom(colouring.tint).C / 40.0);
    const double off =
        std::clamp(turnFrom(hue, colouring.own_hue_deg), -kFarthestHue_deg, kFarthestHue_deg);
    std::vector<Lab> colours;
    double lightness = 0.0;
    for (std::size_t s = 0; s < count; ++s) {
        const double inward =
            count > 1 ? static_cast<double>(s) / static_cast<double>(count - 1) : 1.0;
        const double strong = 26.0 + 50.0 * inward;
        double wanted = physical[s].L + 0.5 * colouring.vivid * (strong - physical[s].L);
        if (s == 0) wanted = std::min(wanted, kDarkestShell);
        // Room is left for those that lie inside.
        const double room = kShellRise * static_cast<double>(count - 1 - s);
        if (s > 0) wanted = std::max(wanted, lightness + kShellRise);
        lightness = std::min(wanted, colouring.lightest - room);

        const double here_deg = hue + (1.0 - colouring.vivid) * (1.0 - 0.6 * inward) * off;
        const double most = hued * mostChroma(lightness, here_deg);
        const double from_light =
            lchFrom(physical[s]).C *
            std::max(0.0, std::cos(radians(turnFrom(lchFrom(physical[s]).h_deg, here_deg))));
        const double purest = (0.5 + 0.4 * inward) * most;
        double chroma = from_light + colouring.vivid * (purest - from_light);
        chroma = std::clamp(chroma, 0.4 * most, 0.95 * most);
        if (s > 0) {
            const double before = lchFrom(colours.back()).C;
            const bool pales = s + 1 == count && lightness > 60.0;
            chroma = pales ? std::min(chroma, 0.8 * before) : std::max(chroma, 1.05 * before);
            chroma = std::min(chroma, most);
        }
        colours.push_back(labFrom(Lch{lightness, chroma, here_deg}));
    }
    return colours;
}

GlowMixes glowMixesOf(const Plan& plan, const Appearance& appearance, const MixingRack& rack,
                      std::span<const std::size_t> allowed, std::size_t light) {
    return GlowMixer(plan, appearance, rack, allowed, light).mixes();
}

Recipe recipeOf(const Plan& plan, const MixingRack& rack, const Lab& colour,
                std::span<const std::size_t> allowed) {
    return recipeFor(rack, labFrom(xyzFrom(linearFrom(displayable(colour)))),
                     recipeChoices(plan.mixing), allowed);
}

}  // namespace glaukophos
