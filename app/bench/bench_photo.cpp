#include "app/bench/bench_photo.h"

#include <algorithm>

#include "core/photo/model_edges.h"

namespace glaukophos {

BenchPhoto::BenchPhoto(Document& document, QWidget* parent)
    : PhotoView(parent), m_document(document) {
    setObjectName(QStringLiteral("benchPhoto"));
    setFocusPolicy(Qt::NoFocus);  // keys belong to the work
    connect(&m_maker, &PhotoMaker::made, this, [this](const MadePhoto& photo) {
        setPicture(photo.picture);
        lookAtFigure(photo.factor);
        emit shown();
    });
    connect(&m_maker, &PhotoMaker::failed, this,
            [this](const QString& sentence) { setPicture({}, sentence); });
}

const PlanPhotograph* BenchPhoto::newestMatched() const {
    const auto& photographs = m_document.plan().photographs;
    const auto found =
        std::find_if(photographs.rbegin(), photographs.rend(),
                     [](const PlanPhotograph& photo) { return photo.place.has_value(); });
    return found == photographs.rend() ? nullptr : &*found;
}

void BenchPhoto::showStep(std::size_t step) {
    const PlanPhotograph* photo = newestMatched();
    if (photo == nullptr) return;
    PhotoRequest request;
    request.bytes = photo->bytes;
    request.camera = photo->place->camera;
    request.evaluated = m_document.evaluated();
    request.on = {OnPhoto::Layer, 0.75, step};
    m_maker.request(std::move(request));
}

// Once a photograph: what the painter moved stays as it is.
void BenchPhoto::lookAtFigure(int factor) {
    const PlanPhotograph* photo = newestMatched();
    if (photo == nullptr || photo->bytes == m_looked_at) return;
    m_looked_at = photo->bytes;
    const auto box = boxSeen(photo->place->camera, m_document.plan().figure->bounds());
    if (box.isEmpty()) return;
    lookAt(QRectF(QPointF(box.min().x(), box.min().y()) / factor,
                  QPointF(box.max().x(), box.max().y()) / factor) &
           QRectF(picture().rect()));
}

}  // namespace glaukophos
