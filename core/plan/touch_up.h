// What was painted otherwise than planned, and is to be put right: taken from a photograph.
#pragma once

#include <array>
#include <string>
#include <vector>

#include "core/plan/identity.h"

namespace glaukophos {

enum class Fault {
    TooLight,
    TooDark,
    TooWarm,
    TooCold,
    TooStrong,  // in chroma
    TooGrey,
    TooSoft,     // a border that is to be crisp
    TooCrisp,    // one that is to be soft
    NotShrunk,   // a layer covers as much as the one below
    OverSource,  // a reflection lighter than what it comes from
};
inline constexpr std::array<const char*, 10> kFaultWords = {
    "too light", "too dark", "too warm",  "too cold",           "too strong in colour",
    "too grey",  "too soft", "too crisp", "spread too far out", "lighter than its source"};
inline constexpr std::array<const char*, 10> kFaultKeys = {
    "too-light", "too-dark", "too-warm",  "too-cold",   "too-strong",
    "too-grey",  "too-soft", "too-crisp", "not-shrunk", "over-source"};
inline const char* wordsFor(Fault fault) { return kFaultWords.at(static_cast<std::size_t>(fault)); }

struct TouchUp {
    PartId part = kNoPart;
    int band = 0;  // of borders: the lighter one
    Fault fault = Fault::TooLight;
    double by = 0.0;        // L* or chroma
    double area_mm2 = 0.0;  // as far as it was seen
    bool operator==(const TouchUp&) const = default;
};
inline constexpr std::size_t kMostTouchUps = 60;

// What the painter does about it.
const char* cureFor(Fault fault);

// One sentence; empty: none.
std::string problemWith(const std::vector<TouchUp>& touch_ups);

}  // namespace glaukophos
