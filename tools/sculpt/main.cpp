// Writes the demo figures as one binary STL a part: sculpt FIGURE FOLDER [coarseness]
#include <meshoptimizer.h>

#include <algorithm>
#include <cstdio>
#include <cstdlib>
#include <cstring>
#include <map>
#include <string>

#include "tools/sculpt/glass_maker.h"
#include "tools/sculpt/harbour_cat.h"
#include "tools/sculpt/mesher.h"
#include "tools/sculpt/plankton_wader.h"
#include "tools/sculpt/slag_crab.h"
#include "tools/sculpt/stoker.h"

namespace glaukophos::sculpt {
namespace {

constexpr float kDeviation_mm = 0.03F;
constexpr std::size_t kMostTriangles = 79'000;  // 4 MB of binary STL

// A field meshed inside a box, with vertices `step_mm` apart.
struct Block {
    Vec low;
    Vec high;
    float step_mm;
    Field field;
    bool even = false;  // all triangles are kept: what mirrors shows long ones as spikes
};
using Figure = std::map<std::string, std::vector<Block>>;

Figure glassMaker() {
    const Vec h = HEAD.o;
    const Vec f = FLOAT;
    return {
        {"skin",
         {{h - Vec{3.2F, 3.9F, 6.6F}, h + Vec{3.2F, 3.6F, 3.4F}, 0.06F, face},
          {{-9, -9, 15}, {9, 3.5F, 29}, 0.075F, armsAndHands}}},
        {"beard", {{h - Vec{3.6F, 4.6F, 5.2F}, h + Vec{3.6F, 3, 3.2F}, 0.06F, beard}}},
        {"hoodcape", {{{-11, -6, 12}, {11, 10, 37}, 0.11F, hoodAndCape}}},
        {"tunic", {{{-10, -7, 2.5F}, {10, 5, 30}, 0.12F, tunic}}},
        {"apron", {{{-7, -9, 9}, {8, 2, 27}, 0.10F, apron}}},
        {"boots", {{{-6.5F, -9, 2.5F}, {8, 4, 12}, 0.11F, boots}}},
        {"belt", {{{-7, -6, 12}, {7, 4, 23}, 0.10F, belt}}},
        {"brooch", {{{0, -5, 25}, {4.5F, 1.5F, 30}, 0.07F, brooch}}},
        {"pipe", {{{-9, -9, 9}, {9, -1, 32}, 0.09F, pipe}}},
        {"gather", {{{4, -11, 6}, {12, -4, 15}, 0.10F, gather}}},
        {"bucket", {{{-12, -10, 2.5F}, {-4, -2, 11}, 0.09F, bucket}}},
        {"float", {{f - Vec{6, 4, 2.2F}, f + Vec{2.6F, 2.6F, 2.8F}, 0.08F, glassFloat}}},
        {"plinth", {{{-17, -17, -0.5F}, {17, 17, 6.5F}, 0.15F, plinth}}},
        {"water", {{{0, -21, -0.4F}, {21, 2, 1.8F}, 0.12F, water}}},
    };
}

Figure harbourCat() {
    return {
        {"fur", {{{-6, -5, 4.5F}, {7, 6, 22}, 0.09F, catFur}}},
        {"eyes", {{{-2.5F, -4, 16.5F}, {2.5F, -1, 19}, 0.05F, catEyes}}},
        {"collar", {{{-3, -4, 14.5F}, {3, 2.5F, 18}, 0.06F, catCollar}}},
        {"bollard", {{{-6, -6, 0}, {6, 7, 11}, 0.10F, bollard}}},
        {"rope", {{{-8, -6, 0.8F}, {6, 7, 7}, 0.08F, mooringRope}}},
        {"cobbles", {{{-10.5F, -10.5F, -0.4F}, {10.5F, 10.5F, 3}, 0.12F, cobbles}}},
    };
}

Figure slagCrab() {
    return {
        {"glass", {{{-10, -8.5F, 3}, {10, 8, 12}, 0.13F, crabGlass}}},
        {"slag", {{{-11, -10, 2}, {11, 9.5F, 13}, 0.11F, crabSlag}}},
        {"legs", {{{-17, -18, 0.5F}, {17, 13, 12.5F}, 0.12F, crabLegs}}},
        {"eyes", {{{-3, -8.5F, 7.5F}, {3, -6, 10}, 0.06F, crabEyes}}},
        {"brazier", {{{-4, -3, 8.5F}, {4.5F, 6, 14.5F}, 0.09F, crabBrazier}}},
        {"flame", {{{-5, -4.5F, 11}, {6, 7, 23.5F}, 0.09F, crabFlame}}},
        {"shore", {{{-18.5F, -18.5F, -0.4F}, {18.5F, 18.5F, 3}, 0.15F, crabShore}}},
    };
}

Figure planktonWader() {
    const Vec h = HEAD.o;
    return {
        {"skin",
         {{h - Vec{3.2F, 3.9F, 6.6F}, h + Vec{3.2F, 3.6F, 3.4F}, 0.07F, face},
          {{-9, -9, 15}, {9, 3.5F, 29}, 0.085F, armsAndHands}}},
        {"oilskin", {{{-11, -6, 12}, {11, 10, 37}, 0.12F, waderOilskin}}},
        {"coat", {{{-10, -7, 2.5F}, {10, 5, 30}, 0.13F, waderCoat}}},
        {"boots", {{{-6.5F, -9, 2.5F}, {8, 4, 12}, 0.12F, waderBoots}}},
        {"pole", {{{-9, -9, 9}, {9, -1, 32}, 0.10F, waderPole}}},
        {"net", {{{-9, -7, 14}, {9, 7, 32}, 0.10F, waderNet}}},
        {"water", {{{-14.5F, -14.5F, 1}, {14.5F, 14.5F, 8.8F}, 0.14F, waderWater}}},
        {"rocks", {{{-19, -19, -0.4F}, {19, 19, 9.5F}, 0.18F, waderRocks}}},
    };
}

Figure stoker() {
    const Vec h = HEAD.o;
    return {
        {"skin",
         {{h - Vec{3.2F, 3.9F, 6.6F}, h + Vec{3.2F, 3.6F, 3.4F}, 0.07F, face},
          {{-9, -9, 15}, {9, 3.5F, 29}, 0.085F, armsAndHands}}},
        {"beard", {{h - Vec{3.6F, 4.6F, 5.2F}, h + Vec{3.6F, 3, 3.2F}, 0.07F, beard}}},
        {"hood", {{{-11, -6, 12}, {11, 10, 37}, 0.12F, hoodAndCape}}},
        {"shirt", {{{-10, -7, 2.5F}, {10, 5, 30}, 0.13F, tunic}}},
        {"apron", {{{-7, -9, 9}, {8, 2, 27}, 0.11F, apron}}},
        {"boots", {{{-6.5F, -9, 2.5F}, {8, 4, 12}, 0.12F, boots}}},
        {"rod", {{{-9, -9, 9}, {9, -1, 32}, 0.12F, stokerRod, true}}},
        {"tube", {{{-12, -5, 28}, {-5, 1, 37}, 0.09F, stokerTube}}},
        {"boiler", {{{4.5F, -2.5F, 2}, {22, 15.5F, 28.5F}, 0.225F, boilerShell, true}}},
        {"pipes", {{{-8, -14, 1.5F}, {26, 18, 25}, 0.16F, boilerPipes, true}}},
        {"holes", {{{5, -2, 11}, {20, 10, 20}, 0.10F, boilerHoles}}},
        {"fire", {{{5, -2, 4}, {18, 8, 10.5F}, 0.10F, boilerFire}}},
        {"door", {{{2, -8, 3.5F}, {24, 8, 10.8F}, 0.09F, boilerDoor}}},
        {"floor", {{{-15, -19, -0.4F}, {26, 22, 5.5F}, 0.14F, boilerFloor}}},
    };
}

// Everything as one shell, as a print file that was joined before it was sold.
Figure fused(const Figure& figure) {
    std::vector<Block> blocks;
    for (const auto& [name, part] : figure) blocks.insert(blocks.end(), part.begin(), part.end());
    Vec low{99, 99, 99};
    Vec high{-99, -99, -99};
    for (const Block& b : blocks) {
        low = {std::min(low.x, b.low.x), std::min(low.y, b.low.y), std::min(low.z, b.low.z)};
        high = {std::max(high.x, b.high.x), std::max(high.y, b.high.y), std::max(high.z, b.high.z)};
    }
    const Field nearest = [blocks](Vec p) {
        float d = 1e9F;
        for (const Block& b : blocks) {
            // Outside its box a field need not hold: the way to the box is below the distance.
            const Vec out{std::max({b.low.x - p.x, p.x - b.high.x, 0.0F}),
                          std::max({b.low.y - p.y, p.y - b.high.y, 0.0F}),
                          std::max({b.low.z - p.z, p.z - b.high.z, 0.0F})};
            const float way = length(out);
            d = std::min(d, way > 0.5F ? way + 0.3F : b.field(p));
        }
        return d;
    };
    return {{"glass-maker-fused", {{low, high, 0.13F, nearest}}}};
}

// Fewer triangles, staying within kDeviation_mm; vertices that are left out stay in the list.
std::vector<uint32_t> simplified(const Solid& solid) {
    std::vector<uint32_t> kept(solid.t.size());
    const float* xyz = &solid.p.front().x;
    const float scale = meshopt_simplifyScale(xyz, solid.p.size(), sizeof(Vec));
    float tolerance = kDeviation_mm;
    const std::size_t target = std::min(kMostTriangles, solid.t.size() / 6) * 3;
    while (true) {
        kept.resize(solid.t.size());
        kept.resize(meshopt_simplify(kept.data(), solid.t.data(), solid.t.size(), xyz,
                                     solid.p.size(), sizeof(Vec), target, tolerance / scale, 0,
                                     nullptr));
        if (kept.size() <= target || tolerance > 0.2F) return kept;
        tolerance *= 1.3F;
    }
}

bool writeStl(const Solid& solid, const std::vector<uint32_t>& corners, const std::string& name,
              const std::string& file) {
    std::FILE* out = std::fopen(file.c_str(), "wb");
    if (out == nullptr) return false;
    char header[80] = {};
    std::snprintf(header, sizeof header, "Glaukophos demo figure: %s", name.c_str());
    std::fwrite(header, 1, sizeof header, out);
    const auto count = static_cast<uint32_t>(corners.size() / 3);
    std::fwrite(&count, 4, 1, out);
    for (std::size_t i = 0; i < corners.size(); i += 3) {
        const Vec a = solid.p[corners[i]];
        const Vec b = solid.p[corners[i + 1]];
        const Vec c = solid.p[corners[i + 2]];
        const Vec rows[4] = {unit(cross(b - a, c - a)), a, b, c};
        std::fwrite(rows, sizeof(Vec), 4, out);
        std::fwrite("\0", 1, 2, out);
    }
    return std::fclose(out) == 0;
}

bool writePart(const std::string& name, const std::vector<Block>& blocks, float coarseness,
               const std::string& folder) {
    Solid solid;
    for (const Block& block : blocks) {
        append(solid, surfaceNets(block.field, block.low, block.high, block.step_mm * coarseness));
    }
    dropCrumbs(solid, 300);
    const std::vector<uint32_t> kept = blocks.front().even ? solid.t : simplified(solid);
    std::printf("%-18s %8zu triangles, kept %7zu\n", name.c_str(), solid.t.size() / 3,
                kept.size() / 3);
    return writeStl(solid, kept, name, folder + "/" + name + ".stl");
}

}  // namespace
}  // namespace glaukophos::sculpt

int main(int argc, char** argv) {
    using namespace glaukophos::sculpt;
    const std::string wanted = argc > 1 ? argv[1] : "";
    Figure figure;
    if (wanted == "glass-maker") figure = glassMaker();
    if (wanted == "glass-maker-fused") figure = fused(glassMaker());
    if (wanted == "harbour-cat") figure = harbourCat();
    if (wanted == "slag-crab") figure = slagCrab();
    if (wanted == "plankton-wader") figure = planktonWader();
    if (wanted == "stoker") figure = stoker();
    if (figure.empty() || argc < 3) {
        std::fprintf(stderr,
                     "sculpt glass-maker|glass-maker-fused|harbour-cat|slag-crab|"
                     "plankton-wader|stoker FOLDER [coarseness]\n");
        return 2;
    }
    const float coarseness = argc > 3 ? std::strtof(argv[3], nullptr) : 1.0F;
    for (const auto& [name, blocks] : figure) {
        if (!writePart(name, blocks, std::max(1.0F, coarseness), argv[2])) {
            std::fprintf(stderr, "%s could not be written to %s\n", name.c_str(), argv[2]);
            return 2;
        }
    }
    return 0;
}
