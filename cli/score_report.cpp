#include <fmt/format.h>

#include "cli/report.h"

namespace glaukophos {

Json scoreJson(const Plan& plan, const ScoreMap& map) {
    const auto entry = [](const ClockDirection& direction, const DirectionScore& score) {
        Json json{
            {"hour", direction.hour}, {"height_deg", direction.height_deg}, {"score", score.total}};
        for (std::size_t m = 0; m < kMeritCount; ++m) json[kMerits[m].key] = score.merits[m];
        return json;
    };
    Json json;
    for (const Proposal& proposal : bestDirections(plan, map, 3)) {
        json["best"].push_back(entry(proposal.direction, proposal.score));
        json["best"].back()["from"] = inWords(proposal.direction);
        json["best"].back()["reason"] = proposal.reason;
    }
    for (std::size_t d = 0; d < map.scores.size(); ++d) {
        json["directions"].push_back(entry(clockFrom(skyDirections()[d]), map.scores[d]));
    }
    return json;
}

std::string scoreText(const Plan& plan, const ScoreMap& map) {
    std::string text;
    for (const Proposal& proposal : bestDirections(plan, map, 3)) {
        text += fmt::format("{:3.0f} of 100  {}\n            {}\n", 100 * proposal.score.total,
                            inWords(proposal.direction), proposal.reason);
    }
    return text;
}

}  // namespace glaukophos
