// Sentences for painters, and what is sound.
#include "core/plan/step_choices.h"

#include <fmt/format.h>

#include <algorithm>
#include <cctype>
#include <chrono>
#include <cmath>

namespace glaukophos {

const std::array<ShadingEntry, 6>& buildUps() {
    static const std::array<ShadingEntry, 6> entries = {{
        {"Dark to light", "dark-to-light",
         "Deepest first, each layer lighter and smaller. Sure and tidy; the most layers."},
        {"Middle first", "middle-first",
         "One middle coat, then shade and lights. Quick to look right; shade needs care."},
        {"Greys, then colour", "greys-first",
         "All values in greys, then transparent colour. Smooth; needs transparent paints."},
        {"Hatched", "hatched",
         "Visible strokes, hardly any blending. Fast: 5 to 10 minutes a step; looks rough close "
         "by."},
        {"Light to dark", "light-to-dark",
         "Lightest all over, darks towards tips and edges. For things that glow; a slip shows."},
        {"Lights first", "lights-first",
         "Lights too large on a middle tone, then knocked back by glazes. Bold; soft in the end."},
    }};
    return entries;
}

const std::array<ShadingEntry, 4>& blendings() {
    static const std::array<ShadingEntry, 4> entries = {{
        {"As each border asks", "as-needed",
         "Soft borders are blended, jumps get a mix in between, crisp ones stay."},
        {"Glazed both ways", "glazed",
         "Over each soft border the darker mix goes thinly up and the lighter one down."},
        {"Smoothed, lights again", "smoothed",
         "A thin middle tone over all layers, then the two lightest once more."},
        {"Flat fields", "flat",
         "Nothing is blended; thrown shadows are cut again at the end. Fast, reads from afar."},
    }};
    return entries;
}

const std::array<ShadingEntry, 4>& glowBuildUps() {
    static const std::array<ShadingEntry, 4> entries = {{
        {"Thin colour", "thin-colour",
         "The glow straight from thin paint, shell in shell. Keeps what is below; many coats."},
        {"White, then tinted", "white-first",
         "White where the glow peaks, then glazes of its colour. Strong; white must be in place."},
        {"Airbrush, then brush", "airbrush",
         "Shells sprayed, edges set right by brush. Smooth and fast; spray must be masked."},
        {"A few touched spots", "touches",
         "Only the brightest places and edges, in two mixes. Minutes instead of an evening; reads "
         "from afar."},
    }};
    return entries;
}

const std::array<ShadingEntry, 2>& partOrders() {
    static const std::array<ShadingEntry, 2> entries = {{
        {"Focus first", "focus-first",
         "The face and what draws the eye first: all else follows it."},
        {"From the inside out", "inside-out",
         "What is hard to reach first, so that slips are painted over by what lies on top."},
    }};
    return entries;
}

const std::array<ShadingEntry, 3>& recessWays() {
    static const std::array<ShadingEntry, 3> entries = {{
        {"Left as lit", "as-lit",
         "Recesses get the darkness that the light leaves there, and no more."},
        {"Washed", "washed",
         "A dark wash runs into all of them at once. Minutes; it stains what is finished."},
        {"Lined", "lined",
         "Thin dark lines where parts meet and in folds, most on the dark side. Clean; slow."},
    }};
    return entries;
}

int dayNumber(const std::string& date) {
    const auto digits = [&](std::size_t at, std::size_t count) {
        int value = 0;
        for (std::size_t i = at; i < at + count; ++i) {
            if (std::isdigit(static_cast<unsigned char>(date[i])) == 0) return -1;
            value = 10 * value + (date[i] - '0');
        }
        return value;
    };
    if (date.size() != 10 || date[4] != '-' || date[7] != '-') return -1;
    const int year = digits(0, 4);
    const int month = digits(5, 2);
    const int day = digits(8, 2);
    if (year < 1970 || month < 1 || day < 1) return -1;
    const std::chrono::year_month_day ymd{std::chrono::year(year),
                                          std::chrono::month(static_cast<unsigned>(month)),
                                          std::chrono::day(static_cast<unsigned>(day))};
    if (!ymd.ok()) return -1;
    return static_cast<int>(std::chrono::sys_days(ymd).time_since_epoch().count());
}

std::string dateOf(int day_number) {
    const std::chrono::year_month_day ymd{std::chrono::sys_days(std::chrono::days(day_number))};
    return fmt::format("{:04}-{:02}-{:02}", static_cast<int>(ymd.year()),
                       static_cast<unsigned>(ymd.month()), static_cast<unsigned>(ymd.day()));
}

const std::array<HandworkEntry, kHandworkCount>& handworks() {
    static const std::array<HandworkEntry, kHandworkCount> entries = {
        {{"sprays", "sprays"},
         {"layers", "layers"},
         {"glazes", "glazes and washes"},
         {"lines", "edges and lines"},
         {"rest", "all else"}}};
    return entries;
}

std::string problemWith(const StepChoices& steps) {
    const auto outside = [](double v, double low, double high) {
        return !std::isfinite(v) || v < low || v > high;
    };
    if (steps.figures < 1 || steps.figures > kMostFigures) {
        return fmt::format("A batch has 1 to {} figures.", kMostFigures);
    }
    for (const double pace : steps.hand_paces) {
        if (outside(pace, 0.25, 4)) return "The pace must lie between 0.25 and 4.";
    }
    if (outside(steps.pace, 0.25, 4)) return "The pace must lie between 0.25 and 4.";
    if (outside(steps.palette_h, 0.1, 240)) {
        return "A wet palette keeps paint for 0.1 to 240 hours.";
    }
    if (auto problem = problemWith(steps.touch_ups); !problem.empty()) return problem;
    const Evenings& evenings = steps.evenings;
    if (evenings.begin_min < 0 || evenings.end_min > 24 * 60 ||
        evenings.end_min - evenings.begin_min < 15) {
        return "An evening must begin and end on one day and last a quarter of an hour or more.";
    }
    if (std::ranges::none_of(evenings.weekdays, [](bool day) { return day; })) {
        return "There must be at least one day of the week to paint on.";
    }
    if (!evenings.first_date.empty() && dayNumber(evenings.first_date) < 0) {
        return fmt::format("The first evening \"{}\" must be a date such as 2026-12-31.",
                           evenings.first_date);
    }
    return {};
}

}  // namespace glaukophos
