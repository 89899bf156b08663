// Sky tables kept in a folder from one day to the next: they take seconds to trace.
#pragma once

#include <cstdint>
#include <filesystem>
#include <optional>

#include "core/pipeline/advance.h"

namespace glaukophos {

class SkyCache {
  public:
    // The folder is made when something is first kept. The oldest files go when all of them
    // together are larger than `limit_bytes`.
    explicit SkyCache(std::filesystem::path folder, std::uintmax_t limit_bytes = 400'000'000);

    // A complete table of this form, if one was kept; damaged files are as good as none.
    [[nodiscard]] std::optional<SkyTable> find(const Form& form) const;
    // Failure to write is not worth a word: the table is traced again next time.
    void keep(const Form& form, const SkyTable& table) const;

  private:
    [[nodiscard]] std::filesystem::path fileFor(const Form& form) const;
    void makeRoom() const;

    std::filesystem::path m_folder;
    std::uintmax_t m_limit_bytes;
};

// Finds and keeps in a cache of this folder.
SkyKeeping skyKeptIn(const std::filesystem::path& folder);

}  // namespace glaukophos
