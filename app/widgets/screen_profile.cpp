// One transform for the whole program; the window and its workers ask for it under a lock.
#include "app/widgets/screen_profile.h"

#include <lcms2.h>

#include <QFile>
#include <memory>
#include <mutex>

namespace glaukophos {
namespace {

struct CloseTransform {
    void operator()(void* transform) const { cmsDeleteTransform(transform); }
};
using Transform = std::unique_ptr<void, CloseTransform>;

struct CloseProfile {
    void operator()(void* profile) const { cmsCloseProfile(profile); }
};
using Profile = std::unique_ptr<void, CloseProfile>;

struct Screen {
    std::mutex mutex;
    QString file;
    Transform bytes;    // picture rows
    Transform numbers;  // single colours
};

Screen& screen() {
    static Screen the_one;
    return the_one;
}

constexpr qint64 kMostBytes = 32 << 20;

tl::unexpected<Error> notAProfile(const QString& file) {
    return fail(ErrorCode::BadInput,
                QObject::tr("%1 is no ICC profile of a screen: take the file your calibration "
                            "wrote (.icc, .icm).")
                    .arg(file)
                    .toStdString());
}

}  // namespace

Result<void> useScreenProfile(const QString& file) {
    Screen& to = screen();
    if (file.isEmpty()) {
        const std::scoped_lock lock(to.mutex);
        to.file.clear();
        to.bytes.reset();
        to.numbers.reset();
        return {};
    }
    QFile input(file);
    if (!input.open(QIODevice::ReadOnly) || input.size() > kMostBytes) return notAProfile(file);
    const QByteArray icc = input.readAll();
    const Profile profile(
        cmsOpenProfileFromMem(icc.constData(), static_cast<cmsUInt32Number>(icc.size())));
    if (profile == nullptr || cmsGetColorSpace(profile.get()) != cmsSigRgbData ||
        cmsGetDeviceClass(profile.get()) != cmsSigDisplayClass) {
        return notAProfile(file);
    }
    const Profile srgb(cmsCreate_sRGBProfile());
    const auto transform = [&](cmsUInt32Number format) {
        return Transform(cmsCreateTransform(srgb.get(), format, profile.get(), format,
                                            INTENT_RELATIVE_COLORIMETRIC,
                                            cmsFLAGS_BLACKPOINTCOMPENSATION | cmsFLAGS_NOCACHE));
    };
    Transform bytes = transform(TYPE_RGB_8);
    Transform numbers = transform(TYPE_RGB_DBL);
    if (bytes == nullptr || numbers == nullptr) return notAProfile(file);
    const std::scoped_lock lock(to.mutex);
    to.file = file;
    to.bytes = std::move(bytes);
    to.numbers = std::move(numbers);
    return {};
}

QString screenProfile() {
    const std::scoped_lock lock(screen().mutex);
    return screen().file;
}

QColor onScreen(const Srgb& colour) {
    std::array<double, 3> rgb = {colour.r, colour.g, colour.b};
    {
        const std::scoped_lock lock(screen().mutex);
        if (screen().numbers != nullptr) {
            std::array<double, 3> sent{};
            cmsDoTransform(screen().numbers.get(), rgb.data(), sent.data(), 1);
            rgb = sent;
        }
    }
    for (double& channel : rgb) channel = std::clamp(channel, 0.0, 1.0);
    return QColor::fromRgbF(static_cast<float>(rgb[0]), static_cast<float>(rgb[1]),
                            static_cast<float>(rgb[2]));
}

QImage onScreen(const Image& picture) {
    const std::size_t row = 3 * static_cast<std::size_t>(picture.width);
    std::unique_lock lock(screen().mutex);
    if (screen().bytes == nullptr) {
        lock.unlock();
        const QImage same(picture.rgb.data(), picture.width, picture.height,
                          static_cast<qsizetype>(row), QImage::Format_RGB888);
        return same.convertToFormat(QImage::Format_RGB32);
    }
    QImage sent(picture.width, picture.height, QImage::Format_RGB888);
    for (int y = 0; y < picture.height; ++y) {
        cmsDoTransform(screen().bytes.get(), picture.rgb.data() + row * static_cast<std::size_t>(y),
                       sent.scanLine(y), static_cast<cmsUInt32Number>(picture.width));
    }
    return sent.convertToFormat(QImage::Format_RGB32);
}

}  // namespace glaukophos
