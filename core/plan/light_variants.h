// Plans of lights kept beside the one in use: painters choose by comparing.
#pragma once

#include <string>

#include "core/plan/plan.h"

namespace glaukophos {

// With the lights in use, as many as can be looked at beside each other.
inline constexpr std::size_t kMostVariants = 3;

// Keeps the lights in use under a name. False, and nothing is done, when there are
// kMostVariants.
bool keepVariant(Plan& plan, const std::string& name);

// "Lights 2", a name that no variant has.
std::string newVariantName(const Plan& plan);

// The variant's lights come into use. Those that were are kept in its place, so nothing is lost,
// and under the name of `kept_as`.
void takeVariant(Plan& plan, std::size_t variant, const std::string& kept_as);

// Puts one light of a variant into use: in place of the light with its identity, else added.
void takeLightOf(Plan& plan, std::size_t variant, std::size_t light);

// The plan as it would be with the lights of the variant, without any variants.
Plan withVariant(const Plan& plan, std::size_t variant);

// What a painter would have to change in the lights in use to have those of the variant: "Moon from
// 4:30, 60° up instead of 1:00, 35°; without Lantern". "The same lights" when nothing differs.
std::string differenceInWords(const Plan& plan, std::size_t variant);

}  // namespace glaukophos
