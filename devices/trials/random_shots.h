// Photographs as someone may take them, and clicks as someone may make them.
#pragma once

#include <random>

#include "core/plan/photographs.h"
#include "devices/camera/shot.h"

namespace glaukophos::camera {

class Chance {
  public:
    explicit Chance(std::uint32_t seed) : m_random(seed) {}
    double between(double low, double high) {
        return std::uniform_real_distribution<double>(low, high)(m_random);
    }
    std::size_t below(std::size_t count) {
        return std::uniform_int_distribution<std::size_t>(0, count - 1)(m_random);
    }

  private:
    std::mt19937 m_random;
};

// As someone holds a phone or a small camera: from anywhere round, the figure well in the picture.
Shot randomShot(const Bounds& figure, Chance& chance, std::uint32_t seed);

struct Clicks {
    int count = 6;
    double off_low_px = 2.0;  // how far a click is off, at least and at most
    double off_high_px = 3.0;
};
// Far from one another, each off by some pixels.
std::vector<PhotoPair> clicksOn(const std::vector<SeenPlace>& places, const Clicks& clicks,
                                Chance& chance);

}  // namespace glaukophos::camera
