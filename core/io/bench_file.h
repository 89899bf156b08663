// The log of the bench as a small file that outlives a crash.
#pragma once

#include <filesystem>
#include <string_view>

#include "core/base/result.h"
#include "core/work/bench_log.h"

namespace glaukophos {

std::string benchText(const BenchLog& log);
Result<BenchLog> parseBench(std::string_view text);

// An absent file is an empty log.
Result<BenchLog> readBench(const std::filesystem::path& file);
Result<void> writeBench(const BenchLog& log, const std::filesystem::path& file);  // atomically

}  // namespace glaukophos
