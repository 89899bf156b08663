// Numbers count from 1, as people do.
#include "core/work/step_key.h"

#include <fmt/format.h>

namespace glaukophos {

std::string keyOf(const Part& part, const char* layer) {
    return fmt::format("part-{}/{}", numberOf(part.id), layer);
}

std::string keyOf(const Part& part, const char* layer, std::size_t number) {
    return fmt::format("{}-{}", keyOf(part, layer), number + 1);
}

std::string keyOf(const Light& light, const char* layer) {
    return fmt::format("light-{}/{}", numberOf(light.id), layer);
}

std::string keyOf(const Light& light, const char* layer, std::size_t number) {
    return fmt::format("{}-{}", keyOf(light, layer), number + 1);
}

std::string keyOf(const Light& light, const char* layer, std::size_t number, const Part& part) {
    return fmt::format("{}/part-{}", keyOf(light, layer, number), numberOf(part.id));
}

std::string keyOf(const char* layer, std::size_t number) {
    return fmt::format("{}-{}", layer, number + 1);
}

}  // namespace glaukophos
