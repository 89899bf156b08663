// Fresnel's equation at square incidence against handbook reflectances.
#include <gtest/gtest.h>

#include <set>
#include <string>

#include "core/colour/material.h"

namespace glaukophos {
namespace {

// Hecht, Optics: glass of n = 1.5 mirrors 4 %, water 2 % at normal incidence (from memory).
TEST(Material, MirrorsAsOpticsHandbooksSay) {
    EXPECT_NEAR(mirroredShare(1.5), 0.04, 1e-12);
    EXPECT_NEAR(mirroredShare(entryOf(Material::Water).refractive_index), 0.020, 0.001);
    EXPECT_NEAR(mirroredShare(entryOf(Material::Glass).refractive_index), 0.0426, 0.0005);
    // Steel mirrors 55 to 65 % in the visible (handbook values, from memory).
    EXPECT_NEAR(mirroredShare(entryOf(Material::MetalInPaint).refractive_index), 0.60, 0.05);
    EXPECT_EQ(mirroredShare(1.0), 0.0);
}

TEST(Material, EveryEntryHasASourceAKeyOfItsOwnAndSaneNumbers) {
    std::set<std::string> keys;
    for (const MaterialEntry& entry : materials()) {
        EXPECT_EQ(&entryOf(entry.material), &entry);
        EXPECT_TRUE(keys.insert(entry.key).second);
        EXPECT_EQ(materialFromKey(entry.key), entry.material);
        EXPECT_GT(std::string(entry.source).size(), 20U);
        EXPECT_GE(entry.refractive_index, 1.0);
        for (const double share :
             {entry.roughness, entry.sheen, entry.colour.r, entry.colour.g, entry.colour.b}) {
            EXPECT_GE(share, 0.0);
            EXPECT_LE(share, 1.0);
        }
    }
    EXPECT_EQ(materialFromKey("mithril"), std::nullopt);
}

// Common practice, no source: cloth is dull, water and glass are sharp, leather lies between.
TEST(Material, DullAndShinyAreInThePaintersOrder) {
    const auto roughness = [](Material m) { return entryOf(m).roughness; };
    EXPECT_GT(roughness(Material::Cloth), roughness(Material::WornLeather));
    EXPECT_GT(roughness(Material::WornLeather), roughness(Material::PolishedLeather));
    EXPECT_GT(roughness(Material::PolishedLeather), roughness(Material::Water));
    EXPECT_GT(roughness(Material::Velvet), roughness(Material::Satin));
}

TEST(Material, IsGuessedFromTheNameOfAPart) {
    EXPECT_EQ(materialFromName("Left_Boot"), Material::WornLeather);
    EXPECT_EQ(materialFromName("face"), Material::Skin);
    EXPECT_EQ(materialFromName("sword blade"), Material::MetalInPaint);
    EXPECT_EQ(materialFromName("base"), Material::Stone);
    EXPECT_EQ(materialFromName("Cube.001"), Material::Cloth);
}

}  // namespace
}  // namespace glaukophos
