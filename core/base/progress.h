// How long work is stopped and how it says how far it is.
#pragma once

#include <functional>
#include <stop_token>

namespace glaukophos {

// Handed to everything that may take long. `report` gets 0..1 and may be called from any thread.
struct Progress {
    std::stop_token stop;
    std::function<void(double fraction)> report;

    [[nodiscard]] bool stopped() const { return stop.stop_requested(); }
    void at(double fraction) const {
        if (report) report(fraction);
    }
};

}  // namespace glaukophos
