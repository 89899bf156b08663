// Photographs with the plan on them, made off the interface thread.
#pragma once

#include <QImage>
#include <QObject>
#include <optional>

#include "app/jobs/photo_matcher.h"
#include "core/photo/on_photograph.h"
#include "core/photo/photo_sight.h"

namespace glaukophos {

struct PhotoRequest {
    PhotoBytes bytes;                   // never null
    std::optional<PhotoCamera> camera;  // where it is known, the photograph is straightened
    EvaluatedPtr evaluated;             // null: the photograph alone
    OnPhotoChoice on;
    bool grey = false;
    double squint_share = 0.0;  // blur, of the long side of what is made
    PhotoBytes other;           // beside the slider; null: the same photograph without the plan
    bool compares = false;
    int most_px = 2000;  // long side of what is made
};

struct MadePhoto {
    QImage picture;
    QImage other;    // null unless it compares
    int factor = 1;  // so much smaller than the photograph
    std::vector<BandLabel> labels;
};

class PhotoMaker : public QObject {
    Q_OBJECT

  public:
    explicit PhotoMaker(QObject* parent = nullptr);
    void request(PhotoRequest request) { m_runner.request(std::move(request)); }

  signals:
    // On the thread of this object.
    void made(const glaukophos::MadePhoto& photo);
    void failed(const QString& sentence);

  private:
    using Decoded = std::shared_ptr<const Photograph>;  // up to 180 MB: never copied
    struct Known {
        PhotoBytes bytes;
        Decoded photo;
    };
    Result<Decoded> decoded(const PhotoBytes& bytes);
    Result<MadePhoto> make(const PhotoRequest& request);

    std::vector<Known> m_known;         // the last two, decoded
    NewestWins<PhotoRequest> m_runner;  // last member
};

}  // namespace glaukophos
