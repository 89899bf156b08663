#include "app/jobs/photo_maker.h"

#include <algorithm>

#include "app/widgets/image_convert.h"

namespace glaukophos {
namespace {

// So much smaller that the long side has at most so many pixels.
int factorFor(const Photograph& photo, int most_px) {
    return std::max(1, (std::max(photo.width, photo.height) + most_px - 1) / most_px);
}

}  // namespace

PhotoMaker::PhotoMaker(QObject* parent)
    : QObject(parent),
      m_runner(
          [this](const PhotoRequest& request, const auto& turn) {
              const auto photo = make(request);
              if (turn.isOver()) return;
              if (!photo) return emit failed(QString::fromStdString(photo.error().message));
              emit made(*photo);
          },
          [this](const QString& sentence) { emit failed(sentence); }) {}

Result<PhotoMaker::Decoded> PhotoMaker::decoded(const PhotoBytes& bytes) {
    const auto known = std::ranges::find(m_known, bytes, &Known::bytes);
    if (known != m_known.end()) return known->photo;
    auto photo = decodePhotograph(*bytes);
    if (!photo) return tl::unexpected(photo.error());
    if (m_known.size() == 2) m_known.erase(m_known.begin());
    m_known.push_back({bytes, std::make_shared<const Photograph>(std::move(*photo))});
    return m_known.back().photo;
}

Result<MadePhoto> PhotoMaker::make(const PhotoRequest& request) {
    const auto whole = decoded(request.bytes);
    if (!whole) return tl::unexpected(whole.error());
    MadePhoto made;
    made.factor = factorFor(**whole, request.most_px);
    Photograph plain = reduced(**whole, made.factor);
    if (request.camera) plain = straightened(plain, reduced(*request.camera, made.factor));
    PhotoWithPlan on{plain, {}};
    if (request.camera && request.evaluated != nullptr) {
        on = planOnPhotograph(*request.evaluated, plain, reduced(*request.camera, made.factor),
                              request.on);
    }
    const PhotoSight sight{request.grey,
                           request.squint_share * std::max(plain.width, plain.height)};
    made.picture = toQImage(asSeen(on.picture, sight));
    made.labels = std::move(on.labels);
    if (!request.compares) return made;
    if (request.other != nullptr) {
        const auto other = decoded(request.other);
        if (!other) return tl::unexpected(other.error());
        plain = reduced(**other, factorFor(**other, request.most_px));
    }
    made.other = toQImage(asSeen(plain, sight));
    return made;
}

}  // namespace glaukophos
