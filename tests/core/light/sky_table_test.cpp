// What a table of directions tells of one small source.
#include "core/light/sky_table.h"

#include <gtest/gtest.h>

namespace glaukophos {
namespace {

// The bits of a point that sees the directions for which this holds.
template <class Seen>
SkyBits bitsWhere(const Seen& seen) {
    SkyBits bits{};
    for (std::size_t d = 0; d < skyDirections().size(); ++d) {
        if (seen(skyDirections()[d])) bits[d / 64] |= std::uint64_t{1} << (d % 64);
    }
    return bits;
}

TEST(SightCone, IsSureWhereAllDirectionsRoundAgree) {
    const SkyBits bits = bitsWhere([](const Vec3& d) { return d.z() > 0.0F && d.x() > 0.0F; });
    const Vec3 up = Vec3::UnitZ();
    EXPECT_EQ(SightCone(Vec3(1, 0, 1).normalized(), 15).of(bits, up), Sight::All);
    EXPECT_EQ(SightCone(Vec3(-1, 0, 1).normalized(), 15).of(bits, up), Sight::Nothing);
    EXPECT_EQ(SightCone(up, 15).of(bits, up), Sight::Doubtful);
}

// Directions below a point's own horizon are dark whatever stands round it.
TEST(SightCone, SaysNothingOfWhatIsAtTheHorizon) {
    const SkyBits none{};
    EXPECT_EQ(SightCone(Vec3(1, 0, 0.1F).normalized(), 15).of(none, Vec3::UnitZ()),
              Sight::Doubtful);
    EXPECT_EQ(SightCone(Vec3(1, 0, 0.5F).normalized(), 15).of(none, Vec3::UnitZ()), Sight::Nothing);
}

}  // namespace
}  // namespace glaukophos
