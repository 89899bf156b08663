#include "app/jobs/photo_maker.h"

#include <algorithm>

#include "app/widgets/image_convert.h"

namespace glaukophos {
namespace {

Image imageOf(const Photograph& photo) { return {photo.width, photo.height, photo.rgb}; }

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

Result<Photograph> PhotoMaker::decoded(const PhotoBytes& bytes) {
    const auto known = std::ranges::find(m_known, bytes, &Known::bytes);
    if (known != m_known.end()) return known->photo;
    auto photo = decodePhotograph(*bytes);
    if (!photo) return photo;
    if (m_known.size() == 2) m_known.erase(m_known.begin());
    m_known.push_back({bytes, *photo});
    return photo;
}

Result<MadePhoto> PhotoMaker::make(const PhotoRequest& request) {
    auto whole = decoded(request.bytes);
    if (!whole) return tl::unexpected(whole.error());
    MadePhoto made;
    made.factor = std::max(1, (std::max(whole->width, whole->height) + request.most_px - 1) /
                                  std::max(1, request.most_px));
    Photograph photo = reduced(*whole, made.factor);
    PhotoWithPlan on{imageOf(photo), {}};
    Image plain = on.picture;
    if (request.camera) {
        const PhotoCamera camera = reduced(*request.camera, made.factor);
        photo = straightened(photo, camera);
        plain = imageOf(photo);
        on = request.evaluated != nullptr
                 ? planOnPhotograph(*request.evaluated, photo, camera, request.on)
                 : PhotoWithPlan{plain, {}};
    }
    made.picture = toQImage(asSeen(on.picture, request.sight));
    made.labels = std::move(on.labels);
    if (!request.compares) return made;
    if (request.other != nullptr) {
        const auto other = decoded(request.other);
        if (!other) return tl::unexpected(other.error());
        const int factor = std::max(
            1, (std::max(other->width, other->height) + request.most_px - 1) / request.most_px);
        plain = imageOf(reduced(*other, factor));
    }
    made.other = toQImage(asSeen(plain, request.sight));
    return made;
}

}  // namespace glaukophos
