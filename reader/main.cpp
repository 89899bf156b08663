// glaukophos-mesh-reader FILE: the content comes on descriptor 3, the answer goes to descriptor 4,
// progress in bytes 0..100 to descriptor 5. Started by core/io/reader_process.cpp only.
#include <sys/mman.h>
#include <sys/resource.h>
#include <sys/stat.h>
#include <unistd.h>

#include <algorithm>
#include <cstdio>
#include <exception>

#include "core/io/mesh_stream.h"
#include "reader/assimp_reader.h"

namespace {

using namespace glaukophos;

[[maybe_unused]] constexpr rlim_t kMostMemory = 6'000'000'000;
// Seconds of processor time: a hundred megabytes of text take about half a minute.
rlim_t mostSeconds(std::size_t bytes) { return 20 + bytes / 1'000'000; }

void limit(__rlimit_resource resource, rlim_t most) {
    const rlimit limits{most, most};
    ::setrlimit(resource, &limits);
}

std::span<const char> mappedInput() {
    struct stat status {};
    if (::fstat(kReaderInput, &status) != 0 || status.st_size <= 0) return {};
    const auto size = static_cast<std::size_t>(status.st_size);
    void* bytes = ::mmap(nullptr, size, PROT_READ, MAP_PRIVATE, kReaderInput, 0);
    if (bytes == MAP_FAILED) return {};
    return {static_cast<const char*>(bytes), size};
}

bool writeAll(std::string_view bytes) {
    while (!bytes.empty()) {
        const ssize_t written = ::write(kReaderOutput, bytes.data(), bytes.size());
        if (written <= 0) return false;
        bytes.remove_prefix(static_cast<std::size_t>(written));
    }
    return true;
}

}  // namespace

int main(int argc, char** argv) {
    if (argc != 2) {
        std::fprintf(stderr, "This program is started by Glaukophos to read one mesh.\n");
        return 2;
    }
#if !defined(__SANITIZE_ADDRESS__) && !defined(GLAUKOPHOS_SANITIZED)
    limit(RLIMIT_AS, kMostMemory);  // sanitizers reserve terabytes of addresses
#endif
    const std::span<const char> input = mappedInput();
    limit(RLIMIT_CPU, mostSeconds(input.size()));
    limit(RLIMIT_CORE, 0);
    try {
        const Progress progress{{}, [](double fraction) {
                                    const auto percent = static_cast<unsigned char>(
                                        100.0 * std::clamp(fraction, 0.0, 1.0));
                                    if (::write(kReaderProgress, &percent, 1) != 1) return;
                                }};
        const auto meshes = readByAssimp(argv[1], input, progress);
        return writeAll(meshes ? encoded(*meshes) : encoded(meshes.error())) ? 0 : 3;
    } catch (const std::exception&) {
        return 3;
    }
}
