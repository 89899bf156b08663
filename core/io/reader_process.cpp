// The file's bytes and the answer travel through memory files, so that nothing can block.
#include "core/io/reader_process.h"

#include <fcntl.h>
#include <fmt/format.h>
#include <poll.h>
#include <spawn.h>
#include <sys/mman.h>
#include <sys/stat.h>
#include <sys/wait.h>
#include <unistd.h>

#include <array>
#include <csignal>

#include "core/io/mesh_stream.h"

namespace glaukophos {
namespace {

namespace fs = std::filesystem;

constexpr int kLookEvery_ms = 50;
constexpr const char* kProgram = "glaukophos-mesh-reader";

class Descriptor {
  public:
    explicit Descriptor(int number = -1) : m_number(number) {}
    Descriptor(const Descriptor&) = delete;
    Descriptor& operator=(const Descriptor&) = delete;
    ~Descriptor() { close(); }

    [[nodiscard]] int number() const { return m_number; }
    [[nodiscard]] bool isOpen() const { return m_number >= 0; }
    void close() {
        if (m_number >= 0) ::close(m_number);
        m_number = -1;
    }

  private:
    int m_number;
};

// Beside the program that runs, else where it was built.
fs::path readerProgram() {
    std::error_code error;
    const fs::path here = fs::read_symlink("/proc/self/exe", error).parent_path();
    if (!error && fs::exists(here / kProgram, error)) return here / kProgram;
    return GLAUKOPHOS_READER_BUILT;
}

bool fill(int descriptor, std::span<const char> bytes) {
    while (!bytes.empty()) {
        const ssize_t written = ::write(descriptor, bytes.data(), bytes.size());
        if (written <= 0) return false;
        bytes = bytes.subspan(static_cast<std::size_t>(written));
    }
    return true;
}

pid_t start(const fs::path& program, const std::string& file, int input, int output, int progress) {
    posix_spawn_file_actions_t actions;
    posix_spawn_file_actions_init(&actions);
    // By way of high numbers, so that none of the three is overwritten before it is moved.
    const std::array<std::pair<int, int>, 3> moves = {
        {{input, kReaderInput}, {output, kReaderOutput}, {progress, kReaderProgress}}};
    for (const auto& [from, to] : moves) posix_spawn_file_actions_adddup2(&actions, from, to + 200);
    for (const auto& [from, to] : moves) posix_spawn_file_actions_adddup2(&actions, to + 200, to);
    std::string name = program.string();
    std::string argument = file;
    std::array<char*, 3> arguments = {name.data(), argument.data(), nullptr};
    std::array<char*, 1> environment = {nullptr};
    pid_t child = -1;
    const int failed =
        posix_spawn(&child, name.c_str(), &actions, nullptr, arguments.data(), environment.data());
    posix_spawn_file_actions_destroy(&actions);
    return failed == 0 ? child : -1;
}

// Passes progress on until the reader ends; its exit status, or nothing when it was stopped.
std::optional<int> watch(pid_t child, int progress_pipe, const Progress& progress) {
    while (true) {
        pollfd waiting{progress_pipe, POLLIN, 0};
        const int ready = ::poll(&waiting, 1, kLookEvery_ms);
        if (progress.stopped()) {
            ::kill(child, SIGKILL);
            ::waitpid(child, nullptr, 0);
            return std::nullopt;
        }
        if (ready <= 0) continue;
        std::array<unsigned char, 256> percents{};
        const ssize_t count = ::read(progress_pipe, percents.data(), percents.size());
        if (count > 0) {
            progress.at(percents.at(static_cast<std::size_t>(count - 1)) / 100.0);
            continue;
        }
        int status = 0;  // the pipe closed: the reader has ended
        ::waitpid(child, &status, 0);
        return status;
    }
}

std::optional<Result<std::vector<NamedMesh>>> answerIn(int output) {
    struct stat status {};
    if (::fstat(output, &status) != 0 || status.st_size <= 0) return std::nullopt;
    const auto size = static_cast<std::size_t>(status.st_size);
    void* bytes = ::mmap(nullptr, size, PROT_READ, MAP_PRIVATE, output, 0);
    if (bytes == MAP_FAILED) return std::nullopt;
    auto meshes = decodedMeshes({static_cast<const char*>(bytes), size});
    ::munmap(bytes, size);
    return meshes;
}

}  // namespace

Result<std::vector<NamedMesh>> readInOwnProcess(const fs::path& file, std::span<const char> bytes,
                                                const Progress& progress) {
    const std::string name = file.filename().string();
    const Descriptor input(::memfd_create("mesh", MFD_CLOEXEC));
    const Descriptor output(::memfd_create("answer", MFD_CLOEXEC));
    std::array<int, 2> ends = {-1, -1};
    if (!input.isOpen() || !output.isOpen() || ::pipe2(ends.data(), O_CLOEXEC) != 0) {
        return fail(ErrorCode::TooLarge, "There are too many open files. Close some programs.");
    }
    const Descriptor progress_end(ends[0]);
    Descriptor reader_end(ends[1]);
    if (!fill(input.number(), bytes)) {
        return fail(ErrorCode::TooLarge,
                    fmt::format("There is not enough memory to read {}. Reduce the mesh.", name));
    }
    const pid_t child =
        start(readerProgram(), file.string(), input.number(), output.number(), reader_end.number());
    if (child < 0) {
        return fail(
            ErrorCode::NotFound,
            fmt::format("{} is missing beside the program. Install Glaukophos again.", kProgram));
    }
    reader_end.close();
    const auto status = watch(child, progress_end.number(), progress);
    if (!status) return fail(ErrorCode::Cancelled, "Stopped.");
    if (WIFEXITED(*status) && WEXITSTATUS(*status) == 0) {
        if (auto meshes = answerIn(output.number())) return std::move(*meshes);
    }
    return fail(ErrorCode::BadInput,
                fmt::format("{} could not be read as a mesh (it is damaged or far too large). "
                            "Choose an STL, OBJ, PLY, 3MF or glTF file, or export it again.",
                            name));
}

}  // namespace glaukophos
