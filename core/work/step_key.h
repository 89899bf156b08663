// What a step is known by: of which part or light, and which kind and band of layer. Names and
// colours may change without changing it. Written in plans, bench logs and on the command line.
#pragma once

#include <string>

#include "core/plan/plan.h"

namespace glaukophos {

std::string keyOf(const Part& part, const char* layer);
std::string keyOf(const Part& part, const char* layer, std::size_t number);  // from 0
std::string keyOf(const Light& light, const char* layer);
std::string keyOf(const Light& light, const char* layer, std::size_t number);
std::string keyOf(const Light& light, const char* layer, std::size_t number, const Part& part);
std::string keyOf(const char* layer, std::size_t number);  // of the whole figure

}  // namespace glaukophos
