// From results that are there anyway.
#include "core/pipeline/compared.h"

#include <fmt/format.h>

#include <algorithm>

#include "core/base/words.h"

namespace glaukophos {
namespace {

constexpr std::size_t kLights = 2;  // the lightest bands, where a face is to be seen

double shareOf(const PartBands& bands, std::size_t from, std::size_t to) {
    double share = 0.0;
    for (std::size_t band = from; band < to && band < bands.areas_mm2.size(); ++band) {
        share += bands.share(band);
    }
    return share;
}

}  // namespace

PlanFigures figuresOf(const Evaluated& evaluated) {
    const Bands& bands = evaluated.appearance->bands;
    const std::size_t count = bands.count();
    const std::size_t third = (count + 1) / 3;
    PlanFigures figures;
    figures.dark = shareOf(bands.whole, 0, third);
    figures.middle = shareOf(bands.whole, third, count - third);
    figures.light = shareOf(bands.whole, count - third, count);
    const std::vector<Part>& parts = evaluated.plan.parts;
    const auto focus = std::ranges::find(parts, Focus::Main, &Part::focus);
    const bool has_focus = focus != parts.end();
    if (has_focus) figures.focus = focus->name;
    const PartBands& judged =
        has_focus ? bands.parts[static_cast<std::size_t>(focus - parts.begin())] : bands.whole;
    figures.focus_in_lights = shareOf(judged, count - kLights, count);
    if (evaluated.desk != nullptr && !evaluated.desk->work.steps.empty()) {
        figures.work_min = workMinutes(evaluated.desk->work);
        figures.paints = static_cast<int>(evaluated.desk->work.uses.size());
        figures.findings = static_cast<int>(evaluated.desk->findings.size());
    }
    return figures;
}

std::string inWords(const PlanFigures& figures) {
    const auto percent = [](double share) { return fmt::format("{:.0f}", 100.0 * share); };
    std::string text =
        fmt::format("{} {} % in the lights. Dark {}, middle {}, light {} %.",
                    figures.focus.empty() ? "The figure" : capitalised(figures.focus),
                    percent(figures.focus_in_lights), percent(figures.dark),
                    percent(figures.middle), percent(figures.light));
    if (!figures.work_min) return text;
    return text + fmt::format(" {}, {} paints, {}.", timeWords(*figures.work_min), *figures.paints,
                              counted(*figures.findings, "finding", "findings"));
}

}  // namespace glaukophos
