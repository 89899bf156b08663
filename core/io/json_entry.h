// Entries of a plan's JSON, read with complaints that name the place.
#pragma once

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <nlohmann/json.hpp>
#include <string>
#include <vector>

#include "core/base/vec.h"
#include "core/colour/colour.h"

namespace glaukophos {

using Json = nlohmann::ordered_json;

inline Json pointJson(const Vec3& point) { return {point.x(), point.y(), point.z()}; }

// So that there is always room for new ones.
inline constexpr std::uint64_t kLargestIdentity = 1'000'000'000;

// Thrown by readers of entries and caught where the whole text is read.
struct Wrong {
    std::string what;
};

// Reads entries of one object and names the place in complaints.
class Entry {
  public:
    Entry(const Json& json, std::string place) : m_json(json), m_place(std::move(place)) {
        if (!json.is_object()) throw Wrong{m_place + " must be an object { }"};
    }

    [[nodiscard]] bool has(const char* key) const { return m_json.contains(key); }

    [[nodiscard]] double number(const char* key, double otherwise) const {
        if (!has(key)) return otherwise;
        if (!m_json[key].is_number()) throw Wrong{at(key) + " must be a number"};
        return m_json[key].get<double>();
    }
    [[nodiscard]] int whole(const char* key, int otherwise) const {
        const double wanted = number(key, otherwise);
        if (wanted != std::floor(wanted) || std::abs(wanted) > 1e6) {
            throw Wrong{at(key) + " must be a whole number"};
        }
        return static_cast<int>(wanted);
    }
    // A whole number from 1; 0 where there is none.
    [[nodiscard]] std::uint32_t identity(const char* key) const {
        if (!has(key)) return 0;
        const bool sound = m_json[key].is_number_unsigned() &&
                           m_json[key].get<std::uint64_t>() >= 1 &&
                           m_json[key].get<std::uint64_t>() <= kLargestIdentity;
        if (!sound) throw Wrong{at(key) + " must be a whole number from 1"};
        return m_json[key].get<std::uint32_t>();
    }
    [[nodiscard]] std::string text(const char* key, const std::string& otherwise) const {
        if (!has(key)) return otherwise;
        if (!m_json[key].is_string()) throw Wrong{at(key) + " must be a text"};
        return m_json[key].get<std::string>();
    }
    [[nodiscard]] bool flag(const char* key, bool otherwise) const {
        if (!has(key)) return otherwise;
        if (!m_json[key].is_boolean()) throw Wrong{at(key) + " must be true or false"};
        return m_json[key].get<bool>();
    }
    [[nodiscard]] Srgb colour(const char* key, const Srgb& otherwise) const {
        if (!has(key)) return otherwise;
        const auto colour = srgbFromHex(text(key, ""));
        if (!colour) throw Wrong{at(key) + " must be a colour such as \"#8090a0\""};
        return *colour;
    }
    [[nodiscard]] const Json& list(const char* key) const {
        static const Json empty = Json::array();
        if (!has(key)) return empty;
        if (!m_json[key].is_array()) throw Wrong{at(key) + " must be a list [ ]"};
        return m_json[key];
    }
    [[nodiscard]] std::vector<std::string> texts(const char* key) const {
        std::vector<std::string> texts;
        for (const Json& item : list(key)) {
            if (!item.is_string()) throw Wrong{at(key) + " must be a list of texts"};
            texts.push_back(item.get<std::string>());
        }
        return texts;
    }
    [[nodiscard]] Vec3 point(const char* key) const {
        const Json& numbers = list(key);
        if (numbers.size() != 3 ||
            !std::ranges::all_of(numbers, [](const Json& n) { return n.is_number(); })) {
            throw Wrong{at(key) + " must be three numbers [x, y, z]"};
        }
        return {numbers[0].get<float>(), numbers[1].get<float>(), numbers[2].get<float>()};
    }
    [[nodiscard]] Entry object(const char* key) const {
        static const Json empty = Json::object();
        return {has(key) ? m_json[key] : empty, at(key)};
    }
    [[nodiscard]] std::string at(const char* key) const {
        return m_place.empty() ? fmt::format("\"{}\"", key) : m_place + fmt::format(" \"{}\"", key);
    }

  private:
    const Json& m_json;
    std::string m_place;
};

// The choice whose key is written, `key_of` giving the keys in the order of the choice; complains
// by naming all of them.
template <class Choice, class KeyOf>
Choice choiceFrom(const Entry& entry, const char* key, std::size_t count, Choice otherwise,
                  const KeyOf& key_of) {
    if (!entry.has(key)) return otherwise;
    const std::string text = entry.text(key, "");
    std::string known;
    for (std::size_t i = 0; i < count; ++i) {
        const std::string word = key_of(i);
        if (word == text) return static_cast<Choice>(i);
        known += fmt::format("{}\"{}\"", known.empty() ? "" : ", ", word);
    }
    throw Wrong{entry.at(key) + " must be one of " + known};
}

}  // namespace glaukophos
