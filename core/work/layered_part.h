// What all layers of one part are made from: its bands, their mixes and borders.
#pragma once

#include "core/work/bare_ground.h"

namespace glaukophos {

class LayeredPart {
  public:
    LayeredPart(const WorkBasis& basis, PartIndex part);

    [[nodiscard]] const WorkBasis& basis() const { return m_basis; }
    [[nodiscard]] PartIndex index() const { return m_part; }
    [[nodiscard]] const Part& part() const { return m_basis.plan.parts[m_part]; }
    [[nodiscard]] const PartMixes& mixes() const { return m_mixes; }
    [[nodiscard]] const Ladder& ladder() const { return m_ladder; }
    // Those that are worth a mix, dark to light.
    [[nodiscard]] const std::vector<std::size_t>& worth() const { return m_layers.bands; }
    [[nodiscard]] std::size_t first() const { return m_layers.first; }
    [[nodiscard]] Phase phase() const;

    [[nodiscard]] const BandBorders& borders() const { return m_appearance.bands.borders; }
    [[nodiscard]] double border(std::size_t band) const { return borders()[band]; }
    [[nodiscard]] double halfThrough(std::size_t band) const;  // L*
    // The lightest band that has the mix of this one.
    [[nodiscard]] std::size_t topOf(std::size_t band) const;
    // "Shade", or "Shade and Middle" where one mix serves both.
    [[nodiscard]] std::string name(std::size_t band) const;
    [[nodiscard]] const BandMix& mix(std::size_t band) const { return m_mixes.bands[band]; }
    [[nodiscard]] const Recipe& recipe(std::size_t band) const { return mix(band).recipe; }

    // A layer of a band's mix, all over the part; `what` is its key within the part.
    [[nodiscard]] Step step(StepKind kind, std::size_t band, const char* what) const;
    [[nodiscard]] Mask values(double from, double to) const;  // L*
    [[nodiscard]] int coatsOn(const Step& step, const Reflectance& ground) const;
    [[nodiscard]] int coatsOn(const Step& step, const Recipe& below) const;
    [[nodiscard]] double areaFrom(std::size_t band) const;  // mm2 of it and all lighter ones
    // mm of a border that turn gradually.
    [[nodiscard]] double lostAt(std::size_t border) const;
    // mm2 that a mask has of the part.
    [[nodiscard]] double area(const Mask& mask) const;
    // "the outer two thirds": what of its length is at least as light as that, where most of the
    // part has a gradient along it; else empty.
    [[nodiscard]] std::string extentFrom(double lightness) const;

  private:
    const WorkBasis& m_basis;
    PartIndex m_part;
    bool m_after_glow;  // painted when all glows are on, and so with them in its colours
    const Appearance& m_appearance;
    const PartMixes& m_mixes;
    const Ladder& m_ladder;
    LayerBands m_layers;
};

}  // namespace glaukophos
