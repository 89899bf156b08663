// The command line's program, run as a user would.
#pragma once

#include <sys/wait.h>

#include <array>
#include <cstdio>
#include <string>

namespace glaukophos {

struct Finished {
    int code = 0;
    std::string output;  // standard output and errors together
};

inline Finished run(const std::string& arguments) {
    const std::string command = std::string(GLAUKOPHOS_CLI) + " " + arguments + " 2>&1";
    FILE* pipe = ::popen(command.c_str(), "r");
    Finished result;
    std::array<char, 4096> buffer{};
    while (const std::size_t n = std::fread(buffer.data(), 1, buffer.size(), pipe)) {
        result.output.append(buffer.data(), n);
    }
    const int status = ::pclose(pipe);
    result.code = WIFEXITED(status) ? WEXITSTATUS(status) : -1;
    return result;
}

}  // namespace glaukophos
