// Seven or eight unknowns: derivatives by differences cost nothing that matters.
#include "core/photo/camera_fit.h"

#include <Eigen/Cholesky>
#include <cmath>
#include <vector>

namespace glaukophos {
namespace {

constexpr int kUnknowns = 8;  // turn, shift over depth, log of focal length, k1
using Unknowns = Eigen::Matrix<double, kUnknowns, 1>;
using Normal = Eigen::Matrix<double, kUnknowns, kUnknowns>;

constexpr double kUnseen_px = 1e4;

PhotoCamera changed(const PhotoCamera& camera, const Unknowns& by, const Eigen::Vector3d& pivot) {
    PhotoCamera other = camera;
    const Eigen::Vector3d turn = by.head<3>();
    const double angle = turn.norm();
    const Eigen::Matrix3d turned = angle < 1e-12
                                       ? Eigen::Matrix3d::Identity()
                                       : Eigen::AngleAxisd(angle, turn / angle).toRotationMatrix();
    Eigen::Vector3d middle = camera.rotation * pivot + camera.translation_mm;
    // A longer lens from further away shows nearly the same: both change together.
    const double zoom = std::exp(by[6]);
    const double depth = middle.z();
    middle.head<2>() += depth * by.segment<2>(3);
    middle *= zoom * std::exp(by[5]);
    middle.head<2>() /= zoom;
    other.rotation = turned * camera.rotation;
    other.translation_mm = middle - other.rotation * pivot;
    other.focal_px *= zoom;
    other.k1 += by[7];
    return other;
}

Eigen::Vector2d missOfBoth(const PhotoCamera& camera, const Sighting& sighting) {
    const auto seen = pixelOf(camera, sighting.point_mm);
    if (!seen) return {kUnseen_px, kUnseen_px};
    return *seen - sighting.pixel;
}

// Two entries a sighting; the second is nothing where one direction counts.
Eigen::VectorXd missesOf(const PhotoCamera& camera, std::span<const Sighting> sightings) {
    Eigen::VectorXd misses(2 * static_cast<Eigen::Index>(sightings.size()));
    for (std::size_t i = 0; i < sightings.size(); ++i) {
        const Eigen::Vector2d miss = missOfBoth(camera, sightings[i]);
        const Eigen::Vector2d& along = sightings[i].along;
        const auto at = 2 * static_cast<Eigen::Index>(i);
        const bool both = along.isZero();
        misses[at] = both ? miss.x() : along.dot(miss);
        misses[at + 1] = both ? miss.y() : 0.0;
    }
    return misses;
}

double biweight(double miss, double outlier) {
    const double share = miss / outlier;
    if (std::abs(share) >= 1.0) return 0.0;
    return (1.0 - share * share) * (1.0 - share * share);
}

// Tukey's loss: what is minimised by the biweight.
double lossOf(double miss, double outlier) {
    const double share = std::min(1.0, std::abs(miss / outlier));
    const double left = 1.0 - share * share;
    return outlier * outlier / 6.0 * (1.0 - left * left * left);
}

class Fit {
  public:
    Fit(std::span<const Sighting> sightings, const LensBelief& belief, const Eigen::Vector3d& pivot,
        double outlier_px)
        : m_sightings(sightings), m_belief(belief), m_pivot(pivot), m_outlier(outlier_px) {}

    [[nodiscard]] double loss(const PhotoCamera& camera, const Eigen::VectorXd& misses) const {
        double sum = 0.0;
        for (std::size_t i = 0; i < m_sightings.size(); ++i) {
            const auto at = 2 * static_cast<Eigen::Index>(i);
            const double miss = std::hypot(misses[at], misses[at + 1]);
            sum += 2.0 * m_sightings[i].weight * lossOf(miss, m_outlier);
        }
        const double pixel2 = m_belief.pixel_spread * m_belief.pixel_spread;
        const double focal = std::log(camera.focal_px / m_belief.focal_px) / m_belief.focal_spread;
        sum += pixel2 * focal * focal;
        if (m_belief.k1_spread > 0.0) {
            sum += pixel2 * std::pow(camera.k1 / m_belief.k1_spread, 2);
        }
        return sum;
    }

    PhotoCamera step(const PhotoCamera& camera, double& damping) const {
        const Eigen::VectorXd misses = missesOf(camera, m_sightings);
        Normal normal = Normal::Zero();
        Unknowns slope = Unknowns::Zero();
        addSightings(camera, misses, normal, slope);
        addBeliefs(camera, normal, slope);
        const double before = loss(camera, misses);
        for (int tries = 0; tries < 6; ++tries) {
            Normal damped = normal;
            damped.diagonal() *= 1.0 + damping;
            damped.diagonal().array() += 1e-9;
            const Unknowns by = -damped.ldlt().solve(slope);
            PhotoCamera next = changed(camera, by, m_pivot);
            if (by.allFinite() && loss(next, missesOf(next, m_sightings)) < before) {
                damping = std::max(1e-7, 0.3 * damping);
                return next;
            }
            damping *= 8.0;
        }
        return camera;
    }

  private:
    void addSightings(const PhotoCamera& camera, const Eigen::VectorXd& misses, Normal& normal,
                      Unknowns& slope) const {
        constexpr double kStep = 1e-6;
        Eigen::MatrixXd changes(misses.size(), kUnknowns);
        for (int k = 0; k < kUnknowns; ++k) {
            Unknowns by = Unknowns::Zero();
            by[k] = kStep;
            changes.col(k) = (missesOf(changed(camera, by, m_pivot), m_sightings) - misses) / kStep;
        }
        if (m_belief.k1_spread <= 0.0) changes.col(7).setZero();
        for (std::size_t i = 0; i < m_sightings.size(); ++i) {
            const auto at = 2 * static_cast<Eigen::Index>(i);
            const double miss = std::hypot(misses[at], misses[at + 1]);
            const double weight = m_sightings[i].weight * biweight(miss, m_outlier);
            const auto rows = changes.middleRows<2>(at);
            normal += weight * rows.transpose() * rows;
            slope += weight * rows.transpose() * misses.segment<2>(at);
        }
    }

    void addBeliefs(const PhotoCamera& camera, Normal& normal, Unknowns& slope) const {
        const double pixel2 = m_belief.pixel_spread * m_belief.pixel_spread;
        const double focal = pixel2 / (m_belief.focal_spread * m_belief.focal_spread);
        normal(6, 6) += focal;
        slope[6] += focal * std::log(camera.focal_px / m_belief.focal_px);
        const double k1 =
            m_belief.k1_spread > 0.0 ? pixel2 / (m_belief.k1_spread * m_belief.k1_spread) : 1.0;
        normal(7, 7) += k1;
        if (m_belief.k1_spread > 0.0) slope[7] += k1 * camera.k1;
    }

    std::span<const Sighting> m_sightings;
    const LensBelief& m_belief;
    const Eigen::Vector3d& m_pivot;
    double m_outlier;
};

}  // namespace

PhotoCamera fitted(const PhotoCamera& start, std::span<const Sighting> sightings,
                   const LensBelief& belief, const Eigen::Vector3d& pivot_mm, double outlier_px,
                   int rounds) {
    const Fit fit(sightings, belief, pivot_mm, outlier_px);
    PhotoCamera camera = start;
    double damping = 1e-3;
    for (int round = 0; round < rounds; ++round) {
        if (damping > 1e6) break;
        camera = fit.step(camera, damping);
    }
    return camera;
}

double missOf(const PhotoCamera& camera, const Sighting& sighting) {
    const Eigen::Vector2d miss = missOfBoth(camera, sighting);
    return sighting.along.isZero() ? miss.norm() : std::abs(sighting.along.dot(miss));
}

}  // namespace glaukophos
