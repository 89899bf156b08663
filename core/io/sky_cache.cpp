// One file a form, named after a hash of all that the table depends on: what blocks, and from where
// it is looked.
#include "core/io/sky_cache.h"

#include <fmt/format.h>

#include <algorithm>
#include <cstring>
#include <system_error>
#include <vector>

#include "core/io/file_bytes.h"

namespace glaukophos {
namespace {

namespace fs = std::filesystem;

// Grows with the layout, the directions and how they are traced.
constexpr std::uint64_t kMagic = 0x31594b5350554c49;

struct Header {
    std::uint64_t magic = kMagic;
    std::uint64_t hash = 0;
    std::uint64_t receivers = 0;
};

// FNV-1a (Fowler, Noll, Vo), eight bytes at a time.
void addTo(std::uint64_t& hash, const void* data, std::size_t bytes) {
    const auto* at = static_cast<const unsigned char*>(data);
    for (; bytes >= 8; bytes -= 8, at += 8) {
        std::uint64_t word = 0;
        std::memcpy(&word, at, 8);
        hash = (hash ^ word) * 0x100000001b3U;
        hash ^= hash >> 29;
    }
    for (; bytes > 0; --bytes, ++at) hash = (hash ^ *at) * 0x100000001b3U;
}

template <class T>
void addTo(std::uint64_t& hash, const std::vector<T>& values) {
    const std::uint64_t count = values.size();
    addTo(hash, &count, sizeof count);
    if (!values.empty()) addTo(hash, values.data(), values.size() * sizeof(T));
}

std::uint64_t hashOf(const Form& form) {
    std::uint64_t hash = 0xcbf29ce484222325U;
    addTo(hash, form.imported.mesh.positions_mm);
    addTo(hash, form.imported.mesh.triangles);
    addTo(hash, form.points_mm);
    addTo(hash, form.normals);
    const float offset = form.receivers().offset_mm;
    addTo(hash, &offset, sizeof offset);
    return hash;
}

}  // namespace

SkyCache::SkyCache(fs::path folder, std::uintmax_t limit_bytes)
    : m_folder(std::move(folder)), m_limit_bytes(limit_bytes) {}

fs::path SkyCache::fileFor(const Form& form) const {
    return m_folder / fmt::format("sky-{:016x}.bin", hashOf(form));
}

std::optional<SkyTable> SkyCache::find(const Form& form) const {
    const fs::path file = fileFor(form);
    const std::size_t receivers = form.points_mm.size();
    const std::size_t size = sizeof(Header) + receivers * sizeof(SkyBits);
    std::error_code error;
    if (fs::file_size(file, error) != size || error) return std::nullopt;
    const auto bytes = readBytes(file, size);
    if (!bytes || bytes->size() != size) return std::nullopt;
    Header header;
    std::memcpy(&header, bytes->data(), sizeof header);
    if (header.magic != kMagic || header.hash != hashOf(form) || header.receivers != receivers) {
        return std::nullopt;
    }
    SkyTable table;
    table.bits.resize(receivers);
    std::memcpy(table.bits.data(), bytes->data() + sizeof header, receivers * sizeof(SkyBits));
    table.rounds = kSkyRounds;
    fs::last_write_time(file, fs::file_time_type::clock::now(), error);  // used today
    return table;
}

void SkyCache::keep(const Form& form, const SkyTable& table) const {
    if (table.rounds < kSkyRounds) return;
    std::error_code error;
    fs::create_directories(m_folder, error);
    const Header header{kMagic, hashOf(form), table.bits.size()};
    std::string bytes(sizeof header + table.bits.size() * sizeof(SkyBits), '\0');
    std::memcpy(bytes.data(), &header, sizeof header);
    std::memcpy(bytes.data() + sizeof header, table.bits.data(),
                table.bits.size() * sizeof(SkyBits));
    if (writeAtomically(fileFor(form), bytes)) makeRoom();
}

void SkyCache::makeRoom() const {
    struct Kept {
        fs::path path;
        fs::file_time_type time;
        std::uintmax_t size;
    };
    std::vector<Kept> files;
    std::uintmax_t total = 0;
    std::error_code error;
    for (const auto& entry : fs::directory_iterator(m_folder, error)) {
        const std::string name = entry.path().filename().string();
        if (!name.starts_with("sky-") || !name.ends_with(".bin")) continue;
        std::error_code unreadable;
        Kept file{entry.path(), entry.last_write_time(unreadable), entry.file_size(unreadable)};
        if (unreadable) continue;
        total += file.size;
        files.push_back(std::move(file));
    }
    std::ranges::sort(files, {}, &Kept::time);
    for (const Kept& file : files) {
        if (total <= m_limit_bytes) return;
        if (fs::remove(file.path, error)) total -= file.size;
    }
}

SkyKeeping skyKeptIn(const std::filesystem::path& folder) {
    const SkyCache cache(folder);
    return {[cache](const Form& form) { return cache.find(form); },
            [cache](const Form& form, const SkyTable& table) { cache.keep(form, table); }};
}

}  // namespace glaukophos
