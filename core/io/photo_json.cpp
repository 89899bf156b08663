#include "core/io/photo_json.h"

#include "core/io/json_points.h"

namespace glaukophos {
namespace {

std::vector<double> numbersOf(const Entry& entry, const char* key, std::size_t count) {
    std::vector<double> numbers = numbersFrom(entry, key);
    if (numbers.size() != count) {
        throw Wrong{fmt::format("{} must be {} numbers", entry.at(key), count)};
    }
    return numbers;
}

}  // namespace

PhotoPlace photoPlaceFrom(const Entry& entry) {
    PhotoPlace place;
    PhotoCamera& camera = place.camera;
    const auto turn = numbersOf(entry, "rotation", 9);
    for (int i = 0; i < 9; ++i) camera.rotation(i / 3, i % 3) = turn[static_cast<std::size_t>(i)];
    const auto shift = numbersOf(entry, "translation_mm", 3);
    camera.translation_mm = {shift[0], shift[1], shift[2]};
    camera.focal_px = entry.number("focal_px", camera.focal_px);
    camera.k1 = entry.number("k1", 0.0);
    camera.k2 = entry.number("k2", 0.0);
    camera.width = entry.whole("width", 0);
    camera.height = entry.whole("height", 0);
    place.agreement = entry.number("agreement", 0.0);
    place.doubtful = entry.flag("doubtful", false);
    return place;
}

Json photoPlaceJson(const PhotoPlace& place) {
    const PhotoCamera& camera = place.camera;
    Json turn = Json::array();
    for (int i = 0; i < 9; ++i) turn.push_back(camera.rotation(i / 3, i % 3));
    const Eigen::Vector3d& shift = camera.translation_mm;
    return {{"rotation", turn},
            {"translation_mm", {shift.x(), shift.y(), shift.z()}},
            {"focal_px", camera.focal_px},
            {"k1", camera.k1},
            {"k2", camera.k2},
            {"width", camera.width},
            {"height", camera.height},
            {"agreement", place.agreement},
            {"doubtful", place.doubtful}};
}

Result<PhotoPlace> parsePhotoPlace(std::string_view json) {
    try {
        PlanPhotograph photo;
        photo.name = "of the file";
        const Json parsed = Json::parse(json);
        photo.place = photoPlaceFrom(Entry(parsed, "the camera"));
        if (auto problem = problemWith(std::vector{photo}); !problem.empty()) {
            return fail(ErrorCode::BadInput, problem);
        }
        return *photo.place;
    } catch (const Wrong& wrong) {
        return fail(ErrorCode::BadInput, fmt::format("The camera cannot be read: {}.", wrong.what));
    } catch (const nlohmann::json::exception&) {
        return fail(ErrorCode::BadInput,
                    "The camera cannot be read: give the JSON that match --json writes.");
    }
}

PlanPhotograph photographFrom(const Entry& entry) {
    PlanPhotograph photo;
    photo.name = entry.text("name", "photograph");
    photo.note = entry.text("note", "");
    const auto numbers = numbersFrom(entry, "pairs");
    if (numbers.size() % 5 != 0) {
        throw Wrong{entry.at("pairs") + " must be five numbers a pair: x, y, z in mm and a pixel"};
    }
    for (std::size_t i = 0; i < numbers.size(); i += 5) {
        PhotoPair pair;
        for (int axis = 0; axis < 3; ++axis) {
            pair.point_mm[axis] = static_cast<float>(numbers[i + static_cast<std::size_t>(axis)]);
        }
        pair.pixel = {numbers[i + 3], numbers[i + 4]};
        photo.pairs.push_back(pair);
    }
    if (entry.has("camera")) photo.place = photoPlaceFrom(entry.object("camera"));
    return photo;
}

Json photographJson(const PlanPhotograph& photo, const std::string& file) {
    Json json = {{"name", photo.name}, {"file", file}};
    if (!photo.note.empty()) json["note"] = photo.note;
    for (const PhotoPair& pair : photo.pairs) {
        for (int axis = 0; axis < 3; ++axis) json["pairs"].push_back(pair.point_mm[axis]);
        json["pairs"].push_back(pair.pixel.x());
        json["pairs"].push_back(pair.pixel.y());
    }
    if (photo.place) json["camera"] = photoPlaceJson(*photo.place);
    return json;
}

}  // namespace glaukophos
