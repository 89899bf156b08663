// Which work the cores take up first.
#pragma once

#include <functional>

namespace glaukophos {

// Runs `work` here; what it spreads over the cores is taken up there before all other work.
void runFirst(const std::function<void()>& work);

}  // namespace glaukophos
