#include "app/bench/bench_photo.h"

#include <algorithm>

namespace glaukophos {

BenchPhoto::BenchPhoto(Document& document, QWidget* parent)
    : PhotoView(parent), m_document(document) {
    setObjectName(QStringLiteral("benchPhoto"));
    setFocusPolicy(Qt::NoFocus);  // keys belong to the work
    connect(&m_maker, &PhotoMaker::made, this, [this](const MadePhoto& photo) {
        setPicture(photo.picture);
        // Once a photograph: what the painter moved stays as it is.
        const PlanPhotograph* newest = newestMatched();
        if (newest != nullptr && newest->bytes != m_looked_at) {
            m_looked_at = newest->bytes;
            lookAtFigure(newest->place->camera, m_document.plan().figure->bounds(), photo.factor);
        }
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

}  // namespace glaukophos
