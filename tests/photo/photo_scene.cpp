#include "tests/photo/photo_scene.h"

#include <cmath>

namespace glaukophos {

std::vector<PhotoPair> PhotographedScene::pairs(std::size_t count, double off_px) const {
    std::vector<std::size_t> chosen = {0};
    while (chosen.size() < count) {
        std::size_t best = 0;
        float most = -1.0F;
        for (std::size_t p = 0; p < places.size(); ++p) {
            float nearest = 1e9F;
            for (const std::size_t c : chosen) {
                nearest = std::min(nearest, (places[p].planned_mm - places[c].planned_mm).norm());
            }
            if (nearest <= most) continue;
            most = nearest;
            best = p;
        }
        chosen.push_back(best);
    }
    std::vector<PhotoPair> pairs;
    for (const std::size_t c : chosen) {
        const double turn = 2.4 * static_cast<double>(pairs.size());
        pairs.push_back(
            {places[c].planned_mm,
             places[c].pixel + off_px * Eigen::Vector2d(std::cos(turn), std::sin(turn))});
    }
    return pairs;
}

double PhotographedScene::error_mm(const PhotoCamera& camera) const {
    double sum = 0.0;
    for (const camera::SeenPlace& place : places) {
        const auto seen = pixelOf(camera, place.planned_mm.cast<double>());
        sum += seen ? place.mm_a_pixel * (*seen - place.pixel).norm() : 1e3;
    }
    return sum / static_cast<double>(places.size());
}

PhotographedScene photographedScene(const std::function<void(camera::Shot&)>& change) {
    PhotographedScene scene;
    // Unlike from all sides.
    scene.figure = shapes::figureOf(
        {shapes::box({-12, -9, 0}, {12, 9, 3}), shapes::box({-6, -4, 3}, {3, 4, 20}),
         shapes::box({3, -2, 12}, {11, 2, 16}), shapes::sphere({-2, 0, 24}, 4.5F, 24),
         shapes::box({-10, -8, 3}, {-7, -3, 9})});
    scene.subject.mesh = scene.figure->surface.mesh;
    scene.subject.planned_mm = scene.subject.mesh.positions_mm;
    scene.subject.colours.assign(scene.subject.planned_mm.size(), Vec3::Constant(0.35F));
    camera::Body& body = scene.shot.body;
    body.width = 800;
    body.height = 600;
    body.hour = 11.2;
    body.height_deg = 24.0;
    body.focal = 1.5;
    body.distance_mm = 95.0;
    body.roll_deg = 2.0;
    scene.shot.lamps.push_back({});
    if (change) change(scene.shot);
    const camera::Picture picture = camera::photographed(scene.subject, scene.shot);
    scene.photo = {picture.width, picture.height, picture.rgb};
    scene.places = camera::seenPlaces(scene.subject, scene.shot, 400);
    return scene;
}

const PhotographedScene& plainScene() {
    static const PhotographedScene scene = photographedScene();
    return scene;
}

}  // namespace glaukophos
