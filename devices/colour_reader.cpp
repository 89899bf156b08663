// A simulated colour reader: answers over a local socket with the spectrum of the swatch it lies
// on. See docs/devices.md for what it says.
#include <fmt/format.h>
#include <sys/socket.h>
#include <sys/un.h>
#include <unistd.h>

#include <CLI/CLI.hpp>
#include <algorithm>
#include <cstdio>
#include <random>

#include "core/colour/paint.h"

namespace {

using namespace glaukophos;

// What the device measures: the paint's reflectance with its own noise, always the same sequence.
class Swatch36 {
  public:
    Swatch36(const Paint& paint, double noise, unsigned seed)
        : m_reflectance(reflectanceOf(paint.mass_tone)), m_noise(0.0, noise), m_random(seed) {}

    std::string answer() {
        std::string line = R"({"first_nm":380,"step_nm":10,"reflectance":[)";
        for (int band = 0; band < kBands; ++band) {
            const double share =
                std::clamp(m_reflectance.share[band] + m_noise(m_random), 0.0, 1.0);
            line += fmt::format("{}{:.5f}", band == 0 ? "" : ",", share);
        }
        return line + "]}\n";
    }

  private:
    Reflectance m_reflectance;
    std::normal_distribution<double> m_noise;
    std::mt19937 m_random;
};

// One request a line; anything but "measure" gets an error.
void serve(int client, Swatch36& swatch) {
    std::string line;
    char letter = 0;
    while (read(client, &letter, 1) == 1) {
        if (letter != '\n') {
            if (line.size() < 64) line += letter;
            continue;
        }
        const std::string answer = line == "measure" ? swatch.answer()
                                                     : R"({"error":"say measure"})"
                                                       "\n";
        line.clear();
        if (write(client, answer.data(), answer.size()) < 0) return;
    }
}

int listenAt(const std::string& path) {
    sockaddr_un address{};
    address.sun_family = AF_UNIX;
    if (path.size() >= sizeof address.sun_path) return -1;
    std::ranges::copy(path, address.sun_path);
    const int listener = socket(AF_UNIX, SOCK_STREAM, 0);
    unlink(path.c_str());
    const auto* any = reinterpret_cast<const sockaddr*>(&address);
    if (listener < 0 || bind(listener, any, sizeof address) != 0 || listen(listener, 4) != 0) {
        return -1;
    }
    return listener;
}

}  // namespace

int main(int argc, char** argv) {
    CLI::App app("Stands in for a colour reader that lies on a swatch.");
    std::string path = "glaukophos-colour-reader.socket";
    std::string name = "Ultramarine";
    double noise = 0.002;
    unsigned seed = 1;
    int requests = 0;
    app.add_option("--socket", path, "Where it answers");
    app.add_option("--swatch", name, "The generic paint it lies on");
    app.add_option("--noise", noise, "Standard deviation of a band's reflectance");
    app.add_option("--seed", seed, "Of the noise");
    app.add_option("--clients", requests, "Stops after so many connections; 0: never");
    CLI11_PARSE(app, argc, argv);
    const auto paint = std::ranges::find(genericRack(), name, &Paint::name);
    if (paint == genericRack().end()) {
        fmt::print(stderr, "There is no paint \"{}\" in the generic rack.\n", name);
        return 2;
    }
    const int listener = listenAt(path);
    if (listener < 0) {
        fmt::print(stderr, "{} cannot be listened at; choose another --socket.\n", path);
        return 2;
    }
    Swatch36 swatch(*paint, noise, seed);
    fmt::print("ready at {}\n", path);
    std::fflush(stdout);
    for (int served = 0; requests == 0 || served < requests; ++served) {
        const int client = accept(listener, nullptr, nullptr);
        if (client < 0) break;
        serve(client, swatch);
        close(client);
    }
    unlink(path.c_str());
    return 0;
}
