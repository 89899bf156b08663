// Random numbers that are the same on every machine and every run.
#pragma once

#include <cstdint>
#include <random>

namespace glaukophos {

class EvenRandom {
  public:
    explicit EvenRandom(std::uint32_t seed) : m_bits(seed) {}

    // [0, 1): the standard's distributions differ from library to library.
    double share() { return static_cast<double>(m_bits()) / 4294967296.0; }
    double between(double low, double high) { return low + (high - low) * share(); }

  private:
    std::mt19937 m_bits;
};

}  // namespace glaukophos
