// One letter, then lengths and contents in the machine's own byte order.
#include "core/io/mesh_stream.h"

#include <algorithm>
#include <cstring>

namespace glaukophos {
namespace {

constexpr char kMeshes = 'M';
constexpr char kError = 'E';

void put(std::string& out, const void* data, std::size_t size) {
    out.append(static_cast<const char*>(data), size);
}

template <class T>
void putNumber(std::string& out, T value) {
    put(out, &value, sizeof value);
}

void putText(std::string& out, const std::string& text) {
    putNumber(out, static_cast<std::uint64_t>(text.size()));
    out += text;
}

// Takes from the front; `sound` turns false when there is not enough.
struct Taker {
    std::string_view rest;
    bool sound = true;

    bool take(void* to, std::size_t size) {
        sound = sound && size <= rest.size();
        if (!sound) return false;
        if (size > 0) std::memcpy(to, rest.data(), size);
        rest.remove_prefix(size);
        return true;
    }
    template <class T>
    T number() {
        T value{};
        take(&value, sizeof value);
        return value;
    }
    // The number of items of `size` bytes that follow; 0 when they cannot.
    std::size_t count(std::size_t size) {
        const auto value = number<std::uint64_t>();
        sound = sound && value <= rest.size() / size;
        return sound ? static_cast<std::size_t>(value) : 0;
    }
    std::string text() {
        std::string text(count(1), '\0');
        take(text.data(), text.size());
        return text;
    }
};

NamedMesh takeMesh(Taker& taker) {
    NamedMesh named;
    named.name = taker.text();
    named.y_is_up = taker.number<char>() != 0;
    if (taker.number<char>() != 0) {
        Vec3 colour = Vec3::Zero();
        taker.take(colour.data(), sizeof colour);
        named.colour = colour.allFinite() ? Vec3(colour.cwiseMax(0.0F).cwiseMin(1.0F))
                                          : Vec3(Vec3::Constant(0.6F));
    }
    auto& positions = named.mesh.positions_mm;
    positions.resize(taker.count(sizeof(Vec3)));
    if (!positions.empty()) taker.take(positions.front().data(), positions.size() * sizeof(Vec3));
    auto& triangles = named.mesh.triangles;
    triangles.resize(taker.count(sizeof(Triangle)));
    taker.take(triangles.data(), triangles.size() * sizeof(Triangle));
    taker.sound = taker.sound && std::ranges::all_of(triangles, [&](const Triangle& t) {
                      return *std::ranges::max_element(t) < positions.size();
                  });
    return named;
}

}  // namespace

std::string encoded(std::span<const NamedMesh> meshes) {
    std::string out(1, kMeshes);
    putNumber(out, static_cast<std::uint64_t>(meshes.size()));
    for (const NamedMesh& named : meshes) {
        putText(out, named.name);
        putNumber(out, static_cast<char>(named.y_is_up));
        putNumber(out, static_cast<char>(named.colour.has_value()));
        if (named.colour) put(out, named.colour->data(), sizeof(Vec3));
        putNumber(out, static_cast<std::uint64_t>(named.mesh.positions_mm.size()));
        put(out, named.mesh.positions_mm.data(), named.mesh.positions_mm.size() * sizeof(Vec3));
        putNumber(out, static_cast<std::uint64_t>(named.mesh.triangles.size()));
        put(out, named.mesh.triangles.data(), named.mesh.triangles.size() * sizeof(Triangle));
    }
    return out;
}

std::string encoded(const Error& error) {
    std::string out(1, kError);
    putNumber(out, static_cast<std::int32_t>(error.code));
    putText(out, error.message);
    return out;
}

std::optional<Result<std::vector<NamedMesh>>> decodedMeshes(std::string_view bytes) {
    Taker taker{bytes};
    const char kind = taker.number<char>();
    if (taker.sound && kind == kError) {
        const auto code = taker.number<std::int32_t>();
        std::string message = taker.text();
        if (!taker.sound || code < 0 || code > static_cast<std::int32_t>(ErrorCode::WriteFailed)) {
            return std::nullopt;
        }
        return fail(static_cast<ErrorCode>(code), std::move(message));
    }
    if (!taker.sound || kind != kMeshes) return std::nullopt;
    std::vector<NamedMesh> meshes;
    for (std::size_t left = taker.count(1); left > 0 && taker.sound; --left) {
        meshes.push_back(takeMesh(taker));
    }
    if (!taker.sound || !taker.rest.empty()) return std::nullopt;
    return meshes;
}

}  // namespace glaukophos
