#include "devices/camera/optics.h"

#include <algorithm>
#include <cmath>

namespace glaukophos::camera {
namespace {

void drawTriangle(DepthBuffer& buffer, std::uint32_t index, const Projected& a, const Projected& b,
                  const Projected& c, bool perspective) {
    const double area = (b.x - a.x) * (c.y - a.y) - (c.x - a.x) * (b.y - a.y);
    if (std::abs(area) < 1e-12) return;
    const auto low = [](double p, double q, double r) {
        return std::max(0, static_cast<int>(std::ceil(std::min({p, q, r}) - 0.5)));
    };
    const auto high = [](double p, double q, double r, int limit) {
        return std::min(limit - 1, static_cast<int>(std::floor(std::max({p, q, r}) - 0.5)));
    };
    const int right = high(a.x, b.x, c.x, buffer.width);
    const int bottom = high(a.y, b.y, c.y, buffer.height);
    for (int y = low(a.y, b.y, c.y); y <= bottom; ++y) {
        for (int x = low(a.x, b.x, c.x); x <= right; ++x) {
            const double px = x + 0.5;
            const double py = y + 0.5;
            double u = ((px - a.x) * (c.y - a.y) - (c.x - a.x) * (py - a.y)) / area;
            double v = ((b.x - a.x) * (py - a.y) - (px - a.x) * (b.y - a.y)) / area;
            if (u < 0.0 || v < 0.0 || u + v > 1.0) continue;
            double depth = a.depth + u * (b.depth - a.depth) + v * (c.depth - a.depth);
            if (perspective) {
                const double wa = (1.0 - u - v) / a.depth;
                const double wb = u / b.depth;
                const double wc = v / c.depth;
                depth = 1.0 / (wa + wb + wc);
                u = wb * depth;
                v = wc * depth;
            }
            Fragment& there = buffer.fragments[static_cast<std::size_t>(y) *
                                                   static_cast<std::size_t>(buffer.width) +
                                               static_cast<std::size_t>(x)];
            if (depth >= there.depth) continue;
            there = {static_cast<float>(depth), index, static_cast<float>(u),
                     static_cast<float>(v)};
        }
    }
}

}  // namespace

Eigen::Vector3d towardsHour(double hour, double height_deg) {
    const double round = hour / 12.0 * 2.0 * kPi;
    const double up = radians(height_deg);
    return {-std::sin(round) * std::cos(up), -std::cos(round) * std::cos(up), std::sin(up)};
}

Optics::Optics(const Body& body, const Bounds& bounds)
    : m_body(body), m_focal(body.focal * std::max(body.width, body.height)) {
    const Eigen::Vector3d out = towardsHour(body.hour, body.height_deg);
    m_ahead = -out;
    const Eigen::Vector3d level = m_ahead.cross(Eigen::Vector3d::UnitZ()).normalized();
    const Eigen::Vector3d below = m_ahead.cross(level);
    const double roll = radians(body.roll_deg);
    m_right = std::cos(roll) * level + std::sin(roll) * below;
    m_down = std::cos(roll) * below - std::sin(roll) * level;
    const Eigen::Vector3d aim =
        bounds.centre().cast<double>() + body.aside_mm.x() * m_right + body.aside_mm.y() * m_down;
    m_eye = aim + body.distance_mm * out;
}

Projected Optics::project(const Vec3& point_mm, double scale) const {
    const Eigen::Vector3d d = point_mm.cast<double>() - m_eye;
    const double depth = d.dot(m_ahead);
    const double x = d.dot(m_right) / depth;
    const double y = d.dot(m_down) / depth;
    const double r2 = x * x + y * y;
    const double bent = m_focal * (1.0 + m_body.k1 * r2 + m_body.k2 * r2 * r2);
    return {scale * (0.5 * m_body.width + bent * x), scale * (0.5 * m_body.height + bent * y),
            depth};
}

Eigen::Vector3d Optics::lookingAlong(double x, double y) const {
    const double across = (x - 0.5 * m_body.width) / m_focal;
    const double down = (y - 0.5 * m_body.height) / m_focal;
    return (m_ahead + across * m_right + down * m_down).normalized();
}

void draw(DepthBuffer& buffer, const Mesh& mesh,
          const std::function<Projected(const Vec3&)>& project, bool perspective) {
    std::vector<Projected> corners;
    corners.reserve(mesh.positions_mm.size());
    for (const Vec3& p : mesh.positions_mm) corners.push_back(project(p));
    for (std::size_t t = 0; t < mesh.triangles.size(); ++t) {
        const Triangle& corner = mesh.triangles[t];
        const Projected& a = corners[corner[0]];
        const Projected& b = corners[corner[1]];
        const Projected& c = corners[corner[2]];
        if (perspective && std::min({a.depth, b.depth, c.depth}) <= 1.0) continue;
        drawTriangle(buffer, static_cast<std::uint32_t>(t), a, b, c, perspective);
    }
}

}  // namespace glaukophos::camera
