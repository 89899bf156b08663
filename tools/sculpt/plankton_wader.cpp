// Clothes and pose are the glass maker's; water and net are new.
#include "tools/sculpt/plankton_wader.h"

#include "tools/sculpt/glass_maker.h"

namespace glaukophos::sculpt {
namespace {

constexpr float kLevel = 7.4F;                     // of the water
const Vec kAcross = unit({0.62F, -0.10F, 0.78F});  // across the band of the net
const Vec kBand{-0.4F, 0.0F, 24.2F};

// Radius of the pool, which is not round.
float shoreAt(Vec p) {
    const float a = std::atan2(p.y, p.x);
    return 12.2F + 0.5F * std::sin(3 * a + 1) + 0.6F * noise({2 * std::cos(a), 2 * std::sin(a), 5});
}

float clothes(Vec p) { return std::min(hoodAndCape(p), tunic(p)); }

}  // namespace

float waderSkin(Vec p) { return std::min(face(p), armsAndHands(p)); }
float waderOilskin(Vec p) { return hoodAndCape(p); }
float waderCoat(Vec p) { return tunic(p); }
float waderBoots(Vec p) { return boots(p); }
float waderPole(Vec p) { return pipe(p); }

float waderNet(Vec p) {
    const Vec q = p - kBand;
    const float across = dot(q, kAcross);
    if (std::fabs(across) > 3.5F || length(q) > 12)
        return std::max(std::fabs(across) - 2, length(q) - 10);
    const float layer = std::fabs(clothes(p) - 0.18F) - 0.16F;
    const float along = 7.0F * std::atan2(dot(q, cross(kAcross, {0, 1, 0})), -q.y);
    const float u = (along + across) * 0.85F;
    const float v = (along - across) * 0.85F;
    const float strand = std::min(std::fabs(std::sin(u)), std::fabs(std::sin(v)));
    float d = smoothMax(layer, std::fabs(across) - 1.7F, 0.15F);
    d = smoothMax(d, 0.42F * (strand - 0.42F), 0.08F);
    // Ropes along both rims hold it together.
    const float rim = std::hypot(std::fabs(across) - 1.75F, clothes(p) - 0.3F) - 0.3F;
    return smoothMin(d, rim, 0.1F);
}

float waderWater(Vec p) {
    if (p.z > kLevel + 2) return p.z - kLevel;
    const float r = std::hypot(p.x, p.y);
    // Rings run out from both legs.
    float rings = 0;
    for (const Vec& leg : {mix(KNR, ANR, 0.6F), mix(KNL, ANL, 0.4F)}) {
        const float away = std::hypot(p.x - leg.x, p.y - leg.y);
        rings += 0.20F * std::sin(2.4F * away) * std::exp(-0.22F * away);
    }
    const float swell =
        0.16F * noise({p.x * 0.35F, p.y * 0.35F, 4}) + 0.06F * std::sin(0.9F * p.x + 0.5F * p.y);
    const float d = smoothMax(p.z - kLevel - rings - swell, r - shoreAt(p) - 0.6F, 0.3F);
    return smoothMax(d, 1.5F - p.z, 0.05F);
}

float waderRocks(Vec p) {
    const float r = std::hypot(p.x, p.y);
    if (p.z > 10 || r > 20) return std::max(p.z - 8.5F, r - 18);
    // Boulders round the pool, lower in front.
    const Cell cell = cellAt(p.x, p.y, 4.2F, 3.6F, 19);
    const float boulder = smoothStep(0.0F, 1.4F, std::max(cell.edge, 0.0F));
    const float top = kLevel + 0.1F + (0.3F + 0.9F * random01(cell.number, 3, 1)) * boulder;
    float d =
        smoothMax(p.z - top, r - 14.6F - 0.22F * (kLevel - p.z) - 0.7F * noise(p * 0.3F), 0.8F);
    d += 0.18F * layeredNoise(p * 0.7F, 4);
    d = smoothMax(d, -smoothMax(r - shoreAt(p), 1.4F - p.z, 0.6F), 0.5F);
    return smoothMax(d, -p.z, 0.02F);
}

}  // namespace glaukophos::sculpt
