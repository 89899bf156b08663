// Refractive indices from handbooks as named; roughness and sheen are the painter's common
// practice and have no published source.
#include "core/colour/material.h"

#include <algorithm>
#include <cctype>
#include <string>

namespace glaukophos {
namespace {

constexpr const char* kCommon =
    "index 1.5 of most dry organic matter (from memory); roughness and sheen: common practice";
constexpr const char* kSkin =
    "index 1.4 of the outer skin (Tuchin, Tissue Optics, from memory); rest: common practice";
constexpr const char* kWater = "index 1.333 of water at 20 C, 589 nm (handbook value)";
constexpr const char* kGlass = "index 1.52 of soda-lime crown glass at 589 nm (handbook value)";
constexpr const char* kStone = "index 1.54 of quartz (handbook value); rest: common practice";
constexpr const char* kBone = "index 1.55 of bone and horn (from memory); rest: common practice";
// Metals mirror by their complex index; this is the real index that mirrors as much, 60 %.
constexpr const char* kMetal =
    "mirrors about 60 % like steel (handbook values 55 to 65 %); rest: common practice";

Srgb grey(double value) { return {value, value, value}; }

struct Hint {
    const char* word;
    Material material;
};
// The first word found decides, so the more telling ones come first.
constexpr auto kHints = std::to_array<Hint>({
    {"glow", Material::Glowing},
    {"flame", Material::Glowing},
    {"fire", Material::Glowing},
    {"lens", Material::Glass},
    {"glass", Material::Glass},
    {"gem", Material::Glass},
    {"water", Material::Water},
    {"puddle", Material::Water},
    {"sea", Material::Water},
    {"velvet", Material::Velvet},
    {"satin", Material::Satin},
    {"silk", Material::Satin},
    {"skin", Material::Skin},
    {"face", Material::Skin},
    {"head", Material::Skin},
    {"hand", Material::Skin},
    {"body", Material::Skin},
    {"beard", Material::Hair},
    {"hair", Material::Hair},
    {"fur", Material::Hair},
    {"mane", Material::Hair},
    {"boot", Material::WornLeather},
    {"shoe", Material::WornLeather},
    {"belt", Material::WornLeather},
    {"glove", Material::WornLeather},
    {"apron", Material::WornLeather},
    {"pouch", Material::WornLeather},
    {"strap", Material::WornLeather},
    {"leather", Material::WornLeather},
    {"lacquer", Material::PolishedLeather},
    {"polish", Material::PolishedLeather},
    {"brooch", Material::MetalInPaint},
    {"blade", Material::MetalInPaint},
    {"sword", Material::MetalInPaint},
    {"armour", Material::MetalInPaint},
    {"armor", Material::MetalInPaint},
    {"helm", Material::MetalInPaint},
    {"pipe", Material::MetalInPaint},
    {"metal", Material::MetalInPaint},
    {"iron", Material::MetalInPaint},
    {"steel", Material::MetalInPaint},
    {"buckle", Material::MetalInPaint},
    {"ring", Material::MetalInPaint},
    {"chain", Material::MetalInPaint},
    {"shield", Material::MetalInPaint},
    {"bucket", Material::Wood},
    {"wood", Material::Wood},
    {"staff", Material::Wood},
    {"plank", Material::Wood},
    {"bollard", Material::Wood},
    {"barrel", Material::Wood},
    {"plinth", Material::Stone},
    {"base", Material::Stone},
    {"stone", Material::Stone},
    {"rock", Material::Stone},
    {"wall", Material::Stone},
    {"skull", Material::Bone},
    {"bone", Material::Bone},
    {"horn", Material::Bone},
    {"tooth", Material::Bone},
    {"leaf", Material::Plant},
    {"plant", Material::Plant},
    {"weed", Material::Plant},
});

}  // namespace

const std::array<MaterialEntry, kMaterialCount>& materials() {
    static const std::array<MaterialEntry, kMaterialCount> table = {{
        {Material::Skin, "Skin", "skin", {0.80, 0.62, 0.52}, 1.4, 0.55, 0.15, kSkin},
        {Material::Cloth, "Cloth", "cloth", grey(0.60), 1.5, 0.95, 0.0, kCommon},
        {Material::Satin, "Satin", "satin", grey(0.66), 1.5, 0.35, 0.5, kCommon},
        {Material::Velvet, "Velvet", "velvet", grey(0.40), 1.5, 0.90, 0.3, kCommon},
        {Material::WornLeather,
         "Worn leather",
         "worn-leather",
         {0.45, 0.33, 0.24},
         1.5,
         0.65,
         0.2,
         kCommon},
        {Material::PolishedLeather,
         "Polished leather or lacquer",
         "polished-leather",
         {0.30, 0.20, 0.16},
         1.5,
         0.20,
         0.6,
         kCommon},
        {Material::MetalInPaint, "Metal, in paint", "metal-in-paint", grey(0.62), 7.87, 0.25, 1.0,
         kMetal},
        {Material::MetallicPaint, "Metallic paint", "metallic-paint", grey(0.68), 7.87, 0.40, 0.8,
         kMetal},
        {Material::Hair, "Hair or fur", "hair", {0.42, 0.34, 0.28}, 1.55, 0.50, 0.3, kBone},
        {Material::Stone, "Stone", "stone", grey(0.55), 1.54, 0.95, 0.0, kStone},
        {Material::Wood, "Wood", "wood", {0.52, 0.40, 0.28}, 1.5, 0.85, 0.05, kCommon},
        {Material::Bone, "Bone", "bone", {0.85, 0.80, 0.68}, 1.55, 0.60, 0.15, kBone},
        {Material::Plant, "Plant", "plant", {0.36, 0.46, 0.24}, 1.5, 0.70, 0.1, kCommon},
        {Material::Water, "Water", "water", {0.22, 0.32, 0.36}, 1.333, 0.05, 0.9, kWater},
        {Material::Glass, "Glass", "glass", {0.40, 0.58, 0.50}, 1.52, 0.05, 0.9, kGlass},
        {Material::Glowing, "Glowing", "glowing", {1.0, 0.92, 0.75}, 1.5, 1.0, 0.0, kCommon},
    }};
    return table;
}

const MaterialEntry& entryOf(Material material) {
    return materials().at(static_cast<std::size_t>(material));
}

std::optional<Material> materialFromKey(std::string_view key) {
    for (const MaterialEntry& entry : materials()) {
        if (key == entry.key) return entry.material;
    }
    return std::nullopt;
}

double mirroredShare(double refractive_index) {
    const double ratio = (refractive_index - 1.0) / (refractive_index + 1.0);
    return ratio * ratio;
}

Material materialFromName(std::string_view part_name) {
    std::string name(part_name);
    std::ranges::transform(name, name.begin(),
                           [](unsigned char c) { return static_cast<char>(std::tolower(c)); });
    for (const Hint& hint : kHints) {
        if (name.find(hint.word) != std::string::npos) return hint.material;
    }
    return Material::Cloth;
}

}  // namespace glaukophos
