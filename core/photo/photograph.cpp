// Size is read from the head before anything is unpacked: a small file can claim a huge picture.
#include "core/photo/photograph.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <opencv2/core.hpp>
#include <opencv2/imgcodecs.hpp>
#include <opencv2/imgproc.hpp>
#include <optional>

#include "core/photo/opencv_view.h"

namespace glaukophos {
namespace {

constexpr int kLeastSide = 64;

struct Size {
    std::int64_t width = 0;
    std::int64_t height = 0;
};

class Head {
  public:
    explicit Head(std::span<const char> bytes) : m_bytes(bytes) {}

    // Big-endian; 0 beyond the end.
    [[nodiscard]] std::uint32_t at(std::size_t from, std::size_t bytes) const {
        std::uint32_t value = 0;
        if (from + bytes > m_bytes.size()) return 0;
        for (std::size_t i = 0; i < bytes; ++i) {
            value = value << 8U | static_cast<std::uint8_t>(m_bytes[from + i]);
        }
        return value;
    }
    [[nodiscard]] std::size_t size() const { return m_bytes.size(); }

  private:
    std::span<const char> m_bytes;
};

// ISO/IEC 15948 (PNG), 11.2.2: the first chunk is IHDR.
std::optional<Size> sizeOfPng(const Head& head) {
    if (head.at(0, 4) != 0x89504E47U || head.at(12, 4) != 0x49484452U) return std::nullopt;
    return Size{head.at(16, 4), head.at(20, 4)};
}

// ITU T.81 (JPEG), B.2.2: a frame's head is marked FFC0 to FFCF, but for C4, C8 and CC.
std::optional<Size> sizeOfJpeg(const Head& head) {
    if (head.at(0, 2) != 0xFFD8U) return std::nullopt;
    std::size_t at = 2;
    while (at + 9 < head.size() && head.at(at, 1) == 0xFFU) {
        const std::uint32_t marker = head.at(at + 1, 1);
        if (marker == 0xFFU) {
            ++at;
            continue;
        }
        const bool frame = marker >= 0xC0U && marker <= 0xCFU && marker != 0xC4U &&
                           marker != 0xC8U && marker != 0xCCU;
        if (frame) return Size{head.at(at + 7, 2), head.at(at + 5, 2)};
        at += 2 + std::max<std::uint32_t>(2, head.at(at + 2, 2));
    }
    return std::nullopt;
}

tl::unexpected<Error> damaged() {
    return fail(ErrorCode::BadInput,
                "This photograph is damaged and cannot be read. Copy it from the camera again.");
}

}  // namespace

Result<void> checkPhotograph(std::span<const char> bytes) {
    const Head head(bytes);
    std::optional<Size> size = sizeOfPng(head);
    if (!size) size = sizeOfJpeg(head);
    if (!size) {
        return fail(ErrorCode::BadInput,
                    "This is not a photograph that can be read. Save it as JPEG or PNG.");
    }
    if (size->width * size->height > kMostPhotoPixels) {
        return fail(
            ErrorCode::TooLarge,
            fmt::format("This photograph has {} million pixels, and {} million is the "
                        "limit. Save it smaller.",
                        size->width * size->height / 1'000'000, kMostPhotoPixels / 1'000'000));
    }
    if (std::min(size->width, size->height) < kLeastSide) {
        return fail(ErrorCode::BadInput,
                    fmt::format("This picture is only {} by {} pixels. Take the photograph itself.",
                                size->width, size->height));
    }
    return {};
}

Result<Photograph> decodePhotograph(std::span<const char> bytes) {
    if (auto sound = checkPhotograph(bytes); !sound) return tl::unexpected(sound.error());
    cv::Mat decoded;
    try {
        const cv::Mat packed(1, static_cast<int>(bytes.size()), CV_8U,
                             const_cast<char*>(bytes.data()));  // is only read
        decoded = cv::imdecode(packed, cv::IMREAD_COLOR);
    } catch (const cv::Exception&) {
        return damaged();
    }
    if (decoded.empty() || decoded.type() != CV_8UC3) return damaged();
    Photograph photo;
    photo.width = decoded.cols;
    photo.height = decoded.rows;
    photo.rgb.reserve(3 * decoded.total());
    for (int y = 0; y < decoded.rows; ++y) {
        for (int x = 0; x < decoded.cols; ++x) {
            const auto& bgr = decoded.at<cv::Vec3b>(y, x);
            photo.rgb.insert(photo.rgb.end(), {bgr[2], bgr[1], bgr[0]});
        }
    }
    return photo;
}

Photograph reduced(const Photograph& photo, int factor) {
    if (factor <= 1) return photo;
    Photograph small{photo.width / factor, photo.height / factor, {}};
    small.rgb.resize(3 * static_cast<std::size_t>(small.width) *
                     static_cast<std::size_t>(small.height));
    cv::Mat target(small.height, small.width, CV_8UC3, small.rgb.data());
    cv::resize(viewOf(photo)(cv::Rect(0, 0, small.width * factor, small.height * factor)), target,
               target.size(), 0, 0, cv::INTER_AREA);
    return small;
}

}  // namespace glaukophos
