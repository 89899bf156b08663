// Rates of a practised hand on a figure of about 32 mm; common practice, no source.
#include "core/work/work_times.h"

#include <algorithm>

namespace glaukophos {
namespace {

double mm2AMinute(const Step& step) {
    switch (step.tool) {
        case Tool::Can:
            return 2500.0;
        case Tool::Airbrush:
            return 600.0;
        case Tool::DryBrush:
        case Tool::Sponge:
            return 350.0;
        case Tool::Brush:
        case Tool::FineBrush:
            break;
    }
    switch (step.kind) {
        case StepKind::Base:
        case StepKind::Veil:
        case StepKind::Tint:
        case StepKind::Hue:
        case StepKind::Shell:
        case StepKind::Dim:
            return 220.0;
        default:
            return 150.0;
    }
}

constexpr double kBlendMinutes = 0.035;  // a mm of lost border
constexpr double kLineMinutes = 0.012;   // a mm of edge highlight
constexpr double kTiny_mm2 = 4.0;        // eyes and the like

}  // namespace

Handwork handworkOf(StepKind kind) {
    switch (kind) {
        case StepKind::Prime:
        case StepKind::Spray:
            return Handwork::Sprays;
        case StepKind::Base:
        case StepKind::Layer:
        case StepKind::Between:
        case StepKind::White:
        case StepKind::Source:
            return Handwork::Layers;
        case StepKind::Filter:
        case StepKind::Veil:
        case StepKind::Tint:
        case StepKind::Hue:
        case StepKind::Wash:
        case StepKind::Dim:
        case StepKind::Shell:
            return Handwork::Glazes;
        case StepKind::Lining:
        case StepKind::Edges:
        case StepKind::Glint:
        case StepKind::Line:
        case StepKind::Reshade:
            return Handwork::Lines;
        case StepKind::TouchUp:
        case StepKind::CleanUp:
        case StepKind::Varnish:
            return Handwork::Rest;
    }
    return Handwork::Rest;
}

double paceAt(StepKind kind, const StepChoices& choices) {
    return choices.pace * choices.hand_paces.at(static_cast<std::size_t>(handworkOf(kind)));
}

double workMinutes(const Step& step, const StepChoices& choices) {
    const double covering = step.area_mm2 / mm2AMinute(step);
    const double minutes = 1.0 + covering + kBlendMinutes * step.lost_mm / std::max(1, step.coats) +
                           kLineMinutes * step.lines_mm;
    return paceAt(step.kind, choices) * minutes;
}

double dryMinutes(const Step& step, bool hairdryer) {
    const bool sprayed = step.tool == Tool::Airbrush;
    double minutes = 2.0 + 2.2 * std::min(step.thinner, 6.0);
    if (sprayed) minutes = 2.0;
    if (step.tool == Tool::DryBrush || step.tool == Tool::Sponge) minutes = 1.0;
    if (step.tool == Tool::Can) minutes = 30.0;
    return hairdryer ? std::max(1.0, minutes / 3.0) : minutes;
}

std::string toolWords(const Step& step) {
    switch (step.tool) {
        case Tool::Can:
            return "spray can, 20 to 30 cm away, short passes";
        case Tool::Airbrush:
            return step.kind == StepKind::Shell || step.kind == StepKind::White
                       ? "airbrush, about 1 bar (15 psi), 3 to 5 cm away"
                       : "airbrush, about 1.7 bar (25 psi), 8 to 10 cm away";
        case Tool::DryBrush:
            return "drybrush, a soft flat one, wiped nearly dry";
        case Tool::Sponge:
            return "torn sponge, dabbed";
        case Tool::FineBrush:
            return step.area_mm2 < kTiny_mm2 ? "the smallest brush, size 5/0"
                                             : "fine brush, size 2/0";
        case Tool::Brush:
            break;
    }
    if (step.area_mm2 < kTiny_mm2) return "the smallest brush, size 5/0";
    if (step.area_mm2 > 250.0) return "brush, size 2";
    return step.area_mm2 > 60.0 ? "brush, size 1" : "brush, size 0";
}

std::string cautionFor(const Step& step) {
    std::string caution;
    if (step.tool == Tool::Can) {
        caution =
            "Spray outdoors or under an extractor, with a respirator that suits the product, away "
            "from flames and sparks.";
    } else if (step.tool == Tool::Airbrush) {
        caution =
            "Airbrush under an extractor or in a well-aired room, with a respirator that suits the "
            "product.";
    }
    if (caution.empty()) return {};
    return caution +
           " The product's label and safety data sheet and local rules come first; when unsure, "
           "ask "
           "a qualified person.";
}

}  // namespace glaukophos
