#include "core/io/clicks_csv.h"

#include <fmt/format.h>

#include <optional>

#include "core/io/csv.h"

namespace glaukophos {
namespace {

std::optional<PhotoPair> pairFrom(const CsvRow& row) {
    if (row.fields.size() < 5) return std::nullopt;
    PhotoPair pair;
    for (std::size_t i = 0; i < 5; ++i) {
        const auto number = csvNumber(row.fields[i]);
        if (!number) return std::nullopt;
        if (i < 3) {
            pair.point_mm[static_cast<Eigen::Index>(i)] = static_cast<float>(*number);
        } else {
            pair.pixel[static_cast<Eigen::Index>(i - 3)] = *number;
        }
    }
    return pair;
}

}  // namespace

Result<std::vector<PhotoPair>> parseClicks(std::string_view text) {
    std::vector<PhotoPair> pairs;
    bool first = true;
    for (const CsvRow& row : csvRows(text)) {
        const bool heading = first && !row.fields.empty() && !csvNumber(row.fields[0]);
        first = false;
        if (heading) continue;
        const auto pair = pairFrom(row);
        if (!pair) {
            return fail(ErrorCode::BadInput,
                        fmt::format("Line {} of the pairs must be x,y,z in mm and a pixel's x,y.",
                                    row.line));
        }
        pairs.push_back(*pair);
        if (pairs.size() > kMostPhotoPairs) {
            return fail(
                ErrorCode::TooLarge,
                fmt::format("More than {} pairs are not needed. Leave the best.", kMostPhotoPairs));
        }
    }
    return pairs;
}

}  // namespace glaukophos
