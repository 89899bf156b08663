// Fits are made of sums over the samples only (the normal equations), so that thousands of pairs of
// directions can be tried.
#include "core/review/light_of_photo.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "core/base/parallel.h"
#include "core/light/sky_table.h"
#include "core/photo/straightened.h"
#include "core/picture/render.h"
#include "core/plan/light_variants.h"
#include "core/review/lit_samples.h"
#include "core/review/nonnegative.h"

namespace glaukophos {
namespace {

constexpr double kLeastSecond = 0.3;  // of the first lamp: what is weaker cannot be told from fill
constexpr double kLeastApart_deg = 25.0;
constexpr double kLeastBetter = 0.10;  // of what one lamp leaves unexplained
constexpr double kLowest_z = 0.03;     // lamps stand above the table
constexpr double kTrimmed = 0.08;      // of the samples: edges of shadows, slips of the match
constexpr std::array<double, 4> kHalfAngles_deg = {1.5, 4.0, 8.0, 14.0};
// What a camera's tone curve may do to the codes.
constexpr std::array<double, 6> kExponents = {0.7, 0.8, 0.9, 1.0, 1.1, 1.25};
constexpr double kDoubtful = 0.6;

using Columns = std::vector<Eigen::VectorXf>;

Eigen::VectorXf weighted(const Eigen::VectorXf& column, const Eigen::VectorXf& weights) {
    return column.cwiseProduct(weights);
}

struct Fit {
    std::vector<Vec3> lamps;
    Unknowns x;         // of the lamps, then the fill
    double left = 1.0;  // of |y|^2
};

// Sums over the samples of the directions of the table and the fill.
struct Table {
    std::vector<Vec3> directions;
    Eigen::MatrixXf columns;  // light of the directions, then the fill, at the samples; weighted
    Eigen::MatrixXd normal;
};

Table tableOf(const LitSamples& samples, const RayScene& scene) {
    Table table;
    Eigen::MatrixXf& columns = table.columns;
    for (const Vec3& d : skyDirections()) {
        if (d.z() > kLowest_z) table.directions.push_back(d);
    }
    const auto count = static_cast<Eigen::Index>(table.directions.size());
    columns.resize(static_cast<Eigen::Index>(samples.count()), count + 1);
    tbb::parallel_for(Eigen::Index{0}, count, [&](Eigen::Index d) {
        columns.col(d) =
            weighted(litFrom(samples, scene, table.directions[static_cast<std::size_t>(d)], 0.0),
                     samples.weights);
    });
    // An even sky of irradiance 1: its radiance over each direction's share of the half sphere.
    Eigen::VectorXf fill = Eigen::VectorXf::Zero(columns.rows());
    for (Eigen::Index d = 0; d < count; ++d) fill += columns.col(d);
    columns.col(count) = fill * (2.0F / static_cast<float>(count));
    table.normal = (columns.transpose() * columns).cast<double>();
    return table;
}

NonNegativeFit fitOf(const Table& table, const Eigen::VectorXd& right,
                     std::span<const Eigen::Index> chosen) {
    const auto n = static_cast<int>(chosen.size());
    Normal normal(n, n);
    Unknowns b(n);
    for (int i = 0; i < n; ++i) {
        b[i] = right[chosen[static_cast<std::size_t>(i)]];
        for (int j = 0; j < n; ++j) {
            normal(i, j) = table.normal(chosen[static_cast<std::size_t>(i)],
                                        chosen[static_cast<std::size_t>(j)]);
        }
    }
    return nonNegativeFit(normal, b);
}

bool farEnough(const Vec3& a, const Vec3& b) {
    return a.dot(b) < std::cos(radians(kLeastApart_deg));
}

// The best one direction, and the best two.
std::array<Fit, 2> bestOfTable(const Table& table, const Eigen::VectorXd& right, double whole) {
    const auto count = static_cast<Eigen::Index>(table.directions.size());
    std::array<Fit, 2> best;
    const auto take = [&](Fit& fit, const NonNegativeFit& found,
                          std::initializer_list<Eigen::Index> lamps) {
        const double left = 1.0 - found.gain / whole;
        if (left >= fit.left) return;
        fit = {{}, found.x, left};
        for (const Eigen::Index l : lamps) {
            fit.lamps.push_back(table.directions[static_cast<std::size_t>(l)]);
        }
    };
    std::vector<Fit> of_first(static_cast<std::size_t>(count));
    tbb::parallel_for(Eigen::Index{0}, count, [&](Eigen::Index i) {
        Fit& fit = of_first[static_cast<std::size_t>(i)];
        for (Eigen::Index j = i + 1; j < count; ++j) {
            if (!farEnough(table.directions[static_cast<std::size_t>(i)],
                           table.directions[static_cast<std::size_t>(j)])) {
                continue;
            }
            take(fit, fitOf(table, right, std::array<Eigen::Index, 3>{i, j, count}), {i, j});
        }
    });
    for (Eigen::Index i = 0; i < count; ++i) {
        take(best[0], fitOf(table, right, std::array<Eigen::Index, 2>{i, count}), {i});
    }
    for (const Fit& fit : of_first) {
        if (fit.left < best[1].left) best[1] = fit;
    }
    return best;
}

// What light is sought among: the samples as they count, and what they send back.
struct Sought {
    const LitSamples& samples;
    const RayScene& scene;
    Eigen::VectorXf weights;
    Eigen::VectorXf fill;  // weighted, as is y
    Eigen::VectorXf y;
    double whole = 1.0;
};

Fit fitAt(const Sought& sought, const std::vector<Vec3>& lamps, double half_angle_deg) {
    Columns columns;
    for (const Vec3& lamp : lamps) {
        columns.push_back(
            weighted(litFrom(sought.samples, sought.scene, lamp, half_angle_deg), sought.weights));
    }
    columns.push_back(sought.fill);
    const auto n = static_cast<int>(columns.size());
    Normal normal(n, n);
    Unknowns right(n);
    for (int i = 0; i < n; ++i) {
        right[i] = columns[static_cast<std::size_t>(i)].dot(sought.y);
        for (int j = 0; j < n; ++j) {
            normal(i, j) =
                columns[static_cast<std::size_t>(i)].dot(columns[static_cast<std::size_t>(j)]);
        }
    }
    const NonNegativeFit found = nonNegativeFit(normal, right);
    return {lamps, found.x, 1.0 - found.gain / sought.whole};
}

// Steps to the sides that become smaller where nothing is gained.
Fit between(const Sought& sought, Fit fit, double half_angle_deg, const Progress& progress,
            double step_deg = 6.0) {
    fit = fitAt(sought, fit.lamps, half_angle_deg);
    for (; step_deg > 0.4 && !progress.stopped();) {
        bool better = false;
        for (std::size_t l = 0; l < fit.lamps.size(); ++l) {
            const Frame frame = frameAround(fit.lamps[l]);
            const auto reach = static_cast<float>(std::tan(radians(step_deg)));
            for (const Vec3& side : {Vec3(frame.tangent), Vec3(-frame.tangent),
                                     Vec3(frame.bitangent), Vec3(-frame.bitangent)}) {
                std::vector<Vec3> lamps = fit.lamps;
                lamps[l] = (lamps[l] + reach * side).normalized();
                if (lamps[l].z() < kLowest_z) continue;
                Fit other = fitAt(sought, lamps, half_angle_deg);
                if (other.left >= fit.left) continue;
                fit = std::move(other);
                better = true;
            }
        }
        if (!better) step_deg *= 0.5;
    }
    return fit;
}

// Of what varies over the figure.
double explainedBy(const Fit& fit, const Sought& sought) {
    const double mean = sought.y.dot(sought.weights) / sought.weights.squaredNorm();
    const double varies = (sought.y - static_cast<float>(mean) * sought.weights).squaredNorm();
    return std::clamp(1.0 - fit.left * sought.whole / std::max(1e-12, varies), 0.0, 1.0);
}

Eigen::VectorXf luminances(const LitSamples& samples, double exponent) {
    Eigen::VectorXf y(static_cast<Eigen::Index>(samples.count()));
    for (std::size_t i = 0; i < samples.count(); ++i) {
        y[static_cast<Eigen::Index>(i)] =
            static_cast<float>(std::pow(luminanceOf(asSrgb(samples.codes[i])), exponent));
    }
    return y / std::max(1e-6F, y.mean());
}

// Those that fit worst no longer count.
void trim(Sought& sought, const Fit& fit, double half_angle_deg) {
    Eigen::VectorXf left = sought.y;
    for (std::size_t l = 0; l < fit.lamps.size(); ++l) {
        left -= static_cast<float>(fit.x[static_cast<Eigen::Index>(l)]) *
                weighted(litFrom(sought.samples, sought.scene, fit.lamps[l], half_angle_deg),
                         sought.weights);
    }
    left -= static_cast<float>(fit.x[fit.x.size() - 1]) * sought.fill;
    std::vector<float> off(left.data(), left.data() + left.size());
    for (float& each : off) each = std::abs(each);
    std::vector<float> sorted = off;
    const auto at = sorted.begin() + static_cast<std::ptrdiff_t>(
                                         (1.0 - kTrimmed) * static_cast<double>(sorted.size()));
    std::ranges::nth_element(sorted, at);
    for (std::size_t i = 0; i < off.size(); ++i) {
        if (off[i] <= *at) continue;
        const auto row = static_cast<Eigen::Index>(i);
        sought.weights[row] = sought.fill[row] = sought.y[row] = 0.0F;
    }
    sought.whole = sought.y.squaredNorm();
}

PhotoLight lightFrom(const Fit& fit, double half_angle_deg) {
    PhotoLight light;
    light.fill = fit.x[fit.x.size() - 1];
    double strongest = 0.0;
    for (std::size_t l = 0; l < fit.lamps.size(); ++l) {
        const double strength = fit.x[static_cast<Eigen::Index>(l)];
        strongest = std::max(strongest, strength);
        if (strength > 0.0)
            light.lamps.push_back({clockFrom(fit.lamps[l]), half_angle_deg, strength});
    }
    const double one = light.lamps.empty() ? light.fill : strongest;
    for (PhotoLamp& lamp : light.lamps) lamp.strength /= one;
    light.fill /= one;
    std::ranges::sort(light.lamps, std::greater<>(), &PhotoLamp::strength);
    return light;
}

std::string wordsOf(const LightFound& found) {
    const PhotoLight& light = found.light;
    std::string words;
    if (light.lamps.empty()) words = "Light from all round, no lamp. ";
    for (std::size_t l = 0; l < light.lamps.size(); ++l) {
        const PhotoLamp& lamp = light.lamps[l];
        words += fmt::format("{} light: {}", l == 0 ? "Main" : "Second", inWords(lamp.direction));
        words += l == 0 ? fmt::format(", {}. ", lamp.half_angle_deg > 6.0   ? "large and soft"
                                                : lamp.half_angle_deg > 2.0 ? "of middling size"
                                                                            : "small and hard")
                        : fmt::format(", {:.0f} % as strong. ", 100.0 * lamp.strength);
    }
    if (!light.lamps.empty()) {
        words +=
            fmt::format("Fill from all round: {:.0f} % of the main light. ", 100.0 * light.fill);
        if (light.lamps.size() == 1 && light.fill > 0.15) {
            words += "A second lamp less than half as strong may be in the fill. ";
        }
    }
    words += fmt::format("This explains {:.0f} % of what varies over the figure",
                         100.0 * found.explained);
    words +=
        found.doubtful ? ": doubtful. Is it primed in one even colour, and the match right?" : ".";
    return words;
}

struct Found {
    Fit fit;
    double half_angle_deg = 4.0;
};

// One lamp, or two where the second is needed and strong enough to be told from the fill.
Found lampsFor(Sought sought, const std::array<Fit, 2>& starts, const Progress& progress) {
    Found best;
    best.fit = between(sought, starts[0], best.half_angle_deg, progress);
    if (starts[1].lamps.size() == 2) {
        const Fit two = between(sought, starts[1], best.half_angle_deg, progress);
        const double weaker = std::min(two.x[0], two.x[1]);
        const double stronger = std::max(two.x[0], two.x[1]);
        if (two.left < (1.0 - kLeastBetter) * best.fit.left && weaker > kLeastSecond * stronger &&
            farEnough(two.lamps[0], two.lamps[1])) {
            best.fit = two;
        }
    }
    trim(sought, best.fit, best.half_angle_deg);
    best.fit = between(sought, best.fit, best.half_angle_deg, progress);
    const Fit of_usual = best.fit;
    for (const double half_angle : kHalfAngles_deg) {
        Fit other = between(sought, of_usual, half_angle, progress, 1.0);
        if (other.left >= best.fit.left) continue;
        best = {std::move(other), half_angle};
    }
    return best;
}

}  // namespace

Result<LightFound> lightOfPhoto(const Form& form, const Photograph& photo,
                                const PhotoCamera& camera, const Progress& progress) {
    const LitSamples samples = samplesIn(form, photo, camera);
    if (samples.count() < kFewestSamples) {
        return fail(ErrorCode::BadInput,
                    "Too little of the figure is seen in the photograph, or it is too dark or too "
                    "light there to tell the light.");
    }
    progress.at(0.05);
    Sought sought{samples, form.occluders, samples.weights, {}, {}, 1.0};
    const Table table = tableOf(samples, form.occluders);
    sought.fill = table.columns.rightCols(1);
    progress.at(0.4);
    std::array<Fit, 2> starts;
    double exponent = 1.0;
    double least = 1e9;
    for (const double e : kExponents) {
        if (progress.stopped()) return fail(ErrorCode::Cancelled, "Stopped.");
        const Eigen::VectorXf y = weighted(luminances(samples, e), samples.weights);
        const double whole = y.squaredNorm();
        const Eigen::VectorXd right = (table.columns.transpose() * y).cast<double>();
        std::array<Fit, 2> found = bestOfTable(table, right, whole);
        sought.y = y;
        sought.whole = whole;
        const double left = 1.0 - explainedBy(found[1], sought);
        if (left >= least) continue;
        least = left;
        exponent = e;
        starts = std::move(found);
    }
    sought.y = weighted(luminances(samples, exponent), samples.weights);
    sought.whole = sought.y.squaredNorm();
    progress.at(0.6);
    const Found found = lampsFor(sought, starts, progress);
    if (progress.stopped()) return fail(ErrorCode::Cancelled, "Stopped.");
    LightFound result;
    result.light = lightFrom(found.fit, found.half_angle_deg);
    result.explained = explainedBy(found.fit, sought);
    result.doubtful = result.explained < kDoubtful;
    result.words = wordsOf(result);
    return result;
}

void takeLight(Plan& plan, const PhotoLight& light) {
    keepVariant(plan, newVariantName(plan));
    std::erase_if(plan.lights, [](const Light& old) {
        return std::holds_alternative<Sky>(old.kind) || std::holds_alternative<FarLight>(old.kind);
    });
    std::vector<Light> taken;
    for (const PhotoLamp& lamp : light.lamps) {
        Light far;
        far.name = taken.empty() ? "Lamp of the photograph" : "Second lamp of the photograph";
        far.kind = FarLight{lamp.direction, lamp.half_angle_deg};
        far.strength = lamp.strength;
        taken.push_back(std::move(far));
    }
    if (light.fill > 0.0) {
        Light sky;
        sky.name = "Fill of the photograph";
        sky.kind = Sky{SkyKind::Uniform, 0.0};
        sky.strength = light.fill;
        taken.push_back(std::move(sky));
    }
    plan.lights.insert(plan.lights.begin(), taken.begin(), taken.end());
    giveIdentities(plan);
}

}  // namespace glaukophos
