#include "core/base/precedence.h"

#include <tbb/task_arena.h>

namespace glaukophos {

void runFirst(const std::function<void()>& work) {
    tbb::task_arena cores(tbb::task_arena::automatic, 1, tbb::task_arena::priority::high);
    cores.execute(work);
}

}  // namespace glaukophos
