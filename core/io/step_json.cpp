// Written in words, as in the interface.
#include "core/io/step_json.h"

namespace glaukophos {

std::size_t keyFrom(const Entry& entry, const char* name, std::span<const ShadingEntry> entries,
                    std::size_t otherwise) {
    return choiceFrom(entry, name, entries.size(), otherwise,
                      [&](std::size_t i) { return entries[i].key; });
}

namespace {

template <class Choice, class Entries>
Choice wayFrom(const Entry& entry, const char* name, const Entries& entries, Choice otherwise) {
    return static_cast<Choice>(keyFrom(entry, name, entries, static_cast<std::size_t>(otherwise)));
}

template <class Choice, class Entries>
const char* wordOf(const Entries& entries, Choice choice) {
    return entries.at(static_cast<std::size_t>(choice)).key;
}

Evenings eveningsFrom(const Entry& entry) {
    Evenings evenings;
    evenings.used = entry.flag("used", evenings.used);
    evenings.first_date = entry.text("first_date", "");
    evenings.begin_min = entry.whole("begin_min", evenings.begin_min);
    evenings.end_min = entry.whole("end_min", evenings.end_min);
    if (!entry.has("weekdays")) return evenings;
    evenings.weekdays.fill(false);
    for (const Json& day : entry.list("weekdays")) {
        if (!day.is_number_integer() || day.get<int>() < 1 || day.get<int>() > 7) {
            throw Wrong{entry.at("weekdays") + " must be numbers 1 (Monday) to 7 (Sunday)"};
        }
        evenings.weekdays.at(static_cast<std::size_t>(day.get<int>() - 1)) = true;
    }
    return evenings;
}

std::vector<TouchUp> touchUpsFrom(const Entry& entry) {
    std::vector<TouchUp> touch_ups;
    for (const Json& item : entry.list("touch_ups")) {
        if (touch_ups.size() == kMostTouchUps) throw Wrong{"\"touch_ups\" is too long"};
        const Entry from(item, fmt::format("touch-up {}", touch_ups.size() + 1));
        TouchUp touch_up;
        touch_up.part = PartId{from.identity("part")};
        touch_up.band = from.whole("band", 1) - 1;
        touch_up.fault = static_cast<Fault>(choiceFrom(
            from, "fault", kFaultKeys.size(), 0, [](std::size_t i) { return kFaultKeys.at(i); }));
        touch_up.by = from.number("by", 0.0);
        touch_up.area_mm2 = from.number("area_mm2", 0.0);
        touch_ups.push_back(touch_up);
    }
    return touch_ups;
}

Json touchUpJson(const TouchUp& touch_up) {
    return {{"part", numberOf(touch_up.part)},
            {"band", touch_up.band + 1},
            {"fault", kFaultKeys.at(static_cast<std::size_t>(touch_up.fault))},
            {"by", touch_up.by},
            {"area_mm2", touch_up.area_mm2}};
}

Json eveningsJson(const Evenings& evenings) {
    Json json{{"used", evenings.used},
              {"begin_min", evenings.begin_min},
              {"end_min", evenings.end_min},
              {"weekdays", Json::array()}};
    if (!evenings.first_date.empty()) json["first_date"] = evenings.first_date;
    for (int day = 1; day <= 7; ++day) {
        if (evenings.weekdays.at(static_cast<std::size_t>(day - 1))) {
            json["weekdays"].push_back(day);
        }
    }
    return json;
}

}  // namespace

StepChoices stepsFrom(const Entry& entry) {
    StepChoices steps;
    steps.build_up = wayFrom(entry, "build_up", buildUps(), steps.build_up);
    steps.blending = wayFrom(entry, "blending", blendings(), steps.blending);
    steps.glow = wayFrom(entry, "glow", glowBuildUps(), steps.glow);
    steps.order = wayFrom(entry, "order", partOrders(), steps.order);
    steps.recesses = wayFrom(entry, "recesses", recessWays(), steps.recesses);
    steps.varnished = entry.flag("varnished", steps.varnished);
    steps.figures = entry.whole("figures", steps.figures);
    steps.hairdryer = entry.flag("hairdryer", steps.hairdryer);
    steps.pace = entry.number("pace", steps.pace);
    const Entry hand = entry.object("hand_paces");
    for (std::size_t i = 0; i < kHandworkCount; ++i) {
        steps.hand_paces.at(i) = hand.number(handworks().at(i).key, 1.0);
    }
    steps.palette_h = entry.number("palette_h", steps.palette_h);
    for (const Json& item : entry.list("moved")) {
        const Entry moved(item, entry.at("moved"));
        steps.moved.push_back({moved.text("step", ""), moved.text("after", "")});
    }
    steps.touch_ups = touchUpsFrom(entry);
    steps.evenings = eveningsFrom(entry.object("evenings"));
    return steps;
}

Json stepsJson(const StepChoices& steps) {
    Json json{{"build_up", wordOf(buildUps(), steps.build_up)},
              {"blending", wordOf(blendings(), steps.blending)},
              {"glow", wordOf(glowBuildUps(), steps.glow)},
              {"order", wordOf(partOrders(), steps.order)},
              {"recesses", wordOf(recessWays(), steps.recesses)},
              {"varnished", steps.varnished},
              {"figures", steps.figures},
              {"hairdryer", steps.hairdryer},
              {"pace", steps.pace},
              {"palette_h", steps.palette_h}};
    if (steps.hand_paces != kUsualPaces) {
        for (std::size_t i = 0; i < kHandworkCount; ++i) {
            json["hand_paces"][handworks().at(i).key] = steps.hand_paces.at(i);
        }
    }
    for (const MovedStep& moved : steps.moved) {
        json["moved"].push_back({{"step", moved.step}, {"after", moved.after}});
    }
    for (const TouchUp& each : steps.touch_ups) json["touch_ups"].push_back(touchUpJson(each));
    json["evenings"] = eveningsJson(steps.evenings);
    return json;
}

}  // namespace glaukophos
