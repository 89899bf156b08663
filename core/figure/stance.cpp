// Guesses are proposals: the painter sees them and can change them.
#include "core/figure/stance.h"

#include <fmt/format.h>
#include <tbb/parallel_reduce.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "core/base/parallel.h"

namespace glaukophos {
namespace {

constexpr std::array<LengthUnit, 4> kUnits = {{{"millimetres", "mm", 1.0F},
                                               {"centimetres", "cm", 10.0F},
                                               {"inches", "in", 25.4F},
                                               {"metres", "m", 1000.0F}}};
constexpr std::array<UsualSize, 7> kSizes = {{{"28 mm", 28.0F, true},
                                              {"32 mm", 32.0F, true},
                                              {"40 mm", 40.0F, true},
                                              {"54 mm", 54.0F, true},
                                              {"75 mm", 75.0F, true},
                                              {"1:35", 50.0F, false},
                                              {"1:10 bust", 75.0F, false}}};

// What may point up in a file, what usually does first.
constexpr std::size_t kWays = 6;
std::array<Vec3, kWays> waysUp() {
    return {Vec3(0, 0, 1),  Vec3(0, 1, 0),  Vec3(1, 0, 0),
            Vec3(0, 0, -1), Vec3(0, -1, 0), Vec3(-1, 0, 0)};
}

// For each way up the area in mm2 of triangles that face down and lie within a hundredth of the
// height above the lowest point.
using Undersides = std::array<double, kWays>;
Undersides flatUndersides(const Mesh& mesh, const Bounds& bounds) {
    const std::array<Vec3, kWays> ways = waysUp();
    std::array<float, kWays> limits{};
    for (std::size_t i = 0; i < kWays; ++i) {
        const float one = bounds.low.dot(ways.at(i));
        const float other = bounds.high.dot(ways.at(i));
        limits.at(i) = std::min(one, other) + 0.01F * std::abs(one - other);
    }
    const auto isAtBottom = [&](const Triangle& t, std::size_t way) {
        return std::ranges::all_of(t, [&](std::uint32_t corner) {
            return mesh.positions_mm[corner].dot(ways.at(way)) <= limits.at(way);
        });
    };
    using Range = tbb::blocked_range<std::size_t>;
    const auto addTo = [&](const Range& range, Undersides areas) {
        for (std::size_t t = range.begin(); t < range.end(); ++t) {
            for (std::size_t i = 0; i < kWays; ++i) {
                if (!isAtBottom(mesh.triangles[t], i)) continue;
                const Vec3 normal = areaVector(mesh, mesh.triangles[t]);
                if (normal.dot(ways.at(i)) < -0.98F * normal.norm()) areas.at(i) += normal.norm();
            }
        }
        return areas;
    };
    return tbb::parallel_deterministic_reduce(Range(0, mesh.triangles.size(), 4096), Undersides{},
                                              addTo, [](Undersides a, const Undersides& b) {
                                                  for (std::size_t i = 0; i < kWays; ++i)
                                                      a.at(i) += b.at(i);
                                                  return a;
                                              });
}

// Of the box round the mesh, seen along `up`.
double footprint(const Bounds& bounds, const Vec3& up) {
    const Vec3 size = bounds.size();
    const Vec3 across = Vec3::Ones() - up.cwiseAbs();
    double area = 1.0;
    for (int axis = 0; axis < 3; ++axis) area *= across[axis] > 0.5F ? size[axis] : 1.0F;
    return area;
}

// How much the outline from above, taken per height, differs from its mirror image; 0 is perfect.
double asymmetry(std::span<const Vec3> points, double azimuth) {
    constexpr int kCells = 24;
    const Vec3 side(static_cast<float>(std::cos(azimuth)), static_cast<float>(std::sin(azimuth)),
                    0.0F);
    const Vec3 front(-side.y(), side.x(), 0.0F);
    Bounds box;
    std::vector<Vec3> turned;
    turned.reserve(points.size());
    for (const Vec3& p : points) {
        turned.emplace_back(p.dot(side), p.dot(front), p.z());
        box.add(turned.back());
    }
    const Vec3 cell = (box.size() / kCells).cwiseMax(1e-6F);
    const auto index = [&](float x, float y, float z) {
        const auto in = [](float v) {
            return static_cast<std::size_t>(std::clamp(static_cast<int>(v), 0, kCells - 1));
        };
        return (in(x / cell.x()) * kCells + in(y / cell.y())) * kCells + in(z / cell.z());
    };
    std::vector<bool> filled(std::size_t{kCells} * kCells * kCells, false);
    std::vector<bool> mirrored(filled.size(), false);
    for (const Vec3& p : turned) {
        const Vec3 q = p - box.low;
        filled[index(q.x(), q.y(), q.z())] = true;
        mirrored[index(box.size().x() - q.x(), q.y(), q.z())] = true;
    }
    double differ = 0.0;
    double either = 0.0;
    for (std::size_t i = 0; i < filled.size(); ++i) {
        either += filled[i] || mirrored[i] ? 1.0 : 0.0;
        differ += filled[i] != mirrored[i] ? 1.0 : 0.0;
    }
    return either > 0.0 ? differ / either : 1.0;
}

void moveAll(std::span<Vec3> points, const Stance& stance, const Vec3& shift) {
    forChunks(points.size(), {}, [&](std::size_t begin, std::size_t end) {
        for (Vec3& point : points.subspan(begin, end - begin)) point = moved(point, stance, shift);
    });
}

}  // namespace

std::span<const LengthUnit> lengthUnits() { return kUnits; }

bool fitsAFigure(float height_in_file, const LengthUnit& unit) {
    const float mm = height_in_file * unit.mm;
    return mm >= 12.0F && mm <= 450.0F;
}

const LengthUnit& guessedUnit(float height_in_file) {
    const auto fits = [&](const LengthUnit& unit) { return fitsAFigure(height_in_file, unit); };
    if (fits(kUnits[0])) return kUnits[0];
    const auto count = std::ranges::count_if(kUnits, fits);
    if (count != 1) return kUnits[0];
    return *std::ranges::find_if(kUnits, fits);
}

std::span<const UsualSize> usualSizes() { return kSizes; }

Eigen::Matrix3f turnToUp(const Vec3& from) {
    return Eigen::Quaternionf::FromTwoVectors(from, Vec3::UnitZ()).toRotationMatrix();
}

Eigen::Matrix3f uprightTurn(const Mesh& mesh, bool y_is_up) {
    const std::array<Vec3, kWays> ways = waysUp();
    if (y_is_up) return turnToUp(ways[1]);
    Vec3 best = ways[0];
    // A figure may have no flat base at all: then a small flat place on its back says nothing.
    constexpr double kLeastBase = 0.15;  // of the footprint it would stand on
    const Bounds bounds = boundsOf(mesh.positions_mm);
    const Undersides flat = flatUndersides(mesh, bounds);
    double most = 2.0 * flat[0];
    for (std::size_t i = 1; i < ways.size(); ++i) {
        if (flat.at(i) > most * 1.001 && flat.at(i) > kLeastBase * footprint(bounds, ways.at(i))) {
            most = flat.at(i);
            best = ways.at(i);
        }
    }
    return turnToUp(best);
}

double facingTurn_deg(const Mesh& upright) {
    // The base is often round and says nothing: look at the upper four fifths.
    Bounds bounds = boundsOf(upright.positions_mm);
    std::vector<Vec3> points;
    const std::size_t stride = std::max<std::size_t>(1, upright.positions_mm.size() / 60'000);
    for (std::size_t i = 0; i < upright.positions_mm.size(); i += stride) {
        const Vec3& p = upright.positions_mm[i];
        if (p.z() > bounds.low.z() + 0.2F * bounds.size().z()) points.push_back(p);
    }
    if (points.size() < 100) return 0.0;
    const double as_it_is = asymmetry(points, 0.0);
    double best = as_it_is;
    double best_deg = 0.0;
    for (double deg = -40.0; deg <= 40.0; deg += 2.0) {
        const double value = asymmetry(points, radians(deg));
        if (value < best) {
            best = value;
            best_deg = deg;
        }
    }
    return best < 0.25 && best < 0.7 * as_it_is ? -best_deg : 0.0;
}

Vec3 moved(const Vec3& point, const Stance& stance, const Vec3& shift) {
    return stance.scale * (stance.turn * point) + shift;
}

Vec3 shiftFor(const Mesh& mesh, const Stance& stance) {
    std::vector<Vec3> points = mesh.positions_mm;
    moveAll(points, stance, Vec3::Zero());
    const Bounds bounds = boundsOf(points);
    return {-bounds.centre().x(), -bounds.centre().y(), -bounds.low.z()};
}

void move(Mesh& mesh, const Stance& stance, const Vec3& shift) {
    moveAll(mesh.positions_mm, stance, shift);
}

void stand(Mesh& mesh, const Stance& stance) { move(mesh, stance, shiftFor(mesh, stance)); }

}  // namespace glaukophos
