// Mixes do not depend on the primer, only how often they are laid and where.
#include "core/work/primers.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/base/words.h"
#include "core/colour/colour_difference.h"
#include "core/work/work_basis.h"

namespace glaukophos {
namespace {

// The covering paint that is nearest to what lies deepest on the largest parts.
std::optional<PrimerChoice> colouredPrimer(const Plan& plan, const std::vector<PartMixes>& parts,
                                           const Appearance& appearance, const MixingRack& rack) {
    std::optional<std::size_t> best;
    double least = 1e30;
    for (std::size_t i = 0; i < rack.paints.size(); ++i) {
        const Paint& paint = rack.paints[i];
        const Lab colour = labFrom(xyzFrom(linearFrom(paint.mass_tone)));
        if (!covers(paint, rack.films[i]) || std::hypot(colour.a, colour.b) < 10.0) continue;
        double sum = 0.0;
        for (std::size_t p = 0; p < plan.parts.size(); ++p) {
            const auto first = std::ranges::find_if(parts[p].bands,
                                                    [](const BandMix& mix) { return mix.present; });
            if (first == parts[p].bands.end()) continue;
            const double area = appearance.bands.parts[p].area_mm2();
            sum += area * std::min(30.0, ciede2000(colour, first->recipe.colour));
        }
        if (sum >= least) continue;
        least = sum;
        best = i;
    }
    if (!best) return std::nullopt;
    PrimerChoice choice;
    choice.name = rack.paints[*best].name;
    choice.colour = rack.paints[*best].mass_tone;
    return choice;
}

// Parts whose own base is not needed over this primer.
std::vector<PartIndex> partsWithoutBase(const Plan& plan, const Work& work) {
    std::vector<bool> based(plan.parts.size(), false);
    std::vector<bool> painted(plan.parts.size(), false);
    for (const Step& step : work.steps) {
        const bool base = step.kind == StepKind::Base && step.mask.but_not == nullptr;
        for (const PartIndex part : step.parts) {
            if (base) based[part] = true;
            if (step.phase == Phase::Parts) painted[part] = true;
        }
    }
    std::vector<PartIndex> parts;
    for (std::size_t p = 0; p < based.size(); ++p) {
        if (painted[p] && !based[p]) parts.push_back(static_cast<PartIndex>(p));
    }
    return parts;
}

std::string reasonFor(const Plan& plan, const Work& work, const PrimerChoice& choice,
                      const PrimerChoice& costliest) {
    std::string reason;
    const std::vector<PartIndex> spared = partsWithoutBase(plan, work);
    if (spared.size() > 3) {
        reason = fmt::format("{} parts need no base of their own. ", spared.size());
    } else if (!spared.empty()) {
        reason = capitalised(namesOf(plan, spared)) + (spared.size() == 1 ? " needs" : " need") +
                 " no base. ";
    }
    const int coats = costliest.coats - choice.coats;
    if (coats > 0) {
        return reason + fmt::format("{} fewer than over {}.", counted(coats, "coat", "coats"),
                                    costliest.name);
    }
    return reason.empty() ? "Nothing of the plan is there already, and much has to be hidden."
                          : reason.substr(0, reason.size() - 1);
}

}  // namespace

std::vector<PrimerChoice> primerChoices(const Plan& plan, const Appearance& appearance,
                                        const Mixes& mixes, const BeforeGlow& before_glow,
                                        const Ridges& ridges, const Progress& progress) {
    std::vector<PrimerChoice> choices;
    for (const Primer& primer : primers()) {
        PrimerChoice& choice = choices.emplace_back();
        choice.name = primer.name;
        choice.colour = primer.colour;
    }
    const std::vector<PartMixes>& parts =
        before_glow.parts.empty() ? mixes.parts : before_glow.parts;
    if (auto coloured = colouredPrimer(plan, parts, appearance, mixes.rack)) {
        choices.push_back(*coloured);
    }
    std::vector<Work> works;
    for (PrimerChoice& choice : choices) {
        if (progress.stopped()) return {};
        Plan over = plan;
        over.mixing.primer = choice.colour;
        auto work = workOf(over, appearance, mixes, before_glow, ridges, {}, progress);
        if (!work) return {};
        for (const Step& step : work->steps) choice.coats += step.coats;
        choice.minutes = workMinutes(*work);
        works.push_back(std::move(*work));
        progress.at(static_cast<double>(works.size()) / static_cast<double>(choices.size()));
    }
    const PrimerChoice costliest = *std::ranges::max_element(choices, {}, &PrimerChoice::coats);
    for (std::size_t i = 0; i < choices.size(); ++i) {
        choices[i].reason = reasonFor(plan, works[i], choices[i], costliest);
    }
    std::ranges::stable_sort(choices, {}, &PrimerChoice::minutes);
    return choices;
}

}  // namespace glaukophos
