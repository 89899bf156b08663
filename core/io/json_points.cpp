// Numbers and points stand flat in lists.
#include "core/io/json_points.h"

namespace glaukophos {

std::vector<double> numbersFrom(const Entry& entry, const char* key) {
    std::vector<double> numbers;
    for (const Json& item : entry.list(key)) {
        if (!item.is_number()) throw Wrong{entry.at(key) + " must be a list of numbers"};
        numbers.push_back(item.get<double>());
    }
    return numbers;
}

std::vector<Vec3> pointsFrom(const Entry& entry, const char* key) {
    std::vector<Vec3> points;
    const std::vector<double> numbers = numbersFrom(entry, key);
    if (numbers.size() % 3 != 0) throw Wrong{entry.at(key) + " must hold three numbers a point"};
    for (std::size_t i = 0; i < numbers.size(); i += 3) {
        points.push_back(Vec3d(numbers[i], numbers[i + 1], numbers[i + 2]).cast<float>());
    }
    return points;
}

Json pointsJson(const std::vector<Vec3>& points) {
    Json json = Json::array();
    for (const Vec3& p : points) {
        for (const float x : p) json.push_back(x);
    }
    return json;
}

}  // namespace glaukophos
