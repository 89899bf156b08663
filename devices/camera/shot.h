// What the simulated camera photographs, and how. Its optics, its light and its renderer are its
// own: they share no code with what finds out from the photograph where it stood.
#pragma once

#include <array>
#include <cstdint>
#include <vector>

#include "core/geometry/mesh.h"

namespace glaukophos::camera {

// A figure as it stands on the table: bent a little, as cast and glued figures are.
struct Subject {
    Mesh mesh;
    std::vector<Vec3> colours;     // linear reflectance 0..1, one entry a vertex
    std::vector<Vec3> planned_mm;  // where each vertex lies in the file
};

// Pushes the figure out of shape by long waves, `mean_mm` on average.
void bend(Subject& subject, double mean_mm, std::uint32_t seed);

struct TableLamp {
    double hour = 10.0;
    double height_deg = 50.0;
    double half_angle_deg = 4.0;  // how large it is, seen from the figure
    double strength = 1.0;        // irradiance of a surface that faces it
    Vec3 colour = Vec3::Ones();   // linear
};

struct Card {
    bool there = false;
    Vec3 corner_mm = Vec3::Zero();  // lies on the table; the near left corner
    float patch_mm = 8.0F;          // white, grey and black side by side
};

struct Body {
    int width = 1600;
    int height = 1200;
    double hour = 12.0;  // where it stands
    double height_deg = 15.0;
    double distance_mm = 0.0;  // from the middle of the figure
    double focal = 1.8;        // over the long side
    double roll_deg = 0.0;
    Eigen::Vector2d aside_mm = Eigen::Vector2d::Zero();  // what it looks at, beside the middle
    double k1 = 0.0;
    double k2 = 0.0;
    double blur_px = 0.7;
    double noise = 0.008;               // of white
    double exposure = 1.0;              // 1: the brightest hundredth is nearly white
    Vec3 white_balance = Vec3::Ones();  // gains of red, green and blue
    bool tone_curve = true;             // a phone's: darker darks, softer lights
    std::uint32_t seed = 1;
};

struct Shot {
    std::vector<TableLamp> lamps;
    double fill = 0.25;  // irradiance of an open horizontal surface from all round
    Card card;
    Body body;
};

// Row by row, 8 bits a channel: red, green, blue.
struct Picture {
    int width = 0;
    int height = 0;
    std::vector<std::uint8_t> rgb;
};
Picture photographed(const Subject& subject, const Shot& shot);

// Places of the file's figure that the photograph shows, and at which pixel.
struct SeenPlace {
    Vec3 planned_mm;
    Eigen::Vector2d pixel;
    double mm_a_pixel = 0.0;  // there
};
std::vector<SeenPlace> seenPlaces(const Subject& subject, const Shot& shot, std::size_t most);

}  // namespace glaukophos::camera
