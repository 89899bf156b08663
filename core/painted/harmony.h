// How the colours of a figure stand to each other: hues that face each other or go together, and
// details that would drown in what surrounds them.
#pragma once

#include <vector>

#include "core/colour/oklab.h"
#include "core/painted/appearance.h"

namespace glaukophos {

struct PartHue {
    PartIndex part = 0;
    Oklch mean;  // of the ladder, weighted by area
    double area_mm2 = 0.0;
    std::vector<Oklab> bands;  // that are present, dark to light
};

enum class HueRelation { Opposite, Neighbours };

struct HuePair {
    PartIndex first = 0;
    PartIndex second = 0;
    HueRelation relation = HueRelation::Neighbours;
};

struct Harmony {
    std::vector<PartHue> hues;   // of the parts that are painted
    std::vector<HuePair> pairs;  // of those with a hue to speak of, larger parts first
};
Harmony harmonyOf(const Plan& plan, const Appearance& appearance);

// A small part and the part it touches most, whose painted colours are less than `least` apart
// (CIEDE2000): common practice says only that they must differ clearly.
struct DrowningDetail {
    PartIndex detail = 0;
    PartIndex surroundings = 0;
    double difference = 0.0;
};
std::vector<DrowningDetail> drowningDetails(const Plan& plan, const Appearance& appearance,
                                            double least = 10.0);

}  // namespace glaukophos
