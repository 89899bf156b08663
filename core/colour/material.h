// What parts are made of: one table of physical defaults.
#pragma once

#include <array>
#include <optional>
#include <string_view>

#include "core/colour/colour.h"

namespace glaukophos {

enum class Material {
    Skin,
    Cloth,
    Satin,
    Velvet,
    WornLeather,
    PolishedLeather,
    MetalInPaint,
    MetallicPaint,
    Hair,
    Stone,
    Wood,
    Bone,
    Plant,
    Water,
    Glass,
    Glowing,
};

// By ordinary paint or by metallics.
constexpr bool isMetal(Material material) {
    return material == Material::MetalInPaint || material == Material::MetallicPaint;
}

struct MaterialEntry {
    Material material = Material::Cloth;
    const char* name = "";  // in the interface
    const char* key = "";   // in files
    Srgb colour;            // a common local colour, where the painter gives none
    double refractive_index = 1.5;
    double roughness = 0.8;  // 0 mirror .. 1 fully dull: width of the sheen
    double sheen = 0.0;      // 0..1: how much of the value is carried by reflections, for painting
    // Where the numbers come from.
    const char* source = "";
};

inline constexpr std::size_t kMaterialCount = 16;
const std::array<MaterialEntry, kMaterialCount>& materials();
const MaterialEntry& entryOf(Material material);
std::optional<Material> materialFromKey(std::string_view key);

// Share of light mirrored at square incidence, 0..1: Fresnel, ((n - 1) / (n + 1))^2.
double mirroredShare(double refractive_index);

// The material a part's name speaks of ("left boot" is worn leather); cloth when it says nothing.
Material materialFromName(std::string_view part_name);

}  // namespace glaukophos
