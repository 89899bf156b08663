#include "core/photo/photo_edges.h"

#include <algorithm>
#include <cmath>
#include <opencv2/imgproc.hpp>

#include "core/photo/opencv_view.h"

namespace glaukophos {
namespace {

constexpr double kAboveNoise = 3.0;

cv::Mat greyOf(const Photograph& photo, int factor) {
    cv::Mat grey;
    cv::cvtColor(viewOf(photo), grey, cv::COLOR_RGB2GRAY);
    // Whole blocks only, so that places are exact at every size.
    const cv::Mat whole =
        grey(cv::Rect(0, 0, grey.cols / factor * factor, grey.rows / factor * factor));
    cv::Mat small;
    cv::resize(whole, small, {grey.cols / factor, grey.rows / factor}, 0, 0, cv::INTER_AREA);
    small.convertTo(small, CV_32F);
    cv::GaussianBlur(small, small, {}, 1.0);
    return small;
}

std::vector<float> numbersOf(const cv::Mat& image) {
    std::vector<float> numbers;
    numbers.reserve(image.total());
    for (int y = 0; y < image.rows; ++y) {
        numbers.insert(numbers.end(), image.ptr<float>(y), image.ptr<float>(y) + image.cols);
    }
    return numbers;
}

}  // namespace

std::optional<BetweenPixels> betweenPixels(const Eigen::Vector2d& pixel, int factor, int width,
                                           int height) {
    const double x = pixel.x() / factor - 0.5;
    const double y = pixel.y() / factor - 0.5;
    if (!(x >= 0.0 && y >= 0.0 && x < width - 1 && y < height - 1)) return std::nullopt;
    const double left = std::floor(x);
    const double top = std::floor(y);
    const auto at = static_cast<std::size_t>(top) * static_cast<std::size_t>(width) +
                    static_cast<std::size_t>(left);
    return BetweenPixels{at, at + static_cast<std::size_t>(width), x - left, y - top};
}

Eigen::Vector2d PhotoEdges::slopeAt(const Eigen::Vector2d& pixel) const {
    const auto between = betweenPixels(pixel, factor, width, height);
    if (!between) return Eigen::Vector2d::Zero();
    return {between->blend(across), between->blend(down)};
}

PhotoEdges photoEdges(const Photograph& photo, int factor) {
    const cv::Mat grey = greyOf(photo, factor);
    cv::Mat across;
    cv::Mat down;
    cv::Sobel(grey, across, CV_32F, 1, 0, 3, 1.0 / 8.0);
    cv::Sobel(grey, down, CV_32F, 0, 1, 3, 1.0 / 8.0);
    PhotoEdges edges;
    edges.factor = factor;
    edges.width = grey.cols;
    edges.height = grey.rows;
    edges.across = numbersOf(across);
    edges.down = numbersOf(down);
    std::vector<float> sizes;
    for (std::size_t i = 0; i < edges.across.size(); i += 7) {
        sizes.push_back(std::hypot(edges.across[i], edges.down[i]));
    }
    const auto middle = sizes.begin() + static_cast<std::ptrdiff_t>(sizes.size() / 2);
    std::ranges::nth_element(sizes, middle);
    edges.noise = std::max(0.3F, *middle);
    return edges;
}

const PhotoEdges& EdgesInSizes::at(int factor) {
    const std::scoped_lock lock(m_mutex);
    const auto known = m_sizes.find(factor);
    if (known != m_sizes.end()) return known->second;
    return m_sizes.emplace(factor, photoEdges(m_photo, factor)).first->second;
}

std::optional<FoundEdge> edgeNear(const PhotoEdges& edges, const Eigen::Vector2d& pixel,
                                  const Eigen::Vector2d& across, double reach_px) {
    const double step = 0.5 * edges.factor;
    const int reach = std::max(2, static_cast<int>(std::ceil(reach_px / step)));
    std::vector<double> slopes;
    for (int i = -reach; i <= reach; ++i) {
        slopes.push_back(std::abs(across.dot(edges.slopeAt(pixel + step * i * across))));
    }
    std::size_t best = 0;
    double worth = 0.0;
    for (std::size_t i = 1; i + 1 < slopes.size(); ++i) {
        if (slopes[i] < slopes[i - 1] || slopes[i] < slopes[i + 1]) continue;
        const double away = (static_cast<double>(i) - reach) / reach;
        const double here = slopes[i] * (1.0 - 0.6 * away * away);
        if (here <= worth) continue;
        worth = here;
        best = i;
    }
    if (best == 0 || slopes[best] < kAboveNoise * edges.noise) return std::nullopt;
    // The top of a parabola through three values.
    const double before = slopes[best - 1];
    const double after = slopes[best + 1];
    const double curve = before - 2.0 * slopes[best] + after;
    const double shift = curve < -1e-9 ? 0.5 * (before - after) / curve : 0.0;
    FoundEdge found;
    found.offset_px = step * (static_cast<double>(best) - reach + std::clamp(shift, -0.5, 0.5));
    found.strength = slopes[best] / (slopes[best] + 6.0 * edges.noise);
    return found;
}

}  // namespace glaukophos
