// Reading by streams; writing by a temporary file that is flushed to the disk before the rename.
#include "core/io/file_bytes.h"

#include <fcntl.h>
#include <fmt/format.h>
#include <sys/stat.h>
#include <unistd.h>

#include <cerrno>
#include <cstdio>
#include <cstring>

namespace glaukophos {
namespace fs = std::filesystem;
namespace {

tl::unexpected<Error> cannotWrite(const fs::path& file, int error_number) {
    return fail(
        ErrorCode::WriteFailed,
        fmt::format("{} could not be written ({}). Choose another folder or free some space.",
                    file.string(), std::strerror(error_number)));
}

bool writeAll(int descriptor, std::string_view bytes) {
    while (!bytes.empty()) {
        const ssize_t written = ::write(descriptor, bytes.data(), bytes.size());
        if (written < 0 && errno == EINTR) continue;
        if (written <= 0) return false;
        bytes.remove_prefix(static_cast<std::size_t>(written));
    }
    return ::fsync(descriptor) == 0;
}

}  // namespace

Result<std::ifstream> openBytes(const fs::path& file, std::uintmax_t largest) {
    std::error_code error;
    const fs::file_status status = fs::status(file, error);
    if (!fs::exists(status)) {
        return fail(ErrorCode::NotFound,
                    fmt::format("{} is not there. Check the name and the folder.", file.string()));
    }
    if (!fs::is_regular_file(status)) {
        return fail(ErrorCode::BadInput,
                    fmt::format("{} is not a file. Choose a file.", file.string()));
    }
    const std::uintmax_t size = fs::file_size(file, error);
    if (size > largest) {
        return fail(ErrorCode::TooLarge,
                    fmt::format("{} has {:.1f} GB; up to {:.1f} GB can be opened. Reduce the mesh "
                                "in the program it comes from.",
                                file.string(), static_cast<double>(size) / 1e9,
                                static_cast<double>(largest) / 1e9));
    }
    std::ifstream stream(file, std::ios::binary);
    if (!stream) {
        return fail(ErrorCode::NoPermission,
                    fmt::format("{} may not be read. Check its permissions.", file.string()));
    }
    return stream;
}

Result<std::vector<char>> readBytes(const fs::path& file, std::uintmax_t largest) {
    auto stream = openBytes(file, largest);
    if (!stream) return tl::unexpected(stream.error());
    std::error_code error;
    const std::uintmax_t size = fs::file_size(file, error);
    std::vector<char> bytes(error ? 0 : size);
    stream->read(bytes.data(), static_cast<std::streamsize>(bytes.size()));
    bytes.resize(static_cast<std::size_t>(stream->gcount()));
    return bytes;
}

Result<void> writeAtomically(const fs::path& file, std::string_view bytes) {
    std::string pattern = file.string() + ".XXXXXX";
    const int descriptor = ::mkstemp(pattern.data());
    if (descriptor < 0) return cannotWrite(file, errno);
    const bool written = writeAll(descriptor, bytes) && ::fchmod(descriptor, 0644) == 0;
    const int error_number = errno;
    ::close(descriptor);
    if (!written || std::rename(pattern.c_str(), file.c_str()) != 0) {
        const int reason = written ? errno : error_number;
        ::unlink(pattern.c_str());
        return cannotWrite(file, reason);
    }
    return {};
}

}  // namespace glaukophos
