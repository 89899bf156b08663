// Layers are laid one by one, as at the desk.
#include "core/colour/coats.h"

#include <algorithm>
#include <cmath>

#include "core/colour/colour_difference.h"

namespace glaukophos {
namespace {

Lab thickColour(const PaintFilm& film) {
    Reflectance thick;
    for (int i = 0; i < kBands; ++i) {
        thick.share[i] = thickReflectance(film.absorption[i] / std::max(film.scattering[i], 1e-12));
    }
    return labFrom(reflected(daylight(), thick));
}

Lab colourOf(const Reflectance& reflectance) { return labFrom(reflected(daylight(), reflectance)); }

}  // namespace

Lab colourOver(const PaintFilm& film, double x, const Reflectance& ground) {
    return colourOf(over(film, x, ground));
}

int coatsOver(const PaintFilm& film, double x, const Reflectance& ground, double tolerance,
              int most) {
    const Lab thick = thickColour(film);
    for (int coats = 1; coats < most; ++coats) {
        if (ciede2000(colourOver(film, coats * x, ground), thick) <= tolerance) return coats;
    }
    return most;
}

std::vector<double> veilsFor(const PaintFilm& film, const Reflectance& ground, double limit) {
    constexpr std::size_t kMost = 40;
    const Lab aim = thickColour(film);
    std::vector<double> veils;
    Reflectance here = ground;
    while (veils.size() < kMost && ciede2000(colourOf(here), aim) > limit) {
        // As thick as the limit lets it be.
        double thin = 0.0;
        double thick = 4.0;
        for (int i = 0; i < 40; ++i) {
            const double middle = 0.5 * (thin + thick);
            const double step = ciede2000(colourOver(film, middle, here), colourOf(here));
            (step <= limit ? thin : thick) = middle;
        }
        veils.push_back(thin);
        here = over(film, thin, here);
    }
    return veils;
}

double dropsFor(double area_mm2, int coats, double x) {
    constexpr double kCoat_mm = 0.05;
    constexpr double kDrop_mm3 = 1000.0 * kDrop_ml;
    constexpr double kWaste = 2.0;
    return kWaste * area_mm2 * coats * x * kCoat_mm / kDrop_mm3;
}

}  // namespace glaukophos
